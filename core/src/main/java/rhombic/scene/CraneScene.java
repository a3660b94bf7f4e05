package rhombic.scene;

import java.util.List;
import java.util.Optional;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;

/** Where stacker cranes and their parts are: a pure function of study and moment. Made once for a study; used by one thread. */
public final class CraneScene {
    private static final double MIN_HIGH_METRES = 3;

    /**
     * One crane that is in an aisle of a rack, or null in its stead.
     *
     * @param aisle of the rack, from 0
     */
    public record Crane(Rack rack, int aisle) {
        /** Of its mast. */
        public double highMetres() {
            return Math.max(MIN_HIGH_METRES, rack.layout().heightMetres());
        }
    }

    private final List<CraneParts<StackerCrane>> parts;
    private final List<Optional<Crane>> cranes;
    private final Pose[] masts;
    private final double[] carriages;
    private final double[] reaches;
    private final boolean[] seen;

    public CraneScene(UnfoldedStudy study) {
        parts = CraneParts.stackers(study);
        cranes = parts.stream().map(one -> study.study().find(one.group().rack(), Rack.class)
                .filter(rack -> one.number() < rack.layout().aisles()).map(rack -> new Crane(rack, one.number()))).toList();
        masts = new Pose[cranes.size()];
        carriages = new double[masts.length];
        reaches = new double[masts.length];
        seen = new boolean[masts.length];
    }

    void pose(Moment moment) {
        MoverMoment now = moment.movers();
        long nanos = moment.timeNanos();
        for (int i = 0; i < masts.length; i++) {
            CraneParts<StackerCrane> one = parts.get(i);
            seen[i] = cranes.get(i).isPresent() && one.tip() < now.count();
            if (seen[i]) {
                masts[i] = now.pose(one.member(), nanos);
                carriages[i] = now.pose(one.inner(), nanos).z();
                Pose fork = now.pose(one.tip(), nanos);
                double turn = Math.toRadians(masts[i].heading());
                reaches[i] = (fork.y() - masts[i].y()) * Math.cos(turn) - (fork.x() - masts[i].x()) * Math.sin(turn);
            }
        }
    }

    /** All of them; empty: it is in no aisle, and not seen. */
    public List<Optional<Crane>> cranes() {
        return cranes;
    }

    public boolean isSeen(int crane) {
        return seen[crane];
    }

    /** The middle of its mast on the floor, looking along its aisle. */
    public Pose mast(int crane) {
        return masts[crane];
    }

    /** How high its carriage is. */
    public double carriageMetres(int crane) {
        return carriages[crane];
    }

    /** How far its fork reaches to the left. */
    public double reachMetres(int crane) {
        return reaches[crane];
    }
}
