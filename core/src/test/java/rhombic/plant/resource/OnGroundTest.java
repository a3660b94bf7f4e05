package rhombic.plant.resource;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyDouble;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import rhombic.kernel.Moments;
import rhombic.kernel.Simulator;
import rhombic.plant.route.AisleUse;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.route.Routers;
import rhombic.plant.traffic.Traffic;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.place.RoadSpace;
import rhombic.study.site.Aisle;
import rhombic.study.way.AisleNet;
import rhombic.study.way.Sections;

/**
 * One vehicle that is sent, called off and sent elsewhere, and what it tells. It goes at up to 2 m/s, reached by 0.5 m/s² in 4 s and 4 m, from which
 * it brakes by 0.8 m/s² in 2.5 s and 2.5 m.
 */
class OnGroundTest {
    private static final Mover MOVER = new Mover(2, 0.5, 0.8);
    private static final List<PlantElement> BOTH_WAYS = List.of(aisle(Aisle.Direction.BOTH_WAYS));

    private final Simulator simulator = new Simulator();
    private final Allocation allocation = mock(Allocation.class);
    private final List<String> log = new ArrayList<>();
    private final AisleUse use = new AisleUse();

    OnGroundTest() {
        when(allocation.simulator()).thenReturn(simulator);
        when(allocation.use()).thenReturn(use);
        Duties duties = mock(Duties.class);
        when(allocation.duties()).thenReturn(duties);
        doAnswer(call -> tell("in the way")).when(duties).onInTheWay(any());
        doAnswer(call -> tell("arrived")).when(allocation).onArrived(any());
        doAnswer(call -> tell("stopped")).when(allocation).onStopped(any());
        doAnswer(call -> tell(Double.isNaN(call.getArgument(1)) ? "is on its way" : "stands at " + text(call.getArgument(1))))
                .when(allocation).stands(any(), anyDouble(), anyDouble());
    }

    private static Aisle aisle(Aisle.Direction direction) {
        return ((Aisle) Aisle.KIND.blank(Basics.of("A", Placement.at(0, 0))).through(List.of(at(0, 0), at(40, 0))))
                .withDirection(direction);
    }

    private static Pose at(double x, double y) {
        return Pose.at(x, y, 0, 0);
    }

    private @Nullable Object tell(String what) {
        log.add(text(seconds()) + " " + what);
        return null;
    }

    private double seconds() {
        return simulator.nowNanos() / 1e9;
    }

    private static String text(double number) {
        return String.format(Locale.ROOT, "%.2f", number + 0.0).replaceAll("\\.?0+$", "");
    }

    /** Goes about, and tells what becomes of it. */
    private final class Cart extends PlainResource {
        Cart(Group group, Pose home) {
            super(0, group, home);
        }

        @Override
        protected void onDoing(Doing doing, Job.@Nullable Kind kind) {
            tell(doing.toString());
        }

        @Override
        protected void onTravelled(double metres) {
            tell("has come " + text(metres));
        }

        @Override
        protected void onLeaves(Pose there) {
            tell("leaves for " + text(there.x()));
        }

        @Override
        protected void onSetOut(Route route) {
            tell(text(route.from().x()) + " to " + text(route.to().x()));
        }
    }

    private Cart cart(Mover mover, @Nullable Traffic traffic, List<PlantElement> aisles, Pose home) {
        Mover slow = new Mover(1, mover.faster(), mover.slower());
        Routers routers = new Routers(aisles);
        TravelChoice travel = aisles.isEmpty() ? TravelChoice.STRAIGHT : TravelChoice.ON_AISLES;
        Group group = new Group(allocation, "F",
                new Group.Ways(mover, slow, routers.of(new Routers.Traveller(travel, false, true, 1, 0, 0.5, false, Set.of())), traffic, 0),
                new Group.Rules(Dispatching.USUAL, piece -> 0, null, AtShiftEnd.FINISH, null), mock(ResourceRule.class));
        return new Cart(group, home);
    }

    private Traffic traffic() {
        return new Traffic(simulator, new Sections(AisleNet.of(BOTH_WAYS, false), new RoadSpace(2, 1, 0.5)));
    }

    private void after(double seconds, Runnable action) {
        Moments.at(simulator, seconds, action);
    }

    private void run() {
        simulator.run(Long.MAX_VALUE, 10_000);
    }

    private static boolean send(Cart cart, double x) {
        return cart.where().goTo(at(x, 0), Whereabouts.Aim.JOB, false);
    }

    private void assertTold(String... lines) {
        assertEquals(List.of(lines), log);
        log.clear();
    }

