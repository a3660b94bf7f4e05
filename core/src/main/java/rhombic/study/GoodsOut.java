package rhombic.study;

/** Where pieces leave the plant; always takes. */
public record GoodsOut(String name, Placement placement) implements Equipment {
    private static final Footprint FOOTPRINT = new Footprint(2, 2, 2.6);

    public GoodsOut {
        Names.checked(name);
    }

    @Override
    public GoodsOut named(String newName) {
        return new GoodsOut(newName, placement);
    }

    @Override
    public GoodsOut placed(Placement newPlacement) {
        return new GoodsOut(name, newPlacement);
    }

    @Override
    public Footprint footprint() {
        return FOOTPRINT;
    }

    @Override
    public String kind() {
        return "Goods out";
    }
}
