package rhombic.plant.resource;

import rhombic.space.Pose;

/** The first in order; where the one who did it last is preferred, that one goes before all, whatever the rule. */
final class ResourceInOrder implements ResourceRule {
    @Override
    public double rank(int number, Pose location, double below) {
        return 0;
    }
}
