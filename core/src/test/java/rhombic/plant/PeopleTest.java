package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.calendar;
import static rhombic.plant.Peopled.fails;
import static rhombic.plant.Peopled.mode;
import static rhombic.plant.Peopled.needs;
import static rhombic.plant.Peopled.onDuty;
import static rhombic.plant.Peopled.person;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.Spell;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Placement;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Inspection;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/** Failures, crews, shifts and breaks, worked out by hand. Runs begin on a Monday at 6:00. */
class PeopleTest {
    private static final double NEAR = 1e-9;

    // ---- saying it

    private static Crew crew(String name, int people) {
        return Crew.usual(Basics.of(name, Placement.at(0, 0))).withPeople(people).withSpeed(Optional.empty());
    }

    // ---- failures

    @Test
    void aClockOfWorkingTimeStandsWhileItIsStarvedAndTheWorkGoesOnWhereItStopped() {
        // Works 60 s of each 100 s; the third minute of work ends 260 s after the start, then 30 s down.
        Study study = new Lines().chain(arrivals("In", "100 s", 1),
                fails(station("S", 1, 0, "60 s"), mode("stop", "150 s", UpTime.Clock.WORKING, "30 s")), goodsOut("Out"))
                .study(1000 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        // Pieces at 100, 200, …: 150 s of work are over at 330 s, in the middle of the third; down to 360 s, done at 390 s.
        assertEquals(30, at(run, "S").stay().max() - 60, NEAR);
        assertEquals(at(run, "S").modes().getFirst().failures() * 0.03, at(run, "S").share(EquipmentState.DOWN), NEAR);
        assertEquals(3, at(run, "S").modes().getFirst().failures());
    }

    @Test
    void modesOverlapAndItWorksOnlyWhileNoneIsActive() {
        // A is down from 100 to 160 s, B from 130 to 200 s: down 100 s in all, of which 30 s are both.
        Study study = new Lines().chain(onDemand("In"), fails(station("S", 1, 0, "50 s"),
                mode("A", "100 s", UpTime.Clock.CALENDAR, "60 s"), mode("B", "130 s", UpTime.Clock.CALENDAR, "70 s")), goodsOut("Out"))
                .study(230 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(100.0 / 230, at(run, "S").share(EquipmentState.DOWN), NEAR);
        assertEquals(130.0 / 230, at(run, "S").share(EquipmentState.WORKING), NEAR);
        assertEquals(60.0 / 230, at(run, "S").modes().getFirst().downShare(), NEAR);
        assertEquals(70.0 / 230, at(run, "S").modes().get(1).downShare(), NEAR);
        assertEquals(2, at(run, "S").out(), "100 s of work before, 30 s after it");
    }

    @Test
    void cyclesAreCountedAtTheEndOfTheWorkAndThePieceIsHandedOnAfterwards() {
        // Three pieces of 20 s, then 40 s down, again and again; the third piece leaves only when it is repaired.
        Study study = new Lines().chain(onDemand("In"), fails(station("S", 1, 0, "20 s"),
                FailureMode.of("tool", new UpTime.AfterCycles(3, false), time("40 s"))), goodsOut("Out")).study(500 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(15, at(run, "S").out());
        assertEquals(0.4, at(run, "S").share(EquipmentState.DOWN), NEAR);
        assertEquals(5, at(run, "S").modes().getFirst().failures());
    }

    @Test
    void whatIsWorkedOnGoesOnIsBegunAgainOrIsScrapped() {
        int[] out = new int[3];
        int[] scrapped = new int[3];
        for (FailureMode.InterruptedPiece piece : FailureMode.InterruptedPiece.values()) {
            Study study = new Lines().chain(onDemand("In"), fails(station("S", 1, 0, "40 s"),
                    mode("stop", "100 s", UpTime.Clock.CALENDAR, "20 s").withInterruptedPiece(piece)), goodsOut("Out"))
                    .study(240 / 3600.0, 0, 1);
            RunFigures run = Runs.of(study);
            out[piece.ordinal()] = (int) at(run, "S").out();
            scrapped[piece.ordinal()] = (int) at(run, "S").scrapped();
        }
        // Resume: 0-40, 40-80, 80-100 and 120-140, 140-180, 180-220, 220- (down at 220): 5 out.
        // Again: 0-40, 40-80, 80-100 lost, 120-160, 160-200, 200-220 lost: 4 out. Scrap: the third and the sixth are lost.
        assertEquals(List.of(5, 4, 4), Arrays.stream(out).boxed().toList());
        assertEquals(List.of(0, 0, 2), Arrays.stream(scrapped).boxed().toList());
    }

    @Test
    void theWaitForTheRepairerCountsApartAndAWarmUpCutsBoth() {
        // Two machines fail at 100 s; one fitter repairs 60 s each: the second waits from 100 to 160 s, is repaired to 220 s.
        FailureMode stop = mode("stop", "100 s", UpTime.Clock.CALENDAR, "60 s").withRepairedBy(List.of(Need.of("Fitter")));
        Lines lines = new Lines().chain(onDemand("In"), fails(station("A", 1, 0, "1000 s"), stop), goodsOut("Out"))
                .chain(fails(station("B", 1, 0, "1000 s"), stop)).link("In", "B").link("B", "Out").chain(crew("Fitter", 1));
        RunFigures whole = Runs.of(lines.study(250 / 3600.0, 0, 1));
        assertEquals(60.0 / 250, at(whole, "A").share(EquipmentState.DOWN), NEAR);
        assertEquals(60.0 / 250, at(whole, "B").share(EquipmentState.WAITING_FOR_REPAIR), NEAR);
        assertEquals(60.0 / 250, at(whole, "B").share(EquipmentState.DOWN), NEAR);
        assertEquals(120.0 / 250, person(whole, "Fitter").share(PersonState.REPAIR), NEAR);
        assertEquals(2, person(whole, "Fitter").jobs());
        RunFigures cut = Runs.of(lines.study(250 / 3600.0, 130 / 3600.0, 1));
        assertEquals(30.0 / 120, at(cut, "A").share(EquipmentState.DOWN), 1e-8);
        assertEquals(30.0 / 120, at(cut, "B").modes().getFirst().waitingShare(), 1e-8);
        assertEquals(60.0 / 120, at(cut, "B").modes().getFirst().repairShare(), 1e-8);
        assertEquals(90.0 / 120, person(cut, "Fitter").share(PersonState.REPAIR), 1e-8);
    }

    @Test
    void aFailureStopsItsGroupAndPlannedMaintenanceFollowsTheClock() {
        FailureMode plan = FailureMode.of("maintenance", new UpTime.Planned(List.of(DayOfWeek.MONDAY), LocalTime.of(7, 0)), time("30 min"))
                .withStopsWith(List.of("B"));
        Study study = new Lines()
                .chain(onDemand("In"), fails(station("A", 1, 0, "60 s"), plan), station("B", 1, 0, "60 s"), goodsOut("Out"))
                .study(2, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(0.25, at(run, "A").share(EquipmentState.DOWN), NEAR);
        assertEquals(0.25, at(run, "B").share(EquipmentState.DOWN), NEAR);
        assertEquals(89, run.out(), "90 minutes of work at each, one piece still in B");
    }

    @Test
    void aBrokenConveyorStandsAndABrokenBufferHandsNothingOn() {
        Study belt = new Lines().chain(stock("In", "Piece", 1),
                fails(Conveyor.usual(Basics.of("Belt", Placement.at(0, 0)),
                        ConveyorPath.straight(10)),
                        mode("chain", "1000 s", UpTime.Clock.CALENDAR, "100 s").withFirstFailure(time("8 s"))),
                goodsOut("Out")).study(200 / 3600.0, 0, 1);
        RunFigures run = Runs.of(belt);
        assertEquals(100 + 10 / belt.find("Belt").map(e -> ((Conveyor) e).speed().inBaseUnit()).orElseThrow(),
                at(run, "Belt").stay().max(), 1e-6);
        Study store = new Lines().chain(timetable("In", "10 s Piece"),
                fails(buffer("B", 5), mode("jam", "5 s", UpTime.Clock.CALENDAR, "55 s")), goodsOut("Out")).study(50 / 3600.0, 0, 1);
        assertEquals(0, Runs.of(store).out());
        assertEquals(1, Runs.of(store.withPlan(store.plan().withLength(Quantity.seconds(64)))).out());
    }

    // ---- people

    @Test
    void peopleWalkToTheWorkAndTheTimeOfTheWalkIsTheirDistanceOverTheirSpeed() {
        Station station = needs(station("S", 1, 0, "60 s"), Need.of("Worker"));
        Crew crew = Crew.usual(Basics.of("Worker", Placement.at(0, -20))).withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)));
        Study study = new Lines().chain(stock("In", "Piece", 1), station, goodsOut("Out")).chain(crew).study(200 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        // Its home is at y = -20, the working side at -1.2 (half the width and 0.4 m): 18.8 m there and back.
        PersonFigures worker = person(run, "Worker");
        assertEquals(2 * 18.8 / 200, worker.share(PersonState.WALKING), NEAR);
        assertEquals(60.0 / 200, worker.share(PersonState.WORKING), NEAR);
        assertEquals(37.6, worker.metres(), 1e-6);
        assertEquals(18.8 / 200, at(run, "S").share(EquipmentState.WAITING_FOR_CREW), NEAR);
        assertEquals(18.8, run.types().getFirst().crewMean(), NEAR);
        assertEquals(60, run.types().getFirst().valueMean(), NEAR);
    }

    @Test
    void severalAreNeededAtOnceAndThoseForAPartLeaveBeforeTheEnd() {
        // Two of A and one B for the first half of 100 s: B is busy 50 s of each 100 s, the As too.
        Station station = needs(station("S", 1, 0, "100 s"), Need.of("A").withPeople(2).withShare(Quantity.percent(50)),
                Need.of("B").withShare(Quantity.percent(50)));
        RunFigures run = Runs.of(
                new Lines().chain(onDemand("In"), station, goodsOut("Out")).chain(crew("A", 2)).chain(crew("B", 1)).study(1000 / 3600.0, 0,
                        1));
        assertEquals(1, at(run, "S").share(EquipmentState.WORKING), NEAR);
        assertEquals(0.5, run.crews().getFirst().share(PersonState.WORKING), NEAR);
        assertEquals(0.5, person(run, "B").share(PersonState.WORKING), NEAR);
    }

    @Test
    void setterAndServerAreWaitedFor() {
        // One technician for two stations; each changeover 30 s, each service after 2 pieces 20 s.
        PieceType a = PieceType.usual("A");
        PieceType b = PieceType.usual("B");
        Station station = station("S", 1, 10, "10 s");
        station = station.with(station.work().withChangeover(new TimeSource.Drawn(time("30 s"))).withSetupCrew(List.of(Need.of("Tech")))
                .withService(new Work.Service(2, time("20 s"), List.of(Need.of("Tech")))));
        Study study = new Lines().types(a, b).chain(timetable("In", "0 s A", "0 s B", "0 s A", "0 s B"), station, goodsOut("Out"))
                .chain(crew("Tech", 1)).study(300 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        // 10, 30+10, 20, 30+10, 30+10, 20 = 170 s
        assertEquals(90.0 / 300, person(run, "Tech").share(PersonState.CHANGEOVER), NEAR);
        assertEquals(40.0 / 300, person(run, "Tech").share(PersonState.SERVICE), NEAR);
        assertEquals(5, person(run, "Tech").jobs());
        assertEquals(150, run.lead().max(), NEAR);
    }

    @Test
    void timesDependOnThePersonByFactorTableAndFormula() {
        Crew pair = crew("Pair", 1).withPersons(List.of(new Person("Ada", 1.5, List.of())));
        Lines.table("Times", "Ada:30 s");
        Operation byFactor = new Operation("a", new TimeSource.Drawn(time("20 s")), true, List.of(Need.of("Pair")));
        Operation byTable = new Operation("b", new TimeSource.FromTable("Times", List.of("person.name")), true, List.of(Need.of("Pair")));
        Operation byFormula = new Operation("c", new TimeSource.ByFormula("10 / person.factor", Unit.SECOND), true,
                List.of(Need.of("Pair")));
        Station station = station("S", 1, 0, "1 s");
        station = station.with(station.work().withOperations(List.of(byFactor, byTable, byFormula)));
        RunFigures run = Runs.of(new Lines().chain(stock("In", "Piece", 1), station, goodsOut("Out")).chain(pair)
                .tables(Lines.table("Times", "Ada:30 s")).study(1, 0, 1));
        assertEquals(30 + 45 + 10, run.lead().max(), 1e-6);
    }

    @Test
    void whatIsMoreUrgentCallsPeopleAwayFromWhatYields() {
        // The long job of 100 s begins at 10 s, yields at 50 s for 20 s, and ends at 130 s.
        Study study = new Lines()
                .chain(timetable("In 1", "10 s Piece"), needs(station("Long", 1, 0, "100 s"), Need.of("W").withPreemptible(true)),
                        goodsOut("Out"))
                .chain(timetable("In 2", "50 s Piece"), needs(station("Short", 1, 0, "20 s"), Need.of("W").withPriority(5)))
                .link("Short", "Out").chain(crew("W", 1)).study(200 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(120, at(run, "Long").stay().max(), NEAR);
        assertEquals(20, at(run, "Short").stay().max(), NEAR);
        assertEquals(20.0 / 200, at(run, "Long").share(EquipmentState.WAITING_FOR_CREW), NEAR);
        Study firm = study.changed("Long", e -> needs((Station) e, Need.of("W")));
        assertEquals(80, at(Runs.of(firm), "Short").stay().max(), NEAR, "without that the short one waits for the end");
    }

    @Test
    void whoFailedInspectionGoesBackToThePersonWhoMadeIt() {
        // Two workers, Ada and Ben, at four places; everything fails once. Each piece must be done twice by the same.
        Crew pair = crew("Pair", 2).withPersons(List.of(new Person("Ada", 1, List.of()), new Person("Ben", 2, List.of())));
        Station make = needs(station("Make", 4, 0, "10 s"), Need.of("Pair"));
        Station check = station("Check", 1, 100, "1 s")
                .withInspection(new Inspection(Quantity.percent(100), "", 1, 1, 10, Inspection.Maker.PERSON));
        Study study = new Lines().chain(timetable("In", "0 s 2 Piece"), make, check, goodsOut("Out")).chain(pair).study(300 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        // Ada: 0-10, check to 11, again 11-21; Ben: 0-20, check to 21 or 22, again 20 s.
        assertEquals(2, person(run, "Ada").jobs());
        assertEquals(20.0 / 300, person(run, "Ada").share(PersonState.WORKING), NEAR);
        assertEquals(2, person(run, "Ben").jobs());
        assertEquals(40.0 / 300, person(run, "Ben").share(PersonState.WORKING), NEAR);
    }

    // ---- shifts and breaks

    @Test
    void atABreakWorkIsFinishedStoppedOrHandedOver() {
        // From 6:00; the break is from 6:10 to 6:20. The piece comes at 6:05 and takes 10 min.
        Calendar early = calendar("06:00 14:00", "06:10 06:20 break");
        double[] lead = new double[3];
        for (AtShiftEnd over : AtShiftEnd.values()) {
            Study study = new Lines()
                    .chain(timetable("In", "300 s Piece"), needs(station("S", 1, 0, "10 min"), Need.of("W")), goodsOut("Out"))
                    .chain(onDuty(crew("W", 1), "C", over)).chain(crew("Other", 1).withSkills(List.of("W")))
                    .study(1, 0, 1).withCalendars(List.of(early));
            lead[over.ordinal()] = Runs.of(study).lead().max() / 60;
        }
        // Finish: done at 6:15. Stop: 5 min of work left at 6:20. Hand over: the other goes on at 6:10.
        assertEquals(List.of(10.0, 20.0, 10.0), Arrays.stream(lead).boxed().toList());
        Study over = new Lines().chain(timetable("In", "300 s Piece"), needs(station("S", 1, 0, "10 min"), Need.of("W")), goodsOut("Out"))
                .chain(onDuty(crew("W", 1), "C", AtShiftEnd.HAND_OVER)).chain(crew("Other", 1).withSkills(List.of("W")))
                .study(1, 0, 1).withCalendars(List.of(early));
        assertEquals(5.0 / 60, person(Runs.of(over), "Other").share(PersonState.WORKING), NEAR);
        assertEquals(10.0 / 60, person(Runs.of(over), "W").share(PersonState.ON_BREAK), NEAR);
    }

    @Test
    void equipmentOffShiftFinishesOrStopsAndTakesNothingIn() {
        Calendar hour = calendar("06:00 06:30", "06:50 14:00");
        for (AtShiftEnd over : List.of(AtShiftEnd.FINISH, AtShiftEnd.STOP)) {
            Study study = new Lines().chain(onDemand("In"), onDuty(station("S", 1, 0, "20 min"), "C", over), goodsOut("Out"))
                    .study(1.5, 0, 1).withCalendars(List.of(hour));
            RunFigures run = Runs.of(study);
            // Finish: 0-20, 20-40, then from 50: 50-70, 70-90. Stop: 0-20, 20-30 and 50-60, 60-80, 80-.
            assertEquals(over == AtShiftEnd.FINISH ? 4 : 3, run.out(), over.word());
            assertEquals((over == AtShiftEnd.FINISH ? 10.0 : 20.0) / 90, at(run, "S").share(EquipmentState.OFF_SHIFT), NEAR);
            assertEquals(1, at(run, "S").plannedUtilisation(), NEAR);
        }
    }

    @Test
    void aNightShiftPassesMidnightAndAnExceptionIsADayOff() {
        Calendar night = new Calendar("C", List.of(new Spell(List.of(DayOfWeek.MONDAY, DayOfWeek.TUESDAY), LocalTime.of(22, 0),
                LocalTime.of(6, 0), false)), List.of(new Calendar.Exception(LocalDate.of(2027, 1, 5), List.of())));
        Study study = new Lines().chain(onDemand("In"), onDuty(station("S", 1, 0, "60 s"), "C", AtShiftEnd.STOP), goodsOut("Out"))
                .study(72, 0, 1).withCalendars(List.of(night));
        // From Monday 6:00: the night of Monday works eight hours, that of Tuesday is free.
        assertEquals(8.0 / 72, at(Runs.of(study), "S").share(EquipmentState.WORKING), NEAR);
        assertEquals(64.0 / 72, at(Runs.of(study), "S").share(EquipmentState.OFF_SHIFT), NEAR);
    }

    @Test
    void arrivalsPauseWhileAGoodsInIsOffShift() {
        Study study = new Lines().chain(onDuty(arrivals("In", "7 min", 1), "C", AtShiftEnd.FINISH), goodsOut("Out")).study(1, 0, 1)
                .withCalendars(List.of(calendar("06:00 06:10", "06:30 14:00")));
        // 7, then 3 min pass before the gap of 20 min and 4 after it: 34, 41, 48, 55.
        assertEquals(5, Runs.of(study).out());
    }

    // ---- carrying

    @Test
    void peopleCarryOneAtATimeOrAsManyAsTheyCanHold() {
        long[] out = new long[2];
        for (int max : new int[] {1, 3}) {
            Crew crew = Crew.usual(Basics.of("W", Placement.at(0, 0))).withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)))
                    .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
            PlantElement store = buffer("Store", -1).placed(Placement.at(10, 0));
            PlantElement out2 = goodsOut("Out").placed(Placement.at(30, 0));
            Study study = new Lines().chain(stock("In", "Piece", 30), store).chain(out2)
                    .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("W"), max))).chain(crew)
                    .study(200 / 3600.0, 0, 1);
            RunFigures run = Runs.of(study);
            out[max / 2] = run.out();
            assertTrue(person(run, "W").share(PersonState.CARRYING) > 0.3);
            assertEquals(1, person(run, "W").shares().values().stream().mapToDouble(s -> s).sum(), NEAR);
        }
        assertTrue(out[0] >= 5 && out[0] <= 8, "one at a time: " + out[0]);
        assertEquals(3 * out[0], out[1], 3, "three at a time");
    }
}
