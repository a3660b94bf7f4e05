package rhombic.space;

import java.util.ArrayList;
import java.util.List;

/** Lines beside lines. */
public final class Parallels {
    /** A corner so sharp that its parallel would run far out is cut off at so many times the distance. */
    private static final double MAX_MITRE = 3;

    private Parallels() {}

    /**
     * The line to the left of another, each leg parallel to its own.
     *
     * @param corners at least two, none of which is where the one before it is
     * @param metres to the left; to the right if negative
     */
    public static List<Pose> left(List<Pose> corners, double metres) {
        List<Pose> beside = new ArrayList<>();
        for (int i = 0; i < corners.size(); i++) {
            Pose at = corners.get(i);
            double before = heading(corners, Math.max(0, i - 1));
            double after = heading(corners, Math.min(corners.size() - 2, i));
            double half = Math.IEEEremainder(after - before, 2 * Math.PI) / 2;
            double middle = before + half;
            double out = metres * Math.clamp(1 / Math.cos(half), -MAX_MITRE, MAX_MITRE);
            beside.add(Pose.at(at.x() - Math.sin(middle) * out, at.y() + Math.cos(middle) * out, at.z(), 0));
        }
        return beside;
    }

    private static double heading(List<Pose> corners, int leg) {
        Pose from = corners.get(leg);
        Pose to = corners.get(leg + 1);
        return Math.atan2(to.y() - from.y(), to.x() - from.x());
    }
}
