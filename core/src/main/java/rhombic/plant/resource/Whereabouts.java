package rhombic.plant.resource;

import rhombic.plant.activity.Hold;
import rhombic.space.Pace;
import rhombic.space.Pose;

/** Where a resource is, and how it gets elsewhere. Each way of getting about is a class of its own. */
public abstract class Whereabouts {
    /** Why it is on its way. */
    public enum Aim {
        NOTHING, JOB, REST
    }

    /** Makes the whereabouts of a resource that is at rest at home. */
    @FunctionalInterface
    public interface Maker {
        Whereabouts of(Resource resource, String name, Group group, Pose home);
    }

    protected final Resource resource;
    protected final Group group;
    private Aim aim = Aim.NOTHING;

    protected Whereabouts(Resource resource, Group group) {
        this.resource = resource;
        this.group = group;
    }

    protected final Aim aim() {
        return aim;
    }

    protected final void setAim(Aim newAim) {
        aim = newAim;
    }

    /** Why it was on its way; from now on it is for nothing. */
    final Aim takeAim() {
        Aim why = aim;
        aim = Aim.NOTHING;
        return why;
    }

    /** Whether it is broken. */
    protected final boolean isDown() {
        return resource.holds().isHeldBy(Hold.DOWN);
    }

    protected abstract boolean isUnderWay();

    /** Whether it stands because others are in its way. */
    protected abstract boolean isKept();

    protected abstract Pose pose();

    /** Metres to the east where it is now. */
    protected abstract double x();

    /** Metres to the north where it is now. */
    protected abstract double y();

    /** How far it has come on the way that it is on. */
    protected abstract double metresGone();

    /** How it covers the route that it is on, from now on; over in no time if it stands at its end. */
    protected abstract Pace pace();

    /** Sets out for there from where it is, or from where it can brake; says whether it is there at once. */
    protected abstract boolean goTo(Pose location, Aim newAim, boolean isLoaded);

    /**
     * Stays where it is, as soon as it has braked.
     *
     * @param atOnce wherever that is; else where it is in nobody's way
     */
    protected abstract void stop(boolean atOnce);

    /** It was brought there, and stands. */
    protected abstract void placeAt(Pose here);

    // ---- what it tells

    /** It stands there from now on. */
    protected final void tellStands(Pose here) {
        group.stands(resource, here.x(), here.y());
    }

    /** It is on its way, and stands nowhere. */
    protected final void tellLeft() {
        group.stands(resource, Double.NaN, Double.NaN);
    }

    protected final void tellLeavesFor(Pose location) {
        resource.onLeaves(location);
    }

    protected final void tellTravelled(double metres) {
        resource.onTravelled(metres);
    }

    /** It has come to where it went. */
    protected final void tellArrived() {
        group.onArrived(resource);
    }

    /** It was called off, and has braked. */
    protected final void tellStopped() {
        group.onStopped(resource);
    }
}
