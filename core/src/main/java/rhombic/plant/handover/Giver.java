package rhombic.plant.handover;

/** Who has pieces to hand on: equipment, or the end of a link at which a piece waits. */
interface Giver {
    /** The piece of the offer, which has a claim, departs now. */
    void hand(Offer offer, Claim claim);

    /** The ways its pieces may go. */
    OutgoingLinks outgoingLinks();

    /** Whether nothing may go out for now, whoever has room. */
    boolean isOutletHeld();

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
