package rhombic.formats.table;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.formats.study.StudyReader;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;

class SheetTest {
    private static final List<PieceType> TYPES = List.of(
            PieceType.usual("Coil")
                    .withAttributes(List.of(new Attribute("turns", new Value.Num(8)), new Attribute("supplier", new Value.Text("A")))),
            PieceType.usual("Compressor"));

    @TempDir Path folder;

    private interface Filling {
        void fill(XSSFWorkbook book, Sheet sheet);
    }

    private Path spreadsheet(Filling filling) throws IOException {
        Path file = folder.resolve("table.xlsx");
        try (XSSFWorkbook book = new XSSFWorkbook(); OutputStream out = Files.newOutputStream(file)) {
            filling.fill(book, book.createSheet("Arrivals"));
            book.write(out);
        }
        return file;
    }

    private static void row(Sheet sheet, int row, Object... cells) {
        for (int i = 0; i < cells.length; i++) {
            var cell = (i == 0 ? sheet.createRow(row) : sheet.getRow(row)).createCell(i);
            if (cells[i] instanceof Number number) {
                cell.setCellValue(number.doubleValue());
            } else {
                cell.setCellValue(String.valueOf(cells[i]));
            }
        }
    }

    /** Found by torture: a damaged byte asked for a kind of packing whose library is not there. */
    @Test
    void aSpreadsheetThatIsPackedInAnUnknownWayIsDamaged() throws Exception {
        Path file = spreadsheet((book, sheet) -> sheet.createRow(0).createCell(0).setCellValue("time"));
        byte[] bytes = Files.readAllBytes(file);
        for (int at = 0; at + 12 < bytes.length; at++) {
            if (bytes[at] == 'P' && bytes[at + 1] == 'K'
                    && (bytes[at + 2] == 3 && bytes[at + 3] == 4 || bytes[at + 2] == 1 && bytes[at + 3] == 2)) {
                bytes[at + (bytes[at + 2] == 3 ? 8 : 10)] = 93;
            }
        }
        Files.write(file, bytes);
        SheetException told = assertThrows(SheetException.class, () -> SheetReader.open(file));
        assertTrue(told.getMessage().contains("damaged"), told.getMessage());
    }

    @Test
    void aSpreadsheetBecomesATimetableWithColumnsMatchedByName() throws Exception {
        Path file = spreadsheet((book, sheet) -> {
            row(sheet, 0, "Quantity", "Type", "Time", "turns");
            row(sheet, 1, 12, "coil", "Mon 08:30", 9);
            row(sheet, 3, 4, "Compressor", "Tue 14:00");
            CellStyle clock = book.createCellStyle();
            clock.setDataFormat(book.createDataFormat().getFormat("hh:mm"));
        });
        Timetable table = TimetableSheet.read(SheetReader.open(file), Timetable.Repeat.WEEKLY, TYPES);
        assertEquals(List.of(new Timetable.Row(8.5 * 3600, "Coil", 12, Map.of("turns", new Value.Num(9))),
                new Timetable.Row(86_400 + 14 * 3600, "Compressor", 4, Map.of())), table.rows());
        assertEquals("table.xlsx", table.source());
    }

    @Test
    void clockCellsAndFormulasAreReadByTheirValue() throws Exception {
        Path file = spreadsheet((book, sheet) -> {
            row(sheet, 0, "time", "type", "quantity");
            row(sheet, 1, 0.25, "Coil");
            CellStyle clock = book.createCellStyle();
            clock.setDataFormat(book.createDataFormat().getFormat("hh:mm"));
            sheet.getRow(1).getCell(0).setCellStyle(clock);
            sheet.getRow(1).createCell(2).setCellFormula("3*4");
            book.getCreationHelper().createFormulaEvaluator().evaluateAll();
        });
        Timetable table = TimetableSheet.read(SheetReader.open(file), Timetable.Repeat.DAILY, TYPES);
        assertEquals(List.of(new Timetable.Row(6 * 3600, "Coil", 12, Map.of())), table.rows());
    }

    @Test
    void faultsAreToldByRowAllAtOnce() throws Exception {
        Sheet0 text = new Sheet0("""
                time;type;quantity;turns
                08:30;Coil;12;
                25:10;Coil;1;
                09:00;Pump;1;
                09:30;Coil;many;
                ;Coil;1;
                10:00;Compressor;1;7
                11:00;Coil;1;lots
                """);
        SheetException e = assertThrows(SheetException.class, () -> TimetableSheet.read(text.sheet(), Timetable.Repeat.DAILY, TYPES));
        assertEquals(6, e.faults().size(), e.getMessage());
        for (String start : List.of("Row 3: \u201c25:10\u201d is no time of day", "Row 4: there is no piece type \u201cPump\u201d",
                "Row 5: the quantity", "Row 6: its time is missing",
                "Row 7: Compressor has no attribute", "Row 8: turns must be a number")) {
            assertTrue(e.faults().stream().anyMatch(f -> f.startsWith(start)), start + " in " + e.faults());
        }
    }

