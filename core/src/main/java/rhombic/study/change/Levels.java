package rhombic.study.change;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import rhombic.quantity.Quantity;
import rhombic.study.Comparison;
import rhombic.study.Factor;
import rhombic.study.Study;
import rhombic.study.value.StudyException;

/** Levels of a factor, from what a person writes: a list, {@code 2, 3, 5}, or from – to – by, {@code 40 s to 60 s by 5 s}. */
public final class Levels {
    private static final Pattern RANGE = Pattern
            .compile(
                    "\\s*([-+]?[0-9]*\\.?[0-9]+)\\s*(\\S*)\\s+to\\s+([-+]?[0-9]*\\.?[0-9]+)\\s*(\\S*)\\s+by\\s+([0-9]*\\.?[0-9]+)\\s*(\\S*)\\s*");

    private Levels() {}

    /**
     * Each level as it would be typed.
     *
     * @throws StudyException if it is neither a list nor a range, or there are too many
     */
    public static List<String> textOf(String text) {
        Matcher range = RANGE.matcher(text);
        return range.matches() ? range(range) : list(text);
    }

    private static List<String> range(Matcher range) {
        String unit = range.group(4).isEmpty() ? range.group(6) : range.group(4);
        for (int group : new int[] {2, 4, 6}) {
            if (!range.group(group).isEmpty() && !range.group(group).equals(unit)) {
                throw new StudyException("From, to and by must have one unit; got " + range.group(group) + " and " + unit);
            }
        }
        double from = Double.parseDouble(range.group(1));
        double to = Double.parseDouble(range.group(3));
        double by = Double.parseDouble(range.group(5));
        if (!(by > 0) || !(to > from)) {
            throw new StudyException("A range goes up by steps above 0, as in 2 to 6 by 1; got " + range.group().strip());
        }
        if ((to - from) / by > Factor.MAX_LEVELS) {
            throw new StudyException("A factor must have at most " + Factor.MAX_LEVELS + " levels; make the steps larger");
        }
        List<String> levels = new ArrayList<>();
        for (int i = 0; from + i * by <= to + by * 1e-9; i++) {
            levels.add(Quantity.plain(Math.round((from + i * by) * 1e9) / 1e9) + (unit.isEmpty() ? "" : " " + unit));
        }
        return levels;
    }

    /** Commas within brackets part nothing. */
    private static List<String> list(String text) {
        List<String> levels = new ArrayList<>();
        int depth = 0;
        int from = 0;
        for (int i = 0; i <= text.length(); i++) {
            char c = i < text.length() ? text.charAt(i) : ',';
            depth += c == '(' ? 1 : c == ')' ? -1 : 0;
            if (i == text.length() || depth == 0 && (c == ',' || c == ';')) {
                levels.add(text.substring(from, i).strip());
                from = i + 1;
            }
        }
        levels.removeIf(String::isEmpty);
        Set<String> once = new LinkedHashSet<>(levels);
        if (once.size() < 2) {
            throw new StudyException("Write two or more levels, such as 2, 3, 5, or a range such as 2 to 6 by 1");
        }
        return List.copyOf(once);
    }

    /**
     * Makes a factor of what an edit sets.
     *
     * @param edit makes the edit for one level, as it was typed; throws what the person is to read
     */
    public static Factor factor(String name, Study study, List<String> levels, Function<String, UnaryOperator<Study>> edit) {
        Study plain = study.withComparison(Comparison.NONE);
        List<Study> made = new ArrayList<>();
        for (String level : levels) {
            made.add(edit.apply(level).apply(plain).withComparison(Comparison.NONE));
        }
        List<Factor.Level> all = new ArrayList<>();
        for (int i = 0; i < made.size(); i++) {
            // told from another level, so that a level sets its value whatever stands in the base
            Changes changes = Changes.between(made.get(i == 0 ? 1 : 0), made.get(i));
            if (changes.isEmpty()) {
                throw new StudyException("The levels " + levels.get(i) + " and " + levels.get(i == 0 ? 1 : 0) + " are the same");
            }
            all.add(new Factor.Level(levels.get(i), changes));
        }
        return new Factor(name, all);
    }
}
