package rhombic.study.rack;

import java.io.Serializable;
import java.util.function.UnaryOperator;
import rhombic.study.place.AxisDriving;

/**
 * How a stacker crane moves: it travels along its aisle and lifts at the same time, each from rest to rest.
 *
 * @param travel along the aisle
 * @param lift of the carriage, up and down
 */
public record CraneDriving(AxisDriving travel, AxisDriving lift) implements Serializable {
    /** 3 m/s at 0.5 m/s², lifting 0.8 m/s at 0.6 m/s². */
    public static final CraneDriving USUAL = new CraneDriving(AxisDriving.of("3 m/s", "0.5 m/s²"), AxisDriving.of("0.8 m/s", "0.6 m/s²"));

    /**
     * How long it takes to get somewhere: the longer of travelling and lifting.
     *
     * @param along metres along the aisle
     * @param up metres up or down
     */
    public double seconds(double along, double up) {
        return Math.max(travel.seconds(Math.abs(along)), lift.seconds(Math.abs(up)));
    }

    public CraneDriving withTravel(AxisDriving newTravel) {
        return new CraneDriving(newTravel, lift);
    }

    /** Travelling otherwise. */
    public CraneDriving withTravel(UnaryOperator<AxisDriving> change) {
        return withTravel(change.apply(travel));
    }

    public CraneDriving withLift(AxisDriving newLift) {
        return new CraneDriving(travel, newLift);
    }

    /** Lifting otherwise. */
    public CraneDriving withLift(UnaryOperator<AxisDriving> change) {
        return withLift(change.apply(lift));
    }
}
