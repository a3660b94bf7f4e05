package rhombic.plant.store;

import rhombic.plant.handover.Node;
import rhombic.plant.handover.OutgoingLinks;
import rhombic.plant.handover.Part;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.piece.Ranking;

/** One of the further outfeeds of a rack, from which links of their own lead. */
final class SideOutfeed extends Part {
    private final RackNode rack;
    private final String port;
    private final Outfeed loads;

    /** @param number from 1 */
    SideOutfeed(RackNode rack, int number) {
        super(rack.flow);
        this.rack = rack;
        port = rack.rack.portOf(false, number);
        loads = new Outfeed(rack, this, number);
    }

    Outfeed loads() {
        return loads;
    }

    @Override
    protected void connect(OutgoingLinks ways, Ranking ranking) {
        super.connect(ways, ranking);
        ways.watchNeed(rack);
    }

    @Override
    public void attend() {
        loads.offer();
        if (loads.hasMoreWaiting()) {
            onMoreWaiting();
        }
    }

    @Override
    public String name() {
        return rack.name();
    }

    @Override
    protected Node node() {
        return rack;
    }

    @Override
    public PlantScope scope(String use) {
        return rack.scope(use + "\u0000" + port);
    }

    @Override
    public PlantScope scopeWithStream(String stream) {
        return rack.scopeWithStream(stream);
    }

    @Override
    protected String streamId() {
        return rack.id() + "\u0000" + port;
    }

    @Override
    protected boolean isEmpty() {
        return loads.isEmpty();
    }

    @Override
    public boolean isOutletHeld() {
        return rack.isOutletHeld();
    }
}
