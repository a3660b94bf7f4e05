package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/**
 * One way that pieces can go: to a taker, at once or along a link that takes time.
 *
 * @param index among the ways of its giver; {@link Routings#ANY} for a way without a link
 * @param channel what is on its way; null if it takes no time
 * @param entry how they come in at the taker
 */
public record Way(int index, Node taker, @Nullable Channel channel, Entry entry) {
    /** How pieces come in at a taker. */
    public enum Entrance {
        /** At its beginning. */
        USUAL,
        /** From the side. */
        ASIDE,
        /** They are in already, and only go on in it. */
        STRAIGHT_ON
    }

    /** @param beforeMetres how far pieces have to go before they are where the place in the taker begins */
    public record Entry(Entrance entrance, double beforeMetres) {
        public static final Entry USUAL = new Entry(Entrance.USUAL, 0);
    }

    Way(int index, Node taker, @Nullable Channel channel) {
        this(index, taker, channel, Entry.USUAL);
    }

    public boolean isStraightOn() {
        return entry.entrance == Entrance.STRAIGHT_ON;
    }

    public boolean isAside() {
        return entry.entrance == Entrance.ASIDE;
    }

    /** Whether people carry along it. */
    boolean isCarried() {
        return channel != null && channel.isCarried();
    }

    /** Whether there is room on it. */
    boolean isFree() {
        return channel == null || channel.hasRoom();
    }

    /** Carries out what was agreed: the piece, which has departed, arrives or sets out. */
    void takes(Piece piece) {
        if (channel == null) {
            taker.accept(this, piece);
        } else {
            channel.depart(piece);
        }
    }
}
