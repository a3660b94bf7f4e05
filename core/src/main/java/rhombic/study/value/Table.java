package rhombic.study.value;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A look-up table by one or two keys. Values are text as typed: numbers, times with units, distributions, names.
 *
 * @param keys headings of the one or two keys
 * @param otherwise value for keys that are not in it; empty: there must be none
 * @param source file it was read from, to be shown; empty if it was typed
 */
public record Table(String name, List<String> keys, List<Row> rows, String otherwise, String source) implements Serializable {
    public static final int MAX_ROWS = 200_000;

    /** One value and its keys. */
    public record Row(List<String> keys, String value) implements Serializable {
        public Row {
            keys = keys.stream().map(String::strip).toList();
            value = value.strip();
        }
    }

    public Table {
        Names.checked(name);
        keys = List.copyOf(keys);
        rows = List.copyOf(rows);
        Count.between(1, 2, "The keys of table " + name, keys.size());
        if (rows.size() > MAX_ROWS) {
            throw new StudyException("A table must have at most " + MAX_ROWS + " rows; got " + rows.size());
        }
        Map<List<String>, Integer> seen = new HashMap<>();
        for (int i = 0; i < rows.size(); i++) {
            Row row = rows.get(i);
            if (row.keys().size() != keys.size() || row.keys().stream().anyMatch(String::isEmpty)) {
                throw new StudyException(
                        "Row " + (i + 1) + " of table " + name + " must have " + (keys.size() == 1 ? "one key" : "two keys"));
            }
            if (row.value().isEmpty()) {
                throw new StudyException("Row " + (i + 1) + " of table " + name + " has no value for " + String.join(", ", row.keys()));
            }
            Integer before = seen.putIfAbsent(row.keys(), i + 1);
            if (before != null) {
                throw new StudyException("Rows " + before + " and " + (i + 1) + " of table " + name + " have the same key "
                        + String.join(", ", row.keys()) + ": keep one");
            }
        }
    }

    public Table named(String newName) {
        return new Table(newName, keys, rows, otherwise, source);
    }

    public Table withRows(List<String> newKeys, List<Row> newRows, String newSource) {
        return new Table(name, newKeys, newRows, otherwise, newSource);
    }

    public Table withOtherwise(String value) {
        return new Table(name, keys, rows, value.strip(), source);
    }

    /** Values of the first or the second key, in order of appearance. */
    public List<String> keyValues(int key) {
        Set<String> values = new LinkedHashSet<>();
        rows.forEach(row -> values.add(row.keys().get(key)));
        return new ArrayList<>(values);
    }
}
