package rhombic.plant.doers;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.measure.SkillTally;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;
import rhombic.study.value.Placement;

/** One plant with nothing in it but people. */
final class Yard implements Job.Site, Doer.Watcher {
    static final long SECOND = 1_000_000_000L;

    static UnaryOperator<Crew> over(AtShiftEnd over) {
        return crew -> (Crew) crew.with(crew.basics().withDuty(crew.basics().duty().withAtShiftEnd(over)));
    }

    static UnaryOperator<Crew> atOnce() {
        return crew -> crew.withSpeed(Optional.empty());
    }

    final Simulator simulator = new Simulator();
    final List<SkillTally> tallies = List.of(new SkillTally(0), new SkillTally(0));
    final List<String> log = new ArrayList<>();
    final List<String> moves = new ArrayList<>();
    final Allocation allocation = new Allocation(simulator, this, tallies);
    boolean isHandFull;

    @Override
    public void moves(Doer doer, Pose from, Pose to, long nanos) {
        moves.add(doer.name() + " " + from.x() + " to " + to.x() + " in " + nanos / SECOND);
    }

    @Override
    public void does(Doer doer, PersonState state, @Nullable Job job) {}

    @Override
    public void ready(Job job) {
        log.add("ready " + job.where().x() + " by " + job.doers().getFirst().name());
    }

    @Override
    public void left(Job job) {
        log.add("left " + job.where().x());
    }

    @Override
    public boolean mayLeave(Job job) {
        return !isHandFull;
    }

    Group group(UnaryOperator<Crew> with) {
        allocation.whenSomethingHappened(allocation::give);
        Crew crew = with.apply(Crew.usual(Basics.of("Crew", Placement.at(0, 0))));
        return allocation.group(crew, crew.speed().isPresent() ? 1 : Double.POSITIVE_INFINITY, Pose.at(-50, 0, 0, 0));
    }

    Group staying(UnaryOperator<Crew> with) {
        return group(crew -> with.apply(crew.withIdleAt(Crew.IdlePlace.WHERE_THEY_ARE)));
    }

    Doer person(String name, Group group, double x, boolean... skills) {
        return allocation.add(name, group, skills.length == 0 ? new boolean[] {true, false} : skills, 1, Pose.at(x, 0, 0, 90));
    }

    Job job(double x, int priority, Job.Demand... demands) {
        return new Job(this, new Job.Order(Job.What.WORK, Pose.at(x, 0, 0, 0),
                demands.length == 0 ? List.of(new Job.Demand(0, 1)) : List.of(demands), priority, false));
    }

    void ask(Job job, long since) {
        ask(job, since, null, Job.Insists.NO);
    }

    void ask(Job job, long since, @Nullable Doer who, Job.Insists only) {
        job.becomes(job.order(), since, simulator.nowNanos(), who, only);
        allocation.ask(job);
    }

    void until(double seconds) {
        long end = Math.round(seconds * SECOND);
        while (simulator.step(end)) {
            allocation.give();
        }
        simulator.advanceTo(Math.max(end, simulator.nowNanos()));
    }

    void done(Job job) {
        allocation.done(job);
        allocation.give();
    }
}
