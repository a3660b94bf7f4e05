package rhombic.trace;

import java.util.AbstractList;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.study.value.EquipmentState;

/**
 * The floor at one moment: where each piece is, what each equipment does, and what each has counted since the start
 * of the run. Moves forward by applying records; a copy is a moment of its own and costs what changes in it.
 */
public final class Moment extends MomentRows {
    /*
     * Bodies and places are rows of numbers in pages. What is at one equipment, on one link or on one body hangs
     * together in a chain through its rows, in the order in which it came. Places are the equipment, then the links.
     */
    Moment(int nodes, int links) {
        super(nodes, links);
    }

    private Moment(Moment other) {
        super(other);
    }

    /** Only the thread that moves this one may copy it. */
    Moment copy() {
        return new Moment(this);
    }

    public long timeNanos() {
        return timeNanos;
    }

    void setTime(long nanos) {
        timeNanos = nanos;
    }

    long nextNumber() {
        return nextNumber;
    }

    /** Where all that goes by itself is, and what it does. */
    public MoverMoment movers() {
        return movers;
    }

    public int nodes() {
        return nodes;
    }

    public int links() {
        return links;
    }

    // ---- bodies, one by one, without an object for each

    /** Rows in use are from 0 to below this; a row whose {@link #pieceOf} is negative is empty. */
    public int bodies() {
        return bodyCount;
    }

    /** Number of the piece; negative if the row is empty. */
    public int pieceOf(int body) {
        return bodies.get(body, PIECE);
    }

    public int typeOf(int body) {
        return bodies.get(body, TYPE);
    }

    public int lookOf(int body) {
        return bodies.get(body, LOOK);
    }

    public int placeOf(int body) {
        return bodies.get(body, PLACE);
    }

    /** How many changes of bodies there were since the start of the run. */
    public long changes() {
        return changes;
    }

    /** Whether all changes from that one on are known one by one. */
    public boolean knowsChangesFrom(long change) {
        return change <= changes && changes - change <= CHANGES_KEPT;
    }

    /** The body of a change that is known, which may have changed again since, or be another by now. */
    public int changedBody(long change) {
        return changed[(int) (change % CHANGES_KEPT)];
    }

    /** Whether the body is at that equipment, on no link and on no other body. */
    public boolean isAt(int body, int node) {
        return pieceOf(body) >= 0 && bodies.get(body, NODE) == node && bodies.get(body, LINK) < 0 && bodies.get(body, HOLDER) < 0;
    }

    /** The first at the equipment; negative if none is. */
    public int firstAt(int node) {
        return places.get(node, FIRST);
    }

    /** The one that came last to the equipment; negative if none is there. */
    public int lastAt(int node) {
        return places.get(node, LAST_AT);
    }

    /** The first on the link; negative if none is. */
    public int firstOnLink(int link) {
        return places.get(nodes + link, FIRST);
    }

    /** The first that lies on the body; negative if none does. */
    public int firstOn(int body) {
        return bodies.get(body, FIRST_ON);
    }

    /** The one that came next to the same equipment, link or body; negative if none did. */
    public int next(int body) {
        return bodies.get(body, NEXT);
    }

    public long sinceNanos(int body) {
        return bodies.getLong(body, SINCE);
    }

    public int fromNodeOf(int body) {
        return bodies.get(body, FROM);
    }

    public boolean isDone(int body) {
        return bodies.get(body, ACTIVITY) == PieceStatus.Activity.IS_DONE.ordinal();
    }

    /** How far along its link a body is that moves, in metres. */
    public double metresAlong(int body) {
        double seconds = Math.clamp(timeNanos - sinceNanos(body), 0, bodies.getLong(body, MOVE_NANOS)) / 1e9;
        return bodies.getDouble(body, MOVE_FROM) + bodies.getDouble(body, MOVE_SPEED) * seconds
                + bodies.getDouble(body, MOVE_GAIN) * seconds * seconds / 2;
    }

