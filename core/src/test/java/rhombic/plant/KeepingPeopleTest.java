package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.plant.Peopled.fails;
import static rhombic.plant.Peopled.mode;
import static rhombic.plant.Peopled.needs;
import static rhombic.plant.Peopled.person;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.study.duty.Need;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.validation.Lines;

/** When a place keeps its people, lets them go and asks for them again, by hand; people are where they are needed at once. */
class KeepingPeopleTest {
    private static final double NEAR = 1e-9;
    private static final PieceType BOX = PieceType.usual("Piece");
    private static final PieceType OTHER = PieceType.usual("Other");

    private static Crew workers(int people) {
        return Crew.usual(Basics.of("Worker", Placement.at(0, 0))).withPeople(people).withSpeed(Optional.empty());
    }

    private static Operation step(String name, String time, Need... needs) {
        return new Operation(name, new TimeSource.Drawn(time(time)), true, List.of(needs));
    }

    private static Station steps(Station station, Operation... steps) {
        return station.with(station.work().withOperations(List.of(steps)));
    }

    private static TypeFigures type(RunFigures run, String name) {
        return run.types().stream().filter(type -> type.name().equals(name)).findFirst().orElseThrow();
    }

    /** A piece at A from 0 s on, in two steps of 10 s, another at B from 1 s on, which takes 10 s; one worker for both. */
    private static RunFigures twoSteps(Operation first, Operation second) {
        return Runs.of(new Lines().types(BOX, OTHER)
                .chain(timetable("In", "0 s Piece"), steps(station("A", 1, 0, "10 s"), first, second), goodsOut("Out"))
                .chain(timetable("Beside", "1 s Other"), needs(station("B", 1, 0, "10 s"), Need.of("Worker")), goodsOut("Away"))
                .chain(workers(1)).study(0.1, 0, 1));
    }

    @Test
    void whoeverIsNeededForTheNextStepAlikeStays() {
        RunFigures run = twoSteps(step("drill", "10 s", Need.of("Worker")), step("ream", "10 s", Need.of("Worker")));
        assertEquals(20, type(run, "Piece").lead().mean(), NEAR, "although somebody else has waited since 1 s");
        assertEquals(29, type(run, "Other").lead().mean(), NEAR);
        assertEquals(19, type(run, "Other").crewMean(), NEAR, "from 1 s to 20 s");
    }

    @Test
    void whoeverIsNeededOtherwiseIsAskedForAnewAndComesInTurn() {
        RunFigures run = twoSteps(step("drill", "10 s", Need.of("Worker")), step("ream", "10 s", Need.of("Worker").withPriority(-1)));
        assertEquals(19, type(run, "Other").lead().mean(), NEAR, "from 10 s to 20 s it is more urgent");
        assertEquals(30, type(run, "Piece").lead().mean(), NEAR);
        assertEquals(10, type(run, "Piece").crewMean(), NEAR);
    }

    @Test
    void aStepThatNeedsNobodyLetsThemGo() {
        RunFigures run = twoSteps(step("drill", "10 s", Need.of("Worker")), step("cool", "10 s"));
        assertEquals(20, type(run, "Piece").lead().mean(), NEAR);
        assertEquals(19, type(run, "Other").lead().mean(), NEAR);
        assertEquals(20.0 / 360, person(run, "Worker").share(PersonState.WORKING), NEAR);
    }

    @Test
    void theFirstOfACrewIsRememberedLikeAnyOther() {
        // whoever did it last comes again; else the first in order, who has other work at 15 s
        Crew crew = workers(2).withRules(rules -> rules.withResourceRule(ResourceChoice.SAME));
        Lines lines = new Lines().types(BOX, OTHER)
                .chain(timetable("In", "0 s Piece", "20 s Piece", "40 s Piece"), needs(station("A", 1, 0, "10 s"), Need.of("Worker")),
                        goodsOut("Out"))
                .chain(timetable("Beside", "1 s Other", "21 s Other"), needs(station("B", 1, 0, "10 s"), Need.of("Worker")),
                        goodsOut("Away"))
                .chain(crew);
        RunFigures run = Runs.of(lines.study(0.1, 0, 1));
        assertEquals(30.0 / 360, person(run, "Worker 1").share(PersonState.WORKING), NEAR, "all three of A");
        assertEquals(20.0 / 360, person(run, "Worker 2").share(PersonState.WORKING), NEAR, "both of B");
    }

    @Test
    void whileItIsBrokenItsPeopleWorkElsewhereAndTheSameComesBack() {
        // A breaks at 6 s for 20 s; its worker does B from 6 s to 16 s and is asked for again at 26 s
        Lines lines = new Lines().types(BOX, OTHER)
                .chain(timetable("In", "0 s Piece"),
                        fails(needs(station("A", 1, 0, "10 s"), Need.of("Worker")), mode("stop", "6 s", UpTime.Clock.WORKING, "20 s")),
                        goodsOut("Out"))
                .chain(timetable("Beside", "1 s Other"), needs(station("B", 1, 0, "10 s"), Need.of("Worker")), goodsOut("Away"))
                .chain(workers(1));
        RunFigures run = Runs.of(lines.study(0.1, 0, 1));
        assertEquals(15, type(run, "Other").lead().mean(), NEAR);
        assertEquals(30, type(run, "Piece").lead().mean(), NEAR, "and does the other 4 s");
        assertEquals(10, type(run, "Piece").workMean(), NEAR);
        assertEquals(20.0 / 360, at(run, "A").share(EquipmentState.DOWN), NEAR);
    }
}
