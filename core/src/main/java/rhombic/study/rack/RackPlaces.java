package rhombic.study.rack;

/**
 * All places where a load can be in a rack that cranes serve, by number: slots, aisle by aisle and lane by lane; then infeeds; then the ways between the ports and
 * the aisles; then before the port where loads go out, the first at the port.
 */
public record RackPlaces(RackLayout layout, int infeedCapacity) {
    /** What a place is. */
    public enum Sort {
        SLOT, INFEED, WAY_IN, WAY_OUT, PORT
    }

    /**
     * A place.
     *
     * @param aisle from 0; of the port, 0
     * @param number of a slot, its own among all; of an infeed or the port, how far it is from where loads are handed over
     */
    public record RackPlace(Sort sort, int aisle, int number) {}

    public int slot(int aisle, int lane, int inLane) {
        return aisle * layout.placesInAisle() + lane * layout.laneCapacity() + inLane;
    }

    /** Where something is that is picked from a load that stays in that slot; below all other places. */
    public static int pickedFrom(int slot) {
        return -2 - slot;
    }

    /** The slot of which that place is, if it is one where something is picked from a load; else the place itself. */
    public static int slotOf(int place) {
        return place <= -2 ? -2 - place : place;
    }

    public int infeed(int aisle, int number) {
        return layout.places() + aisle * infeedCapacity + number;
    }

    public int way(int aisle, boolean isIn) {
        return infeed(layout.aisles(), 0) + (isIn ? 0 : layout.aisles()) + aisle;
    }

    public int port(int number) {
        return way(0, true) + 2 * layout.aisles() + number;
    }

    /** What a number means. */
    public RackPlace place(int place) {
        if (place < layout.places()) {
            return new RackPlace(Sort.SLOT, place / layout.placesInAisle(), place);
        }
        int outside = place - layout.places();
        int infeeds = layout.aisles() * infeedCapacity;
        if (outside < infeeds) {
            return new RackPlace(Sort.INFEED, outside / infeedCapacity, outside % infeedCapacity);
        }
        int way = outside - infeeds;
        if (way < 2 * layout.aisles()) {
            return new RackPlace(way < layout.aisles() ? Sort.WAY_IN : Sort.WAY_OUT, way % layout.aisles(), 0);
        }
        return new RackPlace(Sort.PORT, 0, way - 2 * layout.aisles());
    }
}
