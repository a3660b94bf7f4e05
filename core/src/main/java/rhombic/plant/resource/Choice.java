package rhombic.plant.resource;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
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

    private final List<Resource> resources;
    private final LongSupplier now;
    /** Those who are free, for each skill. */
    private final List<Free> freeWith = new ArrayList<>();
    /** Where each of them stands, by number; not a number while it walks. */
    private double[] standX = {};
    private double[] standY = {};
    /** A bit for each skill that anybody free has, as in {@link Job#skills}: most jobs that wait are passed over by it. */
    private long freeSkills;
    private final int[] freeOfBit = new int[Long.SIZE];
    private final List<Resource> chosen = new ArrayList<>();
    /** Whether all crews choose by the same rule, as they mostly do. */
    private boolean isOfOneRule = true;
    private Crew.@Nullable PersonRule rule;

    /**
     * @param people all of them, by their numbers
     * @param skills how many skills there are
     */
    Choice(List<Resource> people, int skills, LongSupplier now) {
        this.resources = people;
        this.now = now;
        for (int i = 0; i < skills; i++) {
            freeWith.add(new Free());
        }
    }

    /** A crew goes by that rule. */
    void addRule(Crew.PersonRule personRule) {
        isOfOneRule &= rule == null || rule == personRule;
        rule = personRule;
    }

    /** There will be so many resources. */
    void setSize(int people) {
        standX = Arrays.copyOf(standX, people);
        standY = Arrays.copyOf(standY, people);
    }

    /** Those of whom it was said last that the job can be given to them. */
    List<Resource> chosen() {
        return chosen;
    }

    /** Somebody has nothing to do from now on. */
    void addFree(Resource person) {
        for (int skill : person.able) {
            freeWith.get(skill).add(person.number);
            freeOfBit[skill & LAST_BIT]++;
            freeSkills |= 1L << skill;
        }
    }

    void removeFree(Resource person) {
        for (int skill : person.able) {
            freeWith.get(skill).remove(person.number);
            if (--freeOfBit[skill & LAST_BIT] == 0) {
                freeSkills &= ~(1L << skill);
            }
        }
    }

    /** Whether anybody who is free has each of the skills that the job needs; mostly nobody has. */
    boolean canBeMadeFor(Job job) {
        return (job.skills & ~freeSkills) == 0;
    }

    /** Whether enough are free for all it needs; they are {@link #chosen} then, until it is asked again. */
    boolean commitFor(Job job) {
        if (!canBeMadeFor(job)) {
            return false;
        }
        chosen.clear();
        Job.Demand[] demands = job.demands();
        for (Job.Demand demand : demands) {
            if (freeWith.get(demand.skill()).count() < demand.people()) {
                return false;
            }
        }
        Resource needed = job.insistence() ? job.preferred() : null;
        if (needed != null && !isFree(needed)) {
            return false;
        }
        boolean isIn = needed == null;
        for (Job.Demand demand : demands) {
            for (int i = 0; i < demand.people(); i++) {
                boolean isItsPlace = needed != null && !isIn && needed.can(demand.skill());
                Resource next = isItsPlace ? needed : best(job, demand.skill());
                if (next == null) {
                    next = exchanged(job, demand.skill(), needed, new BitSet());
                }
                if (next == null) {
                    return false;
                }
                isIn |= isItsPlace;
                chosen.add(next);
            }
        }
        return isIn;
    }

    private boolean isFree(Resource person) {
        return freeWith.get(person.able[0]).contains(person.number);
    }

    /**
     * One of the chosen who has the skill, and in whose stead another is chosen for what it was chosen for (an augmenting path: H. W. Kuhn,
     * The Hungarian method, 1955); so nobody waits for a job that those who are free could do, whoever is chosen first.
     *
     * @param needed stays where it is
     * @param looked places among the chosen that were looked at
     * @return null if there is none
     */
    private @Nullable Resource exchanged(Job job, int skill, @Nullable Resource needed, BitSet looked) {
        for (int i = 0; i < chosen.size(); i++) {
            Resource person = chosen.get(i);
            if (person == needed || looked.get(i) || !person.can(skill)) {
                continue;
            }
            looked.set(i);
            Resource other = best(job, skillOf(i, job.demands()));
            if (other == null) {
                other = exchanged(job, skillOf(i, job.demands()), needed, looked);
            }
            if (other != null) {
                chosen.set(i, other);
                return person;
            }
        }
        return null;
    }

    /** What the one in that place among the chosen was chosen for. */
    private static int skillOf(int place, Job.Demand[] demands) {
        int left = place;
        for (Job.Demand demand : demands) {
            if (left < demand.people()) {
                return demand.skill();
            }
            left -= demand.people();
        }
        throw new IllegalArgumentException("There is no place " + place);
    }

    /** The one whom the job gets, of those who are free, have the skill and are not chosen yet; null if there is none. */
    private @Nullable Resource best(Job job, int skill) {
        Resource preferred = job.preferred();
        Free free = freeWith.get(skill);
        boolean isFirst = chosen.isEmpty();
        double x = job.location().x();
        double y = job.location().y();
        int best = Free.NONE;
        Crew.PersonRule personRule = Crew.PersonRule.IN_ORDER;
        double min = 0;
        for (int i = free.next(0); i != Free.NONE; i = free.next(i + 1)) {
            if (!isFirst && chosen.contains(resources.get(i))) {
                continue;
            }
            if (preferred != null && i == preferred.number) {
                return preferred;
            }
            if (best == Free.NONE) {
                best = i;
                personRule = resources.get(i).group().personRule;
                min = rank(i, personRule, x, y);
            } else if (isOfOneRule || resources.get(i).group().personRule == personRule) {
                double rank = rank(i, personRule, x, y);
                if (rank < min) {
                    best = i;
                    min = rank;
                }
            }
        }
        return best == Free.NONE ? null : resources.get(best);
    }

    /** The lowest of those who go by one rule comes; of equals the first in order. */
    private double rank(int number, Crew.PersonRule personRule, double x, double y) {
        if (personRule == Crew.PersonRule.NEAREST) {
            double dx = standX[number] - x;
            double dy = standY[number] - y;
            double square = dx * dx + dy * dy;
            return Double.isNaN(square) ? resources.get(number).squareMetresTo(x, y) : square;
        }
        return switch (personRule) {
            case LEAST_USED -> resources.get(number).tally().busyNanos(now.getAsLong());
            case IN_TURN -> resources.get(number).lastGiven;
            case NEAREST, IN_ORDER, SAME -> 0;
        };
    }

    /** Somebody stands there now, or walks: then it is not a number. */
    void stands(Resource person, double x, double y) {
        standX[person.number] = x;
        standY[person.number] = y;
    }
}
