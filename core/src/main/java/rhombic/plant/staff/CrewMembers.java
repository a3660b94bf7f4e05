package rhombic.plant.staff;

import org.jspecify.annotations.Nullable;
import rhombic.plant.resource.Group;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Routers;
import rhombic.plant.run.Run;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.kind.Crew;

/** The people of a crew. */
public final class CrewMembers extends WorkingMembers {
    /** How far from what stands there people walk. */
    private static final double CLEARANCE_METRES = 0.25;

    public CrewMembers(Run run, Staff staff, Crew crew) {
        super(run, staff, crew, Mover.even(speed(crew)), Mover.even(speed(crew)),
                run.blueprint.routers().of(new Routers.Traveller(crew.travel(), true, speed(crew), 0, CLEARANCE_METRES)),
                new Group.Rules(crew.personRule(), crew.jobRule(), crew.idleAt() == Crew.IdlePlace.AT_HOME,
                        crew.basics().duty().atShiftEnd(), place(run, crew.breakArea())));
    }

    private static double speed(Crew crew) {
        return crew.speed().map(q -> q.inBaseUnit()).orElse(Double.POSITIVE_INFINITY);
    }

    @Override
    protected Worker worker(int number, Person member, boolean[] skills, Pose home, Worker.@Nullable Listener listener) {
        return new Worker(number, member.name(), group, skills, member.factor(), home, listener);
    }
}
