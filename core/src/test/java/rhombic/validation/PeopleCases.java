package rhombic.validation;

import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.study.Study;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.JobChoice;
import rhombic.study.duty.Need;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.validation.Theory.Case;
import rhombic.validation.Theory.Exact;

/** Cases with exact values about failures, repairers and shared operators. */
final class PeopleCases {
    private static final int REPLICATIONS = 20;

    private PeopleCases() {}

    static List<Case> all() {
        List<Case> cases = new ArrayList<>();
        cases.add(repairers());
        cases.add(twoStations("two stations that fail while they work (5-LINE2FAIL-A)", UpTime.Clock.WORKING, false, 46.2841, 0.115710));
        cases.add(twoStations("two stations that fail by the calendar, pieces handed on (5-LINE2CAL1-A)", UpTime.Clock.CALENDAR, true,
                45.5455, 0.130435));
        cases.add(twoStations("two stations that fail by the calendar, nothing handed on (5-LINE2CAL0-A)", UpTime.Clock.CALENDAR, false,
                45.5234, 0.130435));
        cases.add(twoModes());
        cases.add(queueThatFails("M/M/1, fails while it works (5-MM1OP-A)", "exponential(1 min)", UpTime.Clock.WORKING, 3.0, 1.5, 0.05));
        cases.add(queueThatFails("M/D/1, fails while it works (5-MD1OP-A)", "1 min", UpTime.Clock.WORKING, 2.32778, 1.16389, 0.05));
        cases.add(queueThatFails("M/M/1, fails by the calendar (5-MM1CAL-A)", "exponential(1 min)", UpTime.Clock.CALENDAR, 3.45455,
                1.72727, 0.0909091));
        cases.add(oneOperator("one operator, the oldest first (12-OPER2-A-fcfs)", JobChoice.OLDEST, 0, 2.73333, 2.73333));
        cases.add(oneOperator("one operator, stays while there is work (12-OPER2-A-exh)", JobChoice.NEAREST, 0, 3.27654, 2.32593));
        cases.add(oneOperator("one operator, station 1 first (12-OPER2-A-prio)", JobChoice.OLDEST, 1, 1.17143, 3.90476));
        cases.add(tending());
        cases.add(lineWithOperators("2 stations, 1 operator (12-LINEOP-A1)", 1, new int[] {40, 60}, 1, 1, 36.0, 1.0));
        cases.add(
                lineWithOperators("3 stations, 2 operators, downstream first (12-LINEOP-A2)", 2, new int[] {60, 60, 60}, 0, 1, 32.0, 0.8));
        cases.add(lineWithOperators("3 stations, 2 operators, upstream first (12-LINEOP-A3)", 2, new int[] {60, 60, 60}, 0, -1, 31.1111,
                0.777778));
        return cases;
    }

    // ---- saying it

    static Crew crew(String name, int people) {
        return Crew.usual(Basics.of(name, Placement.at(0, 0))).withPeople(people).withSpeed(Optional.empty());
    }

    static <E extends PlantElement> E failing(E element, FailureMode... modes) {
        @SuppressWarnings("unchecked") // with() gives one of the same kind
        E changed = (E) element.with(element.basics().withDuty(element.basics().duty().withFailures(List.of(modes))));
        return changed;
    }

    static FailureMode mode(String name, String up, UpTime.Clock clock, String down) {
        return FailureMode.of(name, new UpTime.After(time(up), clock), time(down));
    }

    static Station needing(Station station, Need need) {
        Operation only = station.work().operations().getFirst();
        return station.with(station.work().withOperations(List.of(only.withNeeds(List.of(need)))));
    }

    private static EquipmentFigures named(RunFigures run, String name) {
        return run.equipment().stream().filter(e -> e.name().equals(name)).findFirst().orElseThrow();
    }

    // ---- failures

    private static Case repairers() {
        Lines lines = new Lines();
        List<PlantElement> elements = new ArrayList<>(List.of(onDemand("In")));
        for (int i = 0; i < 10; i++) {
            elements.add(failing(station("M" + i, 1, 0, "1 min"),
                    mode("stop", "exponential(100 min)", UpTime.Clock.WORKING, "exponential(8 min)")
                            .withRepairedBy(List.of(Need.of("Fitter")))));
        }
        elements.add(goodsOut("Out"));
        elements.add(crew("Fitter", 1));
        elements.forEach(lines::chain);
        for (int i = 0; i < 10; i++) {
            lines.link("In", "M" + i).link("M" + i, "Out");
        }
        return new Case("ten machines, one repairer (3-REPAIR-A)", lines.study(4_000, 50, REPLICATIONS), List.of(
                new Exact("machines running", 8.47561, 0.01,
                        run -> IntStream.range(0, 10).mapToDouble(i -> named(run, "M" + i).share(EquipmentState.WORKING)).sum()),
                new Exact("utilisation of the repairer", 0.678049, 0.01, run -> run.crews().getFirst().utilisation()),
                new Exact("mean wait for the repairer, min", 9.98565, 0.02, run -> run.skills().getFirst().waitMean() / 60),
                new Exact("repairs an hour", 5.08536, 0.01, run -> run.crews().getFirst().jobs() / run.hours())));
    }

    private static Case twoStations(String name, UpTime.Clock clock, boolean hands, double perHour, double down) {
        FailureMode stop = mode("stop", "exponential(1200 s)", clock, "exponential(180 s)").withPassesWhileDown(hands);
        Study study = new Lines()
                .chain(onDemand("In"), failing(station("S1", 1, 0, "60 s"), stop), failing(station("S2", 1, 0, "60 s"), stop),
                        goodsOut("Out"))
                .study(3_000, 50, REPLICATIONS);
        return new Case(name, study, List.of(
                new Exact("throughput, 1/h", perHour, 0.01, RunFigures::throughputPerHour),
                new Exact("station 1 down", down, 0.01, run -> named(run, "S1").share(EquipmentState.DOWN)),
                new Exact("station 2 down", down, 0.01, run -> named(run, "S2").share(EquipmentState.DOWN))));
    }

