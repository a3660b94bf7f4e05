package rhombic.study.area;

import java.util.List;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;

/**
 * Where vehicles wait when there is nothing to do.
 *
 * @param places how many at a time, 1 to 100
 */
public record ParkingArea(Basics basics, int places) implements VehiclePlaces {
    public static final Kind<ParkingArea> KIND = new Kind<>("Parking area", Family.MOVE, ParkingArea.class, List.of(
            Field.optional("places", "How many vehicles at a time; missing: 1.", new FieldType.Whole(1, MAX_PLACES), 1,
                    ParkingArea::places, ParkingArea::withPlaces)),
            basics -> new ParkingArea(basics, 1), (basics, types) -> new ParkingArea(basics, 3));

    public ParkingArea {
        VehiclePlaces.check(places);
    }

    @Override
    public Kind<ParkingArea> declaration() {
        return KIND;
    }

    @Override
    public ParkingArea with(Basics newBasics) {
        return new ParkingArea(newBasics, places);
    }

    @Override
    public ParkingArea withPlaces(int newPlaces) {
        return new ParkingArea(basics, newPlaces);
    }

    @Override
    public String purpose() {
        return "Vehicles wait here when there is nothing to do.";
    }
}
