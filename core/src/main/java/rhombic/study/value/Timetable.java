package rhombic.study.value;

import java.io.Serializable;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.QuantityException;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;

/**
 * What comes when.
 *
 * @param source file it was read from, to be shown; empty if it was typed
 */
public record Timetable(Repeat repeat, List<Row> rows, String source) implements Serializable {
    public static final FieldType<Timetable> TYPE = OneOf.of("timetable", ofRepeat(Repeat.ONCE, "1.5 h or 01:30 since the start"),
            ofRepeat(Repeat.DAILY, "08:30 of each day"), ofRepeat(Repeat.WEEKLY, "Tue 08:30 of each week"));

    /** Those that are repeated so often. */
    private static OneOf.Variant<Timetable, Timetable> ofRepeat(Repeat howOften, String example) {
        Composite<Row> row = Composite.of("row " + howOften.word, one -> {
            var time = one.required("time", example + ".",
                    new FieldType.Mapped<>(FieldType.TEXT, (Double at) -> text(howOften, at), text -> seconds(howOften, text)),
                    Row::atSeconds);
            var type = one.required("type", "The piece type that comes.", FieldType.PIECE_TYPE, Row::type);
            var quantity = one.required("quantity", "How many pieces.", new FieldType.Whole(1, 100_000), Row::quantity);
            var attributes = one.optional("attributes", "Values that these pieces have.", Attribute.VALUES, Map.of(), Row::attributes);
            return v -> new Row(v.get(time), v.get(type), v.get(quantity), v.get(attributes));
        });
        return OneOf.variant("repeat", howOften.word, table -> table.repeat == howOften,
                Composite.of("timetable " + howOften.word, table -> {
                    var repeat = table.required("repeat", "How often the rows come.", FieldType.Word.of(List.of(howOften), Repeat::word),
                            Timetable::repeat);
                    var rows = table.written("rows", "One arrival each; missing: those of the file that is the source.",
                            new FieldType.Several<>(row),
                            List.of(), Timetable::rows);
                    var source = table.optional("source", "File it was read from.", FieldType.TEXT, "", Timetable::source);
                    return v -> new Timetable(v.get(repeat), v.get(rows), v.get(source));
                }));
    }

    public static final int MAX_ROWS = 200_000;

    private static final List<String> DAYS = List.of("mon", "tue", "wed", "thu", "fri", "sat", "sun");
    private static final Pattern CLOCK = Pattern.compile("(?:([A-Za-z]{3})[a-z]*\\s+)?(\\d{1,7}):(\\d{2})(?::(\\d{2}(?:\\.\\d{1,330})?))?");

    /** How often the rows come. */
    public enum Repeat {
        /** Times count from the start of the run. */
        ONCE("once", Long.MAX_VALUE),
        /** Times are times of day. */
        DAILY("every day", 86_400),
        /** Times are days of the week with times of day. */
        WEEKLY("every week", 7 * 86_400);

        private final String word;
        private final long periodSeconds;

        Repeat(String word, long periodSeconds) {
            this.word = word;
            this.periodSeconds = periodSeconds;
        }

        public String word() {
            return word;
        }

        public long periodSeconds() {
            return periodSeconds;
        }
    }

    /**
     * One arrival.
     *
     * @param atSeconds since the start of the run, midnight or Monday midnight
     * @param quantity of pieces, 1 to 100000
     * @param attributes that the pieces have, other than usual
     */
    public record Row(double atSeconds, String type, int quantity, Map<String, Value> attributes) implements Serializable {
        public Row {
            if (!(atSeconds >= 0 && atSeconds <= 1e10)) {
                throw new StudyException("A time in a timetable must be at least 0; got " + atSeconds + " s");
            }
            Names.checked(type);
            Count.between(1, 100_000, "The quantity in a timetable", quantity);
            attributes = Collections.unmodifiableMap(new LinkedHashMap<>(attributes));
        }
    }

