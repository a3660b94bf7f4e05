package rhombic.formula;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * A formula that has been read, such as {@code 45 + 8 * piece.joints}. Can be worked out again and again. Divisions are exact: {@code 1 / 2} is 0.5.
 */
public final class Formula {
    public static final int MAX_LENGTH = 2000;

    /** What the person who does the work can be asked for. */
    public static final Set<String> OF_PERSON = Set.of("name", "factor");

    /**
     * What a member of a group can be asked for that could come: the {@code metres} of its way there, what part of the time it was {@code busy}, how full its
     * {@code battery} is, both 0 to 1, and its {@code number} in the group, from 1 on.
     */
    public static final Set<String> OF_MEMBER = Set.of("metres", "busy", "battery", "number");

    /**
     * What a slot of a rack can be asked for: its {@code aisle}, {@code row}, {@code bay} and {@code level}, each from 1 on, how many
     * {@code loads} are in it, and the {@code seconds} from the infeed to it.
     */
    public static final Set<String> OF_SLOT = Set.of("aisle", "row", "bay", "level", "loads", "seconds");

    /** What the clock can be asked for. */
    public static final Set<String> OF_CLOCK = Set.of("seconds", "hours", "hour", "weekday");
    /** What every piece can be asked for beside its attributes. */
    public static final Set<String> OF_PIECE = Set.of("type", "age", "reworked", "look", "onLane");
    /** What every equipment can be asked for beside its attributes. */
    public static final Set<String> OF_EQUIPMENT = Set.of("name", "content", "done");

    /** Each function with its form, to be offered while typing. */
    public static final Map<String, String> FUNCTIONS = Map.ofEntries(
            Map.entry("at", "at('Equipment').content"), Map.entry("table", "table('Table', key) or table('Table', key, key)"),
            Map.entry("min", "min(a, b)"), Map.entry("max", "max(a, b)"), Map.entry("abs", "abs(a)"), Map.entry("round", "round(a)"),
            Map.entry("floor", "floor(a)"), Map.entry("ceil", "ceil(a)"), Map.entry("sqrt", "sqrt(a)"),
            Map.entry("uniform", "uniform(min, max)"),
            Map.entry("triangular", "triangular(min, mode, max)"), Map.entry("exponential", "exponential(mean)"),
            Map.entry("normal", "normal(mean, deviation)"), Map.entry("lognormal", "lognormal(mean, deviation)"));

    private static final int MAX_KEPT = 20_000;
    /** Those that have been read: most are read again with each edit and each run. */
    private static final Map<String, Formula> KEPT = new ConcurrentHashMap<>();

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
    private final boolean draws;
    private final boolean ofPieceAlone;

    private Formula(String text, FormulaReader read, Step step) {
        this.text = text;
        this.step = step;
        reads = Set.copyOf(read.reads);
        readsAt = Set.copyOf(read.readsAt);
        tables = Set.copyOf(read.tables);
        draws = read.draws;
        boolean ofPiece = !read.draws && !read.asksElsewhere;
        ofPieceAlone = ofPiece && reads.stream().allMatch(r -> r.root().equals("piece") && !r.name().equals("age"));
        ofTypeAlone = ofPiece && reads.stream().allMatch(new Read("piece", "type")::equals);
    }

    /**
     * Reads a formula.
     *
     * @throws FormulaException naming the character at fault and what is meant to stand there
     */
    public static Formula parse(String text) {
        Formula known = KEPT.get(text);
        if (known != null) {
            return known;
        }
        if (text.isBlank()) {
            throw new FormulaException("A formula is missing: write one such as 45 + 8 * piece.joints", 0);
        }
        if (text.length() > MAX_LENGTH) {
            throw new FormulaException("A formula must have at most " + MAX_LENGTH + " characters; got " + text.length(), MAX_LENGTH);
        }
        FormulaReader reader = new FormulaReader(text);
        Formula read = new Formula(text, reader, reader.read());
        if (KEPT.size() >= MAX_KEPT) {
            KEPT.clear();
        }
        KEPT.put(text, read);
        return read;
    }

    /** Whether it draws random numbers. */
    public boolean draws() {
        return draws;
    }

    public String text() {
        return text;
    }

    /** What it reads of the piece, of its own place and of the clock. */
    public Set<Read> reads() {
        return reads;
    }

    public Set<ReadAt> readsAt() {
        return readsAt;
    }

    /** Tables it names. */
    public Set<String> tables() {
        return tables;
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
}
