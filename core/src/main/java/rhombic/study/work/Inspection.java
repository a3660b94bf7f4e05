package rhombic.study.work;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * A part of the pieces fails at the end of the work, and goes back to the station that worked on it before, there
 * before new work.
 *
 * @param failShare share of the pieces, 0 % to 100 %
 * @param look of a failed piece, if its type has it, until it passes; empty: unchanged
 * @param factor on the time of the work that is done again, 0.001 to 1000
 * @param maxReworks a piece is worked on again, 0 or more; when it fails once more it is scrapped
 * @param capacity pieces that may wait for rework at the station that made them, 1 or more
 * @param maker whether the person who made it does it again
 */
public record Inspection(Quantity failShare, String look, double factor, int maxReworks, int capacity,
        Maker maker) implements Serializable {
    /** Whether the person who made it does it again. */
    public enum Maker {
        ANYBODY("anybody there"), PERSON_OR_ANYBODY("who made it, or anybody if gone home"), PERSON(
                "who made it, also if that means to wait");

        private final String word;

        Maker(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** Anybody does it again. */
    public Inspection(Quantity fails, String look, double factor, int maxReworks, int room) {
        this(fails, look, factor, maxReworks, room, Maker.ANYBODY);
    }

    public Inspection {
        if (failShare.unit().dimension() != Dimension.SHARE || !(failShare.amount() >= 0 && failShare.amount() <= 100)) {
            throw new StudyException("The share that fails must be from 0 % to 100 %; got " + failShare);
        }
        if (!(factor >= 0.001 && factor <= 1000)) {
            throw new StudyException("The factor on the time of rework must be from 0.001 to 1000; got " + factor);
        }
        Count.atLeast(0, "The max. reworks of a piece", maxReworks);
        Count.atLeast(1, "The room for rework", capacity);
    }
}
