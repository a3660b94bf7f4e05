package rhombic.plant.resource;

/** The first in order; where the one who did it last is preferred, that one goes before all, whatever the rule. */
final class ResourceInOrder implements ResourceRule {
    @Override
    public double rank(int number, double x, double y) {
        return 0;
    }
}
