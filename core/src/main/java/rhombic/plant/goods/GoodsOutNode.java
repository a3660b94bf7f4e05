package rhombic.plant.goods;

import rhombic.measure.Tally;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.GoodsOut;

/** Pieces leave here. */
public final class GoodsOutNode extends Node {
    public GoodsOutNode(Flow flow, int index, GoodsOut goodsOut) {
        super(flow, index, goodsOut, new Tally(0));
    }

    @Override
    protected int spotFor(Way way, Piece piece) {
        return Claim.ANY_SPOT;
    }

    @Override
    protected int capacityFor(Piece piece) {
        return Integer.MAX_VALUE;
    }

    @Override
    protected void accept(Claim claim, Piece piece) {
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        tally.onPass();
        countCycles(1);
        flow.census.onLeave(piece, index);
    }

    @Override
    public void hand(Offer offer, Claim claim) {
        throw new IllegalStateException("A goods out gives no pieces");
    }

    /** It always takes what comes. */
    @Override
    protected boolean isAtWork() {
        return true;
    }

    @Override
    public void attend() {
        serveLine();
    }
}
