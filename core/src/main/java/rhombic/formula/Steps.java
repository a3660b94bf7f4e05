package rhombic.formula;

import java.util.Arrays;
import java.util.function.DoubleBinaryOperator;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import org.apache.commons.jexl3.parser.ASTAddNode;
import org.apache.commons.jexl3.parser.ASTAndNode;
import org.apache.commons.jexl3.parser.ASTDivNode;
import org.apache.commons.jexl3.parser.ASTEQNode;
import org.apache.commons.jexl3.parser.ASTFalseNode;
import org.apache.commons.jexl3.parser.ASTFunctionNode;
import org.apache.commons.jexl3.parser.ASTGENode;
import org.apache.commons.jexl3.parser.ASTGTNode;
import org.apache.commons.jexl3.parser.ASTIdentifier;
import org.apache.commons.jexl3.parser.ASTIdentifierAccess;
import org.apache.commons.jexl3.parser.ASTLENode;
import org.apache.commons.jexl3.parser.ASTLTNode;
import org.apache.commons.jexl3.parser.ASTModNode;
import org.apache.commons.jexl3.parser.ASTMulNode;
import org.apache.commons.jexl3.parser.ASTNENode;
import org.apache.commons.jexl3.parser.ASTNotNode;
import org.apache.commons.jexl3.parser.ASTNumberLiteral;
import org.apache.commons.jexl3.parser.ASTOrNode;
import org.apache.commons.jexl3.parser.ASTReference;
import org.apache.commons.jexl3.parser.ASTReferenceExpression;
import org.apache.commons.jexl3.parser.ASTStringLiteral;
import org.apache.commons.jexl3.parser.ASTSubNode;
import org.apache.commons.jexl3.parser.ASTTernaryNode;
import org.apache.commons.jexl3.parser.ASTTrueNode;
import org.apache.commons.jexl3.parser.ASTUnaryMinusNode;
import org.apache.commons.jexl3.parser.ASTUnaryPlusNode;
import org.apache.commons.jexl3.parser.JexlNode;

/**
 * Makes steps of what JEXL has read. Every kind of node that a formula may have is named here; anything else is
 * refused, so nothing can be reached that has no step. Parts whose operands are constant are worked out at once.
 */
final class Steps {
    /** Whether two numbers stand in a relation. */
    private interface Relation {
        boolean holds(double a, double b);
    }

    private Steps() {}

    static Step of(JexlNode node) {
        Step step = made(node);
        boolean folds = !(step instanceof Step.Constant) && step.isConstant();
        return folds ? new Step.Constant(step.value(Nothing.SCOPE)) : step;
    }

    private static Step made(JexlNode node) {
        return switch (node) {
            case ASTNumberLiteral number -> new Step.Constant(number.getLiteral().doubleValue());
            case ASTStringLiteral text -> new Step.Constant(text.getLiteral());
            case ASTTrueNode yes -> new Step.Constant(true);
            case ASTFalseNode no -> new Step.Constant(false);
            case ASTReferenceExpression brackets -> of(child(brackets, 0));
            case ASTAddNode sum -> sum(of(child(sum, 0)), of(child(sum, 1)));
            case ASTSubNode difference -> two(difference, (a, b) -> a - b);
            case ASTMulNode product -> two(product, (a, b) -> a * b);
            case ASTDivNode quotient -> two(quotient, (a, b) -> a / notZero(b));
            case ASTModNode rest -> two(rest, (a, b) -> a % notZero(b));
            case ASTUnaryMinusNode minus -> one(of(child(minus, 0)), a -> -a);
            case ASTUnaryPlusNode plus -> of(child(plus, 0));
            case ASTEQNode equal -> equality(equal, true);
            case ASTNENode unequal -> equality(unequal, false);
            case ASTLTNode less -> relation(less, (a, b) -> a < b);
            case ASTLENode atMost -> relation(atMost, (a, b) -> a <= b);
            case ASTGTNode more -> relation(more, (a, b) -> a > b);
            case ASTGENode atLeast -> relation(atLeast, (a, b) -> a >= b);
            case ASTAndNode and -> all(and, true);
            case ASTOrNode or -> all(or, false);
            case ASTNotNode not -> not(of(child(not, 0)));
            case ASTTernaryNode choice -> choice(choice);
            case ASTIdentifier name -> type(name.getName());
            case ASTReference reference -> reference(reference);
            case ASTFunctionNode function -> function(function);
            default -> throw new FormulaException("\u201c" + node + "\u201d has no meaning in a formula");
        };
    }

