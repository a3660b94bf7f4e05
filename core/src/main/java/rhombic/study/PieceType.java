package rhombic.study;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;

/**
 * A kind of piece: its size on the floor and its colour.
 *
 * @param colour as {@code #2E86AB}
 */
public record PieceType(String name, Quantity length, Quantity width, Quantity height, String colour) implements Serializable {
    public PieceType {
        Names.checked(name);
        size("length", length);
        size("width", width);
        size("height", height);
        if (!colour.matches("#[0-9A-Fa-f]{6}")) {
            throw new StudyException("A colour must be written as # and six digits 0-9, A-F; got \u201c" + colour + "\u201d");
        }
    }

    public static PieceType usual(String name) {
        return new PieceType(name, Quantity.metres(0.6), Quantity.metres(0.4), Quantity.metres(0.4), "#2E7F9E");
    }

    public PieceType named(String newName) {
        return new PieceType(newName, length, width, height, colour);
    }

    private static void size(String what, Quantity value) {
        if (value.unit().dimension() != Dimension.LENGTH || !(value.inBaseUnit() >= 0.001 && value.inBaseUnit() <= 100)) {
            throw new StudyException("The " + what + " of a piece must be from 1 mm to 100 m; got " + value);
        }
    }
}
