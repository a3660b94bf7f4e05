package rhombic.study.crane;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pace;
import rhombic.study.value.StudyException;

/**
 * How a crane moves in one direction, from rest to rest.
 *
 * @param speed above 0, at most 50 m/s
 * @param acceleration by which it speeds up and brakes; empty: at once
 */
public record AxisDriving(Quantity speed, Optional<Quantity> acceleration) implements Serializable {
    private static final double NANOS = 1e9;
    private static final double MAX = 50;

    public AxisDriving {
        checked("A speed of a crane", speed, Dimension.SPEED);
        acceleration.ifPresent(value -> checked("An acceleration of a crane", value, Dimension.ACCELERATION));
    }

    private static void checked(String label, Quantity value, Dimension dimension) {
        if (value.unit().dimension() != dimension || !(value.inBaseUnit() > 0 && value.inBaseUnit() <= MAX)) {
            throw new StudyException(label + " must be above 0 and at most 50 in metres and seconds; got " + value);
        }
    }

    static AxisDriving of(String speed, String acceleration) {
        return new AxisDriving(Quantity.parse(speed, Dimension.SPEED), Optional.of(Quantity.parse(acceleration, Dimension.ACCELERATION)));
    }

    /** How it covers so many metres: trapezoidal, or triangular where the way is too short to reach the speed. */
    public Pace pace(double metres) {
        return acceleration.isEmpty()
                ? Pace.over(metres, Math.round(metres / speed.inBaseUnit() * NANOS))
                : Pace.between(metres, 0, speed.inBaseUnit(), 0, gain(), gain());
    }

    /** By which it speeds up and brakes, metres per second squared; infinite: at once. */
    public double gain() {
        return acceleration.map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
    }

    AxisDriving with(Quantity newSpeed) {
        return new AxisDriving(newSpeed, acceleration);
    }

    AxisDriving with(Optional<Quantity> newAcceleration) {
        return new AxisDriving(speed, newAcceleration);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Quantity speed, @Nullable Quantity acceleration) implements Serializable {
        private Object readResolve() {
            return new AxisDriving(speed, Optional.ofNullable(acceleration));
        }
    }

    private Object writeReplace() {
        return new Stored(speed, acceleration.orElse(null));
    }
}
