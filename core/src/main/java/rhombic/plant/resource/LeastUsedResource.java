package rhombic.plant.resource;

import java.util.List;
import java.util.function.LongSupplier;

/** The one that has been busy for the shortest time so far. */
record LeastUsedResource(List<Resource> resources, LongSupplier now) implements ResourceRule {
    @Override
    public double rank(int number, double x, double y) {
        return resources.get(number).tally().busyNanos(now.getAsLong());
    }
}
