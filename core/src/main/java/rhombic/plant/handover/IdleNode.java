package rhombic.plant.handover;

import rhombic.measure.Tally;
import rhombic.plant.piece.Piece;
import rhombic.study.kind.PlantElement;

/** An element that pieces never meet, such as an area: it takes and gives nothing. */
public class IdleNode extends Node {
    public IdleNode(Flow flow, int index, PlantElement element) {
        this(flow, index, element, new Tally(0));
    }

    protected IdleNode(Flow flow, int index, PlantElement element, Tally tally) {
        super(flow, index, element, tally);
    }

    @Override
    protected void begin() {}

    @Override
    protected final boolean hasRoom(Way way, Piece piece) {
        return false;
    }

    @Override
    protected final void accept(Way way, Piece piece) {
        throw new IllegalStateException(name() + " takes nothing");
    }

    @Override
    public final Piece hand(Offer offer, Way way) {
        throw new IllegalStateException(name() + " gives nothing");
    }

    @Override
    public final void attend() {}
}
