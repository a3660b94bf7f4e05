package rhombic.study.value;

import java.io.Serializable;
import java.util.Locale;

/**
 * How a piece can look.
 *
 * @param colour as {@code #2E86AB}
 * @param form that it has within its length, width and height
 */
public record Look(String name, String colour, Form form) implements Serializable {
    /** The name of the look that every piece begins with. */
    public static final String USUAL = "usual";

    /** What a piece is drawn as. */
    public enum Form {
        BOX,
        /** A round body that stands upright. */
        DRUM,
        /** A deck on blocks. */
        PALLET,
        /** A deck on wheels, as long as the piece, with a cab before it. */
        TRUCK;

        /** As it stands on cards and in files. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** @throws StudyException if no form is called so */
        public static Form of(String word) {
            for (Form form : values()) {
                if (form.word().equals(word.strip().toLowerCase(Locale.ROOT))) {
                    return form;
                }
            }
            throw new StudyException("A form is one of box, drum, pallet and truck; got \u201c" + word + "\u201d");
        }
    }

    /** A box. */
    public Look(String name, String colour) {
        this(name, colour, Form.BOX);
    }

    public Look {
        Names.checked(name);
        if (!colour.matches("#[0-9A-Fa-f]{6}")) {
            throw new StudyException("A colour must be written as # and six digits 0-9, A-F; got \u201c" + colour + "\u201d");
        }
    }
}
