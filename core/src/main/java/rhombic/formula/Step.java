package rhombic.formula;

import java.util.Arrays;

/** One step of a formula that has been made ready to run: a value, a look-up or an operation on other steps. */
abstract class Step {
    private final boolean constant;

    /** @param parts all that it is worked out from; none if it reads something, or draws */
    Step(Step... parts) {
        constant = parts.length > 0 && Arrays.stream(parts).allMatch(Step::isConstant);
    }

    abstract Object value(FormulaScope scope);

    /** The value as a number, without boxing where the step has one at hand. */
    double number(FormulaScope scope) {
        if (value(scope) instanceof Number number) {
            return number.doubleValue();
        }
        throw new FormulaException("\u201c" + Formula.plain(value(scope)) + "\u201d stands where a number is meant");
    }

    boolean truth(FormulaScope scope) {
        if (value(scope) instanceof Boolean truth) {
            return truth;
        }
        throw new FormulaException("\u201c" + Formula.plain(value(scope)) + "\u201d stands where yes or no is meant");
    }

    /** Whether it is the same whatever it is asked for. */
    boolean isConstant() {
        return constant;
    }

    /** A step that is a constant. */
    static final class Constant extends Step {
        private final Object value;
        private final double number;

        Constant(Object value) {
            this.value = value;
            number = value instanceof Number n ? n.doubleValue() : Double.NaN;
        }

        Object value() {
            return value;
        }

        @Override
        Object value(FormulaScope scope) {
            return value;
        }

        @Override
        double number(FormulaScope scope) {
            return value instanceof Number ? number : super.number(scope);
        }

        @Override
        boolean isConstant() {
            return true;
        }
    }
}
