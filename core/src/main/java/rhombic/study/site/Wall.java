package rhombic.study.site;

import java.util.List;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;
import rhombic.study.place.FloorLine;
import rhombic.study.place.Lengths;
import rhombic.study.place.Opening;

/**
 * A wall of a building.
 *
 * @param thickness from 0.01 m to 5 m
 * @param height from 0.1 m to 50 m
 * @param openings doors and openings in it
 */
public record Wall(Basics basics, FloorLine line, Quantity thickness, Quantity height,
        List<Opening> openings) implements Barrier {
    private static final Quantity USUAL_THICKNESS = new Quantity(0.2, Unit.METRE);
    private static final Quantity USUAL_HEIGHT = new Quantity(3, Unit.METRE);

    public static final Kind<Wall> KIND = new Kind<>("Wall", Family.SITE, Wall.class, List.of(
            Field.written("line", "Where it stands, corner by corner, seen from its position.", FloorLine.TYPE, FloorLine.straight(6),
                    Wall::line, Wall::withLine),
            Field.written("thickness", "0.01 m to 5 m.", new FieldType.Measured(Dimension.LENGTH), USUAL_THICKNESS, Wall::thickness,
                    Wall::withThickness),
            Field.written("height", "0.1 m to 50 m.", new FieldType.Measured(Dimension.LENGTH), USUAL_HEIGHT, Wall::height,
                    Wall::withHeight),
            Field.optional("openings", "Doors and openings in it.", Opening.SEVERAL, List.of(), Wall::openings, Wall::withOpenings)),
            Wall::usual, (basics, types) -> usual(basics));

    public Wall {
        openings = List.copyOf(openings);
        Lengths.within("The thickness of a wall", thickness, 0.01, 5);
        Lengths.within("The height of a wall", height, 0.1, 50);
    }

    private static Wall usual(Basics basics) {
        return new Wall(basics.withSize(null), FloorLine.straight(6), USUAL_THICKNESS, USUAL_HEIGHT, List.of());
    }

    @Override
    public Kind<Wall> declaration() {
        return KIND;
    }

    @Override
    public Wall with(Basics newBasics) {
        return new Wall(newBasics, line, thickness, height, openings);
    }

    @Override
    public Wall withLine(FloorLine newLine) {
        return new Wall(basics, newLine, thickness, height, openings);
    }

    public Wall withThickness(Quantity newThickness) {
        return new Wall(basics, line, newThickness, height, openings);
    }

    public Wall withHeight(Quantity newHeight) {
        return new Wall(basics, line, thickness, newHeight, openings);
    }

    @Override
    public Wall withOpenings(List<Opening> newOpenings) {
        return new Wall(basics, line, thickness, height, newOpenings);
    }

    @Override
    public double widthMetres() {
        return thickness.inBaseUnit();
    }

    @Override
    public double heightMetres() {
        return height.inBaseUnit();
    }
}
