package rhombic.plant.work;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Giver;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.OutgoingLinks;
import rhombic.plant.handover.Part;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.SmallList;
import rhombic.study.Rule;
import rhombic.study.value.EquipmentState;
import rhombic.trace.PieceStatus;

/** What is done at one place and goes on: by the usual ways, and what goes by itself, such as what came off a carrier. */
final class Finished implements Giver {
    /** By the usual ways. */
    final SmallList out = new SmallList();

    private final Place place;
    /** Made when first needed: only unpacking stations do. */
    private @Nullable SmallList besides;
    private @Nullable Outlet usual;
    private @Nullable Outlet beside;
    private long sinceNanos;
    /** Up to when the time for which it stood in line is booked. */
    private long bookedNanos;
    private boolean isOffering;
    /** Offers of pieces that stay until they are fetched; none are made where nothing is. */
    private List<Outlet> bound = List.of();

    /** The offer of what goes on. */
    private static final class Outlet extends Offer {
        private final SmallList pieces;

        Outlet(Finished of, SmallList pieces) {
            super(of);
            this.pieces = pieces;
        }
    }

    Finished(Place place) {
        this.place = place;
    }

    /** What goes by itself. */
    SmallList besides() {
        SmallList there = besides;
        if (there == null) {
            there = new SmallList();
            besides = there;
        }
        return there;
    }

    // ---- as a giver

    @Override
    public Part part() {
        return place.node;
    }

    @Override
    public boolean givesStraight() {
        return place.node.straight() != null;
    }

    private boolean isEmpty() {
        return out.isEmpty() && (besides == null || besides.isEmpty()) && bound.isEmpty();
    }

    /** The work has made it: it is offered. */
    void offerAll() {
        Flow flow = place.node.flow;
        sinceNanos = flow.now();
        bookedNanos = sinceNanos;
        if (flow.trace != null && out.size() + (besides == null ? 0 : besides.size()) > 1) {
            out.forEach(piece -> told(piece, OutgoingLinks.ANY));
            besides().forEach(piece -> told(piece, OutgoingLinks.ANY));
        }
        offerNext();
    }

    /** The work has made it, and it can't go on: it stands in line. Only where all pieces go one way at once. */
    void stand(Piece piece, long now) {
        out.add(piece);
        sinceNanos = now;
        bookedNanos = now;
        usual().stand(piece);
    }

    @Override
    public @Nullable Piece handStraight(Offer given) {
        WorkNode node = place.node;
        long now = node.flow.now();
        node.touchedNanos = now;
        Piece piece = out.removeFirst();
        piece.blockedNanos += now - sinceNanos;
        bookStanding(now);
        node.tally.onLeave(now, now - piece.arrivedNanos);
        place.emptied();
        return null;
    }

    /** Where all pieces go one way at once: the time for which one has stood in line counts up to now. */
    void bookStanding() {
        if (!out.isEmpty()) {
            bookStanding(place.node.flow.now());
        }
    }

    private void bookStanding(long now) {
        place.node.tally.states().addStood(now - bookedNanos);
        bookedNanos = now;
    }

    private void told(Piece piece, int way) {
        Flow flow = place.node.flow;
        if (flow.trace != null) {
            flow.trace.done(flow.now(), piece.body, place.node.index, place.number, way);
        }
    }

    /** Offers what is there, as far as it can go. */
    void offerNext() {
        isOffering = true;
        while (!out.isEmpty() && !usual().isOpen()) {
            if (!offer(usual(), out.getFirst())) {
                break;
            }
        }
        SmallList more = besides;
        while (more != null && !more.isEmpty() && !beside().isOpen()) {
            if (!offer(beside(), more.getFirst())) {
                break;
            }
        }
        isOffering = false;
        if (isEmpty()) {
            place.emptied();
        } else {
            place.enter(keptBy());
        }
    }

    private boolean offer(Offer made, Piece piece) {
        WorkNode maker = piece.isFailed() ? (WorkNode) place.node.flow.node(piece.madeBy) : null;
        boolean gone = maker == null ? made.make(piece) : made.makeTo(maker.taker, piece);
        if (!gone) {
            told(piece, maker == null ? made.way() : PieceStatus.wayBack(maker.index));
        }
        return gone;
    }

    private Outlet usual() {
        Outlet made = usual;
        return made == null ? makeUsual() : made;
    }

    private Outlet makeUsual() {
        Outlet made = new Outlet(this, out);
        usual = made;
        return made;
    }

    private Outlet beside() {
        Outlet made = beside;
        if (made == null) {
            made = new Outlet(this, besides());
            beside = made;
        }
        return made;
    }

    @Override
    public void hand(Offer offer, Claim claim) {
        assert place.phase == Place.Phase.DONE : "a piece is handed on before its work has ended";
        Outlet given = (Outlet) offer;
        WorkNode node = place.node;
        long now = node.flow.now();
        node.touchedNanos = now;
        boolean wasBound = !bound.isEmpty() && bound.remove(given);
        Piece piece = wasBound ? given.piece() : given.pieces.removeFirst();
        long toBeFetched = given.takeFetchedAfter();
        piece.crewNanos += toBeFetched;
        piece.blockedNanos += now - sinceNanos - toBeFetched;
        if (givesStraight()) {
            bookStanding(now);
        }
        node.tally.onLeave(now, now - piece.arrivedNanos);
        node.notifyRules(Rule.PieceEvent.LEAVES, piece);
        if (!isOffering) {
            if (isEmpty()) {
                place.emptied();
            } else {
                node.offerLater(place);
            }
        }
    }

    @Override
    public void onToBeFetchedChanged(Offer given) {
        if (place.phase == Place.Phase.DONE && !isOffering) {
            place.enter(keptBy());
        }
    }

    @Override
    public void onBound(Offer offer) {
        Outlet given = (Outlet) offer;
        bound = bound.isEmpty() ? new ArrayList<>() : bound;
        bound.add(given);
        given.pieces.removeFirst();
        if (given == usual) {
            usual = null;
        } else {
            beside = null;
        }
        if (isOffering) {
            told(given.piece(), given.way());
        } else {
            place.node.offerLater(place);
        }
    }

    /** Its piece is offered again, behind the others. */
    @Override
    public void onUnbound(Offer offer) {
        Outlet given = (Outlet) offer;
        bound.remove(given);
        given.pieces.add(given.piece());
        place.node.offerLater(place);
    }

    /** Why it is still there. */
    private EquipmentState keptBy() {
        boolean isToBeFetched = !bound.isEmpty() || usual != null && usual.isToBeFetched() || beside != null && beside.isToBeFetched();
        return isToBeFetched ? EquipmentState.WAITING_FOR_CREW : EquipmentState.BLOCKED;
    }
}
