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
    int most();

    /** The same with another limit. */
    Travel withMost(int newMost);

    default OptionalInt limit() {
        return most() == 0 ? OptionalInt.empty() : OptionalInt.of(most());
    }

    /** The piece is there in the same instant. */
    record AtOnce() implements Travel {
        @Override
        public int most() {
            return 0;
        }

        @Override
        public Travel withMost(int newMost) {
            return this;
        }
    }

    /**
     * Each takes a time of its own, whatever the length of the way.
     *
     * @param most pieces on the way at a time; 0 for no limit
     */
    record InTime(Distribution time, int most) implements Travel {
        public InTime {
            Count.atLeast(0, "The most pieces on a link", most);
        }

        @Override
        public Travel withMost(int newMost) {
            return new InTime(time, newMost);
        }
    }

    /**
     * People carry them, straight from one to the other. A piece stays where it is until somebody takes it up.
     *
     * @param need who carries; one person for each way
     * @param most pieces one person takes at a time, 1 or more
     */
    record Carried(Need need, int most) implements Travel {
        public Carried {
            Count.between(1, 1_000, "The pieces that one person carries", most);
        }

        @Override
        public Travel withMost(int newMost) {
            return new Carried(need, newMost);
        }

        public Carried by(Need newNeed) {
            return new Carried(newNeed, most);
        }
    }

    /**
     * All go at one speed along the path of the link.
     *
     * @param speed above 0, at most 100 m/s
     * @param most pieces on the way at a time; 0 for no limit
     */
    record AtSpeed(Quantity speed, int most) implements Travel {
        public AtSpeed {
            if (speed.unit().dimension() != Dimension.SPEED || !(speed.inBaseUnit() > 0 && speed.inBaseUnit() <= 100)) {
                throw new StudyException("The speed on a link must be above 0 m/s and at most 100 m/s; got " + speed);
            }
            Count.atLeast(0, "The most pieces on a link", most);
        }

        @Override
        public Travel withMost(int newMost) {
            return new AtSpeed(speed, newMost);
        }
    }
}
