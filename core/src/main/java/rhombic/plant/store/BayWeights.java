package rhombic.plant.store;

import rhombic.quantity.Quantity;
import rhombic.study.rack.RackLayout;

/** What lies in each bay of an aisle weighs, with what is on its way there, against what a bay carries. */
final class BayWeights {
    /** A millionth of a kilogram more is no more. */
    private static final double TINY = 1e-6;

    private final RackLayout layout;
    private final double[] kilograms;
    private final double max;
    private final double[] used;

    /** @param kilograms of a load of each type */
    BayWeights(RackLayout layout, double[] kilograms) {
        this.layout = layout;
        this.kilograms = kilograms;
        max = layout.maxBayWeight().map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
        used = new double[layout.rows().rows() * layout.bays()];
    }

    private int bay(int lane) {
        return layout.row(lane) * layout.bays() + layout.bay(lane);
    }

    /**
     * Whether the bay of a lane carries one more of a type.
     *
     * @param claimed how many more of any type are on their way to the lane
     */
    boolean canCarry(int lane, int type, int claimed) {
        return max == Double.POSITIVE_INFINITY || used[bay(lane)] + (claimed + 1) * kilograms[type] <= max + TINY;
    }

    /** The same for what moves there from another lane of the aisle. */
    boolean canCarry(int lane, int type, Load from) {
        return bay(lane) == bay(from.lane) || canCarry(lane, type, 0);
    }

    void add(int lane, int type) {
        used[bay(lane)] += kilograms[type];
    }

    void remove(int lane, int type) {
        used[bay(lane)] -= kilograms[type];
    }
}
