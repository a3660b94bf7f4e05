package rhombic.study.rack;

/** What becomes of the part of a customer order that is not in stock when it comes. */
public enum ShortStock {
    /** The whole order is done when that has come too. */
    WAIT("waits"),
    /** The order is cut short. */
    CUT("is struck off"),
    /** The order is split: what there is goes out as one, the rest as another that is due at the same time. */
    SPLIT("becomes an order of its own");

    private final String word;

    ShortStock(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
