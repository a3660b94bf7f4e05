package rhombic.formats.table;

import java.util.List;

/**
 * A table as it was found: headings, and rows of text below them. Rows that are wholly empty are left out.
 *
 * @param source where it came from, to be shown
 */
public record Sheet(String source, List<String> headings, List<Row> rows) {
    /**
     * One row.
     *
     * @param number of the row as a person counts, headings included, from 1
     * @param cells as many as there are headings
     */
    public record Row(int number, List<String> cells) {
        public Row {
            cells = List.copyOf(cells);
        }
    }

    public Sheet {
        headings = List.copyOf(headings);
        rows = List.copyOf(rows);
    }

    /** The same, said to come from elsewhere. */
    public Sheet from(String newSource) {
        return new Sheet(newSource, headings, rows);
    }
}
