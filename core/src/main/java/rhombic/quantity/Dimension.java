package rhombic.quantity;

/** What a quantity measures. */
public enum Dimension {
    TIME("a time", "s, min or h"), LENGTH("a length", "m, cm or mm"), SPEED("a speed", "m/s, m/min or km/h"), MASS("a mass",
            "kg, g or t"), SHARE("a share", "%"), ACCELERATION("an acceleration", "m/s²");

    private final String noun;
    private final String usualUnits;

    Dimension(String noun, String usualUnits) {
        this.noun = noun;
        this.usualUnits = usualUnits;
    }

    /** With its article, as in "a time". */
    public String noun() {
        return noun;
    }

    public String usualUnits() {
        return usualUnits;
    }
}
