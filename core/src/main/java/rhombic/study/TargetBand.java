package rhombic.study;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.StudyException;

/**
 * Where the utilisation of people and stations is meant to be.
 *
 * @param min 0 % to below {@code max}
 * @param max up to 100 %
 */
public record TargetBand(Quantity min, Quantity max) implements Serializable {
    public static final TargetBand USUAL = new TargetBand(Quantity.percent(70), Quantity.percent(85));

    /** How a utilisation lies to the band. */
    public enum Side {
        OVER("over"), UNDER("under"), WITHIN("within"), NONE("none");

        private final String word;

        Side(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public TargetBand {
        for (Quantity one : new Quantity[] {min, max}) {
            if (one.unit().dimension() != Dimension.SHARE || !(one.amount() >= 0 && one.amount() <= 100)) {
                throw new StudyException("A target for utilisation must be from 0 % to 100 %; got " + one);
            }
        }
        if (!(min.amount() < max.amount())) {
            throw new StudyException("A target for utilisation goes from a smaller share to a larger one; got " + min + " to " + max);
        }
    }

    public Side side(double utilisation) {
        return Double.isNaN(utilisation)
                ? Side.NONE
                : 100 * utilisation > max.amount() ? Side.OVER : 100 * utilisation < min.amount() ? Side.UNDER : Side.WITHIN;
    }
}
