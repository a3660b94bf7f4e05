package rhombic.plant.transport;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.plant.handover.Flow;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;

/**
 * What one resource carries in one go: it goes from stop to stop, takes up at some and sets down at others. Where it goes is a matter of each sort
 * of tour. A piece is as heavy as the part of a full load that its link says.
 */
abstract class Tour implements Job.Owner {
    private static final double FULL = 1 + 1e-9;

    final Job job;
    final Flow flow;
    /** Whether it is where it went last. */
    boolean isThere;
    private final Allocation allocation;
    /** Of what is to be fetched, and of what is in hand. */
    private final List<TransportOrder> orders = new ArrayList<>();
    private final HandlingEvent handling = new HandlingEvent();

    /** Pieces are taken up and set down one after the other, each in its time. */
    private final class HandlingEvent extends Event {
        private final Deque<TransportOrder> queue = new ArrayDeque<>();
        private @Nullable TransportOrder order;
        private boolean takesUp;
        private boolean isFirstHere;

        /** In no time, if it takes none and no other is before it. */
        void handle(TransportOrder added, boolean isTakenUp) {
            if (order != null) {
                queue.add(added);
                return;
            }
            long nanos = added.carriage.handlingNanos(carrier(), added, isTakenUp);
            if (isFirstHere) {
                isFirstHere = false;
                nanos += added.carriage.stopNanos(carrier(), added, isTakenUp);
            }
            if (nanos == 0) {
                finish(added, isTakenUp);
                return;
            }
            order = added;
            takesUp = isTakenUp;
            if (isTakenUp && !added.wasHandedOn() && !added.offer.isBound()) {
                added.offer.bind();
            }
            allocation.showHandling(job, isTakenUp, !isTakenUp);
            flow.simulator.schedule(this, nanos);
        }

        @Override
        protected void occur() {
            TransportOrder done = order;
            assert done != null : "nothing is handled";
            order = null;
            allocation.showHandling(job, false, false);
            finish(done, takesUp);
            if (takesUp && carrier().isHeld()) {
                queue.clear(); // what is not in hand is left to others
                leave();
            }
            while (order == null && !queue.isEmpty()) {
                handle(queue.remove(), takesUp);
            }
            if (takesUp && order == null && isThere) {
                done.carriage.taker().toAgenda(); // more may wait here that can be taken now
                flow.atEndOfInstant(Tour.this::goOn);
            }
            flow.settle();
        }

        private void finish(TransportOrder done, boolean isTakenUp) {
            carrier().onHandled();
            if (isTakenUp) {
                done.carriage.onTakenUp(done, carrier().number,
                        carrier().hasSlots() ? done.slot : (int) orders.stream().filter(TransportOrder::isInHand).count());
            } else {
                onSetDown(done);
            }
        }

        boolean isOf(TransportOrder asked) {
            return asked == order || queue.contains(asked);
        }
    }

    Tour(Flow flow, Allocation allocation, Job.Request request) {
        this.flow = flow;
        this.allocation = allocation;
        job = new Job(this, request);
    }

    final Allocation allocation() {
        return allocation;
    }

    final Resource carrier() {
        return job.resources().getFirst();
    }

    /** Of what is to be fetched, and of what is in hand. */
    final List<TransportOrder> orders() {
        return Collections.unmodifiableList(orders);
    }

    final boolean isLoaded() {
        return orders.stream().anyMatch(TransportOrder::isInHand);
    }

    final boolean isHandling() {
        return handling.order != null;
    }

    /** Whether it is taken up or set down, or its turn to be comes. */
    final boolean isBeingHandled(TransportOrder order) {
        return handling.isOf(order);
    }

    /** Takes it up or sets it down, after what is handled already. */
    final void handle(TransportOrder order, boolean takesUp) {
        handling.handle(order, takesUp);
    }

    // ---- what is a matter of its sort

    /** Whether it comes to take pieces of the link up, or is there to do so. */
    abstract boolean comesTo(Carriage carriage);

