package rhombic.plant.staff;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.measure.CrewFigures;
import rhombic.measure.ModeFigures;
import rhombic.plant.resource.Group;
import rhombic.plant.resource.Resource;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.route.Routers;
import rhombic.plant.run.Run;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;

/** The people of a crew, with what they work with. */
public final class CrewMembers extends Members implements Worker.Listener {
    /** How far from what stands there people walk. */
    private static final double CLEARANCE_METRES = 0.25;

    private final Crew crew;
    private final Staff staff;
    private final List<Worker> people = new ArrayList<>();
    private final List<PersonTool> tools = new ArrayList<>();

    public CrewMembers(Run run, Staff staff, Crew crew) {
        super(run, staff, crew, Mover.even(speed(crew)),
                run.blueprint.routers().of(new Routers.Traveller(crew.travel(), true, speed(crew), 0, CLEARANCE_METRES)),
                new Group.Rules(crew.personRule(), crew.jobRule(), crew.idleAt() == Crew.IdlePlace.AT_HOME,
                        crew.basics().duty().atShiftEnd(), place(run, crew.breakArea())));
        this.crew = crew;
        this.staff = staff;
    }

    private static double speed(Crew crew) {
        return crew.speed().map(q -> q.inBaseUnit()).orElse(Double.POSITIVE_INFINITY);
    }

    @Override
    protected Resource make(int number, Person member, boolean[] skills, Pose home) {
        Worker made = new Worker(number, member.name(), group, skills, member.factor(), home,
                run.trace == null && run.diary == null ? null : this);
        people.add(made);
        if (!crew.basics().duty().failures().isEmpty()) {
            tools.add(new PersonTool(run, staff, made, crew, member.id()));
        }
        return made;
    }

    @Override
    protected void begin() {
        for (Worker person : people) {
            onMove(person, Route.straight(person.pose(), person.pose()));
            onState(person, PersonState.WAITING);
        }
        tools.forEach(tool -> tool.modes().begin());
    }

    @Override
    protected void restart(long now) {
        people.forEach(person -> person.tally().restart(now));
        tools.forEach(tool -> tool.modes().restart());
    }

    @Override
    protected Optional<CrewFigures> figures(long now) {
        return Optional.of(new CrewFigures(crew.name(),
                people.stream().map(person -> person.tally().figures(person.name(), now)).toList()));
    }

    /** How many failures of all its people, and their share of the time of one. */
    @Override
    protected List<ModeFigures> modes() {
        List<List<ModeFigures>> each = tools.stream().map(tool -> tool.modes().figures()).toList();
        List<ModeFigures> all = new ArrayList<>();
        for (int i = 0; !each.isEmpty() && i < each.getFirst().size(); i++) {
            int mode = i;
            all.add(new ModeFigures(each.getFirst().get(i).name(), each.stream().mapToLong(one -> one.get(mode).failures()).sum(),
                    each.stream().mapToDouble(one -> one.get(mode).waitingShare()).average().orElse(0),
                    each.stream().mapToDouble(one -> one.get(mode).repairShare()).average().orElse(0)));
        }
        return all;
    }

    @Override
    protected long count(boolean busy) {
        return people.stream().filter(person -> busy ? person.tally().state().isBusy() : person.isFree()).count();
    }

    @Override
    public void onMove(Worker person, Route route) {
        run.traceTravel(person.number, route, person.pace());
    }

    @Override
    public void onState(Worker person, PersonState state) {
        if (run.trace != null) {
            run.trace.person(run.now(), person.number, state);
        }
        if (run.diary != null) {
            run.diary.onPerson(person.number, run.now(), state);
        }
    }
}
