package rhombic.plant.resource;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.measure.tally.SkillTally;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.route.Router;
import rhombic.plant.route.StraightRouter;
import rhombic.plant.staff.Worker;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.IdlePlace;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.place.Placement;
import rhombic.study.value.PersonState;

/** One plant with nothing in it but people. */
final class Yard implements Job.Owner, Worker.Listener {
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
    final Allocation allocation = new Allocation(simulator, tallies);
    Router router = new StraightRouter();
    boolean isHandFull;

    @Override
    public void onMove(Worker person, Route route) {
        moves.add(person.name() + " " + route.from().x() + " to " + route.to().x() + " in " + person.pace().nanos() / SECOND);
    }

    @Override
    public void onBoards(Worker person, int mover, Pose at) {
        log.add(person.name() + " drives " + mover);
    }

    @Override
    public void onState(Worker person, PersonState state) {}

    @Override
    public void onReady(Job job) {
        log.add("ready " + job.location().x() + " by " + job.resources().getFirst().name());
    }

    @Override
    public void onLeft(Job job) {
        log.add("left " + job.location().x());
    }

    @Override
    public boolean canLeave(Job job) {
        return !isHandFull;
    }

    Group group(UnaryOperator<Crew> with) {
        allocation.whenSomethingHappened(allocation::give);
        Crew crew = with.apply(Crew.usual(Basics.of("Crew", Placement.at(0, 0))));
        Mover mover = crew.speed().isPresent() ? Mover.even(1) : Mover.even(Double.POSITIVE_INFINITY);
        return allocation.group("Crew", new Group.Ways(mover, mover, router, null, 0),
                new Group.Rules(crew.dispatching(), piece -> 0, null, crew.basics().duty().atShiftEnd(), Pose.at(-50, 0, 0, 0)));
    }

    Group staying(UnaryOperator<Crew> with) {
        return group(crew -> with.apply(crew.withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE))));
    }

    Worker person(String name, Group group, double x, boolean... skills) {
        Worker person = new Worker(allocation.resources().size(), name, group, skills.length == 0 ? new boolean[] {true, false} : skills, 1,
                Pose.at(x, 0, 0, 90), this);
        allocation.add(person);
        return person;
    }

    Job job(double x, int priority, Job.Demand... demands) {
        return new Job(this, new Job.Request(Job.Kind.WORK, Pose.at(x, 0, 0, 0),
                demands.length == 0 ? List.of(new Job.Demand(0, 1)) : List.of(demands), priority, false));
    }

    void ask(Job job, long since) {
        ask(job, since, null, Job.Insistence.NO);
    }

    void ask(Job job, long since, @Nullable Resource person, Job.Insistence only) {
        job.reset(job.request(), since, simulator.nowNanos(), person, only);
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
