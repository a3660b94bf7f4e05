package rhombic.scene;

import java.util.List;
import java.util.Optional;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;

/** Where stacker cranes and their parts are: a pure function of study and moment. Made once for a study; used by one thread. */
public final class CraneScene {
    private static final double CARRIAGE_METRES = 1.44;
    private static final double MIN_HIGH_METRES = 3;

    /**
     * One crane that is in an aisle of a rack, or null in its stead.
     *
     * @param aisle of the rack in which it begins, from 0
     * @param forks that it has side by side, each a bay from the next
     * @param transfer what takes it to other aisles; empty: it stays there
     */
    public record Crane(Rack rack, int aisle, int forks, Optional<AisleTransfer> transfer) {
        /** From one side of its carriage to the other, along the aisle. */
        public double carriageMetres() {
            return CARRIAGE_METRES + (forks - 1) * rack.layout().bayPitch().inBaseUnit();
        }

        /** Of its mast. */
        public double highMetres() {
            return Math.max(MIN_HIGH_METRES, rack.layout().heightMetres());
        }
    }

    private final List<CraneParts<StackerCrane>> parts;
    private final List<Optional<Crane>> cranes;
    private final Pose[] masts;
    private final double[] carriages;
    private final double[][] reaches;
    private final Pose[][] forks;
    private final boolean[] seen;

    public CraneScene(UnfoldedStudy study) {
        parts = CraneParts.stackers(study);
        cranes = parts.stream().map(one -> study.study().find(one.group().rack(), Rack.class)
                .filter(rack -> one.number() < rack.layout().aisles()).map(rack -> crane(one, rack))).toList();
        masts = new Pose[cranes.size()];
        carriages = new double[masts.length];
        reaches = new double[masts.length][];
        forks = new Pose[masts.length][];
        for (int i = 0; i < masts.length; i++) {
            reaches[i] = new double[parts.get(i).tips()];
            forks[i] = new Pose[parts.get(i).tips()];
        }
        seen = new boolean[masts.length];
    }

    private static Crane crane(CraneParts<StackerCrane> one, Rack rack) {
        int aisles = rack.layout().aisles();
        return new Crane(rack, one.group().firstAisle(one.number(), aisles), one.tips(),
                one.group().transfer().filter(by -> one.group().changesAisles(aisles)));
    }

    void pose(Moment moment) {
        MoverMoment now = moment.movers();
        long nanos = moment.timeNanos();
        for (int i = 0; i < masts.length; i++) {
            CraneParts<StackerCrane> one = parts.get(i);
            seen[i] = cranes.get(i).isPresent() && one.tip(one.tips() - 1) < now.count();
            if (seen[i]) {
                masts[i] = now.pose(one.member(), nanos);
                carriages[i] = now.pose(one.inner(), nanos).z();
                double turn = Math.toRadians(masts[i].heading());
                for (int fork = 0; fork < one.tips(); fork++) {
                    Pose there = now.pose(one.tip(fork), nanos);
                    forks[i][fork] = there;
                    reaches[i][fork] = (there.y() - masts[i].y()) * Math.cos(turn) - (there.x() - masts[i].x()) * Math.sin(turn);
                }
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

    /** How many forks it has, each for one load. */
    public int forks(int crane) {
        return forks[crane].length;
    }

    /** Where a fork is, from 0; it looks along the aisle as the mast does. */
    public Pose fork(int crane, int fork) {
        return forks[crane][fork];
    }

    /** How far a fork reaches to the left. */
    public double reachMetres(int crane, int fork) {
        return reaches[crane][fork];
    }
}
