package rhombic.plant.store;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.FirstGiver;
import rhombic.plant.handover.Part;
import rhombic.plant.piece.Piece;

/** Offers what cranes have brought, one after the other. */
final class Outfeed extends FirstGiver {
    private final RackNode rack;
    private final int number;
    /** How many waited to be fetched when that was told last. */
    private int told;
    /** At the port, bound ones among them, the first in front. */
    private final List<Load> waiting = new ArrayList<>();
    private final List<Load> bound = new ArrayList<>();

    /**
     * @param from where they go out
     * @param number of the outfeed, from 0
     */
    Outfeed(RackNode rack, Part from, int number) {
        super(from);
        this.rack = rack;
        this.number = number;
    }

    boolean isEmpty() {
        return waiting.isEmpty();
    }

    /** Whether more wait to be fetched than when that was asked last. */
    boolean hasMoreWaiting() {
        int before = told;
        told = backlog();
        return told > before;
    }

    /** A load has come to the port. */
    void add(Load load) {
        waiting.add(load);
        rack.seen.stands(load, rack.seen.places.port(number, waiting.size() - 1));
        from.flow.toAgenda(from);
    }

    @Override
    public int backlog() {
        return waiting.size() - bound.size();
    }

    @Override
    protected @Nullable Piece first() {
        for (Load load : waiting) {
            if (!bound.contains(load)) {
                return load.piece;
            }
        }
        return null;
    }

    @Override
    protected void remove(Piece piece) {
        bound.add(rack.load(piece));
    }

    @Override
    protected void putBack(Piece piece) {
        bound.remove(rack.load(piece));
        from.flow.toAgenda(from);
    }

    @Override
    protected void onGone(Piece piece) {
        Load load = rack.load(piece);
        bound.remove(load);
        int at = waiting.indexOf(load);
        waiting.remove(at);
        for (int i = at; i < waiting.size(); i++) {
            rack.seen.stands(waiting.get(i), rack.seen.places.port(number, i));
        }
        rack.aisle(load).onGone(load);
        rack.onGone(piece);
        from.flow.toAgenda(from); // the next may be on offer
    }
}
