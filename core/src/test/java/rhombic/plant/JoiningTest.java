package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.plant.Runs.type;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.table;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.validation.Lines;

/** Packing, assembling, batches, unpacking and splitting, worked out by hand. */
class JoiningTest {
    private static final PieceType PALLET = PieceType.pallet("Pallet");

    private static AssemblyStation joins(AssemblyStation.Method way, String base, Recipe recipe, int partCapacity, String result) {
        return new AssemblyStation(Basics.of("Join", SOMEWHERE), Work.of(1, 9, new TimeSource.Drawn(time("10 s"))), way,
                base.isEmpty() ? List.of() : List.of(base), recipe, partCapacity, result);
    }

    private static Recipe parts(Object... typesAndCounts) {
        List<Recipe.Part> parts = new ArrayList<>();
        for (int i = 0; i < typesAndCounts.length; i += 2) {
            parts.add(new Recipe.Part((String) typesAndCounts[i], (Integer) typesAndCounts[i + 1]));
        }
        return new Recipe.Fixed(parts);
    }

    private static UnpackingStation unpacking(UnpackingStation.Parting parting) {
        return new UnpackingStation(Basics.of("Part", SOMEWHERE), Work.of(1, 9, new TimeSource.Drawn(time("5 s"))), parting);
    }

    private static TypeFigures typed(RunFigures run, String name) {
        return run.types().stream().filter(t -> t.name().equals(name)).findFirst().orElseThrow();
    }

    @Test
    void partsMayComeInAnyOrderAndTheBaseIsTheOneNamed() {
        // Coils first, the frame last at 30 s: joined from 30 to 40 s. The links stand in another order than the recipe.
        Lines lines = new Lines().types(type("Coil"), type("Bolt"), type("Frame"), type("Pump"))
                .chain(timetable("Coils", "0 s 2 Coil")).chain(timetable("Bolts", "20 s 4 Bolt")).chain(timetable("Frames", "30 s Frame"))
                .chain(joins(AssemblyStation.Method.ASSEMBLE, "Frame", parts("Coil", 2, "Bolt", 4), 4, "Pump"), goodsOut("Out"))
                .link("Coils", "Join").link("Bolts", "Join").link("Frames", "Join");
        RunFigures run = Runs.of(lines.study(100 / 3600.0, 0, 1));
        assertEquals(1, run.out());
        assertEquals(6, run.joined());
        assertEquals(0, run.inside());
        assertEquals(10, run.lead().mean(), 1e-9, "the lead time of the frame, which became the pump");
        assertEquals(1, typed(run, "Pump").out());
        assertEquals(1, typed(run, "Pump").made());
        assertEquals(1, typed(run, "Frame").joined());
        assertEquals(0.1, at(run, "Join").share(EquipmentState.WORKING), 1e-12);
    }

    @Test
    void eachPartTypeWaitsInARoomOfItsOwn() {
        Lines lines = new Lines().types(type("Coil"), type("Bolt"), type("Frame"))
                .chain(stock("Coils", "Coil", 9)).chain(stock("Bolts", "Bolt", 9)).chain(stock("Frames", "Frame", 1))
                .chain(joins(AssemblyStation.Method.ASSEMBLE, "Frame", parts("Coil", 1, "Bolt", 3), 3, ""), goodsOut("Out"))
                .link("Coils", "Join").link("Bolts", "Join").link("Frames", "Join");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(1, run.out());
        // 3 coils and 3 bolts fill the rooms; 1 and 3 go into the frame and are followed by as many.
        assertEquals(9 - 4, at(run, "Coils").contentNow());
        assertEquals(9 - 6, at(run, "Bolts").contentNow());
        assertEquals(6, at(run, "Join").contentNow());
    }

    @Test
    void aRecipeMayDependOnTheBaseOrStandInATable() {
        Map<String, List<Recipe.Part>> byType = new LinkedHashMap<>();
        byType.put("S", List.of(new Recipe.Part("Coil", 1)));
        byType.put("L", List.of(new Recipe.Part("Coil", 3)));
        for (Recipe recipe : List.of(new Recipe.ByKey("piece.type", byType), new Recipe.FromTable("Parts", "piece.type"))) {
            AssemblyStation join = new AssemblyStation(Basics.of("Join", SOMEWHERE), Work.of(1, 9, new TimeSource.Drawn(time("10 s"))),
                    AssemblyStation.Method.ASSEMBLE, List.of("S", "L"), recipe, 9, "");
            Lines lines = new Lines().types(type("S"), type("L"), type("Coil")).chain(timetable("Frames", "0 s S", "0 s L", "0 s S"))
                    .chain(stock("Coils", "Coil", 9)).chain(join, goodsOut("Out"))
                    .link("Frames", "Join").link("Coils", "Join").tables(table("Parts", "S:Coil:1", "L:Coil:3"));
            RunFigures run = Runs.of(lines.study(1, 0, 1));
            assertEquals(3, run.out(), recipe.toString());
            assertEquals(5, run.joined(), recipe.toString());
        }
    }