    /** Number of the mover that carries a body that is on a link; negative if none does. */
    public int carrierOf(int body) {
        return bodies.get(body, CARRIER);
    }

    /** The link along which a body waits to be carried, be it that somebody comes for it; negative if along none. */
    public int calledAlong(int body) {
        return bodies.get(body, CALLED);
    }

    /** Number of the mover that comes for a body that waits to be carried; negative if none does yet. */
    public int calledMover(int body) {
        return bodies.get(body, CALLED_MOVER);
    }

    /** Since when a body has waited to be carried. */
    public long calledSinceNanos(int body) {
        return bodies.getLong(body, CALLED_SINCE);
    }

    /** How many pieces the carrier of a body holds below it. */
    public int belowOf(int body) {
        return bodies.get(body, BELOW);
    }

    /** Whether it is the head of a train on a conveyor, so that those behind it go by it. */
    public boolean isLeader(int body) {
        return bodies.get(body, LEADS) >= 0;
    }

    /** How far a head of a train is along the way of its conveyor. */
    public double metresOfLeader(int body) {
        double seconds = (timeNanos - bodies.getLong(body, LEADS_SINCE)) / 1e9;
        return bodies.getDouble(body, LEADS_METRES)
                + seconds * (bodies.getDouble(body, LEADS_SPEED) + bodies.getDouble(body, LEADS_GAIN) * seconds / 2);
    }

    public double speedOfLeader(int body) {
        double seconds = (timeNanos - bodies.getLong(body, LEADS_SINCE)) / 1e9;
        return bodies.getDouble(body, LEADS_SPEED) + bodies.getDouble(body, LEADS_GAIN) * seconds;
    }

    /** Whether a piece on a conveyor has come in from the side, where the part of the conveyor that it is on begins. */
    public boolean cameAside(int body) {
        return bodies.get(body, CAME_ASIDE) >= 0;
    }

    /** Which lane of which part of its conveyor a piece is on: the lanes of the first part, then those of the next. */
    public int laneOf(int body) {
        return bodies.get(body, LANE);
    }

    /** Place of a piece on a conveyor along the measure of its lane. */
    public double measureOf(int body) {
        return bodies.getDouble(body, MEASURE);
    }

    /** The head of the train that a piece on a conveyor goes with. */
    public int leaderOf(int body) {
        int leader = body;
        for (int one = firstAt(bodies.get(body, NODE)); one >= 0; one = next(one)) {
            if (isRiding(one) && laneOf(one) == laneOf(body) && isLeader(one)) {
                leader = one;
            }
            if (one == body) {
                break;
            }
        }
        return leader;
    }

    public boolean isRiding(int body) {
        return bodies.get(body, ACTIVITY) == PieceStatus.Activity.RIDES.ordinal();
    }

    /** For how long a body that moves has stood at the end of its link; 0 while it is still on the way. */
    public long atEndOfLinkNanos(int body) {
        if (carrierOf(body) >= 0) {
            return Math.min(movers.stoodNanos(carrierOf(body), timeNanos), timeNanos - sinceNanos(body));
        }
        return Math.max(0, timeNanos - sinceNanos(body) - bodies.getLong(body, MOVE_NANOS));
    }

    // ---- pieces as values, for what is said about them

    public List<PieceStatus> pieces() {
        List<PieceStatus> all = new ArrayList<>();
        for (int body = 0; body < bodyCount; body++) {
            if (pieceOf(body) >= 0) {
                all.add(spot(body));
            }
        }
        return all;
    }

    public Optional<PieceStatus> piece(int id) {
        for (int body = 0; body < bodyCount; body++) {
            if (pieceOf(body) == id) {
                return Optional.of(spot(body));
            }
        }
        return Optional.empty();
    }

