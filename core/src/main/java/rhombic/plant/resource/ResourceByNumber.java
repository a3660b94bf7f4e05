package rhombic.plant.resource;

import java.util.List;
import java.util.TreeSet;
import java.util.function.LongSupplier;
import java.util.function.ToDoubleFunction;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.space.Pose;

/** The one for which a formula gives the smallest number. */
record ResourceByNumber(List<Resource> resources, LongSupplier now,
        ToDoubleFunction<ToDoubleFunction<String>> formula) implements ResourceRule {
    @Override
    public double rank(int number, Pose location, double below) {
        Resource one = resources.get(number);
        return formula.applyAsDouble(name -> switch (name) {
            case "metres" -> one.metresTo(location);
            case "busy" -> now.getAsLong() == 0 ? 0 : one.busyNanos(now.getAsLong()) / now.getAsLong();
            case "battery" -> one.batteryLevel();
            case "number" -> one.numberInGroup() + 1;
            default -> throw new FormulaException("A member has no \u201c" + name + "\u201d: use one of "
                    + String.join(", ", new TreeSet<>(Formula.OF_MEMBER)));
        });
    }
}
