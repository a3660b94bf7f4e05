package rhombic.desktop.card.sentences;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import rhombic.desktop.card.text.OfferException;
import rhombic.desktop.card.text.Sentence;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;

/** What the tables of cards say, change and refuse. */
class GridSentencesTest extends DemoCards {
    /** Of whatever table there is in the demo: a cell that no row can lack is asked for by its heading, and nothing else happens. */
    @Test
    void aRowThatLacksACellIsToldAndNeverTaken() {
        List<Sentence> all = new ArrayList<>(Sentences.of(study));
        study.elements().forEach(element -> all.addAll(Sentences.of(study, element)));
        Set<String> asked = new TreeSet<>();
        for (Sentence.Token token : tokens(all).toList()) {
            if (!(token.editor() instanceof Sentence.Editor.Cells cells) || cells.grid().rows().isEmpty()) {
                continue;
            }
            Sentence.Grid grid = cells.grid();
            int needed = grid.headingsCount() ? 2 : grid.needed(); // of a sheet, its reader says
            for (int column = 0; column < needed; column++) {
                List<List<String>> rows = new ArrayList<>(grid.rows());
                List<String> last = new ArrayList<>(rows.getLast());
                last.set(column, "");
                rows.set(rows.size() - 1, last);
                IllegalArgumentException told = assertThrows(IllegalArgumentException.class,
                        () -> grid.edit(new Sentence.Filled(grid.headings(), rows, "")).apply(study), token.id());
                assertTrue(told.getMessage()
                        .matches("Row " + rows.size() + ": its .*" + (grid.headingsCount() ? "" : grid.headings().get(column))
                                + ".* is missing"),
                        told.getMessage());
                asked.add(grid.headings().get(column));
            }
        }
        assertTrue(asked.containsAll(List.of("attribute", "value", "type", "time", "look", "colour", "whom", "for", "part")),
                asked.toString());
    }

    @Test
    void anAttributeCanBeginWithAnEmptyTextIfThatIsMeant() {
        Sentence.Grid grid = grid("Leak test", "attributes");
        Study with = grid.edit(new Sentence.Filled(grid.headings(), List.of(List.of("note", "\"\"")), "")).apply(study);
        assertEquals("", with.find("Leak test").orElseThrow().basics().attributes().getFirst().value().toString());
        Sentence.Grid again = grid(with, "Leak test", "attributes");
        assertEquals(with, again.edit(new Sentence.Filled(again.headings(), again.rows(), "")).apply(with));
    }

    @Test
    void twoPersonsOfOneNameAreToldByTheirName() {
        Sentence.Grid grid = grid("Brazer", "persons");
        List<List<String>> twice = List.of(List.of("Ana", "1", ""), List.of("Ana", "1.2", ""));
        Study named = grid.edit(new Sentence.Filled(grid.headings(), twice.subList(0, 1), "")).apply(study);
        for (Study now : List.of(study, named)) {
            IllegalArgumentException told = assertThrows(IllegalArgumentException.class,
                    () -> grid(now, "Brazer", "persons").edit(new Sentence.Filled(grid.headings(), twice, "")).apply(now));
            assertTrue(told.getMessage().contains("called \u201cAna\u201d"), told.getMessage());
        }
    }

    @Test
    void gridsSayWhatIsThereAndChangeIt() {
        assertEquals(List.of("S", "5"), grid("Housings in", "piece type").rows().getFirst());
        fill("Housings in", "piece type", List.of("type", "weight"), List.of(List.of("s", "1"), List.of("L", "1")));
        assertTrue(text("Housings in").getFirst().contains("S 50 %, L 50 %"));
        assertEquals(List.of("06:00", "Compressor", "110"), grid("Truck dock", "timetable").rows().getFirst());
        fill("Truck dock", "timetable", List.of("type", "time"), List.of(List.of("Coil", "07:15")));
        assertTrue(text("Truck dock").getFirst().contains("timetable of 1 row says, 1 piece"), text("Truck dock").getFirst());
        assertEquals(List.of("S", "S", "2"), grid("Palletising", "recipe").rows().getFirst());
        fill("Palletising", "recipe", List.of("for", "part", "number"), List.of(List.of("S", "S", "3")));
        assertTrue(text("Palletising").get(1).contains("Needs 3 S for S by"));
        fill("", "Brazing times rows", List.of("model", "value"), List.of(List.of("S", "100 s")));
        assertTrue(text("").stream().anyMatch(s -> s.startsWith("Brazing times gives 1 value by model")));
        fill("", "L looks", List.of("look", "colour"), List.of(List.of("usual", "#102030"), List.of("hot", "#C04020")));
        fill("", "L attributes", List.of("attribute", "value"), List.of(List.of("joints", "12"), List.of("export", "yes")));
        assertTrue(text("").stream().anyMatch(s -> s.startsWith("L is") && s.contains("looks usual, hot. joints 12, export yes.")),
                text("").toString());
    }

    @Test
    void gridsRefuseWhatCanNotBeUsedAndChangeNothing() {
        Study before = study;
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("Housings in", "piece type", List.of("type", "weight"), List.of(List.of("XL", "1")))).getMessage()
                .contains("There is no piece type"));
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("Housings in", "piece type", List.of("type", "weight"), List.of(List.of("S", "some")))).getMessage()
                .contains("must be a number"));
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("Truck dock", "timetable", List.of("time", "type"), List.of(List.of("late", "Coil")))).getMessage()
                .contains("Row 1: "));
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("", "Brazing times rows", List.of("model", "value"), List.of(List.of("S", "1 s"), List.of("S", "2 s"))))
                .getMessage().contains("same key"));
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("", "L attributes", List.of("attribute", "value"), List.of(List.of("2x", "12")))).getMessage()
                .contains("An attribute must be called"));
        assertEquals(before, study);
    }

    @Test
    void aPastedColumnThatIsNoAttributeYetIsOfferedAsOne() {
        Sentence.Token table = Sentences.of(study, study.find("Truck dock").orElseThrow()).stream().flatMap(s -> s.parts().stream())
                .filter(p -> p instanceof Sentence.Token t && t.editor() instanceof Sentence.Editor.Cells cells
                        && cells.grid().headingsCount())
                .map(p -> (Sentence.Token) p).findFirst().orElseThrow();
        Sentence.Grid grid = ((Sentence.Editor.Cells) table.editor()).grid();
        String type = study.pieceTypes().getFirst().name();
        Sentence.Filled filled = new Sentence.Filled(List.of("time", "type", "quantity", "batch"),
                List.of(List.of(grid.rows().getFirst().getFirst(), type, "2", "17")), "");
        OfferException offer = assertThrows(OfferException.class, () -> grid.edit(filled).apply(study));
        assertEquals("Add batch to the piece types", offer.offer());
        Study more = offer.change().apply(study);
        assertTrue(more.type(type).orElseThrow().attributes().stream().anyMatch(a -> a.name().equals("batch")
                && a.value().equals(new Value.Num(0))));
        assertEquals(1,
                ((Supply.ByTimetable) ((GoodsIn) more.find("Truck dock").orElseThrow()).supply()
                        .orElseThrow()).timetable().rows().size(),
                "what was pasted is there");
    }
}
