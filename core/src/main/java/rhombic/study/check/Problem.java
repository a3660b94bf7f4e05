package rhombic.study.check;

import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.study.Study;

/**
 * Something wrong or missing in a study.
 *
 * @param place name of the equipment, or empty for the study as a whole
 * @param what is the matter
 * @param remedy what to do
 * @param fix that does it by itself; null: a person must choose
 */
public record Problem(Grade grade, Kind kind, String place, String what, String remedy, @Nullable Fix fix) {
    /** How much it matters. */
    public enum Grade {
        /** The thing takes and gives nothing until it is mended; the rest runs. */
        ERROR, WARNING, HINT
    }

    /**
     * A change that mends it.
     *
     * @param name what it does, for a button
     */
    public record Fix(String name, UnaryOperator<Study> change) {}

    /** Which check found it. */
    public enum Kind {
        NO_SUPPLY, NO_TIME, ENDLESS_SUPPLY, CIRCLE_WITHOUT_TIME, NO_WAY_OUT, UNREACHABLE, SHARES, NOTHING_LEAVES, NOTHING_ENTERS, OVERLOAD, UNUSED_TYPE, UNUSED_TABLE, UNKNOWN_NAME, MIX, RECIPE, ROOM_TOO_SMALL, FORMULA, TABLE, TIME_UNIT, ATTRIBUTE_NEVER_READ, ATTRIBUTE_NEVER_SET, SHUT, RULE
    }

    public Problem(Grade grade, Kind kind, String place, String what, String remedy) {
        this(grade, kind, place, what, remedy, null);
    }

    public boolean isError() {
        return grade == Grade.ERROR;
    }

    @Override
    public String toString() {
        return (place.isEmpty() ? "" : place + ": ") + what + ". " + remedy + ".";
    }
}
