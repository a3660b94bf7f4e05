package rhombic.trace;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.study.value.EquipmentState;

/**
 * The floor at one moment: where each piece is, what each equipment does, and what each has counted since the start
 * of the run. Moves forward by applying records; a copy is a moment of its own.
 */
public final class Moment {
    private static final int STATES = EquipmentState.values().length;
    private static final EquipmentState[] STATE = EquipmentState.values();

    /** Every record up to and including this time is applied; the moment before the first record is at -1. */
    private long timeNanos = -1;
    private final Map<Integer, PieceSpot> pieces;
    private final List<@Nullable LinkedHashMap<Integer, PieceSpot>> held;
    /** What lies on each piece that holds others, in the order in which it went on. */
    private final Map<Integer, List<Integer>> load;
    private final long[] in;
    private final long[] out;
    private final long[] away;
    private final boolean[] shut;
    private final byte[] state;
    private final long[] stateSince;
    private final long[] stateNanos;
    private long entered;
    private long left;

    Moment(int nodes) {
        pieces = new HashMap<>();
        load = new HashMap<>();
        held = new ArrayList<>(Collections.nCopies(nodes, null));
        in = new long[nodes];
        out = new long[nodes];
        away = new long[nodes];
        shut = new boolean[nodes];
        state = new byte[nodes];
        java.util.Arrays.fill(state, (byte) -1);
        stateSince = new long[nodes];
        stateNanos = new long[nodes * STATES];
    }

    private Moment(Moment other) {
        timeNanos = other.timeNanos;
        pieces = new HashMap<>(other.pieces);
        load = HashMap.newHashMap(other.load.size());
        other.load.forEach((holder, on) -> load.put(holder, new ArrayList<>(on)));
        held = new ArrayList<>(other.held.size());
        for (LinkedHashMap<Integer, PieceSpot> one : other.held) {
            held.add(one == null || one.isEmpty() ? null : new LinkedHashMap<>(one));
        }
        in = other.in.clone();
        out = other.out.clone();
        away = other.away.clone();
        shut = other.shut.clone();
        state = other.state.clone();
        stateSince = other.stateSince.clone();
        stateNanos = other.stateNanos.clone();
        entered = other.entered;
        left = other.left;
    }

    Moment copy() {
        return new Moment(this);
    }

    public long timeNanos() {
        return timeNanos;
    }

    void setTime(long nanos) {
        timeNanos = nanos;
    }

    public int nodes() {
        return in.length;
    }

    public Collection<PieceSpot> pieces() {
        return Collections.unmodifiableCollection(pieces.values());
    }

    public Optional<PieceSpot> piece(int id) {
        return Optional.ofNullable(pieces.get(id));
    }

    /** The pieces at the equipment, in the order in which they came to it or to their place. */
    public Collection<PieceSpot> at(int node) {
        LinkedHashMap<Integer, PieceSpot> there = held.get(node);
        return there == null ? List.of() : Collections.unmodifiableCollection(there.values());
    }

    /** What lies on the piece, in the order in which it went on. */
    public List<PieceSpot> on(int holder) {
        return load.getOrDefault(holder, List.of()).stream().map(this::known).toList();
    }

    /** The piece itself, or what carries it, at the bottom of all. */
    public PieceSpot bottom(PieceSpot spot) {
        PieceSpot at = spot;
        while (at.isOnAnother()) {
            at = known(at.holder());
        }
        return at;
    }

    public int content(int node) {
        LinkedHashMap<Integer, PieceSpot> there = held.get(node);
        return there == null ? 0 : there.size();
    }

    public long in(int node) {
        return in[node];
    }

    public long out(int node) {
        return out[node];
    }

    public long turnedAway(int node) {
        return away[node];
    }

    /** Whether its inlet is shut, by hand or by a rule. */
    public boolean isShut(int node) {
        return shut[node];
    }

    /** Empty for equipment that has no states. */
    public Optional<EquipmentState> state(int node) {
        return state[node] < 0 ? Optional.empty() : Optional.of(STATE[state[node]]);
    }

    public long stateSinceNanos(int node) {
        return stateSince[node];
    }

