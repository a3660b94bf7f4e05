package rhombic.plant.store;

import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.activity.Activity;
import rhombic.plant.resource.Group;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Worker;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.CraneDriving;
import rhombic.trace.MoverMoment;

/**
 * One stacker crane in its aisle. It travels and lifts at the same time, from rest to rest, and is there when both are over; then its fork reaches out and
 * comes back. What it does next it asks its aisle.
 */
final class Crane extends Worker {
    /** What a crane works for. */
    interface Work {
        /**
         * Where it picks up or sets down next; null: there is nothing to do.
         *
         * @param mayBegin whether it may begin something, or only end what it has begun
         */
        @Nullable
        Stop next(boolean mayBegin);

        /** Where it waits, as metres along the aisle and above the floor; null: where it is. */
        double @Nullable [] waitsAt();

        void onPickedUp(Load load);

        void onSetDown(Load load);

        /** It is down, or no longer. */
        void onDown(boolean isDown);
    }

    private enum Phase {
        IDLE, TRAVEL, REACH, RETURN, TO_WAIT
    }

    /** What is no farther is there. */
    private static final double NEAR_METRES = 1e-9;
    /** Paths begin and end so far outside an aisle. */
    private static final double MARGIN_METRES = 60;

    private final Run run;
    private final CraneDriving driving;
    private final TimeSampler fork;
    private final TimeSampler deep;
    private final int carriage;
    private final int forks;
    private final Activity step;
    private @Nullable Work work;
    private @Nullable Path along;
    private @Nullable Path up;
    private @Nullable Path across;
    private double reachable;
    private Phase phase = Phase.IDLE;
    private @Nullable Stop stop;
    private boolean isLoaded;
    private boolean isDown;
    private double atAlong;
    private double atHigh;
    private double toAlong;
    private double toHigh;
    private long stepNanos;
    private long forkNanos;
    private double facing;
    private Pace alongPace = Pace.over(0, 0);
    private Pace upPace = Pace.over(0, 0);
    private Pace acrossPace = Pace.over(0, 0);

    /** @param order of it among all cranes of the run */
    Crane(int number, Person member, Group group, boolean[] skills, Pose home, StackerCrane element, Run run, int order,
            @Nullable Listener listener) {
        super(number, member.name(), group, skills, 1, home, listener);
        this.run = run;
        driving = element.driving();
        CraneCycles cycles = element.cycles();
        String id = element.id() + "\u0000" + member.id();
        fork = cycles.forkTime().onlySampler(run.stream(id, Purpose.PICK_UP));
        deep = cycles.deepTime().onlySampler(run.stream(id, Purpose.SET_DOWN));
        carriage = run.unfolded.members().size() + 2 * order;
        forks = carriage + 1;
        step = new Activity(run.simulator) {
            @Override
            protected void passes(long nanos) {}

            @Override
            protected void ends() {
                onStepEnded();
                run.settle();
            }
        };
    }

    CraneDriving driving() {
        return driving;
    }

