package rhombic.plant.resource;

import java.util.List;
import java.util.function.LongSupplier;
import rhombic.space.Pose;

/** The one that has been busy for the shortest time so far. */
record LeastUsedResource(List<Resource> resources, LongSupplier now) implements ResourceRule {
    @Override
    public double rank(int number, Pose location, double below) {
        return resources.get(number).busyNanos(now.getAsLong());
    }
}
