package rhombic.formula;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import org.antlr.v4.runtime.BaseErrorListener;
import org.antlr.v4.runtime.CharStreams;
import org.antlr.v4.runtime.CommonTokenStream;
import org.antlr.v4.runtime.RecognitionException;
import org.antlr.v4.runtime.Recognizer;
import org.antlr.v4.runtime.Token;
import rhombic.formula.grammar.FormulasBaseVisitor;
import rhombic.formula.grammar.FormulasLexer;
import rhombic.formula.grammar.FormulasParser;
import rhombic.formula.grammar.FormulasParser.ExpressionContext;

/** Reads one formula: makes its steps, and notes what it reads and whether it draws. */
final class FormulaReader extends FormulasBaseVisitor<Step> {
    private static final Set<String> DRAWS = Set.of("uniform", "triangular", "exponential", "normal", "lognormal");
    private static final Set<String> ROOTS = Set.of("piece", "here", "clock", "person", "member", "slot", "from", "to");
    private static final Set<String> OPERATIONS = Set.of("*", "/", "%", "?");
    private static final Set<Integer> RELATIONS = Set.of(FormulasLexer.BELOW, FormulasLexer.NOT_ABOVE, FormulasLexer.ABOVE,
            FormulasLexer.NOT_BELOW, FormulasLexer.SAME, FormulasLexer.OTHER_THAN, FormulasLexer.AND, FormulasLexer.OR);
    private static final int MAX_DEPTH = 40;
    /** Each sign may need room on the stack. */
    private static final int MAX_SIGNS = 300;

    final Set<Formula.Read> reads = new LinkedHashSet<>();
    final Set<Formula.ReadAt> readsAt = new LinkedHashSet<>();
    final Set<String> tables = new LinkedHashSet<>();
    boolean draws;
    /** Whether it reads of equipment other than its own, named or worked out. */
    boolean asksElsewhere;

    private final String text;

    FormulaReader(String text) {
        this.text = text;
    }

    /** The whole of it as one step. */
    Step read() {
        FormulasLexer lexer = new FormulasLexer(CharStreams.fromString(text));
        lexer.removeErrorListeners();
        CommonTokenStream tokens = new CommonTokenStream(lexer);
        tokens.fill();
        signs(tokens.getTokens());
        FormulasParser parser = new FormulasParser(tokens);
        parser.removeErrorListeners();
        parser.addErrorListener(new BaseErrorListener() {
            @Override
            public void syntaxError(Recognizer<?, ?> recognizer, Object offending, int line, int column, String message,
                    RecognitionException e) {
                throw unexpected(tokens.getTokens(), (Token) offending);
            }
        });
        return visit(parser.whole().expression());
    }

    // ---- what can't be read

    /** Signs without a meaning, and brackets that have no partner. */
    private void signs(List<Token> tokens) {
        int depth = 0;
        int signs = 0;
        int before = 0;
        for (Token token : tokens) {
            String sign = token.getText();
            boolean isPrefix = sign.equals("+") || sign.equals("-") || token.getType() == FormulasLexer.NOT;
            before = isPrefix ? before + 1 : 0;
            signs += isPrefix || OPERATIONS.contains(sign) || RELATIONS.contains(token.getType()) ? 1 : 0;
            if (before > MAX_DEPTH) {
                throw at(token, MAX_DEPTH + " signs may follow each other");
            }
            if (signs > MAX_SIGNS) {
                throw at(token, "a formula may have " + MAX_SIGNS + " signs; split it, or put the values into a table");
            }
            switch (token.getType()) {
                case FormulasLexer.SETS -> throw at(token, "\u201c=\u201d sets nothing here; to compare, write ==");
                case FormulasLexer.ONE_AND -> throw at(token, "\u201c&\u201d stands alone; write && for \u201cand\u201d");
                case FormulasLexer.ONE_OR -> throw at(token, "\u201c|\u201d stands alone; write || for \u201cor\u201d");
                case FormulasLexer.OPEN_TEXT -> throw at(token, "a quote is not closed");
                case FormulasLexer.ODD, FormulasLexer.OTHER ->
                    throw at(token, "\u201c" + sign
                            + "\u201d has no meaning in a formula: use names, numbers, texts in quotes, ( ) + - * / % < > == != && || and ? :");
                default -> depth += sign.equals("(") ? 1 : sign.equals(")") ? -1 : 0;
            }
            if (depth < 0) {
                throw at(token, "this bracket closes one that was never opened");
            }
            if (depth > MAX_DEPTH) {
                throw at(token, "brackets may be " + MAX_DEPTH + " deep");
            }
        }
        if (depth > 0) {
            throw new FormulaException("At character " + text.length() + ": a closing bracket is missing", text.length() - 1);
        }
    }

