package rhombic.plant.handover;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.kernel.Event;
import rhombic.measure.LinkFigures;
import rhombic.measure.LinkTally;
import rhombic.plant.maintenance.Breakdown;
import rhombic.plant.maintenance.Modes;
import rhombic.plant.piece.Piece;
import rhombic.plant.staff.Repairs;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Travel;

/**
 * A link on which pieces take time, with all that is on its way. A piece sets out with a claim on a spot where it goes; if
 * that is deferred, since others had to be let in, it waits at the end of the link until there is room. While a failure holds the
 * link nothing sets out, and what is on its way stands, unless people carry it.
 */
public final class Channel implements Giver, Breakdown.Owner {
    private static final double BESIDE_METRES = 0.6;

    final int index;
    final Link link;
    final LinkTally tally = new LinkTally();

    private final Flow flow;
    private final Node taker;
    private final int maxPieces;
    private final double metres;
    private final @Nullable TimeSampler time;
    private final long nanosAtSpeed;
    private final @Nullable Pace paceAtSpeed;
    private final Deque<Trip> unused = new ArrayDeque<>();
    /** Those that wait at the end, the first of them on offer. */
    private final Deque<Trip> atEnd = new ArrayDeque<>();
    private final Way arrival;
    private final OutgoingLinks toTaker;
    private final @Nullable Carriers carriers;
    private final Modes modes;
    private final Pose repairPlace;
    /** Those that move along it, while failures can stop them. */
    private final Set<Trip> moving = new LinkedHashSet<>();
    private int downs;
    private @Nullable Offer endOffer;

    /** Where people take pieces up and bring them. */
    record Ends(Pose outlet, Pose inlet) {}

    /** One piece on its way; its event is that it comes to the end. */
    public final class Trip extends Event {
        private final Claim claim = new Claim(arrival);
        private long begunNanos;
        /** When it began to move last, and how; while the link is down, how it will go on. */
        private long movesSince;
        private Pace pace = Pace.restAt(0);

        private Trip() {
            super(true);
        }

        @Override
        protected void occur() {
            arrive(this);
            flow.settle();
        }

        public Piece piece() {
            return claim.piece();
        }
    }

    Channel(Flow flow, int index, Link link, Node taker, Way.Entry entry, Path path, Ends ends) {
        this.flow = flow;
        this.index = index;
        this.link = link;
        this.taker = taker;
        maxPieces = link.travel().maxPieces() == 0 ? Integer.MAX_VALUE : link.travel().maxPieces();
        metres = path.metres();
        repairPlace = beside(path.at(metres / 2));
        modes = Repairs.modes(flow, flow.staff(), link.id(), link.failures(), this);
        switch (link.travel()) {
            case Travel.InTime in -> {
                time = in.time().sampler(flow.stream(link.id(), Purpose.TRAVEL));
                nanosAtSpeed = 0;
                paceAtSpeed = null;
            }
            case Travel.AtSpeed at -> {
                time = null;
                paceAtSpeed = Pace.at(at.speed().inBaseUnit(), metres);
                nanosAtSpeed = paceAtSpeed.nanos();
            }
            case Travel.Carried carried -> {
                time = null;
                nanosAtSpeed = 0;
                paceAtSpeed = null;
            }
            case Travel.AtOnce once -> throw new IllegalArgumentException("A link that takes no time has nothing on its way");
        }
        carriers = link.travel() instanceof Travel.Carried carried && flow.staff() != null
                ? new Carriers(flow, this, carried, ends.outlet, ends.inlet)
                : null;
        arrival = new Way(OutgoingLinks.ANY, taker, null, entry);
        toTaker = OutgoingLinks.only(arrival);
    }

    private static Pose beside(Pose middle) {
        return middle.of(Pose.at(0, -BESIDE_METRES, -middle.z(), 90));
    }

    void begin() {
        modes.begin();
    }

    void restart() {
        tally.restart(flow.now());
        modes.restart();
    }

    public LinkFigures figures() {
        return tally.figures(index, link.from(), link.to(), flow.now(), modes.figures());
    }

    boolean isDown() {
        return downs > 0;
    }

    boolean hasRoom() {
        return !isDown() && roomOnTheWay();
    }

    private boolean roomOnTheWay() {
        return carriers == null ? !isCarried() && tally.onTheWay() < maxPieces : carriers.canTake();
    }

    /** For the next piece that sets out. */
    Claim nextClaim() {
        if (unused.isEmpty()) {
            unused.push(new Trip());
        }
        return unused.element().claim;
    }

    /** The piece sets out; its spot at the end is its from now on. */
    void depart(Claim claim) {
        Trip trip = unused.pop();
        assert trip.claim == claim : "another piece has set out in between";
        trip.begunNanos = flow.now();
        claim.hold();
        tally.onDepart(flow.now());
        if (carriers != null) {
            carriers.take(trip);
            return;
        }
        long nanos = time == null ? nanosAtSpeed : time.nextNanos();
        if (flow.trace == null && link.failures().isEmpty()) {
            flow.simulator.schedule(trip, nanos);
            return;
        }
        trip.pace = paceAtSpeed == null ? Pace.over(metres, nanos) : paceAtSpeed;
        if (!link.failures().isEmpty()) {
            moving.add(trip);
        }
        move(trip);
    }

