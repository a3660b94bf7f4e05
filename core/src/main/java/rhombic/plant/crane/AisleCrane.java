package rhombic.plant.crane;

import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.activity.Activity;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Group;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Worker;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.CraneDriving;
import rhombic.study.unfold.CraneParts;
import rhombic.trace.MoverMoment;

/**
 * One stacker crane in its aisle. It travels and lifts at the same time, from rest to rest, and is there when both are over; then its fork reaches out and
 * comes back; where it takes several loads at a time, it has a fork for each. What it does next it asks its aisle, and when there is nothing, or it has been
 * there long enough, a transfer may take it to another.
 */
public final class AisleCrane extends Worker {
    /** What a crane works for. */
    public interface Work {
        /**
         * Where it picks up or sets down next; null: there is nothing to do.
         *
         * @param mayBegin whether it may begin something, or only end what it has begun
         */
        @Nullable
        Stop next(boolean mayBegin);

        /** To another aisle, where something waits for a crane: it sets out; null: it stays. */
        @Nullable
        AisleChange change();

        /** Where it waits; null: where it is. */
        @Nullable
        Position waitsAt();

        void onPickedUp(Piece piece, int fork);

        void onSetDown(Piece piece);

        /** It sets out, and travels and lifts at the same time. */
        void onMove(long travelNanos, long liftNanos);

        /** Its fork works for so long. */
        void onFork(long nanos);

        /** It is down, or no longer. */
        void onDown(boolean isDown);
    }

    /**
     * An aisle that it works in.
     *
     * @param aisle the middle of its front end on the floor, looking along it
     */
    public record Place(Work work, Pose aisle, double length) {}

    /** Metres from the front of the rack, and above the floor. */
    public record Position(double along, double high) {}

    /**
     * Where a crane picks loads up or sets them down, all of them at the same time, each with a fork of its own.
     *
     * @param reach metres to the left of the middle of the aisle, seen along it; negative: to the right
     * @param deep how many places farther back than the nearest
     */
    public record Stop(List<Handled> handled, boolean isPickUp, Position position, double reach, int deep) {
        /** A piece and the number of the fork that takes it. */
        public record Handled(Piece piece, int fork) {}
    }

    /** How it comes from one aisle to another: it waits at the end of the first, drives onto what takes it across, and off it. */
    public interface AisleChange {
        /** Metres from the front of the rack, where it waits, and where it stands again in the other aisle. */
        double beforeMetres();

        /** The same where it stands while it is taken across. */
        double onMetres();

        /** That it takes to drive on, or off. */
        long driveOnNanos();

        /** It waits; {@link AisleCrane#onTransferComes} is called when its turn has come. */
        void await(AisleCrane crane);

        /** It leaves the first aisle; gives what moves it across. */
        CraneAxis leave(AisleCrane crane);

        /** It is taken across by that; says how long that takes. */
        long moveAcross(CraneAxis axis);

        /** It is at the other aisle, which is its own from now on. */
        Place arrive(AisleCrane crane);

        /** It has driven off. */
        void end();
    }

    private enum Phase {
        IDLE, TRAVEL, REACH, RETURN, TO_WAIT, TO_TRANSFER,
        /** It waits until the transfer has come. */
        AWAIT, DRIVE_ON, ACROSS, DRIVE_OFF
    }

    /** What is no farther is there. */
    private static final double NEAR_METRES = 1e-9;
    /** Paths begin and end so far outside an aisle. */
    private static final double MARGIN_METRES = 60;

    private final Run run;
    private final CraneDriving driving;
    private final TimeSampler fork;
    private final TimeSampler deep;
    private final StackerCrane element;
    private final CraneCycles cycles;
    private final CraneParts<ResourceGroup> parts;
    private final Activity step;
    private @Nullable Site site;
    private Phase phase = Phase.IDLE;
    private @Nullable Stop stop;
    private @Nullable AisleChange change;
    /** Loads on its forks. */
    private int loads;
    private boolean isDown;
    /** Of the handling that it is at. */
    private long forkNanos;
    /** Along the aisle, or across, of the move that it is on. */
    private double metres;

    /** Where it works, and how it moves there. */
    private record Site(Work work, CraneAxis along, CraneAxis up, List<CraneAxis> forks) {
        List<CraneAxis> axes() {
            return Stream.concat(Stream.of(along, up), forks.stream()).toList();
        }

