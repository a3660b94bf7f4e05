package rhombic.formula;

import java.util.List;
import java.util.function.DoubleBinaryOperator;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;

/** Every step that a formula can be made of. Nothing can be reached that has no step here. */
final class Steps {
    /** Whether two numbers stand in a relation. */
    interface Relation {
        boolean holds(double a, double b);
    }

    private Steps() {}

    /** The step, or, if it is the same whatever it is asked for, its value. */
    static Step folded(Step step) {
        boolean folds = !(step instanceof Step.Constant) && step.isConstant();
        return folds ? new Step.Constant(step.value(Nothing.SCOPE)) : step;
    }

    static double notZero(double divisor) {
        if (divisor == 0) {
            throw new FormulaException("it divides by zero");
        }
        return divisor;
    }

    static Step one(Step a, DoubleUnaryOperator operation) {
        return number(scope -> operation.applyAsDouble(a.number(scope)), a);
    }

    static Step two(Step a, Step b, DoubleBinaryOperator operation) {
        return number(scope -> operation.applyAsDouble(a.number(scope), b.number(scope)), a, b);
    }

    /** The sum of two numbers; with a text on either side, one after the other. */
    static Step sum(Step a, Step b) {
        return new Step(a, b) {
            @Override
            Object value(FormulaScope scope) {
                Object left = a.value(scope);
                Object right = b.value(scope);
                if (left instanceof Double x && right instanceof Double y) {
                    return x + y;
                }
                return Formula.plain(left) + Formula.plain(right);
            }

            @Override
            double number(FormulaScope scope) {
                return a.number(scope) + b.number(scope);
            }
        };
    }

    static Step equality(Step a, Step b, boolean wanted) {
        return truth(scope -> {
            Object left = a.value(scope);
            Object right = b.value(scope);
            boolean same = left.getClass() == right.getClass() ? left.equals(right) : Formula.plain(left).equals(Formula.plain(right));
            return same == wanted;
        }, a, b);
    }

    static Step relation(Step a, Step b, Relation relation) {
        return truth(scope -> relation.holds(a.number(scope), b.number(scope)), a, b);
    }

    static Step both(Step a, Step b) {
        return truth(scope -> a.truth(scope) && b.truth(scope), a, b);
    }

    static Step either(Step a, Step b) {
        return truth(scope -> a.truth(scope) || b.truth(scope), a, b);
    }

    static Step not(Step step) {
        return truth(scope -> !step.truth(scope), step);
    }

    static Step choice(Step condition, Step yes, Step no) {
        return new Step(condition, yes, no) {
            @Override
            Object value(FormulaScope scope) {
                return condition.truth(scope) ? yes.value(scope) : no.value(scope);
            }

            @Override
            double number(FormulaScope scope) {
                return condition.truth(scope) ? yes.number(scope) : no.number(scope);
            }
        };
    }

    /** A step that gives a number, worked out from these parts alone. */
    private static Step number(ToDoubleFunction<FormulaScope> read, Step... parts) {
        return new Step(parts) {
            @Override
            double number(FormulaScope scope) {
                return read.applyAsDouble(scope);
            }

            @Override
            Object value(FormulaScope scope) {
                return number(scope);
            }
        };
    }

    /** A step that gives yes or no, worked out from these parts alone. */
    private static Step truth(Predicate<FormulaScope> read, Step... parts) {
        return new Step(parts) {
            @Override
            boolean truth(FormulaScope scope) {
                return read.test(scope);
            }

            @Override
            Object value(FormulaScope scope) {
                return truth(scope);
            }
        };
    }

    /** A step that reads what no part of the formula tells. */
    static Step value(Function<FormulaScope, Object> read) {
        return new Step() {
            @Override
            Object value(FormulaScope scope) {
                return read.apply(scope);
            }
        };
    }

    // ---- functions

    /**
     * A function of values.
     *
     * @throws FormulaException if there is none of that name, or it takes another number of values
     */
    static Step function(String name, List<Step> values) {
        Step[] all = values.toArray(Step[]::new);
        return switch (name) {
            case "min" -> two(name, all, Math::min);
            case "max" -> two(name, all, Math::max);
            case "abs" -> one(name, all, Math::abs);
            case "round" -> one(name, all, Math::rint);
            case "floor" -> one(name, all, Math::floor);
            case "ceil" -> one(name, all, Math::ceil);
            case "sqrt" -> one(name, all, Draws::sqrt);
            case "table" -> table(all);
            case "uniform" -> drawn(name, all, 2, (scope, a) -> Draws.uniform(scope.chance(), a[0], a[1]));
            case "triangular" -> drawn(name, all, 3, (scope, a) -> Draws.triangular(scope.chance(), a[0], a[1], a[2]));
            case "exponential" -> drawn(name, all, 1, (scope, a) -> Draws.exponential(scope.chance(), a[0]));
            case "normal" -> drawn(name, all, 2, (scope, a) -> Draws.normal(scope.chance(), a[0], a[1]));
            case "lognormal" -> drawn(name, all, 2, (scope, a) -> Draws.lognormal(scope.chance(), a[0], a[1]));
            default -> throw new FormulaException("There is no function \u201c" + name + "\u201d");
        };
    }

    static void require(boolean fits, String name, int count) {
        if (!fits) {
            throw new FormulaException("Write " + Formula.FUNCTIONS.get(name) + "; here are " + count + " values");
        }
    }

    private static Step one(String name, Step[] values, DoubleUnaryOperator operation) {
        require(values.length == 1, name, values.length);
        return one(values[0], operation);
    }

    private static Step two(String name, Step[] values, DoubleBinaryOperator operation) {
        require(values.length == 2, name, values.length);
        return two(values[0], values[1], operation);
    }

    private static Step table(Step[] values) {
        require(values.length == 2 || values.length == 3, "table", values.length);
        Step name = values[0];
        Step first = values[1];
        if (values.length == 2) {
            return value(scope -> scope.table(Formula.plain(name.value(scope)), first.value(scope)));
        }
        Step second = values[2];
        return value(scope -> scope.table(Formula.plain(name.value(scope)), first.value(scope), second.value(scope)));
    }

    /** A number drawn with given parameters. */
    private interface Draw {
        double of(FormulaScope scope, double[] parameters);
    }

    private static Step drawn(String name, Step[] steps, int wanted, Draw draw) {
        require(steps.length == wanted, name, steps.length);
        return number(scope -> {
            double[] parameters = new double[steps.length];
            for (int i = 0; i < parameters.length; i++) {
                parameters[i] = steps[i].number(scope);
            }
            return draw.of(scope, parameters);
        });
    }

    /** What constant parts are worked out in: there is nothing to read. */
    private static final class Nothing implements FormulaScope {
        static final Nothing SCOPE = new Nothing();

        @Override
        public Object piece(String name) {
            throw none();
        }

        @Override
        public Object here(String name) {
            throw none();
        }

        @Override
        public Object clock(String name) {
            throw none();
        }

        @Override
        public Object person(String name) {
            throw none();
        }

        @Override
        public Object at(String equipment, String name) {
            throw none();
        }

        @Override
        public Object table(String name, Object... keys) {
            throw none();
        }

        @Override
        public String from() {
            throw none();
        }

        @Override
        public String to() {
            throw none();
        }

        @Override
        public org.apache.commons.rng.UniformRandomProvider chance() {
            throw none();
        }

        private static FormulaException none() {
            return new FormulaException("A constant part reads nothing");
        }
    }
}
