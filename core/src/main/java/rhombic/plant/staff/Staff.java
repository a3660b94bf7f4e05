package rhombic.plant.staff;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.measure.AisleFigures;
import rhombic.measure.CrewFigures;
import rhombic.measure.DeadlockFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.SkillFigures;
import rhombic.measure.tally.SkillTally;
import rhombic.plant.activity.Hold;
import rhombic.plant.maintenance.ShiftClock;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.plant.run.Run;
import rhombic.plant.traffic.Traffic;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.site.Aisle;

/** All resources of a plant, from the groups of its study: people, later vehicles and cranes. */
public final class Staff {
    private final Run run;
    private final Allocation allocation;
    private final @Nullable Traffic traffic;
    private final Map<String, Integer> skills = new LinkedHashMap<>();
    private final List<SkillTally> skillTallies = new ArrayList<>();
    private final List<Members> groups = new ArrayList<>();
    private final List<ShiftClock> shiftClocks = new ArrayList<>();

    public Staff(Run run, List<ResourceGroup> groups, Members.Maker maker) {
        this.run = run;
        for (ResourceGroup group : groups) {
            addSkill(group.name());
            group.skills().forEach(this::addSkill);
            group.members().forEach(member -> member.skills().forEach(this::addSkill));
        }
        long startOfDay = run.start.toLocalTime().toNanoOfDay();
        skills.forEach((name, number) -> skillTallies.add(new SkillTally(startOfDay)));
        allocation = new Allocation(run.simulator, skillTallies);
        traffic = run.blueprint.routers().sections().map(sections -> new Traffic(run.simulator, sections)).orElse(null);
        allocation.whenSomethingHappened(run::settle);
        for (ResourceGroup group : groups) {
            Members members = maker.of(run, this, group);
            this.groups.add(members);
            members.addAll(this);
            run.study.calendar(group.basics().duty().calendar())
                    .ifPresent(calendar -> shiftClocks.add(shiftClock(calendar, members.all())));
        }
    }

    private void addSkill(String name) {
        skills.putIfAbsent(name, skills.size());
    }

    /** What a member of the group can do, by the numbers of skills. */
    boolean[] skills(ResourceGroup group, Person member) {
        boolean[] can = new boolean[skills.size()];
        if (!group.comeWhenCalled()) {
            return can;
        }
        can[skills.getOrDefault(group.name(), 0)] = true;
        group.skills().forEach(skill -> can[skills.getOrDefault(skill, 0)] = true);
        member.skills().forEach(skill -> can[skills.getOrDefault(skill, 0)] = true);
        return can;
    }

    private ShiftClock shiftClock(Calendar calendar, List<Resource> members) {
        Calendar.Mode[] before = {Calendar.Mode.ON};
        return new ShiftClock(run.simulator, run.shifts(calendar), mode -> {
            Calendar.Mode was = before[0];
            before[0] = mode;
            for (Resource person : members) {
                // the new reason first, so that nobody is free in between
                if (mode != Calendar.Mode.ON) {
                    allocation.duties().set(person, hold(mode), true);
                }
                if (was != Calendar.Mode.ON) {
                    allocation.duties().set(person, hold(was), false);
                }
            }
            run.settle();
        });
    }

    private static Hold hold(Calendar.Mode mode) {
        return mode == Calendar.Mode.BREAK ? Hold.ON_BREAK : Hold.OFF_SHIFT;
    }

    public void begin() {
        groups.forEach(Members::begin);
        shiftClocks.forEach(ShiftClock::begin);
    }

    /** In which vehicles keep their distance; null if none do. */
    @Nullable
    Traffic traffic() {
        return traffic;
    }

    /** Vehicles that wait for each other on aisles, for good. */
    public DeadlockFigures deadlock() {
        List<Traffic.Wait> circle = traffic == null ? List.of() : traffic.deadlock();
        return circle.isEmpty()
                ? DeadlockFigures.NONE
                : new DeadlockFigures(circle.stream().mapToLong(Traffic.Wait::sinceNanos).max().orElse(0) / 1e9,
                        circle.stream().map(wait -> wait.user().fleet()).distinct().toList(),
                        circle.stream().map(Traffic.Wait::sentence).toList());
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

    /** One who has that skill. */
    Job.Demand demand(String skill) {
        return new Job.Demand(skills.getOrDefault(skill, 0), 1);
    }

    /** What a place asks for, but for where that is. */
    public Staffing.Request request(Job.Kind kind, List<Need> needs) {
        List<Job.Demand> demands = needs.stream().map(need -> new Job.Demand(skills.getOrDefault(need.skill(), 0), need.people(),
                need.otherwise().stream().filter(skills::containsKey).map(skills::get).toList())).toList();
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
        groups.forEach(members -> members.restart(now));
        allocation.use().restart();
        skillTallies.forEach(tally -> tally.restart(now));
    }

    /** How much each aisle was used. */
    public List<AisleFigures> aisles() {
        return allocation.use()
                .figures(run.unfolded.elements().stream().filter(Aisle.class::isInstance).map(PlantElement::name).toList());
    }

    /** Of each crew. */
    public List<CrewFigures> figures() {
        long now = run.now();
        return groups.stream().flatMap(members -> members.figures(now).stream()).toList();
    }

    private Stream<Members> of(String group) {
        return groups.stream().filter(members -> members.name().equals(group));
    }

    /** How many of a group have something to do now, or could do something. */
    public long count(String group, boolean busy) {
        return of(group).mapToLong(members -> members.count(busy)).sum();
    }

    /** The failures of a group: how many of all its members, and their share of the time of one. */
    public List<ModeFigures> modes(String group) {
        return of(group).flatMap(members -> members.modes().stream()).toList();
    }

    public List<SkillFigures> skills() {
        long now = run.now();
        List<SkillFigures> all = new ArrayList<>();
        allocation.bookRunning();
        skills.forEach((name, number) -> all.add(skillTallies.get(number).figures(name, now)));
        return all;
    }
}
