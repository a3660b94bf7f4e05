package rhombic.study.crane;

import java.util.List;
import java.util.stream.DoubleStream;
import rhombic.space.Path;
import rhombic.space.Pose;

/**
 * How a hall crane comes over a place: by a move of its bridge or its jib, <em>along</em>, and one of its trolley on that, <em>across</em>, both in metres. All is seen
 * from the middle of what it runs on, on the floor.
 */
public sealed interface CraneGeometry permits RunwayGeometry, JibGeometry {
    /** How far along the bridge or jib is when the hook is over a place. */
    double along(Pose place);

    /** How far across the trolley is then. */
    double across(Pose place);

    /** The place on the floor below the hook. */
    Pose below(double along, double across);

    /** The least that one of several comes along, if the others stand aside as far as they can. */
    double minAlong(int number);

    double maxAlong(int number);

    /** Whether the trolley comes so far across. */
    boolean reachesAcross(double across);

    /** Along which the bridge or jib moves, and how far before 0 it begins. */
    Path alongPath();

    double alongBegins();

    /** Where the bridge or jib looks at the end of that. */
    double facing();

    /** Along which the trolley moves, as seen from the bridge or the tip of the jib, and how far before 0 it begins. */
    Path acrossPath();

    double acrossBegins();

    /** The convex outlines of the floor over which a load may come between two places, with so much room beside it. */
    List<Outline> swept(Pose from, Pose to, double beside);

    /** A place as seen from the middle; its heading counts for nothing. */
    Pose seen(Pose place);

    /**
     * A convex outline with its bounds.
     *
     * @param isUpright whether it is a rectangle along and across
     */
    record Outline(double[] x, double[] y, double minX, double maxX, double minY, double maxY, boolean isUpright) {
        static Outline of(double[] x, double[] y) {
            return new Outline(x, y, DoubleStream.of(x).min().orElseThrow(), DoubleStream.of(x).max().orElseThrow(),
                    DoubleStream.of(y).min().orElseThrow(), DoubleStream.of(y).max().orElseThrow(), false);
        }

        static Outline ofBox(double minX, double maxX, double minY, double maxY) {
            return new Outline(new double[] {minX, maxX, maxX, minX}, new double[] {minY, minY, maxY, maxY}, minX, maxX, minY, maxY, true);
        }
    }
}