    /** Whether it is there, and takes pieces of the link up. */
    abstract boolean isAt(Carriage carriage);

    /** All that can be taken up here in this instant has been taken: it goes on, unless something has yet to come out. */
    abstract void goOn();

    /** It takes no more up here, and goes on. */
    abstract void leave();

    /** All pieces of a link that it has brought have been taken over. */
    abstract void onBrought(Carriage carriage);

    // ---- what it takes

    /** Whether it has room for that piece of the link beside all that it has or is to fetch. */
    boolean hasRoomFor(Carriage carriage, Piece piece) {
        double load = 1.0 / carriage.max;
        double kilograms = flow.types.kilograms(piece);
        for (TransportOrder order : orders) {
            load += 1.0 / order.carriage.max;
            kilograms += order.kilograms;
        }
        return load <= FULL && kilograms <= carrier().maxKilograms() && carrier().freeSlot(piece, taken()) >= 0;
    }

    private BitSet taken() {
        BitSet taken = new BitSet();
        for (TransportOrder order : orders) {
            taken.set(order.slot);
        }
        return taken;
    }

    /** Its claim is made; the piece is taken up at once if somebody is there for it. */
    final void add(TransportOrder order) {
        order.kilograms = flow.types.kilograms(order.trip.piece());
        order.slot = carrier().freeSlot(order.trip.piece(), taken());
        orders.add(order);
        if (isAt(order.carriage)) {
            handling.handle(order, true);
            if (handling.isOf(order) && !order.offer.isBound()) {
                order.offer.bind(); // its turn comes
            }
            flow.atEndOfInstant(this::goOn);
        } else {
            order.offer.bind();
        }
    }

    /** What waits here may go out again, or it has just come. */
    void takeUp(Carriage here) {
        if (!isAt(here)) {
            return;
        }
        if (carrier().isHeld()) {
            if (!isHandling()) {
                leave();
            }
            return;
        }
        for (TransportOrder order : List.copyOf(orders)) {
            if (order.carriage == here && !order.isInHand() && !handling.isOf(order) && !order.offer.isOutletHeld()) {
                handling.handle(order, true);
            }
        }
        here.taker().toAgenda(); // more may wait here that can be taken now
        flow.atEndOfInstant(this::goOn);
    }

    /** It is set down: handed over where its link leads, or it waits for room there. */
    void onSetDown(TransportOrder order) {
        order.carriage.deliver(order);
    }

    /** It takes a piece on that another has set down on the way. */
    final void takeOn(TransportOrder order) {
        order.tour = this;
        order.slot = carrier().freeSlot(order.trip.piece(), taken());
        orders.add(order);
    }

    /** A piece has been set down on the way, for another. */
    final void release(TransportOrder order) {
        orders.remove(order);
    }

    /** It has come to a stop. */
    final void arrive() {
        isThere = true;
        handling.isFirstHere = true;
    }

    /** What it has for the link is set down. */
    final void setDown(Carriage here) {
        for (TransportOrder order : List.copyOf(orders)) {
            if (order.carriage == here && order.isInHand()) {
                handling.handle(order, false);
            }
        }
    }

    /** What was brought has been taken over. */
    final void onTakenOver(TransportOrder order) {
        order.become(TransportOrder.State.DONE, flow.now());
        assert order.addsUp() : "the parts of time of an order add up";
        orders.remove(order);
        Carriage here = order.carriage;
        if (orders.stream().noneMatch(other -> other.carriage == here && other.isInHand())) {
            onBrought(here);
        }
    }

    /** What is not in hand yet is left to others; what is in hand is brought where it goes. */
    final void leaveToOthers() {
        for (TransportOrder order : List.copyOf(orders)) {
            if (!order.isInHand()) {
                orders.remove(order);
                order.carriage.withdraw(order);
            }
        }
    }

    // ---- what the allocation asks and tells

    @Override
    public final boolean canLeave(Job given) {
        return !isHandling() && !isLoaded();
    }

    @Override
    public final void onLeft(Job given) {
        isThere = false;
    }
}
