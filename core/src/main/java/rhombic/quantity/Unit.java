package rhombic.quantity;

import java.util.Optional;

/** The units that can be typed. The factor leads to the base unit: second, metre, metre per second, metre per second squared, kilogram, 1. */
public enum Unit {
    MILLISECOND("ms", Dimension.TIME, 0.001), SECOND("s", Dimension.TIME, 1), MINUTE("min", Dimension.TIME, 60), HOUR("h", Dimension.TIME,
            3600), DAY("d", Dimension.TIME, 86_400), MILLIMETRE("mm", Dimension.LENGTH, 0.001), CENTIMETRE("cm", Dimension.LENGTH,
                    0.01), METRE("m", Dimension.LENGTH, 1), KILOMETRE("km", Dimension.LENGTH, 1000), METRE_PER_SECOND("m/s",
                            Dimension.SPEED, 1), METRE_PER_MINUTE("m/min", Dimension.SPEED, 1 / 60.0), KILOMETRE_PER_HOUR("km/h",
                                    Dimension.SPEED, 1 / 3.6), GRAM("g", Dimension.MASS, 0.001), KILOGRAM("kg", Dimension.MASS,
                                            1), TONNE("t", Dimension.MASS, 1000), PERCENT("%", Dimension.SHARE,
                                                    0.01), METRE_PER_SECOND_SQUARED("m/s²", Dimension.ACCELERATION, 1);

    private final String symbol;
    private final Dimension dimension;
    private final double factor;

    Unit(String symbol, Dimension dimension, double factor) {
        this.symbol = symbol;
        this.dimension = dimension;
        this.factor = factor;
    }

    public String symbol() {
        return symbol;
    }

    public Dimension dimension() {
        return dimension;
    }

    /** Base units in one of this unit. */
    public double factor() {
        return factor;
    }

    public static Optional<Unit> ofSymbol(String symbol) {
        String usual = symbol.replace("s2", "s\u00b2"); // as typed without a raised two
        for (Unit unit : values()) {
            if (unit.symbol.equals(usual)) {
                return Optional.of(unit);
            }
        }
        return Optional.empty();
    }
}
