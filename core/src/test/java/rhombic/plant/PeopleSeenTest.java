package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.calendar;
import static rhombic.plant.Peopled.fails;
import static rhombic.plant.Peopled.mode;
import static rhombic.plant.Peopled.needs;
import static rhombic.plant.Peopled.onDuty;
import static rhombic.plant.Peopled.person;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import rhombic.measure.ModeFigures;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.SkillFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.BreakArea;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.trace.MoverMoment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** What people are seen to do from moment to moment, and who comes, by hand. They walk at 1 m/s; runs begin on a Monday at 6:00. */
class PeopleSeenTest {
    private static final double NEAR = 1e-9;

    private static Crew crew(String name, int people, double y) {
        return Crew.usual(Basics.of(name, Placement.at(0, y))).withPeople(people)
                .withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)));
    }

    private static Crew atOnce(String name, int people) {
        return crew(name, people, 0).withSpeed(Optional.empty());
    }

    private static long nanos(double seconds) {
        return Math.round(seconds * 1e9);
    }

    /** As in {@code 18.8 WORKING}. */
    private static List<String> story(Trace trace, int person) {
        List<String> all = new ArrayList<>();
        Consumer<Trace.PersonUpdate> tell = change -> {
            if (change.person() == person) {
                String when = Math.round(change.timeNanos() / 1e8) / 10.0 + " ";
                all.removeIf(before -> before.startsWith(when)); // nothing that lasts no time
                all.add(when + change.state());
            }
        };
        trace.forEachPersonUpdate(0, tell);
        trace.forEachRecentPersonUpdate(tell);
        return all;
    }

    // ---- where they are

    @Test
    void whoWalksIsSeenOnTheWayAndFacesWhereHeGoes() {
        Study study = new Lines().chain(stock("In", "Piece", 1), needs(station("S", 1, 0, "60 s"), Need.of("W")), goodsOut("Out"))
                .chain(crew("W", 1, -20)).study(200 / 3600.0, 0, 1);
        Trace trace = Runs.traceOf(study);
        // home is at y = -20, the working side at -1.2
        assertEquals(List.of("0.0 WALKING", "18.8 WORKING", "78.8 WALKING", "97.6 WAITING"),
                story(trace, 0));
        MoverMoment half = trace.at(nanos(9.4)).movers();
        double homeX = trace.at(nanos(150)).movers().pose(0, nanos(150)).x();
        assertEquals(1, half.count());
        assertTrue(half.isMoving(0, nanos(9.4)));
        assertEquals(-10.6, half.pose(0, nanos(9.4)).y(), 1e-6);
        assertEquals(90, half.pose(0, nanos(9.4)).heading(), 1e-6);
        assertEquals(9.4, half.metresGone(0, nanos(9.4)), 1e-6);
        MoverMoment works = trace.at(nanos(50)).movers();
        assertFalse(works.isMoving(0, nanos(50)));
        assertEquals(-1.2, works.pose(0, nanos(50)).y(), 1e-6);
        assertEquals(31.2 / 50, works.share(0, PersonState.WORKING, nanos(50)), NEAR);
        assertEquals(nanos(18.8), works.sinceNanos(0));
        MoverMoment back = trace.at(nanos(88.8)).movers();
        assertEquals(-11.2, back.pose(0, nanos(88.8)).y(), 1e-6);
        assertEquals(-90, back.pose(0, nanos(88.8)).heading(), 1e-6);
        assertEquals(0, homeX, 1e-6);
    }

    @Test
    void atABreakTheyGoToTheBreakAreaAndAtTheEndOfTheShiftHome() {
        PlantElement area = new BreakArea(Basics.of("Area", Placement.at(40, 0)));
        Crew crew = onDuty(crew("W", 1, 0).withBreakArea("Area"), "C", AtShiftEnd.FINISH);
        Study study = new Lines().chain(stock("In", "Piece", 1), goodsOut("Out")).chain(crew).chain(area).study(2, 0, 1)
                .withCalendars(List.of(calendar("06:00 07:00", "06:10 06:20 break", "06:50 07:00 break")));
        Trace trace = Runs.traceOf(study);
        assertEquals(List.of("0.0 WAITING", "600.0 ON_BREAK", "1200.0 WALKING", "1240.0 WAITING", "3000.0 ON_BREAK", "3600.0 OFF_SHIFT"),
                story(trace, 0), "a break at the end of a shift goes over into the time off");
        for (double[] secondAndX : new double[][] {{100, 0}, {620, 20}, {700, 40}, {1210, 30}, {1300, 0}, {3100, 40}, {3610, 30}, {4000,
                0}}) {
            long when = nanos(secondAndX[0]);
            assertEquals(secondAndX[1], trace.at(when).movers().pose(0, when).x(), 1e-6, "after " + secondAndX[0] + " s");
        }
        PersonFigures worker = person(Runs.of(study), "W");
        assertEquals(160, worker.metres(), 1e-6);
        assertEquals(20.0 / 120, worker.share(PersonState.ON_BREAK), NEAR);
        assertEquals(60.0 / 120, worker.share(PersonState.OFF_SHIFT), NEAR);
        assertEquals(40.0 / 2400, worker.utilisation(), NEAR, "only the walk back is on duty");
    }

    // ---- who comes, and how often they were asked for

    @Test
    void whatWasAskedOfASkillIsCountedWithItsWait() {
        // One person, two pieces at once at two stations: 60 s of work each, the second waits for the first.
        Study study = new Lines()
                .chain(timetable("In", "0 s 2 Piece"), needs(station("S", 2, 0, "60 s"), Need.of("Skilled")), goodsOut("Out"))
                .chain(atOnce("Any", 1).withPersons(List.of(new Person("Ada", 1, List.of("Skilled"))))).chain(atOnce("None", 2))
                .study(240 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        SkillFigures skilled = run.skills().stream().filter(s -> s.name().equals("Skilled")).findFirst().orElseThrow();
        assertEquals(2, skilled.jobs());
        assertEquals(30, skilled.waitMean(), NEAR);
        assertEquals(0.5, skilled.neededByHour()[6], NEAR, "120 s of 240 s, between six and seven");
        assertEquals(2 / (240 / 3600.0), skilled.jobsByHour()[6], NEAR, "two begun in 4 min");
        assertTrue(Double.isNaN(skilled.neededByHour()[7]) && Double.isNaN(skilled.jobsByHour()[7]));
        assertEquals(List.of("Any", "Skilled", "None"), run.skills().stream().map(SkillFigures::name).toList());
        assertEquals(0, run.crews().get(1).jobs());
        assertEquals(2, run.crews().get(1).people().size());
        // a warm-up of 90 s: half of the second job, and none asked for since
        Study cut = study.withPlan(study.plan().withWarmUp(Quantity.seconds(90)));
        SkillFigures after = Runs.of(cut).skills().get(1);
        assertEquals(0, after.jobs());
        assertEquals(30.0 / 150, after.neededByHour()[6], 1e-8);
        assertEquals(30.0 / 150, person(Runs.of(cut), "Ada").share(PersonState.WORKING), 1e-8);
    }

    @Test
    void aJobThatIsUnderWayAtTheEndIsCountedUpToThen() {
        Study study = new Lines().chain(timetable("In", "0 s Piece"), needs(station("S", 1, 0, "600 s"), Need.of("W")), goodsOut("Out"))
                .chain(atOnce("W", 1)).study(120 / 3600.0, 0, 1);
        assertEquals(1, Runs.of(study).skills().getFirst().neededByHour()[6], NEAR);
    }

    @Test
    void aCrewMayGoByWhoDidItLast() {
        for (ResourceChoice who : List.of(ResourceChoice.SAME, ResourceChoice.IN_ORDER)) {
            Crew pair = atOnce("W", 2).withRules(rules -> rules.withResourceRule(who))
                    .withPersons(List.of(new Person("Ada", 1, List.of()), new Person("Ben", 1, List.of())));
            Study study = new Lines()
                    .chain(timetable("In 1", "0 s Piece"), needs(station("A", 1, 0, "10 s"), Need.of("W")), goodsOut("Out"))
                    .chain(timetable("In 2", "5 s Piece", "20 s Piece", "40 s Piece"),
                            needs(station("B", 1, 0, "10 s"), Need.of("W")))
                    .link("B", "Out").chain(pair).study(100 / 3600.0, 0, 1);
            assertEquals(who == ResourceChoice.SAME ? 3 : 1, person(Runs.of(study), "Ben").jobs(), who.word());
        }
    }

    // ---- machines that stand still

    @Test
    void aBrokenMachineFreesItsPeopleAndAsksForThemAgain() {
        // Long is down from 30 s to 70 s; meanwhile its person does the short job, which takes till 55 s or till 85 s.
        for (int seconds : new int[] {20, 50}) {
            Study study = new Lines()
                    .chain(timetable("In 1", "0 s Piece"), fails(needs(station("Long", 1, 0, "100 s"), Need.of("W")),
                            mode("m", "1000 s", UpTime.Clock.CALENDAR, "40 s").withFirstFailure(time("30 s"))), goodsOut("Out"))
                    .chain(timetable("In 2", "35 s Piece"), needs(station("Short", 1, 0, seconds + " s"), Need.of("W")))
                    .link("Short", "Out").chain(atOnce("W", 1)).study(300 / 3600.0, 0, 1);
            RunFigures run = Runs.of(study);
            assertEquals(seconds, at(run, "Short").stay().max(), NEAR);
            assertEquals(seconds == 20 ? 140 : 155, at(run, "Long").stay().max(), NEAR);
            assertEquals(seconds == 20 ? 0 : 15.0 / 300, at(run, "Long").share(EquipmentState.WAITING_FOR_CREW), NEAR);
            assertEquals(40.0 / 300, at(run, "Long").share(EquipmentState.DOWN), NEAR);
            assertEquals((100.0 + seconds) / 300, person(run, "W").share(PersonState.WORKING), NEAR);
            assertEquals(2, person(run, "W").jobs(), "begun again is not done twice");
        }
    }

    @Test
    void whoIsOnTheWayToAMachineThatBreaksTurnsRound() {
        Study study = new Lines().chain(timetable("In", "0 s Piece"),
                fails(needs(station("S", 1, 0, "60 s"), Need.of("W")),
                        mode("m", "1000 s", UpTime.Clock.CALENDAR, "40 s").withFirstFailure(time("10 s"))),
                goodsOut("Out"))
                .chain(crew("W", 1, -20)).study(300 / 3600.0, 0, 1);
        // 10 m there, 10 m back, at 50 s again: 18.8 m, 60 s of work, and home.
        assertEquals(
                List.of("0.0 WALKING", "10.0 WALKING", "20.0 WAITING", "50.0 WALKING", "68.8 WORKING", "128.8 WALKING", "147.6 WAITING"),
                story(Runs.traceOf(study), 0));
        RunFigures run = Runs.of(study);
        assertEquals(20 + 37.6, person(run, "W").metres(), 1e-6);
        assertEquals(128.8, at(run, "S").stay().max(), 1e-6);
        assertEquals(28.8 / 300, at(run, "S").share(EquipmentState.WAITING_FOR_CREW), NEAR);
    }

    @Test
    void aRepairThatYieldsIsInterruptedAndGoesOn() {
        // Down at 10 s, repaired for 40 s, called away at 50 s for 30 s, repaired from 80 s for 60 s more.
        FailureMode stop = mode("m", "1000 s", UpTime.Clock.CALENDAR, "100 s").withFirstFailure(time("10 s"))
                .withRepairedBy(List.of(Need.of("W").withPreemptible(true)));
        Study study = new Lines().chain(timetable("In 1", "0 s Piece"), fails(station("A", 1, 0, "200 s"), stop), goodsOut("Out"))
                .chain(timetable("In 2", "50 s Piece"), needs(station("Urgent", 1, 0, "30 s"), Need.of("W").withPriority(9)))
                .link("Urgent", "Out").chain(atOnce("W", 1)).study(400 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(330, at(run, "A").stay().max(), NEAR);
        assertEquals(100.0 / 400, at(run, "A").share(EquipmentState.DOWN), NEAR);
        assertEquals(30.0 / 400, at(run, "A").share(EquipmentState.WAITING_FOR_REPAIR), NEAR);
        ModeFigures figures = at(run, "A").modes().getFirst();
        assertEquals(100.0 / 400, figures.repairShare(), NEAR);
        assertEquals(30.0 / 400, figures.waitingShare(), NEAR);
        assertEquals(1, figures.failures());
        assertEquals(100.0 / 400, person(run, "W").share(PersonState.REPAIR), NEAR);
    }

    @Test
    void aRepairerWithAFactorTakesLonger() {
        FailureMode stop = mode("m", "1000 s", UpTime.Clock.CALENDAR, "100 s").withFirstFailure(time("10 s"))
                .withRepairedBy(List.of(Need.of("W")));
        Study study = new Lines().chain(timetable("In", "0 s Piece"), fails(station("A", 1, 0, "50 s"), stop), goodsOut("Out"))
                .chain(atOnce("W", 1).withPersons(List.of(new Person("Ada", 1.5, List.of())))).study(400 / 3600.0, 0, 1);
        assertEquals(200, at(Runs.of(study), "A").stay().max(), NEAR);
    }

    @Test
    void byChanceSoManyPiecesPassBetweenFailuresOnAverage() {
        // Number of pieces to a failure: geometric with mean 5; of 20,000 pieces about 4,000 fail, standard deviation 57.
        Study study = new Lines().chain(onDemand("In"), fails(station("S", 1, 0, "1 s"),
                FailureMode.of("m", new UpTime.AfterCycles(5, true), time("0 s"))), goodsOut("Out")).study(20_000 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(4000, at(run, "S").modes().getFirst().failures(), 3 * 57);
        assertEquals(20_000, at(run, "S").out(), 1);
        Study always = study.changed("S", e -> fails((Station) e, FailureMode.of("m", new UpTime.AfterCycles(1, true), time("1 s"))));
        assertEquals(10_000, Runs.of(always).out(), 1, "with a mean of one each piece fails");
    }

    @Test
    void ofPlannedDaysTheNextOneComesEvenIfItIsToday() {
        // Monday 6:00 itself, Monday 7:00, and Sunday only
        for (int[] hourAndMinutes : new int[][] {{6, 30}, {7, 30}, {5, 0}}) {
            FailureMode plan = FailureMode.of("m", new UpTime.Planned(List.of(DayOfWeek.MONDAY), LocalTime.of(hourAndMinutes[0], 0)),
                    time("30 min"));
            Study study = new Lines().chain(onDemand("In"), fails(station("S", 1, 0, "60 s"), plan), goodsOut("Out")).study(2, 0, 1);
            assertEquals(hourAndMinutes[1] / 120.0, at(Runs.of(study), "S").share(EquipmentState.DOWN), NEAR);
        }
        FailureMode daily = FailureMode.of("m", new UpTime.Planned(List.of(DayOfWeek.values()), LocalTime.of(5, 0)), time("60 min"));
        Study week = new Lines().chain(onDemand("In"), fails(station("S", 1, 0, "60 s"), daily), goodsOut("Out")).study(7 * 24, 0, 1);
        assertEquals(7, at(Runs.of(week), "S").modes().getFirst().failures());
        assertEquals(7.0 / 168, at(Runs.of(week), "S").share(EquipmentState.DOWN), NEAR);
    }

    @Test
    void oneWhoMendsAndAnotherWhoIsAwaitedShowsAsDown() {
        // B stands with A. A's fitter comes at once: both are down; without a fitter both would wait for one.
        FailureMode stop = mode("m", "1000 s", UpTime.Clock.CALENDAR, "50 s").withFirstFailure(time("10 s"))
                .withRepairedBy(List.of(Need.of("W")))
                .withStopsWith(List.of("B"));
        Study study = new Lines()
                .chain(onDemand("In"), fails(station("A", 1, 0, "30 s"), stop), station("B", 1, 0, "30 s"), goodsOut("Out"))
                .chain(atOnce("W", 1)).study(100 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(0.5, at(run, "A").share(EquipmentState.DOWN), NEAR);
        assertEquals(0.5, at(run, "B").share(EquipmentState.DOWN), NEAR);
        assertEquals(0, at(run, "A").share(EquipmentState.WAITING_FOR_REPAIR), NEAR);
    }

    // ---- carrying

    @Test
    void whoeverCarriesWalksEachMetreAtHisSpeedAndBringsWhatHeHasBeforeABreak() {
        Crew crew = crew("W", 1, 0).withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
        Study study = new Lines().chain(stock("In", "Piece", 30), buffer("Store", -1).placed(Placement.at(10, 0)))
                .chain(goodsOut("Out").placed(Placement.at(60, 0)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(crew).study(1000 / 3600.0, 0, 1);
        PersonFigures always = person(Runs.of(study), "W");
        assertEquals(always.metres(), 1000 * (always.share(PersonState.WALKING) + always.share(PersonState.CARRYING)), 60,
                "but for the way he is on at the end");
        assertTrue(always.share(PersonState.CARRYING) > 0.45 && always.share(PersonState.WALKING) > 0.45);
        // a break that begins five seconds before the end of the first way with a piece
        List<String> story = story(Runs.traceOf(study), 0);
        int carries = story.indexOf(story.stream().filter(at -> at.endsWith(" CARRYING")).findFirst().orElseThrow());
        double brought = second(story.get(carries + 1));
        assertEquals(44.1, brought - second(story.get(carries)), 0.11, "50 m less 4 m and 1 m that they are deep and twice 0.45 m");
        LocalTime begins = LocalTime.of(6, 0).plusSeconds((long) (brought - 5));
        Study paused = study.changed("W", e -> onDuty((Crew) e, "C", AtShiftEnd.STOP))
                .withCalendars(List.of(calendar("06:00 14:00", begins + " 06:10 break")));
        List<String> then = story(Runs.traceOf(paused), 0);
        assertEquals(story.subList(0, carries + 1), then.subList(0, carries + 1));
        assertEquals(brought + " ON_BREAK", then.get(carries + 1), "he brings it there first");
        assertEquals("600.0 WALKING", then.get(carries + 2), then.toString());
    }

    @Test
    void whatWaitsForNothingButSomebodyToCarryItWaitsForTheCrewAndIsBlockedByRoomOnly() {
        // One piece of 10 s; the carrier sets out from 20 m away when it is done, room there is at any time.
        Station station = station("S", 1, 0, "10 s").with(Basics.of("S", Placement.at(0, 0)));
        Study far = new Lines().chain(stock("In", "Piece", 1), station).chain(goodsOut("Out").placed(Placement.at(30, 0)))
                .link(new Link("S", "Out").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(crew("W", 1, -20))
                .study(200 / 3600.0, 0, 1);
        RunFigures run = Runs.of(far);
        double waits = at(run, "S").share(EquipmentState.WAITING_FOR_CREW) * 200;
        assertEquals(20, waits, 0.5, "the way of the carrier");
        assertEquals(0, at(run, "S").share(EquipmentState.BLOCKED), NEAR);
        assertEquals(waits, run.types().getFirst().crewMean(), 1e-6);
        assertEquals(0, run.types().getFirst().blockedMean(), 1e-6);
        // With the buffer behind full till 100 s, it is blocked until then, and after that waits for the carrier.
        Study full = new Lines().chain(stock("In", "Piece", 1), station)
                .chain(timetable("Other", "0 s Piece"), station("Next", 1, 0, "100 s"), goodsOut("Out"))
                .link(new Link("S", "Next").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(crew("W", 1, -20))
                .study(200 / 3600.0, 0, 1);
        RunFigures held = Runs.of(full);
        assertEquals(90.0 / 200, at(held, "S").share(EquipmentState.BLOCKED), NEAR);
        assertEquals(20.0 / 200, at(held, "S").share(EquipmentState.WAITING_FOR_CREW), 0.5 / 200);
    }

    @Test
    void asManyComeAsAreNeededForWhatWaitsAndHasRoom() {
        // Thirty pieces in store, five people who carry one or three each 44.1 m: all five at once, unless two places are all the room.
        for (int[] maxRoomAndWalkers : new int[][] {{1, 0, 5}, {3, 0, 5}, {10, 0, 3}, {1, 2, 2}, {2, 2, 1}}) {
            PlantElement end = maxRoomAndWalkers[1] == 0 ? goodsOut("Out") : buffer("Out", maxRoomAndWalkers[1]);
            Lines lines = new Lines().chain(stock("In", "Piece", 30), buffer("Store", -1).placed(Placement.at(10, 0)))
                    .chain(end.placed(Placement.at(60, 0)));
            Study study = lines.link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("W"), maxRoomAndWalkers[0])))
                    .chain(crew("W", 5, 0)).study(40 / 3600.0, 0, 1);
            Trace trace = Runs.traceOf(study);
            MoverMoment soon = trace.at(nanos(5)).movers();
            long walkers = IntStream.range(0, 5).filter(i -> soon.state(i) == PersonState.WALKING).count();
            assertEquals(maxRoomAndWalkers[2], walkers, Arrays.toString(maxRoomAndWalkers));
        }
    }

    private static double second(String story) {
        return Double.parseDouble(story.split(" ")[0]);
    }
}