    @Test
    void itSetsOutAndArrives() {
        Cart cart = cart(MOVER, null, List.of(), at(0, 0));
        Whereabouts where = cart.where();
        assertFalse(send(cart, 12));
        assertEquals(Whereabouts.Aim.JOB, where.aim());
        assertTrue(where.isUnderWay());
        after(4, () -> {
            assertEquals(4, where.x(), 1e-9);
            assertEquals(0, where.y(), 1e-9);
            assertEquals(4, where.metresGone(), 1e-9);
            assertEquals(4, where.pose().x(), 1e-9);
        });
        run();
        // 4 m while it speeds up, 5.5 m at 2 m/s, 2.5 m while it brakes
        assertTold("0 leaves for 12", "0 stands at 12", "0 0 to 12", "0 is on its way", "9.25 has come 12", "9.25 stands at 12",
                "9.25 arrived");
        assertEquals(Whereabouts.Aim.JOB, where.takeAim());
        assertEquals(Whereabouts.Aim.NOTHING, where.aim());
        assertFalse(where.isUnderWay());
    }

    @Test
    void withWhatItBringsItIsSlower() {
        Cart cart = cart(MOVER, null, List.of(), at(0, 0));
        cart.where().goTo(at(12, 0), Whereabouts.Aim.JOB, true);
        run();
        assertEquals(2 + (12 - 1 - 0.625) / 1 + 1.25, seconds(), 1e-6, "1 m/s is reached in 1 m, and given up in 0.625 m");
    }

    @Test
    void whereItIsAlreadyItNeedNotGo() {
        Cart cart = cart(MOVER, null, List.of(), at(5, 0));
        assertTrue(send(cart, 5));
        assertEquals(Whereabouts.Aim.NOTHING, cart.where().aim());
        assertTold("0 leaves for 5", "0 stands at 5", "0 5 to 5", "0 has come 0");
    }

    @Test
    void whoIsCalledOffStandsAsSoonAsItHasBraked() {
        Cart cart = cart(MOVER, null, List.of(), at(0, 0));
        send(cart, 40);
        log.clear();
        after(10, () -> {
            cart.where().stop(false);
            assertEquals(Whereabouts.Aim.NOTHING, cart.where().aim());
            assertTrue(cart.where().isUnderWay());
        });
        after(11, () -> cart.where().stop(false));
        run();
        // 16 m after 10 s, and 2.5 m more
        assertTold("10 0 to 40", "11 0 to 40", "12.5 has come 18.5", "12.5 stands at 18.5", "12.5 stopped");
        cart.where().stop(true);
        assertTold();
    }

    @Test
    void whoNeedNotBrakeStandsAtOnce() {
        Cart cart = cart(Mover.even(1), null, List.of(), at(0, 0));
        send(cart, 40);
        log.clear();
        after(10, () -> cart.where().stop(false));
        run();
        assertTold("10 has come 10", "10 stands at 10", "10 10 to 10");
    }

    @Test
    void whoIsSentElsewhereBrakesFirst() {
        Cart cart = cart(MOVER, null, List.of(), at(0, 0));
        send(cart, 40);
        log.clear();
        after(10, () -> assertFalse(cart.where().goTo(at(6.5, 0), Whereabouts.Aim.REST, false)));
        run();
        assertTold("10 leaves for 6.5", "10 0 to 40", "12.5 has come 18.5", "12.5 stands at 18.5", "12.5 stands at 6.5", "12.5 18.5 to 6.5",
                "12.5 is on its way", "21.75 has come 12", "21.75 stands at 6.5", "21.75 arrived");
        assertEquals(Whereabouts.Aim.REST, cart.where().takeAim());
    }

    @Test
    void whoNeedNotBrakeTurnsAtOnce() {
        Cart cart = cart(Mover.even(1), null, List.of(), at(0, 0));
        send(cart, 40);
        log.clear();
        after(10, () -> assertFalse(send(cart, 4)));
        run();
        assertTold("10 leaves for 4", "10 has come 10", "10 stands at 10", "10 stands at 4", "10 10 to 4", "10 is on its way",
                "16 has come 6", "16 stands at 4", "16 arrived");
    }

    @Test
    void whoIsSentToWhereItComesToRestIsThereThen() {
        Cart cart = cart(MOVER, null, List.of(), at(0, 0));
        send(cart, 40);
        log.clear();
        after(10, () -> cart.where().stop(false));
        after(11, () -> assertFalse(send(cart, 18.5)));
        run();
        assertTold("10 0 to 40", "11 leaves for 18.5", "11 0 to 40", "12.5 has come 18.5", "12.5 stands at 18.5", "12.5 stands at 18.5",
                "12.5 18.5 to 18.5", "12.5 has come 0", "12.5 arrived");
        assertEquals(Whereabouts.Aim.JOB, cart.where().takeAim(), "why it came");
    }

