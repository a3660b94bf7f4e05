package rhombic.desktop.card.sentences;

import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionException;
import rhombic.chance.DistributionText;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.quantity.Unit;
import rhombic.study.Study;
import rhombic.study.value.TimeSource;

/** What was typed can't be used as it is; the exception says why, and what it may have been meant as. */
public final class OfferException extends IllegalArgumentException {
    private final String offer;
    private final transient UnaryOperator<Study> change;

    /**
     * @param offer what the change does, for a button
     * @param change what it may have been meant as
     */
    OfferException(String message, String offer, UnaryOperator<Study> change) {
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

    /**
     * A time as it was typed; a formula that reads something is offered as one.
     *
     * @throws OfferException if it is a formula
     * @throws DistributionException if it is neither
     */
    static Distribution time(String text, Function<TimeSource, UnaryOperator<Study>> change) {
        try {
            return DistributionText.parse(text);
        } catch (DistributionException e) {
            Optional<Formula> formula = formula(text);
            if (formula.isPresent()) {
                throw new OfferException("\u201c" + text.strip() + "\u201d is a formula, not a time", "Use it as a formula, in seconds",
                        change.apply(new TimeSource.ByFormula(formula.get().text(), Unit.SECOND)));
            }
            throw e;
        }
    }

    /** Of what reads something of the plant: a mere number is a time without its unit. */
    private static Optional<Formula> formula(String text) {
        try {
            Formula formula = Formula.parse(text.strip());
            return formula.reads().isEmpty() ? Optional.empty() : Optional.of(formula);
        } catch (FormulaException e) {
            return Optional.empty(); // which is no news: it is read as a time, and told as that
        }
    }
}
