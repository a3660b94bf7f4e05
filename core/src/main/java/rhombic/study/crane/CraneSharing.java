package rhombic.study.crane;

/** Where each of several cranes on one runway fetches. */
public enum CraneSharing {
    /** The runway is cut into parts of equal length; whose part it is fetches there, or, while that is away, the next who can. */
    OWN_PART("in its own part of the runway"),
    /** Whoever the rules choose. */
    EVERYWHERE("everywhere");

    private final String word;

    CraneSharing(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
