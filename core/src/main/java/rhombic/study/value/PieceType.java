package rhombic.study.value;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;

/**
 * A kind of piece.
 *
 * @param weight of one piece, without what it carries
 * @param looks it can have, at least one; it begins with the first
 * @param loadCarrier whether it is made to hold pieces, as a pallet is
 * @param attributes every piece of the type has, with the values it begins with
 */
public record PieceType(String name, Quantity length, Quantity width, Quantity height, Quantity weight, List<Look> looks,
        boolean loadCarrier,
        List<Attribute> attributes) implements Serializable {
    public static final int MAX_LOOKS = 100;
    /** For types that are added, none of them that of a state or of the hand. */
    private static final List<String> COLOURS = List.of("#2E7F9E", "#8C5FA8", "#7A8F3A", "#9E5A3C", "#4A5FA5", "#B07A9E", "#5E7F86",
            "#6B5A46",
            "#3C8C62", "#A0568A");

    public PieceType {
        Names.checked(name);
        size("length", length);
        size("width", width);
        size("height", height);
        if (weight.unit().dimension() != Dimension.MASS || !(weight.inBaseUnit() >= 0 && weight.inBaseUnit() <= 1e6)) {
            throw new StudyException("The weight of a piece must be from 0 kg to 1000 t; got " + weight);
        }
        looks = List.copyOf(looks);
        Count.between(1, MAX_LOOKS, "The number of looks of " + name, looks.size());
        Set<String> names = new HashSet<>();
        for (Look look : looks) {
            if (!names.add(look.name())) {
                throw new StudyException(name + " has the look \u201c" + look.name() + "\u201d twice: keep one");
            }
        }
        attributes = Attribute.checked(attributes, name);
    }

    /** A type with one look and nothing else. */
    public PieceType(String name, Quantity length, Quantity width, Quantity height, String colour) {
        this(name, length, width, height, new Quantity(1, Unit.KILOGRAM), List.of(new Look(Look.USUAL, colour)), false, List.of());
    }

    public static PieceType usual(String name) {
        return new PieceType(name, Quantity.metres(0.6), Quantity.metres(0.4), Quantity.metres(0.4), "#2E7F9E");
    }

    /** The same with a colour that none of the others has, as long as there are enough. */
    public PieceType apartFrom(List<PieceType> others) {
        Set<String> taken = others.stream().flatMap(type -> type.looks().stream()).map(look -> look.colour().toUpperCase(Locale.ROOT))
                .collect(Collectors.toSet());
        String free = COLOURS.stream().filter(colour -> !taken.contains(colour)).findFirst()
                .orElse(COLOURS.get(others.size() % COLOURS.size()));
        List<Look> own = new ArrayList<>(looks);
        own.set(0, new Look(looks.getFirst().name(), free, looks.getFirst().form()));
        return withLooks(own);
    }

    /** Equal for two types that nothing that is seen tells apart. */
    public Object appearance() {
        return List.of(looks, length.inBaseUnit(), width.inBaseUnit(), height.inBaseUnit());
    }

    /** A pallet of the usual size (ISO 6780, 1200 x 800 mm). */
    public static PieceType pallet(String name) {
        return new PieceType(name, Quantity.metres(1.2), Quantity.metres(0.8), Quantity.metres(0.15), new Quantity(25, Unit.KILOGRAM),
                List.of(new Look(Look.USUAL, "#A9855A", Look.Form.PALLET)), true, List.of());
    }

    /** A truck with the deck of a usual semi-trailer, 13.6 x 2.45 m. */
    public static PieceType truck(String name) {
        return new PieceType(name, Quantity.metres(13.6), Quantity.metres(2.45), Quantity.metres(1.2), new Quantity(14_000, Unit.KILOGRAM),
                List.of(new Look(Look.USUAL, "#6E8CA0", Look.Form.TRUCK)), true, List.of());
    }

    /** Colour of the look it begins with. */
    public String colour() {
        return looks.getFirst().colour();
    }

    public PieceType named(String newName) {
        return new PieceType(newName, length, width, height, weight, looks, loadCarrier, attributes);
    }

    public PieceType sized(Quantity newLength, Quantity newWidth, Quantity newHeight) {
        return new PieceType(name, newLength, newWidth, newHeight, weight, looks, loadCarrier, attributes);
    }

    public PieceType withWeight(Quantity newWeight) {
        return new PieceType(name, length, width, height, newWeight, looks, loadCarrier, attributes);
    }

    public PieceType withLooks(List<Look> newLooks) {
        return new PieceType(name, length, width, height, weight, newLooks, loadCarrier, attributes);
    }

    public PieceType asLoadCarrier(boolean isCarrier) {
        return new PieceType(name, length, width, height, weight, looks, isCarrier, attributes);
    }

    public PieceType withAttributes(List<Attribute> newAttributes) {
        return new PieceType(name, length, width, height, weight, looks, loadCarrier, newAttributes);
    }

    private static void size(String label, Quantity value) {
        if (value.unit().dimension() != Dimension.LENGTH || !(value.inBaseUnit() >= 0.001 && value.inBaseUnit() <= 100)) {
            throw new StudyException("The " + label + " of a piece must be from 1 mm to 100 m; got " + value);
        }
    }
}
