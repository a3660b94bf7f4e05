package rhombic.measure;

import java.io.Serializable;
import java.util.List;

/**
 * What stands still for good, because each waits for the next.
 *
 * @param sinceSeconds since when all of them do
 * @param equipment that takes part; none if nothing stands still
 * @param reasons one sentence for each, saying whom it waits for
 */
public record DeadlockFigures(double sinceSeconds, List<String> equipment, List<String> reasons) implements Serializable {
    public static final DeadlockFigures NONE = new DeadlockFigures(0, List.of(), List.of());

    public DeadlockFigures {
        equipment = List.copyOf(equipment);
        reasons = List.copyOf(reasons);
    }

    public boolean isNone() {
        return equipment.isEmpty();
    }
}
