package rhombic.plant;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/**
 * One way that pieces can go: to a taker, at once or along a link that takes time.
 *
 * @param index among the ways of its giver; {@link WaysOut#ANY} for a way without a link
 * @param channel what is on its way; null if it takes no time
 */
record Way(int index, Node taker, @Nullable Channel channel) {
    /** Whether there is room on it. */
    boolean isFree() {
        return channel == null || channel.hasRoom();
    }

    /** Carries out what was agreed: the piece, which has departed, arrives or sets out. */
    void takes(Piece piece) {
        if (channel == null) {
            taker.accept(piece);
        } else {
            channel.departs(piece);
        }
    }
}
