package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.table;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.CalendarText;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/** What is pointed out of people, failures and calendars. The run is the Monday morning from 6:00 to 14:00. */
class DutyCheckTest {
    private static Crew crew(String name) {
        return Crew.usual(Basics.of(name, Placement.at(0, 0)));
    }

    private static Study line(Station station, Crew... crews) {
        return new Lines().chain(arrivals("In", "10 min", 1), station, goodsOut("Out")).chain().chain(crews)
                .study(8, 0, 1);
    }

    private static Study withTimes(Study study) {
        return study.withTables(List.of(table("Times", "Ada:30 s")));
    }

    private static Station needing(Need need) {
        Station s = station("S", 1, 0, "60 s");
        return s.with(s.work().withOperations(List.of(s.work().operations().getFirst().withNeeds(List.of(need)))));
    }

    private static <E extends PlantElement> E on(E element, UnaryOperator<Duty> change) {
        @SuppressWarnings("unchecked") // of the same kind
        E changed = (E) element.with(element.basics().withDuty(change.apply(element.basics().duty())));
        return changed;
    }

    private static Problem only(Study study, String place, String contains) {
        List<Problem> found = StudyCheck.of(study).stream().filter(p -> p.subject().equals(place) && p.message().contains(contains))
                .toList();
        assertEquals(1, found.size(), () -> StudyCheck.of(study).toString());
        return found.getFirst();
    }

    private static void none(Study study) {
        assertEquals(List.of(), StudyCheck.of(study).stream().map(Problem::toString).toList());
    }

    private static Calendar calendar(String name, String week) {
        return new Calendar(name, CalendarText.week(week), List.of());
    }

    @Test
    void aSkillNobodyHasAndTooFewPeopleAreErrors() {
        none(line(needing(Need.of("Welder")), crew("Welder")));
        assertTrue(only(line(needing(Need.of("Weldor")), crew("Welder")), "S", "Weldor").isError());
        assertTrue(only(line(needing(Need.of("Welder").withPeople(2)), crew("Welder")), "S", "only 1").isError());
        none(line(needing(Need.of("weld").withPeople(2)), crew("A").withSkills(List.of("weld")),
                crew("B").withPersons(List.of(new Person("Bea", 1, List.of("weld"))))));
    }

    @Test
    void aLinkThatTakesNoTimeCanNotFailAndSaysSoWithARemedy() {
        FailureMode jam = FailureMode.of("jam", new UpTime.After(time("2 h"), UpTime.Clock.CALENDAR), time("5 min"));
        Study line = line(station("S", 1, 0, "60 s"));
        Study failing = line.withLinks(
                line.links().stream().map(l -> l.from().equals("S") ? l.withFailures(List.of(jam)) : l).toList());
        Problem problem = only(failing, "S", "takes no time");
        assertTrue(problem.isError());
        none(problem.fixes().getFirst().changes().applyTo(failing));
        none(failing.withLinks(failing.links().stream().map(l -> l.withTravel(new Travel.InTime(time("30 s"), 0))).toList()));
        Study working = failing.withLinks(failing.links().stream().map(l -> l.withTravel(new Travel.InTime(time("30 s"), 0)))
                .map(l -> l.withFailures(l.failures().stream()
                        .map(m -> m.withUp(new UpTime.After(time("2 h"), UpTime.Clock.WORKING)).withPassesWhileDown(true)).toList()))
                .toList());
        assertTrue(only(working, "S", "a link does no work").isError());
        assertEquals(Problem.Grade.WARNING, only(working, "S", "has no effect there").grade());
    }

    @Test
    void whoWouldHaveToRepairWhatHeCanNotWorkWithoutIsAnError() {
        FailureMode drill = FailureMode.of("drill", new UpTime.After(time("2 h"), UpTime.Clock.WORKING), time("5 min"))
                .withRepairedBy(List.of(Need.of("W")));
        Crew alone = on(crew("W"), d -> d.withFailures(List.of(drill)));
        assertTrue(only(line(needing(Need.of("W")), alone), "W", "there is nobody else").isError());
        none(line(needing(Need.of("W")), alone.withPeople(2)));
    }

    @Test
    void aCrewNobodyNeedsIsPointedOut() {
        assertEquals(Problem.Grade.HINT, only(line(station("S", 1, 0, "60 s"), crew("Idle")), "Idle", "Nobody needs it").grade());
    }

    @Test
    void aServiceWithoutAnybodyToDoItIsAnError() {
        Station station = station("S", 1, 0, "60 s");
        station = station.with(station.work().withService(new Work.Service(10, time("5 min"), List.of(Need.of("Nobody")))));
        assertTrue(only(line(station), "S", "Its service needs \u201cNobody\u201d").isError());
    }

