package rhombic.plant.transport;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.Passage;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.plant.staff.Staff;
import rhombic.plant.staff.Staffing;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Travel;
import rhombic.study.kind.ResourceGroup;

/**
 * A link along which pieces are carried. As many are asked for as are needed for all that waits here and has room where it goes. A piece
 * stays with its giver until it is fetched. While the link is down nothing sets out, and who is on the way comes through.
 */
final class Carriage extends Passage {
    final Transports transports;
    /** Where pieces are taken up, and where they are set down. */
    final Pose from;
    final Pose to;
    final int max;
    private final Course course;
    private final @Nullable Allocation allocation;
    private final Job.@Nullable Request request;
    /** How many there are who could come, at least 1. */
    private final int able;
    /** Asked for, to begin here. */
    private final List<Tour> asked = new ArrayList<>();
    /** On the way to here, or here, to take pieces up; those that have gone on are taken out when they are met. */
    private final List<Tour> coming = new ArrayList<>();
    private final List<Tour> unused = new ArrayList<>();
    /** How long pieces take to be taken up and set down here, drawn for each group: then fleets of different size meet the same numbers. */
    private final Map<String, TimeSampler[]> handling = new HashMap<>();
    /** Of all pieces that are fetched or carried. */
    private final Map<Trip, TransportOrder> orders = new LinkedHashMap<>();

    Carriage(Flow flow, Course course, Transports transports) {
        super(flow, course);
        this.transports = transports;
        this.course = course;
        Travel.Carried travel = (Travel.Carried) course.link().travel();
        max = travel.maxPieces();
        from = Layout.pickUp(course.outlet(), ResourceGroup.PERSON_REACH_METRES);
        to = Layout.setDown(course.inlet(), ResourceGroup.PERSON_REACH_METRES);
        Staff staff = flow.staff();
        if (staff == null) {
            allocation = null;
            request = null;
            able = 0;
            return;
        }
        Staffing.Request needed = staff.request(Job.Kind.CARRY, List.of(travel.need()));
        allocation = staff.allocation();
        request = new Job.Request(Job.Kind.CARRY, from, needed.demands(), needed.priority(), false);
        able = Math.max(1, staff.allocation().countSkilled(needed.demands().getFirst()));
    }

    Flow flow() {
        return flow;
    }

    Allocation allocation() {
        Allocation known = allocation;
        assert known != null : "nobody is there who could carry";
        return known;
    }

    /** Whether who carries here may carry there too. */
    boolean isOfSameCrew(Carriage other) {
        return request != null && other.request != null && request.demands().equals(other.request.demands())
                && request.priority() == other.request.priority();
    }

    // ---- what waits

    /** Whether somebody comes, or is here, who can take one more. */
    @Override
    protected boolean hasRoom() {
        return !coming.isEmpty() && nextTour() != null;
    }

    private @Nullable Tour nextTour() {
        coming.removeIf(tour -> !tour.comesTo(this));
        for (Tour tour : coming) {
            if (tour.hasRoomFor(this)) {
                return tour;
            }
        }
        return null;
    }

    @Override
    protected void onStanding() {
        taker().toAgenda();
    }

    @Override
    protected void onBacklog() {
        taker().toAgenda();
    }

    @Override
    protected void onLookedAt(Offer.QueuedOffer entry) {
        boolean waits = !isDown() && !hasRoom() && taker().waitsForPassageOnly(entry);
        if (waits && allocation != null) {
            if (asked.size() < able) {
                call();
            }
            allocation.noteChange(); // there may be room now that there was not
        }
        entry.offer.setToBeFetched(entry, waits);
    }

    @Override
    protected void onWithdrawn() {
        flow.atEndOfInstant(this::endOfInstant);
    }

    /** The first in line that could be fetched now; null if none could. */
    private Offer.@Nullable QueuedOffer firstThatCanGo() {
        for (Offer.QueuedOffer entry = taker().line.first(); entry != null; entry = taker().line.next(entry)) {
            if (entry.way.passage() == this && taker().waitsForPassageOnly(entry)) {
                return entry;
            }
        }
        return null;
    }

    /** Whether a piece could be fetched now if somebody came. */
    boolean canBeServed() {
        return !isDown() && firstThatCanGo() != null;
    }

    /** A piece waits for which there is room. */
    private void call() {
        Job.Request needed = request;
        if (needed == null) {
            return;
        }
        int tours = needed();
        while (asked.size() < tours) {
            Tour tour = unused.isEmpty() ? new Tour(this, needed) : unused.removeLast();
            asked.add(tour);
            tour.job.reset(needed, flow.now(), flow.now(), null, Job.Insistence.NO);
            allocation().ask(tour.job);
        }
    }

