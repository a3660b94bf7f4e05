package rhombic.formats.table;

import java.util.ArrayList;
import java.util.List;
import rhombic.study.value.StudyException;
import rhombic.study.value.Table;

/**
 * A look-up table as a table: the last column holds the values, those before it the one or two keys. A table with more
 * columns is taken as a matrix: its headings are the second key.
 */
public final class TableSheet {
    private TableSheet() {}

    /**
     * Makes a look-up table of the rows.
     *
     * @throws SheetException naming every row at fault
     */
    public static Table read(Sheet sheet, String name, String otherwise) throws SheetException {
        int width = sheet.headings().size();
        if (width < 2) {
            throw new SheetException("A table needs at least two columns: a key, and a value");
        }
        List<String> faults = new ArrayList<>();
        List<Table.Row> rows = new ArrayList<>();
        boolean matrix = width > 3;
        for (Sheet.Row row : sheet.rows()) {
            if (row.cells().getFirst().isEmpty()) {
                faults.add("Row " + row.number() + ": its key in column \u201c" + sheet.headings().getFirst() + "\u201d is missing");
            } else if (matrix) {
                for (int i = 1; i < width; i++) {
                    if (!row.cells().get(i).isEmpty()) {
                        rows.add(new Table.Row(List.of(row.cells().getFirst(), sheet.headings().get(i)), row.cells().get(i)));
                    }
                }
            } else if (row.cells().get(width - 2).isEmpty()) {
                faults.add("Row " + row.number() + ": its key in column \u201c" + sheet.headings().get(width - 2) + "\u201d is missing");
            } else if (row.cells().get(width - 1).isEmpty()) {
                faults.add("Row " + row.number() + ": its value in column \u201c" + sheet.headings().get(width - 1) + "\u201d is missing");
            } else {
                rows.add(new Table.Row(row.cells().subList(0, width - 1), row.cells().get(width - 1)));
            }
        }
        if (!faults.isEmpty()) {
            throw new SheetException(faults);
        }
        List<String> keys = matrix
                ? List.of(sheet.headings().getFirst().isEmpty() ? "from" : sheet.headings().getFirst(), "to")
                : sheet.headings().subList(0, width - 1);
        try {
            return new Table(name, keys, rows, otherwise, sheet.source());
        } catch (StudyException e) {
            throw new SheetException(String.valueOf(e.getMessage()));
        }
    }

    /** The table that {@link #read} makes the same look-up table of. */
    public static List<List<String>> write(Table table) {
        List<List<String>> lines = new ArrayList<>();
        List<String> headings = new ArrayList<>(table.keys());
        headings.add("value");
        lines.add(headings);
        for (Table.Row row : table.rows()) {
            List<String> line = new ArrayList<>(row.keys());
            line.add(row.value());
            lines.add(line);
        }
        return lines;
    }
}
