package rhombic.plant;

import rhombic.measure.Tally;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.GoodsOut;

/** Pieces leave here. */
final class GoodsOutNode extends Node {
    GoodsOutNode(Plant plant, int index, GoodsOut goodsOut) {
        super(plant, index, goodsOut, new Tally(0));
    }

    @Override
    boolean hasRoom(Way way, Piece piece) {
        return true;
    }

    @Override
    int roomFor(Piece piece) {
        return Integer.MAX_VALUE;
    }

    @Override
    void accept(Way way, Piece piece) {
        tellRules(Rule.PieceEvent.ENTERS, piece);
        tally.passes();
        countsCycle();
        plant.pieceLeaves(piece, index);
    }

    @Override
    public Piece hand(Offer offer, Way way) {
        throw new IllegalStateException("A goods out gives no pieces");
    }

    @Override
    void attend() {
        serveLine();
    }
}