    @Test
    void aCalendarThatIsNotThereThatNeverOpensOrIsAllBreaks() {
        Station station = on(needing(Need.of("W")), d -> d.withCalendar("Lost"));
        Problem lost = only(line(station, crew("W")), "S", "Lost");
        assertTrue(lost.isError());
        none(lost.fixes().getFirst().changes().applyTo(line(station, crew("W"))));
        Crew night = on(crew("W"), d -> d.withCalendar("Night"));
        Study atNight = line(needing(Need.of("W")), night).withCalendars(List.of(calendar("Night", "every day 22:00 to 05:00")));
        only(atNight, "W", "never opens during the run");
        Crew pause = on(crew("W"), d -> d.withCalendar("Pause"));
        Study allBreaks = line(needing(Need.of("W")), pause)
                .withCalendars(List.of(calendar("Pause", "every day 06:00 to 08:00; break every day 06:00 to 08:00")));
        only(allBreaks, "", "as long as its shifts");
        Study outside = line(needing(Need.of("W")), on(crew("W"), d -> d.withCalendar("Late")))
                .withCalendars(List.of(calendar("Late", "every day 06:00 to 14:00; break every day 15:00 to 15:30")));
        only(outside, "", "outside of its shifts");
    }

    @Test
    void aRepairerWhoOnlyWorksNightsIsPointedOut() {
        FailureMode stop = FailureMode.of("stop", new UpTime.After(time("2 h"), UpTime.Clock.CALENDAR), time("10 min"))
                .withRepairedBy(List.of(Need.of("Fitter")));
        Station station = on(station("S", 1, 0, "60 s"), d -> d.withFailures(List.of(stop)));
        Crew fitter = on(crew("Fitter"), d -> d.withCalendar("Night"));
        only(line(station, fitter).withCalendars(List.of(calendar("Night", "every day 22:00 to 06:00"))), "S",
                "never on shift while it works");
        only(line(station, fitter).withCalendars(List.of(calendar("Night", "every day 22:00 to 08:00"))), "S", "only 25 % of the time");
    }

    @Test
    void aFailureLongerThanItsUpTimeAndWorkingTimeOfWhatDoesNoWork() {
        FailureMode swapped = FailureMode.of("stop", new UpTime.After(time("10 min"), UpTime.Clock.CALENDAR), time("4 h"));
        only(line(on(station("S", 1, 0, "60 s"), d -> d.withFailures(List.of(swapped)))), "S", "longer than the");
        FailureMode never = FailureMode.of("stop", new UpTime.Available(Quantity.percent(97), UpTime.Clock.CALENDAR), time("5000 d"));
        only(line(on(station("S", 1, 0, "60 s"), d -> d.withFailures(List.of(never)))), "S", "less than once in 31 years");
        FailureMode works = FailureMode.of("jam", new UpTime.After(time("4 h"), UpTime.Clock.WORKING), time("10 min"));
        Study store = new Lines()
                .chain(arrivals("In", "10 min", 1), on(buffer("B", 5), d -> d.withFailures(List.of(works))), goodsOut("Out"))
                .study(8, 0, 1);
        assertTrue(only(store, "B", "a buffer does no work").isError());
    }

    @Test
    void aTableOfTimesWithoutOneOfThePersonsIsAnError() {
        Station station = station("S", 1, 0, "1 s");
        station = station.with(station.work().withOperations(
                List.of(new Operation("weld", new TimeSource.FromTable("Times", List.of("person.name")), true, List.of(Need.of("Pair"))))));
        Crew pair = crew("Pair").withPeople(2).withPersons(List.of(new Person("Ada", 1, List.of()), new Person("Ben", 1, List.of())));
        assertTrue(only(withTimes(line(station, pair)), "S", "no time for Ben").isError());
        none(withTimes(line(station, crew("Pair").withPersons(List.of(new Person("Ada", 1, List.of()))))));
        Station alone = station("S", 1, 0, "1 s")
                .with(Work.of(1, 0, new TimeSource.ByFormula("10 * person.factor", Unit.SECOND)));
        assertTrue(only(line(alone), "S", "nobody is needed for it").isError());
    }

    @Test
    void rangesAreKeptAndTheMessageNamesThem() {
        assertTrue(message(() -> crew("W").withPeople(0)).contains("1 to 1000"));
        assertTrue(message(() -> new UpTime.Available(Quantity.percent(0), UpTime.Clock.CALENDAR)).contains("above 0 %"));
        assertTrue(message(() -> new UpTime.Available(Quantity.percent(100), UpTime.Clock.CALENDAR)).contains("take the failure out"));
        assertTrue(message(() -> new Need("W", 1, Quantity.percent(0), 0, false)).contains("above 0 %"));
        assertTrue(message(() -> FailureMode.of("f", new UpTime.Available(Quantity.percent(90), UpTime.Clock.CALENDAR), time("0 s")))
                .contains("mean repair time"));
    }

    private static String message(Runnable refused) {
        return String.valueOf(
                org.junit.jupiter.api.Assertions.assertThrows(StudyException.class, refused::run).getMessage());
    }
}
