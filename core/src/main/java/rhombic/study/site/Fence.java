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
 * A fence, which one sees through.
 *
 * @param height from 0.1 m to 50 m
 * @param openings doors and openings in it
 */
public record Fence(Basics basics, FloorLine line, Quantity height, List<Opening> openings) implements Barrier {
    private static final double WIDTH_METRES = 0.06;
    private static final Quantity USUAL_HEIGHT = new Quantity(2, Unit.METRE);

    public static final Kind<Fence> KIND = new Kind<>("Fence", Family.SITE, Fence.class, List.of(
            Field.written("line", "Where it stands, corner by corner, seen from its position.", FloorLine.TYPE, FloorLine.straight(6),
                    Fence::line, Fence::withLine),
            Field.written("height", "0.1 m to 50 m.", new FieldType.Measured(Dimension.LENGTH), USUAL_HEIGHT, Fence::height,
                    Fence::withHeight),
            Field.optional("openings", "Doors and openings in it.", Opening.SEVERAL, List.of(), Fence::openings, Fence::withOpenings)),
            Fence::usual, (basics, types) -> usual(basics));

    public Fence {
        openings = List.copyOf(openings);
        Lengths.within("The height of a fence", height, 0.1, 50);
    }

    private static Fence usual(Basics basics) {
        return new Fence(basics.withSize(null), FloorLine.straight(6), USUAL_HEIGHT, List.of());
    }

    @Override
    public Kind<Fence> declaration() {
        return KIND;
    }

    @Override
    public Fence with(Basics newBasics) {
        return new Fence(newBasics, line, height, openings);
    }

    @Override
    public Fence withLine(FloorLine newLine) {
        return new Fence(basics, newLine, height, openings);
    }

    public Fence withHeight(Quantity newHeight) {
        return new Fence(basics, line, newHeight, openings);
    }

    @Override
    public Fence withOpenings(List<Opening> newOpenings) {
        return new Fence(basics, line, height, newOpenings);
    }

    @Override
    public double widthMetres() {
        return WIDTH_METRES;
    }

    @Override
    public double heightMetres() {
        return height.inBaseUnit();
    }
}
