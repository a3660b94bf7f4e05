package rhombic.validation;

import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Supplier;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Observation;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.insight.Diagnosis;
import rhombic.insight.Finding;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Placement;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Inspection;
import rhombic.study.work.Operation;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;

/** Lines whose limit is known by construction: where the most time is needed for a piece, all that it loses counted in. */
public final class LimitLines {
    private static final int RUNS = 4;

    /**
     * One line.
     *
     * @param limits any of which is right: one, but where people and their station are needed alike
     * @param why in words
     * @param shifts whether the limit must be told to shift, between these
     */
    public record Case(String name, Set<String> limits, String why, boolean shifts, Supplier<Study> study) {
        @Override
        public String toString() {
            return name;
        }
    }

    private LimitLines() {}

    private static Study line(PlantElement... between) {
        List<PlantElement> all = new ArrayList<>(List.of(onDemand("In")));
        all.addAll(List.of(between));
        all.add(goodsOut("Out"));
        return new Lines().chain(all.toArray(PlantElement[]::new)).study(40, 4, RUNS);
    }

    private static Case of(String name, String limit, String why, Supplier<Study> study) {
        return new Case(name, Set.of(limit), why, false, study);
    }

    private static Station needing(Station station, String skill) {
        return needing(station, skill, 1);
    }

    private static Station needing(Station station, String skill, int people) {
        List<Operation> ops = station.work().operations().stream()
                .map(op -> op.withNeeds(List.of(new Need(skill, people, Need.ALL, 0, false))))
                .toList();
        return station.with(station.work().withOperations(ops));
    }

    private static Crew crew(String name, int people) {
        return Crew.usual(Basics.of(name, Lines.SOMEWHERE)).withPeople(people).withSpeed(Optional.empty());
    }

    private static Station failing(Station station, double percent, String down) {
        FailureMode mode = FailureMode.of("jam", new UpTime.Available(Quantity.percent(percent), UpTime.Clock.WORKING), time(down));
        return station.with(station.basics().withDuty(station.basics().duty().withFailures(List.of(mode))));
    }

    private static Conveyor belt(String speed) {
        return Conveyor.usual(Basics.of("Belt", Lines.SOMEWHERE), ConveyorPath.straight(6))
                .withSpeed(Quantity.parse(speed, Dimension.SPEED))
                .withGap(new Quantity(0.2, Unit.METRE));
    }

