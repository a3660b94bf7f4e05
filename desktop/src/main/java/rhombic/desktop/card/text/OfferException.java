package rhombic.desktop.card.text;

import java.util.function.UnaryOperator;
import rhombic.study.Study;

/** What was typed can't be used as it is; the exception says why, and what it may have been meant as. */
public final class OfferException extends IllegalArgumentException {
    private final String offer;
    private final transient UnaryOperator<Study> change;

    /**
     * @param offer what the change does, for a button
     * @param change what it may have been meant as
     */
    public OfferException(String message, String offer, UnaryOperator<Study> change) {
        super(message);
        this.offer = offer;
        this.change = change;
    }

    public String offer() {
        return offer;
    }

    public UnaryOperator<Study> change() {
        return change;
    }
}
