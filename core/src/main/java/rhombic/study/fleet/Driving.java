package rhombic.study.fleet;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.place.Lengths;
import rhombic.study.value.StudyException;

/**
 * How vehicles move.
 *
 * @param speed at which they drive empty, above 0 to 50 m/s
 * @param loadedSpeed at which they drive loaded; empty: the same
 * @param acceleration m/s² that they speed up and brake by, from 0.01 to 50; empty: at once
 * @param quarterTurn how long they take to turn by 90 degrees on the spot; empty: they go round corners without stopping
 * @param cornerSpeed at which they go round corners at most, if they don't stop there, above 0 to 50 m/s; empty: as fast as elsewhere
 * @param safeDistance that they keep from each other on aisles, 0.05 to 20 m; empty: they pass through each other
 */
public record Driving(Quantity speed, Optional<Quantity> loadedSpeed, Optional<Quantity> acceleration, Optional<Quantity> quarterTurn,
        Optional<Quantity> cornerSpeed, Optional<Quantity> safeDistance)
        implements
            Serializable {
    /** 2 m/s, at once. */
    public static final Driving USUAL = new Driving(new Quantity(2, Unit.METRE_PER_SECOND), Optional.empty(), Optional.empty(),
            Optional.empty(), Optional.empty(), Optional.empty());

    public Driving {
        checkSpeed("The speed of a fleet", speed);
        loadedSpeed.ifPresent(value -> checkSpeed("The speed of a fleet when loaded", value));
        cornerSpeed.ifPresent(value -> checkSpeed("The speed of a fleet round corners", value));
        acceleration.ifPresent(value -> {
            if (!(value.inBaseUnit() >= 0.01 && value.inBaseUnit() <= 50)) {
                throw new StudyException("The acceleration of a fleet must be from 0.01 m/s² to 50 m/s²; got " + value);
            }
        });
        quarterTurn.ifPresent(value -> {
            if (!(value.inBaseUnit() >= 0 && value.inBaseUnit() <= 3600)) {
                throw new StudyException("A quarter turn must take from 0 s to 1 h; got " + value);
            }
        });
        safeDistance.ifPresent(value -> Lengths.within("The safe distance of a fleet", value, 0.05, 20));
    }

    private static void checkSpeed(String label, Quantity value) {
        if (!(value.inBaseUnit() > 0 && value.inBaseUnit() <= 50)) {
            throw new StudyException(label + " must be above 0 m/s and at most 50 m/s; got " + value);
        }
    }

    /** At which they drive with what they carry. */
    public Quantity speedLoaded() {
        return loadedSpeed.orElse(speed);
    }

    public Driving withSpeed(Quantity newSpeed) {
        return new Driving(newSpeed, loadedSpeed, acceleration, quarterTurn, cornerSpeed, safeDistance);
    }

    public Driving withLoadedSpeed(Optional<Quantity> newSpeed) {
        return new Driving(speed, newSpeed, acceleration, quarterTurn, cornerSpeed, safeDistance);
    }

    public Driving withAcceleration(Optional<Quantity> newAcceleration) {
        return new Driving(speed, loadedSpeed, newAcceleration, quarterTurn, cornerSpeed, safeDistance);
    }

    public Driving withQuarterTurn(Optional<Quantity> newQuarterTurn) {
        return new Driving(speed, loadedSpeed, acceleration, newQuarterTurn, cornerSpeed, safeDistance);
    }

    public Driving withCornerSpeed(Optional<Quantity> newSpeed) {
        return new Driving(speed, loadedSpeed, acceleration, quarterTurn, newSpeed, safeDistance);
    }

    public Driving withSafeDistance(Optional<Quantity> newDistance) {
        return new Driving(speed, loadedSpeed, acceleration, quarterTurn, cornerSpeed, newDistance);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Quantity speed, @Nullable Quantity loadedSpeed, @Nullable Quantity acceleration,
            @Nullable Quantity quarterTurn, @Nullable Quantity cornerSpeed, @Nullable Quantity safeDistance)
            implements
                Serializable {
        private Object readResolve() {
            return new Driving(speed, Optional.ofNullable(loadedSpeed), Optional.ofNullable(acceleration),
                    Optional.ofNullable(quarterTurn), Optional.ofNullable(cornerSpeed), Optional.ofNullable(safeDistance));
        }
    }

    private Object writeReplace() {
        return new Stored(speed, loadedSpeed.orElse(null), acceleration.orElse(null), quarterTurn.orElse(null),
                cornerSpeed.orElse(null), safeDistance.orElse(null));
    }
}
