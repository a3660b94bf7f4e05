package rhombic.formula;

import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.jexl3.JexlBuilder;
import org.apache.commons.jexl3.JexlException;
import org.apache.commons.jexl3.JexlFeatures;
import org.apache.commons.jexl3.JexlInfo;
import org.apache.commons.jexl3.internal.Engine;
import org.apache.commons.jexl3.introspection.JexlPermissions;
import org.apache.commons.jexl3.parser.ASTJexlScript;
import org.apache.commons.jexl3.parser.JexlNode;

/**
 * A formula that has been read, such as {@code 45 + 8 * piece.joints}. Can be worked out again and again. Divisions are exact: {@code 1 / 2} is 0.5.
 */
public final class Formula {
    public static final int LONGEST = 2000;

    /** What the clock can be asked for. */
    public static final Set<String> OF_CLOCK = Set.of("seconds", "hours", "hour", "weekday");
    /** What every piece can be asked for beside its attributes. */
    public static final Set<String> OF_PIECE = Set.of("type", "age", "reworked", "look");
    /** What every equipment can be asked for beside its attributes. */
    public static final Set<String> OF_EQUIPMENT = Set.of("name", "content", "done");

    /** Each function with its form, to be offered while typing. */
    public static final Map<String, String> FUNCTIONS = Map.ofEntries(
            Map.entry("at", "at('Equipment').content"), Map.entry("table", "table('Table', key) or table('Table', key, key)"),
            Map.entry("min", "min(a, b)"), Map.entry("max", "max(a, b)"), Map.entry("abs", "abs(a)"), Map.entry("round", "round(a)"),
            Map.entry("floor", "floor(a)"), Map.entry("ceil", "ceil(a)"), Map.entry("sqrt", "sqrt(a)"), Map.entry("uniform", "uniform(least, most)"),
            Map.entry("triangular", "triangular(least, mode, most)"), Map.entry("exponential", "exponential(mean)"),
            Map.entry("normal", "normal(mean, deviation)"), Map.entry("lognormal", "lognormal(mean, deviation)"));

    private static final Set<String> DRAWS = Set.of("uniform", "triangular", "exponential", "normal", "lognormal");
    private static final Set<String> ROOTS = Set.of("piece", "here", "clock", "from", "to");
    private static final Set<String> WORDS = Set.of("true", "false", "and", "or", "not", "eq", "ne", "lt", "gt", "le", "ge");
    private static final int DEEPEST = 40;
    private static final Pattern NOT_ALLOWED = Pattern.compile("[^A-Za-z0-9_\\u00C0-\\u024F.,()+\\-*/%<>=!&|?:'\"\\s]");
    private static final Pattern TEXT_LITERAL = Pattern.compile("'[^']*'|\"[^\"]*\"");
    private static final Pattern NAME = Pattern.compile("(\\.\\s*)?\\b([A-Za-z_\\u00C0-\\u024F][A-Za-z0-9_\\u00C0-\\u024F]*)\\b(\\s*\\()?");
    private static final Pattern NAMED_PLACE = Pattern.compile("\\bat\\s*\\(\\s*(['\"])(.*?)\\1\\s*\\)\\s*\\.\\s*([A-Za-z_]\\w*)");
    private static final Pattern NAMED_TABLE = Pattern.compile("\\btable\\s*\\(\\s*(['\"])(.*?)\\1");
    private static final Reader READER = new Reader();

    /** Something a formula reads: {@code name} of {@code root}, as {@code joints} of {@code piece}. */
    public record Read(String root, String name) {}

    /** Something a formula reads of equipment that it names. */
    public record ReadAt(String equipment, String name) {}

    private final String text;
    private final Step step;
    private final Set<Read> reads;
    private final Set<ReadAt> readsAt;
    private final Set<String> tables;
    private final boolean ofTypeAlone;
    private final boolean ofPieceAlone;

    private Formula(String text, Step step, Set<Read> reads, Set<ReadAt> readsAt, Set<String> tables, boolean draws) {
        this.text = text;
        this.step = step;
        this.reads = reads;
        this.readsAt = readsAt;
        this.tables = tables;
        // What at() is given may be worked out too, and is then not among the reads.
        ofPieceAlone = !draws && readsAt.isEmpty() && !text.contains("at(") && reads.stream().allMatch(read -> read.root().equals("piece") && !read.name().equals("age"));
        ofTypeAlone = !draws && readsAt.isEmpty() && !text.contains("at(") && reads.stream().allMatch(new Read("piece", "type")::equals);
    }

