package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.OneFleet.SECONDS;
import static rhombic.plant.OneFleet.beside;
import static rhombic.plant.OneFleet.carried;
import static rhombic.plant.OneFleet.out;
import static rhombic.plant.OneFleet.usual;
import static rhombic.plant.Peopled.person;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Renaming;
import rhombic.study.Study;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.IdlePlace;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;
import rhombic.study.place.Placement;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;
import rhombic.trace.Trace;

/** Vehicles that move only with somebody who drives them, worked out by hand. The forklift drives 20 m at 1 m/s. */
class DriversTest {
    private static final double NEAR = 1e-6;
    private static final double FAR = 15;

    private static Fleet driven() {
        return usual().withDeployment(deployment -> deployment.withDriver("Drivers"));
    }

    /** Whose first is that far to the north of where the forklift picks up, and walks at 1 m/s. */
    private static Crew drivers(int count) {
        Crew crew = Crew.KIND.blank(Basics.of("Drivers", Placement.at(0, 0))).withPeople(count)
                .withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)));
        Pose home = Layout.home(crew, 0);
        Pose ground = ground(Layout.home(beside(driven()), 0));
        return (Crew) crew.placed(Placement.at(ground.x() - home.x(), ground.y() + FAR - home.y()));
    }

    /** Where one gets up on a forklift that stands there. */
    private static Pose ground(Pose forklift) {
        return forklift.of(driven().driverPlace().ground());
    }

    /** From where one gets down after setting down, to where they are at home. */
    private static double backMetres() {
        Pose there = Layout.setDown(Layout.inlet(out(driven(), 20), ""), driven().reachMetres());
        return ground(there).distanceTo(Layout.home(drivers(1), 0));
    }

    private static Study with(Study study, Crew crew) {
        return study.with(crew);
    }

    @Test
    void nothingMovesBeforeTheDriverIsThere() {
        RunFigures run = Runs.of(with(carried(1, 1, 20, driven()), drivers(1)));
        assertEquals(FAR + 20, run.lead().max(), NEAR);
        assertEquals(FAR / SECONDS, person(run, "F").share(PersonState.FOR_DRIVER), NEAR);
        assertEquals(20 / SECONDS, person(run, "F").share(PersonState.CARRYING), NEAR);
        assertEquals(20 / SECONDS, person(run, "Drivers").share(PersonState.DRIVING), NEAR);
        assertEquals(FAR + backMetres(), person(run, "Drivers").metres(), NEAR, "there, and home from where it was set down");
        assertEquals(0, Runs.of(with(carried(1, 1, 20, driven()), drivers(1)).without(Set.of("Drivers"))).out(), "nobody drives");
    }

    /** The second piece waits although a second forklift stands beside it: the driver stays in the first, and comes back with it. */
    @Test
    void thePairStaysTogetherWhileThereIsWork() {
        RunFigures run = Runs.of(with(carried(2, 1, 20, driven().withVehicles(2)), drivers(1)));
        assertEquals(FAR + 60, run.lead().max(), NEAR);
        assertEquals(List.of(2L, 0L), run.crews().getFirst().people().stream().map(one -> one.jobs()).toList());
    }

    @Test
    void itParksBeforeItIsLeft() {
        RunFigures run = Runs.of(with(carried(1, 1, 20, driven().withRules(rules -> rules.withIdleAt(IdlePlace.AT_HOME))), drivers(1)));
        assertEquals(40 / SECONDS, person(run, "Drivers").share(PersonState.DRIVING), NEAR);
        assertEquals(2 * FAR, person(run, "Drivers").metres(), NEAR, "from the place where it is parked");
    }

    /** At 25 s, with a piece on the forks, the break begins: it is brought there by 35 s, and the next waits for the end of the break at 600 s. */
    @Test
    void whatIsLoadedIsSetDownFirstWhenTheBreakComes() {
        Study study = with(carried(2, 1, 20, driven()), Peopled.onDuty(drivers(1), "C", AtShiftEnd.STOP))
                .withCalendars(List.of(Peopled.calendar("05:00 14:00", "06:00:25 06:10 break")));
        RunFigures run = Runs.of(study);
        double back = backMetres();
        assertEquals(FAR + 20, run.lead().min(), NEAR);
        assertEquals(600 + back + 40, run.lead().max(), NEAR);
        assertEquals((600 - 35) / SECONDS, person(run, "Drivers").share(PersonState.ON_BREAK), NEAR);
    }

    /** Nothing is loaded yet at 27 s, on the way back: the order goes to the other, who has a driver of his own. */
    @Test
    void whoHasNothingLoadedLeavesTheOrderToOthers() {
        Study study = with(carried(2, 1, 20, driven()), Peopled.onDuty(drivers(1), "C", AtShiftEnd.STOP))
                .withCalendars(List.of(Peopled.calendar("05:00 14:00", "06:00:40 06:10 break")));
        RunFigures run = Runs.of(study);
        assertEquals(1 - (600 - 40) / SECONDS, 1 - person(run, "Drivers").share(PersonState.ON_BREAK), NEAR);
        assertEquals(2, run.out());
    }

    /** No more drive than there are drivers, and each sits on what it drives. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void driversRideOnWhatTheyDrive(int count) {
        Study study = with(carried(40, 1, 20, driven().withVehicles(3)), drivers(count));
        Trace trace = Runs.traceOf(study);
        int most = 0;
        for (long nanos = 0; nanos < SECONDS * 1e9; nanos += 500_000_000) {
            Moment moment = trace.at(nanos);
            MoverMoment movers = moment.movers();
            int driving = 0;
            for (int vehicle = 0; vehicle < 3; vehicle++) {
                driving += movers.isMoving(vehicle, nanos) ? 1 : 0;
            }
            int riding = 0;
            for (int person = 3; person < 3 + count; person++) {
                int on = movers.frame(person);
                if (on != MoverMoment.FLOOR) {
                    riding++;
                    Pose seat = movers.pose(on, nanos).of(study.groups().getFirst().driverPlace().offset());
                    assertEquals(0, movers.pose(person, nanos).distanceTo(seat), NEAR);
                    assertEquals(PersonState.DRIVING, movers.state(person));
                }
            }
            assertTrue(driving <= riding, "at " + nanos);
            most = Math.max(most, driving);
        }
        assertEquals(count, most);
    }

    @Test
    void itIsToldWhoCannotDrive() {
        Study study = carried(1, 1, 20, driven());
        assertEquals("They need “Drivers” to drive them, but no crew is called that, and nobody has that skill", error(study));
        Study byFleet = study.changed("F", e -> ((Fleet) e).withDeployment(deployment -> deployment.withDriver("F")));
        assertEquals("They are to be driven by “F”, but vehicles drive nothing", error(byFleet));
        assertEquals(List.of(), StudyCheck.of(with(study, drivers(1))).stream().filter(problem -> problem.grade() == Problem.Grade.ERROR)
                .toList());
        Study renamed = with(study, drivers(1)).renamed(new Renaming(Renaming.Kind.EQUIPMENT, "Drivers", "Night shift"));
        assertEquals("Night shift", renamed.groups().getFirst().driver());
    }

    private static String error(Study study) {
        return StudyCheck.of(study).stream().filter(problem -> problem.grade() == Problem.Grade.ERROR).findFirst().orElseThrow().message();
    }
}
