package rhombic.plant.store;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.FirstGiver;
import rhombic.plant.piece.Piece;

/** Offers what cranes have brought, one after the other. */
final class Outfeed extends FirstGiver {
    private final RackNode rack;
    /** At the port, bound ones among them, the first in front. */
    private final List<Load> waiting = new ArrayList<>();
    private final List<Load> bound = new ArrayList<>();

    Outfeed(RackNode rack) {
        super(rack);
        this.rack = rack;
    }

    /** A load has come to the port. */
    void add(Load load) {
        waiting.add(load);
        rack.stands(load, rack.places.port(waiting.size() - 1));
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
            rack.stands(waiting.get(i), rack.places.port(i));
        }
        rack.aisle(load).onGone(load);
        rack.onGone(piece);
    }
}
