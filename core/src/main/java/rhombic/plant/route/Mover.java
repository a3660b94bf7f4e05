package rhombic.plant.route;

import java.util.ArrayList;
import java.util.List;
import rhombic.space.Pace;

/**
 * How something moves.
 *
 * @param speed metres per second, above 0; infinite for what is there at once
 * @param faster metres per second that it gains in each; infinite for what goes at its speed at once
 * @param slower the same for braking
 */
public record Mover(double speed, double faster, double slower) {
    private static final double NANOS = 1e9;

    public Mover {
        if (!(speed > 0 && faster > 0 && slower > 0)) {
            throw new IllegalArgumentException(
                    "Speed, acceleration and braking must be above 0; got " + speed + ", " + faster + " and " + slower);
        }
    }

    /** At its speed at once, and at rest at once. */
    public static Mover even(double speed) {
        return new Mover(speed, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY);
    }

    public boolean isEven() {
        return faster == Double.POSITIVE_INFINITY && slower == Double.POSITIVE_INFINITY;
    }

    /** How long it takes at its even speed, to the nearest nanosecond. */
    public long nanosFor(double metres) {
        return speed == Double.POSITIVE_INFINITY ? 0 : Math.round(metres / speed * NANOS);
    }

    /**
     * The pace from one place on a route to its end, from rest to rest, within the speed limits of the legs; places count from the beginning of
     * the route. Each leg is covered as fast as it may be, so that at its end the limit of the next and the way to brake are kept (forward and
     * backward pass, as for trapezoidal velocity profiles of several segments).
     */
    public Pace pace(Route route, double fromMetres) {
        List<Route.Leg> legs = route.legs();
        int count = legs.size();
        double[] length = new double[count];
        double[] limit = new double[count];
        double begins = 0;
        for (int i = 0; i < count; i++) {
            double ends = begins + legs.get(i).metres();
            length[i] = Math.max(0, ends - Math.max(begins, fromMetres));
            limit[i] = Math.min(speed, legs.get(i).maxSpeed());
            begins = ends;
        }
        double[] at = isEven() ? new double[count + 1] : speeds(length, limit);
        List<Pace> paces = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            paces.add(isEven()
                    ? Pace.over(length[i], Math.round(length[i] / limit[i] * NANOS))
                    : Pace.between(length[i], at[i], limit[i], at[i + 1], faster, slower));
        }
        return Pace.oneAfterAnother(fromMetres, paces);
    }

    /** The speed at the beginning of each leg, and at the end of the last. */
    private double[] speeds(double[] length, double[] limit) {
        int count = length.length;
        double[] at = new double[count + 1];
        for (int i = 1; i < count; i++) {
            at[i] = Math.min(Math.min(limit[i - 1], limit[i]), Math.sqrt(at[i - 1] * at[i - 1] + 2 * faster * length[i - 1]));
        }
        for (int i = count - 1; i > 0; i--) {
            at[i] = Math.min(at[i], Math.sqrt(at[i + 1] * at[i + 1] + 2 * slower * length[i]));
        }
        return at;
    }

    /** From that speed at that place on, it brakes until it is at rest. */
    public Pace braking(double fromMetres, double fromSpeed) {
        return slower == Double.POSITIVE_INFINITY || fromSpeed == 0
                ? Pace.restAt(fromMetres)
                : Pace.oneAfterAnother(fromMetres,
                        List.of(Pace.between(fromSpeed * fromSpeed / (2 * slower), fromSpeed, fromSpeed, 0, slower, slower)));
    }
}
