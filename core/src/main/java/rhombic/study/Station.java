package rhombic.study;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;

/**
 * Work is done here.
 *
 * @param places pieces worked on at the same time, each by itself, 1 to 10000
 * @param inputRoom pieces that may wait before the work, 0 or more; with 0 a piece waits where it comes from
 * @param time of the work on one piece; empty while it is not set yet, and then the station takes nothing
 */
public record Station(String name, Placement placement, int places, int inputRoom, Optional<Distribution> time) implements Equipment {
    private static final double PLACE_METRES = 1.6;
    private static final int MOST_DRAWN_PLACES = 8;

    public Station {
        Names.checked(name);
        Count.between(1, 10_000, "The places of a station", places);
        Count.atLeast(0, "The input room of a station", inputRoom);
    }

    public Station withPlaces(int newPlaces) {
        return new Station(name, placement, newPlaces, inputRoom, time);
    }

    public Station withInputRoom(int newInputRoom) {
        return new Station(name, placement, places, newInputRoom, time);
    }

    public Station withTime(Distribution newTime) {
        return new Station(name, placement, places, inputRoom, Optional.of(newTime));
    }

    @Override
    public Station named(String newName) {
        return new Station(newName, placement, places, inputRoom, time);
    }

    @Override
    public Station placed(Placement newPlacement) {
        return new Station(name, newPlacement, places, inputRoom, time);
    }

    /** One body for each place, side by side, up to eight. */
    @Override
    public Footprint footprint() {
        return new Footprint(2, Math.min(places, MOST_DRAWN_PLACES) * PLACE_METRES, 1.9);
    }

    @Override
    public String kind() {
        return "Station";
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(String name, Placement placement, int places, int inputRoom, @Nullable Distribution time) implements Serializable {
        private Object readResolve() {
            return new Station(name, placement, places, inputRoom, Optional.ofNullable(time));
        }
    }

    private Object writeReplace() {
        return new Stored(name, placement, places, inputRoom, time.orElse(null));
    }
}
