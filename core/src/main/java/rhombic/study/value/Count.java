package rhombic.study.value;

/** Limits of whole numbers in a study. */
public final class Count {
    public static final int MAX = 1_000_000_000;

    private Count() {}

    public static int atLeast(int least, String label, int value) {
        return between(least, MAX, label, value);
    }

    public static int between(int least, int most, String label, int value) {
        if (value < least || value > most) {
            throw new StudyException(label + " must be a whole number from " + least + " to " + most + "; got " + value);
        }
        return value;
    }
}
