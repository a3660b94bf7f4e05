package rhombic.plant.handover;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** The offers of one giver of several pieces: those whose pieces are bound, and those that can be used again. */
public final class OfferPool {
    private final Giver giver;
    private final List<Offer> bound = new ArrayList<>();
    private final List<Offer> boundSeen = Collections.unmodifiableList(bound);
    private final List<Offer> unused = new ArrayList<>();

    public OfferPool(Giver giver) {
        this.giver = giver;
    }

    /** One that is of nothing yet. */
    public Offer take() {
        return unused.isEmpty() ? new Offer(giver) : unused.removeLast();
    }

    /** It is of nothing any more. */
    public void giveBack(Offer offer) {
        unused.add(offer);
    }

    /** Its piece stays until it is fetched. */
    public void bind(Offer offer) {
        bound.add(offer);
    }

    /** Its piece is fetched, or is not after all: it can be used again. Says whether it was bound. */
    public boolean unbind(Offer offer) {
        boolean was = !bound.isEmpty() && bound.remove(offer);
        if (was) {
            unused.add(offer);
        }
        return was;
    }

    /** Those whose pieces stay until they are fetched. */
    public List<Offer> bound() {
        return boundSeen;
    }

    /** Whether there are any. */
    public boolean hasBound() {
        return !bound.isEmpty();
    }
}
