package rhombic.trace;

import java.util.AbstractList;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import rhombic.study.value.EquipmentState;

/**
 * The floor at one moment: where each piece is, what each equipment does, and what each has counted since the start
 * of the run. Moves forward by applying records; a copy is a moment of its own and costs what changes in it.
 */
public final class Moment {
    /*
     * Bodies and places are rows of numbers in pages. What is at one equipment, on one link or on one body hangs
     * together in a chain through its rows, in the order in which it came. Places are the equipment, then the links.
     */
    static final int INLET = 1;
    static final int OUTLET = 2;
    private static final int STATES = EquipmentState.values().length;
    private static final EquipmentState[] STATE = EquipmentState.values();
    private static final int NONE = -1;
    /** Beside the lane of a piece on a conveyor: it has come in from the side. */
    static final int ASIDE = 1 << 24;
    /** In the column of the way of a piece on a conveyor: it is the head of a train. */
    private static final int LEADER = 1;

    // columns of a body
    private static final int PIECE = 0;
    private static final int TYPE = 1;
    private static final int LOOK = 2;
    private static final int NODE = 3;
    private static final int HOLDER = 4;
    private static final int PLACE = 5;
    private static final int DOING = 6;
    private static final int WAY = 7;
    private static final int FROM = 8;
    private static final int LINK = 9;
    private static final int NEXT = 10;
    private static final int BEFORE = 11;
    private static final int FIRST_ON = 12;
    private static final int LAST_ON = 13;
    private static final int BORN = 14;
    private static final int SINCE = 16;
    private static final int LAST = 18;
    private static final int MOVE_NANOS = 20;
    private static final int MOVE_FROM = 22;
    private static final int MOVE_SPEED = 24;
    private static final int MOVE_GAIN = 26;
    private static final int MOVE_RAMP = 28;
    private static final int BODY_WIDTH = 30;

    // columns of a place
    private static final int CONTENT = 0;
    private static final int FIRST = 1;
    private static final int LAST_AT = 2;
    private static final int STATE_NOW = 3;
    private static final int GATES = 4;
    private static final int IN = 6;
    private static final int OUT = 8;
    private static final int AWAY = 10;
    private static final int STATE_SINCE = 12;
    private static final int STATE_NANOS = 14;
    private static final int PLACE_WIDTH = STATE_NANOS + 2 * STATES;

    private final int nodes;
    private final int links;
    private final Pages bodies;
    private final Pages places;
    private final PeopleMoment people;
    /** Every record up to and including this time is applied; the moment before the first record is at -1. */
    private long timeNanos = -1;
    /** Number of the record that comes next; so many have been applied. */
    private long nextNumber;

    private int bodyCount;
    private int nextPiece;
    private long entered;
    private long left;

    Moment(int nodes, int links) {
        this.nodes = nodes;
        this.links = links;
        bodies = new Pages(64, BODY_WIDTH, NONE);
        people = new PeopleMoment();
        places = new Pages(nodes + links, PLACE_WIDTH, 0);
        for (int i = 0; i < nodes + links; i++) {
            places.set(i, FIRST, NONE);
            places.set(i, LAST_AT, NONE);
            places.set(i, STATE_NOW, NONE);
        }
    }

