package rhombic.measure;

import java.io.Serializable;
import java.util.List;

/**
 * What one run measured, from the end of the warm-up to its end. Always {@code insideAtStart + in − out = inside}.
 *
 * @param hours length of what was measured
 * @param turnedAway pieces that came while there was no room and were sent off; not counted as in
 * @param events that occurred in the whole run
 */
public record RunFigures(int replication, long seed, double hours, long in, long out, long insideAtStart, long inside, double insideMean,
        long turnedAway, StayFigures lead, List<EquipmentFigures> equipment, List<TypeFigures> types, long events) implements Serializable {
    public RunFigures {
        equipment = List.copyOf(equipment);
        types = List.copyOf(types);
    }

    public double throughputPerHour() {
        return hours > 0 ? out / hours : 0;
    }
}
