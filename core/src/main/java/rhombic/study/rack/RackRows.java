package rhombic.study.rack;

/** On which sides of an aisle slots are. */
public enum RackRows {
    BOTH_SIDES("on both sides", 2), ONE_SIDE("on one side", 1);

    private final String word;
    private final int rows;

    RackRows(String word, int rows) {
        this.word = word;
        this.rows = rows;
    }

    public String word() {
        return word;
    }

    /** How many rows each aisle serves. */
    public int rows() {
        return rows;
    }
}
