package rhombic.study.rack;

import java.io.Serializable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;

/**
 * What a stacker crane does one after the other.
 *
 * @param rule whether it joins storing and fetching
 * @param forkTime to pick a load up, or to set it down, at the nearest place of a slot or at an infeed or outfeed
 * @param deepTime in addition, for each place farther back
 * @param dwell where it waits when there is nothing to do
 */
public record CraneCycles(Cycle rule, Distribution forkTime, Distribution deepTime, Dwell dwell) implements Serializable {
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

    private static final Distribution NO_TIME = DistributionText.parse("0 s");
    public static final CraneCycles USUAL = new CraneCycles(Cycle.DOUBLE, DistributionText.parse("6 s"), NO_TIME, Dwell.STAY);

    public CraneCycles withRule(Cycle newRule) {
        return new CraneCycles(newRule, forkTime, deepTime, dwell);
    }

    public CraneCycles withForkTime(Distribution newTime) {
        return new CraneCycles(rule, newTime, deepTime, dwell);
    }

    public CraneCycles withDeepTime(Distribution newTime) {
        return new CraneCycles(rule, forkTime, newTime, dwell);
    }

    public CraneCycles withDwell(Dwell newDwell) {
        return new CraneCycles(rule, forkTime, deepTime, newDwell);
    }
}
