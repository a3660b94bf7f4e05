package rhombic.plant;

import org.jspecify.annotations.Nullable;
import rhombic.study.Buffer;
import rhombic.trace.EquipmentState;

/** Pieces wait here. */
final class BufferNode extends Node {
    private final int room;
    private final boolean newestFirst;
    private final PieceQueue queue = new PieceQueue();
    private @Nullable Offer offer;

    BufferNode(Plant plant, int index, Buffer buffer) {
        super(plant, index, buffer, 1);
        room = buffer.room().orElse(Integer.MAX_VALUE);
        newestFirst = buffer.order() == Buffer.Order.NEWEST_FIRST;
    }

    @Override
    void begin() {
        offer = new Offer(this, 0);
        noteState();
    }

    @Override
    boolean hasRoom() {
        return queue.size() < room;
    }

    @Override
    void accept(Piece piece) {
        long now = plant.now();
        piece.arrivedNanos = now;
        queue.add(piece);
        tally.enters(now);
        if (plant.trace != null) {
            plant.trace.waits(now, piece.id, index);
        }
        if (offer != null && !offer.isOpen()) {
            plant.toAgenda(this);
        }
        if (queue.size() == 1) {
            noteState();
        }
    }

    @Override
    void attend() {
        assert offer != null : "attended before it began";
        serveLine();
        if (!queue.isEmpty() && !offer.isOpen()) {
            offer.make();
        }
    }

    @Override
    Piece hand(Offer given) {
        Piece piece = newestFirst ? queue.takeNewest() : queue.takeOldest();
        tally.leaves(plant.now(), plant.now() - piece.arrivedNanos);
        if (queue.isEmpty()) {
            noteState();
        }
        if (!queue.isEmpty() || !line.isEmpty()) {
            plant.toAgenda(this);
        }
        return piece;
    }

    private void noteState() {
        boolean holds = !queue.isEmpty();
        tally.units(plant.now(), 0, holds ? 1 : 0);
        traceState(holds ? EquipmentState.BLOCKED : EquipmentState.STARVED);
    }
}