    /**
     * Reads a formula.
     *
     * @throws FormulaException naming the character at fault and what is meant to stand there
     */
    public static Formula parse(String text) {
        if (text.isBlank()) {
            throw new FormulaException("A formula is missing: write one such as 45 + 8 * piece.joints", 0);
        }
        if (text.length() > LONGEST) {
            throw new FormulaException("A formula must have at most " + LONGEST + " characters; got " + text.length(), LONGEST);
        }
        String bare = withoutTexts(text);
        signs(bare);
        Set<Read> reads = new LinkedHashSet<>();
        boolean draws = names(bare, reads);
        Set<ReadAt> readsAt = new LinkedHashSet<>();
        for (Matcher m = NAMED_PLACE.matcher(text); m.find(); ) {
            readsAt.add(new ReadAt(m.group(2), m.group(3)));
        }
        Set<String> tables = new LinkedHashSet<>();
        for (Matcher m = NAMED_TABLE.matcher(text); m.find(); ) {
            tables.add(m.group(2));
        }
        try {
            return new Formula(text, Steps.of(READER.read(text.strip())), reads, readsAt, tables, draws);
        } catch (JexlException e) {
            throw unreadable(text, e);
        } catch (FormulaException e) {
            throw e.position() == FormulaException.NOWHERE ? new FormulaException("The formula \u201c" + text + "\u201d can\u2019t be used: " + e.getMessage(), 0) : e;
        }
    }

    public String text() {
        return text;
    }

    /** What it reads of the piece, of its own place and of the clock. */
    public Set<Read> reads() {
        return Set.copyOf(reads);
    }

    public Set<ReadAt> readsAt() {
        return Set.copyOf(readsAt);
    }

    /** Tables it names. */
    public Set<String> tables() {
        return Set.copyOf(tables);
    }

    /** Its value, if that is always the same. */
    public Optional<Object> constant() {
        return step instanceof Step.Constant constant ? Optional.of(constant.value()) : Optional.empty();
    }

    /** Whether it always gives the same for pieces of the same type. */
    public boolean isOfTypeAlone() {
        return ofTypeAlone;
    }

    /** Whether it always gives the same for a piece whose attributes and look stay as they are. */
    public boolean isOfPieceAlone() {
        return ofPieceAlone;
    }

    /** Its value: a number, a text or yes/no. */
    public Object value(FormulaScope scope) {
        try {
            return step.value(scope);
        } catch (FormulaException e) {
            throw about(e);
        }
    }

    public double number(FormulaScope scope) {
        double number;
        try {
            number = step.number(scope);
        } catch (FormulaException e) {
            throw about(e);
        }
        if (Double.isFinite(number)) {
            return number;
        }
        throw new FormulaException("The formula \u201c" + text + "\u201d gives " + number + ", which is no number to go on with");
    }

    public boolean truth(FormulaScope scope) {
        try {
            return step.truth(scope);
        } catch (FormulaException e) {
            throw about(e);
        }
    }

    /** Its value as text; whole numbers without a point. */
    public String asText(FormulaScope scope) {
        return plain(value(scope));
    }

    private FormulaException about(FormulaException e) {
        return new FormulaException("The formula \u201c" + text + "\u201d can\u2019t be worked out: " + e.getMessage());
    }

    /** A value as it is written in a table or an attribute. */
    public static String plain(Object value) {
        return switch (value) {
            case Boolean truth -> truth ? "yes" : "no";
            case Double d when d == Math.rint(d) && Math.abs(d) < 1e15 -> String.valueOf(d.longValue());
            default -> String.valueOf(value);
        };
    }

    @Override
    public String toString() {
        return text;
    }

    // ---- reading

    private static String withoutTexts(String text) {
        StringBuilder bare = new StringBuilder(text);
        for (Matcher m = TEXT_LITERAL.matcher(text); m.find(); ) {
            for (int i = m.start() + 1; i < m.end() - 1; i++) {
                bare.setCharAt(i, ' ');
            }
            bare.setCharAt(m.start(), '"');
            bare.setCharAt(m.end() - 1, '"');
        }
        return bare.toString();
    }

