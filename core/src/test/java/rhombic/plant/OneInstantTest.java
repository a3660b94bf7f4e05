package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.plant.Peopled.calendar;
import static rhombic.plant.Peopled.fails;
import static rhombic.plant.Peopled.mode;
import static rhombic.plant.Peopled.needs;
import static rhombic.plant.Peopled.onDuty;
import static rhombic.plant.Peopled.person;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/** What comes first at one instant, what counts as begun, who is called away and who goes on, each by hand. The study begins at 06:00. */
class OneInstantTest {
    private static final double NEAR = 1e-9;
    private static final PieceType BOX = PieceType.usual("Piece");
    private static final PieceType OTHER = PieceType.usual("Other");

    private static Crew crew(String name, Person... persons) {
        return Crew.usual(Basics.of(name, Placement.at(0, 0))).withPeople(Math.max(1, persons.length)).withPersons(List.of(persons))
                .withSpeed(Optional.empty());
    }

    private static TypeFigures type(RunFigures run, String name) {
        return run.types().stream().filter(type -> type.name().equals(name)).findFirst().orElseThrow();
    }

    private static double lead(RunFigures run, String type) {
        return type(run, type).lead().mean();
    }

    // ---- loads

    @Test
    void aFailureAfterSoManyPiecesCountsThePiecesOfALoad() {
        Station oven = (Station) fails(station("Oven", 1, 12, "10 s"),
                FailureMode.of("wear", new UpTime.AfterCycles(4, false), time("20 s")));
        RunFigures run = Runs.of(new Lines().types(BOX)
                .chain(timetable("In", "0 s 12 Piece"), oven.withLoad(new Work.Load(2, null)), goodsOut("Out")).study(1, 0, 1));
        assertEquals(12, run.out());
        assertEquals(3, at(run, "Oven").modes().getFirst().failures(), "after the 4th, the 8th and the 12th piece");
    }

    // ---- what ends at the instant at which it is stopped

    @ParameterizedTest
    @EnumSource(UpTime.Clock.class)
    void workThatEndsWhenItsStationFailsIsDone(UpTime.Clock clock) {
        Station saw = (Station) fails(station("Saw", 1, 3, "60 s"), mode("blade", "60 s", clock, "100 s"));
        RunFigures run = Runs.of(new Lines().types(BOX)
                .chain(timetable("In", "0 s 2 Piece"), saw.with(saw.basics()), goodsOut("Out")).study(0.25, 0, 1));
        // the first is done at 60 s, when it fails until 160 s, the second at 220 s, when it fails until 320 s; nothing is passed on meanwhile
        assertEquals(2, run.out());
        assertEquals((160 + 320) / 2.0, lead(run, "Piece"), NEAR);
        assertEquals(120, 2 * type(run, "Piece").workMean(), NEAR);
    }

    @Test
    void workThatEndsWhenTheShiftEndsIsDone() {
        for (AtShiftEnd rule : List.of(AtShiftEnd.FINISH, AtShiftEnd.STOP)) {
            Study study = new Lines().types(BOX)
                    .chain(timetable("In", "9 min 2 Piece"), onDuty(station("Saw", 1, 3, "60 s"), "C", rule), goodsOut("Out"))
                    .study(1, 0, 1).withCalendars(List.of(calendar("06:00 06:10", "06:30 14:00")));
            RunFigures run = Runs.of(study);
            assertEquals(2, run.out());
            assertEquals((60 + 22 * 60) / 2.0, lead(run, "Piece"), NEAR, "the second begins when the next shift does, " + rule);
            assertEquals(120.0 / 3600, at(run, "Saw").share(EquipmentState.WORKING), NEAR);
        }
    }

    @Test
    void whatPeopleDoThatEndsWhenTheirShiftEndsIsDone() {
        for (AtShiftEnd rule : AtShiftEnd.values()) {
            Study study = new Lines().types(BOX)
                    .chain(timetable("In", "9 min Piece"), needs(station("Saw", 1, 3, "60 s"), Need.of("Worker")), goodsOut("Out"))
                    .chain(onDuty(crew("Worker"), "C", rule)).study(1, 0, 1).withCalendars(List.of(calendar("06:00 06:10", "06:30 14:00")));
            RunFigures run = Runs.of(study);
            assertEquals(60, lead(run, "Piece"), NEAR, rule.word());
            assertEquals(1, person(run, "Worker").jobs(), rule.word());
        }
    }

