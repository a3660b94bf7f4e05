package rhombic.study.rack;

import java.io.Serializable;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * Where loads come into an aisle, or go out of it.
 *
 * @param end of the aisle at which it is
 * @param heightMetres at which loads stand there, 0 m to 50 m above the floor
 * @param offsetMetres how far before the first bay it is, 0 m to 50 m
 * @param capacity loads that stand there, 1 to 100
 */
public record TransferPoint(End end, double heightMetres, double offsetMetres, int capacity) implements Serializable {
    /** An end of an aisle. */
    public enum End {
        FRONT("at the front"), REAR("at the rear");

        private final String word;

        End(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    private static final double USUAL_HEIGHT = 0.8;
    private static final double USUAL_OFFSET = 1.5;
    private static final int USUAL_CAPACITY = 2;
    private static final double MAX_METRES = 50;
    /** At the front, 0.8 m above the floor, 1.5 m before the first bay, for two loads. */
    public static final TransferPoint USUAL = new TransferPoint(End.FRONT, USUAL_HEIGHT, USUAL_OFFSET, USUAL_CAPACITY);

    public static final Composite<TransferPoint> TYPE = Composite.of("transferPoint", point -> {
        var end = point.optional("end", "Of the aisle; missing: the front.", FieldType.Word.of(End.values()), End.FRONT,
                TransferPoint::end);
        var height = point.optional("height", "Of loads there above the floor; missing: 0.8 m.", FieldType.METRES, USUAL_HEIGHT,
                TransferPoint::heightMetres);
        var offset = point.optional("offset", "How far it is before the first bay; missing: 1.5 m.", FieldType.METRES, USUAL_OFFSET,
                TransferPoint::offsetMetres);
        var capacity = point.optional("capacity", "Loads that stand there; missing: 2.", new FieldType.Whole(1, 100), USUAL_CAPACITY,
                TransferPoint::capacity);
        return v -> new TransferPoint(v.get(end), v.get(height), v.get(offset), v.get(capacity));
    });

    public TransferPoint {
        within("The height of an infeed or outfeed", heightMetres);
        within("The distance of an infeed or outfeed from the first bay", offsetMetres);
        Count.between(1, 100, "The loads at an infeed or outfeed", capacity);
    }

    private static void within(String label, double metres) {
        if (!(metres >= 0 && metres <= MAX_METRES)) {
            throw new StudyException(label + " must be from 0 m to 50 m; got " + new Quantity(metres, Unit.METRE));
        }
    }

    public TransferPoint withEnd(End newEnd) {
        return new TransferPoint(newEnd, heightMetres, offsetMetres, capacity);
    }

    public TransferPoint withHeight(double metres) {
        return new TransferPoint(end, metres, offsetMetres, capacity);
    }

    public TransferPoint withOffset(double metres) {
        return new TransferPoint(end, heightMetres, metres, capacity);
    }

    public TransferPoint withCapacity(int newCapacity) {
        return new TransferPoint(end, heightMetres, offsetMetres, newCapacity);
    }
}