    private FormulaException unexpected(List<Token> tokens, Token token) {
        int index = token.getTokenIndex();
        boolean follows = index >= 2;
        if (follows && token.getText().equals("(") && tokens.get(index - 2).getText().equals(".")) {
            Token name = tokens.get(index - 1);
            return at(name, "\u201c" + name.getText() + "\u201d can\u2019t be called; leave the brackets out");
        }
        if (index >= 1 && token.getText().equals(",") && tokens.get(index - 1).getType() == FormulasLexer.NUMBER
                && tokens.get(index + 1).getType() == FormulasLexer.NUMBER) {
            return at(token, "\u201c,\u201d looks like a decimal comma; write a point");
        }
        int at = Math.clamp(token.getStartIndex(), 0, Math.max(0, text.length() - 1));
        String near = text.substring(at, Math.min(text.length(), at + 12));
        return new FormulaException(
                "At character " + (at + 1) + ", near \u201c" + near + "\u201d: a value or a sign such as + is missing or one too many", at);
    }

    private static FormulaException at(Token token, String why) {
        return new FormulaException("At character " + (token.getStartIndex() + 1) + ": " + why, token.getStartIndex());
    }

    /** What was thrown without a place happened here. */
    private static Step placed(Token token, Supplier<Step> made) {
        try {
            return made.get();
        } catch (FormulaException e) {
            throw e.position() == FormulaException.NOWHERE ? at(token, String.valueOf(e.getMessage())) : e;
        }
    }

    // ---- values and names

    @Override
    public Step visitInBrackets(FormulasParser.InBracketsContext node) {
        return visit(node.expression());
    }

    @Override
    public Step visitNumber(FormulasParser.NumberContext node) {
        return new Step.Constant(Double.parseDouble(node.getText()));
    }

    @Override
    public Step visitText(FormulasParser.TextContext node) {
        return new Step.Constant(unquoted(node));
    }

    private static String unquoted(FormulasParser.TextContext node) {
        return node.getText().substring(1, node.getText().length() - 1);
    }

    @Override
    public Step visitYesNo(FormulasParser.YesNoContext node) {
        return new Step.Constant(node.TRUE() != null);
    }

    @Override
    public Step visitBare(FormulasParser.BareContext node) {
        String name = node.getText();
        known(name, node.start);
        if (name.equals("from") || name.equals("to")) {
            reads.add(new Formula.Read(name, ""));
            return Steps.value(name.equals("from") ? FormulaScope::from : FormulaScope::to);
        }
        String example = name.equals("clock")
                ? "hour"
                : name.equals("here")
                        ? "content"
                        : name.equals("person") ? "name" : name.equals("slot") ? "bay" : name.equals("member") ? "metres" : "type";
        throw new FormulaException(
                "At character " + (node.stop.getStopIndex() + 2) + ": write what of it is meant, as in " + name + "." + example,
                node.stop.getStopIndex());
    }

    @Override
    public Step visitOfSomething(FormulasParser.OfSomethingContext node) {
        String root = node.NAME().getText();
        String name = node.name().getText();
        known(root, node.start);
        reads.add(new Formula.Read(root, name));
        return switch (root) {
            case "piece" -> Steps.value(scope -> scope.piece(name));
            case "here" -> Steps.value(scope -> scope.here(name));
            case "clock" -> Steps.value(scope -> scope.clock(name));
            case "person" -> Steps.value(scope -> scope.person(name));
            case "member" -> Steps.value(scope -> scope.member(name));
            case "slot" -> Steps.value(scope -> scope.slot(name));
            default -> throw at(node.name().start, "\u201c" + root + "\u201d is the name of a type; it has no \u201c" + name + "\u201d");
        };
    }

    private static void known(String root, Token token) {
        if (!ROOTS.contains(root)) {
            throw at(token, "There is nothing called \u201c" + root + "\u201d; use one of " + String.join(", ", new TreeSet<>(ROOTS))
                    + ", or put a text in quotes");
        }
    }

