package rhombic.plant.handover;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import rhombic.measure.tally.Tally;
import rhombic.plant.activity.Holds;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;
import rhombic.plant.piece.Ranking;

/**
 * Takes the pieces that come to one part of the plant: those who wait for room stand in its line, and what is on its way has claims on its
 * spots. Where room is, and what becomes of a piece that comes, is a matter of its {@link Room}.
 */
public final class Taker {
    /** Offers of others that wait for room here. */
    public final RankedQueue<Offer.QueuedOffer> line = new RankedQueue<>();

    final Flow flow;
    final Part part;
    private final Node node;
    private final Tally tally;
    private final Room room;
    private final Holds inlet;
    /** Those who hand on what is needed here, and ask when that changes. */
    private final List<Part> needWatchers = new ArrayList<>();
    private boolean mayPassOver;
    /** Held by pieces on their way, in the order in which they set out. */
    private final Set<Claim> claims = new LinkedHashSet<>();
    /** The same by spot; empty while no link that leads here takes time. */
    private int[] claimsAt = new int[0];
    /** Whether what comes is only counted: all pieces are alike to it. */
    private boolean isRoomCounted;
    /** For how many more there is room, beside what is claimed; counts where all pieces are alike. */
    private int left;

    /** @param part in whose room pieces come in, and which is attended to when something of this changes */
    public Taker(Part part, Room room) {
        this.part = part;
        this.room = room;
        flow = part.flow;
        node = part.node();
        tally = node.tally;
        inlet = node.inlet();
    }

    /** @param someMayNotGo whether an offer here may be one that can't go for now, whoever has room */
    void connect(Ranking ranking, boolean someMayNotGo) {
        line.rankBy(ranking);
        mayPassOver = room.isCapacityByPiece() || someMayNotGo;
    }

    /** The element that pieces come into. */
    public Node node() {
        return node;
    }

    public String name() {
        return node.name();
    }

    Way.Entry entry(String port, double fromMetres) {
        return room.entry(port, fromMetres);
    }

    /** Has those in line served, if there is room, before time goes on. */
    public void toAgenda() {
        flow.toAgenda(part);
    }

    /** How many pieces are here or on their way here. */
    int pressure() {
        return tally.content() + claims.size();
    }

    // ---- spots claimed by what is on its way

    void addClaim(Claim claim) {
        claims.add(claim);
        left--;
        if (claim.spot() >= claimsAt.length) {
            claimsAt = Arrays.copyOf(claimsAt, claim.spot() + 1);
        }
        claimsAt[claim.spot()]++;
    }

    void removeClaim(Claim claim) {
        claims.remove(claim);
        left++;
        claimsAt[claim.spot()]--;
    }

    /** How many pieces on their way have a claim. */
    public int claims() {
        return claims.size();
    }

    /** How many of them on that spot. */
    public int claimsAt(int spot) {
        return spot < claimsAt.length ? claimsAt[spot] : 0;
    }

    /** The most of something that any of them has; 0 if there is none. */
    public double maxClaimed(ToDoubleFunction<Piece> of) {
        double max = 0;
        for (Claim claim : claims) {
            max = Math.max(max, of.applyAsDouble(claim.piece()));
        }
        return max;
    }

    /** There is less room on the spot than is claimed: whoever set out last for it must wait at the end of its link. */
    public void deferClaims(int spot, int places) {
        while (claimsAt(spot) > places) {
            Claim last = null;
            for (Claim claim : claims) {
                last = claim.spot() == spot ? claim : last;
            }
            assert last != null : "more is claimed than has set out";
            removeClaim(last);
            last.defer();
        }
    }

    // ---- agreeing

    /** The spot that a piece can go to in this instant, before which no other could go; {@link Claim#NO_SPOT} if there is none. */
    int spotAtOnce(Way way, Piece piece) {
        boolean isNext = line.isEmpty() || mayPassOver && line.firstThat(this::canServe) == null;
        return isNext && !isHeldFor(way) ? spotFor(way, piece) : Claim.NO_SPOT;
    }

    private int spotFor(Way way, Piece piece) {
        if (isRoomCounted) {
            return left > 0 ? Claim.ANY_SPOT : Claim.NO_SPOT;
        }
        return room.spotFor(way, piece);
    }

    /** The piece comes in at a spot that it has just been told of. */
    void takeAtOnce(Claim claim, Piece piece, int spot) {
        if (!isRoomCounted) {
            claim.agree(piece, spot);
        }
        accept(claim, piece);
    }

