package rhombic.study;

import java.io.Serializable;

/**
 * How a piece can look.
 *
 * @param colour as {@code #2E86AB}
 */
public record Look(String name, String colour) implements Serializable {
    /** The name of the look that every piece begins with. */
    public static final String USUAL = "usual";

    public Look {
        Names.checked(name);
        if (!colour.matches("#[0-9A-Fa-f]{6}")) {
            throw new StudyException("A colour must be written as # and six digits 0-9, A-F; got \u201c" + colour + "\u201d");
        }
    }
}
