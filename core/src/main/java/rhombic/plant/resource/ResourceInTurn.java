package rhombic.plant.resource;

import java.util.List;

/** The one that was given a job longest ago. */
record ResourceInTurn(List<Resource> resources) implements ResourceRule {
    @Override
    public double rank(int number, double x, double y) {
        return resources.get(number).lastGiven;
    }
}