    /** Share of the time since the start of the run, 0 to 1; 0 at the start. */
    public double share(int node, EquipmentState wanted) {
        long nanos = stateNanos[node * STATES + wanted.ordinal()];
        if (state[node] == wanted.ordinal()) {
            nanos += timeNanos - stateSince[node];
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

    void apply(long time, int piece, int node, int slot, Segment.What what) {
        timeNanos = time;
        switch (what) {
            case BORN -> {
                entered++;
                in[node]++;
                put(new PieceSpot(piece, slot, 0, time, node, -1, -1, PieceSpot.Doing.WAITS, -1, -1, time));
            }
            case MADE -> {
                entered++;
                put(new PieceSpot(piece, slot, 0, time, node, -1, -1, PieceSpot.Doing.WAITS, -1, -1, time));
            }
            case WAITS -> enter(piece, node, -1, PieceSpot.Doing.WAITS);
            case WORKS -> enter(piece, node, slot, PieceSpot.Doing.IS_WORKED_ON);
            case STANDS -> change(piece, slot, PieceSpot.Doing.WAITS, -1);
            case BEGINS -> change(piece, slot, PieceSpot.Doing.IS_WORKED_ON, -1);
            case DONE -> change(piece, slot & 0xffff, PieceSpot.Doing.IS_DONE, (slot >>> 16) - 1);
            case GONE -> {
                out[known(piece).node()]++;
                end(piece);
                in[node]++;
                out[node]++;
            }
            case JOINED, SCRAPPED -> end(piece);
            case ONTO -> {
                PieceSpot before = lift(piece);
                pieces.put(piece, before.onto(slot, time));
                load.computeIfAbsent(slot, key -> new ArrayList<>()).add(piece);
            }
            case OFF -> {
                PieceSpot before = known(piece);
                List<Integer> on = load.get(before.holder());
                if (on != null) {
                    on.remove((Integer) piece);
                    if (on.isEmpty()) {
                        load.remove(before.holder());
                    }
                }
                put(before.off(node, time));
            }
            case LOOK -> replace(known(piece).looking(slot));
            case TYPE -> replace(known(piece).becoming(slot));
            case SET -> { }
            case INLET -> shut[node] = slot == 1;
            case AWAY -> away[node]++;
            case STATE -> changeState(time, node, slot);
        }
    }

    private void changeState(long time, int node, int newState) {
        if (state[node] >= 0) {
            stateNanos[node * STATES + state[node]] += time - stateSince[node];
        }
        state[node] = (byte) newState;
        stateSince[node] = time;
    }

    /** The piece comes to the equipment, which may be the one it was at. */
    private void enter(int piece, int node, int place, PieceSpot.Doing doing) {
        PieceSpot before = lift(piece);
        out[before.node()]++;
        in[node]++;
        put(new PieceSpot(piece, before.type(), before.look(), before.bornNanos(), node, -1, place, doing, -1, before.node(), timeNanos));
    }

    private void change(int piece, int place, PieceSpot.Doing doing, int way) {
        PieceSpot before = known(piece);
        put(new PieceSpot(piece, before.type(), before.look(), before.bornNanos(), before.node(), -1, place, doing, way, before.fromNode(), timeNanos));
    }

    private PieceSpot known(int piece) {
        PieceSpot spot = pieces.get(piece);
        if (spot == null) {
            throw new IllegalStateException("The trace moves piece " + piece + ", which never came in");
        }
        return spot;
    }

    private void put(PieceSpot spot) {
        pieces.put(spot.piece(), spot);
        LinkedHashMap<Integer, PieceSpot> there = held.get(spot.node());
        if (there == null) {
            there = new LinkedHashMap<>();
            held.set(spot.node(), there);
        }
        there.put(spot.piece(), spot);
    }

    /** Another version of a piece that stays where it is, in its order. */
    private void replace(PieceSpot spot) {
        pieces.put(spot.piece(), spot);
        LinkedHashMap<Integer, PieceSpot> there = held.get(spot.node());
        if (there != null) {
            there.replace(spot.piece(), spot);
        }
    }

    /** Takes the piece from where it stands. */
    private PieceSpot lift(int piece) {
        PieceSpot spot = known(piece);
        LinkedHashMap<Integer, PieceSpot> there = held.get(spot.node());
        if (there != null) {
            there.remove(piece);
        }
        return spot;
    }

    /** The piece is no more, nor is what lies on it. */
    private void end(int piece) {
        lift(piece);
        left++;
        pieces.remove(piece);
        List<Integer> on = load.remove(piece);
        if (on != null) {
            on.forEach(this::end);
        }
    }
}
