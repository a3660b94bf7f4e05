package rhombic.plant.resource;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.plant.piece.Piece;
import rhombic.plant.route.Mover;
import rhombic.plant.route.StraightRouter;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Dispatching;

/** What holds of every resource that says nothing else. */
class ResourceTest {
    private final Yard yard = new Yard();

    private PlainResource add(Group group, Pose home) {
        PlainResource plain = new PlainResource(yard.allocation.resources().size(), group, home);
        yard.allocation.add(plain);
        return plain;
    }

    @Test
    void itCarriesOneOnTheOtherServesEverywhereAndHasAllTheEnergyItNeeds() {
        PlainResource plain = add(yard.group(c -> c), Pose.at(0, 0, 0, 0));
        BitSet taken = new BitSet();
        assertEquals(0, plain.freeSlot(new Piece(0), taken));
        taken.set(0, 2);
        assertEquals(2, plain.freeSlot(new Piece(0), taken));
        assertFalse(plain.hasSlots());
        assertEquals(Double.POSITIVE_INFINITY, plain.maxKilograms());
        assertTrue(plain.serves(plain.home(), plain.home()));
        assertEquals(1, plain.batteryLevel());
        assertFalse(plain.isChoosy() || plain.needsRest() || plain.isDriven() || plain.leavesHomeAtOnce() || plain.isResting());
        assertTrue(plain.canTake(yard.job(0, 0)) && plain.can(0) && !plain.can(1));
        assertEquals(0, plain.driverRidesOn());
    }

    @Test
    void itWaitsAtHomeIfItsGroupDoes() {
        PlainResource home = add(yard.group(c -> c), Pose.at(0, 0, 0, 0));
        assertTrue(home.waitsElsewhere());
        assertEquals(home.home(), home.waitingPlace());
        PlainResource stays = add(yard.staying(c -> c), Pose.at(0, 0, 0, 0));
        assertFalse(stays.waitsElsewhere());
        assertEquals(null, stays.waitingPlace());
        assertEquals(-50, stays.restingPlace(false).x(), 0);
        assertEquals(stays.home(), stays.restingPlace(true));
        Group noArea = yard.allocation.group("Others", new Group.Ways(Mover.even(1), Mover.even(1), new StraightRouter(), null, 0),
                new Group.Rules(Dispatching.USUAL, piece -> 0, null, AtShiftEnd.FINISH, null));
        PlainResource other = add(noArea, Pose.at(3, 0, 0, 0));
        assertEquals(other.home(), other.restingPlace(false));
        assertEquals("Others", other.group().name());
        assertEquals(List.of(0, 0, 0), List.of(home.numberInGroup(), stays.numberInGroup(), other.numberInGroup()));
        assertEquals(1, add(noArea, Pose.at(5, 0, 0, 0)).numberInGroup());
    }

    @Test
    void howFarItIsIsTakenFromWhereItIs() {
        PlainResource plain = add(yard.staying(c -> c), Pose.at(10, 20, 0, 0));
        assertEquals(25, plain.squareMetresTo(13, 24), 0);
        assertEquals(25, plain.squareMetresTo(7, 16), 0);
        assertEquals(5, plain.metresTo(Pose.at(13, 24, 0, 0)), 0);
        assertEquals(5, plain.metres(Pose.at(0, 0, 0, 0), Pose.at(3, 4, 0, 0)), 0);
        assertFalse(plain.goTo(Pose.at(40, 20, 0, 0), Whereabouts.Aim.REST, false));
        yard.until(10);
        assertEquals(10, plain.metresGone(), 1e-9);
        assertTrue(plain.isUnderWay());
        assertEquals(20_000_000_000L, plain.pace().nanos());
        assertEquals(0, plain.squareMetresTo(20, 20), 1e-9);
        plain.stop(false);
        assertFalse(plain.isUnderWay());
        assertEquals(20, plain.pose().x(), 1e-9);
    }
}
