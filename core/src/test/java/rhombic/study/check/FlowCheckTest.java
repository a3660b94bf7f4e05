package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.table;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.Attribute;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Inspection;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/** What the check says about the flow, at its place, and what its remedies do. */
class FlowCheckTest {
    private static Problem only(Study study, Problem.Kind kind) {
        List<Problem> found = StudyCheck.of(study).stream().filter(p -> p.kind() == kind).toList();
        assertEquals(1, found.size(), StudyCheck.of(study).toString());
        return found.getFirst();
    }

    private static Study repaired(Study study, Problem.Kind kind) {
        Problem.Fix fix = only(study, kind).fixes().getFirst();
        assertNotNull(fix, kind.name());
        Study repaired = fix.changes().applyTo(study);
        assertTrue(StudyCheck.of(repaired).stream().noneMatch(p -> p.kind() == kind), StudyCheck.of(repaired).toString());
        return repaired;
    }

    private static Station station(TimeSource source) {
        return new Station(Basics.of("S", SOMEWHERE), Work.of(1, 5, source), Work.Load.SINGLE, null);
    }

    private static Lines around(Station station) {
        return new Lines().types(PieceType.usual("Piece"), PieceType.usual("Other")).chain(timetable("In", "0 s Piece", "0 s Other"),
                station, goodsOut("Out"));
    }

    private static AssemblyStation join(AssemblyStation.Method way, List<String> bases, Recipe recipe, int room, String result) {
        return new AssemblyStation(Basics.of("Join", SOMEWHERE), Work.of(1, 1, new TimeSource.Drawn(time("9 s"))), way, bases, recipe, room,
                result);
    }

    private static Study joined(AssemblyStation join, String... stocks) {
        Lines lines = new Lines().types(PieceType.usual("Frame"), PieceType.usual("Coil"), PieceType.pallet("Pallet")).chain(join,
                goodsOut("Out"));
        for (String type : stocks) {
            lines.chain(stock("In " + type, type, 5)).link("In " + type, "Join");
        }
        return lines.study(8, 0, 1);
    }

    @Test
    void namesThatAreNotThereAreErrorsAtTheirPlace() {
        Study study = around(station(new TimeSource.FromTable("Times", List.of("piece.type")))).study(8, 0, 1)
                .with(stock("Third", "Ghost", 1)).linked("Third", "Out");
        assertEquals(List.of("S", "Third"),
                StudyCheck.of(study).stream().filter(p -> p.kind() == Problem.Kind.UNKNOWN_NAME).map(Problem::subject).sorted().toList());
        Problem type = StudyCheck.of(study).stream().filter(p -> p.message().contains("Ghost")).findFirst().orElseThrow();
        assertTrue(type.fixes().getFirst().changes().applyTo(study).type("Ghost").isPresent());
    }

    private static Study shut(String times) {
        Station station = station(new TimeSource.Drawn(time("9 s")));
        return around(new Station(station.basics().withInletShut(ShutTime.parse(times)), station.work(), station.load(), null)).study(8, 0,
                1);
    }

    @Test
    void anInletThatIsNeverOpenOrShutTooLateIsToldAndMendedByOneClick() {
        for (String never : List.of("0 s on", "0 s to 8 h", "0 s to 2 h, 2 h on", "0 s to 9 h")) {
            Problem problem = only(shut(never), Problem.Kind.SHUT);
            assertEquals("S: Its inlet is shut for the whole run, so nothing comes in. Open it for a time.", problem.toString());
            assertEquals(List.of(), problem.fixes().getFirst().changes().applyTo(shut(never)).find("S").orElseThrow().basics().inletShut());
        }
        Problem late = only(shut("1 h to 2 h, 8 h on"), Problem.Kind.SHUT);
        assertEquals("Its inlet is shut at 8 h, but the run ends at 8 h", late.message());
        assertEquals("1 h to 2 h",
                ShutTime.text(
                        late.fixes().getFirst().changes().applyTo(shut("1 h to 2 h, 8 h on")).find("S").orElseThrow().basics()
                                .inletShut()));
        for (String fine : List.of("", "1 s on", "0 s to 479 min", "0 s to 1 h, 1 h to 7 h")) {
            assertTrue(StudyCheck.of(shut(fine)).stream().noneMatch(p -> p.kind() == Problem.Kind.SHUT), fine);
        }
    }

