package rhombic.study.duty;

/** Where those of a group are when there is nothing to do. */
public enum IdlePlace {
    AT_HOME("at home"), WHERE_THEY_ARE("where they are");

    private final String word;

    IdlePlace(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
