package rhombic.study.rack;

/** Which aisle a load is stored in; an aisle whose crane is down is passed over as long as there is another. */
public enum AisleChoice {
    /** Where least of its type is, so that each type can be had from as many aisles as possible. */
    SPREAD("where least of its type is"),
    /** The emptiest. */
    BALANCE("in the emptiest aisle"),
    /** The first that has room. */
    FIRST("in the first aisle with room");

    private final String word;

    AisleChoice(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
