package rhombic.plant.goods;

import rhombic.plant.handover.ContentNode;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.OutgoingLinks;
import rhombic.plant.handover.Room;
import rhombic.plant.handover.Taker;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;
import rhombic.plant.piece.Ranking;
import rhombic.study.Rule;
import rhombic.study.kind.Buffer;

/** Pieces wait here. It has contents and no states. */
public final class BufferNode extends ContentNode implements Room {
    private final Taker taker = new Taker(this, this);
    private final Buffer.Order order;
    private RankedQueue<Piece> queue = new RankedQueue<>();
    private BufferGiver giver;

    public BufferNode(Flow flow, int index, Buffer buffer) {
        super(flow, index, buffer);
        order = buffer.order();
        giver = new BufferGiver(this, queue, order, false);
        taker.countRoom(capacity);
    }

    @Override
    protected void connect(OutgoingLinks ways, Ranking ranking) {
        super.connect(ways, ranking);
        queue = new RankedQueue<>(ranking);
        giver = new BufferGiver(this, queue, order, ranking.kept() == Ranking.Kept.NOT_AT_ALL && order != Buffer.Order.ANY);
    }

    @Override
    protected Taker taker() {
        return taker;
    }

    @Override
    protected void begin() {
        traceContent();
    }

    // ---- coming in

    @Override
    public void take(Piece piece) {
        taker.addRoom(-1);
        counts(piece);
        assert tally.content() + taker.claims() <= capacity : name() + " holds more than it has room for";
        if (flow.trace != null) {
            flow.trace.waits(flow.now(), piece.body, index);
        }
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        giver.add(piece);
        noteMore();
    }

    // ---- going on

    @Override
    public void attend() {
        taker.serveLine();
        giver.offer();
        onMoreWaiting();
    }

    /** A piece has gone. */
    void onGone(Piece piece) {
        taker.addRoom(1);
        noteLess(piece);
        if (!queue.isEmpty() || !taker.line.isEmpty()) {
            flow.toAgenda(this);
        }
    }

    @Override
    public void updateRanks() {
        super.updateRanks();
        queue.updateRanks();
        flow.toAgenda(this);
    }
}
