package rhombic.plant.run;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.Optional;
import rhombic.study.duty.Calendar;

/** A calendar on the clock of a run: what it says at first, and each change in turn. Worked out once for all who follow it. */
public final class Shifts {
    /** There is no such change. */
    public static final long NEVER = Long.MAX_VALUE;

    private final Calendar calendar;
    private final LocalDateTime start;
    private final Calendar.Mode first;
    private long[] times = new long[16];
    private Calendar.Mode[] modes = new Calendar.Mode[times.length];
    private int known;
    private boolean isOver;

    Shifts(Calendar calendar, LocalDateTime start) {
        this.calendar = calendar;
        this.start = start;
        first = calendar.at(start);
    }

    /** What it says when the run begins. */
    public Calendar.Mode first() {
        return first;
    }

    /**
     * When that change comes, in nanoseconds from the start; {@link #NEVER} if there is none.
     *
     * @param number counted from 0
     */
    public long at(int number) {
        while (number >= known && !isOver) {
            findNext();
        }
        return number < known ? times[number] : NEVER;
    }

    /** What it says from that change on; only of one that comes. */
    public Calendar.Mode mode(int number) {
        return modes[number];
    }

    private void findNext() {
        LocalDateTime last = known == 0 ? start : start.plusNanos(times[known - 1]);
        Optional<Calendar.Transition> next = calendar.after(last);
        if (next.isEmpty()) {
            isOver = true;
            return;
        }
        if (known == times.length) {
            times = Arrays.copyOf(times, 2 * known);
            modes = Arrays.copyOf(modes, 2 * known);
        }
        times[known] = Duration.between(start, next.get().at()).toNanos();
        modes[known++] = next.get().mode();
    }
}
