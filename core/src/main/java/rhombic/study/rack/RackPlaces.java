package rhombic.study.rack;

import java.util.List;

/**
 * All places where a load can be in a rack that cranes serve, by number: slots, aisle by aisle and lane by lane; then infeeds; then the ways between the ports and
 * the aisles; then before the port where loads go out, the first at the port.
 *
 * @param infeeds how many loads each infeed of an aisle has room for
 * @param outfeeds how many outfeeds an aisle has
 */
public record RackPlaces(RackLayout layout, List<Integer> infeeds, int outfeeds) {
    /** What a place is. */
    public enum Sort {
        SLOT, INFEED, WAY_IN, WAY_OUT, PORT
    }

    /**
     * A place.
     *
     * @param point the infeed or outfeed that it is at, or on the way to or from, from 0
     * @param aisle from 0; of the port, 0
     * @param number of a slot, its own among all; of an infeed or the port, how far it is from where loads are handed over
     */
    public record RackPlace(Sort sort, int point, int aisle, int number) {}

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

    public int fromOutfeed(int outfeed, int aisle) {
        return toInfeed(infeeds.size() + outfeed, aisle);
    }

    /** Before the port of an outfeed. */
    public int port(int outfeed, int number) {
        return ports() + number * outfeeds + outfeed;
    }

    private int ports() {
        return fromOutfeed(outfeeds, 0);
    }

    /** Whether a place is before a port where loads go out. */
    public boolean isPort(int place) {
        return place >= ports();
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
        if (isPort(place)) {
            return new RackPlace(Sort.PORT, (place - ports()) % outfeeds, 0, (place - ports()) / outfeeds);
        }
        int way = place - begins(infeeds.size());
        int point = way / layout.aisles();
        return point < infeeds.size()
                ? new RackPlace(Sort.WAY_IN, point, way % layout.aisles(), 0)
                : new RackPlace(Sort.WAY_OUT, point - infeeds.size(), way % layout.aisles(), 0);
    }
}
