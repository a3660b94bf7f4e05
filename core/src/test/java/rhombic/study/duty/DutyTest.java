package rhombic.study.duty;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.quantity.Quantity;
import rhombic.study.value.StudyException;
import rhombic.validation.Lines;

/** What follows from failures, spells and calendars as they are said, and what can't be said. */
class DutyTest {
    private static final LocalDate MONDAY = LocalDate.of(2027, 1, 4);

    private static UpTime available(double percent) {
        return new UpTime.Available(Quantity.percent(percent), UpTime.Clock.CALENDAR);
    }

    private static UpTime after(String time) {
        return new UpTime.After(Lines.time(time), UpTime.Clock.WORKING);
    }

    private static Calendar daily(String... spells) {
        return new Calendar("C", Arrays.stream(spells).map(text -> {
            String[] parts = text.split(" ");
            return new Spell(List.of(DayOfWeek.values()), LocalTime.parse(parts[0]), LocalTime.parse(parts[1]), parts.length > 2);
        }).toList(), List.of());
    }

    private static LocalDateTime at(int hour, int minute) {
        return MONDAY.atTime(hour, minute);
    }

    @Test
    void upTimeFollowsFromAvailabilityAndAvailabilityFromUpTime() {
        FailureMode ninety = FailureMode.of("m", available(90), Lines.time("10 min"));
        assertEquals(5400, ninety.meanUpSeconds().orElseThrow(), 1e-9, "0.9 / 0.1 times 600 s");
        assertEquals(0.9, ninety.availability().orElseThrow(), 1e-12);
        FailureMode drawn = ninety.withUp(after("30 min"));
        assertEquals(0.75, drawn.availability().orElseThrow(), 1e-12);
        FailureMode twice = ninety
                .withUp(new UpTime.Planned(List.of(DayOfWeek.FRIDAY, DayOfWeek.MONDAY, DayOfWeek.FRIDAY), LocalTime.NOON));
        assertEquals(3.5 * 86_400 - 600, twice.meanUpSeconds().orElseThrow(), 1e-6);
        assertEquals(1 - 600 / (3.5 * 86_400), twice.availability().orElseThrow(), 1e-12);
        assertEquals(OptionalDouble.empty(), ninety.withUp(new UpTime.AfterCycles(50, true)).availability(), "pieces are no time");
        assertEquals(0, ninety.withDown(Lines.time("30 d")).withUp(twice.up()).meanUpSeconds().orElseThrow(), "never less than none");
        assertTrue(twice.up().isPlanned());
        assertFalse(drawn.up().isPlanned());
    }

    @Test
    void aFailureThatTakesNoTimeAndComesAtOnceCantBeSaid() {
        assertThrows(StudyException.class, () -> FailureMode.of("m", after("0 s"), Lines.time("0 s")));
        assertEquals(1, FailureMode.of("m", after("0 s"), Lines.time("1 min")).down().meanSeconds() / 60, 1e-12);
        assertEquals(OptionalDouble.of(1), FailureMode.of("m", after("1 min"), Lines.time("0 s")).availability());
        assertThrows(StudyException.class, () -> FailureMode.of("m", available(90), Lines.time("0 s")));
        for (double wrong : new double[] {0, 100, -5}) {
            assertThrows(StudyException.class, () -> available(wrong));
        }
        assertThrows(StudyException.class, () -> new UpTime.AfterCycles(0, false));
        assertThrows(StudyException.class, () -> new UpTime.Planned(List.of(), LocalTime.NOON));
        assertThrows(StudyException.class, () -> FailureMode.of(" ", after("1 s"), Lines.time("1 s")));
    }

