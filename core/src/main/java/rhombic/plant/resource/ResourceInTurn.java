package rhombic.plant.resource;

import java.util.List;
import rhombic.space.Pose;

/** The one that was given a job longest ago. */
record ResourceInTurn(List<Resource> resources) implements ResourceRule {
    @Override
    public double rank(int number, Pose location, double below) {
        return resources.get(number).lastGiven;
    }
}
