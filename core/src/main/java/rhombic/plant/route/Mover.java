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
 * @param secondsPerDegree what it takes to turn on the spot, at rest; 0: it goes round corners without stopping
 * @param cornerSpeed metres per second that it goes round corners at most, if it does not stop there; infinite: as fast as elsewhere
 */
public record Mover(double speed, double faster, double slower, double secondsPerDegree, double cornerSpeed) {
    /** What turns by less goes on straight. */
    private static final double STRAIGHT_DEGREES = 0.5;
    /** What is no longer leads nowhere. */
    private static final double TINY_METRES = 1e-6;
    private static final double QUARTER_DEGREES = 90;
    private static final double NANOS = 1e9;

    public Mover {
        if (!(speed > 0 && faster > 0 && slower > 0 && secondsPerDegree >= 0 && cornerSpeed > 0)) {
            throw new IllegalArgumentException(
                    "Speeds, acceleration and braking must be above 0, and turning take no less than 0 s; got " + speed
                            + ", " + faster + ", " + slower + ", " + secondsPerDegree + " and " + cornerSpeed);
        }
    }

    /** What goes round corners as fast as elsewhere. */
    public Mover(double speed, double faster, double slower) {
        this(speed, faster, slower, 0, Double.POSITIVE_INFINITY);
    }

    /** What a turn costs it, to choose among ways: the time to turn, or what it loses by slowing down before and speeding up after it. */
    public double routingSecondsPerDegree() {
        if (secondsPerDegree > 0 || !(cornerSpeed < speed)) {
            return secondsPerDegree;
        }
        double lost = (speed - cornerSpeed) * (speed - cornerSpeed) / (2 * speed) * (1 / faster + 1 / slower);
        return lost / QUARTER_DEGREES;
    }

    /** At its speed at once, and at rest at once. */
    public static Mover even(double speed) {
        return new Mover(speed, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY);
    }

    /** Whether it covers each leg at one speed, and goes on from one to the next at once. */
    public boolean isEven() {
        return faster == Double.POSITIVE_INFINITY && slower == Double.POSITIVE_INFINITY && secondsPerDegree == 0;
    }

    /** Whether it covers that route at one speed. */
    boolean isEven(Route along) {
        return isEven() && along.legs().size() == 1 && along.legs().getFirst().maxSpeed() >= speed;
    }

    /** How long it takes at its even speed, to the nearest nanosecond. */
    public long nanosFor(double metres) {
        return speed == Double.POSITIVE_INFINITY ? 0 : Math.round(metres / speed * NANOS);
    }

    /** The pace from rest at one place on a route to rest at its end. */
    public Pace pace(Route route, double fromMetres) {
        return pace(route, fromMetres, 0, Double.POSITIVE_INFINITY);
    }

    /**
     * The pace from one place on a route to rest at another, within the speed limits of the legs; places count from the beginning of
     * the route. What turns on the spot turns at the beginning, at each corner and at the end, and is at rest there. Each leg is covered as fast as it may be, so that at its end the limit of the next and the way to brake are kept (forward and
     * backward pass, as for trapezoidal velocity profiles of several segments).
     *
     * @param fromSpeed at which it begins: one from which it can still brake in time
     * @param toMetres where it comes to rest; the end of the route if that is nearer
     */
    public Pace pace(Route route, double fromMetres, double fromSpeed, double toMetres) {
        List<Route.Leg> legs = route.legs();
        double ends = Math.min(route.metres(), toMetres);
        boolean isWhole = ends >= route.metres();
        List<Pace> paces = new ArrayList<>();
        boolean minds = secondsPerDegree > 0 || cornerSpeed < speed;
        double[] turns = minds ? turned(route) : new double[legs.size() + 1];
        int first = 0;
        int last = legs.size() - 1;
        double[] length = new double[legs.size()];
        double[] limit = new double[legs.size()];
        double begins = 0;
        for (int i = 0; i < legs.size(); i++) {
            double end = begins + legs.get(i).metres();
            length[i] = Math.max(0, Math.min(end, ends) - Math.max(begins, fromMetres));
            limit[i] = Math.min(speed, legs.get(i).maxSpeed());
            first = end <= fromMetres && i < last ? i + 1 : first;
            last = end >= ends && !isWhole ? Math.min(i, last) : last;
            begins = end;
        }
        double[] at = isEven() ? new double[legs.size() + 1] : speeds(first, last, fromSpeed, length, limit, turns);
        for (int i = first; i <= last; i++) {
            boolean isBegun = i == 0 ? fromMetres > 0 : i == first && length[i] < legs.get(i).metres();
            if (!isBegun && length[i] > 0) {
                turn(paces, turns[i]);
            }
            paces.add(isInstant()
                    ? Pace.over(length[i], Math.round(length[i] / limit[i] * NANOS))
                    : Pace.between(length[i], at[i], limit[i], at[i + 1], faster, slower));
        }
        if (isWhole) {
            turn(paces, turns[legs.size()]);
        }
        return Pace.oneAfterAnother(fromMetres, paces);
    }

    /** Whether it is at its speed at once, and at rest at once. */
    private boolean isInstant() {
        return faster == Double.POSITIVE_INFINITY && slower == Double.POSITIVE_INFINITY;
    }

    private void turn(List<Pace> paces, double degrees) {
        long nanos = Math.round(degrees * secondsPerDegree * NANOS);
        if (nanos > 0) {
            paces.add(Pace.restFor(nanos));
        }
    }

    /** By how many degrees the route turns before each leg, and at the end. */
    private static double[] turned(Route route) {
        List<Route.Leg> legs = route.legs();
        double[] turns = new double[legs.size() + 1];
        double heading = route.from().heading();
        for (int i = 0; i < legs.size(); i++) {
            if (legs.get(i).metres() > TINY_METRES) {
                turns[i] = turned(heading, legs.get(i).headingDegrees());
                heading = legs.get(i).headingDegrees();
            }
        }
        turns[legs.size()] = turned(heading, route.to().heading());
        return turns;
    }

    private static double turned(double from, double to) {
        double by = Math.abs(to - from) % 360;
        double degrees = by > 180 ? 360 - by : by;
        return degrees < STRAIGHT_DEGREES ? 0 : degrees;
    }

    /** The speed at the beginning of each leg from the first to the last, and at the end of that. */
    private double[] speeds(int first, int last, double fromSpeed, double[] length, double[] limit, double[] turned) {
        double[] at = new double[length.length + 1];
        if (isInstant()) {
            return at;
        }
        at[first] = Math.min(fromSpeed, limit[first]);
        for (int i = first + 1; i <= last; i++) {
            double reached = Math.sqrt(at[i - 1] * at[i - 1] + 2 * faster * length[i - 1]);
            double corner = turned[i] == 0 ? Double.POSITIVE_INFINITY : secondsPerDegree > 0 ? 0 : cornerSpeed;
            at[i] = Math.min(Math.min(Math.min(limit[i - 1], limit[i]), reached), corner);
        }
        for (int i = last; i >= first; i--) {
            // the first only by what times are rounded: it begins where it can still brake
            at[i] = Math.min(at[i], Math.sqrt(at[i + 1] * at[i + 1] + 2 * slower * length[i]));
        }
        return at;
    }

    /** How far it goes on from that speed until it is at rest. */
    public double brakingMetres(double fromSpeed) {
        return slower == Double.POSITIVE_INFINITY ? 0 : fromSpeed * fromSpeed / (2 * slower);
    }
}
