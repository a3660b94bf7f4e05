package rhombic.study.area;

import java.util.List;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.kind.Area;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Candidate;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;
import rhombic.study.place.Footprint;
import rhombic.study.value.Count;

/**
 * Where vehicles charge, or have their batteries swapped.
 *
 * @param places how many at a time, 1 to 100
 */
public record ChargingArea(Basics basics, int places) implements Area {
    public static final int MAX_PLACES = 100;
    private static final double PLACE_METRES = 1.8;
    private static final double DEEP_METRES = 3;
    private static final int IN_ROW = 12;

    public static final Kind<ChargingArea> KIND = new Kind<>("Charging area", Family.MOVE, ChargingArea.class, List.of(
            Field.optional("places", "How many vehicles at a time; missing: 1.", new FieldType.Whole(1, MAX_PLACES), 1,
                    ChargingArea::places,
                    ChargingArea::withPlaces)),
            basics -> new ChargingArea(basics, 1), (basics, types) -> new ChargingArea(basics, 2));

    public ChargingArea {
        Count.between(1, MAX_PLACES, "The places of a charging area", places);
    }

    @Override
    public Kind<ChargingArea> declaration() {
        return KIND;
    }

    @Override
    public ChargingArea with(Basics newBasics) {
        return new ChargingArea(newBasics, places);
    }

    public ChargingArea withPlaces(int newPlaces) {
        return new ChargingArea(basics, newPlaces);
    }

    @Override
    public List<Candidate> candidates() {
        return places == MAX_PLACES
                ? List.of()
                : List.of(new Candidate(Candidate.Aspect.PLACE, "one more place", () -> withPlaces(places + 1)));
    }

    @Override
    public String purpose() {
        return "Vehicles charge here.";
    }

    @Override
    public Footprint usualSize() {
        return new Footprint(Math.min(places, IN_ROW) * PLACE_METRES, DEEP_METRES * (1 + (places - 1) / IN_ROW), 0.1);
    }
}
