package rhombic.study.duty;

/** What one does next, among what has the highest priority. */
public enum JobChoice {
    OLDEST("the longest waiting"), NEAREST("what is nearest");

    private final String word;

    JobChoice(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
