package rhombic.plant.transport;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.plant.handover.Flow;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.space.Pose;

/**
 * What one resource carries in one go: it goes from stop to stop, takes up at some and sets down at others. A piece is as heavy as the part of
 * a full load that its link says.
 */
final class Tour implements Job.Owner {
    /** A tour calls at so many links at most: beyond that all sequences are too many to look at. */
    private static final int MAX_LINKS = 4;
    private static final double FULL = 1 + 1e-9;
    /** Less than this is not worth another sequence. */
    private static final double SAVED_METRES = 1e-6;

    final Job job;
    private final Carriage first;
    private final Flow flow;
    /** Of what is to be fetched, and of what is in hand. */
    private final List<TransportOrder> orders = new ArrayList<>();
    /** Those that are still to come, the one where it is or where it goes first. */
    private final List<Stop> stops = new ArrayList<>();
    private boolean isThere;
    private final HandlingEvent handling = new HandlingEvent();

    /** Pieces are taken up and set down one after the other, each in its time. */
    private final class HandlingEvent extends Event {
        private final Deque<TransportOrder> queue = new ArrayDeque<>();
        private @Nullable TransportOrder order;
        private boolean takesUp;

        /** In no time, if it takes none and no other is before it. */
        void handle(TransportOrder added, boolean isTakenUp) {
            if (order != null) {
                queue.add(added);
                return;
            }
            long nanos = added.carriage.handlingNanos(carrier(), isTakenUp);
            if (nanos == 0) {
                finish(added, isTakenUp);
                return;
            }
            order = added;
            takesUp = isTakenUp;
            if (isTakenUp && !added.offer.isBound()) {
                added.offer.bind();
            }
            allocation().showHandling(job, isTakenUp, !isTakenUp);
            flow.simulator.schedule(this, nanos);
        }

        @Override
        protected void occur() {
            TransportOrder done = order;
            assert done != null : "nothing is handled";
            order = null;
            allocation().showHandling(job, false, false);
            finish(done, takesUp);
            if (takesUp && carrier().isHeld()) {
                queue.clear(); // what is not in hand is left to others
                next();
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
                int below = (int) orders.stream().filter(TransportOrder::isInHand).count();
                done.carriage.onTakenUp(done, carrier().number, below);
            } else {
                done.carriage.deliver(done);
            }
        }

        boolean isOf(TransportOrder asked) {
            return asked == order || queue.contains(asked);
        }

        boolean isUnderWay() {
            return order != null;
        }
    }

    /** Where pieces of a link are taken up, or set down. */
    private record Stop(Carriage carriage, boolean takesUp) {
        Pose location() {
            return takesUp ? carriage.from : carriage.to;
        }

        static boolean mustComeBefore(Stop one, Stop other) {
            return one.takesUp && !other.takesUp && one.carriage == other.carriage;
        }
    }

    Tour(Carriage first, Job.Request request) {
        this.first = first;
        flow = first.flow();
        job = new Job(this, request);
    }

    private Allocation allocation() {
        return first.allocation();
    }

    private Resource carrier() {
        return job.resources().getFirst();
    }

    // ---- what it takes

    /** Whether it comes to take pieces of the link up, or is there to do so. */
    boolean comesTo(Carriage carriage) {
        return stops.contains(new Stop(carriage, true));
    }

    /** Whether it has room for one more piece of the link. */
    boolean hasRoomFor(Carriage carriage) {
        if (orders.size() >= carrier().maxPieces()) {
            return false;
        }
        double load = 1.0 / carriage.max;
        for (TransportOrder order : orders) {
            load += 1.0 / order.carriage.max;
        }
        return load <= FULL;
    }

    /** Its claim is made; the piece is taken up at once if somebody is there for it. */
    void add(TransportOrder order) {
        orders.add(order);
        Stop here = stops.getFirst();
        if (isThere && here.takesUp && here.carriage == order.carriage) {
            takeUp(order);
            if (handling.isOf(order) && !order.offer.isBound()) {
                order.offer.bind(); // its turn comes
            }
            flow.atEndOfInstant(this::goOn);
        } else {
            order.offer.bind();
        }
    }

    private void takeUp(TransportOrder order) {
        handling.handle(order, true);
    }

    /** Takes up what is to be taken up where it is, as far as it may go out. */
    void takeUp() {
        if (!isThere || !stops.getFirst().takesUp) {
            return;
        }
        if (carrier().isHeld()) {
            if (!handling.isUnderWay()) {
                next();
            }
            return;
        }
        Carriage here = stops.getFirst().carriage;
        for (TransportOrder order : List.copyOf(orders)) {
            if (order.carriage == here && !order.isInHand() && !handling.isOf(order) && !order.offer.isOutletHeld()) {
                takeUp(order);
            }
        }
        here.taker().toAgenda(); // more may wait here that can be taken now
        flow.atEndOfInstant(this::goOn);
    }

    // ---- what the allocation asks and tells

    @Override
    public boolean isPossible(Job asked) {
        return first.canBeServed();
    }

    @Override
    public void onGiven(Job given) {
        isThere = false;
        stops.add(new Stop(first, true));
        stops.add(new Stop(first, false));
        first.onComing(this);
        first.taker().serveLine();
        flow.atEndOfInstant(this::takeOthers);
    }

