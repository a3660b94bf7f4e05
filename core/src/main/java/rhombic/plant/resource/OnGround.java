package rhombic.plant.resource;

import org.jspecify.annotations.Nullable;
import rhombic.plant.route.Motion;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.traffic.RoadUser;
import rhombic.plant.traffic.Traffic;
import rhombic.space.Pace;
import rhombic.space.Pose;

/** It goes along routes on the floor: at once, when it has braked, or when others let it. */
final class OnGround extends Whereabouts implements Motion.Watcher, RoadUser.Listener {
    /** What is no farther is there. */
    private static final double NEAR_METRES = 1e-6;

    private record Goal(Pose location, Aim aim, boolean isLoaded) {}

    private final Motion motion;
    /** How it shares aisles with others; null if it takes no notice of them. */
    private final @Nullable RoadUser road;
    /** Where it is to be, as soon as it can set out for there. */
    private @Nullable Goal goal;
    private boolean isStopping;
    private boolean isKept;

    /** At rest at home. */
    OnGround(Resource resource, String name, Group group, Pose home) {
        super(resource, group);
        motion = new Motion(group.simulator(), group.mover, home, this);
        Traffic traffic = group.traffic();
        road = traffic == null ? null : new RoadUser(traffic, name, group.name(), group.trailingMetres(), motion, this);
    }

    @Override
    protected Pose pose() {
        return motion.pose();
    }

    @Override
    protected double x() {
        return motion.x();
    }

    @Override
    protected double y() {
        return motion.y();
    }

    @Override
    protected double metresGone() {
        return motion.metresGone();
    }

    @Override
    protected Pace pace() {
        return motion.paceFromNow();
    }

    @Override
    protected boolean isUnderWay() {
        return motion.isUnderWay() || road != null && road.isWaitingToSetOut();
    }

    @Override
    protected boolean isKept() {
        return isKept;
    }

    // ---- going there

    @Override
    protected boolean goTo(Pose location, Aim newAim, boolean isLoaded) {
        resource.onLeaves(location);
        Goal wanted = new Goal(location, newAim, isLoaded);
        if (turnsTo(wanted)) {
            comesTo(wanted);
            if (motion.isAtRest()) {
                turn();
            } else {
                resource.onSetOut(motion.route());
            }
            return false;
        }
        halt(false);
        if (!isStopping) {
            return setOut(wanted);
        }
        comesTo(wanted);
        return false;
    }

    private void comesTo(Goal wanted) {
        goal = wanted;
        setAim(wanted.aim);
    }

    /** Whether it goes there from where it is as soon as it has braked, without waiting. */
    private boolean turnsTo(Goal wanted) {
        if (road == null || !motion.isUnderWay() || motion.isAtRest() || isStopping) {
            return false;
        }
        Route other = group.router().route(road.nearestRest(), wanted.location);
        isStopping = other.metres() > 0 && road.turnTo(other, mover(wanted), wanted.aim == Aim.JOB);
        return isStopping;
    }

    private void turn() {
        isStopping = false;
        RoadUser user = road;
        assert user != null : "who turns in traffic is in it";
        travelled(motion.metresGone());
        user.turn();
        resource.onSetOut(motion.route());
    }

    private Mover mover(Goal wanted) {
        return wanted.isLoaded ? group.loaded : group.mover;
    }

    private boolean setOut(Goal wanted) {
        goal = wanted;
        Route route = group.router().route(motion.pose(), wanted.location);
        Mover mover = mover(wanted);
        RoadUser user = route.metres() == 0 ? null : road;
        if (user == null) {
            motion.setOut(route, mover);
        }
        boolean isOff = user == null || user.setOut(route, mover, wanted.aim == Aim.JOB);
        group.stands(resource, wanted.location.x(), wanted.location.y());
        if (isOff) {
            resource.onSetOut(route);
        } else if (!motion.isUnderWay()) {
            showStanding();
        }
        if (isOff && !motion.isUnderWay()) {
            travelled(motion.metres());
            setAim(Aim.NOTHING);
            return true;
        }
        setAim(wanted.aim);
        group.stands(resource, Double.NaN, Double.NaN);
        return false;
    }

    // ---- staying

    @Override
    protected void stop(boolean atOnce) {
        boolean wasUnderWay = isUnderWay();
        halt(atOnce);
        if (wasUnderWay && !isUnderWay()) {
            showStanding();
        }
    }

    private void showStanding() {
        resource.onSetOut(Route.straight(motion.pose(), motion.pose()));
    }

    private void halt(boolean atOnce) {
        goal = null;
        setAim(Aim.NOTHING);
        if (!isUnderWay()) {
            return;
        }
        if (road != null) {
            road.turnNoMore();
            road.halt(atOnce);
        } else if (motion.brakingMetres() > 0) {
            motion.hold();
        } else {
            endHere();
            return;
        }
        if (motion.isUnderWay() && !motion.isAtRest()) {
            isStopping = true;
            resource.onSetOut(motion.route());
        } else {
            endHere();
        }
    }

    /** It stands, and goes no farther. */
    private void endHere() {
        isStopping = false;
        if (road != null) {
            road.endHere();
        }
        travelled(motion.stop());
        standsHere();
    }

    private void travelled(double metres) {
        resource.onTravelled(metres);
        Route gone = motion.lastRoute();
        if (gone != null) {
            group.use().count(gone, metres);
        }
    }

    private void standsHere() {
        Pose here = motion.pose();
        group.stands(resource, here.x(), here.y());
    }

    @Override
    protected void placeAt(Pose here) {
        assert road == null : "who drives is in no traffic itself";
        motion.placeAt(here);
        tellStands(here);
    }

    // ---- what becomes of it on its way

    @Override
    public void onArrived() {
        travelled(motion.metres());
        if (road != null) {
            road.onArrived();
        }
        standsHere();
        boolean stops = isStopping;
        isStopping = false;
        Goal wanted = goal;
        if (wanted != null && road != null && motion.pose().distanceTo(wanted.location) > NEAR_METRES) {
            setOut(wanted); // it has stood aside, or could not turn before
        } else if (stops && wanted == null) {
            group.onStopped(resource);
        } else {
            group.onArrived(resource);
        }
    }

    @Override
    public void onRest() {
        if (!isStopping) {
            if (road != null) {
                road.onRest();
            }
            return;
        }
        if (road != null && road.isTurning()) {
            turn();
            return;
        }
        Goal wanted = goal;
        endHere();
        if (wanted == null) {
            group.onStopped(resource);
        } else if (setOut(wanted)) {
            setAim(wanted.aim);
            group.onArrived(resource);
        }
    }

    @Override
    public void onMoves(Route route) {
        resource.onSetOut(route);
    }

    @Override
    public void onKept(boolean kept) {
        isKept = kept;
        resource.showDoing();
    }

    @Override
    public void onInTheWay() {
        group.onInTheWay(resource);
    }

    @Override
    public @Nullable Route wayAside() {
        Goal wanted = goal;
        boolean can = wanted != null && wanted.aim == Aim.JOB && resource.metresTo(resource.home()) > NEAR_METRES;
        return can ? group.router().route(motion.pose(), resource.home()) : null;
    }
}
