package rhombic.study.kind;

import java.util.List;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;

/** Where pieces leave the plant. Takes every piece at once. */
public record GoodsOut(Basics basics) implements Equipment {
    private static final Footprint FOOTPRINT = new Footprint(2, 2, 2.6);

    public static final Kind<GoodsOut> KIND = new Kind<>("Goods out", Family.IN_OUT, GoodsOut.class, List.of(), GoodsOut::new,
            (basics, types) -> new GoodsOut(basics));

    public GoodsOut(String name, Placement placement) {
        this(Basics.of(name, placement));
    }

    @Override
    public Kind<GoodsOut> declaration() {
        return KIND;
    }

    @Override
    public GoodsOut with(Basics newBasics) {
        return new GoodsOut(newBasics);
    }

    @Override
    public Footprint usualSize() {
        return FOOTPRINT;
    }

    @Override
    public boolean givesPieces() {
        return false;
    }
}
