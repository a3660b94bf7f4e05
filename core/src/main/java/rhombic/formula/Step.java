package rhombic.formula;

/** One step of a formula that has been made ready to run: a value, a look-up or an operation on other steps. */
abstract class Step {
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
        return false;
    }

    /** A step that always gives a number. */
    abstract static class OfNumber extends Step {
        @Override
        abstract double number(FormulaScope scope);

        @Override
        Object value(FormulaScope scope) {
            return number(scope);
        }
    }

    /** A step that always gives yes or no. */
    abstract static class OfTruth extends Step {
        @Override
        abstract boolean truth(FormulaScope scope);

        @Override
        Object value(FormulaScope scope) {
            return truth(scope);
        }
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
