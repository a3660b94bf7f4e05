package rhombic.formula;

/** A formula can't be read, or can't be worked out for what it was asked. */
public final class FormulaException extends IllegalArgumentException {
    /** Where no place in the text is known. */
    public static final int NOWHERE = -1;

    private final int position;

    /** @param position of the character in the text that is at fault, from 0; or {@link #NOWHERE} */
    public FormulaException(String message, int position) {
        super(message);
        this.position = position;
    }

    public FormulaException(String message) {
        this(message, NOWHERE);
    }

    public int position() {
        return position;
    }
}
