package rhombic.study.rack;

import java.util.List;

/**
 * All places where a load can be in a rack that cranes serve, by number: slots, aisle by aisle and lane by lane; then infeeds; then the ways between the ports and
 * the aisles; then before the port where loads go out, the first at the port.
 *
 * @param infeeds how many loads each infeed of an aisle has room for
 */
public record RackPlaces(RackLayout layout, List<Integer> infeeds) {
    /** What a place is. */
    public enum Sort {
        SLOT, INFEED, WAY_IN, WAY_OUT, PORT
    }

    /**
     * A place.
     *
     * @param infeed of an infeed and the way to it, from 0
     * @param aisle from 0; of the port, 0
     * @param number of a slot, its own among all; of an infeed or the port, how far it is from where loads are handed over
     */
    public record RackPlace(Sort sort, int infeed, int aisle, int number) {}

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

    /** The first place of an infeed; behind the last, that of the ways. */
    private int begins(int infeed) {
        int before = layout.places();
        for (int i = 0; i < infeed; i++) {
            before += layout.aisles() * infeeds.get(i);
        }
        return before;
    }

    public int infeed(int infeed, int aisle, int number) {
        return begins(infeed) + aisle * infeeds.get(infeed) + number;
    }

    public int toInfeed(int infeed, int aisle) {
        return begins(infeeds.size()) + infeed * layout.aisles() + aisle;
    }

    public int fromOutfeed(int aisle) {
        return toInfeed(infeeds.size(), aisle);
    }

    public int port(int number) {
        return toInfeed(infeeds.size() + 1, 0) + number;
    }

    /** What a number means. */
    public RackPlace place(int place) {
        if (place < layout.places()) {
            return new RackPlace(Sort.SLOT, 0, place / layout.placesInAisle(), place);
        }
        for (int i = 0; i < infeeds.size(); i++) {
            if (place < begins(i + 1)) {
                int there = place - begins(i);
                return new RackPlace(Sort.INFEED, i, there / infeeds.get(i), there % infeeds.get(i));
            }
        }
        if (place >= port(0)) {
            return new RackPlace(Sort.PORT, 0, 0, place - port(0));
        }
        int way = place - begins(infeeds.size());
        boolean isIn = place < fromOutfeed(0);
        return new RackPlace(isIn ? Sort.WAY_IN : Sort.WAY_OUT, isIn ? way / layout.aisles() : 0, way % layout.aisles(), 0);
    }
}
