package rhombic.study.crane;

import java.io.Serializable;
import java.util.function.UnaryOperator;
import rhombic.study.place.AxisDriving;

/**
 * How a hall crane moves: its bridge along the runway, its trolley across, its hoist up and down, each with a speed and an acceleration of its own.
 */
public record HallCraneDriving(AxisDriving bridge, AxisDriving trolley, AxisDriving hoist) implements Serializable {
    /** 1 m/s and 0.3 m/s² along, 0.7 m/s and 0.3 m/s² across, 0.25 m/s and 0.3 m/s² up and down. */
    public static final HallCraneDriving USUAL = new HallCraneDriving(AxisDriving.of("1 m/s", "0.3 m/s²"),
            AxisDriving.of("0.7 m/s", "0.3 m/s²"), AxisDriving.of("0.25 m/s", "0.3 m/s²"));

    public HallCraneDriving withBridge(AxisDriving newBridge) {
        return new HallCraneDriving(newBridge, trolley, hoist);
    }

    public HallCraneDriving withTrolley(AxisDriving newTrolley) {
        return new HallCraneDriving(bridge, newTrolley, hoist);
    }

    public HallCraneDriving withHoist(AxisDriving newHoist) {
        return new HallCraneDriving(bridge, trolley, newHoist);
    }

    /** All three moving otherwise. */
    public HallCraneDriving each(UnaryOperator<AxisDriving> change) {
        return new HallCraneDriving(change.apply(bridge), change.apply(trolley), change.apply(hoist));
    }
}
