package rhombic.plant.piece;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.QuantityException;
import rhombic.study.value.Table;
import rhombic.study.value.Value;

/** The look-up tables of a plant. A look-up takes constant time. */
public final class TableBook {
    private final Map<String, Lookup> tables = new HashMap<>();

    /** One table: values as text, and as formulas see them. */
    public static final class Lookup {
        private final Table table;
        private final Map<Object, String> texts = new HashMap<>();
        private final Map<Object, Object> values = new HashMap<>();

        public Lookup(Table table) {
            this.table = table;
            for (Table.Row row : table.rows()) {
                Object key = row.keys().size() == 1 ? row.keys().getFirst() : row.keys();
                texts.put(key, row.value());
                values.put(key, read(row.value()));
            }
        }

        /** The value as typed. */
        public String text(Object... keys) {
            String text = texts.get(key(keys));
            return text != null ? text : otherwise(keys);
        }

        public Object value(Object... keys) {
            Object value = values.get(key(keys));
            return value != null ? value : read(otherwise(keys));
        }

        /** A count for a recipe: 0 where the table has neither a row nor a default. */
        public int count(String... keys) {
            String text = texts.get(key(keys));
            Object value = read(text != null ? text : table.otherwise().isEmpty() ? "0" : table.otherwise());
            if (value instanceof Double number && number == Math.rint(number) && number >= 0 && number <= 10_000) {
                return number.intValue();
            }
            throw new FormulaException("Table " + table.name() + " must give a whole number of parts from 0 to 10000 for "
                    + String.join(", ", keys) + "; it gives \u201c" + text + "\u201d");
        }

        private Object key(Object[] keys) {
            if (keys.length != table.keys().size()) {
                throw new FormulaException("Table " + table.name() + " has " + (table.keys().size() == 1 ? "one key" : "two keys") + "; "
                        + keys.length + " given");
            }
            return keys.length == 1 ? Formula.plain(keys[0]) : List.of(Formula.plain(keys[0]), Formula.plain(keys[1]));
        }

        private String otherwise(Object[] keys) {
            if (table.otherwise().isEmpty()) {
                String asked = IntStream.range(0, keys.length)
                        .mapToObj(i -> table.keys().get(i) + " \u201c" + Formula.plain(keys[i]) + "\u201d")
                        .collect(Collectors.joining(" and "));
                throw new FormulaException(
                        "Table " + table.name() + " has no row for " + asked + ": add one, or give the table a value for all others");
            }
            return table.otherwise();
        }

        private static Object read(String text) {
            if (text.matches("[-+]?[0-9.].*[a-z]")) {
                try {
                    return Quantity.parse(text, Dimension.TIME).inBaseUnit();
                } catch (QuantityException e) {
                    return text; // a name that begins with a digit
                }
            }
            return Value.parse(text).asObject();
        }
    }

    public TableBook(List<Table> tables) {
        tables.forEach(table -> this.tables.put(table.name(), new Lookup(table)));
    }

    public Lookup find(String name) {
        @Nullable
        Lookup lookup = tables.get(name);
        if (lookup == null) {
            throw new FormulaException("There is no table \u201c" + name + "\u201d");
        }
        return lookup;
    }
}