    private static void signs(String bare) {
        refuse(bare, NOT_ALLOWED, "has no meaning in a formula: use names, numbers, texts in quotes, ( ) + - * / % < > == != && || and ? :");
        refuse(bare, Pattern.compile("(?<![=!<>])=(?![=])"), "sets nothing here; to compare, write ==");
        refuse(bare, Pattern.compile("(?<!&)&(?!&)"), "stands alone; write && for \u201cand\u201d");
        refuse(bare, Pattern.compile("(?<!\\|)\\|(?!\\|)"), "stands alone; write || for \u201cor\u201d");
        refuse(bare, Pattern.compile("\\.\\.|\\?\\.|\\?\\?|\\?:|<<|>>|\\+\\+|--|===|!==|->|=>"), "has no meaning in a formula");
        refuse(bare, Pattern.compile("\\d,\\d+(?=\\s*($|[+\\-*/)]))(?<!\\([^()]{0,200})"), "looks like a decimal comma; write a point");
        int depth = 0;
        for (int i = 0; i < bare.length(); i++) {
            depth += bare.charAt(i) == '(' ? 1 : bare.charAt(i) == ')' ? -1 : 0;
            if (depth < 0) {
                throw new FormulaException("At character " + (i + 1) + ": this bracket closes one that was never opened", i);
            }
            if (depth > DEEPEST) {
                throw new FormulaException("At character " + (i + 1) + ": brackets may be " + DEEPEST + " deep", i);
            }
        }
        if (depth > 0) {
            throw new FormulaException("At character " + bare.length() + ": a closing bracket is missing", bare.length() - 1);
        }
        if (bare.chars().filter(c -> c == '\'').count() > 0 || bare.chars().filter(c -> c == '"').count() % 2 > 0) {
            throw new FormulaException("At character " + (Math.max(bare.indexOf('\''), 0) + 1) + ": a quote is not closed", Math.max(bare.indexOf('\''), 0));
        }
    }

    private static void refuse(String bare, Pattern pattern, String why) {
        Matcher m = pattern.matcher(bare);
        if (m.find()) {
            throw new FormulaException("At character " + (m.start() + 1) + ": \u201c" + m.group().strip() + "\u201d " + why, m.start());
        }
    }

    /** Holds every name against what there is, notes what is read, and says whether something is drawn. */
    private static boolean names(String bare, Set<Read> reads) {
        boolean draws = false;
        Matcher m = NAME.matcher(bare);
        String root = "";
        while (m.find()) {
            String name = m.group(2);
            boolean ofSomething = m.group(1) != null;
            boolean isCall = m.group(3) != null;
            if (ofSomething) {
                if (isCall) {
                    throw new FormulaException("At character " + (m.start(2) + 1) + ": \u201c" + name + "\u201d can\u2019t be called; leave the brackets out", m.start(2));
                }
                if (!root.isEmpty()) {
                    reads.add(new Read(root, name));
                }
                root = "";
            } else if (isCall && !WORDS.contains(name)) {
                known(name, FUNCTIONS.keySet(), "There is no function", m.start(2));
                draws |= DRAWS.contains(name);
                root = "";
            } else if (!WORDS.contains(name)) {
                known(name, ROOTS, "There is nothing called", m.start(2));
                root = name;
                if (name.equals("from") || name.equals("to")) {
                    reads.add(new Read(name, ""));
                } else if (!bare.substring(m.end()).stripLeading().startsWith(".")) {
                    throw new FormulaException("At character " + (m.end(2) + 1) + ": write what of it is meant, as in " + name + "."
                            + (name.equals("clock") ? "hour" : name.equals("here") ? "content" : "type"), m.end(2) - 1);
                }
            }
        }
        return draws;
    }

    private static void known(String name, Set<String> all, String what, int at) {
        if (!all.contains(name)) {
            throw new FormulaException("At character " + (at + 1) + ": " + what + " \u201c" + name + "\u201d; use one of " + String.join(", ", new TreeSet<>(all))
                    + (all == ROOTS ? ", or put a text in quotes" : ""), at);
        }
    }

    private static FormulaException unreadable(String text, JexlException e) {
        int at = e.getInfo() == null ? 0 : Math.clamp(e.getInfo().getColumn() - 1L, 0, Math.max(0, text.length() - 1));
        String near = text.substring(at, Math.min(text.length(), at + 12));
        return new FormulaException("At character " + (at + 1) + ", near \u201c" + near + "\u201d: a value or a sign such as + is missing or one too many", at);
    }

    /** JEXL, only to read: with everything switched off that is no expression. */
    private static final class Reader extends Engine {
        private static final JexlFeatures FEATURES = JexlFeatures.createNone().register(false).localVar(false).sideEffect(false).sideEffectGlobal(false).loops(false)
                .lambda(false).newInstance(false).methodCall(false).structuredLiteral(false).pragma(false).annotation(false).script(false)
                .arrayReferenceExpr(false).namespaceIdentifier(false).comparatorNames(true);

        Reader() {
            super(new JexlBuilder().features(FEATURES).permissions(JexlPermissions.NONE).cache(0));
        }

        JexlNode read(String text) {
            ASTJexlScript script = parse(new JexlInfo("formula", 1, 1), FEATURES, text, null);
            if (script.jjtGetNumChildren() != 1) {
                throw new FormulaException("A formula is one expression");
            }
            return (JexlNode) script.jjtGetChild(0);
        }
    }
}
