package rhombic.plant.fleet;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.area.VehiclePlaces;

/** The charging and parking areas of a run: each place is one vehicle's at a time, and who finds none waits for its turn. */
public final class VehicleAreas {
    /** What is no farther is there. */
    static final double NEAR_METRES = 1e-6;

    private final Map<String, Area> areas = new HashMap<>();

    /** Who stands at such places. */
    interface Occupant {
        double metresTo(Pose there);

        /** A place is free: it goes there, if it can. Says whether it does. */
        boolean onPlaceFree();
    }

    /** One area. */
    static final class Area {
        private final List<Pose> places;
        private final @Nullable Occupant[] owners;
        private final List<Occupant> queue = new ArrayList<>();

        private Area(VehiclePlaces area) {
            places = Layout.places(area);
            owners = new Occupant[area.places()];
        }

        List<Pose> places() {
            return places;
        }

        /** How far it is to the nearest place that it has or could have; infinite if all are taken. */
        double metresToPlace(Occupant occupant) {
            double min = Double.POSITIVE_INFINITY;
            for (int i = 0; i < owners.length; i++) {
                if (owners[i] == null || owners[i] == occupant) {
                    min = Math.min(min, occupant.metresTo(places.get(i)));
                }
            }
            return min;
        }

        /** The place that it has from now on: the nearest that is free; null if it has to wait for one. */
        @Nullable
        Pose take(Occupant occupant) {
            int best = -1;
            double min = Double.POSITIVE_INFINITY;
            for (int i = 0; i < owners.length; i++) {
                if (owners[i] == occupant) {
                    return places.get(i);
                }
                double metres = owners[i] == null ? occupant.metresTo(places.get(i)) : Double.POSITIVE_INFINITY;
                if (metres < min) {
                    best = i;
                    min = metres;
                }
            }
            if (best < 0) {
                if (!queue.contains(occupant)) {
                    queue.add(occupant);
                }
                return null;
            }
            queue.remove(occupant);
            owners[best] = occupant;
            return places.get(best);
        }

        /** It needs no place any more: who has waited longest, of those who can come, gets it. */
        void leave(Occupant occupant) {
            queue.remove(occupant);
            for (int i = 0; i < owners.length; i++) {
                if (owners[i] == occupant) {
                    owners[i] = null;
                    offer();
                }
            }
        }

        private void offer() {
            for (Occupant waiting : List.copyOf(queue)) {
                if (waiting.onPlaceFree()) {
                    return;
                }
            }
        }
    }

    Area of(VehiclePlaces area) {
        return areas.computeIfAbsent(area.name(), name -> new Area(area));
    }
}