    @Test
    void aFailureKeepsAllElseWhenOnePartIsChanged() {
        FailureMode all = FailureMode.of("m", after("1 h"), Lines.time("5 min")).withFirstFailure(Lines.time("2 h"))
                .withRepairedBy(List.of(Need.of("Fitter"))).withInterruptedPiece(FailureMode.InterruptedPiece.SCRAP)
                .withPassesWhileDown(true).withStopsWith(List.of("B"));
        FailureMode other = all.named("n").withUp(after("3 h")).withDown(Lines.time("6 min"));
        assertEquals(new FailureMode("n", after("3 h"), Lines.time("6 min"), Lines.time("2 h"), List.of(Need.of("Fitter")),
                FailureMode.InterruptedPiece.SCRAP, true, List.of("B")), other);
    }

    @Test
    void peopleStandWithinAHundredMetresAndWorkAtAFactor() {
        assertEquals(-100, new StandPoint(-100, 100).xMetres());
        assertThrows(StudyException.class, () -> new StandPoint(100.1, 0));
        assertThrows(StudyException.class, () -> new StandPoint(0, -100.1));
        assertThrows(StudyException.class, () -> new StandPoint(Double.NaN, 0));
        assertEquals(100, new Person("Ada", 100, List.of()).factor());
        assertThrows(StudyException.class, () -> new Person("Ada", 0, List.of()));
        assertThrows(StudyException.class, () -> new Person("Ada", 100.1, List.of()));
        assertTrue(Need.of("W").isAllTheTime());
        Need half = Need.of("W").withShare(Quantity.percent(50)).withPeople(3).withPriority(7).withPreemptible(true);
        assertFalse(half.isAllTheTime());
        assertEquals(new Need("V", 3, Quantity.percent(50), 7, true), half.withSkill("V"));
        assertThrows(StudyException.class, () -> half.withShare(Quantity.percent(0)));
        assertThrows(StudyException.class, () -> half.withShare(Quantity.percent(101)));
        assertThrows(StudyException.class, () -> half.withShare(Quantity.seconds(5)));
    }

    @Test
    void daysAndTimesAreSaidAsPeopleSayThem() {
        assertEquals("every day", Spell.text(List.of(DayOfWeek.values())));
        assertEquals("Mon\u2013Fri", Spell.text(List.of(DayOfWeek.values()).subList(0, 5)));
        assertEquals("Mon, Tue, Fri\u2013Sun", Spell.text(List.of(DayOfWeek.MONDAY, DayOfWeek.TUESDAY, DayOfWeek.FRIDAY, DayOfWeek.SATURDAY,
                DayOfWeek.SUNDAY)));
        assertEquals("Wed", Spell.text(List.of(DayOfWeek.WEDNESDAY)));
        Spell night = new Spell(List.of(DayOfWeek.TUESDAY, DayOfWeek.MONDAY, DayOfWeek.MONDAY), LocalTime.of(22, 0),
                LocalTime.of(6, 0, 30, 5),
                false);
        assertEquals("Mon, Tue 22:00 to 06:00:30", night.toString());
        assertEquals("Sun 11:30 to 12:00, break",
                new Spell(List.of(DayOfWeek.SUNDAY), LocalTime.of(11, 30), LocalTime.NOON, true).toString());
        assertEquals(8 * 3600 + 30, night.seconds());
        assertTrue(night.passesMidnight());
        Spell evening = new Spell(List.of(DayOfWeek.MONDAY), LocalTime.of(22, 0), LocalTime.MIDNIGHT, false);
        assertEquals(7200, evening.seconds());
        assertFalse(evening.passesMidnight());
        assertFalse(new Spell(List.of(DayOfWeek.MONDAY), LocalTime.of(6, 0), LocalTime.of(14, 0), false).passesMidnight());
        assertEquals(86_400, new Spell(List.of(DayOfWeek.MONDAY), LocalTime.MIDNIGHT, LocalTime.MIDNIGHT, false).seconds());
        assertThrows(StudyException.class, () -> new Spell(List.of(), LocalTime.NOON, LocalTime.MIDNIGHT, false));
    }

