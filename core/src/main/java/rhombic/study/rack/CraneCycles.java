package rhombic.study.rack;

import java.io.Serializable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.study.value.Count;

/**
 * What a stacker crane does one after the other.
 *
 * @param rule whether it joins storing and fetching
 * @param forkTime to pick a load up, or to set it down, at the nearest place of a slot or at an infeed or outfeed
 * @param deepTime in addition, for each place farther back
 * @param loads that it takes at a time, each on a fork of its own, side by side, 1 to 4
 * @param dwell where it waits when there is nothing to do
 */
public record CraneCycles(Cycle rule, Distribution forkTime, Distribution deepTime, int loads, Dwell dwell) implements Serializable {
    /** Whether storing and fetching are joined. */
    public enum Cycle {
        SINGLE("in single cycles"),
        /** The store joins the fetch that is due first. */
        DOUBLE("in double cycles, the oldest first"),
        /** The store joins the fetch that makes both together shortest, among the 50 that are nearest. */
        SHORTEST("in double cycles, the shortest first");

        private final String word;

        Cycle(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** Where it waits. */
    public enum Dwell {
        STAY("stay where they are"), INFEED("go to the infeed"), OUTFEED("go to the outfeed"), MIDDLE("go to the middle of the aisle");

        private final String word;

        Dwell(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public static final int MAX_LOADS = 4;
    private static final Distribution NO_TIME = DistributionText.parse("0 s");
    public static final CraneCycles USUAL = new CraneCycles(Cycle.DOUBLE, DistributionText.parse("6 s"), NO_TIME, 1, Dwell.STAY);

    public CraneCycles {
        Count.between(1, MAX_LOADS, "The loads that a crane takes at a time", loads);
    }

    /** How far a fork is before the middle of the crane, along the aisle, if they are so far apart. */
    public double forkMetres(int fork, double pitch) {
        return (fork - (loads - 1) / 2.0) * pitch;
    }

    public CraneCycles withRule(Cycle newRule) {
        return new CraneCycles(newRule, forkTime, deepTime, loads, dwell);
    }

    public CraneCycles withForkTime(Distribution newTime) {
        return new CraneCycles(rule, newTime, deepTime, loads, dwell);
    }

    public CraneCycles withDeepTime(Distribution newTime) {
        return new CraneCycles(rule, forkTime, newTime, loads, dwell);
    }

    public CraneCycles withLoads(int newLoads) {
        return new CraneCycles(rule, forkTime, deepTime, newLoads, dwell);
    }

    public CraneCycles withDwell(Dwell newDwell) {
        return new CraneCycles(rule, forkTime, deepTime, loads, newDwell);
    }
}
