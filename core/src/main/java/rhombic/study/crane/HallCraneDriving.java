package rhombic.study.crane;

import java.io.Serializable;
import java.util.Optional;
import rhombic.quantity.Quantity;

/**
 * How a hall crane moves: its bridge along the runway, its trolley across, its hoist up and down, each with a speed and an acceleration of its own.
 */
public record HallCraneDriving(AxisDriving bridge, AxisDriving trolley, AxisDriving hoist) implements Serializable {
    /** 1 m/s and 0.3 m/s² along, 0.7 m/s and 0.3 m/s² across, 0.25 m/s and 0.3 m/s² up and down. */
    public static final HallCraneDriving USUAL = new HallCraneDriving(AxisDriving.of("1 m/s", "0.3 m/s²"),
            AxisDriving.of("0.7 m/s", "0.3 m/s²"), AxisDriving.of("0.25 m/s", "0.3 m/s²"));

    public Quantity bridgeSpeed() {
        return bridge.speed();
    }

    public Optional<Quantity> bridgeAcceleration() {
        return bridge.acceleration();
    }

    public Quantity trolleySpeed() {
        return trolley.speed();
    }

    public Optional<Quantity> trolleyAcceleration() {
        return trolley.acceleration();
    }

    public Quantity hoistSpeed() {
        return hoist.speed();
    }

    public Optional<Quantity> hoistAcceleration() {
        return hoist.acceleration();
    }

    public HallCraneDriving withBridgeSpeed(Quantity newSpeed) {
        return new HallCraneDriving(bridge.with(newSpeed), trolley, hoist);
    }

    public HallCraneDriving withBridgeAcceleration(Optional<Quantity> newAcceleration) {
        return new HallCraneDriving(bridge.with(newAcceleration), trolley, hoist);
    }

    public HallCraneDriving withTrolleySpeed(Quantity newSpeed) {
        return new HallCraneDriving(bridge, trolley.with(newSpeed), hoist);
    }

    public HallCraneDriving withTrolleyAcceleration(Optional<Quantity> newAcceleration) {
        return new HallCraneDriving(bridge, trolley.with(newAcceleration), hoist);
    }

    public HallCraneDriving withHoistSpeed(Quantity newSpeed) {
        return new HallCraneDriving(bridge, trolley, hoist.with(newSpeed));
    }

    public HallCraneDriving withHoistAcceleration(Optional<Quantity> newAcceleration) {
        return new HallCraneDriving(bridge, trolley, hoist.with(newAcceleration));
    }

    /** The same with all three a tenth faster, or by another factor. */
    public HallCraneDriving faster(double factor) {
        return withBridgeSpeed(bridgeSpeed().times(factor)).withTrolleySpeed(trolleySpeed().times(factor))
                .withHoistSpeed(hoistSpeed().times(factor));
    }
}
