package rhombic.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.ObjectInputStream;
import java.io.ObjectOutputStream;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.quantity.Quantity;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.value.Attribute;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.StudyException;
import rhombic.study.value.Table;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Inspection;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;
import rhombic.testplants.RandomStudies;

/** A study is a value: it can be sent elsewhere, renamed throughout and refuses what it can't be. */
class StudyValueTest {
    @Property(tries = 60, seed = "20261123")
    void anyStudyArrivesElsewhereAsItWas(@ForAll long seed) throws Exception {
        Study study = RandomStudies.of(seed);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ObjectOutputStream out = new ObjectOutputStream(bytes)) {
            out.writeObject(study);
        }
        try (ObjectInputStream in = new ObjectInputStream(new ByteArrayInputStream(bytes.toByteArray()))) {
            assertEquals(study, in.readObject());
        }
    }

    /** Renaming there and back gives the same study; in between nothing says the old name. */
    @Property(tries = 60, seed = "20261123")
    void aNameIsChangedEverywhereAndBack(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        for (Renaming.Kind label : List.of(Renaming.Kind.PIECE_TYPE, Renaming.Kind.TABLE)) {
            String from = label == Renaming.Kind.TABLE ? "Times" : "Coil";
            Study renamed = study.renamed(new Renaming(label, from, "Quite new"));
            assertTrue(StudyCheck.of(renamed).stream().noneMatch(p -> p.kind() == Problem.Kind.UNKNOWN_NAME),
                    StudyCheck.of(renamed).toString());
            assertEquals(StudyCheck.of(study).size(), StudyCheck.of(renamed).size());
            assertEquals(study, renamed.renamed(new Renaming(label, "Quite new", from)));
        }
        Study moved = study.changed("E0", e -> e.named("Quite new"));
        assertTrue(StudyCheck.of(moved).stream().noneMatch(p -> p.kind() == Problem.Kind.UNKNOWN_NAME), StudyCheck.of(moved).toString());
        assertEquals(study, moved.changed("Quite new", e -> e.named("E0")));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"12 | NUMBER | 12", "-1.5 | NUMBER | -1.5", "yes | YES_NO | yes", "No | YES_NO | no",
            "1e3 | NUMBER | 1000", "A12 | TEXT | A12", "1.2.3 | TEXT | 1.2.3", "12 s | TEXT | 12 s"})
    void valuesAreReadAsTheyAreTyped(String typed, Value.Kind kind, String shown) {
        Value value = Value.parse(typed);
        assertEquals(kind, value.kind());
        assertEquals(shown, value.toString());
        assertEquals(value, Value.of(value.asObject()));
    }

    @Test
    void whatCanNotBeIsRefusedWithTheRule() {
        PieceType type = PieceType.usual("Piece");
        assertThrows(StudyException.class, () -> new Attribute("type", new Value.Num(1)));
        assertThrows(StudyException.class, () -> new Attribute("two words", new Value.Num(1)));
        assertThrows(StudyException.class,
                () -> type.withAttributes(List.of(new Attribute("a", new Value.Num(1)), new Attribute("a", new Value.Num(2)))));
        assertThrows(StudyException.class, () -> type.withLooks(List.of()));
        assertThrows(StudyException.class, () -> type.withLooks(List.of(new Look("a", "#102030"), new Look("a", "#102031"))));
        assertThrows(StudyException.class, () -> type.withWeight(Quantity.metres(3)));
        assertThrows(StudyException.class, () -> new Value.Num(Double.NaN));
        assertThrows(StudyException.class, () -> new Routing(Routing.Choice.FORMULA, " "));
        assertThrows(StudyException.class, () -> new Routing(Routing.Choice.IN_TURN, "1"));
        assertThrows(StudyException.class, () -> Selection.byFormula(""));
        assertThrows(StudyException.class, () -> new Table("T", List.of("a", "b", "c"), List.of(), "", ""));
        assertThrows(StudyException.class, () -> new Table("T", List.of("a"), List.of(new Table.Row(List.of("x", "y"), "1")), "", ""));
        assertThrows(StudyException.class, () -> new Table("T", List.of("a"), List.of(new Table.Row(List.of("x"), " ")), "", ""));
        assertThrows(StudyException.class,
                () -> new Timetable(Timetable.Repeat.DAILY, List.of(new Timetable.Row(90_000, "Piece", 1, Map.of())), ""));
        assertThrows(StudyException.class, () -> new Inspection(Quantity.percent(5), "", 0, 1, 1));
        assertThrows(StudyException.class, () -> new Work.Load(0, null));
        assertThrows(StudyException.class, () -> new Recipe.Part("Coil", 0));
        assertThrows(StudyException.class, () -> new Rule.When.Every(Quantity.seconds(0)));
        assertThrows(StudyException.class, () -> new Study("S", RunPlan.ONE_SHIFT, List.of(type, type), List.of(), List.of()));
    }
}
