package rhombic.formula;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.jexl3.JexlArithmetic;
import org.apache.commons.jexl3.JexlBuilder;
import org.apache.commons.jexl3.JexlContext;
import org.apache.commons.jexl3.JexlEngine;
import org.apache.commons.jexl3.JexlException;
import org.apache.commons.jexl3.JexlFeatures;
import org.apache.commons.jexl3.JexlScript;
import org.apache.commons.jexl3.introspection.JexlPermissions;
import org.jspecify.annotations.Nullable;

/**
 * A formula that has been read, such as {@code 45 + 8 * piece.joints}. Can be worked out again and again, by one
 * thread at a time. Divisions are exact: {@code 1 / 2} is 0.5.
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

    private static final Set<String> ROOTS = Set.of("piece", "here", "clock", "from", "to");
    private static final Set<String> WORDS = Set.of("true", "false", "and", "or", "not", "eq", "ne", "lt", "gt", "le", "ge");
    private static final int DEEPEST = 40;
    private static final Pattern NOT_ALLOWED = Pattern.compile("[^A-Za-z0-9_\\u00C0-\\u024F.,()+\\-*/%<>=!&|?:'\"\\s]");
    private static final Pattern TEXT_LITERAL = Pattern.compile("'[^']*'|\"[^\"]*\"");
    private static final Pattern NAME = Pattern.compile("(\\.\\s*)?\\b([A-Za-z_\\u00C0-\\u024F][A-Za-z0-9_\\u00C0-\\u024F]*)\\b(\\s*\\()?");
    private static final Pattern NAMED_PLACE = Pattern.compile("\\bat\\s*\\(\\s*(['\"])(.*?)\\1\\s*\\)\\s*\\.\\s*([A-Za-z_]\\w*)");
    private static final Pattern NAMED_TABLE = Pattern.compile("\\btable\\s*\\(\\s*(['\"])(.*?)\\1");
    private static final Set<String> DRAWS = Set.of("uniform", "triangular", "exponential", "normal", "lognormal");
    private static final JexlEngine ENGINE = engine();

    /** Something a formula reads: {@code name} of {@code root}, as {@code joints} of {@code piece}. */
    public record Read(String root, String name) {}

    /** Something a formula reads of equipment that it names. */
    public record ReadAt(String equipment, String name) {}

    private final String text;
    private final JexlScript script;
    private final Set<Read> reads;
    private final Set<ReadAt> readsAt;
    private final Set<String> tables;
    private final @Nullable Object constant;
    private @Nullable FormulaScope lastScope;
    private @Nullable Context context;

    private Formula(String text, JexlScript script, Set<Read> reads, Set<ReadAt> readsAt, Set<String> tables, boolean draws) {
        this.text = text;
        this.script = script;
        this.reads = reads;
        this.readsAt = readsAt;
        this.tables = tables;
        constant = reads.isEmpty() && readsAt.isEmpty() && tables.isEmpty() && !draws && !text.contains("at(") ? run(new Context(null)) : null;
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
        Set<String> called = names(bare, reads);
        Set<ReadAt> readsAt = new LinkedHashSet<>();
        for (Matcher m = NAMED_PLACE.matcher(text); m.find(); ) {
            readsAt.add(new ReadAt(m.group(2), m.group(3)));
        }
        Set<String> tables = new LinkedHashSet<>();
        for (Matcher m = NAMED_TABLE.matcher(text); m.find(); ) {
            tables.add(m.group(2));
        }
        boolean draws = called.stream().anyMatch(DRAWS::contains);
        try {
            return new Formula(text, ENGINE.createScript(text.strip()), reads, readsAt, tables, draws);
        } catch (JexlException e) {
            throw unreadable(text, e);
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

    public boolean isConstant() {
        return constant != null;
    }

    /** Its value: a number, a text or yes/no. */
    public Object value(FormulaScope scope) {
        if (constant != null) {
            return constant;
        }
        Context now = context;
        if (now == null || lastScope != scope) {
            now = new Context(scope);
            context = now;
            lastScope = scope;
        }
        return run(now);
    }

    public double number(FormulaScope scope) {
        if (value(scope) instanceof Number number && Double.isFinite(number.doubleValue())) {
            return number.doubleValue();
        }
        throw wrong("a number", scope);
    }

    public boolean truth(FormulaScope scope) {
        if (value(scope) instanceof Boolean truth) {
            return truth;
        }
        throw wrong("yes or no (true or false)", scope);
    }

    /** Its value as text; whole numbers without a point. */
    public String asText(FormulaScope scope) {
        return plain(value(scope));
    }

    /** A value as it is written in a table or an attribute. */
    public static String plain(Object value) {
        return switch (value) {
            case Boolean truth -> truth ? "yes" : "no";
            case Double d when d == Math.rint(d) && Math.abs(d) < 1e15 -> String.valueOf(d.longValue());
            default -> String.valueOf(value);
        };
    }

    private FormulaException wrong(String wanted, FormulaScope scope) {
        return new FormulaException("The formula \u201c" + text + "\u201d must give " + wanted + "; it gives \u201c" + plain(value(scope)) + "\u201d");
    }

    private Object run(Context where) {
        try {
            Object value = script.execute(where);
            if (value == null) {
                throw new FormulaException("The formula \u201c" + text + "\u201d gives nothing");
            }
            return value instanceof Number number && !(value instanceof Double) ? (Object) number.doubleValue() : value;
        } catch (JexlException e) {
            for (Throwable cause = e; cause != null; cause = cause.getCause()) {
                if (cause instanceof FormulaException ours) {
                    throw ours;
                }
            }
            Throwable cause = e.getCause() == null ? e : e.getCause();
            String why = cause instanceof ArithmeticException && !(cause instanceof JexlArithmetic.CoercionException) ? String.valueOf(cause.getMessage()) : "its parts do not fit together (a text where a number is meant?)";
            throw new FormulaException("The formula \u201c" + text + "\u201d can\u2019t be worked out: " + why);
        }
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

    /** Holds every name against what there is; returns the functions that are called. */
    private static Set<String> names(String bare, Set<Read> reads) {
        Set<String> called = new LinkedHashSet<>();
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
                called.add(name);
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
        return called;
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

    // ---- the engine, closed

    private static JexlEngine engine() {
        JexlFeatures features = JexlFeatures.createNone().register(false).localVar(false).sideEffect(false).sideEffectGlobal(false).loops(false)
                .lambda(false).newInstance(false).methodCall(false).structuredLiteral(false).pragma(false).annotation(false).script(false)
                .arrayReferenceExpr(false).namespaceIdentifier(false).comparatorNames(true);
        return new JexlBuilder().features(features).permissions(new OnlyOurFunctions()).arithmetic(new ExactArithmetic()).strict(true).safe(false).silent(false)
                .cache(0).create();
    }

    private static final class ExactArithmetic extends JexlArithmetic {
        ExactArithmetic() {
            super(true);
        }

        @Override
        public Object divide(Object left, Object right) {
            double by = toDouble(right);
            if (by == 0) {
                throw new ArithmeticException("it divides by zero");
            }
            return toDouble(left) / by;
        }

        @Override
        public Object mod(Object left, Object right) {
            double by = toDouble(right);
            if (by == 0) {
                throw new ArithmeticException("it divides by zero");
            }
            return toDouble(left) % by;
        }
    }

    private static final class OnlyOurFunctions implements JexlPermissions {
        @Override
        public boolean allow(Class<?> type) {
            return type == FormulaFunctions.class || Map.class.isAssignableFrom(type);
        }

        @Override
        public boolean allow(java.lang.reflect.Constructor<?> constructor) {
            return false;
        }

        @Override
        public boolean allow(java.lang.reflect.Field field) {
            return false;
        }

        @Override
        public boolean allow(java.lang.reflect.Method method) {
            return method.getDeclaringClass() == FormulaFunctions.class || Map.class.isAssignableFrom(method.getDeclaringClass()) && method.getName().equals("get");
        }

        @Override
        public boolean allow(Package wholePackage) {
            return true;
        }

        @Override
        public JexlPermissions compose(String... sources) {
            return this;
        }
    }

    private static final class Context implements JexlContext, JexlContext.NamespaceResolver {
        private final @Nullable FormulaScope scope;
        private final @Nullable FormulaFunctions functions;

        Context(@Nullable FormulaScope scope) {
            this.scope = scope;
            functions = scope == null ? null : new FormulaFunctions(scope);
        }

        @Override
        public @Nullable Object get(String name) {
            if (scope == null) {
                return null;
            }
            return switch (name) {
                case "piece" -> scope.piece();
                case "here" -> scope.here();
                case "clock" -> scope.clock();
                case "from" -> scope.from();
                case "to" -> scope.to();
                default -> null;
            };
        }

        @Override
        public boolean has(String name) {
            return scope != null && ROOTS.contains(name);
        }

        @Override
        public void set(String name, Object value) {
            throw new FormulaException("A formula can\u2019t set \u201c" + name + "\u201d");
        }

        @Override
        public @Nullable Object resolveNamespace(@Nullable String name) {
            return name == null || name.isEmpty() ? functions == null ? NoScope.FUNCTIONS : functions : null;
        }
    }

    /** Functions for formulas without anything to read, such as {@code max(3, 4)}. */
    private static final class NoScope {
        static final FormulaFunctions FUNCTIONS = new FormulaFunctions(new FormulaScope() {
            @Override
            public Map<String, Object> piece() {
                throw none();
            }

            @Override
            public Map<String, Object> here() {
                throw none();
            }

            @Override
            public Map<String, Object> clock() {
                throw none();
            }

            @Override
            public Map<String, Object> at(String equipment) {
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

            private FormulaException none() {
                return new FormulaException("A constant formula reads nothing");
            }
        });
    }
}