    @Test
    void aRecipeThatSaysNothingForABaseStopsTheRunInWords() {
        AssemblyStation join = new AssemblyStation(Basics.of("Join", SOMEWHERE), Work.of(1, 9, new TimeSource.Drawn(time("10 s"))),
                AssemblyStation.Method.ASSEMBLE, List.of("S", "L"),
                new Recipe.ByKey("piece.type", Map.of("S", List.of(new Recipe.Part("Coil", 1)))), 9, "");
        Lines lines = new Lines().types(type("S"), type("L"), type("Coil")).chain(timetable("Frames", "0 s L"))
                .chain(stock("Coils", "Coil", 9)).chain(join, goodsOut("Out")).link("Frames", "Join").link("Coils", "Join");
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(lines.study(1, 0, 1)));
        assertTrue(trouble.getMessage().contains("says nothing for piece.type = \u201cL\u201d"), trouble.getMessage());
    }

    private static Lines palletLoop() {
        return new Lines().types(type("Piece"), PALLET).chain(stock("Pieces", "Piece", 7))
                .chain(stock("Pallets", "Pallet", 2), buffer("Empty", -1))
                .chain(joins(AssemblyStation.Method.PACK, "Pallet", parts("Piece", 2), 4, ""),
                        unpacking(new UnpackingStation.Parting.TakeOff()))
                .chain(goodsOut("Out"))
                .link("Pieces", "Join").link("Empty", "Join").link(new Link("Part", "Out", Optional.empty(), new LinkFilter.Contents()))
                .link(new Link("Part", "Empty", Optional.empty(), new LinkFilter.LoadCarriers()));
    }

    @Test
    void palletsArePackedUnpackedAndGoRoundAgain() {
        RunFigures run = Runs.of(palletLoop().study(1, 0, 1));
        assertEquals(6, run.out(), "the seventh finds no second for its pallet");
        assertEquals(0, run.loadCarriersOut());
        assertEquals(3, run.inside());
        assertEquals(0, run.joined());
        assertEquals(3, at(run, "Join").out());
        assertEquals(6, at(run, "Join").joined());
        assertEquals(6, at(run, "Part").made());
        // Packed at 10, 20 and 30 s, unpacked 5 s later: 15, 15, 25, 25, 35, 35.
        assertEquals(25, run.lead().mean(), 1e-9);
    }

    @Test
    void whatLiesOnAPalletGoesWhereThePalletGoes() {
        Moment moment = Runs.traceOf(palletLoop().study(1, 0, 1)).at(12_000_000_000L);
        PieceStatus pallet = moment.pieces().stream().filter(s -> s.type() == 1 && !moment.on(s.piece()).isEmpty()).findFirst()
                .orElseThrow();
        assertEquals(4, pallet.node(), "the packed pallet is at the unpacking station");
        assertEquals(2, moment.on(pallet.piece()).size());
        PieceStatus on = moment.on(pallet.piece()).getFirst();
        assertTrue(on.isOnAnother());
        assertEquals(pallet, moment.bottom(on));
        assertEquals(9, moment.inside());
    }

    @Test
    void carriersThatLeaveWithTheirLoadCountOneByOneButNotAsThroughput() {
        Lines lines = new Lines().types(type("Piece"), PALLET).chain(stock("Pieces", "Piece", 4)).chain(stock("Pallets", "Pallet", 2))
                .chain(joins(AssemblyStation.Method.PACK, "Pallet", parts("Piece", 2), 4, ""), goodsOut("Out")).link("Pieces", "Join")
                .link("Pallets", "Join");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(6, run.out());
        assertEquals(2, run.loadCarriersOut());
        assertEquals(4, run.throughputPerHour(), 1e-12);
        assertEquals(15, run.lead().mean(), 1e-9);
    }

    @Test
    void aBatchGoesOnTogetherAndCanBeUndone() {
        Lines lines = new Lines().types(type("S"), type("M"), type("Batch")).chain(timetable("In", "0 s S", "10 s M", "20 s S", "30 s M"))
                .chain(joins(AssemblyStation.Method.BATCH, "", parts(Recipe.ANY_TYPE, 3), 3, "Batch"), station("Oven", 1, 0, "60 s"),
                        unpacking(new UnpackingStation.Parting.TakeOff()), goodsOut("Out"))
                .link("In", "Join");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(3, run.out());
        assertEquals(1, run.made());
        assertEquals(1, run.joined(), "the batch ends when it is undone");
        assertEquals(1, run.inside());
        // Complete at 20 s, gathered till 30 s, in the oven till 90 s, undone at 95 s.
        assertEquals((95 + 85 + 75) / 3.0, run.lead().mean(), 1e-9);
        assertEquals(3, at(run, "Oven").in() + 2, "the oven takes the batch as one");
    }

    @Test
    void onePieceIsSplitIntoSeveral() {
        Lines lines = new Lines().types(type("Bar"), type("Slice")).chain(stock("In", "Bar", 3),
                unpacking(new UnpackingStation.Parting.Split(4, "Slice")), goodsOut("Out"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(12, run.out());
        assertEquals(12, run.made());
        assertEquals(3, run.joined());
        assertEquals(12, typed(run, "Slice").out());
        assertEquals(0, typed(run, "Bar").inside());
    }

    @Test
    void carrierAndContentsLeaveEachByItself() {
        // Nothing takes contents: the pallet still goes on.
        Lines lines = new Lines().types(type("Piece"), PALLET).chain(stock("Pieces", "Piece", 2)).chain(stock("Pallets", "Pallet", 1))
                .chain(joins(AssemblyStation.Method.PACK, "Pallet", parts("Piece", 2), 4, ""),
                        unpacking(new UnpackingStation.Parting.TakeOff()))
                .chain(buffer("Empty", -1)).chain(station("Shut", 1, 0, "100 h"))
                .link("Pieces", "Join").link("Pallets", "Join")
                .link(new Link("Part", "Empty", Optional.empty(), new LinkFilter.LoadCarriers()))
                .link(new Link("Part", "Shut", Optional.empty(), new LinkFilter.Contents()));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(1, at(run, "Empty").contentNow());
        assertEquals(1, at(run, "Shut").contentNow());
        assertEquals(1, at(run, "Part").contentNow());
    }

    @Test
    void aPackedPalletThatIsScrappedTakesItsLoadWithIt() {
        Lines lines = palletLoop()
                .rules(new Rule("Scrap", new Rule.When.Piece(Rule.PieceEvent.FINISHES, "Part"),
                        "", List.of(new Rule.Action.Scrap())));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(2 * 3, run.scrapped());
        assertEquals(9 - 6, run.inside());
    }

    @Test
    void aRecipeIsKeptByTypeOnlyWhereItIsOfTheTypeAlone() {
        // Three frames of one type: the first two need one coil, the third, whose model a rule has changed, needs three.
        Recipe byModel = new Recipe.ByKey("piece.model",
                Map.of("S", List.of(new Recipe.Part("Coil", 1)), "L", List.of(new Recipe.Part("Coil", 3))));
        Lines lines = new Lines().types(type("Frame", "model", "S"), type("Coil"))
                .chain(timetable("Frames", "0 s Frame", "10 s Frame", "20 s Frame"),
                        joins(AssemblyStation.Method.ASSEMBLE, "Frame", byModel, 9, ""), goodsOut("Out"))
                .chain(timetable("Coils", "0 s 9 Coil")).link("Coils", "Join")
                .rules(new Rule("Large", RuleText.when("a piece enters Join"),
                        "piece.type == 'Frame' and clock.seconds > 15", List.of(RuleText.action("set model to 'L'"))));
        RunFigures run = Runs.of(lines.study(100 / 3600.0, 0, 1));
        assertEquals(5, run.joined());
        assertEquals(3, run.out());
        assertEquals(4, Runs.at(run, "Join").contentNow(), "coils that nothing needs any more");
    }

    @Test
    void eachTypeHasItsOwnRecipeFromTheTable() {
        Lines lines = new Lines().types(type("S"), type("L"), type("Coil")).tables(Lines.table("Parts", "S:Coil:1", "L:Coil:4"))
                .chain(timetable("Frames", "0 s S", "0 s L", "0 s S"),
                        new AssemblyStation(Basics.of("Join", SOMEWHERE), Work.of(1, 9, new TimeSource.Drawn(time("10 s"))),
                                AssemblyStation.Method.ASSEMBLE,
                                List.of("S", "L"), new Recipe.FromTable("Parts", "piece.type"), 9, ""),
                        goodsOut("Out"))
                .chain(timetable("Coils", "0 s 8 Coil")).link("Coils", "Join");
        RunFigures run = Runs.of(lines.study(100 / 3600.0, 0, 1));
        assertEquals(6, run.joined());
        assertEquals(3, run.out());
    }

    @Test
    void aBatchHasNoBaseThatAKeyCouldBeOf() {
        Recipe byPiece = new Recipe.ByKey("piece.type", Map.of("Coil", List.of(new Recipe.Part("Coil", 6))));
        var refused = org.junit.jupiter.api.Assertions.assertThrows(StudyException.class,
                () -> joins(AssemblyStation.Method.BATCH, "", byPiece, 12, "Batch"));
        assertEquals("A batch has no base that its recipe could depend on: give it a fixed recipe", refused.getMessage());
    }
}
