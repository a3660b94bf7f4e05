package rhombic.plant.maintenance;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDateTime;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.measure.tally.ModeTally;
import rhombic.plant.activity.Activity;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.run.Run;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.UpTime;

/** One mode of failure of one equipment, link or person's tool, as it runs. */
public final class Breakdown implements Job.Owner {
    /** An availability of next to nothing: a mean that is no number any more can't be drawn from. */
    private static final double MIN_UP_SECONDS = 1e-9;

    /** What breaks. */
    public interface Owner {
        /** Where it is repaired. */
        Pose repairPose();

        /** It stands still from now on. */
        void onFailure(Breakdown by);

        /** Its repair begins, or waits. */
        void onStageChanged(Breakdown of);

        /** This no longer keeps it from working. */
        void onRepaired(Breakdown by);

        /** Whose instant it is, if one never ends. */
        String name();
    }

    private final Run run;
    private final Simulator simulator;
    private final FailureMode mode;
    private final Owner owner;
    private final ModeTally tally = new ModeTally();
    private final @Nullable Allocation allocation;
    private final @Nullable Job job;
    private final UniformRandomProvider upChance;
    private final @Nullable TimeSampler up;
    private final TimeSampler down;
    private final @Nullable TimeSampler first;
    private final @Nullable WorkClock workClock;
    private final Repair repair;
    private long cyclesLeft = Long.MAX_VALUE;
    /** On the repair time, of who repairs it. */
    private double factor = 1;

    private final Event fails = new Event(true) {
        @Override
        protected void occur() {
            fail();
            run.settle();
        }
    };

    /** The repair itself, without the wait for whoever does it. */
    private final class Repair extends Activity {
        private boolean isUnderWay;

        Repair() {
            super(Breakdown.this.simulator);
        }

        @Override
        protected void passes(long nanos) {}

        @Override
        protected void ends() {
            isUnderWay = false;
            mend();
            run.settle();
        }
    }

    /**
     * @param id what its draws hang on
     * @param order for its repairers; where that is the site says anew each time; null if it repairs itself
     */
    public Breakdown(Run run, String id, FailureMode mode, Owner owner, @Nullable Allocation allocation, Job.@Nullable Request order) {
        this.run = run;
        simulator = run.simulator;
        this.mode = mode;
        this.owner = owner;
        this.allocation = allocation;
        upChance = run.stream(id, Purpose.FAILURE);
        job = order == null ? null : new Job(this, order);
        down = mode.down().sampler(run.stream(id, Purpose.REPAIR));
        Distribution firstTime = mode.firstFailure();
        first = firstTime == null ? null : firstTime.sampler(upChance);
        up = switch (mode.up()) {
            case UpTime.After after -> after.time().sampler(upChance);
            case UpTime.Available available -> new Distribution.Exponential(
                    new Quantity(Math.clamp(available.meanUpSeconds(mode.down().meanSeconds()), MIN_UP_SECONDS,
                            UpTime.Available.MAX_UP_SECONDS), Unit.SECOND))
                    .sampler(upChance);
            case UpTime.AfterCycles cycles -> null;
            case UpTime.Planned planned -> null;
        };
        assert Unit.SECOND.dimension() == Dimension.TIME;
        workClock = clock(mode.up()) == UpTime.Clock.WORKING ? new WorkClock(simulator, this::failAndSettle) : null;
        repair = new Repair();
    }

    private static UpTime.@Nullable Clock clock(UpTime up) {
        return switch (up) {
            case UpTime.After after -> after.clock();
            case UpTime.Available available -> available.clock();
            case UpTime.AfterCycles cycles -> null;
            case UpTime.Planned planned -> null;
        };
    }

    public FailureMode mode() {
        return mode;
    }

    public ModeTally tally() {
        return tally;
    }

    /** Where its up time counts work; null if it does not. */
    @Nullable
    WorkClock workClock() {
        return workClock;
    }

    public boolean isByCycles() {
        return mode.up() instanceof UpTime.AfterCycles;
    }

