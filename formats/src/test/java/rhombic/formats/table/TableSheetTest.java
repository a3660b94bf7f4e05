package rhombic.formats.table;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.study.value.Table;

/** Look-up tables out of sheets: one key, two keys in columns, two keys as a matrix. */
class TableSheetTest {
    @TempDir private Path folder;

    private Table read(String csv) throws Exception {
        Path file = folder.resolve("table.csv");
        Files.writeString(file, csv);
        return TableSheet.read(SheetReader.open(file), "Times", "");
    }

    private String refused(String csv) {
        return assertThrows(SheetException.class, () -> read(csv)).getMessage();
    }

    @Test
    void theLastColumnHoldsTheValues() throws Exception {
        Table table = read("type;time\nS;48 s\nM;60 s\n");
        assertEquals(List.of("type"), table.keys());
        assertEquals(List.of(new Table.Row(List.of("S"), "48 s"), new Table.Row(List.of("M"), "60 s")), table.rows());
        assertTrue(table.source().endsWith("table.csv"), table.source());
    }

    @Test
    void twoColumnsBeforeItAreTwoKeys() throws Exception {
        Table table = read("from,to,time\nS,M,5 min\nM,S,9 min\n");
        assertEquals(List.of("from", "to"), table.keys());
        assertEquals(new Table.Row(List.of("M", "S"), "9 min"), table.rows().get(1));
    }

    @Test
    void aMatrixIsReadByItsHeadingsAndLeavesEmptyCellsOut() throws Exception {
        Table table = read("from,S,M,L\nS,,5 min,6 min\nM,7 min,,8 min\nL,9 min,4 min,\n");
        assertEquals(List.of("from", "to"), table.keys());
        assertEquals(6, table.rows().size());
        assertTrue(table.rows().contains(new Table.Row(List.of("L", "M"), "4 min")));
        assertTrue(table.rows().stream().noneMatch(row -> row.keys().get(0).equals(row.keys().get(1))), "a type does not change to itself");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "type;time/;48 s | Row 2: its key in column \u201ctype\u201d is missing",
            "type;time/S; | Row 2: its value in column \u201ctime\u201d is missing",
            "from;to;time/S;;5 min | Row 2: its key in column \u201cto\u201d is missing",
            "only/S | A table needs at least two columns: a key, and a value"})
    void whatIsMissingIsToldByRowAndColumn(String csv, String message) {
        assertTrue(refused(csv.replace('/', '\n') + "\n").contains(message), () -> refused(csv.replace('/', '\n') + "\n"));
    }

    @Test
    void allRowsAtFaultAreToldAtOnce() {
        String message = refused("type;time\n;48 s\nM;60 s\nL;\n");
        assertTrue(message.contains("Row 2") && message.contains("Row 4") && !message.contains("Row 3"), message);
    }

    @Test
    void aKeyThatComesTwiceIsRefused() {
        assertTrue(refused("type;time\nS;48 s\nS;50 s\n").contains("S"), refused("type;time\nS;48 s\nS;50 s\n"));
    }

    @Test
    void whatIsWrittenIsReadAgain() throws Exception {
        for (String csv : List.of("type;time\nS;48 s\nM;60 s\n", "from,to,time\nS,M,5 min\nM,S,9 min\n")) {
            Table table = read(csv);
            StringBuilder lines = new StringBuilder();
            TableSheet.write(table).forEach(line -> lines.append(String.join(";", line)).append('\n'));
            Table again = read(lines.toString());
            assertEquals(table.keys(), again.keys());
            assertEquals(table.rows(), again.rows());
        }
    }
}
