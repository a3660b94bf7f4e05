package rhombic.study.place;

import java.io.Serializable;
import java.util.List;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;

/**
 * Where people and vehicles come through a wall or a fence.
 *
 * @param position of its middle along the wall, 0 m or more
 * @param width from 0.3 m to 100 m
 * @param height from 0.5 m to 50 m; never higher than what it is in
 */
public record Opening(Sort sort, Quantity position, Quantity width, Quantity height) implements Serializable {
    /** Whether it can be closed. */
    public enum Sort {
        DOOR("door"), OPENING("opening");

        private final String word;

        Sort(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    private static final Composite<Opening> TYPE = Composite.of("opening", opening -> {
        var sort = opening.required("kind", "A door, or an opening that is never closed.", FieldType.Word.of(Sort.values()), Opening::sort);
        var position = opening.required("position", "Of its middle, along the wall from its beginning.",
                new FieldType.Measured(Dimension.LENGTH), Opening::position);
        var width = opening.required("width", "0.3 m to 100 m.", new FieldType.Measured(Dimension.LENGTH), Opening::width);
        var height = opening.required("height", "0.5 m to 50 m.", new FieldType.Measured(Dimension.LENGTH), Opening::height);
        return v -> new Opening(v.get(sort), v.get(position), v.get(width), v.get(height));
    });
    public static final FieldType<List<Opening>> SEVERAL = new FieldType.Several<>(TYPE);

    public Opening {
        Lengths.within("The position of a door or opening", position, 0, 10_000);
        Lengths.within("The width of a door or opening", width, 0.3, 100);
        Lengths.within("The height of a door or opening", height, 0.5, 50);
    }

    /** A door as wide as a vehicle needs, there. */
    public static Opening door(double atMetres) {
        return new Opening(Sort.DOOR, Quantity.metres(atMetres), new Quantity(3, Unit.METRE), new Quantity(2.5, Unit.METRE));
    }

    public Opening withSort(Sort newSort) {
        return new Opening(newSort, position, width, height);
    }

    public Opening withPosition(Quantity newPosition) {
        return new Opening(sort, newPosition, width, height);
    }

    public Opening withWidth(Quantity newWidth) {
        return new Opening(sort, position, newWidth, height);
    }

    public Opening withHeight(Quantity newHeight) {
        return new Opening(sort, position, width, newHeight);
    }

    public double fromMetres() {
        return position.inBaseUnit() - width.inBaseUnit() / 2;
    }

    public double toMetres() {
        return position.inBaseUnit() + width.inBaseUnit() / 2;
    }
}
