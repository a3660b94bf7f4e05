package rhombic.study.rack;

/** In which sequence a picker goes through the aisles of a rack. */
public enum PickSequence {
    /** Through each aisle with picks from end to end, up one and down the next; in the last of an odd number as far as the last pick and back. */
    S_SHAPE("through each aisle"),
    /** Into each aisle with picks from the front, as far as its last pick, and back. */
    RETURN("into each aisle and back"),
    /** Into aisles from both ends, leaving out the largest part without a pick; through the first and the last. */
    LARGEST_GAP("leaving out the largest gap");

    private final String word;

    PickSequence(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