    public void begin() {
        runs(first);
    }

    /** Pieces are done; while it is down that counts for nothing, for there are cycles enough left. */
    void count(int cycles) {
        cyclesLeft -= cycles;
        if (cyclesLeft <= 0) {
            cyclesLeft = Long.MAX_VALUE;
            run.afterwards(owner.name(), this::fail);
        }
    }

    private void runs(@Nullable TimeSampler drawn) {
        switch (mode.up()) {
            case UpTime.AfterCycles cycles -> cyclesLeft = cycles.byChance() ? geometric(cycles.cycles()) : cycles.cycles();
            case UpTime.Planned planned -> {
                LocalDateTime now = run.start.plusNanos(simulator.nowNanos());
                simulator.schedule(fails, Duration.between(now, next(planned, now)).toNanos(), Run.STOP_PRIORITY);
            }
            case UpTime.After after -> runs((drawn == null ? sampler() : drawn).nextNanos());
            case UpTime.Available available -> runs((drawn == null ? sampler() : drawn).nextNanos());
        }
    }

    private TimeSampler sampler() {
        TimeSampler sampler = up;
        assert sampler != null : "an up time without a time";
        return sampler;
    }

    private void runs(long nanos) {
        if (workClock == null) {
            simulator.schedule(fails, nanos, Run.STOP_PRIORITY);
        } else {
            workClock.set(nanos);
        }
    }

    /** The number of the first success of trials that each have the chance 1/mean, 1 or more (inversion). */
    private long geometric(int mean) {
        if (mean == 1) {
            return 1;
        }
        double u = 1 - upChance.nextDouble();
        return Math.max(1, (long) Math.ceil(Math.log(u) / Math.log1p(-1.0 / mean)));
    }

    /** Not before now; at this very moment only at the start of the run. */
    private LocalDateTime next(UpTime.Planned planned, LocalDateTime now) {
        for (int ahead = 0; ahead <= 8; ahead++) {
            LocalDateTime at = now.toLocalDate().plusDays(ahead).atTime(planned.time());
            DayOfWeek day = at.getDayOfWeek();
            if (planned.days().contains(day) && (at.isAfter(now) || at.equals(now) && simulator.nowNanos() == 0)) {
                return at;
            }
        }
        throw new IllegalStateException("A week without any of the days " + planned.days());
    }

    private void failAndSettle() {
        fail();
        run.settle();
    }

    private void fail() {
        Job asked = job;
        Allocation people = allocation;
        tally.setStage(simulator.nowNanos(), asked == null ? ModeTally.Stage.REPAIR : ModeTally.Stage.WAITING);
        owner.onFailure(this);
        if (asked == null || people == null) {
            repair.start(down.nextNanos());
        } else {
            asked.reset(asked.request().at(owner.repairPose()), simulator.nowNanos(), simulator.nowNanos(), null, Job.Insistence.NO);
            people.ask(asked);
        }
    }

    @Override
    public void onReady(Job asked) {
        tally.setStage(simulator.nowNanos(), ModeTally.Stage.REPAIR);
        owner.onStageChanged(this);
        if (repair.isUnderWay) {
            repair.stretch(asked.factor() / factor);
            repair.resume();
        } else {
            repair.isUnderWay = true;
            repair.start(Math.round(down.nextNanos() * asked.factor()));
        }
        factor = asked.factor();
    }

    @Override
    public boolean canLeave(Job asked) {
        return !repair.isEnding();
    }

    @Override
    public void onLeft(Job asked) {
        repair.pause();
        tally.setStage(simulator.nowNanos(), ModeTally.Stage.WAITING);
        owner.onStageChanged(this);
    }

    private void mend() {
        if (job != null && allocation != null) {
            allocation.done(job);
        }
        tally.setStage(simulator.nowNanos(), ModeTally.Stage.UP);
        runs((TimeSampler) null); // its clock is set before it works again
        owner.onRepaired(this);
    }
}
