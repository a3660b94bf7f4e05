package rhombic.study.duty;

import java.io.Serializable;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import rhombic.study.value.StudyException;

/**
 * A part of the day, on some days of the week, in which there is work or a break from it.
 *
 * @param days on which it begins, in order, each once; at least one
 * @param to when it ends: on the next day if that is not later than {@code from}, so that 22:00 to 06:00 is a night and 00:00 to
 *     00:00 a whole day
 */
public record Spell(List<DayOfWeek> days, LocalTime from, LocalTime to, boolean isBreak) implements Serializable {
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
        return day.getDisplayName(java.time.format.TextStyle.SHORT, Locale.ENGLISH);
    }

    @Override
    public String toString() {
        return text(days) + " " + clock(from) + " to " + clock(to) + (isBreak ? ", break" : "");
    }
}
