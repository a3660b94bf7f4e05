package rhombic.study.duty;

/** What becomes of work under way when a shift ends or a break begins. */
public enum AtShiftEnd {
    FINISH("what is begun is finished"), STOP("it stops and goes on afterwards"), HAND_OVER("it is handed over to whoever is there");

    private final String word;

    AtShiftEnd(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
