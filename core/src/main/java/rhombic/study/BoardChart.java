package rhombic.study;

import java.io.Serializable;
import java.util.List;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * A chart that stays with the study.
 *
 * @param elements by name; none: all that the kind is about. Of {@link Kind#FORMULA} the formulas, at least one, each with a name and a colon
 *     before it or not
 * @param movingMean steps over which a moving mean is taken, of the 400 of a run; 1: none
 * @param onFloor whether it stands on the floor beside the first of its elements, too
 */
public record BoardChart(String title, Kind kind, List<String> elements, Series series, int movingMean,
        boolean onFloor) implements Serializable {
    public static final int MAX_MOVING_MEAN = 200;
    public static final int MAX_FORMULAS = 20;

    /** What it shows. */
    public enum Kind {
        STATES("shares of states"), CONTENT("content over time"), BUSY("busy time over time"), OUTPUT("output over time"), LEAD_TIMES(
                "lead times"), MIX(
                        "shares of output"), LIMIT("the limit over time"),
        /** Read off the plant step by step. */
        FORMULA("any quantity over time");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** How several elements are put together. */
    public enum Series {
        EACH("each by itself"), SUM("their sum"), DIFFERENCE("the first less the others");

        private final String word;

        Series(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public BoardChart {
        Names.checked(title);
        elements = List.copyOf(elements);
        Count.between(1, MAX_MOVING_MEAN, "The steps of a moving mean", movingMean);
        if (kind == Kind.FORMULA) {
            Count.between(1, MAX_FORMULAS, "The formulas of a chart", elements.size());
            elements.forEach(element -> readable(Quantity.of(element).formula));
        }
    }

    private static void readable(String formula) {
        try {
            Formula.parse(formula);
        } catch (FormulaException e) {
            throw new StudyException("\u201c" + formula + "\u201d: " + e.getMessage());
        }
    }

    /** Whether it goes along the time of the run. */
    public boolean isOverTime() {
        return switch (kind) {
            case CONTENT, BUSY, OUTPUT, LIMIT, FORMULA -> true;
            case STATES, LEAD_TIMES, MIX -> false;
        };
    }

    /** Whether it is of equipment, of which some can be chosen. */
    public boolean isOfEquipment() {
        return switch (kind) {
            case STATES, CONTENT, BUSY, OUTPUT -> true;
            case LEAD_TIMES, MIX, LIMIT, FORMULA -> false;
        };
    }

    public BoardChart withElements(List<String> newElements) {
        return new BoardChart(title, kind, newElements, series, movingMean, onFloor);
    }

    public BoardChart withSeries(Series newSeries) {
        return new BoardChart(title, kind, elements, newSeries, movingMean, onFloor);
    }

    public BoardChart withMovingMean(int newMovingMean) {
        return new BoardChart(title, kind, elements, series, newMovingMean, onFloor);
    }

    public BoardChart withOnFloor(boolean nowOnFloor) {
        return new BoardChart(title, kind, elements, series, movingMean, nowOnFloor);
    }

    /**
     * What a formula is called and reads: <i>Brazers at work: at('Brazer').busy</i>.
     *
     * @param name as it stands beside its line; empty: the formula stands there
     */
    public record Quantity(String name, String formula) implements Serializable {
        /** A name ends at the first colon; what has a question mark or quotes before it is none. */
        static Quantity of(String text) {
            int colon = text.indexOf(':');
            String name = colon < 0 ? "" : text.substring(0, colon).strip();
            boolean isName = !name.isEmpty() && name.chars().noneMatch(c -> "?'\"(.".indexOf(c) >= 0);
            return isName ? new Quantity(name, text.substring(colon + 1).strip()) : new Quantity("", text.strip());
        }

        private Quantity with(Renaming change) {
            return new Quantity(name, change.formula(formula));
        }

        private String text() {
            return name.isEmpty() ? formula : name + ": " + formula;
        }

        public String label() {
            return name.isEmpty() ? formula : name;
        }
    }

    /** What it reads, if it is of {@link Kind#FORMULA}. */
    public List<Quantity> quantities() {
        return kind == Kind.FORMULA ? elements.stream().map(Quantity::of).toList() : List.of();
    }

    /** All formulas of charts. */
    public static List<String> formulas(List<BoardChart> board) {
        return board.stream().filter(chart -> chart.kind == Kind.FORMULA).flatMap(chart -> chart.quantities().stream())
                .map(Quantity::formula).distinct().toList();
    }

    BoardChart renamed(Renaming change) {
        return new BoardChart(title, kind,
                elements.stream()
                        .map(element -> kind == Kind.FORMULA ? Quantity.of(element).with(change).text() : change.equipment(element))
                        .toList(),
                series,
                movingMean, onFloor);
    }
}
