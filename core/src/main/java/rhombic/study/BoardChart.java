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
 * @param things by name; none: all that the kind is about. Of {@link Kind#FORMULA} the formulas, at least one
 * @param smooth steps over which a moving mean is taken, of the 400 of a run; 1: none
 * @param onFloor whether it stands on the floor beside the first of its things, too
 */
public record BoardChart(String title, Kind kind, List<String> things, Series series, int smooth, boolean onFloor) implements Serializable {
    public static final int MOST_SMOOTH = 200;
    public static final int MOST_FORMULAS = 20;

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

    /** How several things are put together. */
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
        things = List.copyOf(things);
        Count.between(1, MOST_SMOOTH, "The steps of a moving mean", smooth);
        if (kind == Kind.FORMULA) {
            Count.between(1, MOST_FORMULAS, "The formulas of a chart", things.size());
            try {
                things.forEach(Formula::parse);
            } catch (FormulaException e) {
                throw new StudyException(String.valueOf(e.getMessage()));
            }
        }
    }

    /** Whether it goes along the time of the run. */
    public boolean isOverTime() {
        return switch (kind) {
            case CONTENT, BUSY, OUTPUT, LIMIT, FORMULA -> true;
            case STATES, LEAD_TIMES, MIX -> false;
        };
    }

    public BoardChart withThings(List<String> newThings) {
        return new BoardChart(title, kind, newThings, series, smooth, onFloor);
    }

    public BoardChart withSeries(Series newSeries) {
        return new BoardChart(title, kind, things, newSeries, smooth, onFloor);
    }

    public BoardChart withSmooth(int newSmooth) {
        return new BoardChart(title, kind, things, series, newSmooth, onFloor);
    }

    public BoardChart withOnFloor(boolean nowOnFloor) {
        return new BoardChart(title, kind, things, series, smooth, nowOnFloor);
    }

    /** All formulas of charts. */
    public static List<String> formulas(List<BoardChart> board) {
        return board.stream().filter(chart -> chart.kind == Kind.FORMULA).flatMap(chart -> chart.things.stream()).distinct().toList();
    }

    BoardChart renamed(Renaming change) {
        return new BoardChart(title, kind, things.stream().map(kind == Kind.FORMULA ? change::formula : change::equipment).toList(), series,
                smooth, onFloor);
    }
}
