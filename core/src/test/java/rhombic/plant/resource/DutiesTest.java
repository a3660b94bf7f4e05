package rhombic.plant.resource;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import rhombic.plant.activity.Hold;
import rhombic.plant.route.Route;
import rhombic.space.Pose;

/** Where one goes that has nothing to do, may do nothing, or is in another's way; all at 1 m/s along a line. */
class DutiesTest {
    private final Yard yard = new Yard();
    private final List<String> log = new ArrayList<>();

    /** It may have a place of its own to wait at. */
    private final class Cart extends PlainResource {
        @Nullable Pose waits;

        Cart(Group group, double x) {
            super(yard.allocation.resources().size(), group, at(x));
            yard.allocation.add(this);
        }

        @Override
        protected void onDoing(Doing doing, Job.@Nullable Kind kind) {
            tell(doing.toString());
        }

        @Override
        protected void onSetOut(Route route) {
            tell(Math.round(route.from().x()) + " to " + Math.round(route.to().x()));
        }

        @Override
        protected boolean waitsElsewhere() {
            return waits != null || super.waitsElsewhere();
        }

        @Override
        protected @Nullable Pose waitingPlace() {
            return waits == null ? super.waitingPlace() : waits;
        }

        @Override
        protected void onAtRest() {
            tell("rests");
        }

        @Override
        protected void onHoldsChanged(boolean isDown) {
            tell(isDown ? "down" : "up");
        }
    }

    private static Pose at(double x) {
        return Pose.at(x, 0, 0, 0);
    }

    private void tell(String what) {
        log.add(yard.simulator.nowNanos() / Yard.SECOND + " " + what);
    }

    private void assertTold(String... lines) {
        assertEquals(List.of(lines), log);
        log.clear();
    }

    private void hold(Resource cart, Hold reason, boolean on) {
        yard.allocation.duties().set(cart, reason, on);
        yard.allocation.give();
    }

    /** Sends it there, has it work for a second, and takes the job back. */
    private Job doOne(double x, double until) {
        Job job = yard.job(x, 0);
        yard.ask(job, 0);
        yard.allocation.give();
        yard.until(until);
        return job;
    }

    @Test
    void whoHasNothingToDoGoesToItsPlaceOnceAllIsGiven() {
        Cart cart = new Cart(yard.staying(c -> c), 0);
        cart.waits = at(30);
        yard.done(doOne(10, 11));
        assertTold("0 0 to 10", "0 GOING", "10 STANDING_BY", "10 AT_WORK", "11 WAITING", "11 10 to 30", "11 GOING");
        yard.until(40);
        assertTold("31 WAITING", "31 rests");
        yard.done(doOne(30, 41));
        assertEquals("41 rests", log.getLast(), "it is there already");
    }

    @Test
    void whoStaysWhereItIsGoesNowhere() {
        Cart cart = new Cart(yard.staying(c -> c), 0);
        yard.done(doOne(10, 11));
        assertEquals("11 WAITING", log.getLast());
        assertFalse(cart.isUnderWay());
        assertTrue(yard.allocation.duties().restElsewhere(cart), "it could");
        assertEquals("11 WAITING", log.getLast(), "but has no place to go to");
    }

    @Test
    void whatBreaksDownStandsAndGoesOnWhenItIsRepaired() {
        Cart cart = new Cart(yard.staying(c -> c), 0);
        cart.waits = at(30);
        yard.done(doOne(10, 11));
        yard.until(20);
        log.clear();
        hold(cart, Hold.DOWN, true);
        assertTold("20 19 to 19", "20 DOWN", "20 down");
        assertFalse(yard.allocation.duties().restElsewhere(cart), "it can't");
        Job job = yard.job(0, 0);
        yard.ask(job, 0);
        yard.allocation.give();
        assertNull(cart.job(), "nor is it given anything");
        yard.until(25);
        hold(cart, Hold.DOWN, false);
        assertSame(job, cart.job());
        assertTold("25 WAITING", "25 up", "25 19 to 0", "25 GOING");
    }

    @Test
    void whatRestsForEnergyGoesToItsPlaceAndIsGivenNothing() {
        Cart cart = new Cart(yard.staying(c -> c), 0);
        cart.waits = at(5);
        hold(cart, Hold.ENERGY, true);
        assertTold("0 WAITING", "0 0 to 5", "0 GOING", "0 up");
        Job job = yard.job(0, 0);
        yard.ask(job, 0);
        yard.until(6);
        assertNull(cart.job());
        assertTold("5 WAITING", "5 rests");
        hold(cart, Hold.ENERGY, false);
        assertSame(job, cart.job());
        hold(cart, Hold.ENERGY, true);
        assertNull(cart.job(), "what has not begun is given back");
    }

    @Test
    void whatHoldsItTwiceHoldsItUntilBothAreGone() {
        Cart cart = new Cart(yard.staying(c -> c), 0);
        hold(cart, Hold.ON_BREAK, true);
        assertTold("0 ON_BREAK", "0 0 to -50", "0 ON_BREAK", "0 up");
        yard.until(10);
        hold(cart, Hold.OFF_SHIFT, true);
        assertTold("10 OFF_SHIFT", "10 -10 to 0", "10 OFF_SHIFT", "10 up");
        yard.until(30);
        assertTold("20 rests");
        hold(cart, Hold.OFF_SHIFT, false);
        assertTold("30 ON_BREAK", "30 0 to -50", "30 ON_BREAK", "30 up");
        yard.until(100);
        assertTold("80 rests");
        yard.ask(yard.job(0, 0), 0);
        yard.allocation.give();
        assertNull(cart.job(), "its break goes on");
        hold(cart, Hold.ON_BREAK, false);
        assertTold("100 WAITING", "100 up", "100 -50 to 0", "100 GOING");
    }

    @Test
    void whoIsThereAtOnceRestsAtOnce() {
        Cart cart = new Cart(yard.staying(Yard.atOnce()), 0);
        hold(cart, Hold.ON_BREAK, true);
        assertTold("0 ON_BREAK", "0 0 to -50", "0 ON_BREAK", "0 rests", "0 up");
        cart.waits = at(30);
        hold(cart, Hold.ON_BREAK, false);
        assertTold("0 WAITING", "0 up", "0 -50 to 30", "0 WAITING", "0 rests");
        cart.waits = at(20);
        assertTrue(yard.allocation.duties().restElsewhere(cart));
        assertTold("0 30 to 20", "0 WAITING", "0 rests");
    }

    @Test
    void whoIsInTheWayMakesRoomIfItHasNothingToDo() {
        Cart cart = new Cart(yard.staying(c -> c), 0);
        yard.done(doOne(10, 11));
        log.clear();
        yard.allocation.duties().onInTheWay(cart);
        assertTold("11 10 to 0", "11 GOING");
        yard.allocation.duties().onInTheWay(cart);
        assertTold(); // it is on its way
        yard.until(30);
        assertTold("21 WAITING", "21 rests");
        cart.waits = at(4);
        yard.allocation.duties().onInTheWay(cart);
        assertTold("30 0 to 4", "30 GOING");
        yard.until(40);
        doOne(4, 41);
        log.clear();
        yard.allocation.duties().onInTheWay(cart);
        assertTold(); // it has something to do
        assertFalse(yard.allocation.duties().restElsewhere(cart), "nor does it go to rest");
    }
}
