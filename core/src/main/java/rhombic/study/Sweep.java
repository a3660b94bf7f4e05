package rhombic.study;

import java.io.Serializable;
import java.util.HashSet;
import java.util.List;
import rhombic.study.value.StudyException;

/**
 * All combinations of the levels of some factors.
 *
 * @param alternative on which they are tried; empty: the base
 * @param factors by name, 1 to {@link #MAX_FACTORS}
 */
public record Sweep(String alternative, List<String> factors) implements Serializable {
    public static final int MAX_FACTORS = 6;

    public Sweep {
        factors = List.copyOf(factors);
        if (factors.isEmpty() || factors.size() > MAX_FACTORS) {
            throw new StudyException("A sweep must be over 1 to " + MAX_FACTORS + " factors; got " + factors.size());
        }
        if (new HashSet<>(factors).size() < factors.size()) {
            throw new StudyException("A sweep names the factor " + factors.getFirst() + " twice: keep one");
        }
    }
}
