package rhombic.study.area;

import java.util.List;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;

/**
 * Where vehicles charge, or have their batteries swapped.
 *
 * @param places how many at a time, 1 to 100
 */
public record ChargingArea(Basics basics, int places) implements VehiclePlaces {
    public static final Kind<ChargingArea> KIND = new Kind<>("Charging area", Family.MOVE, ChargingArea.class, List.of(
            Field.optional("places", "How many vehicles at a time; missing: 1.", new FieldType.Whole(1, MAX_PLACES), 1,
                    ChargingArea::places, ChargingArea::withPlaces)),
            basics -> new ChargingArea(basics, 1), (basics, types) -> new ChargingArea(basics, 2));

    public ChargingArea {
        VehiclePlaces.check(places);
    }

    @Override
    public Kind<ChargingArea> declaration() {
        return KIND;
    }

    @Override
    public ChargingArea with(Basics newBasics) {
        return new ChargingArea(newBasics, places);
    }

    @Override
    public ChargingArea withPlaces(int newPlaces) {
        return new ChargingArea(basics, newPlaces);
    }

    @Override
    public String purpose() {
        return "Vehicles charge here.";
    }
}
