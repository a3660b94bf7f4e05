package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/**
 * Offers the first of what waits; a better one that comes takes the offer over. What is fetched is bound, and the next is offered meanwhile. Which is the
 * first says whoever has the pieces.
 */
public abstract class FirstGiver implements Giver {
    protected final Part from;
    protected final OfferPool offers = new OfferPool(this);
    private @Nullable Offer offer;

    /** @param from where the pieces go out */
    protected FirstGiver(Part from) {
        this.from = from;
    }

    /** The piece that goes next; null if none waits. */
    protected abstract @Nullable Piece first();

    /** The piece waits no longer: it departs, or is bound. */
    protected abstract void remove(Piece piece);

    /** The piece waits again. */
    protected abstract void putBack(Piece piece);

    /** The piece of an offer that was not bound departs. */
    protected void onHanded(Offer given) {}

    /** The piece has departed. */
    protected abstract void onGone(Piece piece);

    @Override
    public final Part part() {
        return from;
    }

    /** Offers what may go. */
    public void offer() {
        Piece first = first();
        Offer open = offer;
        if (first == null) {
            if (open != null && open.isOpen()) {
                open.withdraw();
            }
            return;
        }
        if (open == null) {
            open = offers.take();
            offer = open;
        }
        if (!open.isOpen()) {
            open.make(first);
        } else {
            putRight(open, first);
        }
    }

    /** A newer piece that may go the same ways stands where the older stood, so that none is overtaken. */
    private void putRight(Offer open, Piece first) {
        if (first == open.piece()) {
            return;
        }
        if (outgoingLinks().sameForAll()) {
            open.exchange(first);
        } else {
            open.withdraw();
            open.make(first);
        }
    }

    /** The same where which is the first changes as time goes by; says whether the offer is as it was. */
    protected final boolean isStillFirst(Offer open) {
        Piece first = first();
        if (first == open.piece()) {
            return true;
        }
        if (first == null) {
            open.withdraw();
        } else if (outgoingLinks().sameForAll()) {
            open.exchange(first);
        } else {
            open.withdraw();
            from.flow.toAgenda(from);
        }
        return false;
    }

    @Override
    public void hand(Offer given, Claim claim) {
        if (!offers.unbind(given)) {
            remove(claim.piece());
            onHanded(given);
        }
        onGone(claim.piece());
    }

    @Override
    public void onBound(Offer given) {
        offers.bind(given);
        remove(given.piece());
        if (given == offer) {
            offer = null;
        }
        if (first() != null) {
            from.flow.toAgenda(from);
        }
    }

    @Override
    public void onUnbound(Offer given) {
        offers.unbind(given);
        putBack(given.piece());
    }
}