    private Moment(Moment other) {
        nodes = other.nodes;
        links = other.links;
        bodies = other.bodies.copy();
        places = other.places.copy();
        people = other.people.copy();
        timeNanos = other.timeNanos;
        nextNumber = other.nextNumber;
        bodyCount = other.bodyCount;
        nextPiece = other.nextPiece;
        entered = other.entered;
        left = other.left;
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

    /** Who is where and does what. */
    public PeopleMoment people() {
        return people;
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

    /** The first at the equipment; negative if none is. */
    public int firstAt(int node) {
        return places.get(node, FIRST);
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
        return bodies.get(body, DOING) == PieceSpot.Doing.IS_DONE.ordinal();
    }

    /** How far along its link a body is that moves, in metres. */
    public double metresAlong(int body) {
        double seconds = Math.clamp(timeNanos - sinceNanos(body), 0, bodies.getLong(body, MOVE_NANOS)) / 1e9;
        return bodies.getDouble(body, MOVE_FROM) + bodies.getDouble(body, MOVE_SPEED) * seconds
                + bodies.getDouble(body, MOVE_GAIN) * seconds * seconds / 2;
    }

    /** Whether it is the head of a train on a conveyor, so that those behind it go by it. */
    public boolean isLeader(int body) {
        return bodies.get(body, WAY) == LEADER;
    }

    /** How far a head of a train is along the way of its conveyor. */
    public double metresOfLeader(int body) {
        double seconds = (timeNanos - bodies.getLong(body, MOVE_NANOS)) / 1e9;
        return bodies.getDouble(body, MOVE_GAIN)
                + seconds * (bodies.getDouble(body, MOVE_SPEED) + bodies.getDouble(body, MOVE_RAMP) * seconds / 2);
    }

    public double speedOfLeader(int body) {
        double seconds = (timeNanos - bodies.getLong(body, MOVE_NANOS)) / 1e9;
        return bodies.getDouble(body, MOVE_SPEED) + bodies.getDouble(body, MOVE_RAMP) * seconds;
    }

    /** Whether a piece on a conveyor has come in from the side, where the part of the conveyor that it is on begins. */
    public boolean cameAside(int body) {
        return (bodies.get(body, PLACE) & ASIDE) != 0;
    }

    /** Which lane of which part of its conveyor a piece is on: the lanes of the first part, then those of the next. */
    public int laneOf(int body) {
        return bodies.get(body, PLACE) & ~ASIDE;
    }

    /** Place of a piece on a conveyor along the measure of its lane. */
    public double measureOf(int body) {
        return bodies.getDouble(body, MOVE_FROM);
    }

    /** The head of the train that a piece on a conveyor goes with. */
    public int leaderOf(int body) {
        int leader = body;
        for (int one = firstAt(bodies.get(body, NODE)); one >= 0; one = next(one)) {
            if (rides(one) && laneOf(one) == laneOf(body) && isLeader(one)) {
                leader = one;
            }
            if (one == body) {
                break;
            }
        }
        return leader;
    }

    public boolean rides(int body) {
        return bodies.get(body, DOING) == PieceSpot.Doing.RIDES.ordinal();
    }

    /** For how long a body that moves has stood at the end of its link; 0 while it is still on the way. */
    public long atEndOfLinkNanos(int body) {
        return Math.max(0, timeNanos - sinceNanos(body) - bodies.getLong(body, MOVE_NANOS));
    }

    // ---- pieces as values, for what is said about them

    public List<PieceSpot> pieces() {
        List<PieceSpot> all = new ArrayList<>();
        for (int body = 0; body < bodyCount; body++) {
            if (pieceOf(body) >= 0) {
                all.add(spot(body));
            }
        }
        return all;
    }

    public Optional<PieceSpot> piece(int id) {
        for (int body = 0; body < bodyCount; body++) {
            if (pieceOf(body) == id) {
                return Optional.of(spot(body));
            }
        }
        return Optional.empty();
    }

    public PieceSpot spot(int body) {
        return new PieceSpot(bodies.get(body, PIECE), body, bodies.get(body, TYPE), bodies.get(body, LOOK), bodies.getLong(body, BORN),
                bodies.get(body, NODE),
                bodies.get(body, HOLDER), bodies.get(body, PLACE), PieceSpot.Doing.ALL[bodies.get(body, DOING)], bodies.get(body, WAY),
                bodies.get(body, FROM), bodies.get(body, LINK),
                bodies.getLong(body, SINCE), bodies.getLong(body, LAST));
    }

    /** The pieces at the equipment, in the order in which they came to it. */
    public List<PieceSpot> at(int node) {
        return chain(places.get(node, FIRST), content(node));
    }

    /** The pieces on their way along the link, in the order in which they set out. */
    public List<PieceSpot> onLink(int link) {
        return chain(firstOnLink(link), contentOfLink(link));
    }

    /** What lies on the body, in the order in which it went on. */
    public List<PieceSpot> on(int body) {
        int count = 0;
        for (int on = firstOn(body); on >= 0; on = next(on)) {
            count++;
        }
        return chain(firstOn(body), count);
    }

    private List<PieceSpot> chain(int first, int count) {
        int[] found = new int[count];
        int at = first;
        for (int i = 0; i < count; i++) {
            found[i] = at;
            at = next(at);
        }
        return new AbstractList<>() {
            @Override
            public PieceSpot get(int index) {
                return spot(found[index]);
            }

            @Override
            public int size() {
                return found.length;
            }
        };
    }

    /** The piece itself, or what carries it, at the bottom of all. */
    public PieceSpot bottom(PieceSpot spot) {
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

    public long turnedAway(int node) {
        return places.getLong(node, AWAY);
    }

    /** Whether its inlet is shut, by hand or by a rule. */
    public boolean isShut(int node) {
        return (places.get(node, GATES) & INLET) != 0;
    }

    /** Whether its outlet is shut, by hand or by a rule. */
    public boolean isOutletShut(int node) {
        return (places.get(node, GATES) & OUTLET) != 0;
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
    public boolean standsOnWay(int body) {
        int link = bodies.get(body, LINK);
        return link >= 0 && stateOfLink(link).isPresent() && bodies.getDouble(body, MOVE_SPEED) == 0 && atEndOfLinkNanos(body) == 0;
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

    // ---- moving forward

    /**
     * Applies one record.
     *
     * @param extras of the segment the record is in
     * @param freed hears which bodies are no more; null if nobody cares
     */
    void apply(long time, int body, int node, int slot, Segment.What what, long number, long[] extras, @Nullable IntConsumer freed) {
        timeNanos = time;
        nextNumber = number + 1;
        switch (what) {
            case BORN -> {
                appear(time, body, node, slot);
                places.addLong(node, IN, 1);
            }
            case MADE -> appear(time, body, node, slot);
            case WAITS -> enter(body, node, NONE, PieceSpot.Doing.WAITS);
            case WORKS -> enter(body, node, slot, PieceSpot.Doing.IS_WORKED_ON);
            case STANDS -> change(body, slot, PieceSpot.Doing.WAITS, NONE);
            case BEGINS -> change(body, slot, PieceSpot.Doing.IS_WORKED_ON, NONE);
            case DONE -> change(body, slot & 0xffff, PieceSpot.Doing.IS_DONE, (slot >>> 16) - 1);
            case MOVES -> move(time, body, node, slot, extras);
            case RIDES -> rides(body, node, (int) extras[slot], extras[slot + 1]);
            case LEADS -> {
                int[] page = bodies.writable(body);
                int at = bodies.at(body);
                page[at + WAY] = LEADER;
                Pages.put(page, at + MOVE_NANOS, time);
                Pages.put(page, at + MOVE_GAIN, extras[slot]);
                Pages.put(page, at + MOVE_SPEED, extras[slot + 1]);
                Pages.put(page, at + MOVE_RAMP, extras[slot + 2]);
            }
            case FOLLOWS -> bodies.set(body, WAY, NONE);
            case GONE -> {
                leave(body);
                end(body, freed);
                places.addLong(node, IN, 1);
                places.addLong(node, OUT, 1);
            }
            case JOINED, SCRAPPED -> end(body, freed);
            case ONTO -> {
                lift(body);
                bodies.set(body, HOLDER, slot);
                bodies.set(body, PLACE, NONE);
                bodies.set(body, DOING, PieceSpot.Doing.WAITS.ordinal());
                bodies.set(body, WAY, NONE);
                bodies.setLong(body, SINCE, time);
                append(bodies, slot, FIRST_ON, LAST_ON, body);
            }
            case OFF -> {
                lift(body);
                bodies.set(body, HOLDER, NONE);
                bodies.set(body, NODE, node);
                bodies.setLong(body, SINCE, time);
                put(node, body);
            }
            case LOOK -> bodies.set(body, LOOK, slot);
            case TYPE -> bodies.set(body, TYPE, slot);
            case SET -> {}
            case GATE -> setGate(node, slot);
            case AWAY -> places.addLong(node, AWAY, 1);
            case STATE, KEPT -> changeState(time, node, slot);
            case HOLDS -> {}
            case WALKS, PERSON -> people.apply(time, node, slot, what, extras);
        }
        if (body >= 0) {
            bodies.setLong(body, LAST, number);
        }
    }

    /** A piece comes onto a lane of a conveyor: from elsewhere, from before its beginning, or from another part of it. */
    private void rides(int body, int node, int lane, long measure) {
        boolean isThere = bodies.get(body, LINK) < 0 && bodies.get(body, NODE) == node && bodies.get(body, HOLDER) < 0;
        boolean goesOn = isThere && (rides(body)
                ? laneOf(body) < (lane & ~ASIDE)
                : bodies.get(body, DOING) == PieceSpot.Doing.WAITS.ordinal());
        if (goesOn) {
            lift(body);
            put(node, body); // it is the last of its lane now
        } else {
            enter(body, node, lane, PieceSpot.Doing.RIDES);
        }
        change(body, lane, PieceSpot.Doing.RIDES, NONE);
        bodies.setLong(body, MOVE_FROM, measure);
    }

    private void appear(long time, int body, int node, int type) {
        entered++;
        bodyCount = Math.max(bodyCount, body + 1);
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + PIECE] = nextPiece++;
        page[at + TYPE] = type;
        page[at + LOOK] = 0;
        page[at + NODE] = node;
        page[at + HOLDER] = NONE;
        page[at + PLACE] = NONE;
        page[at + DOING] = PieceSpot.Doing.WAITS.ordinal();
        page[at + WAY] = NONE;
        page[at + FROM] = NONE;
        page[at + LINK] = NONE;
        page[at + FIRST_ON] = NONE;
        page[at + LAST_ON] = NONE;
        Pages.put(page, at + BORN, time);
        Pages.put(page, at + SINCE, time);
        put(node, body);
    }

    /** The gate in the low bits; shut if the bit above them is set. */
    private void setGate(int node, int slot) {
        int gate = slot & INLET | slot & OUTLET;
        int now = places.get(node, GATES);
        places.set(node, GATES, (slot & 4) != 0 ? now | gate : now & ~gate);
    }

    static int gateSlot(int gate, boolean shut) {
        return gate | (shut ? 4 : 0);
    }

    private void changeState(long time, int node, int newState) {
        int[] page = places.writable(node);
        int at = places.at(node);
        int before = page[at + STATE_NOW];
        if (before >= 0) {
            Pages.add(page, at + STATE_NANOS + 2 * before, time - Pages.longAt(page, at + STATE_SINCE));
        }
        page[at + STATE_NOW] = newState;
        Pages.put(page, at + STATE_SINCE, time);
    }

    /** The piece comes to the equipment, which may be the one it was at. */
    private void enter(int body, int node, int place, PieceSpot.Doing doing) {
        leave(body);
        lift(body);
        places.addLong(node, IN, 1);
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + FROM] = page[at + (page[at + LINK] >= 0 ? FROM : NODE)];
        page[at + NODE] = node;
        page[at + LINK] = NONE;
        page[at + PLACE] = place;
        page[at + DOING] = doing.ordinal();
        page[at + WAY] = NONE;
        Pages.put(page, at + SINCE, timeNanos);
        put(node, body);
    }

    /** Counts it out of the equipment it was at; a link counts nothing. */
    private void leave(int body) {
        if (bodies.get(body, LINK) < 0) {
            places.addLong(bodies.get(body, NODE), OUT, 1);
        }
    }

    private void move(long time, int body, int node, int slot, long[] extras) {
        int link = (int) extras[slot];
        if (bodies.get(body, LINK) != link) {
            leave(body);
            lift(body);
            int[] page = bodies.writable(body);
            int at = bodies.at(body);
            page[at + FROM] = page[at + NODE];
            page[at + NODE] = node;
            page[at + LINK] = link;
            page[at + PLACE] = NONE;
            page[at + DOING] = PieceSpot.Doing.MOVES.ordinal();
            page[at + WAY] = NONE;
            put(nodes + link, body);
        }
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        Pages.put(page, at + SINCE, time);
        Pages.put(page, at + MOVE_NANOS, extras[slot + 1]);
        Pages.put(page, at + MOVE_FROM, extras[slot + 2]);
        Pages.put(page, at + MOVE_SPEED, extras[slot + 3]);
        Pages.put(page, at + MOVE_GAIN, extras[slot + 4]);
    }

    private void change(int body, int place, PieceSpot.Doing doing, int way) {
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + PLACE] = place;
        page[at + DOING] = doing.ordinal();
        page[at + WAY] = way;
        Pages.put(page, at + SINCE, timeNanos);
    }

    private void put(int place, int body) {
        places.add(place, CONTENT, 1);
        append(places, place, FIRST, LAST_AT, body);
    }

    private void append(Pages heads, int row, int firstColumn, int lastColumn, int body) {
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        int[] head = heads.writable(row);
        int headAt = heads.at(row);
        int last = head[headAt + lastColumn];
        page[at + BEFORE] = last;
        page[at + NEXT] = NONE;
        if (last < 0) {
            head[headAt + firstColumn] = body;
        } else {
            bodies.set(last, NEXT, body);
        }
        head[headAt + lastColumn] = body;
    }

    /** Takes the body out of the chain it is in. */
    private void lift(int body) {
        int holder = bodies.get(body, HOLDER);
        if (holder >= 0) {
            unchain(bodies, holder, FIRST_ON, LAST_ON, body);
            return;
        }
        int link = bodies.get(body, LINK);
        int place = link >= 0 ? nodes + link : bodies.get(body, NODE);
        places.add(place, CONTENT, -1);
        unchain(places, place, FIRST, LAST_AT, body);
    }

    private void unchain(Pages heads, int row, int firstColumn, int lastColumn, int body) {
        int before = bodies.get(body, BEFORE);
        int next = bodies.get(body, NEXT);
        if (before < 0) {
            heads.set(row, firstColumn, next);
        } else {
            bodies.set(before, NEXT, next);
        }
        if (next < 0) {
            heads.set(row, lastColumn, before);
        } else {
            bodies.set(next, BEFORE, before);
        }
    }

    /** The piece is no more, nor is what lies on it. */
    private void end(int body, @Nullable IntConsumer freed) {
        lift(body);
        endOn(body, freed);
    }

    private void endOn(int body, @Nullable IntConsumer freed) {
        left++;
        int on = firstOn(body);
        while (on >= 0) {
            int next = next(on);
            endOn(on, freed);
            on = next;
        }
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + PIECE] = NONE;
        page[at + FIRST_ON] = NONE;
        page[at + LAST_ON] = NONE;
        if (freed != null) {
            freed.accept(body);
        }
    }
}
