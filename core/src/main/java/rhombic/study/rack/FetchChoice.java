package rhombic.study.rack;

/** Which of the loads that will do is fetched first. */
public enum FetchChoice {
    /** What was stored first. */
    OLDEST("the oldest first"),
    /** What was stored last. */
    NEWEST("the newest first"),
    /** What is reached soonest from the outfeed. */
    NEAREST("the nearest first"),
    /** What a formula gives the smallest number, as it was when the piece came. */
    BY_FORMULA("by a formula");

    private final String word;

    FetchChoice(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
