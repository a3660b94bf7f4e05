package rhombic.study.area;

import java.util.List;
import rhombic.study.kind.Area;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Candidate;
import rhombic.study.place.Footprint;
import rhombic.study.value.Count;

/** Where vehicles stand, each at a place of its own: to charge, or to wait for orders. */
public sealed interface VehiclePlaces extends Area permits ChargingArea, ParkingArea {
    int MAX_PLACES = 100;

    /** How many vehicles at a time, 1 to 100. */
    int places();

    VehiclePlaces withPlaces(int newPlaces);

    @Override
    VehiclePlaces with(Basics basics);

    /** @throws rhombic.study.value.StudyException if there can't be so many */
    static void check(int places) {
        Count.between(1, MAX_PLACES, "The places of an area for vehicles", places);
    }

    @Override
    default List<Candidate> candidates() {
        return places() == MAX_PLACES
                ? List.of()
                : List.of(new Candidate(Candidate.Aspect.PLACE, "one more place", () -> withPlaces(places() + 1)));
    }

    @Override
    default Footprint usualSize() {
        return Footprint.inRows(places(), 1.8, 3, 0.1);
    }
}
