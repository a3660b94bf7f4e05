package rhombic.scene;

import java.util.Arrays;
import java.util.List;
import rhombic.space.Pose;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;

/** Where hall cranes and their parts are: a pure function of study and moment. Made once for a study; used by one thread. */
public final class HallCraneScene {
    /** From a load to the hook, if it is the tallest there is. */
    private static final double SLING_METRES = 0.35;

    private final List<CraneParts<BridgeCrane>> parts;
    private final double sling;
    /** The number among cranes of each member; negative: it is none. */
    private final int[] craneOf;
    private final boolean[] seen;
    private final Pose[] bridges;
    private final Pose[] hooks;
    private final double[] loads;

    public HallCraneScene(UnfoldedStudy study) {
        parts = CraneParts.bridges(study);
        sling = SLING_METRES + study.study().pieceTypes().stream().mapToDouble(type -> type.height().inBaseUnit()).max().orElse(0);
        craneOf = new int[study.members().size()];
        Arrays.fill(craneOf, -1);
        for (int i = 0; i < parts.size(); i++) {
            craneOf[parts.get(i).member()] = i;
        }
        seen = new boolean[parts.size()];
        bridges = new Pose[seen.length];
        hooks = new Pose[seen.length];
        loads = new double[seen.length];
    }

    void pose(Moment moment) {
        MoverMoment now = moment.movers();
        long nanos = moment.timeNanos();
        Arrays.fill(loads, 0);
        for (int i = 0; i < seen.length; i++) {
            CraneParts<BridgeCrane> one = parts.get(i);
            seen[i] = one.tip() < now.count();
            if (seen[i]) {
                bridges[i] = now.pose(one.member(), nanos);
                hooks[i] = now.pose(one.tip(), nanos);
            }
        }
    }

    /** Whether what that member carries hangs on a hook. */
    boolean hangs(int member) {
        int crane = craneOf[member];
        return crane >= 0 && seen[crane];
    }

    /** Where the underside of a load is that hangs there, so high itself; it is turned as the bridge is. */
    Pose load(int member, double highMetres) {
        int crane = craneOf[member];
        loads[crane] = highMetres;
        Pose hook = hooks[crane];
        return Pose.at(hook.x(), hook.y(), hook.z(), bridges[crane].heading());
    }

    /** How many there are. */
    public int count() {
        return seen.length;
    }

    public BridgeCrane group(int crane) {
        return parts.get(crane).group();
    }

    public boolean isSeen(int crane) {
        return seen[crane];
    }

    /** The middle of its bridge on the floor, looking along the runway. */
    public Pose bridge(int crane) {
        return bridges[crane];
    }

    /** Where the middle of its hook is. */
    public Pose hook(int crane) {
        Pose load = hooks[crane];
        return Pose.at(load.x(), load.y(), load.z() + sling, bridges[crane].heading());
    }

    /** From its hook down to its load; 0 if it has none. */
    public double slingMetres(int crane) {
        return loads[crane] == 0 ? 0 : sling - loads[crane];
    }
}