    /** How many must come for what waits here and has room where it goes; one if it has none now. */
    private int needed() {
        int offers = 0;
        Offer one = null;
        for (Offer.QueuedOffer entry = taker().line.first(); entry != null; entry = taker().line.next(entry)) {
            if (entry.way.passage() == this) {
                offers++;
                one = entry.offer;
            }
        }
        if (one == null) {
            return 0;
        }
        int pieces = Math.max(1, Math.min(Math.max(offers, one.backlog()), taker().roomFor(one.piece())));
        return Math.min(able, Math.ceilDiv(pieces, max));
    }

    /** All that can be taken in this instant has been taken: whoever is asked for beyond what waits is asked for no more. */
    private void endOfInstant() {
        for (int surplus = asked.size() - needed(); surplus > 0; surplus--) {
            Tour last = asked.removeLast();
            allocation().drop(last.job);
            unused.add(last);
        }
    }

    // ---- tours

    /** The tour has somebody, who comes. */
    void onComing(Tour tour) {
        asked.remove(tour);
        addComing(tour);
    }

    /** The tour has lost who was to come, and is asked for again. */
    void onAskedAgain(Tour tour) {
        asked.add(tour);
        flow.atEndOfInstant(this::endOfInstant);
    }

    void onEnded(Tour tour) {
        unused.add(tour);
    }

    /** A tour that is under way takes pieces from here along, in place of one that was asked for. */
    void onTakenAlong(Tour tour) {
        Tour last = asked.removeLast();
        allocation().drop(last.job);
        unused.add(last);
        addComing(tour);
        taker().serveLine();
    }

    private void addComing(Tour tour) {
        if (!coming.contains(tour)) {
            coming.add(tour);
        }
    }

    boolean isAskedFor() {
        return !asked.isEmpty();
    }

    @Override
    protected void agreed(Offer offer, Claim claim) {
        Tour tour = nextTour();
        assert tour != null : "nobody comes to fetch it";
        TransportOrder order = new TransportOrder(this, tour, offer, take(claim), flow.now());
        orders.put(order.trip, order);
        order.trip.hold();
        tour.add(order);
    }

    @Override
    protected void setOut(Trip trip) {
        throw new IllegalStateException("What is carried does not set out by itself");
    }

    @Override
    protected void onOutletOpens() {
        for (Tour tour : List.copyOf(coming)) {
            tour.takeUp();
        }
    }

    @Override
    protected Stream<Offer> beingFetched() {
        return orders.values().stream().filter(order -> order.state() == TransportOrder.State.APPROACH).map(order -> order.offer);
    }

    /** How long the next piece takes to be taken up here, or to be set down where the link leads. */
    long handlingNanos(Resource carrier, boolean takesUp) {
        Resource.Handling needed = carrier.handling();
        if (needed == null) {
            return 0;
        }
        TimeSampler[] samplers = handling.computeIfAbsent(needed.id(), id -> {
            String stream = course.link().id() + "\u0000" + id;
            return new TimeSampler[] {needed.pickUp().onlySampler(flow.stream(stream, Purpose.PICK_UP)),
                    needed.setDown().onlySampler(flow.stream(stream, Purpose.SET_DOWN))};
        });
        return samplers[takesUp ? 0 : 1].nextNanos();
    }

    /** The piece is in somebody's hands from now on, above so many others. */
    void onTakenUp(TransportOrder order, int person, int below) {
        order.become(TransportOrder.State.CARRY, flow.now());
        order.offer.hand(order.trip.claim());
        order.trip.begin();
        if (flow.trace != null) {
            flow.trace.carried(flow.now(), order.trip.piece().body, taker().node().index, index, person, below);
        }
    }

    /** What was brought is handed over, or waits for room. */
    void deliver(TransportOrder order) {
        arrive(order.trip);
        if (order.state() == TransportOrder.State.CARRY) {
            order.become(TransportOrder.State.WAITING_LOADED, flow.now());
        }
    }

    /** The piece is not fetched after all: it is on offer again, and its spot is free. */
    void withdraw(TransportOrder order) {
        order.become(TransportOrder.State.WITHDRAWN, flow.now());
        orders.remove(order.trip);
        order.trip.release();
        order.offer.unbind();
        taker().toAgenda();
    }

    @Override
    protected void onEnd(Trip trip) {}

    @Override
    protected void onTakenOver(Trip trip) {
        TransportOrder order = orders.remove(trip);
        assert order != null : "what is taken over was brought";
        order.tour.onTakenOver(order);
    }
}