    /** The piece that had the claim comes in. */
    void accept(Claim claim, Piece piece) {
        if (isRoomCounted) {
            room.take(piece);
        } else {
            room.accept(claim, piece);
        }
    }

    /** Whether a new offer is served now: there is room, and none waits that could be served as well. */
    boolean canTakeAtOnce(Offer.QueuedOffer entry, Piece piece) {
        if (isHeldFor(entry.way) || !entry.way.isFreeFor(piece)) {
            return false;
        }
        entry.spot = spotFor(entry.way, piece);
        if (entry.spot == Claim.NO_SPOT) {
            return false;
        }
        return line.isEmpty() || mayPassOver && line.firstThat(this::canServe) == null;
    }

    private boolean canServe(Offer.QueuedOffer entry) {
        return entry.mayGo() && spotFor(entry.way, entry.offer.piece()) != Claim.NO_SPOT;
    }

    /** The offer stands in line. */
    void join(Offer.QueuedOffer entry) {
        line.add(entry);
        room.awaitRoom(entry.way, entry.piece());
    }

    /** For how many pieces like that there is room; {@link Integer#MAX_VALUE} if it makes no difference among pieces. */
    int wanted(Way way, Piece piece) {
        if (isRoomCounted || !room.isCapacityByPiece()) {
            return Integer.MAX_VALUE;
        }
        return room.spotFor(way, piece) == Claim.NO_SPOT ? 0 : room.capacityFor(piece);
    }

    void watchNeed(Part watcher) {
        if (!isRoomCounted && room.isCapacityByPiece()) {
            needWatchers.add(watcher);
        }
    }

    /** Lets those in line hand on while there is room. */
    public void serveLine() {
        Offer.QueuedOffer entry = line.first();
        if (isRoomCounted && !mayPassOver) {
            while (entry != null && entry.offer.isStraight()) {
                if (left <= 0 || inlet.isHeld()) {
                    return;
                }
                room.take(entry.offer.takeStraight(entry, line));
                entry = line.first();
            }
        }
        if (entry != null || !isRoomCounted) {
            serve(entry);
        }
    }

    /** The same where more has to be looked at than whether there is room. */
    private void serve(Offer.@Nullable QueuedOffer first) {
        if (!needWatchers.isEmpty()) {
            needWatchers.forEach(flow::toAgenda);
        }
        Offer.QueuedOffer entry = first;
        while (entry != null && !isHeldFor(entry.way)) {
            Offer offer = entry.offer;
            if (isRoomCounted && offer.isStraight() && !mayPassOver) {
                if (left <= 0) {
                    return;
                }
                room.take(offer.takeStraight(entry, line));
                entry = line.first();
                continue;
            }
            Passage passage = entry.way.passage();
            if (passage != null) {
                passage.onLookedAt(entry);
            }
            if (mayPassOver && !entry.mayGo()) {
                entry = line.next(entry);
            } else if (!offer.giver.stillOffers(offer)) {
                entry = line.first();
            } else {
                entry.spot = spotFor(entry.way, offer.piece());
                if (entry.spot != Claim.NO_SPOT) {
                    offer.takeUp(entry);
                    entry = line.first();
                } else {
                    room.awaitRoom(entry.way, offer.piece());
                    entry = mayPassOver ? line.next(entry) : null;
                }
            }
        }
    }

    /** Whether there is room for it and nothing but its passage keeps it from going. */
    public boolean waitsForPassageOnly(Offer.QueuedOffer entry) {
        return !isHeldFor(entry.way) && !entry.offer.giver.isOutletHeld() && spotFor(entry.way, entry.piece()) != Claim.NO_SPOT;
    }

    /** For how many pieces like that there is room beside what is claimed, as far as is known. */
    public int roomFor(Piece piece) {
        return isRoomCounted ? left : room.capacityFor(piece);
    }

    private boolean isHeldFor(Way way) {
        return inlet.isHeld() && !way.isStraightOn();
    }

    // ---- where room is counted

    /** From now on there is room for so many pieces, whichever they are and however they come: it need not be asked for each time. */
    public void countRoom(int pieces) {
        isRoomCounted = true;
        left = pieces;
    }

    /** Whether all pieces are alike to the room, so that what is left of it is counted. */
    boolean isRoomCounted() {
        return isRoomCounted;
    }

    /** There is room for so many more, or less. */
    public void addRoom(int more) {
        left += more;
    }
}
