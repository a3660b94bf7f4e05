package rhombic.study.duty;

/** What becomes of work under way when a shift ends or a break begins. */
public enum WhenOver {
    FINISH("what is begun is finished"), STOP("it stops and goes on afterwards"), HAND_OVER("it is handed over to whoever is there");

    private final String word;

    WhenOver(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
