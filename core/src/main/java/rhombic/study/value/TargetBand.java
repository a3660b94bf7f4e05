package rhombic.study.value;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;

/**
 * Where the utilisation of people and stations is meant to be.
 *
 * @param least 0 % to below {@code most}
 * @param most up to 100 %
 */
public record TargetBand(Quantity least, Quantity most) implements Serializable {
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
        for (Quantity one : new Quantity[] {least, most}) {
            if (one.unit().dimension() != Dimension.SHARE || !(one.amount() >= 0 && one.amount() <= 100)) {
                throw new StudyException("A target for utilisation must be from 0 % to 100 %; got " + one);
            }
        }
        if (!(least.amount() < most.amount())) {
            throw new StudyException("A target for utilisation goes from a smaller share to a larger one; got " + least + " to " + most);
        }
    }

    public Side side(double utilisation) {
        return Double.isNaN(utilisation)
                ? Side.NONE
                : 100 * utilisation > most.amount() ? Side.OVER : 100 * utilisation < least.amount() ? Side.UNDER : Side.WITHIN;
    }
}
