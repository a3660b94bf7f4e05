package rhombic.bench;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.Spell;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** 200 stations in 50 lines, each with three failure modes; 40 operators and 20 repairers who walk, in shifts with breaks. */
final class Staffed {
    private static final int LINES = 50;
    private static final int STATIONS = 4;
    private static final String SHIFTS = "Shifts";

    private Staffed() {}

    static Study study(int days) {
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int line = 0; line < LINES; line++) {
            String before = "In " + line;
            elements.add(
                    new GoodsIn(before, Placement.at(0, 4.0 * line), "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT,
                            OptionalInt.empty()));
            for (int i = 0; i < STATIONS; i++) {
                String name = "S " + line + " " + i;
                elements.add(station(name, Placement.at(4.0 * (i + 1), 4.0 * line), i == 0));
                links.add(new Link(before, name));
                before = name;
            }
            elements.add(new GoodsOut("Out " + line, Placement.at(24, 4.0 * line)));
            links.add(new Link(before, "Out " + line));
        }
        for (int i = 0; i < 4; i++) {
            elements.add(crew("Operator " + i, 10, "operate", 50.0 * i));
            elements.add(crew("Fitter " + i, 5, "repair", 50.0 * i + 20));
        }
        List<DayOfWeek> days6 = List.of(DayOfWeek.values()).subList(0, 6);
        Calendar shifts = new Calendar(SHIFTS, List.of(new Spell(days6, LocalTime.of(6, 0), LocalTime.of(22, 0), false),
                new Spell(days6, LocalTime.of(9, 0), LocalTime.of(9, 15), true),
                new Spell(days6, LocalTime.of(12, 0), LocalTime.of(12, 30), true)),
                List.of());
        RunPlan plan = RunPlan.ONE_SHIFT.withLength(new Quantity(days, Unit.DAY));
        return new Study("Staffed", plan, List.of(PieceType.usual("Piece")), elements, links, List.of(), List.of(), List.of(),
                List.of(shifts));
    }

    private static Station station(String name, Placement at, boolean manned) {
        Operation work = new Operation(Operation.WORK, new TimeSource.Drawn(DistributionText.parse("triangular(80 s, 100 s, 130 s)")), true,
                manned ? List.of(Need.of("operate").withShare(Quantity.percent(30))) : List.of());
        Basics basics = Basics.of(name, at);
        List<FailureMode> modes = List.of(
                FailureMode.of("tool", new UpTime.AfterCycles(60, true), DistributionText.parse("uniform(1 min, 3 min)")),
                FailureMode.of("drive", new UpTime.After(DistributionText.parse("exponential(6 h)"), UpTime.Clock.WORKING),
                        DistributionText.parse("exponential(8 min)")).withRepairedBy(List.of(Need.of("repair"))),
                FailureMode.of("control", new UpTime.After(DistributionText.parse("exponential(40 h)"), UpTime.Clock.CALENDAR),
                        DistributionText.parse("lognormal(20 min, 10 min)")).withRepairedBy(List.of(Need.of("repair"))));
        return new Station(basics.withDuty(basics.duty().withFailures(modes).withCalendar(SHIFTS)),
                new Work(1, 2, List.of(work), null, null, null),
                Work.Load.SINGLE, null);
    }

    private static Crew crew(String name, int people, String skill, double y) {
        Basics basics = Basics.of(name, Placement.at(-5, y));
        return Crew.usual(basics.withDuty(basics.duty().withCalendar(SHIFTS))).withPeople(people).withSkills(List.of(skill))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
    }
}
