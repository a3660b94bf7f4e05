package rhombic.study.value;

/** Limits of whole numbers in a study. */
public final class Count {
    public static final int MAX = 1_000_000_000;

    private Count() {}

    public static int atLeast(int min, String label, int value) {
        return between(min, MAX, label, value);
    }

    public static int between(int min, int max, String label, int value) {
        if (value < min || value > max) {
            throw new StudyException(label + " must be a whole number from " + min + " to " + max + "; got " + value);
        }
        return value;
    }
}
