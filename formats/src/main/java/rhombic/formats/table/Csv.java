package rhombic.formats.table;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/**
 * Writes CSV (RFC 4180, UTF-8). A text that a spreadsheet would take for a formula gets an apostrophe in front, as it is typed there for a
 * text; {@link SheetReader} takes it away again.
 */
public final class Csv {
    private static final Pattern NUMBER = Pattern.compile("[-+]?[0-9]*\\.?[0-9]+(?:[eE][-+]?[0-9]+)?");
    /** What begins a formula, or a guarded one. */
    private static final Pattern RISKY = Pattern.compile("'*[=+\\-@\t\r].*", Pattern.DOTALL);

    private final CSVPrinter out;

    /** What is written. */
    @FunctionalInterface
    public interface Filling {
        void fill(Csv csv) throws IOException;
    }

    private Csv(CSVPrinter out) {
        this.out = out;
    }

    /** Writes to a stream, which stays open. */
    public static void write(OutputStream to, Filling filling) throws IOException {
        Writer writer = new OutputStreamWriter(to, StandardCharsets.UTF_8);
        CSVPrinter printer = new CSVPrinter(writer, CSVFormat.RFC4180);
        filling.fill(new Csv(printer));
        printer.flush();
    }

    /** One cell. */
    public void print(Object cell) throws IOException {
        out.print(cell instanceof String text ? guarded(text) : cell);
    }

    /** Ends the line. */
    public void println() throws IOException {
        out.println();
    }

    public void printRecord(Object... cells) throws IOException {
        printRecord(List.of(cells));
    }

    public void printRecord(List<?> cells) throws IOException {
        for (Object cell : cells) {
            print(cell);
        }
        println();
    }

    /** So that a spreadsheet takes it for a text. */
    public static String guarded(String text) {
        return RISKY.matcher(text).matches() && !NUMBER.matcher(text).matches() ? "'" + text : text;
    }

    /** What was meant before it was guarded. */
    static String unguarded(String text) {
        return text.startsWith("'") && RISKY.matcher(text).matches() ? text.substring(1) : text;
    }
}