    @Test
    void anOutletThatIsNeverOpenIsToldAndMended() {
        Station station = station(new TimeSource.Drawn(time("9 s")));
        Study study = around(new Station(station.basics().withOutletShut(ShutTime.parse("0 s on")), station.work(), station.load(), null))
                .study(8, 0, 1);
        Problem problem = only(study, Problem.Kind.SHUT);
        assertEquals("S: Its outlet is shut for the whole run, so nothing goes on. Open it for a time.", problem.toString());
        assertEquals(List.of(), problem.fixes().getFirst().changes().applyTo(study).find("S").orElseThrow().basics().outletShut());
    }

    @Test
    void aFormulaThatCanNotBeReadIsToldWithItsCharacter() {
        Problem problem = only(around(station(new TimeSource.ByFormula("45 + * 2", Unit.SECOND))).study(8, 0, 1), Problem.Kind.FORMULA);
        assertTrue(problem.isError() && problem.subject().equals("S") && problem.message().contains("At character 6"), problem.toString());
    }

    @Test
    void attributesThatNobodyHasAreAddedByOneClick() {
        Study study = around(station(new TimeSource.ByFormula("piece.joints + here.skill", Unit.SECOND))).study(8, 0, 1);
        List<Problem> never = StudyCheck.of(study).stream().filter(p -> p.kind() == Problem.Kind.ATTRIBUTE_NEVER_SET).toList();
        assertEquals(2, never.size());
        Study repaired = study;
        for (Problem problem : never) {
            repaired = problem.fixes().getFirst().changes().applyTo(repaired);
        }
        assertEquals(List.of(Problem.Kind.TYPES_ALIKE), StudyCheck.of(repaired).stream().map(Problem::kind).toList());
        Study apart = StudyCheck.of(repaired).getFirst().fixes().getFirst().changes().applyTo(repaired);
        assertEquals(List.of(), StudyCheck.of(apart), "each type has a colour of its own then");
    }

