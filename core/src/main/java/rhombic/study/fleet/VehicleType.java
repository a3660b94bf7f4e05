package rhombic.study.fleet;

import rhombic.space.Pose;
import rhombic.study.place.DriverPlace;

/**
 * What vehicles look like, and how they hold what they carry.
 * What length is along the way, and reach how far from its middle it picks up and sets down.
 */
public enum VehicleType {
    /** Forks on a mast before a seat under a guard. */
    FORKLIFT("forklift", 2.4, 1.1, 2.2, 0.72, 0.12, 1.25, new DriverPlace(Pose.at(-0.35, 0, 0.14, 0), true, Pose.at(-0.35, 0.95, 0, 0))),
    /** The same, narrower and higher, between two legs. */
    REACH_TRUCK("reach truck", 2.2, 1.2, 2.75, 0.6, 0.12, 1.15,
            new DriverPlace(Pose.at(-0.3, -0.1, 0.55, 0), true, Pose.at(-0.3, 1, 0, 0))),
    /** A deck on which pieces lie. */
    AGV("AGV", 1.5, 0.9, 0.6, -0.55, 0.42, 0.95, new DriverPlace(Pose.at(0, 0, 0.4, 0), false, Pose.at(0, 0.85, 0, 0))),
    /** It drives below what it lifts. */
    LIFTING_AGV("lifting AGV", 1.1, 0.7, 0.26, -0.5, 0.28, 0.4, new DriverPlace(Pose.at(0, 0, 0.26, 0), false, Pose.at(0, 0.8, 0, 0))),
    /** It pulls trailers; its driver stands behind. */
    TUGGER("tugger train", 1.9, 1.1, 1.9, -0.6, 0.55, 0.45, new DriverPlace(Pose.at(-0.6, 0, 0.3, 0), false, Pose.at(-0.6, 0.95, 0, 0)));

    private final String word;
    private final double length;
    private final double width;
    private final double high;
    private final double front;
    private final double height;
    private final double reach;
    private final DriverPlace driverPlace;

    VehicleType(String word, double length, double width, double high, double front, double height, double reach, DriverPlace driverPlace) {
        this.word = word;
        this.length = length;
        this.width = width;
        this.high = high;
        this.front = front;
        this.height = height;
        this.reach = reach;
        this.driverPlace = driverPlace;
    }

    public String word() {
        return word;
    }

    public double lengthMetres() {
        return length;
    }

    public double widthMetres() {
        return width;
    }

    public double highMetres() {
        return high;
    }

    /** Whether it has forks on a mast. */
    public boolean lifts() {
        return this == FORKLIFT || this == REACH_TRUCK;
    }

    /** How far before its middle it holds what it carries. */
    public double holdsBeforeMetres() {
        return front;
    }

    /** How high above the floor it holds what it carries. */
    public double holdsAtMetres() {
        return height;
    }

    /** How far from its middle the place is where it picks up and sets down. */
    public double reachMetres() {
        return reach;
    }

    /** Where who drives it is. */
    public DriverPlace driverPlace() {
        return driverPlace;
    }
}
