package rhombic.plant.staff;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.measure.CrewFigures;
import rhombic.measure.ModeFigures;
import rhombic.plant.resource.Resource;
import rhombic.plant.resource.Whereabouts;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.run.Run;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.value.PersonState;

/** Members that are workers, with what they work with and what breaks that. */
public abstract class WorkingMembers extends Members implements Worker.Listener {
    private final Staff staff;
    private final List<Worker> people = new ArrayList<>();
    private final List<PersonTool> tools = new ArrayList<>();

    /**
     * @param loaded how they move with what they bring
     * @param breakArea null: they spend breaks at home
     */
    protected WorkingMembers(Run run, Staff staff, ResourceGroup element, Mover mover, Mover loaded, @Nullable Pose breakArea) {
        super(run, staff, element, mover, loaded, breakArea);
        this.staff = staff;
    }

    /**
     * Of those that get about otherwise than on the floor.
     *
     * @param whereabouts how one of them gets about
     */
    protected WorkingMembers(Run run, Staff staff, ResourceGroup element, Mover mover, Whereabouts.Maker whereabouts) {
        super(run, staff, element, mover, whereabouts);
        this.staff = staff;
    }

    /** One of them; the listener hears what it does, or is null if nobody watches. */
    protected abstract Worker worker(int number, Person member, boolean[] skills, Pose home, Worker.@Nullable Listener listener);

    @Override
    protected final Resource make(int number, Person member, boolean[] skills, Pose home) {
        Worker made = worker(number, member, skills, home, run.trace == null && run.diary == null ? null : this);
        people.add(made);
        if (!element().basics().duty().failures().isEmpty()) {
            tools.add(new PersonTool(run, staff, made, element(), member.id()));
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
        return Optional.of(new CrewFigures(element().name(), element().arePeople(),
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
        run.traceTravel(person.number, route, person.pace(), element().curveMetres());
    }

    @Override
    public void onBoards(Worker person, int mover, Pose at) {
        run.traceRides(person.number, mover, at);
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
