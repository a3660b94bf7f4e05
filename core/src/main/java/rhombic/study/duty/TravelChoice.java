package rhombic.study.duty;

/** How those of a group get from one place to another. */
public enum TravelChoice {
    /** Along the aisles that they may use; straight in a study without any. */
    ON_AISLES("on aisles"),
    /** Along the aisles that they may use, and not at all where none leads: they leave the work there to others. */
    ONLY_ON_AISLES("only on aisles"),
    /** The shortest way that keeps clear of what stands there. */
    AROUND("around what stands there"),
    /** As the crow flies. */
    STRAIGHT("straight");

    private final String word;

    TravelChoice(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    public boolean isOnAisles() {
        return this == ON_AISLES || this == ONLY_ON_AISLES;
    }
}