    /** One who carries from A to B, 30 m apart. */
    private static Study porter(GoodsIn in) {
        Station near = station("A", 1, 50, "20 s");
        Station far = station("B", 1, 1, "20 s");
        return new Lines().chain(in, near).chain(far.with(far.basics().placed(Placement.at(30, 0))), goodsOut("Out"))
                .chain(crew("Porter", 1).withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED))))
                .link(new Link("A", "B").withTravel(new Travel.Carried(Need.of("Porter"), 1))).study(40, 4, RUNS);
    }

    /** Pieces are packed onto one of two pallets, which come back empty. */
    private static Study pallets() {
        Work quick = Work.of(1, 1, new TimeSource.Drawn(time("20 s")));
        AssemblyStation pack = new AssemblyStation(Basics.of("Pack", Lines.SOMEWHERE), quick, AssemblyStation.Method.PACK,
                List.of("Pallet"), new Recipe.Fixed(List.of(new Recipe.Part("Piece", 1))), 4, "");
        UnpackingStation unpack = new UnpackingStation(Basics.of("Unpack", Lines.SOMEWHERE), quick, new UnpackingStation.Parting.TakeOff());
        return new Lines().types(PieceType.usual("Piece"), PieceType.pallet("Pallet"))
                .chain(onDemand("In"), pack).chain(Lines.stock("Pallets", "Pallet", 2)).link("Pallets", "Pack")
                .chain(unpack).chain(goodsOut("Out"))
                .link(new Link("Pack", "Unpack").withTravel(new Travel.InTime(time("100 s"), 0)))
                .link(new Link("Unpack", "Pack", Optional.empty(), new LinkFilter.LoadCarriers()))
                .link(new Link("Unpack", "Out", Optional.empty(), new LinkFilter.Contents())).study(40, 4, RUNS);
    }

    /** Four machines side by side that fail half an hour in the mean after their repair, which takes a quarter, by one person. */
    private static Study repairs() {
        Lines lines = new Lines().chain(onDemand("In")).chain(goodsOut("Out")).chain(crew("Fitter", 1));
        for (String name : List.of("M1", "M2", "M3", "M4")) {
            FailureMode mode = FailureMode.of("jam", new UpTime.After(time("exponential(30 min)"), UpTime.Clock.WORKING),
                    time("exponential(15 min)")).withRepairedBy(List.of(Need.of("Fitter")));
            Station machine = station(name, 1, 0, "60 s");
            lines.chain(machine.with(machine.basics().withDuty(machine.basics().duty().withFailures(List.of(mode)))))
                    .link("In", name).link(name, "Out");
        }
        return lines.study(80, 4, RUNS);
    }

    /** Three machines that are set up for every other piece, by one person. */
    private static Study setups() {
        Lines lines = new Lines().types(PieceType.usual("S"), PieceType.usual("L"))
                .chain(onDemand("In").withMix(List.of(new MixPart("S", 1), new MixPart("L", 1)))).chain(goodsOut("Out"))
                .chain(crew("Setter", 1));
        for (String name : List.of("M1", "M2", "M3")) {
            Station machine = station(name, 1, 0, "20 s");
            lines.chain(machine
                    .with(machine.work().withChangeover(new TimeSource.Drawn(time("40 s"))).withSetupCrew(List.of(Need.of("Setter")))))
                    .link("In", name).link(name, "Out");
        }
        return lines.study(40, 4, RUNS);
    }

    public static List<Case> all() {
        return List.of(
                of("the slowest of three, times always the same", "B", "60 s against 40 s and 50 s",
                        () -> line(station("A", 1, 0, "40 s"), station("B", 1, 2, "60 s"), station("C", 1, 2, "50 s"))),
                of("the slowest of three, times by chance", "B", "mean 60 s against 40 s and 42 s, exponential",
                        () -> line(station("A", 1, 0, "exponential(40 s)"), station("B", 1, 3, "exponential(60 s)"),
                                station("C", 1, 3, "exponential(42 s)"))),
                of("the last is the slowest", "C", "mean 70 s against 50 s and 50 s",
                        () -> line(station("A", 1, 0, "triangular(40 s, 50 s, 60 s)"), station("B", 1, 2, "triangular(40 s, 50 s, 60 s)"),
                                station("C", 1, 2, "triangular(55 s, 70 s, 85 s)"))),
                of("the first is the slowest", "A", "mean 66 s against 50 s and 55 s",
                        () -> line(station("A", 1, 0, "lognormal(66 s, 12 s)"), station("B", 1, 2, "lognormal(50 s, 12 s)"),
                                station("C", 1, 2, "lognormal(55 s, 12 s)"))),
                of("two places make the slow one fast", "C", "90 s at two places are 45 s a piece, against 52 s",
                        () -> line(station("A", 1, 0, "40 s"), station("B", 2, 2, "90 s"), station("C", 1, 2, "52 s"))),
                of("one operator for two stations", "Crew",
                        "35 s and 35 s of one person are 70 s a piece; neither station takes more than 35 s",
                        () -> new Lines().chain(onDemand("In"), needing(station("A", 1, 0, "35 s"), "Crew"),
                                needing(station("B", 1, 2, "35 s"), "Crew"),
                                goodsOut("Out")).chain(crew("Crew", 1)).study(40, 4, RUNS)),
                of("two operators for three stations", "Crew", "3 × 50 s of two people are 75 s a piece, against 50 s",
                        () -> new Lines().chain(onDemand("In"), needing(station("A", 1, 0, "exponential(50 s)"), "Crew"),
                                needing(station("B", 1, 4, "exponential(50 s)"), "Crew"),
                                needing(station("C", 1, 4, "exponential(50 s)"), "Crew"),
                                goodsOut("Out")).chain(crew("Crew", 2)).study(40, 4, RUNS)),
                of("failures make the fast one slow", "B", "50 s at 70 % availability are 71 s a piece, against 60 s",
                        () -> line(station("A", 1, 0, "40 s"), failing(station("B", 1, 3, "50 s"), 70, "exponential(5 min)"),
                                station("C", 1, 3, "60 s"))),
                of("failures that do not matter", "C", "40 s at 80 % are 50 s a piece, against 62 s",
                        () -> line(station("A", 1, 0, "40 s"), failing(station("B", 1, 6, "40 s"), 80, "exponential(2 min)"),
                                station("C", 1, 6, "62 s"))),
                of("a conveyor that is too slow", "Belt", "0.6 m and 0.2 m at 0.01 m/s are 80 s a piece, against 50 s and 40 s",
                        () -> line(station("A", 1, 0, "50 s"), belt("0.01 m/s"), station("C", 1, 1, "40 s"))),
                of("a conveyor that is fast enough", "C", "0.8 m at 0.05 m/s are 16 s a piece, against 58 s",
                        () -> line(station("A", 1, 0, "50 s"), belt("0.05 m/s"), station("C", 1, 1, "58 s"))),
                of("what comes in", "In", "one each 90 s, all stations faster",
                        () -> new Lines().chain(Lines.arrivals("In", "exponential(90 s)", 1), station("A", 1, 5, "exponential(60 s)"),
                                station("B", 1, 5, "exponential(70 s)"), goodsOut("Out")).study(40, 4, RUNS)),
                of("what goes round", "Stock", "two pieces in a ring of four stations: more would do more",
                        () -> new Lines().chain(Lines.stock("Stock", "Piece", 2), station("A", 1, 9, "exponential(60 s)"),
                                station("B", 1, 9, "exponential(60 s)"), station("C", 1, 9, "exponential(60 s)"),
                                station("D", 1, 9, "exponential(60 s)"))
                                .link("D", "A").study(40, 4, RUNS)),
                of("rework loads the one before", "A", "50 s, and 35 % come back: 77 s a piece, against 60 s",
                        () -> new Lines().chain(onDemand("In"), station("A", 1, 5, "50 s"),
                                station("B", 1, 5, "39 s").withInspection(new Inspection(Quantity.percent(35), "", 1, 1000, 1000)),
                                goodsOut("Out"))
                                .study(40, 4, RUNS)),
                of("an oven for four", "C", "200 s for four are 50 s a piece, against 60 s",
                        () -> line(station("A", 1, 0, "40 s"), station("B", 1, 8, "200 s").withLoad(new Work.Load(4, null)),
                                station("C", 1, 8, "60 s"))),
                new Case("five alike in a row without room between", Set.of("A", "B", "C", "D", "E"),
                        "60 s each, exponential: more of what comes in brings nothing", false,
                        () -> line(station("A", 1, 0, "exponential(60 s)"), station("B", 1, 0, "exponential(60 s)"),
                                station("C", 1, 0, "exponential(60 s)"), station("D", 1, 0, "exponential(60 s)"),
                                station("E", 1, 0, "exponential(60 s)"))),
                of("a porter", "Porter", "30 m there and back at 1 m/s are 60 s a piece, against 20 s",
                        () -> porter(onDemand("In"))),
                of("a porter for more than he can carry", "Porter", "60 s a piece, and one comes each 45 s",
                        () -> porter(Lines.arrivals("In", "exponential(45 s)", 1))),
                of("a link with a limit", "the link from A to B", "two at a time for 120 s are 60 s a piece, against 20 s",
                        () -> new Lines().chain(onDemand("In"), station("A", 1, 0, "20 s"))
                                .chain(station("B", 1, 5, "20 s"), goodsOut("Out"))
                                .link(new Link("A", "B").withTravel(new Travel.InTime(time("120 s"), 2))).study(40, 4, RUNS)),
                of("two pallets", "Pallets", "a pallet is under way for 150 s: 75 s a piece, against 20 s", LimitLines::pallets),
                of("a conveyor for two pieces", "Belt", "two at a time for 60 s are 30 s a piece, against 10 s",
                        () -> line(station("A", 1, 0, "10 s"), belt("0.1 m/s").withMaxPieces(OptionalInt.of(2)),
                                station("B", 1, 1, "10 s"))),
                of("a little more than a station can do", "B", "one each 59 s for 60 s of work: the rest piles up",
                        () -> new Lines().chain(Lines.arrivals("In", "59 s", 1), station("A", 1, 5, "20 s"), station("B", 1, 5, "60 s"),
                                goodsOut("Out")).study(40, 4, RUNS)),
                of("one repairer for four machines", "Fitter", "each is down a third of its time: he is busy 90 % of his",
                        LimitLines::repairs),
                of("one setter for three machines", "Setter", "20 s a piece, against 13 s of three machines", LimitLines::setups),
                of("jobs of two from a crew of three", "Crew", "one job at a time: 100 s a piece, against 50 s",
                        () -> new Lines().chain(onDemand("In"), needing(station("A", 1, 0, "50 s"), "Crew", 2),
                                needing(station("B", 1, 2, "50 s"), "Crew", 2), goodsOut("Out")).chain(crew("Crew", 3)).study(40, 4, RUNS)),
                new Case("two alike, by chance, no buffer between", Set.of("A", "C"), "both 60 s on average, exponential", true,
                        () -> line(station("A", 1, 0, "exponential(60 s)"), station("B", 1, 0, "20 s"),
                                station("C", 1, 0, "exponential(60 s)"))),
                new Case("two that fail seldom and long", Set.of("A", "B"), "50 s, both at 80 % availability with repairs of 30 min", true,
                        () -> line(failing(station("A", 1, 0, "50 s"), 80, "exponential(30 min)"),
                                failing(station("B", 1, 5, "50 s"), 80, "exponential(30 min)"), station("C", 1, 5, "30 s"))));
    }

    /** What is found in it. */
    public static Diagnosis diagnosis(Study study) {
        try (LocalEngine engine = new LocalEngine(2)) {
            Summary summary = Summary.of(study, engine, RunListener.NONE, () -> false);
            List<Observation> observations = new ArrayList<>();
            for (int r = 1; r <= RUNS; r++) {
                observations.add(Observation.of(study, r, () -> false));
            }
            return Diagnosis.of(summary, observations);
        }
    }

    /** Whether the finding is right, and what it is in words. */
    public static boolean isRight(Case one, Diagnosis diagnosis) {
        boolean right = diagnosis.limit().filter(limit -> one.limits.contains(limit.subject())
                || one.limits.stream().anyMatch(name -> limit.text().startsWith("Limited by " + name + ":"))).isPresent();
        boolean told = diagnosis.findings().stream().anyMatch(f -> f.kind() == Finding.Kind.SHIFTING);
        return right && (!one.shifts || told && one.limits.stream()
                .allMatch(name -> diagnosis.findings().stream().filter(f -> f.kind() == Finding.Kind.SHIFTING)
                        .anyMatch(f -> f.text().contains(name))));
    }
}
