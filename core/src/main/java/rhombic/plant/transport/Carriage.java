package rhombic.plant.transport;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.formula.PieceTime;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.Passage;
import rhombic.plant.piece.PickPlaces;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.plant.staff.Staff;
import rhombic.plant.staff.Staffing;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Travel;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.value.TimeSource;

/**
 * A link along which pieces are carried. As many are asked for as are needed for all that waits here and has room where it goes. A piece
 * stays with its giver until it is fetched. While the link is down nothing sets out, and who is on the way comes through.
 */
final class Carriage extends Passage {
    private static final int ANY_ZONE = -1;

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
    /** Waits for a full load; null if one comes at once. */
    private final @Nullable FullLoad fullLoad;
    /** Asked for, to begin here. */
    private final List<CalledTour> asked = new ArrayList<>();
    /** On the way to here, or here, to take pieces up; those that have gone on are taken out when they are met. */
    private final List<Tour> coming = new ArrayList<>();
    private final List<CalledTour> unused = new ArrayList<>();
    /** Of groups that come by on a fixed round, whoever calls. */
    private final List<Rounds> rounds;
    /** How long pieces take to be taken up and set down here, drawn for each group: then fleets of different size meet the same numbers. */
    private final Map<String, HandlingTimes> handling = new HashMap<>();
    /** Where each piece is picked by itself; null: they are taken up where they go out. */
    private final @Nullable PickPlaces picks;
    final HandedOn handedOn = new HandedOn();
    /** Of all pieces that are fetched or carried. */
    private final Map<Trip, TransportOrder> orders = new LinkedHashMap<>();

    /** For one group. */
    private record HandlingTimes(PieceTime takingUp, PieceTime settingDown, TimeSampler stop) {}

    Carriage(Flow flow, Course course, Transports transports) {
        super(flow, course);
        this.transports = transports;
        this.course = course;
        picks = course.giver().pickPlaces();
        Travel.Carried travel = (Travel.Carried) course.link().travel();
        max = travel.maxPieces();
        fullLoad = travel.fullLoadWithin().map(time -> new FullLoad(flow, time.nanos(), max, () -> {
            taker().toAgenda();
            call();
        })).orElse(null);
        from = Layout.pickUp(course.outlet(), ResourceGroup.PERSON_REACH_METRES);
        to = Layout.setDown(course.inlet(), ResourceGroup.PERSON_REACH_METRES);
        Staff staff = flow.staff();
        List<String> called = new ArrayList<>(travel.need().inOrder());
        rounds = called.stream().flatMap(name -> transports.rounds(flow, name).stream()).toList();
        rounds.forEach(round -> round.add(this, course.link().from(), course.link().to()));
        called.removeIf(name -> transports.rounds(flow, name).isPresent());
        allocation = staff == null ? null : staff.allocation();
        if (staff == null || called.isEmpty()) {
            request = null;
            able = 0;
            return;
        }
        Staffing.Request needed = staff.request(Job.Kind.CARRY, List.of(travel.need().withSkills(called)));
        request = new Job.Request(Job.Kind.CARRY, from, needed.demands(), needed.priority(), false);
        if (picks != null && picks.zones() > 1) {
            staff.allocation().lookAtEach();
        }
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
        return picks == null && other.picks == null && request != null && other.request != null
                && request.demands().equals(other.request.demands())
                && request.priority() == other.request.priority();
    }

    // ---- what waits

    @Override
    protected void begin() {
        super.begin();
        transports.begin();
    }

    /** Whether somebody comes, or is here, who can take it. */
    @Override
    protected boolean hasRoomFor(Piece piece) {
        return !coming.isEmpty() && nextTour(piece) != null;
    }

