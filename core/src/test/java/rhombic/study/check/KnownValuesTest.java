package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.table;
import static rhombic.validation.Lines.time;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/** What a key of a recipe or table can be is known before the run where the study says it, and its holes are told. */
class KnownValuesTest {
    private static final PieceType FRAME = PieceType.usual("Frame")
            .withAttributes(List.of(new Attribute("model", Value.of("S")), new Attribute("joints", Value.of(4))));
    private static final PieceType COIL = PieceType.usual("Coil");

    private static GoodsIn arrivals(String... models) {
        List<Timetable.Row> rows = IntStream.range(0, models.length)
                .mapToObj(i -> new Timetable.Row(60 * i, "Frame", 1,
                        models[i].isEmpty() ? Map.<String, Value>of() : Map.of("model", Value.of(models[i]))))
                .toList();
        return new GoodsIn("In", SOMEWHERE, "Frame", Optional.of(new Supply.ByTimetable(new Timetable(Timetable.Repeat.ONCE, rows, ""))),
                GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    private static AssemblyStation join(String key, String... values) {
        Map<String, List<Recipe.Part>> parts = new LinkedHashMap<>();
        for (String value : values) {
            parts.put(value, List.of(new Recipe.Part("Coil", 1)));
        }
        return new AssemblyStation(Basics.of("Join", SOMEWHERE), Work.of(1, 1, new TimeSource.Drawn(time("9 s"))),
                AssemblyStation.Method.ASSEMBLE, List.of("Frame"), new Recipe.ByKey(key, parts), 5, "");
    }

    private static Lines line(PlantElement goodsIn, WorkEquipment work) {
        return new Lines().types(FRAME, COIL).chain(goodsIn, work, goodsOut("Out"));
    }

    private static Lines joining(GoodsIn in, AssemblyStation join) {
        return line(in, join).chain(stock("Coils", "Coil", 9)).link("Coils", "Join");
    }

    private static List<String> told(Study study, Problem.Kind kind) {
        return StudyCheck.of(study).stream().filter(p -> p.kind() == kind).map(Problem::message).toList();
    }

    private static Rule rule(String action) {
        return new Rule("Mark", RuleText.when("a piece enters Join"), "", List.of(RuleText.action(action)));
    }

    @Test
    void aRecipeByAttributeNamesTheValuesOfTheTimetableThatItForgets() {
        Study study = joining(arrivals("S", "M", "L"), join("piece.model", "S", "L")).study(8, 0, 1);
        assertEquals(List.of("Its recipe says nothing for M; the run would stop there"), told(study, Problem.Kind.RECIPE));
    }

    @Test
    void theUsualValueCountsOnlyIfAPieceCanHaveIt() {
        assertEquals(List.of(), told(joining(arrivals("M"), join("piece.model", "M")).study(8, 0, 1), Problem.Kind.RECIPE),
                "every frame has a model of its own, so S never comes");
        assertEquals(List.of("Its recipe says nothing for S; the run would stop there"),
                told(joining(arrivals("M", ""), join("piece.model", "M")).study(8, 0, 1), Problem.Kind.RECIPE));
        assertEquals(List.of("Its recipe says nothing for S; the run would stop there"),
                told(joining(stock("In", "Frame", 3), join("piece.model", "M")).study(8, 0, 1), Problem.Kind.RECIPE));
    }

    @Test
    void numbersAreComparedAsTheyAreWritten() {
        assertEquals(List.of(), told(joining(stock("In", "Frame", 3), join("piece.joints", "4")).study(8, 0, 1), Problem.Kind.RECIPE));
        assertEquals(1, told(joining(stock("In", "Frame", 3), join("piece.joints", "4.5")).study(8, 0, 1), Problem.Kind.RECIPE).size());
    }

    @Test
    void whatARuleSetsOnlyTheRunCanTell() {
        Lines lines = joining(stock("In", "Frame", 3), join("piece.model", "XL"));
        assertEquals(List.of("Its recipe says nothing for S; the run would stop there"), told(lines.study(8, 0, 1), Problem.Kind.RECIPE));
        for (String action : List.of("set model to 'XL'", "set model to 'X' + piece.model")) {
            assertEquals(List.of(), told(lines.rules(rule(action)).study(8, 0, 1), Problem.Kind.RECIPE),
                    "the rule may act before the piece comes here, or after");
        }
        assertEquals(1, told(lines.rules(rule("set joints to 4")).study(8, 0, 1), Problem.Kind.RECIPE).size(),
                "another attribute is of no account");
    }

    @Test
    void aTableOfTimesIsAskedForEveryValueThatCanCome() {
        Station station = new Station(Basics.of("Drill", SOMEWHERE),
                Work.of(1, 5, new TimeSource.FromTable("Times", List.of("piece.model"))), Work.Load.SINGLE, null);
        Study study = line(arrivals("S", "M", "L"), station).tables(table("Times", "S:48 s", "M:60 s")).study(8, 0, 1);
        assertEquals(List.of("Table Times has no time for L; the run would stop there"), told(study, Problem.Kind.TABLE));
        assertEquals(List.of(),
                told(line(arrivals("S", "M"), station).tables(table("Times", "S:48 s", "M:60 s")).study(8, 0, 1), Problem.Kind.TABLE));
    }

    @Test
    void twoKeysAreAskedTogether() {
        Station station = new Station(Basics.of("Drill", SOMEWHERE),
                Work.of(1, 5, new TimeSource.FromTable("Times", List.of("piece.type", "piece.model"))), Work.Load.SINGLE, null);
        Study study = line(arrivals("S", "M"), station).tables(table("Times", "Frame:S:48 s", "Coil:M:60 s")).study(8, 0, 1);
        assertEquals(List.of("Table Times has no time for Frame with M; the run would stop there"), told(study, Problem.Kind.TABLE));
        Station both = new Station(Basics.of("Drill", SOMEWHERE),
                Work.of(1, 5, new TimeSource.FromTable("Times", List.of("piece.model", "piece.joints"))), Work.Load.SINGLE, null);
        Study some = line(arrivals("S", "M"), both).tables(table("Times", "S:4:48 s")).study(8, 0, 1);
        assertEquals(List.of("Table Times has no time for M with 4; the run would stop there"), told(some, Problem.Kind.TABLE));
    }

    @Test
    void anAssemblysTimeIsAskedForWhatItBuildsOnAndNotForParts() {
        AssemblyStation join = join("piece.model", "S");
        AssemblyStation timed = (AssemblyStation) join.with(join.work().withTime(new TimeSource.FromTable("Times", List.of("piece.type"))));
        Study study = joining(stock("In", "Frame", 3), timed).tables(table("Times", "Frame:20 s")).study(8, 0, 1);
        assertEquals(List.of(), told(study, Problem.Kind.TABLE));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"piece.type | Frame", "piece.model | S", " piece.model | S", "piece.joints | 4"})
    void whatIsKnownOfASupply(String key, String value) {
        Study study = line(stock("In", "Frame", 3), new Station("Drill", SOMEWHERE, 1, 1, Optional.of(time("9 s")))).study(8, 0, 1);
        assertEquals(Optional.of(Set.of(value)), new KnownValues(study).of(key, List.of("Frame")));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"piece.joints + 1", "piece.age", "piece.look", "here.content", "table('T', piece.type)"})
    void whatOnlyARunCanTell(String key) {
        Study study = line(stock("In", "Frame", 3), new Station("Drill", SOMEWHERE, 1, 1, Optional.of(time("9 s")))).study(8, 0, 1);
        assertTrue(new KnownValues(study).of(key, List.of("Frame")).isEmpty());
    }
}
