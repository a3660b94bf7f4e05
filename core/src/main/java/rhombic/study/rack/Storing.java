package rhombic.study.rack;

import java.io.Serializable;
import java.util.List;

/**
 * Where a rack stores what comes.
 *
 * @param slotRule among the slots of the aisle
 * @param aisleRule among the aisles
 * @param classes for storing by class, from the nearest slots on
 * @param slotFormula of the piece and a slot, for storing by a formula: the smallest number first
 */
public record Storing(SlotChoice slotRule, AisleChoice aisleRule, List<StorageClass> classes, String slotFormula) implements Serializable {
    public static final Storing USUAL = new Storing(SlotChoice.NEAREST, AisleChoice.SPREAD, List.of(), "");

    public Storing {
        classes = List.copyOf(classes);
    }

    public Storing withSlotRule(SlotChoice newRule) {
        return new Storing(newRule, aisleRule, classes, slotFormula);
    }

    public Storing withAisleRule(AisleChoice newRule) {
        return new Storing(slotRule, newRule, classes, slotFormula);
    }

    public Storing withClasses(List<StorageClass> newClasses) {
        return new Storing(slotRule, aisleRule, newClasses, slotFormula);
    }

    public Storing withSlotFormula(String newFormula) {
        return new Storing(slotRule, aisleRule, classes, newFormula);
    }

    /** Into how many parts its slots are divided by class; 0 if they are not. */
    public int partsByClass() {
        return slotRule == SlotChoice.BY_CLASS ? classes.size() : 0;
    }

    /** Its share and its types. */
    public String nameOfClass(int number) {
        StorageClass one = classes.get(number);
        return one.share() + " for " + (one.types().isEmpty() ? "all others" : String.join(", ", one.types()));
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