    private @Nullable Tour nextTour(Piece piece) {
        coming.removeIf(tour -> !tour.comesTo(this));
        for (Tour tour : coming) {
            if (tour.hasRoomFor(this, piece)) {
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
        boolean waits = !isDown() && !hasRoomFor(entry.piece()) && taker().waitsForPassageOnly(entry);
        if (waits && allocation != null) {
            if (asked.size() < able) {
                call();
            }
            allocation.noteChange(); // there may be room now that there was not
            rounds.forEach(round -> round.onWaiting(this));
        }
        entry.offer.setToBeFetched(entry, waits);
    }

    @Override
    protected void onCalled(Offer.QueuedOffer entry, boolean isCalled) {
        if (isCalled) {
            traceCalled(entry.piece(), -1);
        } else {
            traceCalledOff(entry.piece());
        }
    }

    /** @param mover who comes; negative: nobody yet */
    private void traceCalled(Piece piece, int mover) {
        if (flow.trace != null && isInPlant(piece)) {
            flow.trace.called(flow.now(), piece.body, course.giver().index, index, mover);
        }
    }

    private void traceCalledOff(Piece piece) {
        if (flow.trace != null && isInPlant(piece)) {
            flow.trace.calledOff(flow.now(), piece.body, course.giver().index);
        }
    }

    /** What a goods in has on offer is nowhere yet. */
    private static boolean isInPlant(Piece piece) {
        return piece.body >= 0;
    }

    @Override
    protected void onWithdrawn() {
        flow.atEndOfInstant(this::endOfInstant);
    }

    /** Whether one of those in line could be fetched now. */
    private boolean hasOne(Predicate<Piece> of) {
        if (isDown()) {
            return false;
        }
        for (Offer.QueuedOffer entry = taker().line.first(); entry != null; entry = taker().line.next(entry)) {
            if (entry.way.passage() == this && of.test(entry.piece()) && taker().waitsForPassageOnly(entry)) {
                return true;
            }
        }
        return false;
    }

    /** The first in line that could be fetched now; null if none could. */
    @Nullable
    Piece firstWaiting() {
        for (Offer.QueuedOffer entry = taker().line.first(); entry != null && !isDown(); entry = taker().line.next(entry)) {
            if (entry.way.passage() == this && taker().waitsForPassageOnly(entry)) {
                return entry.piece();
            }
        }
        return handedOn.first();
    }

    /** How many pieces wait at the giver, as far as is known. */
    int waiting() {
        int offers = 0;
        int backlog = 0;
        for (Offer.QueuedOffer entry = taker().line.first(); entry != null; entry = taker().line.next(entry)) {
            if (entry.way.passage() == this) {
                offers++;
                backlog = entry.offer.backlog();
            }
        }
        return Math.max(offers, backlog);
    }

    /** Whether a piece could be fetched now if somebody came. */
    boolean canBeServed() {
        return !isDown() && !handedOn.isEmpty() || hasOne(piece -> picks == null || picks.mayPick(piece, ANY_ZONE));
    }

    /** Whether one could be fetched by somebody who has nothing else on it. */
    boolean canBeServedBy(Resource resource) {
        int zone = picks == null ? 0 : picks.zoneOf(resource.numberInGroup());
        return isFetchedBy(resource)
                && (!isDown() && handedOn.isFor(zone) || hasOne(piece -> flow.types.kilograms(piece) <= resource.maxKilograms()
                        && resource.freeSlot(piece, new BitSet()) >= 0 && (picks == null || picks.mayPick(piece, zone))));
    }

    /** Whether it fetches from here at all. */
    boolean isFetchedBy(Resource resource) {
        return resource.serves(course.outlet(), course.inlet());
    }

    /** Whether one could be fetched beside what a tour has already. */
    boolean hasOneFor(Tour tour) {
        return hasOne(piece -> tour.hasRoomFor(this, piece));
    }

    /** A piece waits for which there is room. */
    private void call() {
        Job.Request needed = request;
        if (needed == null) {
            return;
        }
        int tours = needed();
        while (asked.size() < tours) {
            CalledTour tour = unused.isEmpty() ? newTour(needed) : unused.removeLast();
            asked.add(tour);
            tour.job.reset(needed, flow.now(), flow.now(), null, Job.Insistence.NO);
            allocation().ask(tour.job);
        }
    }

    private CalledTour newTour(Job.Request needed) {
        return picks == null ? new CalledTour(this, needed) : new PickTour(this, needed, picks);
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
        int taken = handedOn.zones();
        if (one == null) {
            return Math.min(able, taken + (fullLoad == null ? 0 : fullLoad.tours(0)));
        }
        int pieces = Math.max(1, Math.min(Math.max(offers, one.backlog()), taker().roomFor(one.piece())));
        return Math.min(able, taken + (fullLoad == null ? Math.ceilDiv(pieces, max) : fullLoad.tours(pieces)));
    }

    /** All that can be taken in this instant has been taken: whoever is asked for beyond what waits is asked for no more. */
    private void endOfInstant() {
        for (int surplus = asked.size() - needed(); surplus > 0; surplus--) {
            CalledTour last = asked.removeLast();
            allocation().drop(last.job);
            unused.add(last);
        }
    }

    // ---- tours

    /** The tour has somebody, who comes. */
    void onComing(CalledTour tour) {
        asked.remove(tour);
        if (fullLoad != null) {
            fullLoad.onComing();
        }
        addComing(tour);
    }

    /** The tour has lost who was to come, and is asked for again. */
    void onAskedAgain(CalledTour tour) {
        asked.add(tour);
        flow.atEndOfInstant(this::endOfInstant);
    }

    void onEnded(CalledTour tour) {
        unused.add(tour);
    }

    /** A tour that is under way takes pieces from here along, in place of one that was asked for. */
    void onTakenAlong(Tour tour) {
        CalledTour last = asked.removeLast();
        allocation().drop(last.job);
        unused.add(last);
        addComing(tour);
        taker().serveLine();
    }

    /** A tour is here, or on its way to here, to take pieces up. */
    void addComing(Tour tour) {
        if (!coming.contains(tour)) {
            coming.add(tour);
        }
    }

    boolean isAskedFor() {
        return !asked.isEmpty();
    }

    @Override
    protected void agreed(Offer offer, Claim claim) {
        Tour tour = nextTour(claim.piece());
        assert tour != null : "nobody comes to fetch it";
        TransportOrder order = new TransportOrder(this, tour, offer, take(claim), flow.now());
        orders.put(order.trip, order);
        order.trip.hold();
        traceCalled(claim.piece(), tour.carrier().number);
        tour.add(order);
    }

    @Override
    protected void setOut(Trip trip) {
        throw new IllegalStateException("What is carried does not set out by itself");
    }

    @Override
    protected void onOutletOpens() {
        for (Tour tour : List.copyOf(coming)) {
            tour.takeUp(this);
        }
    }

    @Override
    protected Stream<Offer> beingFetched() {
        return orders.values().stream().filter(order -> order.state() == TransportOrder.State.APPROACH).map(order -> order.offer);
    }

    /** How long the piece takes to be taken up here, or to be set down where the link leads. */
    long handlingNanos(Resource carrier, TransportOrder order, boolean takesUp) {
        Piece piece = order.trip.piece();
        HandlingTimes times = handlingOf(carrier.handling(piece));
        long own = times == null ? 0 : (takesUp ? times.takingUp : times.settingDown).nanos(piece);
        return own + (takesUp ? carrier.preparesFor(piece) : 0)
                + (takesUp && picks != null && !order.wasHandedOn() ? picks.pieceNanos(piece) : 0);
    }

    /** How long it takes at a stop before the first piece is handled. */
    long stopNanos(Resource carrier, TransportOrder order, boolean takesUp) {
        HandlingTimes times = handlingOf(carrier.handling());
        return (times == null ? 0 : times.stop.nextNanos()) + (takesUp && picks != null && !order.wasHandedOn() ? picks.stopNanos() : 0);
    }

    private @Nullable HandlingTimes handlingOf(Resource.@Nullable Handling needed) {
        return needed == null ? null : handling.computeIfAbsent(needed.id(), id -> {
            String stream = course.link().id() + "\u0000" + id;
            return new HandlingTimes(time(needed.pickUp(), stream, Purpose.PICK_UP), time(needed.setDown(), stream, Purpose.SET_DOWN),
                    needed.stop().onlySampler(flow.stream(stream, Purpose.STOP)));
        });
    }

    private PieceTime time(TimeSource source, String stream, Purpose purpose) {
        return PieceTime.of(source, flow, course.giver().scopeWithStream(stream + "\u0000" + purpose), flow.stream(stream, purpose));
    }

    /** The piece is in somebody's hands from now on, above so many others. */
    void onTakenUp(TransportOrder order, int person, int below) {
        boolean wasHandedOn = order.wasHandedOn();
        order.become(TransportOrder.State.CARRY, flow.now());
        if (!wasHandedOn) {
            order.offer.hand(order.trip.claim());
            order.trip.begin();
        }
        if (flow.trace != null) {
            flow.trace.carried(flow.now(), order.trip.piece().body, taker().node().index, index, person, below, !wasHandedOn);
        }
    }

    // ---- from zone to zone

    /** The piece stands where it is handed on to a zone. */
    void handOn(TransportOrder order, int zone) {
        order.become(TransportOrder.State.HANDED_ON, flow.now());
        order.zone = zone;
        handedOn.add(order);
        if (flow.trace != null) {
            flow.trace.stands(flow.now(), order.trip.piece().body, taker().node().index, zone);
        }
        call();
        allocation().noteChange();
    }

    @Override
    protected void onUp() {
        if (!handedOn.isEmpty()) {
            call();
            allocation().noteChange();
        }
    }

    /** Nobody takes it on after all. */
    private void waitsAgain(TransportOrder order) {
        handedOn.add(order);
        flow.atEndOfInstant(() -> {
            call();
            allocation().noteChange();
        });
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
        if (order.wasHandedOn()) {
            waitsAgain(order);
            return;
        }
        order.become(TransportOrder.State.WITHDRAWN, flow.now());
        orders.remove(order.trip);
        order.trip.release();
        traceCalledOff(order.trip.piece());
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
