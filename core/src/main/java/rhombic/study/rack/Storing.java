package rhombic.study.rack;

import java.io.Serializable;
import java.util.List;

/**
 * Where a rack stores what comes.
 *
 * @param slotRule among the slots of the aisle
 * @param aisleRule among the aisles
 * @param classes for storing by class, from the nearest slots on
 */
public record Storing(SlotChoice slotRule, AisleChoice aisleRule, List<StorageClass> classes) implements Serializable {
    public static final Storing USUAL = new Storing(SlotChoice.NEAREST, AisleChoice.SPREAD, List.of());

    public Storing {
        classes = List.copyOf(classes);
    }

    public Storing withSlotRule(SlotChoice newRule) {
        return new Storing(newRule, aisleRule, classes);
    }

    public Storing withAisleRule(AisleChoice newRule) {
        return new Storing(slotRule, newRule, classes);
    }

    public Storing withClasses(List<StorageClass> newClasses) {
        return new Storing(slotRule, aisleRule, newClasses);
    }

    /** The number of the class that a type belongs to; the last if none names it and none is for all others. */
    public int classOf(String type) {
        int others = classes.size() - 1;
        for (int i = 0; i < classes.size(); i++) {
            if (classes.get(i).types().contains(type)) {
                return i;
            }
            others = classes.get(i).types().isEmpty() ? i : others;
        }
        return Math.max(0, others);
    }
}
