package rhombic.study.work;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
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
    public static final Composite<Inspection> TYPE = Composite.of("inspection", inspection -> {
        var fails = inspection.required("failShare", "Part of the pieces that fails.", new FieldType.Measured(Dimension.SHARE),
                Inspection::failShare);
        var look = inspection.optional("look", "The look of those that fail; missing: as before.", FieldType.TEXT, "", Inspection::look);
        var factor = inspection.required("factor", "On the times of the rework.", new FieldType.Number(0.001, 1000), Inspection::factor);
        var maxReworks = inspection.required("maxReworks",
                "How often a piece is worked on again; when it fails once more it is scrapped.", new FieldType.Whole(0, FieldType.MANY),
                Inspection::maxReworks);
        var capacity = inspection.required("capacity", "Pieces that may wait for rework at the station that made them.",
                new FieldType.Whole(1, FieldType.MANY), Inspection::capacity);
        var maker = inspection.optional("maker", "Whether the person who made it does it again; missing: anybody.",
                FieldType.Word.of(Maker.values()), Maker.ANYBODY, Inspection::maker);
        return v -> new Inspection(v.get(fails), v.get(look), v.get(factor), v.get(maxReworks), v.get(capacity), v.get(maker));
    });

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
