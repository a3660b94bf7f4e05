package rhombic.plant.route;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.way.AisleNet;

/** The way from one place to another, leg by leg. */
public final class Route {
    private final List<Leg> legs;
    private final List<AisleNet.Part> aisles;
    private final List<String> aisleNames;
    private final double metresBefore;
    private final double metres;
    private final boolean isMissing;
    private @Nullable Path path;
    private @Nullable KnownPace last;
    private @Nullable KnownPace beforeLast;

    private record KnownPace(Mover mover, Pace pace) {}

    /**
     * A straight part of a route.
     *
     * @param maxSpeed metres per second that are allowed on it; infinite if any is
     */
    public record Leg(Pose from, Pose to, double maxSpeed) {
        public Leg {
            if (!(maxSpeed > 0)) {
                throw new IllegalArgumentException("The speed limit of a leg must be above 0 m/s; got " + maxSpeed);
            }
        }

        public double metres() {
            double dx = to.x() - from.x();
            double dy = to.y() - from.y();
            return Math.sqrt(dx * dx + dy * dy);
        }

        /** Where one is after that part of the leg, 0 to 1, looking ahead. */
        Pose at(double part) {
            return Pose.at(from.x() + (to.x() - from.x()) * part, from.y() + (to.y() - from.y()) * part, to.z(), headingDegrees());
        }

        /** Where one looks who goes along it. */
        double headingDegrees() {
            return Math.toDegrees(Math.atan2(to.y() - from.y(), to.x() - from.x()));
        }
    }

    /** @param legs at least one, each beginning where the one before ends */
    public Route(List<Leg> legs) {
        this(legs, List.of(), List.of(), 0, false);
    }

    /**
     * @param aisles what it passes of them, in its order; none where it leads across the floor
     * @param aisleNames the name of the aisle of each of these
     * @param metresBefore how far it leads across the floor before the first of them
     */
    Route(List<Leg> legs, List<AisleNet.Part> aisles, List<String> aisleNames, double metresBefore) {
        this(legs, aisles, aisleNames, metresBefore, false);
    }

    private Route(List<Leg> legs, List<AisleNet.Part> aisles, List<String> aisleNames, double metresBefore, boolean isMissing) {
        if (legs.isEmpty()) {
            throw new IllegalArgumentException("A route has at least one leg");
        }
        this.legs = List.copyOf(legs);
        this.aisles = List.copyOf(aisles);
        this.aisleNames = List.copyOf(aisleNames);
        this.metresBefore = metresBefore;
        this.isMissing = isMissing;
        double sum = 0;
        for (int i = 0; i < legs.size(); i++) {
            sum += legs.get(i).metres();
        }
        metres = sum;
    }

    public List<Leg> legs() {
        return legs;
    }

    /** What it passes of aisles, in its order; none where it leads across the floor. */
    public List<AisleNet.Part> aisles() {
        return aisles;
    }

    /** The names of the aisles of those parts, in the same order. */
    List<String> aisleNames() {
        return aisleNames;
    }

    /** How far it leads across the floor before its first aisle. */
    double metresBeforeAisles() {
        return metresBefore;
    }

    /** Straight from one to the other. */
    public static Route straight(Pose from, Pose to) {
        return new Route(List.of(new Leg(from, to, Double.POSITIVE_INFINITY)));
    }

    /** Straight too, as no aisle leads there. */
    static Route missing(Pose from, Pose to) {
        return new Route(List.of(new Leg(from, to, Double.POSITIVE_INFINITY)), List.of(), List.of(), 0, true);
    }

    /** Whether it is straight because no aisle leads there. */
    boolean isMissing() {
        return isMissing;
    }

    /** Where its legs begin, and where it ends, on the floor. */
    public List<Pose> corners() {
        List<Pose> corners = new ArrayList<>();
        for (Leg leg : legs) {
            corners.add(onFloor(leg.from()));
        }
        corners.add(onFloor(to()));
        return corners;
    }

    /**
     * Its way on the floor; the same object each time, since it is kept by all who draw it.
     *
     * @param curveMetres how far before and behind a corner who goes along it begins and ends to turn; the same for all who go along it
     */
    public Path path(double curveMetres) {
        Path known = path;
        if (known == null) {
            known = legs.size() == 1 ? Path.through(corners(), 0) : Path.through(corners(), 0).roundedBy(curveMetres);
            path = known; // routes are shared by runs side by side: whichever made it, they are alike
        }
        return known;
    }

    /** From rest at its beginning to rest at its end; the same object each time for those who move alike, loaded and empty. */
    Pace pace(Mover mover) {
        KnownPace known = last;
        if (known != null && known.mover.equals(mover)) {
            return known.pace;
        }
        KnownPace other = beforeLast;
        if (other != null && other.mover.equals(mover)) {
            return other.pace;
        }
        Pace made = mover.isEven(this) ? Pace.over(metres, mover.nanosFor(metres)) : mover.pace(this, 0);
        beforeLast = known;
        last = new KnownPace(mover, made); // routes are shared by runs side by side: whichever made it, they are alike
        return made;
    }

    /** Whether that is the pace of those who went along it last, from beginning to end. */
    public boolean isItsOwn(Pace pace) {
        KnownPace known = last;
        KnownPace other = beforeLast;
        return known != null && known.pace == pace || other != null && other.pace == pace;
    }

    private static Pose onFloor(Pose pose) {
        return Pose.at(pose.x(), pose.y(), 0, 0);
    }

    public Pose from() {
        return legs.getFirst().from();
    }

    public Pose to() {
        return legs.getLast().to();
    }

    public double metres() {
        return metres;
    }

    /** Where one is after that part of its length, 0 to 1, looking ahead. */
    public Pose at(double part) {
        if (legs.size() == 1) {
            return legs.getFirst().at(part);
        }
        double left = part * metres;
        for (Leg leg : legs) {
            double length = leg.metres();
            if (left <= length && length > 0) {
                return leg.at(left / length);
            }
            left -= length;
        }
        return legs.getLast().at(1);
    }
}
