package rhombic.formats.table;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.Supplier;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;

/**
 * A timetable as a table. Columns are matched by their headings, in any order: time, type, quantity; every other
 * column is an attribute.
 */
public final class TimetableSheet {
    private static final List<String> TIME = List.of("time", "when", "at", "arrival");
    private static final List<String> TYPE = List.of("type", "piece type", "piece", "what");
    private static final List<String> QUANTITY = List.of("quantity", "pieces", "count", "number", "how many");

    private TimetableSheet() {}

    /**
     * Makes a timetable of the rows.
     *
     * @param types that may come, with their attributes
     * @throws SheetException naming every row at fault
     */
    public static Timetable read(Sheet sheet, Timetable.Repeat repeat, List<PieceType> types) throws SheetException {
        int time = column(sheet, TIME);
        int type = column(sheet, TYPE);
        int quantity = column(sheet, QUANTITY);
        List<String> faults = new ArrayList<>();
        if (time < 0) {
            faults.add("There is no column for the time: head one \u201ctime\u201d");
        }
        if (type < 0 && types.size() != 1) {
            faults.add("There is no column for the piece type: head one \u201ctype\u201d");
        }
        for (int i = 0; i < sheet.headings().size(); i++) {
            String heading = sheet.headings().get(i);
            if (i != time && i != type && i != quantity && attribute(types, heading).isEmpty()) {
                faults.add("The column \u201c" + heading
                        + "\u201d is neither time, type nor quantity, and no piece type has an attribute of that name: rename it, or add the attribute");
            }
        }
        List<Timetable.Row> rows = new ArrayList<>();
        for (Sheet.Row row : faults.isEmpty() ? sheet.rows() : List.<Sheet.Row>of()) {
            try {
                rows.add(row(sheet, row, repeat, types, time, type, quantity));
            } catch (StudyException e) {
                faults.add("Row " + row.number() + ": " + e.getMessage());
            }
        }
        if (faults.isEmpty() && rows.isEmpty()) {
            faults.add("There are headings but no rows below them");
        }
        if (!faults.isEmpty()) {
            throw new SheetException(faults);
        }
        try {
            return new Timetable(repeat, rows, sheet.source());
        } catch (StudyException e) {
            throw new SheetException(String.valueOf(e.getMessage()));
        }
    }

    /**
     * Attributes for columns that are none yet, with the kind of value that their cells have: to be added to the types, so that the sheet can be
     * read.
     */
    public static List<Attribute> missingAttributes(Sheet sheet, List<PieceType> types) {
        List<Attribute> missing = new ArrayList<>();
        List<Integer> known = List.of(column(sheet, TIME), column(sheet, TYPE), column(sheet, QUANTITY));
        for (int i = 0; i < sheet.headings().size(); i++) {
            String heading = sheet.headings().get(i);
            int at = i;
            if (!known.contains(i) && !heading.isBlank() && attribute(types, heading).isEmpty()) {
                List<Value.Kind> kinds = sheet.rows().stream().map(row -> row.cells().get(at)).filter(cell -> !cell.isBlank())
                        .map(cell -> Value.parse(cell).kind()).distinct().toList();
                Value usual = kinds.equals(List.of(Value.Kind.NUMBER))
                        ? new Value.Num(0)
                        : kinds.equals(List.of(Value.Kind.YES_NO)) ? new Value.YesNo(false) : new Value.Text("");
                missing.add(new Attribute(heading, usual));
            }
        }
        return missing;
    }

    /** The table that {@link #read} makes the same timetable of. */
    public static List<List<String>> write(Timetable table) {
        List<List<String>> lines = new ArrayList<>();
        List<String> attributes = table.attributeNames();
        List<String> headings = new ArrayList<>(List.of("time", "type", "quantity"));
        headings.addAll(attributes);
        lines.add(headings);
        for (Timetable.Row row : table.rows()) {
            List<String> line = new ArrayList<>(
                    List.of(Timetable.text(table.repeat(), row.atSeconds()), row.type(), String.valueOf(row.quantity())));
            attributes.forEach(name -> line.add(Optional.ofNullable(row.attributes().get(name)).map(Value::toString).orElse("")));
            lines.add(line);
        }
        return lines;
    }

    private static Timetable.Row row(Sheet sheet, Sheet.Row row, Timetable.Repeat repeat, List<PieceType> types, int time, int type,
            int quantity) {
        String typeName = type < 0 ? types.getFirst().name() : row.cells().get(type);
        PieceType known = types.stream().filter(t -> t.name().equalsIgnoreCase(typeName)).findFirst()
                .orElseThrow(() -> new StudyException(
                        typeName.isEmpty() ? "its type is missing" : "there is no piece type \u201c" + typeName + "\u201d"));
        String count = quantity < 0 || row.cells().get(quantity).isEmpty() ? "1" : row.cells().get(quantity);
        if (!count.matches("[0-9]{1,6}")) {
            throw new StudyException("the quantity \u201c" + count + "\u201d must be a whole number such as 12");
        }
        if (row.cells().get(time).isEmpty()) {
            throw new StudyException("its time is missing");
        }
        Map<String, Value> attributes = new LinkedHashMap<>();
        for (int i = 0; i < sheet.headings().size(); i++) {
            String cell = row.cells().get(i);
            if (i != time && i != type && i != quantity && !cell.isEmpty()) {
                Attribute attribute = known.attributes().stream().filter(named(sheet.headings().get(i))).findFirst()
                        .orElseThrow(notOf(known, sheet.headings().get(i)));
                attributes.put(attribute.name(), value(attribute, cell));
            }
        }
        return new Timetable.Row(Timetable.seconds(repeat, row.cells().get(time)), known.name(), Integer.parseInt(count), attributes);
    }

    private static Predicate<Attribute> named(String heading) {
        return attribute -> attribute.name().equalsIgnoreCase(heading);
    }

    private static Supplier<StudyException> notOf(PieceType type, String heading) {
        return () -> new StudyException(
                type.name() + " has no attribute \u201c" + heading + "\u201d: add it to the type, or empty the cell");
    }

    private static Value value(Attribute attribute, String cell) {
        Value value = attribute.value() instanceof Value.Text ? new Value.Text(cell) : Value.parse(cell);
        if (value.kind() != attribute.value().kind()) {
            throw new StudyException(attribute.name() + " must be "
                    + (attribute.value().kind() == Value.Kind.NUMBER ? "a number" : "yes or no") + "; got \u201c" + cell + "\u201d");
        }
        return value;
    }

    private static Optional<Attribute> attribute(List<PieceType> types, String heading) {
        return types.stream().flatMap(type -> type.attributes().stream()).filter(named(heading)).findFirst();
    }

    private static int column(Sheet sheet, List<String> names) {
        for (int i = 0; i < sheet.headings().size(); i++) {
            if (names.contains(sheet.headings().get(i).toLowerCase(Locale.ROOT).strip())) {
                return i;
            }
        }
        return -1;
    }
}