    /**
     * It is in that aisle from now on, where it waits.
     *
     * @param aisle the middle of its front end on the floor, looking along it
     * @param high how high the rack is
     * @param reach how far its fork reaches at most
     */
    void install(Work newWork, Pose aisle, double length, double high, double reach, double startAlong, double startHigh) {
        work = newWork;
        atAlong = startAlong;
        atHigh = startHigh;
        reachable = reach;
        facing = aisle.heading();
        Pose begins = aisle.of(Pose.at(-MARGIN_METRES, 0, 0, 0));
        along = Path.from(begins).straight(length + 2 * MARGIN_METRES, 0).build();
        up = Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(0, 0, high + MARGIN_METRES, 0)), 0);
        across = Path.from(Pose.at(0, -reach, 0, 90)).straight(2 * reach, 0).build();
        alongPace = Pace.over(atAlong + MARGIN_METRES, 0);
        upPace = Pace.over(atHigh, 0);
        acrossPace = Pace.over(reach, 0);
        writeAll(0);
    }

    /** The mover that is its fork, on which loads ride. */
    int forks() {
        return forks;
    }

    double along() {
        return atAlong;
    }

    double high() {
        return atHigh;
    }

    boolean isDown() {
        return isDown;
    }

    /** Whether it is in an aisle. */
    boolean isInstalled() {
        return work != null;
    }

    /** Something may have to be done. */
    void wake() {
        if (phase == Phase.IDLE && !isDown) {
            goOn();
        }
    }

    private void goOn() {
        Work of = Objects.requireNonNull(work, "it is in no aisle");
        Stop next = of.next(!isHeld());
        if (next != null) {
            stop = next;
            go(Phase.TRAVEL, next.along(), next.high());
            return;
        }
        double[] wait = of.waitsAt();
        if (wait != null && !isHeld() && (Math.abs(wait[0] - atAlong) > NEAR_METRES || Math.abs(wait[1] - atHigh) > NEAR_METRES)) {
            go(Phase.TO_WAIT, wait[0], wait[1]);
        } else {
            phase = Phase.IDLE;
            showDoing();
        }
    }

    private void go(Phase why, double newAlong, double newHigh) {
        phase = why;
        toAlong = newAlong;
        toHigh = newHigh;
        Pace travel = driving.travel(Math.abs(newAlong - atAlong));
        Pace lift = driving.lift(Math.abs(newHigh - atHigh));
        alongPace = moved(travel, atAlong + MARGIN_METRES, newAlong - atAlong);
        upPace = moved(lift, atHigh, newHigh - atHigh);
        begin(Math.max(travel.nanos(), lift.nanos()), true, false);
    }

    private static Pace moved(Pace pace, double from, double by) {
        return by < 0 ? pace.backFrom(from) : Pace.oneAfterAnother(from, List.of(pace));
    }

    private void begin(long nanos, boolean travels, boolean reaches) {
        stepNanos = nanos;
        if (run.trace != null && travels) {
            write(number, MoverMoment.FLOOR, along, alongPace);
            write(carriage, number, up, upPace);
        }
        if (run.trace != null && reaches) {
            write(forks, carriage, across, acrossPace);
        }
        showDoing();
        step.start(nanos);
    }

    private void reach(Phase which, double from, double to, long nanos) {
        phase = which;
        acrossPace = moved(Pace.over(Math.abs(to - from), nanos), from + reachable, to - from);
        begin(nanos, false, true);
    }

    private void onStepEnded() {
        Work of = Objects.requireNonNull(work, "it is in no aisle");
        switch (phase) {
            case TRAVEL -> {
                arrive();
                Stop at = stop();
                forkNanos = fork.nextNanos();
                for (int i = 0; i < at.deep(); i++) {
                    forkNanos += deep.nextNanos();
                }
                reach(Phase.REACH, 0, at.reach(), forkNanos / 2);
            }
            case REACH -> {
                Stop at = stop();
                isLoaded = at.isPickUp();
                if (isLoaded) {
                    of.onPickedUp(at.load());
                } else {
                    of.onSetDown(at.load());
                }
                reach(Phase.RETURN, at.reach(), 0, forkNanos - forkNanos / 2);
            }
            case RETURN -> {
                if (!stop().isPickUp()) {
                    onJobDone();
                }
                stop = null;
                phase = Phase.IDLE;
                goOn();
            }
            case TO_WAIT -> {
                arrive();
                phase = Phase.IDLE;
                goOn();
            }
            case IDLE -> throw new IllegalStateException("A crane that does nothing has ended something");
        }
    }

    private Stop stop() {
        return Objects.requireNonNull(stop, "it goes nowhere");
    }

    private void arrive() {
        onTravelled(Math.abs(toAlong - atAlong));
        atAlong = toAlong;
        atHigh = toHigh;
    }

    // ---- what keeps it from going on

    @Override
    protected void onHoldsChanged(boolean nowDown) {
        if (isDown == nowDown) {
            if (!isHeld()) {
                wakeSoon();
            }
            return;
        }
        isDown = nowDown;
        if (nowDown) {
            step.pause();
            writeAll(stepNanos - step.leftNanos());
        } else {
            if (phase != Phase.IDLE) {
                long passed = stepNanos - step.leftNanos();
                alongPace = alongPace.restFrom(passed);
                upPace = upPace.restFrom(passed);
                acrossPace = acrossPace.restFrom(passed);
                stepNanos -= passed;
                writeAllMoving();
            }
            step.resume();
            wakeSoon();
        }
        if (work != null) {
            work.onDown(nowDown);
        }
    }

    private void wakeSoon() {
        if (work != null) {
            run.afterwards(name(), this::wake);
        }
    }

    @Override
    protected Doing shown(Doing ofAll) {
        if (isDown) {
            return Doing.DOWN;
        }
        return switch (phase) {
            case IDLE -> ofAll;
            case TRAVEL -> isLoaded ? Doing.BRINGING : Doing.GOING;
            case TO_WAIT -> Doing.GOING;
            case REACH, RETURN -> stop().isPickUp() ? Doing.TAKING_UP : Doing.SETTING_DOWN;
        };
    }

    /** It stays in its aisle. */
    @Override
    protected Pose restingPlace(boolean isOffShift) {
        return pose();
    }

    // ---- what is written down

    /** It stands where it has come after that part of its step. */
    private void writeAll(long passed) {
        if (run.trace != null && along != null) {
            write(number, MoverMoment.FLOOR, along, Pace.over(alongPace.metresAt(passed), 0));
            write(carriage, number, up, Pace.over(upPace.metresAt(passed), 0));
            write(forks, carriage, across, Pace.over(acrossPace.metresAt(passed), 0));
        }
    }

    private void writeAllMoving() {
        if (run.trace != null && along != null) {
            write(number, MoverMoment.FLOOR, along, alongPace);
            write(carriage, number, up, upPace);
            write(forks, carriage, across, acrossPace);
        }
    }

    private void write(int mover, int frame, @Nullable Path path, Pace pace) {
        if (run.trace != null && path != null) {
            run.trace.travels(run.now(), mover, frame, path, frame == MoverMoment.FLOOR ? facing : 0, pace);
        }
    }
}
