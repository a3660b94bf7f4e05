package rhombic.plant;

import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.PlantScope;

/**
 * Reads a formula off a running plant: {@code at('Store').content + at('Shelf').content}, {@code here.inside} of the whole plant. Its
 * draws, if it has any, are its own, so that reading changes nothing of the run.
 */
public final class Gauge {
    private final PlantScope scope;
    private final Formula formula;
    private String problem = "";

    /** @throws FormulaException if it can't be read */
    Gauge(Flow flow, String text) {
        formula = Formula.parse(text);
        scope = new PlantScope(flow, null, "gauge\u0000" + text);
    }

    /** Its value now: a number; 1 or 0 for yes or no; NaN if it comes to nothing, see {@link #problem}. */
    public double now() {
        try {
            Object value = formula.value(scope);
            if (value instanceof Boolean yes) {
                return yes ? 1 : 0;
            }
            return value instanceof Double number ? number : nothing("\u201c" + formula.text() + "\u201d gives a text, not a number");
        } catch (FormulaException e) {
            return nothing(String.valueOf(e.getMessage()));
        }
    }

    private double nothing(String why) {
        problem = problem.isEmpty() ? why : problem;
        return Double.NaN;
    }

    public String text() {
        return formula.text();
    }

    /** Why it first came to nothing; empty if it never did. */
    public String problem() {
        return problem;
    }
}