    @Test
    void inTrafficItTurnsWhereItCanBrake() {
        Cart cart = cart(MOVER, traffic(), BOTH_WAYS, at(0, 0));
        send(cart, 40);
        log.clear();
        after(10, () -> {
            assertFalse(send(cart, 0));
            assertEquals(Whereabouts.Aim.JOB, cart.where().aim());
        });
        run();
        assertTold("10 leaves for 0", "10 0 to 40", "12.5 has come 18.5", "12.5 18.5 to 0", "25 has come 18.5", "25 stands at 0",
                "25 arrived");
        assertEquals(37, use.figures(List.of("A")).getFirst().metres(), 1e-6, "there and back");
    }

    @Test
    void whoIsSentOnAfterItWasCalledOffGoesOnFromWhereItStands() {
        Cart cart = cart(MOVER, traffic(), BOTH_WAYS, at(0, 0));
        send(cart, 40);
        log.clear();
        after(10, () -> cart.where().stop(true));
        after(11, () -> assertFalse(send(cart, 30.5)));
        run();
        assertEquals("10 0 to 40", log.getFirst());
        assertTrue(log.contains("12.5 stands at 18.5"), log.toString());
        assertEquals("21.75 arrived", log.getLast(), "after 12 m more");
    }

    @Test
    void onAnAisleOfBothWaysItIsCalledOffWhereItIsInNobodysWay() {
        Cart cart = cart(Mover.even(1), traffic(), BOTH_WAYS, at(0, 5));
        cart.where().goTo(at(40, 5), Whereabouts.Aim.JOB, false);
        log.clear();
        after(20, () -> cart.where().stop(false));
        run();
        assertTold("20 0 to 40", "50 has come 50", "50 stands at 40", "50 stopped");
    }

    @Test
    void whoIsSentWhileItClearsTheAisleGoesOnFromItsEnd() {
        Cart cart = cart(Mover.even(1), traffic(), BOTH_WAYS, at(0, 5));
        cart.where().goTo(at(40, 5), Whereabouts.Aim.JOB, false);
        log.clear();
        after(20, () -> cart.where().stop(false));
        after(30, () -> cart.where().goTo(at(20, 5), Whereabouts.Aim.REST, false));
        run();
        assertEquals(50 + 30, seconds(), 1e-5, "back from the end of the aisle");
        assertEquals(List.of("50 has come 50", "50 stands at 40", "50 stands at 20", "50 40 to 20", "50 is on its way", "80 has come 30",
                "80 stands at 20", "80 arrived"), log.subList(log.size() - 8, log.size()));
    }

    @Test
    void whoIsKeptShowsThatAndMakesRoomForOthers() {
        Traffic traffic = traffic();
        Cart cart = cart(Mover.even(1), traffic, BOTH_WAYS, at(0, 5));
        Cart other = cart(Mover.even(1), traffic, BOTH_WAYS, at(40, 5));
        OnGround where = (OnGround) cart.where();
        where.goTo(at(40, -5), Whereabouts.Aim.JOB, false);
        other.where().goTo(at(0, -5), Whereabouts.Aim.JOB, false);
        log.clear();
        after(1, () -> {
            assertFalse(where.isKept());
            assertTrue(other.where().isKept(), "the aisle is given to the first");
            assertTrue(other.where().isUnderWay(), "it waits to set out");
            assertNull(((OnGround) other.where()).wayAside(), "it is at home");
        });
        run();
        assertFalse(other.where().isKept());
        assertTrue(log.stream().anyMatch(line -> line.endsWith("WAITING")), "it is shown that it is kept no longer: " + log);
        where.onInTheWay();
        assertTrue(log.getLast().endsWith("in the way"));
    }

    @Test
    void whoHasAJobMayStandAsideAtHome() {
        Cart cart = cart(Mover.even(1), traffic(), BOTH_WAYS, at(0, 5));
        OnGround where = (OnGround) cart.where();
        assertNull(where.wayAside(), "it goes nowhere");
        where.goTo(at(40, 5), Whereabouts.Aim.JOB, false);
        after(20, () -> {
            Route home = where.wayAside();
            assertNotNull(home);
            assertEquals(0, home.to().x(), 1e-9);
            assertEquals(5, home.to().y(), 1e-9);
        });
        run();
        where.goTo(at(0, -5), Whereabouts.Aim.REST, false);
        after(seconds() + 10, () -> assertNull(where.wayAside(), "only who has a job"));
        run();
    }

    @Test
    void whoIsBroughtStandsThere() {
        Cart cart = cart(Mover.even(1), null, List.of(), at(0, 0));
        cart.where().placeAt(at(7, 3));
        assertTold("0 stands at 7");
        assertEquals(7, cart.where().x(), 0);
        assertEquals(3, cart.where().y(), 0);
    }
}
