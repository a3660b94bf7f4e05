package rhombic.plant.resource;

import org.jspecify.annotations.Nullable;
import rhombic.plant.route.Route;
import rhombic.space.Pose;

/** A resource of one skill that does nothing beside what all do. */
public class PlainResource extends Resource {
    public PlainResource(int number, Group group, Pose home) {
        super(number, "Plain", group, new boolean[] {true, false}, 1, home);
    }

    @Override
    protected void onDoing(Doing doing, Job.@Nullable Kind kind) {}

    @Override
    protected void onTravelled(double metres) {}

    @Override
    protected void onSetOut(Route route) {}

    @Override
    protected void onJobDone() {}

    @Override
    protected double busyNanos(long now) {
        return 0;
    }
}
