package rhombic.study.duty;

import java.io.Serializable;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.time.format.TextStyle;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.StudyException;

/**
 * A part of the day, on some days of the week, in which there is work or a break from it.
 *
 * @param days on which it begins, in order, each once; at least one
 * @param to when it ends: on the next day if that is not later than {@code from}, so that 22:00 to 06:00 is a night and 00:00 to
 *     00:00 a whole day
 */
public record Spell(List<DayOfWeek> days, LocalTime from, LocalTime to, boolean isBreak) implements Serializable {
    public static final FieldType<List<DayOfWeek>> DAYS = new FieldType.Several<>(
            FieldType.Word.of(List.of(DayOfWeek.values()), Spell::word));
    public static final Composite<Spell> TYPE = Composite.of("spell", spell -> {
        var days = spell.required("days", "On which days.", DAYS, Spell::days);
        Function<Composite.Values, Spell> timed = timed(spell);
        return v -> timed.apply(v).on(v.get(days));
    });
    /** On one day, which is told elsewhere. */
    static final Composite<Spell> ON_ONE_DAY = Composite.of("spellOnOneDay", Spell::timed);

    private static Function<Composite.Values, Spell> timed(Composite.Declaration<Spell> spell) {
        var from = spell.required("from", "A time of day.", new FieldType.TimeOfDay(), Spell::from);
        var to = spell.required("to", "If not later than from: on the next day.", new FieldType.TimeOfDay(), Spell::to);
        var isBreak = spell.optional("break", "A break in a shift.", FieldType.FLAG, false, Spell::isBreak);
        return v -> new Spell(List.of(DayOfWeek.MONDAY), v.get(from), v.get(to), v.get(isBreak));
    }

    /** The same on other days. */
    Spell on(List<DayOfWeek> newDays) {
        return new Spell(newDays, from, to, isBreak);
    }

    static final long DAY = 86_400;
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm[:ss]", Locale.ROOT);

    public Spell {
        days = days.stream().sorted().distinct().toList();
        if (days.isEmpty()) {
            throw new StudyException("A spell from " + clock(from) + " to " + clock(to) + " must be on at least one day of the week");
        }
        from = from.withNano(0);
        to = to.withNano(0);
    }

    /** Seconds after the midnight of its day at which it begins. */
    public long beginSeconds() {
        return from.toSecondOfDay();
    }

    /** Seconds after the midnight of its day at which it ends, which may be on the next day. */
    public long endSeconds() {
        return to.isAfter(from) ? to.toSecondOfDay() : to.toSecondOfDay() + DAY;
    }

    public long seconds() {
        return endSeconds() - beginSeconds();
    }

    public boolean passesMidnight() {
        return !to.isAfter(from) && !to.equals(LocalTime.MIDNIGHT);
    }

    /** As in {@code 06:00} or {@code 06:00:30}. */
    public static String clock(LocalTime time) {
        return time.getSecond() == 0 ? String.format(Locale.ROOT, "%02d:%02d", time.getHour(), time.getMinute()) : CLOCK.format(time);
    }

    /** As in {@code Mon–Fri}, {@code Mon, Wed}, {@code every day}. */
    public static String text(List<DayOfWeek> days) {
        if (days.size() == 7) {
            return "every day";
        }
        StringBuilder text = new StringBuilder();
        int at = 0;
        while (at < days.size()) {
            int last = at;
            while (last + 1 < days.size() && days.get(last + 1).getValue() == days.get(last).getValue() + 1) {
                last++;
            }
            text.append(text.isEmpty() ? "" : ", ").append(word(days.get(at)));
            if (last > at) {
                text.append(last > at + 1 ? "\u2013" : ", ").append(word(days.get(last)));
            }
            at = last + 1;
        }
        return text.toString();
    }

    /** As in {@code Mon}. */
    public static String word(DayOfWeek day) {
        return day.getDisplayName(TextStyle.SHORT, Locale.ENGLISH);
    }

    @Override
    public String toString() {
        return text(days) + " " + clock(from) + " to " + clock(to) + (isBreak ? ", break" : "");
    }
}
