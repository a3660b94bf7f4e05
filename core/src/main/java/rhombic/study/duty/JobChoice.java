package rhombic.study.duty;

/** What one does next, among what has the highest priority. */
public enum JobChoice {
    OLDEST("the longest waiting"), NEAREST("what is nearest"),
    /** Where most waits. */
    FULLEST("where most waits"),
    /** Whose piece has the highest number by a formula. */
    FORMULA("what is highest by formula");

    private final String word;

    JobChoice(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
