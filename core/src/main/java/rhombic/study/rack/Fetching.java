package rhombic.study.rack;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.StudyException;

/**
 * What a rack gives out, and in which order.
 *
 * @param rule which load is first
 * @param formula the number of a load, for the rule by formula
 * @param minStay how long a load stays at least, such as to ripen or to cool; empty: it may go at once
 * @param maxStay how long it should stay at most; what stays longer is told; empty: any time
 */
public record Fetching(FetchChoice rule, String formula, Optional<Quantity> minStay, Optional<Quantity> maxStay) implements Serializable {
    public static final Fetching USUAL = new Fetching(FetchChoice.OLDEST, "", Optional.empty(), Optional.empty());

    public Fetching {
        minStay.ifPresent(time -> isTime("The least stay", time));
        maxStay.ifPresent(time -> isTime("The longest stay", time));
        if (minStay.isPresent() && maxStay.isPresent() && minStay.get().inBaseUnit() > maxStay.get().inBaseUnit()) {
            throw new StudyException("The longest stay in a rack must be at least the least stay, " + minStay.get() + "; got "
                    + maxStay.get());
        }
    }

    private static void isTime(String label, Quantity time) {
        if (time.unit().dimension() != Dimension.TIME || !(time.inBaseUnit() > 0)) {
            throw new StudyException(label + " in a rack must be a time above 0 s; got " + time);
        }
    }

    public Fetching withRule(FetchChoice newRule) {
        return new Fetching(newRule, formula, minStay, maxStay);
    }

    public Fetching withFormula(String newFormula) {
        return new Fetching(rule, newFormula, minStay, maxStay);
    }

    public Fetching withMinStay(Optional<Quantity> newStay) {
        return new Fetching(rule, formula, newStay, maxStay);
    }

    public Fetching withMaxStay(Optional<Quantity> newStay) {
        return new Fetching(rule, formula, minStay, newStay);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(FetchChoice rule, String formula, @Nullable Quantity minStay, @Nullable Quantity maxStay)
            implements
                Serializable {
        private Object readResolve() {
            return new Fetching(rule, formula, Optional.ofNullable(minStay), Optional.ofNullable(maxStay));
        }
    }

    private Object writeReplace() {
        return new Stored(rule, formula, minStay.orElse(null), maxStay.orElse(null));
    }
}
