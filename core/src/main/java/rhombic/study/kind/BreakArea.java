package rhombic.study.kind;

import rhombic.study.value.Footprint;

/** Where people spend their breaks. */
public record BreakArea(Basics basics) implements Area {
    private static final Footprint FOOTPRINT = new Footprint(3, 2.4, 0.8);

    @Override
    public BreakArea with(Basics newBasics) {
        return new BreakArea(newBasics);
    }

    @Override
    public Footprint usualSize() {
        return FOOTPRINT;
    }
}