    @Override
    public void onReady(Job given) {
        isThere = true;
        if (stops.getFirst().takesUp) {
            takeUp();
        } else {
            setDown(stops.getFirst().carriage);
        }
    }

    @Override
    public boolean canLeave(Job given) {
        return !handling.isUnderWay() && orders.stream().noneMatch(TransportOrder::isInHand);
    }

    @Override
    public Pose ends(Job given) {
        return first.to;
    }

    @Override
    public void onLeft(Job given) {
        isThere = false;
    }

    @Override
    public void onReturned(Job given) {
        giveUp();
        first.onAskedAgain(this);
    }

    /** Nothing is in hand, and nothing is fetched any more. */
    private void giveUp() {
        fetchNoMore();
        isThere = false;
    }

    /** What is not in hand yet is left to others; what is in hand is brought where it goes. */
    private void fetchNoMore() {
        for (TransportOrder order : List.copyOf(orders)) {
            if (!order.isInHand()) {
                orders.remove(order);
                order.carriage.withdraw(order);
            }
        }
        stops.removeIf(stop -> stop.takesUp || orders.stream().noneMatch(order -> order.carriage == stop.carriage));
    }

    // ---- from stop to stop

    /** All that can be taken up here in this instant has been taken: it goes on, unless something has yet to come out. */
    private void goOn() {
        if (stops.isEmpty() || !isThere || !stops.getFirst().takesUp) {
            return;
        }
        Carriage here = stops.getFirst().carriage;
        boolean waits = orders.stream().anyMatch(order -> order.carriage == here && !order.isInHand());
        if (waits) {
            return;
        }
        stops.removeFirst();
        here.taker().toAgenda(); // more may wait to be carried
        next();
    }

    private void next() {
        isThere = false;
        if (carrier().isHeld()) {
            fetchNoMore();
        }
        boolean isLoaded = orders.stream().anyMatch(TransportOrder::isInHand);
        if (stops.isEmpty()) {
            allocation().done(job);
            first.onEnded(this);
        } else {
            allocation().goOn(job, stops.getFirst().location(), isLoaded);
        }
    }

    private void setDown(Carriage here) {
        for (TransportOrder order : List.copyOf(orders)) {
            if (order.carriage == here) {
                handling.handle(order, false);
            }
        }
    }

    /** What was brought has been taken over. */
    void onTakenOver(TransportOrder order) {
        order.become(TransportOrder.State.DONE, flow.now());
        assert order.addsUp() : "the parts of time of an order add up";
        orders.remove(order);
        Carriage here = order.carriage;
        if (orders.stream().noneMatch(other -> other.carriage == here)) {
            stops.remove(new Stop(here, false));
            next();
        }
    }

    // ---- several links in one tour

    /** Nobody else is free for them: pieces of other links are taken along where that saves way. */
    private void takeOthers() {
        if (stops.isEmpty()) {
            return;
        }
        if (orders.isEmpty()) {
            giveUp();
            allocation().drop(job);
            first.onEnded(this);
            return;
        }
        int before = stops.size();
        Stop next = stops.getFirst();
        for (Carriage other : first.transports.carriages()) {
            boolean may = stops.size() < 2 * MAX_LINKS && other.isAskedFor() && other.isOfSameCrew(first) && hasRoomFor(other)
                    && !stops.contains(new Stop(other, false)) && other.canBeServed();
            if (may) {
                takeAlong(other);
            }
        }
        if (stops.size() > before && !isThere && !stops.getFirst().equals(next)) {
            allocation().redirect(job, stops.getFirst().location());
        }
    }

    /** Takes pieces of that link along, if the way through all stops is shorter than if they were fetched after all others. */
    private void takeAlong(Carriage other) {
        List<Stop> all = new ArrayList<>(stops);
        all.add(new Stop(other, true));
        all.add(new Stop(other, false));
        List<Stop> best = sequence(all);
        if (metres(best) >= metres(all) - SAVED_METRES) {
            return;
        }
        stops.clear();
        stops.addAll(best);
        other.onTakenAlong(this);
        if (orders.stream().noneMatch(order -> order.carriage == other)) {
            stops.removeIf(stop -> stop.carriage == other);
        }
    }

    /** The best sequence of the stops; where it is stays the first. */
    private List<Stop> sequence(List<Stop> all) {
        List<Stop> best = new ArrayList<>(isThere ? all.subList(0, 1) : List.of());
        best.addAll(new TourPlan<>(begins(all), all.subList(best.size(), all.size()), Stop::location, Stop::mustComeBefore,
                this::metres).sequence());
        return best;
    }

    private double metres(Pose one, Pose other) {
        return allocation().metres(job, one, other);
    }

    private Pose begins(List<Stop> all) {
        return isThere ? all.getFirst().location() : carrier().pose();
    }

    private double metres(List<Stop> sequence) {
        double sum = 0;
        Pose at = begins(sequence);
        for (Stop stop : sequence) {
            sum += metres(at, stop.location());
            at = stop.location();
        }
        return sum;
    }
}
