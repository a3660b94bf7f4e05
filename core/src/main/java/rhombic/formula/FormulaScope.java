package rhombic.formula;

import java.util.Map;
import org.apache.commons.rng.UniformRandomProvider;

/**
 * What a formula can see while it is worked out. Each map throws a {@link FormulaException} for a name it does not
 * have, with the remedy.
 */
public interface FormulaScope {
    /** Attributes of the piece, and {@code type}, {@code age}, {@code reworked}, {@code look}. */
    Map<String, Object> piece();

    /** Attributes of the equipment where the formula stands, and {@code name}, {@code content}, {@code done}. */
    Map<String, Object> here();

    /** Elapsed {@code seconds} and {@code hours}, the {@code hour} of the day and the {@code weekday} from 1, Monday. */
    Map<String, Object> clock();

    /** The same as {@link #here()} for other equipment. */
    Map<String, Object> at(String equipment);

    /** The value of a table for its one or two keys: a number or a text. */
    Object table(String name, Object... keys);

    /** Type before a changeover. */
    String from();

    /** Type after a changeover. */
    String to();

    UniformRandomProvider chance();
}
