package rhombic.study.kind;

/** What kinds are offered together. */
public enum Family {
    IN_OUT("In & out"), WORK("Work"), JOIN_PART("Join & part"), MOVE("Move"), STORE("Store"), PEOPLE("People"), SITE("Site");

    private final String word;

    Family(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
