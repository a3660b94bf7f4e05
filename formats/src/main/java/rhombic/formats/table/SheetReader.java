package rhombic.formats.table;

import com.github.pjfanning.xlsx.StreamingReader;
import com.github.pjfanning.xlsx.impl.StreamingCell;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.usermodel.FormulaError;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.ss.util.CellReference;
import rhombic.quantity.Quantity;

/** Reads tables from CSV, from the first sheet of a spreadsheet, and from what was copied out of one. */
public final class SheetReader {
    private static final long MAX_FILE_BYTES = 100_000_000;
    private static final long MAX_UNPACKED_BYTES = 500_000_000;
    private static final int MAX_ROWS = 200_000;
    private static final int MAX_COLUMNS = 500;

    static {
        // Spreadsheets are ZIP files: a small one that unpacks to gigabytes is refused, not unpacked.
        ZipSecureFile.setMinInflateRatio(0.005);
        ZipSecureFile.setMaxEntrySize(MAX_UNPACKED_BYTES);
        ZipSecureFile.setMaxFileCount(2000);
    }

    private SheetReader() {}

    /**
     * Reads a file: {@code .xlsx} and {@code .xls} as spreadsheets, anything else as CSV.
     *
     * @throws IOException if the file can't be read
     * @throws SheetException if what it holds is no table
     */
    public static Sheet open(Path file) throws IOException, SheetException {
        if (Files.isDirectory(file)) {
            throw new IOException("it is a folder; name the table in it");
        }
        if (Files.exists(file) && !Files.isRegularFile(file)) {
            throw new IOException("it is no file that ends; name one");
        }
        if (Files.size(file) > MAX_FILE_BYTES) {
            throw new IOException("it is larger than 100 MB, which no table for a study is");
        }
        String name = String.valueOf(file.getFileName());
        String lower = name.toLowerCase(Locale.ROOT);
        if (lower.endsWith(".xlsx") || lower.endsWith(".xls") || lower.endsWith(".xlsm")) {
            return spreadsheet(file, name);
        }
        try {
            return parse(StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(Files.readAllBytes(file))).toString(), name);
        } catch (CharacterCodingException e) {
            throw new SheetException(name + " is neither a spreadsheet nor text in UTF-8: save it as CSV (UTF-8) or as a spreadsheet");
        }
    }

    /** Reads text with tabs, semicolons or commas between the cells, as it is copied from a spreadsheet or stands in a CSV file. */
    public static Sheet parse(String text, String source) throws SheetException {
        String clean = text.startsWith("\uFEFF") ? text.substring(1) : text;
        String first = clean.lines().filter(line -> !line.isBlank()).findFirst().orElse("");
        char delimiter = first.indexOf('\t') >= 0 ? '\t' : first.indexOf(';') >= 0 ? ';' : ',';
        List<Sheet.Row> rows = new ArrayList<>();
        try (CSVParser parser = CSVFormat.DEFAULT.builder().setDelimiter(delimiter).setIgnoreSurroundingSpaces(true)
                .setIgnoreEmptyLines(false).get().parse(new StringReader(clean))) {
            for (CSVRecord record : parser) {
                add(rows, (int) record.getRecordNumber(), record.stream().map(Csv::unguarded).toList());
            }
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            throw new SheetException(source + " can\u2019t be read as a table: a quote is not closed, or stands inside a cell");
        }
        return sheet(source, rows, List.of());
    }

    private static Sheet spreadsheet(Path file, String name) throws IOException, SheetException {
        boolean isOld = name.toLowerCase(Locale.ROOT).endsWith(".xls"); // which can't hold more than 65,536 rows
        try (Workbook book = isOld
                ? WorkbookFactory.create(file.toFile(), null, true)
                : StreamingReader.builder().rowCacheSize(1).open(file.toFile())) {
            if (book.getNumberOfSheets() == 0) {
                throw new SheetException(name + " has no sheet");
            }
            org.apache.poi.ss.usermodel.Sheet sheet = book.getSheetAt(0);
            List<String> faults = new ArrayList<>();
            List<Sheet.Row> rows = new ArrayList<>();
            for (Row row : sheet) {
                add(rows, row.getRowNum() + 1, cells(row, faults));
            }
            for (CellRangeAddress merged : sheet.getMergedRegions()) {
                faults.add("Row " + (merged.getFirstRow() + 1) + ": the cells " + merged.formatAsString()
                        + " are merged; split them, so that every row has cells of its own");
            }
            return sheet(name, rows, faults);
        } catch (IOException | RuntimeException | LinkageError e) {
            // The library reports damaged files by many kinds of exceptions, and by a class that is not there where a damaged byte asks for a
            // kind of packing that spreadsheets never have; all mean the same to the reader.
            for (Throwable cause = e; cause != null; cause = cause.getCause()) {
                if (String.valueOf(cause.getMessage()).contains("Zip bomb")) {
                    throw new SheetException(
                            name + " unpacks to far more than it should, as files made to do harm do; it was not read. Save the table as CSV");
                }
            }
            throw new SheetException(name + " can\u2019t be read as a spreadsheet: it is damaged, protected or of another kind");
        }
    }

    private static List<String> cells(Row row, List<String> faults) throws SheetException {
        List<String> cells = new ArrayList<>();
        for (int column = 0; column < Math.min(row.getLastCellNum(), MAX_COLUMNS); column++) {
            cells.add(text(row.getCell(column), faults));
        }
        for (int column = MAX_COLUMNS; column < row.getLastCellNum(); column++) {
            if (!text(row.getCell(column), faults).isBlank()) {
                throw new SheetException("Row " + (row.getRowNum() + 1) + ": cell " + row.getCell(column).getAddress()
                        + " lies beyond the " + MAX_COLUMNS + " columns a table may have; move or empty it");
            }
        }
        return cells;
    }

    private static void add(List<Sheet.Row> rows, int number, List<String> cells) throws SheetException {
        if (cells.stream().allMatch(String::isBlank)) {
            return;
        }
        if (rows.size() > MAX_ROWS) {
            throw new SheetException("The table has more than " + MAX_ROWS + " rows; use fewer");
        }
        rows.add(new Sheet.Row(number, cells.stream().map(String::strip).toList()));
    }

    private static Sheet sheet(String source, List<Sheet.Row> found, List<String> faults) throws SheetException {
        if (!faults.isEmpty()) {
            throw new SheetException(faults);
        }
        if (found.isEmpty()) {
            throw new SheetException(source + " is empty: it needs a row of headings and rows below it");
        }
        List<String> headings = found.getFirst().cells();
        int width = headings.size();
        while (width > 0 && headings.get(width - 1).isEmpty()) {
            width--;
        }
        List<String> wrong = new ArrayList<>();
        List<Sheet.Row> rows = new ArrayList<>();
        for (Sheet.Row row : found.subList(1, found.size())) {
            List<String> cells = new ArrayList<>(row.cells());
            while (cells.size() < width) {
                cells.add("");
            }
            if (cells.subList(width, cells.size()).stream().anyMatch(cell -> !cell.isEmpty())) {
                wrong.add("Row " + row.number() + ": it has more cells than there are headings; give column "
                        + CellReference.convertNumToColString(width) + " a heading, or empty the cell");
            }
            rows.add(new Sheet.Row(row.number(), cells.subList(0, width)));
        }
        if (!wrong.isEmpty()) {
            throw new SheetException(wrong);
        }
        return new Sheet(source, headings.subList(0, width), rows);
    }

    /** A cell as it would be typed: numbers plain, times of day as 08:30, formulas by the value they had when saved. */
    private static String text(@org.jspecify.annotations.Nullable Cell cell, List<String> faults) {
        if (cell == null) {
            return "";
        }
        CellType type = cell.getCellType() == CellType.FORMULA ? cell.getCachedFormulaResultType() : cell.getCellType();
        return switch (type) {
            case STRING -> cell.getStringCellValue();
            case BOOLEAN -> cell.getBooleanCellValue() ? "yes" : "no";
            case NUMERIC -> number(cell);
            case ERROR -> {
                faults.add("Row " + (cell.getRowIndex() + 1) + ": cell " + cell.getAddress() + " holds the error " + error(cell)
                        + "; correct its formula");
                yield "";
            }
            case BLANK, _NONE, FORMULA -> "";
        };
    }

    /** Where rows are read as they go by, the value of a formula is known as text alone. */
    private static String error(Cell cell) {
        return cell instanceof StreamingCell
                ? cell.getStringCellValue().replace("ERROR:", "").strip()
                : FormulaError.forInt(cell.getErrorCellValue()).getString();
    }

    private static String number(Cell cell) {
        double value = cell.getNumericCellValue();
        if (!DateUtil.isCellDateFormatted(cell)) {
            return Quantity.plain(value);
        }
        if (value >= 0 && value < 1) {
            long seconds = Math.round(value * 86_400);
            return String.format(Locale.ROOT, seconds % 60 == 0 ? "%02d:%02d" : "%02d:%02d:%02d", seconds / 3600, seconds / 60 % 60,
                    seconds % 60);
        }
        return new DataFormatter(Locale.ROOT).formatCellValue(cell);
    }
}
