package rhombic.testplants;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.BreakArea;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.JobChoice;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.duty.Spell;
import rhombic.study.duty.StandPoint;
import rhombic.study.duty.StopPoint;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.place.Placement;
import rhombic.study.work.Inspection;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;

/** Gives a plant people, failures and calendars, drawn apart from the rest so that this stays the same for a seed. */
final class RandomStaff {
    private static final List<String> SKILLS = List.of("Crew A", "Crew B", "weld");

    private final Random random;

    private RandomStaff(long seed) {
        random = new Random(seed * 13 + 5);
    }

    static Study with(Study study, long seed) {
        return new RandomStaff(seed).staffed(study, seed);
    }

    private Study staffed(Study study, long seed) {
        if (one(2)) {
            return study;
        }
        List<PlantElement> elements = new ArrayList<>();
        study.elements().forEach(element -> elements.add(burdened(element, study)));
        elements.add(crew("Crew A", 1 + random.nextInt(4)));
        elements.add(crew("Crew B", 1 + random.nextInt(2)).withSkills(List.of("weld")));
        elements.add(new BreakArea(Basics.of("Break area", Placement.at(-8, -8))));
        List<Link> links = study.links().stream().map(link -> one(6) ? link.withTravel(new Travel.Carried(need(), 1 + random.nextInt(3))) : link)
                .toList();
        Study staffed = new Study(study.name(), study.plan(), study.pieceTypes(), elements, links, study.tables(), study.rules(), study.views(),
                calendars());
        return new RandomStaff(seed * 19 + 11).withTools(staffed);
    }

    /** Failures of links and of what people work with, which came later: drawn apart, so that the rest stays the same for a seed. */
    private Study withTools(Study study) {
        Study tooled = study.withLinks(study.links().stream()
                .map(link -> !(link.travel() instanceof Travel.AtOnce) && one(2) ? link.withFailures(List.of(slip("slip"))) : link).toList());
        for (Crew crew : study.crews()) {
            if (one(3)) {
                tooled = tooled.changed(crew.name(),
                        e -> e.with(e.basics().withDuty(e.basics().duty().withFailures(List.of(slip("drill"), slip("battery"))))));
            }
        }
        return tooled;
    }

    private FailureMode slip(String name) {
        UpTime up = one(3)
                ? new UpTime.AfterCycles(1 + random.nextInt(9), one(2))
                : new UpTime.After(DistributionText.parse("exponential(3 min)"),
                        name.equals("slip") ? UpTime.Clock.CALENDAR : UpTime.Clock.values()[random.nextInt(2)]);
        return FailureMode.of(name, up, DistributionText.parse("uniform(10 s, 90 s)")).withRepairedBy(one(3) ? List.of(Need.of("Crew A")) : List.of());
    }

    private Crew crew(String name, int people) {
        Crew crew = Crew.usual(Basics.of(name, Placement.at(random.nextInt(20) - 10, random.nextInt(10) - 5)));
        crew = crew.withPeople(people).withRules(rules -> rules.withResourceRule(ResourceChoice.values()[random.nextInt(5)])).withRules(rules -> rules.withJobRule(JobChoice.values()[random.nextInt(2)]))
                .withRules(rules -> rules.withIdleAt(IdlePlace.values()[random.nextInt(2)])).withBreakArea(one(2) ? "Break area" : "");
        crew = one(3) ? crew.withSpeed(Optional.empty()) : crew.withSpeed(Optional.of(new Quantity(0.5 + random.nextInt(4), Unit.METRE_PER_SECOND)));
        crew = one(2) ? crew.withPersons(List.of(new Person("Ada of " + name, 1.25, one(2) ? List.of("weld") : List.of()))) : crew;
        return one(2) ? (Crew) crew.with(crew.basics().withDuty(duty())) : crew;
    }

    private Duty duty() {
        return Duty.ALWAYS.withCalendar(one(2) ? "Early" : "Odd").withAtShiftEnd(AtShiftEnd.values()[random.nextInt(3)]);
    }