    private record Sheet0(String text) {
        rhombic.formats.table.Sheet sheet() throws SheetException {
            return SheetReader.parse(text, "pasted");
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"type;quantity\\nCoil;3 | no column for the time",
            "time;quantity\\n08:00;3 | no column for the piece type", "time;type;colour\\n08:00;Coil;red | neither time, type nor quantity",
            "time;type | no rows below", "\"\" | is empty", "time;type\\n08:00;Coil;surplus | more cells than there are headings",
            "time;type\\n\"08:00;Coil | quote is not closed"})
    void whatIsNoTimetableIsRefusedInWords(String text, String message) {
        SheetException e = assertThrows(SheetException.class, () -> TimetableSheet
                .read(SheetReader.parse(text.equals("\"\"") ? "" : text.replace("\\n", "\n"), "pasted"), Timetable.Repeat.DAILY, TYPES));
        assertTrue(String.valueOf(e.getMessage()).contains(message), e.getMessage());
    }

    @Test
    void mergedCellsAndErrorsAreToldWithTheirPlace() throws Exception {
        Path merged = spreadsheet((book, sheet) -> {
            row(sheet, 0, "time", "type");
            row(sheet, 1, "08:00", "Coil");
            sheet.addMergedRegion(new CellRangeAddress(1, 2, 0, 0));
        });
        assertTrue(assertThrows(SheetException.class, () -> SheetReader.open(merged)).getMessage()
                .contains("Row 2: the cells A2:A3 are merged"));
        Path error = spreadsheet((book, sheet) -> {
            row(sheet, 0, "time", "type");
            row(sheet, 1, "08:00", "Coil");
            sheet.getRow(1).createCell(1).setCellFormula("1/0");
            book.getCreationHelper().createFormulaEvaluator().evaluateAll();
        });
        String told = assertThrows(SheetException.class, () -> SheetReader.open(error)).getMessage();
        assertTrue(told.contains("Row 2: cell B2 holds the error #DIV/0!"), told);
    }

