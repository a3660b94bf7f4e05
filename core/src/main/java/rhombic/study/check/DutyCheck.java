package rhombic.study.check;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Stream;
import rhombic.quantity.Clock;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.BreakArea;
import rhombic.study.change.Part;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Spell;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;

/** What is wrong with people, failures and calendars. */
final class DutyCheck {
    private static final String PERSON_NAME = "person.name";

    private static final String CARRYING = "The way to ";
    private final Study study;
    private final List<ResourceGroup> groups;
    private final List<Problem> problems = new ArrayList<>();
    private final Set<String> needed = new HashSet<>();
    private final Map<String, Double> together = new HashMap<>();

    private DutyCheck(Study study) {
        this.study = study;
        groups = study.groups();
    }

    static List<Problem> of(Study study) {
        DutyCheck check = new DutyCheck(study);
        study.calendars().forEach(check::calendar);
        study.elements().forEach(check::single);
        study.links().forEach(check::carried);
        study.links().forEach(check::failures);
        check.groups.forEach(check::driver);
        check.groups.forEach(check::group);
        return check.problems;
    }

    // ---- calendars

    private void calendar(Calendar calendar) {
        long breaks = calendar.week().stream().filter(Spell::isBreak).mapToLong(s -> s.seconds() * s.days().size()).sum();
        long within = calendar.weeklyBreakSeconds();
        boolean anyWork = calendar.week().stream().anyMatch(s -> !s.isBreak());
        if (anyWork && calendar.weeklySeconds() <= 0) {
            warn("", "The breaks of calendar " + calendar.name() + " are as long as its shifts, so nothing is ever done by it",
                    "Shorten the breaks or lengthen the shifts");
        } else if (breaks > within) {
            warn("", "Calendar " + calendar.name() + " has breaks of " + Clock.exact((breaks - within) * 1_000_000_000L)
                    + " a week outside of its shifts, which count for nothing", "Move them into the shifts, or take them out");
        }
        boolean used = study.elements().stream().anyMatch(element -> element.basics().duty().calendar().equals(calendar.name()));
        if (!used) {
            problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.CALENDAR, "", "Calendar " + calendar.name() + " is used by nobody",
                    "Give it to a crew or to equipment, or take it out",
                    Problem.Fix.takesOut("Take it out", Part.CALENDAR, study.calendars().indexOf(calendar), calendar)));
        }
    }

    private void calendarOf(PlantElement element, Duty duty) {
        if (duty.calendar().isEmpty()) {
            return;
        }
        Optional<Calendar> calendar = study.calendar(duty.calendar());
        if (calendar.isEmpty()) {
            error(element.name(), Problem.Kind.UNKNOWN_NAME, "Its calendar \u201c" + duty.calendar() + "\u201d is not there",
                    "Choose another calendar, or none",
                    Problem.Fix.of("Use no calendar", element, e -> e.with(e.basics().withDuty(e.basics().duty().withCalendar("")))));
            return;
        }
        LocalDateTime start = study.plan().start();
        boolean opens = calendar.get().at(start) == Calendar.Mode.ON;
        Optional<Calendar.Transition> next = calendar.get().after(start);
        while (!opens && next.isPresent() && next.get().at().isBefore(study.plan().end())) {
            opens = next.get().mode() == Calendar.Mode.ON;
            next = calendar.get().after(next.get().at());
        }
        if (!opens) {
            warn(element.name(), "Its calendar " + calendar.get().name() + " never opens during the run, so "
                    + (element instanceof ResourceGroup ? "nobody of it is ever there" : "it never works"),
                    "Change the calendar, or the start or length of the run");
        }
    }

    // ---- equipment

    private void single(PlantElement element) {
        Duty duty = element.basics().duty();
        calendarOf(element, duty);
        for (FailureMode mode : duty.failures()) {
            failure(element, mode);
        }
        if (element instanceof WorkEquipment work) {
            work(element, work.work());
        }
    }

    private void work(PlantElement element, Work work) {
        for (Operation operation : work.operations()) {
            skills(element, "Its operation " + operation.name(), operation.needs());
            persons(element, operation);
        }
        skills(element, "Its changeover", work.setupCrew());
        Work.Service service = work.service();
        if (service != null) {
            skills(element, "Its service", service.needs());
        }
        if (!work.setupCrew().isEmpty() && work.changeover() == null) {
            problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.CREW, element.name(),
                    "It says who changes over, but it has no changeover time",
                    "Set a changeover time, or take the setup crew out"));
        }
    }

    private void failure(PlantElement element, FailureMode mode) {
        failure(element, mode, element.works() ? "" : "a " + element.kind().toLowerCase(Locale.ROOT));
        presence(element, mode);
        if (element instanceof ResourceGroup group) {
            checkLength(element, mode, "of what they work with");
            for (Need need : mode.repairedBy()) {
                long others = skilled(need) - (group.meets(need) ? 1 : 0);
                if (others < need.people() && skilled(need) >= need.people()) {
                    error(element.name(), Problem.Kind.CREW,
                            "Whose " + mode.name() + " is to be repaired would have to repair it: there is nobody else for \u201c"
                                    + need.skill() + "\u201d",
                            "Add " + group.memberWord(true) + " to it, or let others repair it", null);
                }
            }
        }
    }

    private void checkLength(PlantElement place, FailureMode mode, String of) {
        if (mode.passesWhileDown() || !mode.stopsWith().isEmpty() || mode.interruptedPiece() != FailureMode.InterruptedPiece.RESUME) {
            warn(place.name(), "Its failure " + mode.name() + " " + of
                    + " says what becomes of pieces, of what comes in, or of others, which has no effect there",
                    "Take that out, or give the failure to equipment");
        }
    }

    /** What breaks a link; told at its giver. */
    private void failures(Link link) {
        if (link.failures().isEmpty()) {
            return; // the usual case, in which its giver need not be looked for
        }
        study.find(link.from()).ifPresent(from -> {
            for (FailureMode mode : link.failures()) {
                if (link.travel() instanceof Travel.AtOnce) {
                    error(from.name(), Problem.Kind.FAILURE,
                            "The way to " + link.to() + " takes no time, so its failure " + mode.name() + " stops nothing",
                            "Give it a time or a speed, or take the failure out",
                            Problem.Fix.of("Take it out", Part.LINK, study.links(),
                                    l -> l.equals(link) ? l.withFailures(List.of()) : l));
                }
                failure(from, mode, "a link");
                checkLength(from, mode, "of the way to " + link.to());
            }
        });
    }

    /** @param idle what it is that does no work; empty if it does */
    private void failure(PlantElement element, FailureMode mode, String idle) {
        skills(element, "The repair of " + mode.name(), mode.repairedBy());
        UpTime.Clock clock = switch (mode.up()) {
            case UpTime.After after -> after.clock();
            case UpTime.Available available -> available.clock();
            case UpTime.AfterCycles cycles -> UpTime.Clock.CALENDAR;
            case UpTime.Planned planned -> UpTime.Clock.CALENDAR;
        };
        if (clock == UpTime.Clock.WORKING && !idle.isEmpty()) {
            error(element.name(), Problem.Kind.FAILURE,
                    "Its failure " + mode.name() + " counts working time, but " + idle + " does no work",
                    "Count calendar time or pieces", null);
        }
        OptionalDouble up = mode.meanUpSeconds();
        if (mode.up() instanceof UpTime.Available && up.isPresent() && up.getAsDouble() > UpTime.Available.MAX_UP_SECONDS) {
            warn(element.name(),
                    "Its failure " + mode.name() + " lasts so long that, for its availability, it would come less than once in "
                            + "31 years; it is run with 31 years between failures",
                    "Check the unit of its down time, or take the failure out");
        }
        if (up.isPresent() && mode.down().meanSeconds() > up.getAsDouble() && !mode.up().isPlanned()) {
            warn(element.name(),
                    "Its failure " + mode.name() + " lasts " + Clock.span(mode.down().meanSeconds()) + " on average, longer than the "
                            + Clock.span(up.getAsDouble()) + " between failures, so it is down for most of the time",
                    "Check whether up time and down time are exchanged, or in another unit");
        }
    }

    /** Whether repairers are there when the element works. */
    private void presence(PlantElement element, FailureMode mode) {
        for (Need need : mode.repairedBy()) {
            List<ResourceGroup> able = groups.stream().filter(group -> group.meets(need)).toList();
            if (able.isEmpty()) {
                continue;
            }
            double best = able.stream()
                    .mapToDouble(group -> shared(element.basics().duty().calendar(), group.basics().duty().calendar()))
                    .max()
                    .orElse(1);
            if (best < 1e-9) {
                warn(element.name(), "Who repairs " + mode.name() + " is never on shift while it works", "Give " + able.getFirst().name()
                        + " a calendar that covers its shifts, or let somebody else repair it");
            } else if (best < 0.5) {
                problems.add(
                        new Problem(Problem.Grade.HINT, Problem.Kind.CREW, element.name(),
                                "Who repairs " + mode.name() + " is on shift for only "
                                        + Math.round(best * 100) + " % of the time in which it works",
                                "Add repairers for the other shifts"));
            }
        }
    }

    /** Share of the run's first week by the first calendar in which the second is on duty too; an empty name is always on duty. */
    private double shared(String first, String second) {
        return together.computeIfAbsent(first + "\u0000" + second, key -> {
            Optional<Calendar> one = study.calendar(first);
            Optional<Calendar> other = study.calendar(second);
            if (other.isEmpty()) {
                return 1.0;
            }
            LocalDateTime at = study.plan().start();
            LocalDateTime week = at.plusWeeks(1);
            LocalDateTime end = week.isBefore(study.plan().end()) ? week : study.plan().end();
            long on = 0;
            long both = 0;
            while (at.isBefore(end)) {
                LocalDateTime from = at;
                LocalDateTime next = Stream.of(one, other).flatMap(Optional::stream).flatMap(c -> c.after(from).stream())
                        .map(Calendar.Transition::at).min(LocalDateTime::compareTo).filter(t -> t.isBefore(end)).orElse(end);
                long seconds = Duration.between(at, next).toSeconds();
                boolean works = one.map(c -> c.at(from) != Calendar.Mode.OFF).orElse(true);
                on += works ? seconds : 0;
                both += works && other.get().at(from) != Calendar.Mode.OFF ? seconds : 0;
                at = next;
            }
            return on == 0 ? 1.0 : (double) both / on;
        });
    }

    // ---- people

    private void carried(Link link) {
        if (link.travel() instanceof Travel.Carried carried) {
            study.find(link.from()).ifPresent(from -> skills(from, CARRYING + link.to(), List.of(carried.need())));
        }
    }

    private void skills(PlantElement element, String message, List<Need> needs) {
        for (Need need : needs) {
            needed.addAll(need.inOrder());
            need.otherwise().stream().filter(other -> groups.stream().noneMatch(group -> group.has(other))).findFirst()
                    .ifPresent(other -> warn(element.name(),
                            message + " would be done by \u201c" + other + "\u201d if nobody else were free, but that is not there",
                            "Place one of that name, or take it out of the list"));
            long there = skilled(need);
            boolean byVehicles = there > 0 && groups.stream().filter(group -> group.meets(need)).noneMatch(ResourceGroup::arePeople);
            if (byVehicles && !message.startsWith(CARRYING)) {
                error(element.name(), Problem.Kind.CREW, message + " needs \u201c" + need.skill() + "\u201d, but vehicles do no work",
                        "Let a crew do it", null);
            } else if (there == 0) {
                error(element.name(), Problem.Kind.CREW,
                        message + " needs \u201c" + need.skill() + "\u201d, but no crew or fleet is called that, and nobody has that skill",
                        "Place one of that name, give a crew that skill, or let somebody else do it", null);
            } else if (there < need.people()) {
                error(element.name(), Problem.Kind.CREW,
                        message + " needs " + need.people() + " people for \u201c" + need.skill() + "\u201d, but there "
                                + (there == 1 ? "is only 1" : "are only " + there),
                        "Add people to the crew, or ask for fewer", null);
            }
        }
    }

    private void driver(ResourceGroup group) {
        if (group.driver().isEmpty()) {
            return;
        }
        Need need = Need.of(group.driver());
        needed.add(group.driver());
        if (skilled(need) == 0) {
            error(group.name(), Problem.Kind.CREW,
                    "They need \u201c" + group.driver() + "\u201d to drive them, but no crew is called that, and nobody has that skill",
                    "Place a crew of that name, give a crew that skill, or let them drive by themselves", null);
        } else if (groups.stream().anyMatch(other -> other.meets(need) && !other.arePeople())) {
            error(group.name(), Problem.Kind.CREW,
                    "They are to be driven by \u201c" + group.driver() + "\u201d, but vehicles drive nothing",
                    "Let a crew do it, or let them drive by themselves", null);
        }
    }

    /** How many people there are for it. */
    private long skilled(Need need) {
        return groups.stream()
                .mapToLong(group -> need.inOrder().stream().anyMatch(group::hasThroughout)
                        ? group.count()
                        : group.members().stream().filter(member -> need.inOrder().stream().anyMatch(member.skills()::contains)).count())
                .sum();
    }

    /** A table of times by person must know everybody who may come. */
    private void persons(PlantElement element, Operation operation) {
        if (!(operation.time() instanceof TimeSource.FromTable source) || !source.keys().contains(PERSON_NAME)
                || operation.needs().isEmpty()) {
            return;
        }
        Optional<Table> table = study.table(source.table());
        int key = source.keys().indexOf(PERSON_NAME);
        if (table.isEmpty() || !table.get().otherwise().isEmpty()) {
            return;
        }
        Set<String> known = new HashSet<>();
        table.get().rows().forEach(row -> known.add(row.keys().get(Math.min(key, row.keys().size() - 1))));
        List<String> missing = groups.stream().filter(group -> group.meets(operation.needs().getFirst()))
                .flatMap(c -> c.members().stream())
                .map(person -> person.name()).filter(name -> !known.contains(name)).toList();
        if (!missing.isEmpty()) {
            error(element.name(), Problem.Kind.TABLE,
                    "Table " + source.table() + " has no time for " + String.join(", ", missing.stream().limit(4).toList())
                            + (missing.size() > 4 ? " and others" : "") + ", who may do " + operation.name(),
                    "Add a row for each, or a value for all others", null);
        }
    }

    private void group(ResourceGroup group) {
        boolean used = needed.stream().anyMatch(group::has);
        if (used && !group.comeWhenCalled()) {
            error(group.name(), Problem.Kind.CREW, "A station, a failure or a link calls it, but stacker cranes work in their rack alone",
                    "Let somebody else be called", null);
        } else if (!used && group.comeWhenCalled()) {
            problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.CREW, group.name(), "Nobody needs it",
                    "Say at a station, a failure or a link that " + group.name() + " is needed, or take it out"));
        }
        if (group instanceof Crew crew && !crew.breakArea().isEmpty()
                && study.find(crew.breakArea()).filter(BreakArea.class::isInstance).isEmpty()) {
            warn(crew.name(), "Its break area \u201c" + crew.breakArea() + "\u201d is not there, so its people stay at home during breaks",
                    "Choose a break area, or place one");
        }
    }

    private void warn(String place, String message, String remedy) {
        problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.CALENDAR, place, message, remedy));
    }

    private void error(String place, Problem.Kind kind, String message, String remedy, Problem.@org.jspecify.annotations.Nullable Fix fix) {
        problems.add(new Problem(Problem.Grade.ERROR, kind, place, message, remedy, fix));
    }
}
