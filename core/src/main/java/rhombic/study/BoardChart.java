package rhombic.study;

import java.io.Serializable;
import java.util.List;
import rhombic.study.value.Count;
import rhombic.study.value.Names;

/**
 * A chart that stays with the study.
 *
 * @param things by name; none: all that the kind is about
 * @param smooth steps over which a moving mean is taken, of the 400 of a run; 1: none
 * @param onFloor whether it stands on the floor beside the first of its things, too
 */
public record BoardChart(String title, Kind kind, List<String> things, Series series, int smooth, boolean onFloor) implements Serializable {
    public static final int MOST_SMOOTH = 200;

    /** What it shows. */
    public enum Kind {
        STATES("shares of states"), CONTENT("content over time"), BUSY("busy time over time"), OUTPUT("output over time"), LEAD_TIMES(
                "lead times"), MIX(
                        "shares of output"), LIMIT("the limit over time");

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
    }

    BoardChart renamed(Renaming change) {
        return new BoardChart(title, kind, things.stream().map(change::equipment).toList(), series, smooth, onFloor);
    }
}