    private static JexlNode child(JexlNode node, int at) {
        if (at >= node.jjtGetNumChildren()) {
            throw new FormulaException("Something is missing after \u201c" + node + "\u201d");
        }
        return (JexlNode) node.jjtGetChild(at);
    }

    private static double notZero(double divisor) {
        if (divisor == 0) {
            throw new FormulaException("it divides by zero");
        }
        return divisor;
    }

    private static Step one(Step a, DoubleUnaryOperator operation) {
        return number(scope -> operation.applyAsDouble(a.number(scope)), a);
    }

    private static Step two(JexlNode node, DoubleBinaryOperator operation) {
        Step a = of(child(node, 0));
        Step b = of(child(node, 1));
        return number(scope -> operation.applyAsDouble(a.number(scope), b.number(scope)), a, b);
    }

    /** The sum of two numbers; with a text on either side, one after the other. */
    private static Step sum(Step a, Step b) {
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

    private static Step equality(JexlNode node, boolean wanted) {
        Step a = of(child(node, 0));
        Step b = of(child(node, 1));
        return truth(scope -> {
            Object left = a.value(scope);
            Object right = b.value(scope);
            boolean same = left.getClass() == right.getClass() ? left.equals(right) : Formula.plain(left).equals(Formula.plain(right));
            return same == wanted;
        }, a, b);
    }

    private static Step relation(JexlNode node, Relation relation) {
        Step a = of(child(node, 0));
        Step b = of(child(node, 1));
        return truth(scope -> relation.holds(a.number(scope), b.number(scope)), a, b);
    }

    /** All of them yes, or, if none is wanted, not all of them no. */
    private static Step all(JexlNode node, boolean and) {
        Step[] steps = new Step[node.jjtGetNumChildren()];
        Arrays.setAll(steps, i -> of(child(node, i)));
        return truth(scope -> {
            for (Step step : steps) {
                if (step.truth(scope) != and) {
                    return !and;
                }
            }
            return and;
        }, steps);
    }

    private static Step not(Step step) {
        return truth(scope -> !step.truth(scope), step);
    }

    private static Step choice(JexlNode node) {
        Step condition = of(child(node, 0));
        Step yes = of(child(node, 1));
        Step no = of(child(node, 2));
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
    private static Step value(Function<FormulaScope, Object> read) {
        return new Step() {
            @Override
            Object value(FormulaScope scope) {
                return read.apply(scope);
            }
        };
    }

    private static Step type(String name) {
        return switch (name) {
            case "from" -> value(FormulaScope::from);
            case "to" -> value(FormulaScope::to);
            default -> throw new FormulaException("Write what of \u201c" + name + "\u201d is meant, as in " + name + ".type");
        };
    }

    /** A name of something: of the piece, of this or other equipment, of the clock. */
    private static Step reference(ASTReference reference) {
        if (reference.jjtGetNumChildren() != 2 || !(child(reference, 1) instanceof ASTIdentifierAccess access)) {
            if (reference.jjtGetNumChildren() == 1) {
                return of(child(reference, 0));
            }
            throw new FormulaException("\u201c" + reference + "\u201d asks for something of something of something");
        }
        String name = access.getName();
        if (child(reference, 0) instanceof ASTFunctionNode function && name(function).equals("at")) {
            Step equipment = argument(function, 0);
            return value(scope -> scope.at(Formula.plain(equipment.value(scope)), name));
        }
        if (!(child(reference, 0) instanceof ASTIdentifier root)) {
            throw new FormulaException("Only pieces, equipment and the clock have a \u201c" + name + "\u201d");
        }
        return switch (root.getName()) {
            case "piece" -> value(scope -> scope.piece(name));
            case "here" -> value(scope -> scope.here(name));
            case "clock" -> value(scope -> scope.clock(name));
            default -> throw new FormulaException("\u201c" + root.getName() + "\u201d has no \u201c" + name + "\u201d");
        };
    }

    // ---- functions

    private static String name(ASTFunctionNode function) {
        return ((ASTIdentifier) child(function, 0)).getName();
    }

    private static Step argument(ASTFunctionNode function, int at) {
        return of(child(child(function, 1), at));
    }

    private static Step function(ASTFunctionNode function) {
        String name = name(function);
        int count = child(function, 1).jjtGetNumChildren();
        return switch (name) {
            case "min" -> ofTwo(function, count, Math::min);
            case "max" -> ofTwo(function, count, Math::max);
            case "abs" -> ofOne(function, count, Math::abs);
            case "round" -> ofOne(function, count, Math::rint);
            case "floor" -> ofOne(function, count, Math::floor);
            case "ceil" -> ofOne(function, count, Math::ceil);
            case "sqrt" -> ofOne(function, count, Draws::sqrt);
            case "table" -> table(function, count);
            case "uniform" -> drawn(function, count, 2, (scope, a) -> Draws.uniform(scope.chance(), a[0], a[1]));
            case "triangular" -> drawn(function, count, 3, (scope, a) -> Draws.triangular(scope.chance(), a[0], a[1], a[2]));
            case "exponential" -> drawn(function, count, 1, (scope, a) -> Draws.exponential(scope.chance(), a[0]));
            case "normal" -> drawn(function, count, 2, (scope, a) -> Draws.normal(scope.chance(), a[0], a[1]));
            case "lognormal" -> drawn(function, count, 2, (scope, a) -> Draws.lognormal(scope.chance(), a[0], a[1]));
            case "at" -> throw new FormulaException("Write what of it is meant, as in at('Equipment').content");
            default -> throw new FormulaException("There is no function \u201c" + name + "\u201d");
        };
    }

    private static void require(int count, Predicate<Integer> fits, String name) {
        if (!fits.test(count)) {
            throw new FormulaException("Write " + Formula.FUNCTIONS.get(name) + "; here are " + count + " values");
        }
    }

    private static Step ofOne(ASTFunctionNode function, int count, DoubleUnaryOperator operation) {
        require(count, n -> n == 1, name(function));
        return one(argument(function, 0), operation);
    }

    private static Step ofTwo(ASTFunctionNode function, int count, DoubleBinaryOperator operation) {
        require(count, n -> n == 2, name(function));
        return two(child(function, 1), operation);
    }

    private static Step table(ASTFunctionNode function, int count) {
        require(count, n -> n == 2 || n == 3, "table");
        Step name = argument(function, 0);
        Step first = argument(function, 1);
        if (count == 2) {
            return value(scope -> scope.table(Formula.plain(name.value(scope)), first.value(scope)));
        }
        Step second = argument(function, 2);
        return value(scope -> scope.table(Formula.plain(name.value(scope)), first.value(scope), second.value(scope)));
    }

    /** A number drawn with given parameters. */
    private interface Draw {
        double of(FormulaScope scope, double[] parameters);
    }

    private static Step drawn(ASTFunctionNode function, int count, int wanted, Draw draw) {
        require(count, n -> n == wanted, name(function));
        Step[] steps = new Step[count];
        Arrays.setAll(steps, i -> argument(function, i));
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
