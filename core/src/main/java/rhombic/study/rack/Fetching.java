package rhombic.study.rack;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;

/**
 * What a rack gives out, and in which order.
 *
 * @param rule which load is first
 * @param formula the number of a load, for the rule by formula
 * @param minStay how long a load stays at least, such as to ripen or to cool, as it is drawn when it is stored; empty: it may go at once
 * @param maxStay how long it should stay at most; what stays longer is told; empty: any time
 */
public record Fetching(FetchChoice rule, String formula, Optional<TimeSource> minStay, Optional<Quantity> maxStay) implements Serializable {
    public static final Fetching USUAL = new Fetching(FetchChoice.OLDEST, "", Optional.empty(), Optional.empty());

    public Fetching {
        maxStay.ifPresent(time -> isTime("The longest stay", time));
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

    public Fetching withMinStay(Optional<TimeSource> newStay) {
        return new Fetching(rule, formula, newStay, maxStay);
    }

    public Fetching withMaxStay(Optional<Quantity> newStay) {
        return new Fetching(rule, formula, minStay, newStay);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(FetchChoice rule, String formula, @Nullable TimeSource minStay, @Nullable Quantity maxStay)
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
