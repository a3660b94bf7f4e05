package rhombic.study.rack;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pace;
import rhombic.study.value.StudyException;

/**
 * How a stacker crane moves: it travels along its aisle and lifts at the same time, each from rest to rest.
 *
 * @param travelSpeed along the aisle
 * @param travelAcceleration by which it speeds up and brakes there; empty: at once
 * @param liftSpeed of the carriage, up and down
 * @param liftAcceleration the same for lifting
 */
public record CraneDriving(Quantity travelSpeed, Optional<Quantity> travelAcceleration, Quantity liftSpeed,
        Optional<Quantity> liftAcceleration) implements Serializable {
    private static final double NANOS = 1e9;

    /** 3 m/s at 0.5 m/s², lifting 0.8 m/s at 0.6 m/s². */
    public static final CraneDriving USUAL = new CraneDriving(speed(3), Optional.of(acceleration(0.5)), speed(0.8),
            Optional.of(acceleration(0.6)));

    public CraneDriving {
        checked("The travel speed of a crane", travelSpeed, Dimension.SPEED, 50);
        checked("The lift speed of a crane", liftSpeed, Dimension.SPEED, 50);
        travelAcceleration.ifPresent(value -> checked("The acceleration of a crane", value, Dimension.ACCELERATION, 50));
        liftAcceleration.ifPresent(value -> checked("The acceleration of a lift", value, Dimension.ACCELERATION, 50));
    }

    private static Quantity speed(double value) {
        return new Quantity(value, Unit.METRE_PER_SECOND);
    }

    private static Quantity acceleration(double value) {
        return Quantity.parse(value + " m/s²", Dimension.ACCELERATION);
    }

    private static void checked(String label, Quantity value, Dimension dimension, double max) {
        if (value.unit().dimension() != dimension || !(value.inBaseUnit() > 0 && value.inBaseUnit() <= max)) {
            throw new StudyException(label + " must be above 0 and at most " + max + " in metres and seconds; got " + value);
        }
    }

    /** How it covers so many metres along the aisle, from rest to rest. */
    public Pace travel(double metres) {
        return pace(metres, travelSpeed.inBaseUnit(), travelAcceleration);
    }

    /** How its carriage covers so many metres up or down, from rest to rest. */
    public Pace lift(double metres) {
        return pace(metres, liftSpeed.inBaseUnit(), liftAcceleration);
    }

    private static Pace pace(double metres, double speed, Optional<Quantity> acceleration) {
        if (acceleration.isEmpty()) {
            return Pace.over(metres, Math.round(metres / speed * NANOS));
        }
        double gain = acceleration.get().inBaseUnit();
        return Pace.between(metres, 0, speed, 0, gain, gain);
    }

    /**
     * How long it takes to get somewhere: the longer of travelling and lifting.
     *
     * @param along metres along the aisle
     * @param up metres up or down
     */
    public double seconds(double along, double up) {
        return Math.max(seconds(Math.abs(along), travelSpeed.inBaseUnit(), travelAcceleration),
                seconds(Math.abs(up), liftSpeed.inBaseUnit(), liftAcceleration));
    }

    /** From rest to rest: trapezoidal, or triangular where the way is too short to reach the speed. */
    private static double seconds(double metres, double speed, Optional<Quantity> acceleration) {
        if (acceleration.isEmpty()) {
            return metres / speed;
        }
        double gain = acceleration.get().inBaseUnit();
        return metres >= speed * speed / gain ? metres / speed + speed / gain : 2 * Math.sqrt(metres / gain);
    }

    public CraneDriving withTravelSpeed(Quantity newSpeed) {
        return new CraneDriving(newSpeed, travelAcceleration, liftSpeed, liftAcceleration);
    }

    public CraneDriving withTravelAcceleration(Optional<Quantity> newAcceleration) {
        return new CraneDriving(travelSpeed, newAcceleration, liftSpeed, liftAcceleration);
    }

    public CraneDriving withLiftSpeed(Quantity newSpeed) {
        return new CraneDriving(travelSpeed, travelAcceleration, newSpeed, liftAcceleration);
    }

    public CraneDriving withLiftAcceleration(Optional<Quantity> newAcceleration) {
        return new CraneDriving(travelSpeed, travelAcceleration, liftSpeed, newAcceleration);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Quantity travelSpeed, @Nullable Quantity travelAcceleration, Quantity liftSpeed,
            @Nullable Quantity liftAcceleration) implements Serializable {
        private Object readResolve() {
            return new CraneDriving(travelSpeed, Optional.ofNullable(travelAcceleration), liftSpeed, Optional.ofNullable(liftAcceleration));
        }
    }

    private Object writeReplace() {
        return new Stored(travelSpeed, travelAcceleration.orElse(null), liftSpeed, liftAcceleration.orElse(null));
    }
}
