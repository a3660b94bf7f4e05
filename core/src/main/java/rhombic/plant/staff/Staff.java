package rhombic.plant.staff;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import rhombic.measure.CrewFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.SkillFigures;
import rhombic.measure.SkillTally;
import rhombic.plant.activity.Hold;
import rhombic.plant.maintenance.ShiftClock;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Group;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Router;
import rhombic.plant.route.StraightRouter;
import rhombic.plant.run.Run;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;

/** All people of a plant, from the crews of its study. */
public final class Staff implements Worker.Listener {
    private static final Router ROUTER = new StraightRouter();

    private final Run run;
    private final Allocation allocation;
    private final Map<String, Integer> skills = new LinkedHashMap<>();
    private final List<SkillTally> skillTallies = new ArrayList<>();
    private final List<Worker> people = new ArrayList<>();
    private final List<Group> groups = new ArrayList<>();
    private final List<ShiftClock> shiftClocks = new ArrayList<>();
    private final List<PersonTool> tools = new ArrayList<>();

    public Staff(Run run, List<Crew> crews) {
        this.run = run;
        for (Crew crew : crews) {
            addSkill(crew.name());
            crew.skills().forEach(this::addSkill);
            crew.members().forEach(person -> person.skills().forEach(this::addSkill));
        }
        long startOfDay = run.start.toLocalTime().toNanoOfDay();
        skills.forEach((name, number) -> skillTallies.add(new SkillTally(startOfDay)));
        allocation = new Allocation(run.simulator, skillTallies);
        allocation.whenSomethingHappened(run::settle);
        crews.forEach(this::add);
    }

    private void addSkill(String name) {
        skills.putIfAbsent(name, skills.size());
    }

    private void add(Crew crew) {
        double speed = crew.speed().map(q -> q.inBaseUnit()).orElse(Double.POSITIVE_INFINITY);
        OptionalInt breakArea = run.unfolded.find(crew.breakArea());
        Pose area = breakArea.isPresent() ? run.unfolded.element(breakArea.getAsInt()).placement().pose() : null;
        Group group = allocation.group(crew.name(), Mover.even(speed), ROUTER, new Group.Rules(crew.personRule(), crew.jobRule(),
                crew.idleAt() == Crew.IdlePlace.AT_HOME, crew.basics().duty().atShiftEnd(), area));
        groups.add(group);
        Worker.Listener watcher = run.trace == null && run.diary == null ? null : this;
        List<Resource> members = new ArrayList<>();
        int number = 0;
        for (Person person : crew.members()) {
            boolean[] can = new boolean[skills.size()];
            can[skills.getOrDefault(crew.name(), 0)] = true;
            crew.skills().forEach(skill -> can[skills.getOrDefault(skill, 0)] = true);
            person.skills().forEach(skill -> can[skills.getOrDefault(skill, 0)] = true);
            Worker member = new Worker(allocation.resources().size(), person.name(), group, can, person.factor(), Layout.home(crew, number),
                    watcher);
            allocation.add(member);
            people.add(member);
            members.add(member);
            if (!crew.basics().duty().failures().isEmpty()) {
                tools.add(new PersonTool(run, this, member, crew, person.id()));
            }
            number++;
        }
        run.study.calendar(crew.basics().duty().calendar())
                .ifPresent(calendar -> shiftClocks.add(shiftClock(calendar, members)));
    }

    private ShiftClock shiftClock(Calendar calendar, List<Resource> members) {
        Calendar.Mode[] before = {Calendar.Mode.ON};
        return new ShiftClock(run.simulator, run.shifts(calendar), mode -> {
            Calendar.Mode was = before[0];
            before[0] = mode;
            for (Resource person : members) {
                // the new reason first, so that nobody is free in between
                if (mode != Calendar.Mode.ON) {
                    allocation.setDuty(person, hold(mode), true);
                }
                if (was != Calendar.Mode.ON) {
                    allocation.setDuty(person, hold(was), false);
                }
            }
            run.settle();
        });
    }

    private static Hold hold(Calendar.Mode mode) {
        return mode == Calendar.Mode.BREAK ? Hold.ON_BREAK : Hold.OFF_SHIFT;
    }

    public void begin() {
        for (Worker person : people) {
            onMove(person, person.pose(), person.pose(), 0);
            onState(person, PersonState.WAITING);
        }
        shiftClocks.forEach(ShiftClock::begin);
        tools.forEach(tool -> tool.modes().begin());
    }

    public Allocation allocation() {
        return allocation;
    }

    /** Whether that person's crew goes by who did it last. */
    boolean isBySame(int number) {
        return allocation.resources().get(number).group().isBySame();
    }

    @Nullable
    public Resource person(int number) {
        return number < 0 ? null : allocation.resources().get(number);
    }

    /** What a place asks for, but for where that is. */
    public Staffing.Request request(Job.Kind kind, List<Need> needs) {
        List<Job.Demand> demands = needs.stream().map(need -> new Job.Demand(skills.getOrDefault(need.skill(), 0), need.people())).toList();
        return new Staffing.Request(kind, demands, needs.stream().mapToInt(Need::priority).max().orElse(0),
                needs.stream().allMatch(Need::preemptible),
                needs.stream().mapToDouble(need -> need.share().amount()).max().orElse(100) / 100);
    }

    /** Whether anything has changed since people were given out last. */
    public boolean isDue() {
        return allocation.isDue();
    }

    /** Gives people out; says whether any were. */
    public boolean give() {
        return allocation.give();
    }

    public void restart() {
        long now = run.now();
        people.forEach(person -> person.tally().restart(now));
        skillTallies.forEach(tally -> tally.restart(now));
        tools.forEach(tool -> tool.modes().restart());
    }

    public List<CrewFigures> figures() {
        long now = run.now();
        return groups.stream()
                .map(group -> new CrewFigures(group.name(), people.stream().filter(person -> person.group() == group)
                        .map(person -> person.tally().figures(person.name(), now)).toList()))
                .toList();
    }

    /** How many of a crew have something to do now, or could do something. */
    public long count(String crew, boolean busy) {
        return people.stream().filter(person -> person.group().name().equals(crew))
                .filter(person -> busy ? person.tally().state().isBusy() : person.isFree()).count();
    }

    /** The failures of what a crew works with: how many of all its people, and their share of the time of one. */
    public List<ModeFigures> modes(String crew) {
        List<List<ModeFigures>> each = tools.stream().filter(tool -> tool.person().group().name().equals(crew))
                .map(t -> t.modes().figures())
                .toList();
        List<ModeFigures> all = new ArrayList<>();
        for (int i = 0; !each.isEmpty() && i < each.getFirst().size(); i++) {
            int mode = i;
            all.add(new ModeFigures(each.getFirst().get(i).name(), each.stream().mapToLong(one -> one.get(mode).failures()).sum(),
                    each.stream().mapToDouble(one -> one.get(mode).waitingShare()).average().orElse(0),
                    each.stream().mapToDouble(one -> one.get(mode).repairShare()).average().orElse(0)));
        }
        return all;
    }

    public List<SkillFigures> skills() {
        long now = run.now();
        List<SkillFigures> all = new ArrayList<>();
        allocation.bookRunning();
        skills.forEach((name, number) -> all.add(skillTallies.get(number).figures(name, now)));
        return all;
    }

    @Override
    public void onMove(Worker person, Pose from, Pose to, long nanos) {
        if (run.trace != null) {
            run.trace.walks(run.now(), person.number, from, to, nanos);
        }
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
