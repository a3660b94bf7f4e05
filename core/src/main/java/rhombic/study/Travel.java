package rhombic.study;

import java.io.Serializable;
import java.util.OptionalInt;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.duty.Need;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/** What lies between the two ends of a link: nothing, or a way that takes time. */
public sealed interface Travel extends Serializable {
    /** The piece is there in the same instant. */
    Travel AT_ONCE = new AtOnce();

    /** Pieces that may be on the way at a time, or on one person; 0 for no limit. */
    int maxPieces();

    /** The same with another limit. */
    Travel withMaxPieces(int newMaxPieces);

    default OptionalInt limit() {
        return maxPieces() == 0 ? OptionalInt.empty() : OptionalInt.of(maxPieces());
    }

    /** The piece is there in the same instant. */
    record AtOnce() implements Travel {
        @Override
        public int maxPieces() {
            return 0;
        }

        @Override
        public Travel withMaxPieces(int newMaxPieces) {
            return this;
        }
    }

    /**
     * Each takes a time of its own, whatever the length of the way.
     *
     * @param maxPieces pieces on the way at a time; 0 for no limit
     */
    record InTime(Distribution time, int maxPieces) implements Travel {
        public InTime {
            Count.atLeast(0, "The max. pieces on a link", maxPieces);
        }

        @Override
        public Travel withMaxPieces(int newMaxPieces) {
            return new InTime(time, newMaxPieces);
        }
    }

    /**
     * People carry them, straight from one to the other. A piece stays where it is until somebody takes it up.
     *
     * @param need who carries; one person for each way
     * @param maxPieces pieces one person takes at a time, 1 or more
     */
    record Carried(Need need, int maxPieces) implements Travel {
        public Carried {
            Count.between(1, 1_000, "The pieces that one person carries", maxPieces);
        }

        @Override
        public Travel withMaxPieces(int newMaxPieces) {
            return new Carried(need, newMaxPieces);
        }

        public Carried by(Need newNeed) {
            return new Carried(newNeed, maxPieces);
        }
    }

    /**
     * All go at one speed along the path of the link.
     *
     * @param speed above 0, at most 100 m/s
     * @param maxPieces pieces on the way at a time; 0 for no limit
     */
    record AtSpeed(Quantity speed, int maxPieces) implements Travel {
        public AtSpeed {
            if (speed.unit().dimension() != Dimension.SPEED || !(speed.inBaseUnit() > 0 && speed.inBaseUnit() <= 100)) {
                throw new StudyException("The speed on a link must be above 0 m/s and at most 100 m/s; got " + speed);
            }
            Count.atLeast(0, "The max. pieces on a link", maxPieces);
        }

        @Override
        public Travel withMaxPieces(int newMaxPieces) {
            return new AtSpeed(speed, newMaxPieces);
        }
    }
}
