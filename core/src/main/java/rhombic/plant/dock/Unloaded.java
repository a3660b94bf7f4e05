package rhombic.plant.dock;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Giver;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.OfferPool;
import rhombic.plant.handover.Part;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.piece.Piece;
import rhombic.study.kind.Dock;
import rhombic.study.value.EquipmentState;

/** Where pieces go out of a dock that a truck has brought: one after the other is on offer; those that are fetched stay on the truck until then. */
final class Unloaded extends Part implements Giver {
    private final DockNode dock;
    private final Deque<Piece> waiting = new ArrayDeque<>();
    private final OfferPool offers = new OfferPool(this);
    private @Nullable Offer offer;
    private long since;

    Unloaded(DockNode dock) {
        super(dock.flow);
        this.dock = dock;
    }

    void add(List<Piece> pieces) {
        since = flow.now();
        waiting.addAll(pieces);
        flow.toAgenda(this);
    }

    @Override
    public String name() {
        return dock.name();
    }

    @Override
    protected Node node() {
        return dock;
    }

    @Override
    public Part part() {
        return this;
    }

    @Override
    public PlantScope scope(String use) {
        return dock.scope(use + "\u0000" + Dock.UNLOADING);
    }

    @Override
    public PlantScope scopeWithStream(String stream) {
        return dock.scopeWithStream(stream);
    }

    @Override
    protected String streamId() {
        return dock.id() + "\u0000" + Dock.UNLOADING;
    }

    @Override
    public int backlog() {
        return waiting.size();
    }

    @Override
    protected boolean isEmpty() {
        return waiting.isEmpty() && !offers.hasBound();
    }

    @Override
    public boolean isOutletHeld() {
        return dock.isOutletHeld();
    }

    /** Why pieces are still there. */
    EquipmentState state() {
        if (offers.hasBound()) {
            return EquipmentState.WORKING;
        }
        Offer made = offer;
        return made != null && made.isToBeFetched() ? EquipmentState.WAITING_FOR_CREW : EquipmentState.BLOCKED;
    }

    @Override
    public void attend() {
        while (!waiting.isEmpty() && !offer().isOpen() && offer().make(waiting.getFirst())) {
            flow.countStep(this);
        }
        if (!waiting.isEmpty()) {
            onMoreWaiting();
        }
        dock.show();
    }

    /** Of the piece that is next. */
    private Offer offer() {
        Offer made = offer;
        if (made == null) {
            made = offers.take();
            offer = made;
        }
        return made;
    }

    @Override
    public void hand(Offer given, Claim claim) {
        Piece piece = claim.piece();
        long toBeFetched = given.takeFetchedAfter();
        piece.crewNanos += toBeFetched;
        piece.blockedNanos += Math.max(0, flow.now() - since - toBeFetched);
        if (!offers.unbind(given)) {
            waiting.remove(piece);
        }
        dock.onTakenOff(piece);
        flow.toAgenda(this);
    }

    @Override
    public void onBound(Offer given) {
        offers.bind(given);
        waiting.remove(given.piece()); // not always the first: one that is not fetched after all comes back before it
        offer = null;
        flow.toAgenda(this);
    }

    @Override
    public void onUnbound(Offer given) {
        Piece piece = given.piece();
        offers.unbind(given);
        waiting.addFirst(piece);
        long toBeFetched = given.takeFetchedAfter();
        piece.crewNanos += toBeFetched;
        piece.blockedNanos -= toBeFetched; // all since it came is counted as blocked once it goes
        flow.toAgenda(this);
    }

    @Override
    public void onToBeFetchedChanged(Offer given) {
        dock.show();
    }
}