    @Test
    void timeIsPlannedWhileAnyCalendarIsOn() {
        assertEquals(1800.5, PlannedTime.seconds(List.of(), at(6, 0), at(6, 30).plusNanos(500_000_000)), 1e-9);
        Calendar early = daily("06:00 14:00", "09:00 09:15 break");
        Calendar late = daily("09:10 22:00");
        assertEquals(8 * 3600 - 900, PlannedTime.seconds(List.of(early), at(0, 0), at(23, 0)), 1e-9);
        assertEquals(16 * 3600 - 600, PlannedTime.seconds(List.of(early, late), at(0, 0), at(23, 0)), 1e-9, "the break but five minutes");
        assertEquals(600, PlannedTime.seconds(List.of(early), at(5, 0), at(6, 10)), 1e-9);
        assertEquals(60, PlannedTime.seconds(List.of(early), at(13, 59), at(15, 0)), 1e-9);
        assertEquals(0, PlannedTime.seconds(List.of(early), at(15, 0), at(16, 0)), 1e-9);
        assertEquals(3600, PlannedTime.seconds(List.of(daily("00:00 00:00")), at(15, 0), at(16, 0)), 1e-9, "on for ever");
    }

    @Test
    void spellsOfOneSortMayMeetButNotOverlap() {
        daily("06:00 14:00", "14:00 22:00", "22:00 06:00");
        daily("06:00 14:00", "06:00 06:30 break");
        assertThrows(StudyException.class, () -> daily("06:00 14:01", "14:00 22:00"));
        assertThrows(StudyException.class, () -> daily("06:00 14:00", "22:00 06:01"));
        assertThrows(StudyException.class, () -> daily("06:00 14:00", "09:00 09:15 break", "09:10 09:20 break"));
        Spell sunday = new Spell(List.of(DayOfWeek.SUNDAY), LocalTime.of(22, 0), LocalTime.of(6, 0), false);
        Spell monday = new Spell(List.of(DayOfWeek.MONDAY), LocalTime.of(5, 0), LocalTime.of(7, 0), false);
        assertThrows(StudyException.class, () -> new Calendar("C", List.of(monday, sunday), List.of()), "from Sunday into Monday");
        Calendar week = Calendar.usual("C");
        assertEquals(5 * (8 * 3600 - 45 * 60), week.weeklySeconds());
        assertEquals(5 * 45 * 60, week.weeklyBreakSeconds());
        assertEquals(7 * 86_400, daily("00:00 00:00").weeklySeconds());
        assertEquals("D", week.named("D").name());
        assertEquals(3600, week.withWeek(List.of(new Spell(List.of(DayOfWeek.MONDAY), LocalTime.of(5, 0), LocalTime.of(6, 0), false)))
                .weeklySeconds());
    }

    /** What is not understood is refused and quoted; no word of it is dropped. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"Mon-Wed-Fri 06:00 to 14:00 | Mon-Wed-Fri", "MonTueWed 06:00 to 14:00 | MonTueWed",
            "Montag 06:00 to 14:00 | Montag", "Mon–Fri at 06:00 to 14:00 | Fri at", "weekdays 06:00 to 14:00 | weekdays",
            "Mon 06:00 to 14:00 and 15:00 to 18:00 | Mon 06:00 to 14:00 and"})
    void whatIsNoDayIsRefusedWithItsPlace(String text, String quoted) {
        String message = assertThrows(StudyException.class, () -> CalendarText.week(text)).getMessage();
        assertTrue(message.contains("\u201c" + quoted + "\u201d"), message);
    }

    @Test
    void wholeNamesOfDaysAreUnderstoodAndWordsAfterTheDateOfAnExceptionAreNot() {
        assertEquals(CalendarText.week("Mon–Fri 06:00 to 14:00"), CalendarText.week("Monday - friday 6:00-14:00"));
        String message = assertThrows(StudyException.class, () -> CalendarText.exceptions("2027-05-01 half day 08:00 to 12:00"))
                .getMessage();
        assertTrue(message.contains("\u201chalf day\u201d"), message);
    }
}