        /** It moves there from now on. */
        Site with(Work newWork, CraneAxis newAxis) {
            return new Site(newWork, newAxis, up, forks);
        }
    }

    AisleCrane(int number, Person member, Group group, boolean[] skills, Pose home, StackerCrane element, Run run,
            @Nullable Listener listener) {
        super(number, member.name(), group, skills, 1, home, listener);
        this.run = run;
        this.element = element;
        driving = element.driving();
        cycles = element.cycles();
        String id = element.id() + "\u0000" + member.id();
        fork = cycles.forkTime().onlySampler(run.stream(id, Purpose.PICK_UP));
        deep = cycles.deepTime().onlySampler(run.stream(id, Purpose.SET_DOWN));
        parts = CraneParts.ofMember(run.unfolded, number);
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

    public CraneDriving driving() {
        return driving;
    }

    /** It, and all others of its group. */
    public StackerCrane element() {
        return element;
    }

    /**
     * It is in that aisle from now on, where it waits.
     *
     * @param high how high the rack is
     * @param reach how far its forks reach at most
     * @param pitch from one fork to the next
     */
    public void install(Place place, double high, double reach, double pitch, Position start) {
        Path up = Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(0, 0, high + MARGIN_METRES, 0)), 0);
        List<CraneAxis> forks = IntStream.range(0, cycles.loads()).mapToObj(i -> {
            Path across = Path.from(Pose.at(cycles.forkMetres(i, pitch), -reach, 0, 90)).straight(2 * reach, 0).build();
            return new CraneAxis(run, parts.tip(i), parts.inner(), across, 0, reach, 0);
        }).toList();
        site = new Site(place.work(), axis(place, start.along()), new CraneAxis(run, parts.inner(), number, up, 0, 0, start.high()), forks);
    }

    /** Along an aisle. */
    private CraneAxis axis(Place place, double at) {
        Path along = Path.from(place.aisle().of(Pose.at(-MARGIN_METRES, 0, 0, 0))).straight(place.length() + 2 * MARGIN_METRES, 0).build();
        return axis(along, place.aisle().heading(), MARGIN_METRES, at);
    }

    /** On which it moves over the floor. */
    public CraneAxis axis(Path path, double facing, double beginsBefore, double at) {
        return new CraneAxis(run, number, MoverMoment.FLOOR, path, facing, beginsBefore, at);
    }

    private Site site() {
        return Objects.requireNonNull(site, "it is in no aisle");
    }

    /** The mover that is one of its forks, on which a load rides. */
    public int fork(int fork) {
        return parts.tip(fork);
    }

    public boolean isDown() {
        return isDown;
    }

    /** Whether it is in an aisle. */
    boolean isInstalled() {
        return site != null;
    }

    /** Something may have to be done. */
    public void wake() {
        if (phase == Phase.IDLE && !isDown) {
            goOn();
        }
    }

    private void goOn() {
        Stop next = site().work.next(!isHeld());
        if (next != null) {
            stop = next;
            go(Phase.TRAVEL, next.position());
            return;
        }
        change = isHeld() ? null : site().work.change();
        if (change != null) {
            go(Phase.TO_TRANSFER, new Position(change.beforeMetres(), site().up.at()));
            return;
        }
        Position wait = site().work.waitsAt();
        if (wait != null && !isHeld() && !isAt(wait)) {
            go(Phase.TO_WAIT, wait);
        } else {
            phase = Phase.IDLE;
            showDoing();
        }
    }

    private boolean isAt(Position position) {
        return Math.abs(position.along() - site().along.at()) <= NEAR_METRES && Math.abs(position.high() - site().up.at()) <= NEAR_METRES;
    }

    private void go(Phase why, Position to) {
        metres = Math.abs(to.along() - site().along.at());
        long travel = site().along.moveTo(to.along(), driving.travel()::pace);
        long lift = site().up.moveTo(to.high(), driving.lift()::pace);
        site().work.onMove(travel, lift);
        begin(why, Math.max(travel, lift));
    }

    private void reach(Phase why, double to, long nanos) {
        stop().handled().forEach(one -> site().forks.get(one.fork()).moveTo(to, way -> Pace.over(way, nanos)));
        begin(why, nanos);
    }

    private void begin(Phase why, long nanos) {
        phase = why;
        showDoing();
        step.start(nanos);
    }

    private void onStepEnded() {
        Work of = site().work;
        switch (phase) {
            case TRAVEL -> {
                onTravelled(metres);
                Stop at = stop();
                forkNanos = fork.nextNanos();
                for (int i = 0; i < at.deep(); i++) {
                    forkNanos += deep.nextNanos();
                }
                of.onFork(forkNanos);
                reach(Phase.REACH, at.reach(), forkNanos / 2);
            }
            case REACH -> {
                Stop at = stop();
                loads += at.isPickUp() ? at.handled().size() : -at.handled().size();
                at.handled().forEach(one -> {
                    if (at.isPickUp()) {
                        of.onPickedUp(one.piece(), one.fork());
                    } else {
                        of.onSetDown(one.piece());
                    }
                });
                reach(Phase.RETURN, 0, forkNanos - forkNanos / 2);
            }
            case RETURN -> {
                if (!stop().isPickUp()) {
                    stop().handled().forEach(one -> onJobDone());
                }
                stop = null;
                phase = Phase.IDLE;
                goOn();
            }
            case TO_WAIT -> {
                onTravelled(metres);
                phase = Phase.IDLE;
                goOn();
            }
            case TO_TRANSFER -> {
                onTravelled(metres);
                phase = Phase.AWAIT;
                change().await(this);
            }
            case AWAIT -> drive(Phase.DRIVE_ON, change().onMetres());
            case DRIVE_ON -> {
                onTravelled(metres);
                goAcross(change());
            }
            case ACROSS -> {
                onTravelled(metres);
                arrive(change());
            }
            case DRIVE_OFF -> {
                onTravelled(metres);
                change().end();
                change = null;
                phase = Phase.IDLE;
                goOn();
            }
            case IDLE -> throw new IllegalStateException("A crane that does nothing has ended something");
        }
    }

    private Stop stop() {
        return Objects.requireNonNull(stop, "it goes nowhere");
    }

    // ---- to another aisle

    private AisleChange change() {
        return Objects.requireNonNull(change, "it stays in its aisle");
    }

    /** The transfer comes for it, which takes so long. */
    public void onTransferComes(long nanos) {
        begin(Phase.AWAIT, nanos);
        if (isDown) {
            step.pause();
        }
    }

    /** Onto the transfer, or off it. */
    private void drive(Phase why, double to) {
        long nanos = change().driveOnNanos();
        metres = Math.abs(to - site().along.at());
        site().along.moveTo(to, way -> Pace.over(way, nanos));
        site().work.onMove(nanos, 0);
        begin(why, nanos);
    }

    private void goAcross(AisleChange to) {
        CraneAxis across = to.leave(this);
        site = site().with(site().work, across);
        double from = across.at();
        long nanos = to.moveAcross(across);
        metres = Math.abs(across.at() - from);
        site().work.onMove(nanos, 0);
        begin(Phase.ACROSS, nanos);
    }

    private void arrive(AisleChange done) {
        Place place = done.arrive(this);
        site = site().with(place.work(), axis(place, done.onMetres()));
        drive(Phase.DRIVE_OFF, done.beforeMetres());
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
        Site there = site;
        if (there == null) {
            return;
        }
        if (nowDown) {
            step.pause();
            there.axes().forEach(CraneAxis::hold);
        } else {
            there.axes().forEach(CraneAxis::resume);
            step.resume();
            wakeSoon();
        }
        if (phase != Phase.IDLE) {
            showDoing();
        }
        there.work.onDown(nowDown);
    }

    private void wakeSoon() {
        if (site != null) {
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
            case TRAVEL -> loads > 0 ? Doing.BRINGING : Doing.GOING;
            case TO_WAIT, TO_TRANSFER, AWAIT, DRIVE_ON, ACROSS, DRIVE_OFF -> Doing.GOING;
            case REACH, RETURN -> stop().isPickUp() ? Doing.TAKING_UP : Doing.SETTING_DOWN;
        };
    }

    /** It stays in its aisle. */
    @Override
    protected Pose restingPlace(boolean isOffShift) {
        return pose();
    }
}
