package rhombic.plant.doers;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import rhombic.study.kind.Crew;

/** Knows who is free, with which skills and where, and chooses among them for a job. */
final class Choice {
    /*
     * Asked for every job that waits whenever somebody becomes free, so what is looked at lies close together: who is free as bits, one
     * row for each skill; where they stand as numbers; and which skills anybody free has at all in a single word.
     */
    private static final int LAST_BIT = Long.SIZE - 1;

    private final List<Doer> doers;
    private final LongSupplier now;
    /** Those who are free, for each skill. */
    private final List<Free> freeWith = new ArrayList<>();
    /** Where each of them stands, by number; not a number while it walks. */
    private double[] standX = {};
    private double[] standY = {};
    /** A bit for each skill that anybody free has, as in {@link Job#skills}: most jobs that wait are passed over by it. */
    private long freeSkills;
    private final int[] freeOfBit = new int[Long.SIZE];
    private final List<Doer> chosen = new ArrayList<>();
    /** Whether all crews choose by the same rule, as they mostly do. */
    private boolean isOfOneRule = true;
    private Crew.@Nullable PersonRule rule;

    /**
     * @param doers all of them, by their numbers
     * @param skills how many skills there are
     */
    Choice(List<Doer> doers, int skills, LongSupplier now) {
        this.doers = doers;
        this.now = now;
        for (int i = 0; i < skills; i++) {
            freeWith.add(new Free());
        }
    }

    /** A crew goes by that rule. */
    void knows(Crew.PersonRule who) {
        isOfOneRule &= rule == null || rule == who;
        rule = who;
    }

    /** There will be so many doers. */
    void expects(int people) {
        standX = Arrays.copyOf(standX, people);
        standY = Arrays.copyOf(standY, people);
    }

    /** Those of whom it was said last that the job can be given to them. */
    List<Doer> chosen() {
        return chosen;
    }

    /** Somebody has nothing to do from now on. */
    void isFree(Doer doer) {
        for (int skill : doer.able) {
            freeWith.get(skill).add(doer.number);
            freeOfBit[skill & LAST_BIT]++;
            freeSkills |= 1L << skill;
        }
    }

    void isFreeNoLonger(Doer doer) {
        for (int skill : doer.able) {
            freeWith.get(skill).remove(doer.number);
            if (--freeOfBit[skill & LAST_BIT] == 0) {
                freeSkills &= ~(1L << skill);
            }
        }
    }

    /** Whether anybody who is free has each of the skills that the job needs; mostly nobody has. */
    boolean mayBeMadeFor(Job job) {
        return (job.skills & ~freeSkills) == 0;
    }

    /** Whether enough are free for all it needs; they are {@link #chosen} then, until it is asked again. */
    boolean isMadeFor(Job job) {
        if (!mayBeMadeFor(job)) {
            return false;
        }
        chosen.clear();
        Job.Demand[] demands = job.demands();
        for (Job.Demand demand : demands) {
            if (freeWith.get(demand.skill()).count() < demand.people()) {
                return false;
            }
        }
        if (job.insists()) {
            return insisted(job, demands);
        }
        for (Job.Demand demand : demands) {
            for (int i = 0; i < demand.people(); i++) {
                Doer doer = best(job, demand.skill());
                if (doer == null) {
                    return false;
                }
                chosen.add(doer);
            }
        }
        return true;
    }

    private boolean insisted(Job job, Job.Demand[] demands) {
        Doer who = job.preferred();
        if (who == null || !who.isFree()) {
            return false;
        }
        boolean isIn = false;
        for (Job.Demand demand : demands) {
            for (int i = 0; i < demand.people(); i++) {
                boolean him = !isIn && who.can(demand.skill());
                Doer doer = him ? who : best(job, demand.skill());
                if (doer == null || !him && doer == who) {
                    return false;
                }
                isIn |= him;
                chosen.add(doer);
            }
        }
        return isIn;
    }

    /** The one whom the job gets, of those who are free, have the skill and are not chosen yet; null if there is none. */
    private @Nullable Doer best(Job job, int skill) {
        Doer preferred = job.preferred();
        Free free = freeWith.get(skill);
        boolean isFirst = chosen.isEmpty();
        double x = job.where().x();
        double y = job.where().y();
        int best = Free.NONE;
        Crew.PersonRule who = Crew.PersonRule.IN_ORDER;
        double least = 0;
        for (int i = free.next(0); i != Free.NONE; i = free.next(i + 1)) {
            if (!isFirst && chosen.contains(doers.get(i))) {
                continue;
            }
            if (preferred != null && i == preferred.number) {
                return preferred;
            }
            if (best == Free.NONE) {
                best = i;
                who = doers.get(i).group().who;
                least = rank(i, who, x, y);
            } else if (isOfOneRule || doers.get(i).group().who == who) {
                double rank = rank(i, who, x, y);
                if (rank < least) {
                    best = i;
                    least = rank;
                }
            }
        }
        return best == Free.NONE ? null : doers.get(best);
    }

    /** The lowest of those who go by one rule comes; of equals the first in order. */
    private double rank(int number, Crew.PersonRule who, double x, double y) {
        if (who == Crew.PersonRule.NEAREST) {
            double dx = standX[number] - x;
            double dy = standY[number] - y;
            double square = dx * dx + dy * dy;
            return Double.isNaN(square) ? doers.get(number).squareMetresTo(x, y) : square;
        }
        return switch (who) {
            case LEAST_USED -> doers.get(number).tally().busyNanos(now.getAsLong());
            case IN_TURN -> doers.get(number).lastGiven;
            case NEAREST, IN_ORDER, SAME -> 0;
        };
    }

    /** Somebody stands there now, or walks: then it is not a number. */
    void stands(Doer doer, double x, double y) {
        standX[doer.number] = x;
        standY[doer.number] = y;
    }
}