    @Test
    void aRepairThatEndsWhenTheShiftOfItsRepairerEndsIsDone() {
        Station saw = (Station) fails(station("Saw", 1, 3, "60 s"),
                mode("blade", "9 min", UpTime.Clock.CALENDAR, "60 s").withRepairedBy(List.of(Need.of("Fitter"))));
        Study study = new Lines().types(BOX).chain(timetable("In", "0 s Piece"), saw, goodsOut("Out"))
                .chain(onDuty(crew("Fitter"), "C", AtShiftEnd.STOP)).study(0.3, 0, 1)
                .withCalendars(List.of(calendar("06:00 06:10", "06:30 14:00")));
        assertEquals(60.0 / (0.3 * 3600), at(Runs.of(study), "Saw").modes().getFirst().repairShare(), NEAR);
    }

    @Test
    void whatComesToTheEndOfALinkWhenItFailsHasArrived() {
        Link link = new Link("In", "Out").withTravel(new Travel.InTime(time("60 s"), 0))
                .withFailures(List.of(mode("jam", "60 s", UpTime.Clock.CALENDAR, "100 s")));
        Study study = new Lines().types(BOX).chain(timetable("In", "0 s Piece")).chain(goodsOut("Out")).link(link).study(0.1, 0, 1);
        assertEquals(60, lead(Runs.of(study), "Piece"), NEAR);
    }

    // ---- what has begun

    @Test
    void whatWaitsForItsCrewWhenTheShiftEndsBeginsInTheNextShift() {
        // the worker does B until 15 min; A, off shift from 10 min to 30 min, has waited for him since 9 min
        Study study = new Lines().types(BOX, OTHER)
                .chain(timetable("In", "9 min Piece"), needs(onDuty(station("A", 1, 3, "60 s"), "C", AtShiftEnd.FINISH), Need.of("Worker")),
                        goodsOut("Out"))
                .chain(timetable("Beside", "5 min Other"), needs(station("B", 1, 3, "10 min"), Need.of("Worker")), goodsOut("Away"))
                .chain(crew("Worker")).study(1, 0, 1).withCalendars(List.of(calendar("06:00 06:10", "06:30 14:00")));
        RunFigures run = Runs.of(study);
        assertEquals(22 * 60, lead(run, "Piece"), NEAR, "from 9 min to 31 min");
        assertEquals(21 * 60, at(run, "A").waits().mean(), NEAR);
        assertEquals(20.0 / 60, at(run, "A").share(EquipmentState.OFF_SHIFT), NEAR);
        assertEquals(11.0 / 60, person(run, "Worker").share(PersonState.WORKING), NEAR);
    }

    @Test
    void aStationThatIsRepairedOffShiftDoesNotBegin() {
        // down from 5 min to 15 min, off shift from 10 min to 30 min; a piece comes in while it is down
        FailureMode jam = mode("jam", "5 min", UpTime.Clock.CALENDAR, "10 min").withPassesWhileDown(true);
        Station saw = (Station) fails(onDuty(station("Saw", 1, 3, "60 s"), "C", AtShiftEnd.FINISH), jam);
        Study study = new Lines().types(BOX).chain(timetable("In", "6 min Piece"), saw, goodsOut("Out")).study(0.55, 0, 1)
                .withCalendars(List.of(calendar("06:00 06:10", "06:30 14:00")));
        RunFigures run = Runs.of(study);
        assertEquals(25 * 60, lead(run, "Piece"), NEAR, "from 6 min to 31 min");
    }

