package rhombic.plant.transport;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/** What pickers of a link have set down on the way, before another zone, for those who pick there. */
final class HandedOn {
    private final List<TransportOrder> waiting = new ArrayList<>();

    void add(TransportOrder order) {
        waiting.add(order);
    }

    boolean isEmpty() {
        return waiting.isEmpty();
    }

    /** Whether something waits for a zone. */
    boolean isFor(int zone) {
        return waiting.stream().anyMatch(order -> order.zone == zone);
    }

    /** For how many zones something waits. */
    int zones() {
        return (int) waiting.stream().mapToInt(order -> order.zone).distinct().count();
    }

    /** The piece that has waited longest; null if none waits. */
    @Nullable
    Piece first() {
        return waiting.isEmpty() ? null : waiting.getFirst().trip.piece();
    }

    /** The tour takes on what waits for its zone, as far as it has room, of orders that may go together. */
    void takenOnBy(PickTour tour, int zone) {
        for (TransportOrder order : List.copyOf(waiting)) {
            if (order.zone == zone && tour.isRoomFor(order.carriage, order.trip.piece())) {
                waiting.remove(order);
                tour.takeOn(order);
            }
        }
    }
}