    private static Case twoModes() {
        Study study = new Lines().chain(onDemand("In"), failing(station("S", 1, 0, "30 s"),
                mode("A", "exponential(480 min)", UpTime.Clock.CALENDAR, "exponential(30 min)"),
                mode("B", "exponential(60 min)", UpTime.Clock.WORKING, "exponential(6 min)")), goodsOut("Out"))
                .study(20_000, 100, REPLICATIONS);
        return new Case("two failure modes at once (5-AVAIL2-A)", study, List.of(
                new Exact("working", 0.856418, 0.01, run -> named(run, "S").share(EquipmentState.WORKING)),
                new Exact("mode A down", 0.0588235, 0.02, run -> named(run, "S").modes().getFirst().downShare()),
                new Exact("mode B down", 0.0856418, 0.01, run -> named(run, "S").modes().get(1).downShare())));
    }

    private static Case queueThatFails(String name, String service, UpTime.Clock clock, double minutes, double inside, double down) {
        Study study = new Lines().chain(arrivals("In", "exponential(2 min)", 1), buffer("Queue", -1),
                failing(station("S", 1, 0, service),
                        mode("stop", "exponential(50 min)", clock, "exponential(5 min)").withPassesWhileDown(true)),
                goodsOut("Out")).study(8_000, 100, REPLICATIONS);
        return new Case(name, study, List.of(
                new Exact("mean time inside, min", minutes, 0.01, run -> run.lead().mean() / 60),
                new Exact("mean number inside", inside, 0.01, RunFigures::insideMean),
                new Exact("down", down, 0.02, run -> named(run, "S").share(EquipmentState.DOWN)),
                new Exact("working", 0.5, 0.01, run -> named(run, "S").share(EquipmentState.WORKING))));
    }

    // ---- shared operators

    private static Case oneOperator(String name, JobChoice which, int first, double wait1, double wait2) {
        Study study = new Lines()
                .chain(arrivals("In 1", "exponential(2 min)", 1),
                        needing(station("S1", 1, 1_000_000, "exponential(0.6 min)"), Need.of("Operator").withPriority(first)),
                        goodsOut("Out"))
                .chain(arrivals("In 2", "exponential(4 min)", 1),
                        (Station) needing(station("S2", 1, 1_000_000, "exponential(1.6 min)"), Need.of("Operator"))
                                .placed(Placement.at(50, 0)))
                .link("S2", "Out")
                .chain(crew("Operator", 1).withRules(rules -> rules.withJobRule(which))
                        .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE)))
                .study(20_000, 200, REPLICATIONS);
        return new Case(name, study, List.of(
                new Exact("mean wait at station 1, min", wait1, 0.01, run -> named(run, "S1").waits().mean() / 60),
                new Exact("mean wait at station 2, min", wait2, 0.01, run -> named(run, "S2").waits().mean() / 60),
                new Exact("operator working", 0.7, 0.01, run -> run.crews().getFirst().share(PersonState.WORKING))));
    }

    private static Case tending() {
        Study study = new Lines().chain(onDemand("In"), tended("M1", "exponential(1 min)", "exponential(5 min)"), goodsOut("Out"))
                .chain(tended("M2", "exponential(2 min)", "exponential(6 min)")).link("In", "M2").link("M2", "Out")
                .chain(crew("Operator", 1))
                .study(8_000, 100, REPLICATIONS);
        return new Case("one operator tends two machines (12-TEND-A)", study, List.of(
                new Exact("operator working", 0.399489, 0.01, run -> run.crews().getFirst().utilisation()),
                new Exact("cycles of machine 1, 1/h", 9.30153, 0.01, run -> named(run, "M1").out() / run.hours()),
                new Exact("cycles of machine 2, 1/h", 7.33390, 0.01, run -> named(run, "M2").out() / run.hours())));
    }

    private static Station tended(String name, String manual, String alone) {
        Station station = station(name, 1, 0, "1 s");
        return station.with(station.work().withOperations(List.of(
                new Operation("load", new TimeSource.Drawn(time(manual)), true, List.of(Need.of("Operator"))),
                new Operation("run", new TimeSource.Drawn(time(alone)), true))));
    }

    private static Case lineWithOperators(String name, int people, int[] seconds, int between, int downstream, double perHour,
            double utilisation) {
        List<PlantElement> chain = new ArrayList<>(List.of(onDemand("In")));
        for (int i = 0; i < seconds.length; i++) {
            if (i > 0 && between > 0) {
                chain.add(buffer("B" + i, between));
            }
            chain.add(
                    needing(station("S" + i, 1, 0, "exponential(" + seconds[i] + " s)"), Need.of("Operator").withPriority(downstream * i)));
        }
        chain.add(goodsOut("Out"));
        Study study = new Lines().chain(chain.toArray(PlantElement[]::new)).chain(crew("Operator", people)).study(3_000, 50, REPLICATIONS);
        return new Case(name, study, List.of(
                new Exact("throughput, 1/h", perHour, 0.01, RunFigures::throughputPerHour),
                new Exact("operators working", utilisation, 0.01, run -> run.crews().getFirst().share(PersonState.WORKING))));
    }

    static Duty duty(String calendar) {
        return Duty.ALWAYS.withCalendar(calendar);
    }
}
