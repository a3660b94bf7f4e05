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
    protected final int spotFor(Way way, Piece piece) {
        return Claim.NO_SPOT;
    }

    @Override
    protected final void accept(Claim claim, Piece piece) {
        throw new IllegalStateException(name() + " takes nothing");
    }

    @Override
    public final void hand(Offer offer, Claim claim) {
        throw new IllegalStateException(name() + " gives nothing");
    }

    @Override
    public final void attend() {}
}
