package rhombic.plant.handover;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.measure.LinkFigures;
import rhombic.measure.tally.LinkTally;
import rhombic.plant.maintenance.Breakdown;
import rhombic.plant.maintenance.Modes;
import rhombic.plant.piece.Piece;
import rhombic.plant.staff.Repairs;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;

/**
 * A link on which pieces take time, with all that is on its way. A piece sets out with a claim on a spot where it goes; if that is
 * deferred, since others had to be let in, it waits at the end of the link until there is room. While a failure holds the link nothing
 * sets out. What moves the pieces is a matter of each sort of passage.
 */
public abstract class Passage implements Giver, Breakdown.Owner {
    private static final double BESIDE_METRES = 0.6;
    /** Number of the link. */
    public final int index;
    public final Link link;
    public final LinkTally tally = new LinkTally();
    protected final Flow flow;
    protected final Modes modes;
    private final Taker taker;
    private final Path path;
    private final Deque<Trip> unused = new ArrayDeque<>();
    /** Those that wait at the end, the first of them on offer. */
    private final Deque<Trip> atEnd = new ArrayDeque<>();
    private final Way arrival;
    private final OutgoingLinks toTaker;
    private int downs;
    private @Nullable Offer endOffer;

    /**
     * Where a passage leads.
     *
     * @param number of the link
     * @param entry how pieces come in at the taker
     */
    public record Course(int number, Link link, Node giver, Taker taker, Way.Entry entry) {
        /** Where pieces are taken up. */
        public Pose outlet() {
            return Layout.outlet(giver.element(), link.fromPort());
        }

        /** Where they are set down. */
        public Pose inlet() {
            return Layout.inlet(taker.node().element(), link.toPort());
        }
    }

    /** Makes the passage for a link that takes time. */
    @FunctionalInterface
    public interface Maker {
        Passage make(Flow flow, Course course);
    }

    /** One piece on its way, or claimed for; where it comes by itself, its event is that it is there. */
    public final class Trip extends Event {
        private final Claim claim = new Claim(arrival);
        private long begunNanos;

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

        public Claim claim() {
            return claim;
        }

        /** The piece leaves its giver now; its spot at the end is its from now on. */
        public void begin() {
            begunNanos = flow.now();
            if (!claim.isKept()) {
                claim.hold();
            }
            tally.onDepart(flow.now());
        }

        /** Its spot is kept for the piece, which is still with its giver. */
        public void hold() {
            claim.hold();
        }

        /** The piece does not come after all. */
        public void release() {
            claim.release();
            unused.push(this);
        }
    }

    protected Passage(Flow flow, Course course) {
        this.flow = flow;
        index = course.number;
        link = course.link;
        taker = course.taker;
        path = Layout.path(link, course.giver.element(), taker.node().element());
        modes = Repairs.modes(flow, flow.staff(), link.id(), link.failures(), this);
        arrival = new Way(OutgoingLinks.ANY, taker, null, course.entry);
        toTaker = OutgoingLinks.only(arrival);
    }

    protected final double metres() {
        return path.metres();
    }

    /** The run begins. */
    protected void begin() {
        modes.begin();
    }

    void restart() {
        tally.restart(flow.now());
        modes.restart();
    }

    public final LinkFigures figures() {
        return tally.figures(index, link.from(), link.to(), flow.now(), modes.figures());
    }

    // ---- setting out

    /** Whether that piece could set out now, as far as the link is concerned. */
    public final boolean isFreeFor(Piece piece) {
        return !isDown() && hasRoomFor(piece);
    }

    protected final boolean isDown() {
        return downs > 0;
    }

    protected abstract boolean hasRoomFor(Piece piece);

    /** For the next piece that sets out. */
    final Claim nextClaim() {
        if (unused.isEmpty()) {
            unused.push(new Trip());
        }
        return unused.element().claim;
    }

    /** The trip with that claim, which was the next. */
    protected final Trip take(Claim claim) {
        Trip trip = unused.pop();
        assert trip.claim == claim : "another piece has set out in between";
        return trip;
    }

    /** The offer's piece has a claim: it leaves its giver now, or when it is fetched. */
    protected void agreed(Offer offer, Claim claim) {
        offer.hand(claim);
        Trip trip = take(claim);
        trip.begin();
        setOut(trip);
    }

    /** The piece has left its giver. */
    protected abstract void setOut(Trip trip);

    /** An offer stands in the line of the taker for this way. */
    protected void onStanding() {}

    /** The offer stands in the line of the taker and was looked at: it waits for room there, or for the passage. */
    protected void onLookedAt(Offer.QueuedOffer entry) {}

    /** An offer that stood in line for this way does so no more. */
    protected void onWithdrawn() {}

    /** The piece of an offer waits for nothing but to be fetched from now on, or no longer; not told when it goes or somebody comes for it. */
    protected void onCalled(Offer.QueuedOffer entry, boolean isCalled) {}

    /** More pieces wait at the giver than it has on offer. */
    protected void onBacklog() {}

    /** What waits at the giver may go out again. */
    protected void onOutletOpens() {}

    /** Offers whose piece somebody comes to fetch. */
    protected Stream<Offer> beingFetched() {
        return Stream.of();
    }

    // ---- arriving

    protected final void arrive(Trip trip) {
        flow.countStep(taker.part);
        onEnd(trip);
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

    /** The piece has come to the end of the link, and may have to wait there. */
    protected abstract void onEnd(Trip trip);

    private void leave(Trip trip) {
        tally.onArrive(flow.now(), flow.now() - trip.begunNanos);
        unused.push(trip);
        onTakenOver(trip);
    }

    /** The taker takes the piece over. */
    protected abstract void onTakenOver(Trip trip);

    private void offerFirst() {
        Offer offer = endOffer;
        if (offer == null) {
            offer = new Offer(this);
            endOffer = offer;
        }
        while (!atEnd.isEmpty() && offer.make(atEnd.peek().piece())) {
            flow.countStep(taker.part);
        }
    }

    @Override
    public final void hand(Offer offer, Claim claim) {
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
    public final @Nullable Part part() {
        return null;
    }

    @Override
    public final OutgoingLinks outgoingLinks() {
        return toTaker;
    }

    public final Taker taker() {
        return taker;
    }

    /** Whether a piece waits at its end. */
    final boolean isStuck() {
        return !atEnd.isEmpty();
    }

    /** Pieces whose claim was deferred, and that are still at its end. */
    final int waitingAtEnd() {
        return atEnd.size();
    }

    // ---- what breaks it

    /** Beside the middle of its way, to its right. */
    @Override
    public final Pose repairPose() {
        Pose middle = path.at(metres() / 2);
        return middle.of(Pose.at(0, -BESIDE_METRES, -middle.z(), 90));
    }

    @Override
    public final void onFailure(Breakdown by) {
        if (downs++ == 0) {
            onDown();
            traceState();
        }
    }

    @Override
    public final void onRepaired(Breakdown by) {
        if (--downs == 0) {
            onUp();
            taker.toAgenda();
        }
        traceState();
    }

    /** A failure holds it from now on. */
    protected void onDown() {}

    /** No failure holds it any more. */
    protected void onUp() {}

    @Override
    public final void onStageChanged(Breakdown of) {
        traceState();
    }

    private void traceState() {
        if (flow.trace != null) {
            flow.trace.link(flow.now(), index, isDown() ? modes.state() : null);
        }
    }

    @Override
    public final String name() {
        return taker.name();
    }
}
