package rhombic.plant.goods;

import rhombic.measure.tally.Tally;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.Room;
import rhombic.plant.handover.Taker;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.GoodsOut;

/** Pieces leave here. */
public final class GoodsOutNode extends Node implements Room {
    private final Taker taker = new Taker(this, this);

    public GoodsOutNode(Flow flow, int index, GoodsOut goodsOut) {
        super(flow, index, goodsOut, new Tally(0));
        taker.countRoom(Integer.MAX_VALUE);
    }

    @Override
    public void take(Piece piece) {
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        tally.onPass();
        countCycles(1);
        flow.census.onLeave(piece, index);
    }

    @Override
    protected Taker taker() {
        return taker;
    }

    /** It always takes what comes. */
    @Override
    protected boolean isAtWork() {
        return true;
    }

    @Override
    public void attend() {
        taker.serveLine();
    }
}
