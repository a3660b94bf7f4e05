package rhombic.study;

import java.io.Serializable;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * A figure worked out of the figures of a run.
 *
 * @param unit as it is printed; empty for a plain number
 * @param formula of figures, such as {@code at('Packing').out / here.throughput}
 */
public record OwnResponse(String name, String unit, String formula) implements Serializable {
    public OwnResponse {
        Names.checked(name);
        if (unit.length() > 20) {
            throw new StudyException("The unit of response " + name + " must have at most 20 characters; got " + unit.length());
        }
        if (formula.isBlank()) {
            throw new StudyException("Response " + name + " needs a formula, such as at('Packing').out / here.throughput");
        }
    }

    OwnResponse renamed(Renaming change) {
        return new OwnResponse(name, unit, change.formula(formula));
    }
}
