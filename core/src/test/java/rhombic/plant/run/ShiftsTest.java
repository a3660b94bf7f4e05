package rhombic.plant.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Spell;

/** A calendar on the clock of a run, against the calendar itself. */
class ShiftsTest {
    private static final long HOUR = 3_600_000_000_000L;
    /** A Thursday. */
    private static final LocalDate DAY = LocalDate.of(2026, 11, 26);

    @Test
    void changesComeWhenTheCalendarSaysSo() {
        Shifts shifts = new Shifts(Calendar.usual("Early"), DAY.atTime(5, 0));
        assertEquals(Calendar.Mode.OFF, shifts.first());
        List<Double> hours = List.of(1.0, 4.0, 4.25, 6.5, 7.0, 9.0, 25.0);
        List<Calendar.Mode> modes = List.of(Calendar.Mode.ON, Calendar.Mode.BREAK, Calendar.Mode.ON, Calendar.Mode.BREAK, Calendar.Mode.ON,
                Calendar.Mode.OFF, Calendar.Mode.ON);
        for (int i = 0; i < hours.size(); i++) {
            assertEquals(Math.round(hours.get(i) * HOUR), shifts.at(i));
            assertEquals(modes.get(i), shifts.mode(i));
        }
        // on Friday at 14:00 it is over until Monday at 6:00
        assertEquals(33 * HOUR, shifts.at(11));
        assertEquals((4 * 24 + 1) * HOUR, shifts.at(12));
    }

    @Test
    void farAheadItSaysWhatTheCalendarSaysThere() {
        Spell night = new Spell(List.of(DayOfWeek.MONDAY, DayOfWeek.WEDNESDAY), LocalTime.of(22, 0), LocalTime.of(6, 0), false);
        Calendar calendar = new Calendar("Night", List.of(night),
                List.of(new Calendar.Exception(DAY.plusDays(4), List.of()), new Calendar.Exception(DAY.plusDays(40), List.of(night))));
        LocalDateTime start = DAY.atTime(23, 30);
        Shifts shifts = new Shifts(calendar, start);
        long before = 0;
        for (int i = 0; i < 200; i++) {
            long at = shifts.at(i);
            assertTrue(at > before, "they come one after the other");
            assertEquals(calendar.at(start.plusNanos(at)), shifts.mode(i));
            assertEquals(calendar.at(start.plusNanos(at - 1)), i == 0 ? shifts.first() : shifts.mode(i - 1), "until then it was as before");
            before = at;
        }
        assertEquals(shifts.at(3), shifts.at(3), "asked again it is the same");
    }

    @Test
    void aCalendarThatNeverChangesSaysSo() {
        Shifts shifts = new Shifts(new Calendar("Never", List.of(), List.of()), DAY.atStartOfDay());
        assertEquals(Calendar.Mode.OFF, shifts.first());
        assertEquals(Shifts.NEVER, shifts.at(0));
        assertEquals(Shifts.NEVER, shifts.at(5));
    }
}
