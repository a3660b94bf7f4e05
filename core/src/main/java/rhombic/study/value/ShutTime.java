package rhombic.study.value;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Clock;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;

/**
 * A time of the run during which an inlet is shut, and nothing more goes in, or an outlet, and nothing goes out.
 *
 * @param from elapsed time at which it is shut, 0 s or more
 * @param until elapsed time at which it is opened again, later than {@code from}; null: it stays shut
 */
public record ShutTime(Quantity from, @Nullable Quantity until) implements Serializable {
    public static final Composite<ShutTime> TYPE = Composite.of("shutTime", shut -> {
        var from = shut.required("from", "Since the start of the run.", new FieldType.Measured(Dimension.TIME), ShutTime::from);
        var until = shut.maybe("until", "Since the start of the run; missing: to the end.", new FieldType.Measured(Dimension.TIME),
                s -> Optional.ofNullable(s.until));
        return v -> new ShutTime(v.get(from), v.get(until).orElse(null));
    });
    /** Elapsed times in order. */
    public static final FieldType<List<ShutTime>> SEVERAL = new FieldType.Several<>(TYPE);

    public ShutTime {
        if (from.unit().dimension() != Dimension.TIME || !(from.amount() >= 0)) {
            throw new StudyException("It is shut from a time of at least 0 s; got " + from);
        }
        if (until != null && (until.unit().dimension() != Dimension.TIME || !(until.inBaseUnit() > from.inBaseUnit()))) {
            throw new StudyException("What is shut at " + from + " opens later than that; got " + until);
        }
    }

    /** The times in order, none of which may reach into the next. */
    public static List<ShutTime> checked(List<ShutTime> times, String label) {
        for (int i = 1; i < times.size(); i++) {
            Quantity before = times.get(i - 1).until;
            if (before == null || before.inBaseUnit() > times.get(i).from.inBaseUnit()) {
                throw new StudyException(label + " is shut at " + times.get(i).from
                        + ", but it is shut then already: write the times in order, as in 1 h to 2 h, 5 h on");
            }
        }
        return List.copyOf(times);
    }

    /** Such as {@code 1 h to 2 h, 5 h on}. */
    public static String text(List<ShutTime> times) {
        return times.stream().map(time -> time.until == null ? time.from + " on" : time.from + " to " + time.until)
                .collect(Collectors.joining(", "));
    }

    /** The same for reading, such as {@code 4 h 2 min 32 s on}. */
    public static String shown(List<ShutTime> times) {
        return times.stream()
                .map(time -> Clock.exact(time.from.nanos()) + (time.until == null ? " on" : " to " + Clock.exact(time.until.nanos())))
                .collect(Collectors.joining(", "));
    }

    /** Reads what {@link #text} writes; an empty text is no time at all. */
    public static List<ShutTime> parse(String text) {
        List<ShutTime> times = new ArrayList<>();
        for (String part : text.isBlank() ? new String[0] : text.split(",")) {
            String one = part.strip();
            String[] ends = one.split("\\s+to\\s+", 2);
            if (ends.length == 2) {
                times.add(new ShutTime(Quantity.parse(ends[0], Dimension.TIME), Quantity.parse(ends[1], Dimension.TIME)));
            } else if (one.endsWith(" on")) {
                times.add(new ShutTime(Quantity.parse(one.substring(0, one.length() - 3), Dimension.TIME), null));
            } else {
                throw new StudyException(
                        "Write when it is shut and when it opens, as in 1 h to 2 h, or 5 h on; got \u201c" + one + "\u201d");
            }
        }
        return times;
    }

    /** Whether it is shut at that elapsed time, as far as these times go. */
    public static boolean isShut(List<ShutTime> times, long nanos) {
        return times.stream().anyMatch(time -> time.from.nanos() <= nanos && (time.until == null || nanos < time.until.nanos()));
    }

    /** For how many nanoseconds between two elapsed times it is shut. */
    public static long within(List<ShutTime> times, long fromNanos, long untilNanos) {
        long shut = 0;
        for (ShutTime time : times) {
            long opens = time.until == null ? untilNanos : Math.min(untilNanos, time.until.nanos());
            shut += Math.max(0, opens - Math.max(fromNanos, time.from.nanos()));
        }
        return shut;
    }

    /** The times with it shut from then on. */
    public static List<ShutTime> shutFrom(List<ShutTime> times, Quantity moment) {
        List<ShutTime> changed = before(times, moment);
        changed.add(new ShutTime(moment, null));
        return changed;
    }

    /** The times with it open from then on. */
    public static List<ShutTime> openFrom(List<ShutTime> times, Quantity moment) {
        return before(times, moment);
    }

    /** What of the times lies before the moment. */
    private static List<ShutTime> before(List<ShutTime> times, Quantity moment) {
        List<ShutTime> kept = new ArrayList<>();
        for (ShutTime time : times) {
            if (time.from.nanos() < moment.nanos()) {
                boolean reaches = time.until == null || time.until.nanos() > moment.nanos();
                kept.add(reaches ? new ShutTime(time.from, moment) : time);
            }
        }
        return kept;
    }
}
