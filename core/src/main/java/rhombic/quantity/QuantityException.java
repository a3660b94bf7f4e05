package rhombic.quantity;

/** A text that should be a quantity is none; the message is meant for the person who typed it. */
public final class QuantityException extends IllegalArgumentException {
    public QuantityException(String message) {
        super(message);
    }
}