    @Test
    void attributesThatNothingReadsAreTakenOutByOneClick() {
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("joints", new Value.Num(1))));
        Study study = new Lines().types(type)
                .chain(arrivals("In", "90 s", 1), Lines.station("S", 1, 1, "60 s"), goodsOut("Out")).study(8, 0, 1);
        assertEquals(List.of(), repaired(study, Problem.Kind.ATTRIBUTE_NEVER_READ).pieceTypes().getFirst().attributes());
    }

    @Test
    void aTimetableIsToldByRowWhatItSetsWrongly() {
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("joints", new Value.Num(1))));
        Timetable table = new Timetable(Timetable.Repeat.ONCE,
                List.of(new Timetable.Row(0, "Piece", 1, Map.of("joints", new Value.Text("many"))),
                        new Timetable.Row(0, "Piece", 1, Map.of("colour", new Value.Text("red")))),
                "");
        GoodsIn in = new GoodsIn(Basics.of("In", SOMEWHERE), List.of(), Optional.of(new Supply.ByTimetable(table)), GoodsIn.WhenFull.WAIT,
                OptionalInt.empty());
        List<String> text = StudyCheck.of(new Lines().types(type).chain(in, goodsOut("Out")).study(8, 0, 1)).stream()
                .filter(Problem::isError).map(Problem::message).toList();
        assertEquals(List.of("Row 1 of its timetable sets joints to \u201cmany\u201d, but Piece has it as number",
                "Row 2 of its timetable sets colour to \u201cred\u201d, but Piece has no such attribute"), text);
    }

    @Test
    void aMixOfNothingIsAnError() {
        GoodsIn in = arrivals("In", "60 s", 1).withMix(List.of(new MixPart("Piece", 0)));
        assertEquals("All weights of its mix are 0, so no piece can be chosen",
                only(new Lines().chain(in, goodsOut("Out")).study(8, 0, 1), Problem.Kind.MIX).message());
    }

    @Test
    void aRecipeThatNeedsItselfIsFound() {
        assertTrue(only(
                joined(join(AssemblyStation.Method.ASSEMBLE, List.of("Frame"),
                        new Recipe.Fixed(List.of(new Recipe.Part("Frame", 1), new Recipe.Part("Coil", 1))), 4, ""), "Frame", "Coil"),
                Problem.Kind.RECIPE).message().contains("needs itself"));
    }

    @Test
    void aRecipeThatCanNeverBeFilledIsFound() {
        Problem never = only(
                joined(join(AssemblyStation.Method.ASSEMBLE, List.of("Frame"), new Recipe.Fixed(List.of(new Recipe.Part("Coil", 1))), 4,
                        ""),
                        "Frame"),
                Problem.Kind.RECIPE);
        assertEquals("Its recipe can never be filled: no Coil comes to it", never.message());
        assertEquals("Its recipe is empty",
                only(joined(join(AssemblyStation.Method.ASSEMBLE, List.of("Frame"), new Recipe.Fixed(List.of()), 4, ""), "Frame"),
                        Problem.Kind.RECIPE).message());
    }

    @Test
    void roomTooSmallForTheRecipeIsMendedByOneClick() {
        Study study = joined(
                join(AssemblyStation.Method.ASSEMBLE, List.of("Frame"), new Recipe.Fixed(List.of(new Recipe.Part("Coil", 6))), 4, ""),
                "Frame",
                "Coil");
        assertEquals(6, ((AssemblyStation) repaired(study, Problem.Kind.ROOM_TOO_SMALL).find("Join").orElseThrow()).partCapacity());
    }

    @Test
    void packingOntoWhatIsNoCarrierIsMendedByOneClick() {
        Study study = joined(
                join(AssemblyStation.Method.PACK, List.of("Frame"), new Recipe.Fixed(List.of(new Recipe.Part("Coil", 1))), 4, ""),
                "Frame", "Coil");
        assertTrue(repaired(study, Problem.Kind.RECIPE).type("Frame").orElseThrow().loadCarrier());
    }

    @Test
    void changeoverTablesWithHolesNameThem() {
        Station station = station(new TimeSource.Drawn(time("60 s")));
        Study study = around(station.with(station.work().withChangeover(new TimeSource.FromTable("Changes", List.of("from", "to")))))
                .tables(table("Changes", "Piece:Other:5 min")).study(8, 0, 1);
        Problem holes = only(study, Problem.Kind.TABLE);
        assertEquals("Table Changes has no changeover for Other to Piece; the run would stop there", holes.message());
    }

    @Test
    void valuesOfATableThatAreNoTimesAreToldByRow() {
        Study study = around(station(new TimeSource.FromTable("Times", List.of("piece.type"))))
                .tables(table("Times", "Piece:60", "Other:5 s")).study(8, 0, 1);
        assertTrue(
                only(study, Problem.Kind.TABLE).message().startsWith("Row 1 of table Times can\u2019t be used as a time. 60 has no unit"));
    }

    @Test
    void aTypeThatNoLinkIsForIsTold() {
        Study study = new Lines().types(PieceType.usual("Piece"), PieceType.usual("Other")).chain(timetable("In", "0 s Piece", "0 s Other"))
                .chain(goodsOut("Out"))
                .link(new Link("In", "Out", Optional.empty(), new LinkFilter.Types(List.of("Piece")))).study(8, 0, 1);
        assertTrue(only(study, Problem.Kind.NO_WAY_OUT).message().contains("pieces of type Other"));
    }

    @Test
    void aTimeSixtyTimesItsNeighboursIsProbablyOfTheWrongUnit() {
        Study study = new Lines().chain(arrivals("In", "80 s", 1), Lines.station("A", 1, 1, "60 s"), buffer("B", 2),
                Lines.station("C", 1, 1, "triangular(50 min, 60 min, 70 min)"),
                Lines.station("D", 1, 1, "65 s"), goodsOut("Out")).study(8, 0, 1);
        Study repaired = repaired(study, Problem.Kind.TIME_UNIT);
        assertEquals("triangular(50 s, 60 s, 70 s)",
                ((Station) repaired.find("C").orElseThrow()).work().operations().getFirst().time().toString());
    }

    @Test
    void overloadIsFollowedThroughSharesAndMended() {
        Study study = new Lines().chain(arrivals("In", "30 s", 1), buffer("B", 4))
                .chain(Lines.station("S", 1, 1, "60 s")).chain(goodsOut("Out"))
                .link("B", "S", 75).link("B", "Out", 25).link("S", "Out").study(8, 0, 1);
        Problem overload = only(study, Problem.Kind.OVERLOAD);
        assertEquals("90.0 pieces an hour come but it can work only 60.0", overload.message());
        assertEquals(2, ((Station) repaired(study, Problem.Kind.OVERLOAD).find("S").orElseThrow()).work().places());
    }

    @Test
    void sharesThatDoNotAddUpAreScaledByOneClick() {
        Study study = new Lines().chain(arrivals("In", "30 s", 1)).chain(goodsOut("A")).chain(goodsOut("B")).link("In", "A", 60)
                .link("In", "B", 20).study(8, 0, 1);
        assertEquals(List.of(75.0, 25.0),
                repaired(study, Problem.Kind.SHARES).links().stream().map(l -> l.share().orElseThrow().amount()).toList());
    }

    @Test
    void unusedTypesAndTablesAreTakenOutByOneClick() {
        Study study = new Lines().types(PieceType.usual("Piece"), PieceType.usual("Odd")).chain(arrivals("In", "90 s", 1), goodsOut("Out"))
                .tables(table("Lost", "a:1")).study(8, 0, 1);
        assertEquals(1, repaired(study, Problem.Kind.UNUSED_TYPE).pieceTypes().size());
        assertEquals(0, repaired(study, Problem.Kind.UNUSED_TABLE).tables().size());
    }

    @Test
    void rulesAreHeldAgainstWhatIsThere() {
        Lines lines = new Lines().chain(arrivals("In", "90 s", 1), Lines.station("S", 1, 1, "60 s"), goodsOut("Out"));
        for (String[] wrong : new String[][] {{"a piece enters Nowhere", "scrap"}, {"a piece enters S", "scrap"},
                {"every 5 min", "look red"}, {"a piece enters S", "set joints to 1"}, {"every 5 min", "set joints to 1"},
                {"S becomes lazy", "signal a"}, {"a piece enters S", "create 1 Piece at S"},
                {"every 5 min", "set skill of S to piece.joints"}, {"it is 08:00", "shut Nowhere"}}) {
            Study study = lines.rules(new Rule("R", RuleText.when(wrong[0]), "", List.of(RuleText.action(wrong[1])))).study(8, 0, 1);
            assertTrue(StudyCheck.of(study).stream().anyMatch(p -> p.isError() && p.subject().equals("R")),
                    String.join(", then ", wrong) + ": " + StudyCheck.of(study));
        }
        Study silent = lines.rules(new Rule("R", RuleText.when("signal nobody"), "", List.of(RuleText.action("stop the run")))).study(8, 0,
                1);
        assertTrue(only(silent, Problem.Kind.RULE).message().contains("Nothing ever sends"));
    }

    @Test
    void inspectionWithALookThatNoTypeHasIsMendedByOneClick() {
        Station check = new Station(Basics.of("S", SOMEWHERE), Work.of(1, 5, new TimeSource.Drawn(time("60 s"))), Work.Load.SINGLE,
                new Inspection(Quantity.percent(5), "failed", 1, 1, 1));
        Study study = new Lines().chain(arrivals("In", "90 s", 1), check, goodsOut("Out")).study(8, 0, 1);
        assertEquals(2, repaired(study, Problem.Kind.UNKNOWN_NAME).pieceTypes().getFirst().looks().size());
    }

    @Test
    void aLongLineThatIsListedBackwardsIsCheckedWithoutDeepRecursion() {
        List<PlantElement> chain = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int i = 8000; i > 0; i--) {
            chain.add(Lines.station("S" + i, 1, 1, "60 s"));
            links.add(new Link("S" + (i - 1), "S" + i));
        }
        chain.add(arrivals("S0", "90 s", 1));
        chain.add(goodsOut("Out"));
        links.add(new Link("S8000", "Out"));
        Study study = new Study("Long", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), chain, links);
        assertEquals(List.of(), StudyCheck.of(study));
    }
}
