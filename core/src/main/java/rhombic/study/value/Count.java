package rhombic.study.value;

/** Limits of whole numbers in a study. */
public final class Count {
    public static final int MOST = 1_000_000_000;

    private Count() {}

    public static int atLeast(int least, String what, int value) {
        return between(least, MOST, what, value);
    }

    public static int between(int least, int most, String what, int value) {
        if (value < least || value > most) {
            throw new StudyException(what + " must be a whole number from " + least + " to " + most + "; got " + value);
        }
        return value;
    }
}
