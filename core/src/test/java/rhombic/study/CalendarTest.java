package rhombic.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.DayOfWeek;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.CalendarText;
import rhombic.study.duty.Spell;
import rhombic.study.value.StudyException;

/** Weekly patterns, exceptions, nights, and how they are said and painted. Monday is 2027-01-04. */
class CalendarTest {
    private static final LocalDateTime MONDAY = LocalDateTime.of(2027, 1, 4, 0, 0);

    private static Calendar of(String week) {
        return new Calendar("C", CalendarText.week(week), List.of());
    }

    @Test
    void itIsOnWithinAShiftOffBesidesItAndOnBreakInBreaks() {
        Calendar early = of("Mon-Fri 06:00 to 14:00; break 09:00 to 09:15");
        assertEquals(Calendar.Mode.OFF, early.at(MONDAY));
        assertEquals(Calendar.Mode.ON, early.at(MONDAY.plusHours(6)));
        assertEquals(Calendar.Mode.BREAK, early.at(MONDAY.plusHours(9)));
        assertEquals(Calendar.Mode.ON, early.at(MONDAY.plusHours(9).plusMinutes(15)));
        assertEquals(Calendar.Mode.OFF, early.at(MONDAY.plusHours(14)));
        assertEquals(Calendar.Mode.OFF, early.at(MONDAY.plusDays(5).plusHours(9)), "a break on a free Saturday is no break");
        assertEquals(5 * (8 * 3600 - 900), early.weeklySeconds());
    }

    @Test
    void aNightBelongsToTheDayOnWhichItBegins() {
        Calendar night = of("Sun 22:00 to 06:00");
        assertEquals(Calendar.Mode.ON, night.at(MONDAY.plusHours(5)));
        assertEquals(MONDAY.plusHours(6), night.after(MONDAY).orElseThrow().at());
        assertEquals(MONDAY.plusDays(6).plusHours(22), night.after(MONDAY.plusHours(6)).orElseThrow().at());
        assertTrue(night.week().getFirst().passesMidnight());
    }

    @Test
    void theNightOfTheChangeToSummerTimeHasItsUsualHours() {
        // In many countries a clock is put forward on the last Sunday of March, 2027-03-28.
        Calendar night = of("every day 22:00 to 06:00");
        LocalDateTime begin = LocalDateTime.of(2027, 3, 27, 22, 0);
        assertEquals(begin.plusHours(8), night.after(begin).orElseThrow().at());
    }

    @Test
    void anExceptionTakesThePlaceOfItsDay() {
        Calendar calendar = of("Mon-Fri 06:00 to 14:00")
                .withExceptions(CalendarText.exceptions("2027-01-06 free; 2027-01-09 08:00 to 12:00; 2027-01-09 break 10:00 to 10:30"));
        assertEquals(Calendar.Mode.OFF, calendar.at(MONDAY.plusDays(2).plusHours(8)));
        assertEquals(Calendar.Mode.ON, calendar.at(MONDAY.plusDays(5).plusHours(9)));
        assertEquals(Calendar.Mode.BREAK, calendar.at(MONDAY.plusDays(5).plusHours(10)));
        assertEquals(MONDAY.plusDays(3).plusHours(6), calendar.after(MONDAY.plusDays(1).plusHours(14)).orElseThrow().at());
        assertEquals("2027-01-06 free; 2027-01-09 08:00 to 12:00; 2027-01-09 break 10:00 to 10:30",
                CalendarText.ofExceptions(calendar.exceptions()));
    }

    @Test
    void overlapsAreRefusedAndBothAreNamed() {
        String message = assertThrows(StudyException.class, () -> of("Mon 06:00 to 14:00; Mon 13:00 to 20:00")).getMessage();
        assertTrue(message.contains("Mon 06:00 to 14:00") && message.contains("Mon 13:00 to 20:00"), message);
        assertThrows(StudyException.class, () -> of("Mon 22:00 to 06:00; Tue 05:00 to 09:00"), "across midnight");
        assertThrows(StudyException.class, () -> of("Sun 22:00 to 06:00; Mon 05:00 to 09:00"), "from Sunday to Monday");
        of("Mon 06:00 to 14:00; Mon 14:00 to 22:00; break Mon 10:00 to 10:30");
    }

    @Test
    void whatCantBeReadIsNamedWithTheWayToWriteIt() {
        assertTrue(assertThrows(StudyException.class, () -> of("Mon 6 to 14")).getMessage().contains("Mon\u2013Fri 06:00 to 14:00"));
        assertTrue(assertThrows(StudyException.class, () -> of("Xyz 06:00 to 14:00")).getMessage().contains("Xyz"));
        assertThrows(StudyException.class, () -> of("Mon 25:00 to 26:00"));
    }

    @Property(tries = 300, seed = "20261125")
    void whatIsPaintedIsWhatIsSaid(@ForAll long seed) {
        Random random = new Random(seed);
        Calendar.Mode[][] cells = new Calendar.Mode[7][48];
        Calendar.Mode now = Calendar.Mode.OFF;
        for (Calendar.Mode[] day : cells) {
            for (int i = 0; i < day.length; i++) {
                now = random.nextInt(9) == 0 ? Calendar.Mode.values()[random.nextInt(3)] : now;
                day[i] = now;
            }
        }
        List<Spell> spells = CalendarText.painted(cells);
        Calendar calendar = new Calendar("C", spells, List.of());
        Calendar.Mode[][] again = CalendarText.cells(calendar, 48);
        for (int day = 0; day < 7; day++) {
            for (int i = 0; i < 48; i++) {
                assertEquals(cells[day][i], again[day][i], DayOfWeek.of(day + 1) + " cell " + i + ": " + CalendarText.of(spells));
            }
        }
        assertEquals(spells, CalendarText.week(CalendarText.of(spells)));
    }
}
