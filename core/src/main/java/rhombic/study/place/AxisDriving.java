package rhombic.study.place;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pace;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
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

    public static AxisDriving of(String speed, String acceleration) {
        return new AxisDriving(Quantity.parse(speed, Dimension.SPEED), Optional.of(Quantity.parse(acceleration, Dimension.ACCELERATION)));
    }

    /** The speed as a field of that name. */
    public static Field<AxisDriving, Quantity> speedField(String name, String text, AxisDriving usual) {
        return Field.written(name, text, new FieldType.Measured(Dimension.SPEED), usual.speed, AxisDriving::speed, AxisDriving::with);
    }

    /** The acceleration as a field of that name; missing: at once. */
    public static Field<AxisDriving, Optional<Quantity>> accelerationField(String name, String text) {
        return Field.optional(name, text, new FieldType.Maybe<>(new FieldType.Measured(Dimension.ACCELERATION)), Optional.empty(),
                AxisDriving::acceleration, AxisDriving::with);
    }

    /** How it covers so many metres: trapezoidal, or triangular where the way is too short to reach the speed. */
    public Pace pace(double metres) {
        return acceleration.isEmpty()
                ? Pace.over(metres, Math.round(metres / speed.inBaseUnit() * NANOS))
                : Pace.between(metres, 0, speed.inBaseUnit(), 0, gain(), gain());
    }

    /** How long that takes. */
    public double seconds(double metres) {
        double fastest = speed.inBaseUnit();
        if (acceleration.isEmpty()) {
            return metres / fastest;
        }
        return metres >= fastest * fastest / gain() ? metres / fastest + fastest / gain() : 2 * Math.sqrt(metres / gain());
    }

    /** By which it speeds up and brakes, metres per second squared; infinite: at once. */
    public double gain() {
        return acceleration.map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
    }

    public AxisDriving with(Quantity newSpeed) {
        return new AxisDriving(newSpeed, acceleration);
    }

    public AxisDriving with(Optional<Quantity> newAcceleration) {
        return new AxisDriving(speed, newAcceleration);
    }

    /** At its speed at once, and at rest at once. */
    public AxisDriving atOnce() {
        return with(Optional.empty());
    }

    /** So many times as fast. */
    public AxisDriving faster(double factor) {
        return with(speed.times(factor));
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
