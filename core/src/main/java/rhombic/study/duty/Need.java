package rhombic.study.duty;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * Who must be there for something to be done.
 *
 * @param whom name of a crew, or a skill that people of any crew may have
 * @param people how many of them, 1 to 1000
 * @param part of the time for which they stay, from its beginning, above 0 % to 100 %
 * @param priority higher goes first, -1000 to 1000
 * @param yields whether they may be called away to something of higher priority, and come back
 */
public record Need(String whom, int people, Quantity part, int priority, boolean yields) implements Serializable {
    public static final Quantity ALL = Quantity.percent(100);

    public Need {
        Names.checked(whom);
        Count.between(1, 1000, "The people needed", people);
        Count.between(-1000, 1000, "A priority", priority);
        if (part.unit().dimension() != Dimension.SHARE || !(part.amount() > 0 && part.amount() <= 100)) {
            throw new StudyException("People are needed for a part of the time above 0 % and up to 100 %; got " + part);
        }
    }

    /** One person of that crew or skill, all the time. */
    public static Need of(String whom) {
        return new Need(whom, 1, ALL, 0, false);
    }

    public Need ofWhom(String newWhom) {
        return new Need(newWhom, people, part, priority, yields);
    }

    public Need withPeople(int newPeople) {
        return new Need(whom, newPeople, part, priority, yields);
    }

    public Need withPart(Quantity newPart) {
        return new Need(whom, people, newPart, priority, yields);
    }

    public Need withPriority(int newPriority) {
        return new Need(whom, people, part, newPriority, yields);
    }

    public Need withYields(boolean newYields) {
        return new Need(whom, people, part, priority, newYields);
    }

    public boolean isAllTheTime() {
        return part.amount() == 100;
    }
}
