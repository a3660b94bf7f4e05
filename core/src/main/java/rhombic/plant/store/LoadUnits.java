package rhombic.plant.store;

import rhombic.formula.Formula;
import rhombic.plant.handover.Flow;
import rhombic.plant.piece.Piece;
import rhombic.study.rack.OrderPlan;

/** For how many like units a load stands, and how many of them an order takes: attributes of its piece; without these, each load is one unit. */
final class LoadUnits {
    private final Flow flow;
    private final String units;
    private final String taken;

    LoadUnits(Flow flow, OrderPlan plan) {
        this.flow = flow;
        units = plan.units();
        taken = plan.taken();
    }

    /** Units for which it stands that no order takes, 0 or more. */
    int of(Piece piece) {
        int slot = units.isEmpty() ? -1 : flow.types.slot(units);
        return slot >= 0 && flow.types.value(piece, slot) instanceof Double number ? (int) Math.max(0, number) : 1;
    }

    /** It stands for so many from now on. */
    void set(Piece piece, int now) {
        set(piece, units, now);
    }

    /** An order takes so many of it. */
    void setTaken(Piece piece, int now) {
        set(piece, taken, now);
    }

    private void set(Piece piece, String attribute, int number) {
        if (!attribute.isEmpty() && flow.types.set(piece, flow.types.slot(attribute), (double) number) && flow.trace != null) {
            flow.trace.sets(flow.now(), piece.body, attribute, Formula.plain((double) number));
        }
    }
}