    @Test
    void aZipBombIsRefusedAndNotUnpacked() throws Exception {
        Path bomb = folder.resolve("bomb.xlsx");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(bomb))) {
            zip.putNextEntry(new ZipEntry("[Content_Types].xml"));
            zip.write(
                    "<?xml version=\"1.0\"?><Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Default Extension=\"xml\" ContentType=\"application/xml\"/></Types>"
                            .getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
            zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
            byte[] zeros = new byte[1_000_000];
            for (int i = 0; i < 600; i++) {
                zip.write(zeros);
            }
            zip.closeEntry();
        }
        assertTrue(Files.size(bomb) < 1_000_000);
        SheetException e = assertTimeoutPreemptively(Duration.ofSeconds(20),
                () -> assertThrows(SheetException.class, () -> SheetReader.open(bomb)));
        assertTrue(String.valueOf(e.getMessage()).contains("bomb.xlsx"), e.getMessage());
    }

    @Test
    void whatIsNoSpreadsheetIsRefusedInWords() throws Exception {
        Path text = Files.writeString(folder.resolve("text.xlsx"), "time;type");
        assertTrue(assertThrows(SheetException.class, () -> SheetReader.open(text)).getMessage()
                .contains("can\u2019t be read as a spreadsheet"));
        Path empty = Files.createFile(folder.resolve("empty.xlsx"));
        assertThrows(SheetException.class, () -> SheetReader.open(empty));
        Path binary = Files.write(folder.resolve("binary.csv"), new byte[] {(byte) 0xff, 0, 1});
        assertTrue(assertThrows(SheetException.class, () -> SheetReader.open(binary)).getMessage().contains("UTF-8"));
        assertThrows(IOException.class, () -> SheetReader.open(folder));
        assertThrows(IOException.class, () -> SheetReader.open(folder.resolve("missing.csv")));
    }

    @Test
    void lookUpTablesComeAsListsOrAsAMatrix() throws Exception {
        Table list = TableSheet.read(SheetReader.parse("type,time\nS,48 s\nM,65 s", "times.csv"), "Times", "");
        assertEquals(List.of("type"), list.keys());
        assertEquals(new Table.Row(List.of("M"), "65 s"), list.rows().get(1));
        Table matrix = TableSheet.read(SheetReader.parse("from\tS\tM\tL\nS\t\t5 min\t8 min\nM\t4 min\t\t6 min\n", "pasted"), "Changes",
                "1 min");
        assertEquals(2, matrix.keys().size());
        assertEquals(4, matrix.rows().size());
        assertTrue(matrix.rows().contains(new Table.Row(List.of("S", "L"), "8 min")));
        SheetException e = assertThrows(SheetException.class,
                () -> TableSheet.read(SheetReader.parse("type,time\nS,\n,4 s\nS,1 s\nS,2 s", "t"), "Times", ""));
        assertTrue(e.faults().size() == 2 && e.faults().getFirst().contains("Row 2: its value in column"), e.getMessage());
        assertTrue(assertThrows(SheetException.class, () -> TableSheet.read(SheetReader.parse("type,time\nS,1 s\nS,2 s", "t"), "Times", ""))
                .getMessage().contains("same key S"));
    }

    @Test
    void whatIsWrittenReadsBackTheSame() throws Exception {
        Timetable table = new Timetable(Timetable.Repeat.WEEKLY,
                List.of(new Timetable.Row(30_600, "Coil", 12, Map.of("turns", new Value.Num(9.5), "supplier", new Value.Text("B"))),
                        new Timetable.Row(90_000, "Compressor", 1, Map.of())),
                "arrivals.xlsx");
        Path file = folder.resolve("arrivals.xlsx");
        SheetWriter.save("Arrivals", TimetableSheet.write(table), file);
        assertEquals(table, TimetableSheet.read(SheetReader.open(file), Timetable.Repeat.WEEKLY, TYPES));
    }

    @Test
    void theSpreadsheetBesideTheDemoIsItsTimetable() throws Exception {
        var study = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
        var dock = (GoodsIn) study.find("Truck dock").orElseThrow();
        Timetable inStudy = ((Supply.ByTimetable) dock.supply().orElseThrow()).timetable();
        assertEquals(inStudy,
                TimetableSheet.read(SheetReader.open(Path.of("../demo/arrivals.xlsx")), inStudy.repeat(), study.pieceTypes()));
    }

    @Test
    void rowsBeyondTheLimitAreRefusedAsTheyAreRead() throws Exception {
        Path large = folder.resolve("large.xlsx");
        Path small = spreadsheet((book, sheet) -> row(sheet, 0, "type"));
        try (ZipFile from = new ZipFile(small.toFile()); ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(large))) {
            for (ZipEntry entry : Collections.list(from.entries())) {
                zip.putNextEntry(new ZipEntry(entry.getName()));
                if (entry.getName().equals("xl/worksheets/sheet1.xml")) {
                    zip.write("<worksheet xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"><sheetData>"
                            .getBytes(StandardCharsets.UTF_8));
                    for (int i = 1; i <= 200_002; i++) {
                        zip.write(
                                ("<row r=\"" + i + "\"><c><v>" + i % 7 + "." + i * 31 + "</v></c></row>").getBytes(StandardCharsets.UTF_8));
                    }
                    zip.write("<row r='this is never read".getBytes(StandardCharsets.UTF_8));
                } else {
                    from.getInputStream(entry).transferTo(zip);
                }
                zip.closeEntry();
            }
        }
        assertEquals("The table has more than 200000 rows; use fewer",
                assertThrows(SheetException.class, () -> SheetReader.open(large)).getMessage());
    }

    @Test
    void cellsBeyondTheLastColumnAreTold() throws Exception {
        Path wide = spreadsheet((book, sheet) -> {
            row(sheet, 0, "type", "time");
            row(sheet, 1, "Coil", 2);
            sheet.getRow(1).createCell(600).setCellValue("lost");
        });
        String told = assertThrows(SheetException.class, () -> SheetReader.open(wide)).getMessage();
        assertTrue(told.contains("Row 2: cell WC2 lies beyond the 500 columns"), told);
    }

    @Test
    void whatHasNoEndIsNotRead() {
        assertTrue(
                assertThrows(IOException.class, () -> SheetReader.open(Path.of("/dev/zero"))).getMessage().contains("no file that ends"));
    }

    @ParameterizedTest
    @CsvSource(quoteCharacter = '"', value = {"=1+1, '=1+1", "@SUM(A1), '@SUM(A1)", "-line, '-line", "-5.3, -5.3", "+2e-3, +2e-3",
            "Line 1, Line 1", "'=x, ''=x",
            "'tis, 'tis"})
    void whatASpreadsheetWouldTakeForAFormulaIsGuarded(String text, String written) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Csv.write(out, csv -> {
            csv.printRecord("name", "value");
            csv.printRecord(text, 1);
        });
        String csv = out.toString(StandardCharsets.UTF_8);
        assertEquals("name,value\r\n" + written + ",1\r\n", csv);
        assertEquals(text, SheetReader.parse(csv, "x.csv").rows().getFirst().cells().getFirst());
    }

    @Test
    void aStudyReadsTablesOnlyFromItsOwnFolder() throws Exception {
        Path home = Files.createDirectory(folder.resolve("home"));
        Files.writeString(folder.resolve("secret.csv"), "type,time\nS,1 s\n");
        Files.writeString(home.resolve("own.csv"), "type,time\nS,2 s\n");
        Files.createSymbolicLink(home.resolve("link.csv"), folder.resolve("secret.csv"));
        for (String source : List.of("../secret.csv", folder.resolve("secret.csv").toString(), "link.csv")) {
            Study study = Study.empty().withTables(List.of(new Table("Times", List.of("type"), List.of(), "", source)));
            String told = assertThrows(SheetException.class, () -> Sources.read(study, home, true)).getMessage();
            assertTrue(told.contains("lies outside the folder of the study"), told);
        }
        Study study = Study.empty().withTables(List.of(new Table("Times", List.of("type"), List.of(), "", "own.csv")));
        assertEquals("2 s", Sources.read(study, home, true).tables().getFirst().rows().getFirst().value());
    }
}