    private void move(Trip trip) {
        trip.movesSince = flow.now();
        traceMove(trip.piece(), trip.pace);
        flow.simulator.schedule(trip, trip.pace.nanos());
    }

    private void traceMove(Piece piece, Pace pace) {
        if (flow.trace != null) {
            flow.trace.moves(flow.now(), piece.body, taker.index, index, pace);
        }
    }

    // ---- what breaks it

    /** Beside the middle of its way, to its right. */
    @Override
    public Pose repairPose() {
        return repairPlace;
    }

    @Override
    public void onFailure(Breakdown by) {
        if (downs++ > 0) {
            return;
        }
        for (Trip trip : moving) {
            if (trip.movesSince + trip.pace.nanos() == flow.now()) {
                continue; // it arrives at this very instant
            }
            flow.simulator.cancel(trip);
            trip.pace = trip.pace.restFrom(flow.now() - trip.movesSince);
            traceMove(trip.piece(), Pace.restAt(trip.pace.metresAt(0)));
        }
        traceState();
    }

    @Override
    public void onRepaired(Breakdown by) {
        if (--downs == 0) {
            moving.forEach(this::move);
            flow.toAgenda(taker);
        }
        traceState();
    }

    @Override
    public void onStageChanged(Breakdown of) {
        traceState();
    }

    private void traceState() {
        if (flow.trace != null) {
            flow.trace.link(flow.now(), index, isDown() ? modes.state() : null);
        }
    }

    @Override
    public String name() {
        return taker.name();
    }

    boolean isCarried() {
        return link.travel() instanceof Travel.Carried;
    }

    /** A piece waits for somebody to carry it. */
    void callCarriers() {
        if (carriers != null) {
            carriers.call();
        }
    }

    /** A piece no longer waits to be carried. */
    void retry() {
        if (carriers != null) {
            flow.atEndOfInstant(carriers::endOfInstant);
        }
    }

    /** How many pieces wait to be carried for which there is room; at least 1 if any waits. */
    int waitingPieces() {
        int offers = 0;
        Offer one = null;
        for (Offer.QueuedOffer entry = taker.line.first(); entry != null; entry = taker.line.next(entry)) {
            if (entry.way.channel() == this) {
                offers++;
                one = entry.offer;
            }
        }
        if (one == null) {
            return 0;
        }
        // of what may go several ways nobody knows how much goes this one
        int waiting = one.giver.outgoingLinks().ways.length == 1 ? Math.max(offers, one.giver.backlog()) : offers;
        return Math.max(1, Math.min(waiting, taker.capacityFor(one.piece())));
    }

    /** They are carried from now on, and will be there after so long. */
    void setOut(List<Trip> trips, long nanos) {
        for (Trip trip : trips) {
            if (flow.trace != null) {
                flow.trace.moves(flow.now(), trip.piece().body, taker.index, index, Pace.over(metres, nanos));
            }
        }
    }

    void arrive(Trip trip) {
        flow.countStep(taker);
        moving.remove(trip);
        modes.count(1);
        trip.piece().moveNanos += flow.now() - trip.begunNanos;
        if (trip.claim.isHeld()) {
            leave(trip);
            trip.claim.arrive();
            return;
        }
        atEnd.add(trip);
        if (atEnd.size() == 1) {
            offerFirst();
        }
    }

    private void leave(Trip trip) {
        tally.onArrive(flow.now(), flow.now() - trip.begunNanos);
        unused.push(trip);
        if (carriers != null) {
            carriers.onTakenOver(trip);
        }
        if (maxPieces < Integer.MAX_VALUE) {
            flow.toAgenda(taker); // those in its line that come this way may set out
        }
    }

    private void offerFirst() {
        Offer offer = endOffer;
        if (offer == null) {
            offer = new Offer(this);
            endOffer = offer;
        }
        while (!atEnd.isEmpty() && offer.make(atEnd.peek().piece())) {
            flow.countStep(taker);
        }
    }

    @Override
    public void hand(Offer offer, Claim claim) {
        Trip trip = atEnd.remove();
        trip.claim.end();
        leave(trip);
        if (!atEnd.isEmpty()) {
            flow.afterwards(taker.name(), () -> {
                if (endOffer != null && !endOffer.isOpen() && !atEnd.isEmpty()) {
                    offerFirst();
                }
            });
        }
    }

    @Override
    public OutgoingLinks outgoingLinks() {
        return toTaker;
    }

    @Override
    public boolean isOutletHeld() {
        return false;
    }

    Node taker() {
        return taker;
    }

    /** Whether a piece waits at its end. */
    boolean isStuck() {
        return !atEnd.isEmpty();
    }

    /** Pieces whose claim was deferred, and that are still at its end. */
    int waitingAtEnd() {
        return atEnd.size();
    }
}
