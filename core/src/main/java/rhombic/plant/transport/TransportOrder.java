package rhombic.plant.transport;

import java.util.Arrays;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.Passage;

/**
 * One piece that is carried, from its assignment on: the way, the claim and the tour are fixed then. Before that it is an offer that stands
 * in line.
 */
final class TransportOrder {
    /** How far it has come. */
    enum State {
        /** Somebody is on the way to fetch the piece. */
        APPROACH,
        /** The piece is carried. */
        CARRY,
        /** It has been set down on the way, where another takes it on. */
        HANDED_ON,
        /** It has been brought, and there is no room for it yet. */
        WAITING_LOADED,
        /** It has been taken over. */
        DONE,
        /** Nobody fetches it after all; the piece is on offer again. */
        WITHDRAWN
    }

    private static final State[] STATES = State.values();

    final Carriage carriage;
    Tour tour;
    final Offer offer;
    final Passage.Trip trip;
    /** Its place on who carries it, among those that it has room for. */
    int slot;
    double kilograms;
    /** The zone to which it is, or was, handed on; negative: it goes to the end. */
    int zone = -1;
    private final long assignedNanos;
    private final long[] timeIn = new long[STATES.length];
    private State state = State.APPROACH;
    private long sinceNanos;

    TransportOrder(Carriage carriage, Tour tour, Offer offer, Passage.Trip trip, long now) {
        this.carriage = carriage;
        this.tour = tour;
        this.offer = offer;
        this.trip = trip;
        assignedNanos = now;
        sinceNanos = now;
    }

    State state() {
        return state;
    }

    boolean isInHand() {
        return state == State.CARRY || state == State.WAITING_LOADED;
    }

    /** Whether it waits where it was set down on the way. */
    boolean wasHandedOn() {
        return state == State.HANDED_ON;
    }

    /** @throws IllegalStateException if an order that stands like this can't become that */
    void become(State next, long now) {
        boolean may = switch (next) {
            case APPROACH -> false;
            case CARRY -> state == State.APPROACH || state == State.HANDED_ON;
            case WITHDRAWN -> state == State.APPROACH;
            case HANDED_ON, WAITING_LOADED -> state == State.CARRY;
            case DONE -> isInHand();
        };
        if (!may) {
            throw new IllegalStateException("An order that is " + state + " can't become " + next);
        }
        timeIn[state.ordinal()] += now - sinceNanos;
        state = next;
        sinceNanos = now;
    }

    /** How long it was in that state; of one that has ended these add up to the time since it was assigned. */
    long nanosIn(State one) {
        return timeIn[one.ordinal()];
    }

    /** Whether its parts of time add up to the time since it was assigned. */
    boolean addsUp() {
        return Arrays.stream(timeIn).sum() == sinceNanos - assignedNanos;
    }
}
