package rhombic.study.area;

import java.util.List;
import rhombic.study.kind.Area;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;
import rhombic.study.place.Footprint;

/** Where people spend their breaks. */
public record BreakArea(Basics basics) implements Area {
    private static final Footprint FOOTPRINT = new Footprint(3, 2.4, 0.8);

    public static final Kind<BreakArea> KIND = new Kind<>("Break area", Family.PEOPLE, BreakArea.class, List.of(), BreakArea::new,
            (basics, types) -> new BreakArea(basics));

    @Override
    public Kind<BreakArea> declaration() {
        return KIND;
    }

    @Override
    public BreakArea with(Basics newBasics) {
        return new BreakArea(newBasics);
    }

    @Override
    public String purpose() {
        return "People spend their breaks here.";
    }

    @Override
    public Footprint usualSize() {
        return FOOTPRINT;
    }
}
