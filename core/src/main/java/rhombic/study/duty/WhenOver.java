package rhombic.study.duty;

/** What becomes of work under way when a shift ends or a break begins. */
public enum WhenOver {
    FINISH("finish what they have begun"), STOP("stop, and go on with it afterwards"), HAND_OVER("hand it over to whoever is there");

    private final String word;

    WhenOver(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
