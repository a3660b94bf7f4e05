package rhombic.plant.transport;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rhombic.plant.handover.Offer;

/** The life of an order. */
class TransportOrderTest {
    private static TransportOrder order(long now) {
        return new TransportOrder(mock(Carriage.class), mock(Tour.class), mock(Offer.class), null, now);
    }

    @Test
    void itsPartsOfTimeAddUpToTheTimeSinceItWasAssigned() {
        TransportOrder order = order(100);
        order.become(TransportOrder.State.CARRY, 130);
        assertTrue(order.isInHand());
        order.become(TransportOrder.State.WAITING_LOADED, 170);
        assertTrue(order.isInHand());
        order.become(TransportOrder.State.DONE, 171);
        assertEquals(30, order.nanosIn(TransportOrder.State.APPROACH));
        assertEquals(40, order.nanosIn(TransportOrder.State.CARRY));
        assertEquals(1, order.nanosIn(TransportOrder.State.WAITING_LOADED));
        assertTrue(order.addsUp());
    }

    @ParameterizedTest
    @EnumSource(TransportOrder.State.class)
    void whatHasEndedBecomesNothingElse(TransportOrder.State next) {
        TransportOrder done = order(0);
        done.become(TransportOrder.State.CARRY, 1);
        done.become(TransportOrder.State.DONE, 2);
        assertThrows(IllegalStateException.class, () -> done.become(next, 3));
        TransportOrder withdrawn = order(0);
        withdrawn.become(TransportOrder.State.WITHDRAWN, 5);
        assertThrows(IllegalStateException.class, () -> withdrawn.become(next, 6));
    }

    @Test
    void whatIsInHandIsNotWithdrawnAndWhatIsFetchedIsNotDone() {
        TransportOrder order = order(0);
        assertThrows(IllegalStateException.class, () -> order.become(TransportOrder.State.DONE, 1));
        assertThrows(IllegalStateException.class, () -> order.become(TransportOrder.State.WAITING_LOADED, 1));
        order.become(TransportOrder.State.CARRY, 1);
        assertThrows(IllegalStateException.class, () -> order.become(TransportOrder.State.WITHDRAWN, 2));
    }
}