    @Test
    void whatCameInWhileItWasDownHasNotBegunIsNotScrappedAndHasWaited() {
        // down from 5 s to 105 s, and again for another reason from 20 s to 30 s; the piece comes at 30 s less 0 s: at 10 s
        FailureMode jam = mode("jam", "5 s", UpTime.Clock.CALENDAR, "100 s").withPassesWhileDown(true);
        FailureMode crash = mode("crash", "20 s", UpTime.Clock.CALENDAR, "10 s").withPassesWhileDown(true)
                .withInterruptedPiece(FailureMode.InterruptedPiece.SCRAP);
        Study study = new Lines().types(BOX)
                .chain(timetable("In", "10 s Piece"), fails(station("Saw", 1, 3, "1 s"), jam, crash), goodsOut("Out"))
                .study(106.5 / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(0, run.scrapped());
        assertEquals(1, run.out());
        assertEquals(95, at(run, "Saw").waits().mean(), NEAR);
        assertEquals(96, lead(run, "Piece"), NEAR);
    }

    // ---- who is given what

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void ofTwoJobsAtOneInstantTheMoreUrgentIsGivenFirst(boolean isUrgentFirst) {
        PlantElement[] usual = {timetable("In", "10 s Piece"), needs(station("A", 1, 3, "60 s"), Need.of("Worker")), goodsOut("Out")};
        PlantElement[] urgent = {timetable("Beside", "10 s Other"), needs(station("B", 1, 3, "60 s"), Need.of("Worker").withPriority(5)),
                goodsOut("Away")};
        Lines lines = new Lines().types(BOX, OTHER).chain(isUrgentFirst ? urgent : usual).chain(isUrgentFirst ? usual : urgent)
                .chain(crew("Worker"));
        RunFigures run = Runs.of(lines.study(0.1, 0, 1));
        assertEquals(60, lead(run, "Other"), NEAR);
        assertEquals(120, lead(run, "Piece"), NEAR);
    }

    @Test
    void whoIsStillWalkingToWorkThatYieldsIsCalledAwayWhenHeComes() {
        // A is 60 s away; B, beside the home, asks at 12 s, and something else happens at 30 s
        PlantElement far = needs(station("A", 1, 3, "600 s"), Need.of("Worker").withPreemptible(true)).placed(Placement.at(0, -61));
        Crew walker = crew("Worker").withSpeed(Optional.of(new Quantity(1, Unit.METRE_PER_SECOND)));
        Lines lines = new Lines().types(BOX, OTHER).chain(timetable("In", "0 s Piece"), far, goodsOut("Out"))
                .chain(timetable("Beside", "12 s Other"), needs(station("B", 1, 3, "10 s"), Need.of("Worker").withPriority(5)),
                        goodsOut("Away"))
                .chain(timetable("Elsewhere", "30 s Piece"), goodsOut("Elsewhere out")).chain(walker);
        RunFigures run = Runs.of(lines.study(0.5, 0, 1));
        double there = Layout.stand(far, 0).distanceTo(walker.placement().pose());
        double back = Layout.stand(far, 0).distanceTo(Layout.stand(station("B", 1, 3, "10 s"), 0));
        assertEquals(there + back + 10 - 12, lead(run, "Other"), 1e-6, "he is called when he comes, not when all his work is done");
    }

    @Test
    void whoWasCalledAwayGoesBackToWhatHeLeftBeforeOtherWorkOfTheSameAge() {
        Lines lines = new Lines().types(BOX, OTHER, PieceType.usual("Third"))
                .chain(timetable("In", "0 s Piece"), needs(station("A", 1, 3, "60 s"), Need.of("Worker").withPreemptible(true)),
                        goodsOut("Out"))
                .chain(timetable("Next", "0 s Third"), needs(station("C", 1, 3, "60 s"), Need.of("Worker").withPreemptible(true)),
                        goodsOut("Last"))
                .chain(timetable("Beside", "20 s Other"), needs(station("B", 1, 3, "10 s"), Need.of("Worker").withPriority(5)),
                        goodsOut("Away"))
                .chain(crew("Worker"));
        RunFigures run = Runs.of(lines.study(0.1, 0, 1));
        assertEquals(10, lead(run, "Other"), NEAR);
        assertEquals(70, lead(run, "Piece"), NEAR, "20 s, then 10 s away, then the other 40 s");
        assertEquals(130, lead(run, "Third"), NEAR);
    }

    // ---- who goes on with it

    private static Lines handedOver(PlantElement... line) {
        return new Lines().types(BOX, OTHER).chain(line)
                .chain(timetable("Beside", "50 s Other"), needs(station("B", 1, 3, "400 s"), Need.of("Fast").withPriority(5)),
                        goodsOut("Away"))
                .chain(crew("Fast", new Person("Ada", 1, List.of("Skill"))), crew("Slow", new Person("Bo", 2, List.of("Skill"))));
    }

    @Test
    void workThatIsHandedOverGoesOnAtTheFactorOfWhoTakesIt() {
        Lines lines = handedOver(timetable("In", "0 s Piece"), needs(station("A", 1, 3, "100 s"), Need.of("Skill").withPreemptible(true)),
                goodsOut("Out"));
        assertEquals(150, lead(Runs.of(lines.study(0.2, 0, 1)), "Piece"), NEAR, "50 s by Ada, the other half by Bo in 100 s");
    }

    @Test
    void aRepairThatIsHandedOverGoesOnAtTheFactorOfWhoTakesIt() {
        FailureMode jam = mode("jam", "0 s", UpTime.Clock.CALENDAR, "100 s").withUp(new UpTime.After(time("1 h"), UpTime.Clock.CALENDAR))
                .withFirstFailure(time("0 s")).withRepairedBy(List.of(Need.of("Skill").withPreemptible(true)));
        Lines lines = handedOver(timetable("In", "0 s Piece"), fails(station("A", 1, 3, "1 s"), jam), goodsOut("Out"));
        assertEquals(150.0 / 720, at(Runs.of(lines.study(0.2, 0, 1)), "A").modes().getFirst().repairShare(), NEAR);
    }
}
