package rhombic.plant.staff;

import org.jspecify.annotations.Nullable;
import rhombic.plant.route.Mover;
import rhombic.plant.run.Run;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.kind.Crew;

/** The people of a crew. */
public final class CrewMembers extends WorkingMembers {
    public CrewMembers(Run run, Staff staff, Crew crew) {
        this(run, staff, crew, Mover.even(crew.speed().map(q -> q.inBaseUnit()).orElse(Double.POSITIVE_INFINITY)));
    }

    private CrewMembers(Run run, Staff staff, Crew crew, Mover mover) {
        super(run, staff, crew, mover, mover, place(run, crew.breakArea()));
    }

    @Override
    protected Worker worker(int number, Person member, boolean[] skills, Pose home, Worker.@Nullable Listener listener) {
        return new Worker(number, member.name(), group, skills, member.factor(), home, listener);
    }
}
