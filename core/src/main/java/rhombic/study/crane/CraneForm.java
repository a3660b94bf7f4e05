package rhombic.study.crane;

/** On what a crane runs. */
public enum CraneForm {
    /** On rails high up, on the columns of the hall. */
    BRIDGE("bridge crane"),
    /** On legs of its own, on rails on the floor. */
    GANTRY("gantry crane"),
    /** On a pillar, about which its jib turns. */
    JIB("jib crane");

    private final String word;

    CraneForm(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