    public Timetable {
        rows = List.copyOf(rows);
        if (rows.size() > MAX_ROWS) {
            throw new StudyException("A timetable must have at most " + MAX_ROWS + " rows; got " + rows.size());
        }
        for (Row row : rows) {
            if (row.atSeconds() >= repeat.periodSeconds()) {
                throw new StudyException("The time " + text(Repeat.ONCE, row.atSeconds()) + " lies beyond the "
                        + (repeat == Repeat.DAILY ? "day" : "week") + " that is repeated");
            }
        }
    }

    /** Names of all attributes its rows set, in order of appearance. */
    public List<String> attributeNames() {
        List<String> names = new ArrayList<>();
        rows.forEach(row -> row.attributes().keySet().stream().filter(n -> !names.contains(n)).forEach(names::add));
        return names;
    }

    /** Reads a time as it is written in a timetable of that kind: {@code 1.5 h}, {@code 08:30} or {@code Tue 08:30}. */
    public static double seconds(Repeat repeat, String text) {
        Matcher m = CLOCK.matcher(text.strip());
        if (!m.matches()) {
            if (repeat == Repeat.ONCE) {
                try {
                    return Quantity.parse(text, Dimension.TIME).inBaseUnit();
                } catch (QuantityException e) {
                    throw new StudyException(
                            "\u201c" + text.strip() + "\u201d is no time since the start; write one such as 1.5 h or 01:30");
                }
            }
            throw new StudyException(
                    "\u201c" + text.strip() + "\u201d is no time; write one such as " + (repeat == Repeat.DAILY ? "08:30" : "Tue 08:30"));
        }
        int hours = Integer.parseInt(m.group(2));
        int minutes = Integer.parseInt(m.group(3));
        double seconds = m.group(4) == null ? 0 : Double.parseDouble(m.group(4));
        if (minutes > 59 || seconds >= 60 || (hours > 23 && repeat != Repeat.ONCE)) {
            throw new StudyException("\u201c" + text.strip() + "\u201d is no time of day; hours go to 23, minutes and seconds to 59");
        }
        double time = hours * 3600.0 + minutes * 60.0 + seconds;
        if (repeat != Repeat.WEEKLY) {
            if (m.group(1) != null) {
                throw new StudyException("\u201c" + text.strip() + "\u201d names a day, but this timetable is for " + repeat.word()
                        + ": repeat it every week, or leave the day out");
            }
            return time;
        }
        int day = m.group(1) == null ? -1 : DAYS.indexOf(m.group(1).toLowerCase(Locale.ROOT));
        if (day < 0) {
            throw new StudyException("\u201c" + text.strip() + "\u201d lacks its day; write Mon, Tue, Wed, Thu, Fri, Sat or Sun before it");
        }
        return day * 86_400.0 + time;
    }

    /** A time as it is written in a timetable of that kind. */
    public static String text(Repeat repeat, double atSeconds) {
        if (repeat == Repeat.ONCE && atSeconds % 60 != 0) {
            return Quantity.seconds(atSeconds).toString();
        }
        long whole = (long) Math.floor(atSeconds);
        if (atSeconds != whole) {
            return withFraction(repeat, atSeconds, whole);
        }
        String day = repeat == Repeat.WEEKLY ? DAYS.get((int) (whole / 86_400)) + " " : "";
        long inDay = repeat == Repeat.ONCE ? whole : whole % 86_400;
        String clock = String.format(Locale.ROOT, inDay % 60 == 0 ? "%02d:%02d" : "%02d:%02d:%02d", inDay / 3600, inDay / 60 % 60,
                inDay % 60);
        return (day.isEmpty() ? "" : day.substring(0, 1).toUpperCase(Locale.ROOT) + day.substring(1)) + clock;
    }

    /** So that it reads as the very same number. */
    private static String withFraction(Repeat repeat, double atSeconds, long whole) {
        long minute = whole - whole % 60;
        String seconds = new BigDecimal(Double.toString(atSeconds - minute)).toPlainString();
        return text(repeat, minute) + ":" + (seconds.indexOf('.') < 2 ? "0" : "") + seconds;
    }
}
