package rhombic.plant.activity;

/** The reasons that hold back one element: an inlet, the work, or an outlet. Free at first. */
public final class Holds {
    private static final int REASONS = Hold.values().length;

    private final int[] counts = new int[REASONS];
    private int sum;

    public boolean isHeld() {
        return sum > 0;
    }

    public boolean isHeldBy(Hold reason) {
        return counts[reason.ordinal()] > 0;
    }

    /** Adds a reason; says whether it was free before. */
    public boolean hold(Hold reason) {
        counts[reason.ordinal()]++;
        return sum++ == 0;
    }

    /**
     * Takes a reason away; says whether it is free now.
     *
     * @throws IllegalStateException if the reason does not hold it
     */
    public boolean release(Hold reason) {
        if (counts[reason.ordinal()] == 0) {
            throw new IllegalStateException("It is not held by " + reason + ", so that can't be taken away");
        }
        counts[reason.ordinal()]--;
        return --sum == 0;
    }
}
