package rhombic.study.value;

import java.io.Serializable;

/**
 * A piece type in a mix.
 *
 * @param weight its frequency in proportion to the others', 0 or more
 */
public record MixPart(String type, double weight) implements Serializable {
    public MixPart {
        Names.checked(type);
        if (!(weight >= 0 && weight <= 1e9)) {
            throw new StudyException("The weight of " + type + " in a mix must be a number from 0 to 1000000000; got " + weight);
        }
    }
}