    private PlantElement burdened(PlantElement element, Study study) {
        Basics basics = element.basics();
        Duty duty = one(5) ? duty() : basics.duty();
        if (one(3)) {
            List<FailureMode> modes = new ArrayList<>();
            modes.add(mode("stop", study));
            if (one(2)) {
                modes.add(mode("jam", study));
            }
            duty = duty.withFailures(modes);
        }
        if (one(8)) {
            duty = duty.withStandOffset(new StandPoint(-0.5, 1.5))
                    .withStops(element.ports().stream().limit(1).map(port -> new StopPoint(port.name(), -3, 2.5)).toList());
        }
        PlantElement burdened = element.with(basics.withDuty(duty));
        return burdened instanceof WorkEquipment work && one(2) ? manned(work) : burdened;
    }

    private WorkEquipment manned(WorkEquipment element) {
        Work work = element.work();
        List<Operation> operations = new ArrayList<>();
        work.operations().forEach(operation -> operations.add(one(4) ? operation : operation.withNeeds(needs())));
        work = work.withOperations(operations).withSetupCrew(one(2) ? needs() : List.of());
        Work.Service service = work.service();
        work = service == null ? work : work.withService(service.withNeeds(needs()));
        WorkEquipment manned = element.with(work);
        Inspection check = manned instanceof Station station ? station.inspection() : null;
        return check != null && manned instanceof Station station
                ? station.withInspection(new Inspection(check.failShare(), check.look(), check.factor(), check.maxReworks(), check.capacity(),
                        Inspection.Maker.values()[random.nextInt(3)]))
                : manned;
    }

    private FailureMode mode(String name, Study study) {
        UpTime.Clock clock = UpTime.Clock.values()[random.nextInt(2)];
        UpTime up = switch (random.nextInt(4)) {
            case 0 -> new UpTime.AfterCycles(1 + random.nextInt(6), one(2));
            case 1 -> new UpTime.Available(Quantity.percent(70 + random.nextInt(29)), clock);
            case 2 -> new UpTime.Planned(List.of(DayOfWeek.MONDAY, DayOfWeek.FRIDAY), LocalTime.of(6, 5 + random.nextInt(40)));
            default -> new UpTime.After(DistributionText.parse("exponential(4 min)"), clock);
        };
        FailureMode mode = FailureMode.of(name, up, DistributionText.parse(one(3) ? "45 s" : "uniform(10 s, 90 s)"))
                .withInterruptedPiece(FailureMode.InterruptedPiece.values()[random.nextInt(3)]).withPassesWhileDown(one(2)).withRepairedBy(one(2) ? needs() : List.of());
        mode = one(4) ? mode.withFirstFailure(DistributionText.parse("20 s")) : mode;
        return one(4) ? mode.withStopsWith(List.of(study.elements().get(random.nextInt(study.elements().size())).name())) : mode;
    }

    private List<Need> needs() {
        return one(4) ? List.of(need(), need()) : List.of(need());
    }

    private Need need() {
        return new Need(SKILLS.get(random.nextInt(3)), 1, one(3) ? Quantity.percent(40) : Need.ALL, random.nextInt(3), one(3));
    }

    private static List<Calendar> calendars() {
        List<DayOfWeek> all = List.of(DayOfWeek.values());
        return List.of(
                new Calendar("Early", List.of(new Spell(all, LocalTime.of(6, 0), LocalTime.of(14, 0), false),
                        new Spell(all, LocalTime.of(6, 20), LocalTime.of(6, 28), true)), List.of()),
                new Calendar("Odd", List.of(new Spell(all, LocalTime.of(22, 0), LocalTime.of(6, 15), false),
                        new Spell(all, LocalTime.of(6, 25), LocalTime.of(6, 50), false)),
                        List.of(new Calendar.Exception(LocalDate.of(2027, 1, 6), List.of()))));
    }

    private boolean one(int of) {
        return random.nextInt(of) == 0;
    }
}
