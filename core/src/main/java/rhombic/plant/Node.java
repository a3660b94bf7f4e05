package rhombic.plant;

import org.jspecify.annotations.Nullable;
import rhombic.measure.Tally;
import rhombic.study.Equipment;
import rhombic.trace.EquipmentState;

/** One equipment of a running plant: may take pieces, may give them. */
abstract class Node {
    final Plant plant;
    final int index;
    final Tally tally;
    /** Offers of others that wait for room here. */
    final Line line = new Line();
    /** Next on the agenda; itself if it is the last; null if it is not on the agenda. */
    @Nullable Node agendaNext;

    private final Equipment equipment;
    private @Nullable WaysOut waysOut;
    private @Nullable EquipmentState tracedState;

    Node(Plant plant, int index, Equipment equipment, int units) {
        this.plant = plant;
        this.index = index;
        this.equipment = equipment;
        this.tally = new Tally(units);
    }

    String name() {
        return equipment.name();
    }

    Equipment equipment() {
        return equipment;
    }

    /** Called once, when all nodes are there. */
    void connect(WaysOut ways) {
        waysOut = ways;
    }

    WaysOut waysOut() {
        if (waysOut == null) {
            throw new IllegalStateException(name() + " is used before it is connected");
        }
        return waysOut;
    }

    /** Called once at the start of the run, in the order of the study. */
    void begin() {}

    abstract boolean hasRoom();

    /** Takes a piece; only called while there is room. */
    abstract void accept(Piece piece);

    /** The piece of the offer leaves now. */
    abstract Piece hand(Offer offer);

    /** Does what can be done at this instant; called from the agenda after something has changed here. */
    abstract void attend();

    /** Whether a new offer is served now: there is room, and nobody has waited longer. */
    final boolean takesAtOnce() {
        return hasRoom() && line.isEmpty();
    }

    /** Lets those in line hand on while there is room. */
    final void serveLine() {
        Offer offer;
        while (hasRoom() && (offer = line.oldest()) != null) {
            accept(offer.takeUp());
        }
    }

    final void traceState(EquipmentState state) {
        if (plant.trace != null && state != tracedState) {
            tracedState = state;
            plant.trace.state(plant.now(), index, state);
        }
    }
}
