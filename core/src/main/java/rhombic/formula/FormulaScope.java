package rhombic.formula;

import org.apache.commons.rng.UniformRandomProvider;

/**
 * What a formula can see while it is worked out. For a name that is not known it throws a
 * {@link FormulaException} with the remedy.
 */
public interface FormulaScope {
    /** Attributes of the piece, and {@code type}, {@code age}, {@code reworked}, {@code look} and {@code onLane}, the lane of a
     * conveyor that it is on, the leftmost being 1; 0 if it is on none. */
    Object piece(String name);

    /** Attributes of the equipment where the formula stands, and {@code name}, {@code content}, {@code done}. */
    Object here(String name);

    /** Elapsed {@code seconds} and {@code hours}, the {@code hour} of the day and the {@code weekday} from 1, Monday. */
    Object clock(String name);

    /** Of who does the work: {@code name} and {@code factor}. */
    Object person(String name);

    /** Of a member of a group that could come: one of {@link Formula#OF_MEMBER}. */
    default Object member(String name) {
        throw new FormulaException("Nobody is chosen here whom \u201cmember." + name + "\u201d could be about");
    }

    /** Of the slot of a rack that a piece could be stored in: one of {@link Formula#OF_SLOT}. */
    default Object slot(String name) {
        throw new FormulaException("There is no slot here that \u201cslot." + name + "\u201d could be of");
    }

    /** The same as {@link #here(String)} for other equipment. */
    Object at(String equipment, String name);

    /** The value of a table for its one or two keys: a number or a text. */
    Object table(String name, Object... keys);

    /** Type before a changeover. */
    String from();

    /** Type after a changeover. */
    String to();

    UniformRandomProvider chance();
}