    @Override
    public Step visitCall(FormulasParser.CallContext node) {
        String function = node.NAME().getText();
        if (!Formula.FUNCTIONS.containsKey(function)) {
            throw at(node.start, "There is no function \u201c" + function + "\u201d; use one of "
                    + String.join(", ", new TreeSet<>(Formula.FUNCTIONS.keySet())));
        }
        List<ExpressionContext> given = node.expression();
        boolean isNamed = !given.isEmpty() && given.getFirst() instanceof FormulasParser.TextContext;
        String named = isNamed ? unquoted((FormulasParser.TextContext) given.getFirst()) : "";
        if (function.equals("at")) {
            return at(node, given, named);
        }
        if (node.name() != null) {
            throw at(node.name().start, "Only pieces, equipment and the clock have a \u201c" + node.name().getText() + "\u201d");
        }
        if (function.equals("table") && isNamed) {
            tables.add(named);
        }
        draws |= DRAWS.contains(function);
        return placed(node.start, () -> Steps.folded(Steps.function(function, given.stream().map(this::visit).toList())));
    }

    /** Something of other equipment. */
    private Step at(FormulasParser.CallContext node, List<ExpressionContext> given, String named) {
        if (node.name() == null) {
            throw at(node.start, "Write what of it is meant, as in at('Equipment').content");
        }
        if (given.size() != 1) {
            throw at(node.start, "Write " + Formula.FUNCTIONS.get("at") + "; here are " + given.size() + " values");
        }
        String name = node.name().getText();
        asksElsewhere = true;
        if (!named.isEmpty()) {
            readsAt.add(new Formula.ReadAt(named, name));
        }
        Step equipment = visit(given.getFirst());
        return Steps.value(scope -> scope.at(Formula.plain(equipment.value(scope)), name));
    }

    // ---- operations

    @Override
    public Step visitSigned(FormulasParser.SignedContext node) {
        Step value = visit(node.expression());
        return node.sign.getText().equals("-") ? folded(node, Steps.one(value, a -> -a)) : value;
    }

    @Override
    public Step visitNegation(FormulasParser.NegationContext node) {
        return folded(node, Steps.not(visit(node.expression())));
    }

    @Override
    public Step visitProduct(FormulasParser.ProductContext node) {
        Step a = visit(node.expression(0));
        Step b = visit(node.expression(1));
        return folded(node, switch (node.sign.getText()) {
            case "*" -> Steps.two(a, b, (x, y) -> x * y);
            case "/" -> Steps.two(a, b, (x, y) -> x / Steps.notZero(y));
            default -> Steps.two(a, b, (x, y) -> x % Steps.notZero(y));
        });
    }

    @Override
    public Step visitSum(FormulasParser.SumContext node) {
        Step a = visit(node.expression(0));
        Step b = visit(node.expression(1));
        return folded(node, node.sign.getText().equals("+") ? Steps.sum(a, b) : Steps.two(a, b, (x, y) -> x - y));
    }

    @Override
    public Step visitRelation(FormulasParser.RelationContext node) {
        Steps.Relation relation = switch (node.sign.getType()) {
            case FormulasLexer.BELOW -> (a, b) -> a < b;
            case FormulasLexer.NOT_ABOVE -> (a, b) -> a <= b;
            case FormulasLexer.ABOVE -> (a, b) -> a > b;
            default -> (a, b) -> a >= b;
        };
        return folded(node, Steps.relation(visit(node.expression(0)), visit(node.expression(1)), relation));
    }

    @Override
    public Step visitEquality(FormulasParser.EqualityContext node) {
        return folded(node,
                Steps.equality(visit(node.expression(0)), visit(node.expression(1)), node.sign.getType() == FormulasLexer.SAME));
    }

    @Override
    public Step visitBoth(FormulasParser.BothContext node) {
        return folded(node, Steps.both(visit(node.expression(0)), visit(node.expression(1))));
    }

    @Override
    public Step visitEither(FormulasParser.EitherContext node) {
        return folded(node, Steps.either(visit(node.expression(0)), visit(node.expression(1))));
    }

    @Override
    public Step visitChoice(FormulasParser.ChoiceContext node) {
        return folded(node, Steps.choice(visit(node.expression(0)), visit(node.expression(1)), visit(node.expression(2))));
    }

    private static Step folded(ExpressionContext node, Step step) {
        return placed(node.start, () -> Steps.folded(step));
    }
}