    public PieceStatus spot(int body) {
        return new PieceStatus(bodies.get(body, PIECE), body, bodies.get(body, TYPE), bodies.get(body, LOOK), bodies.getLong(body, CREATED),
                bodies.get(body, NODE),
                bodies.get(body, HOLDER), bodies.get(body, PLACE), PieceStatus.Activity.ALL[bodies.get(body, ACTIVITY)],
                bodies.get(body, WAY),
                bodies.get(body, FROM), bodies.get(body, LINK),
                bodies.getLong(body, SINCE), bodies.getLong(body, LAST));
    }

    /** The pieces at the equipment, in the order in which they came to it. */
    public List<PieceStatus> at(int node) {
        return chain(places.get(node, FIRST), content(node));
    }

    /** The pieces on their way along the link, in the order in which they set out. */
    public List<PieceStatus> onLink(int link) {
        return chain(firstOnLink(link), contentOfLink(link));
    }

    /** What lies on the body, in the order in which it went on. */
    public List<PieceStatus> on(int body) {
        int count = 0;
        for (int on = firstOn(body); on >= 0; on = next(on)) {
            count++;
        }
        return chain(firstOn(body), count);
    }

    private List<PieceStatus> chain(int first, int count) {
        int[] found = new int[count];
        int at = first;
        for (int i = 0; i < count; i++) {
            found[i] = at;
            at = next(at);
        }
        return new AbstractList<>() {
            @Override
            public PieceStatus get(int index) {
                return spot(found[index]);
            }

            @Override
            public int size() {
                return found.length;
            }
        };
    }

    /** The piece itself, or what carries it, at the bottom of all. */
    public PieceStatus bottom(PieceStatus spot) {
        int body = spot.body();
        while (bodies.get(body, HOLDER) >= 0) {
            body = bodies.get(body, HOLDER);
        }
        return spot(body);
    }

    // ---- places

    public int content(int node) {
        return places.get(node, CONTENT);
    }

    public int contentOfLink(int link) {
        return places.get(nodes + link, CONTENT);
    }

    public long in(int node) {
        return places.getLong(node, IN);
    }

    public long out(int node) {
        return places.getLong(node, OUT);
    }

    public long rejected(int node) {
        return places.getLong(node, REJECTED);
    }

    /** Whether its inlet is shut, by hand or by a rule. */
    public boolean isShut(int node) {
        return places.get(node, SHUT_INLET) != 0;
    }

    /** Whether its outlet is shut, by hand or by a rule. */
    public boolean isOutletShut(int node) {
        return places.get(node, SHUT_OUTLET) != 0;
    }

    /** Empty for equipment that has no states. */
    public Optional<EquipmentState> state(int node) {
        int state = places.get(node, STATE_NOW);
        return state < 0 ? Optional.empty() : Optional.of(STATE[state]);
    }

    /** What keeps a link from being used; empty if nothing does. */
    public Optional<EquipmentState> stateOfLink(int link) {
        return state(nodes + link);
    }

    /** Whether a body that moves along a link stands there, since the link is down. */
    public boolean isHeldOnWay(int body) {
        int link = bodies.get(body, LINK);
        return link >= 0 && carrierOf(body) < 0 && stateOfLink(link).isPresent() && bodies.getDouble(body, MOVE_SPEED) == 0
                && atEndOfLinkNanos(body) == 0;
    }

    public long stateSinceNanos(int node) {
        return places.getLong(node, STATE_SINCE);
    }

    /** Share of the time since the start of the run, 0 to 1; 0 at the start. */
    public double share(int node, EquipmentState wanted) {
        long nanos = places.getLong(node, STATE_NANOS + 2 * wanted.ordinal());
        if (places.get(node, STATE_NOW) == wanted.ordinal()) {
            nanos += timeNanos - stateSinceNanos(node);
        }
        return timeNanos <= 0 ? 0 : (double) nanos / timeNanos;
    }

    /** Pieces that came into the plant, or into being there, since the start of the run. */
    public long entered() {
        return entered;
    }

    /** Pieces that left it, or ended in it. */
    public long left() {
        return left;
    }

    public long inside() {
        return entered - left;
    }
}
