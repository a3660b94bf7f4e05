package rhombic.plant.handover;

import java.util.Objects;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/** Who has pieces to hand on: a place, what waits, or the end of a link at which a piece waits. */
public interface Giver {
    /** The piece of the offer, which has a claim, departs now. */
    void hand(Offer offer, Claim claim);

    /**
     * Whether a piece of its that stands in line can depart by {@link #handStraight}: nothing else has to be looked at then. Asked when an
     * offer is made ready, once and for all.
     */
    default boolean givesStraight() {
        return false;
    }

    /**
     * The piece of the offer departs now, and arrives at once.
     *
     * @return what the offer is of from now on; null if nothing is there yet
     */
    default @Nullable Piece handStraight(Offer offer) {
        throw new IllegalStateException("It does not give straight");
    }

    /** Where its pieces go out; null at the end of a link. */
    @Nullable
    Part part();

    /** The ways its pieces may go. */
    default OutgoingLinks outgoingLinks() {
        return Objects.requireNonNull(part(), "it gives from nowhere").outgoingLinks();
    }

    /** Whether nothing may go out for now, whoever has room. */
    default boolean isOutletHeld() {
        Part from = part();
        return from != null && from.isOutletHeld();
    }

    /**
     * Looks whether the offer is still of the right piece, where that changes as time goes by; puts it right or withdraws it
     * if not.
     *
     * @return whether the offer is as it was
     */
    default boolean stillOffers(Offer offer) {
        return true;
    }

    /** How many pieces wait to go out, as far as is known; what is on offer included, what is bound not. */
    default int backlog() {
        return 1;
    }

    /** {@link Offer#isToBeFetched} says something else now. */
    default void onToBeFetchedChanged(Offer offer) {}

    /** The piece of the offer stays until it is fetched; the next may be offered, by another offer. */
    default void onBound(Offer offer) {}

    /** The piece of the offer is not fetched after all: it is to be offered again. */
    default void onUnbound(Offer offer) {}
}
