package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.OneFleet.SECONDS;
import static rhombic.plant.OneFleet.carried;
import static rhombic.plant.OneFleet.some;
import static rhombic.plant.OneFleet.usual;
import static rhombic.plant.Peopled.person;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.area.ChargingArea;
import rhombic.study.fleet.Battery;
import rhombic.study.fleet.Loading;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.place.Placement;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.Trace;

/** Batteries worked out by hand: what runs them down, and when they are charged. */
class BatteriesTest {
    private static final double NEAR = 1e-6;

    private static Battery battery(String chargeTime) {
        return Battery.USUAL.withRange(Quantity.metres(100)).withStandby(Optional.empty())
                .withChargeTime(Quantity.parse(chargeTime, Dimension.TIME));
    }

    @Test
    void whatRunsDownChargesBeforeItCouldNotComeBackAnyMore() {
        // 20 m there and 20 m back take 40 %. After the second piece 40 % are left: not enough for 20 m back, 20 m there and 20 m home.
        Fleet fleet = usual().withBattery(Optional.of(battery("1000 s")));
        RunFigures run = Runs.of(carried(9, 1, 20, fleet));
        assertEquals(4, run.out());
        assertEquals(20 + 20 + 20 + 20 + 400 + 20 + 20 + 400 + 20, run.lead().max(), NEAR, "from 20 % to 60 % each time");
        assertEquals((400 + 400 + 40) / SECONDS, person(run, "F").share(PersonState.CHARGING), NEAR);
        RunFigures swapped = Runs.of(carried(5, 1, 20, usual().withBattery(Optional.of(battery("30 s").withSwaps(true)))));
        assertEquals(20 + 40 + 20 + 30 + 20 + 40 + 20 + 30 + 20, swapped.lead().max(), NEAR, "each time a full one");
    }

    @Test
    void standingAndHandlingTakeSomethingToo() {
        Fleet fleet = usual()
                .withBattery(Optional.of(battery("500 s").withRange(Quantity.metres(1e6)).withStandby(Optional.of(Quantity.seconds(500)))));
        // At 400 s 20 % are left; it goes home in 20 s, and fills the 84 % up.
        RunFigures idle = Runs.of(carried(1, 1, 20, fleet));
        assertEquals(420 / SECONDS, person(idle, "F").share(PersonState.CHARGING), 1e-4);
        assertEquals(20 + 20, person(idle, "F").metres(), NEAR);
        Fleet lifting = usual()
                .withBattery(Optional.of(battery("1000 s").withRange(Quantity.metres(1e6)).withLiftings(OptionalInt.of(10))));
        RunFigures handled = Runs.of(carried(9, 1, 20, lifting));
        // Two for each piece: after the fourth, at 140 s, 20 % are left but for the way; it goes home and charges to 60 %.
        assertEquals(List.of(4L, 6L), List.of(Runs.of(carried(4, 1, 20, lifting)).out(), handled.out()));
        assertEquals(140 + 20 + 400 + 20 + 40, handled.lead().max(), 1, "two more, from 60 % to 20 %");
    }

    /**
     * What is left is summed up in small steps from where the vehicle is seen, with its acceleration, for the time and for what it handles: each time it
     * charges for as long as it takes from there to the level at which it takes orders again.
     */
    @Test
    void whatIsLeftInABatteryAgreesWithSummingItUp() {
        Battery battery = battery("600 s").withRange(Quantity.metres(700)).withStandby(Optional.of(Quantity.hours(2)))
                .withLiftings(OptionalInt.of(40)).withLevels(Quantity.percent(45), Quantity.percent(75));
        Fleet fleet = usual().withDriving(driving -> driving.withAcceleration(some("0.3 m/s\u00b2", Dimension.ACCELERATION)))
                .with(new Loading(time("3 s"), time("2 s"))).withBattery(Optional.of(battery));
        Trace trace = Runs.traceOf(carried(200, 1, 37, fleet).withPlan(carried(200, 1, 37, fleet).plan().withLength(Quantity.hours(1))));
        double step = 0.1;
        double level = 1;
        double levelAtStart = Double.NaN;
        double charging = 0;
        int charged = 0;
        PersonState before = PersonState.WAITING;
        Pose at = trace.at(0).movers().pose(0, 0);
        for (long nanos = 0; nanos < 3600 * 1_000_000_000L && charged < 4; nanos += Math.round(step * 1e9)) {
            Moment moment = trace.at(nanos);
            PersonState state = moment.movers().state(0);
            Pose now = moment.movers().pose(0, nanos);
            level -= now.distanceTo(at) / 700 + (state == PersonState.CHARGING ? 0 : step / 7200);
            boolean hasHandled = before != state && (before == PersonState.PICKING_UP || before == PersonState.SETTING_DOWN);
            level -= hasHandled ? 1.0 / 40 : 0;
            if (state == PersonState.CHARGING && before != state) {
                levelAtStart = level;
                charging = 0;
            }
            charging += state == PersonState.CHARGING ? step : 0;
            if (before == PersonState.CHARGING && before != state) {
                assertTrue(levelAtStart < 0.45, "it goes to charge below that: " + levelAtStart);
                assertEquals((0.75 - levelAtStart) * 600, charging, 0.5, "after charge " + charged);
                level = 0.75;
                charged++;
            }
            at = now;
            before = state;
        }
        assertEquals(4, charged);
    }

    @Test
    void whoFindsNoPlaceToChargeWaitsForItsTurn() {
        Fleet fleet = usual().withVehicles(2).withBattery(Optional.of(battery("300 s").withAt("Charging")));
        ChargingArea area = new ChargingArea(Basics.of("Charging", Placement.at(10, -9)), 1);
        RunFigures run = Runs.of(carried(30, 1, 20, fleet).with(area));
        double both = run.crews().getFirst().people().stream().mapToDouble(one -> one.share(PersonState.CHARGING)).sum();
        assertTrue(both > 0.5 && both < 1, "one after the other: " + both);
        RunFigures two = Runs.of(carried(30, 1, 20, fleet).with(area.withPlaces(2)));
        assertTrue(two.crews().getFirst().people().stream().mapToDouble(one -> one.share(PersonState.CHARGING)).sum() > 1);
        assertTrue(two.out() > run.out());
    }
}
