package rhombic.plant.fleet;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.area.ChargingArea;

/** The charging areas of a run: each place is one vehicle's at a time, and who finds none waits for its turn. */
public final class Chargers {
    private final Map<String, Area> areas = new HashMap<>();

    /** One charging area. */
    static final class Area {
        private final List<Pose> places = new ArrayList<>();
        private final @Nullable Power[] owners;
        private final List<Power> queue = new ArrayList<>();

        private Area(ChargingArea area) {
            for (int i = 0; i < area.places(); i++) {
                places.add(Layout.charging(area, i));
            }
            owners = new Power[area.places()];
        }

        List<Pose> places() {
            return places;
        }

        /** The place that it has from now on: the nearest that is free; null if it has to wait for one. */
        @Nullable
        Pose take(Power power) {
            int best = -1;
            double min = Double.POSITIVE_INFINITY;
            for (int i = 0; i < owners.length; i++) {
                if (owners[i] == power) {
                    return places.get(i);
                }
                double metres = owners[i] == null ? power.metresTo(places.get(i)) : Double.POSITIVE_INFINITY;
                if (metres < min) {
                    best = i;
                    min = metres;
                }
            }
            if (best < 0) {
                if (!queue.contains(power)) {
                    queue.add(power);
                }
                return null;
            }
            queue.remove(power);
            owners[best] = power;
            return places.get(best);
        }

        /** It needs no place any more: who has waited longest, of those who can come, gets it. */
        void leave(Power power) {
            queue.remove(power);
            for (int i = 0; i < owners.length; i++) {
                if (owners[i] == power) {
                    owners[i] = null;
                    offer();
                }
            }
        }

        private void offer() {
            for (Power waiting : List.copyOf(queue)) {
                if (waiting.onPlaceFree()) {
                    return;
                }
            }
        }
    }

    Area of(ChargingArea area) {
        return areas.computeIfAbsent(area.name(), name -> new Area(area));
    }
}
