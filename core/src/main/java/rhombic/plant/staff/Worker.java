package rhombic.plant.staff;

import org.jspecify.annotations.Nullable;
import rhombic.measure.tally.PersonTally;
import rhombic.plant.resource.Group;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.plant.route.Route;
import rhombic.space.Pose;
import rhombic.study.value.PersonState;

/** One of a crew or a fleet, at work in a plant. */
public class Worker extends Resource {
    /** Hears what becomes of people. */
    public interface Listener {
        /** It sets out along that route at its {@link Resource#pace}, or is there at once. */
        void onMove(Worker person, Route route);

        /** It rides on that mover from now on, which it drives, until it moves again. */
        void onBoards(Worker person, int mover, Pose at);

        void onState(Worker person, PersonState state);
    }

    /** What it works with, which may break; hears of its use. */
    public interface Tool {
        void onUse(boolean used);

        void onJobDone();
    }

    private final PersonTally tally = new PersonTally();
    private final @Nullable Listener listener;
    private @Nullable Tool tool;

    /**
     * Somebody who is free, at home.
     *
     * @param number among all resources
     * @param skills by number
     * @param factor on the times of what it does
     * @param listener null: nobody watches
     */
    public Worker(int number, String name, Group group, boolean[] skills, double factor, Pose home, @Nullable Listener listener) {
        super(number, name, group, skills, factor, home);
        this.listener = listener;
    }

    public final PersonTally tally() {
        return tally;
    }

    final void worksWith(Tool newTool) {
        tool = newTool;
    }

    @Override
    protected final void onDoing(Doing doing, Job.@Nullable Kind kind) {
        PersonState before = tally.state();
        PersonState state = switch (doing) {
            case WAITING -> PersonState.WAITING;
            case GOING -> PersonState.WALKING;
            case BRINGING -> PersonState.CARRYING;
            case STANDING_BY -> PersonState.STANDING_BY;
            case AT_WORK -> atWork(kind);
            case TAKING_UP -> PersonState.PICKING_UP;
            case SETTING_DOWN -> PersonState.SETTING_DOWN;
            case ON_BREAK -> PersonState.ON_BREAK;
            case OFF_SHIFT -> PersonState.OFF_SHIFT;
            case DOWN -> PersonState.DOWN;
            case KEPT -> PersonState.FOR_TRAFFIC;
            case CHARGING -> PersonState.CHARGING;
            case TO_CHARGE -> PersonState.TO_CHARGE;
            case TO_BE_DRIVEN -> PersonState.FOR_DRIVER;
        };
        if (before == state) {
            return;
        }
        tally.setState(group().now(), state);
        if (tool != null && before.usesTool() != state.usesTool()) {
            tool.onUse(state.usesTool());
        }
        if (listener != null) {
            listener.onState(this, state);
        }
    }

    private static PersonState atWork(Job.@Nullable Kind kind) {
        assert kind != null : "who works has a job";
        return switch (kind) {
            case WORK -> PersonState.WORKING;
            case CHANGEOVER -> PersonState.CHANGEOVER;
            case SERVICE -> PersonState.SERVICE;
            case REPAIR -> PersonState.REPAIR;
            case CARRY -> PersonState.CARRYING;
            case DRIVE -> PersonState.DRIVING;
        };
    }

    @Override
    protected void onTravelled(double metres) {
        tally.addWalk(metres);
    }

    @Override
    protected final void onSetOut(Route route) {
        if (listener != null) {
            listener.onMove(this, route);
        }
    }

    @Override
    protected final void onBoards(int mover, Pose at) {
        if (listener != null) {
            listener.onBoards(this, mover, at);
        }
    }

    @Override
    protected final void onJobDone() {
        tally.countJob();
        if (tool != null) {
            tool.onJobDone();
        }
    }

    @Override
    protected final double busyNanos(long now) {
        return tally.busyNanos(now);
    }
}
