package rhombic.study;

/**
 * Something wrong or missing in a study.
 *
 * @param place name of the equipment, or empty for the study as a whole
 * @param what is the matter
 * @param remedy what to do
 */
public record Problem(Grade grade, Kind kind, String place, String what, String remedy) {
    /** How much it matters. */
    public enum Grade {
        /** The thing takes and gives nothing until it is mended; the rest runs. */
        ERROR,
        WARNING,
        HINT
    }

    /** Which check found it. */
    public enum Kind {
        NO_SUPPLY,
        NO_TIME,
        ENDLESS_SUPPLY,
        CIRCLE_WITHOUT_TIME,
        NO_WAY_OUT,
        UNREACHABLE,
        SHARES,
        NOTHING_LEAVES,
        NOTHING_ENTERS,
        OVERLOAD,
        UNUSED_TYPE
    }

    public boolean isError() {
        return grade == Grade.ERROR;
    }

    @Override
    public String toString() {
        return (place.isEmpty() ? "" : place + ": ") + what + ". " + remedy + ".";
    }
}
