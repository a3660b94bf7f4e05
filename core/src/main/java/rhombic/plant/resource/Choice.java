package rhombic.plant.resource;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.LongSupplier;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.duty.ResourceChoice;

/** Knows who is free, with which skills and where, and chooses among them for a job. */
final class Choice {
    /*
     * Asked for every job that waits whenever somebody becomes free, so what is looked at lies close together: who is free as bits, one
     * row for each skill; where they stand as numbers; and which skills anybody free has at all in a single word.
     */
    private static final int LAST_BIT = Long.SIZE - 1;

    private final List<Resource> resources;
    /** Those who are free, for each skill. */
    private final List<Free> freeWith = new ArrayList<>();
    /** A bit for each skill that anybody free has, as in {@link Job#skills}: most jobs that wait are passed over by it. */
    private long freeSkills;
    private final int[] freeOfBit = new int[Long.SIZE];
    private final List<Resource> chosen = new ArrayList<>();
    /** Whether all crews choose by the same rule, as they mostly do. */
    private boolean isOfOneRule = true;
    private @Nullable ResourceRule rule;
    private boolean isAnyChoosy;
    private final Set<Resource> passedOver = new LinkedHashSet<>();
    private final NearestResource nearest;
    private final LongSupplier now;
    /** Groups with the same formula go by the same rule. */
    private final Map<String, ResourceRule> byFormula = new HashMap<>();
    private final Map<ResourceChoice, ResourceRule> rules = new EnumMap<>(ResourceChoice.class);

    /**
     * @param people all of them, by their numbers
     * @param skills how many skills there are
     */
    Choice(List<Resource> people, int skills, LongSupplier now) {
        this.resources = people;
        this.now = now;
        nearest = new NearestResource(people);
        for (ResourceChoice one : ResourceChoice.values()) {
            rules.put(one, switch (one) {
                case NEAREST -> nearest;
                case LEAST_USED -> new LeastUsedResource(people, now);
                case IN_TURN -> new ResourceInTurn(people);
                case IN_ORDER, SAME, FORMULA -> new ResourceInOrder();
            });
        }
        for (int i = 0; i < skills; i++) {
            freeWith.add(new Free());
        }
    }

    /** The rule by which a crew goes. */
    ResourceRule rule(Group.Rules by) {
        ToDoubleFunction<ToDoubleFunction<String>> formula = by.memberNumber();
        String text = by.dispatching().resourceFormula();
        ResourceRule found = by.dispatching().resourceRule() == ResourceChoice.FORMULA && formula != null
                ? byFormula.computeIfAbsent(text, key -> new ResourceByNumber(resources, now, formula))
                : rules.get(by.dispatching().resourceRule());
        assert found != null : "every rule has its class";
        isOfOneRule &= rule == null || rule == found;
        rule = found;
        return found;
    }

    /** One more resource, which is the last by number. */
    void add(Resource resource) {
        isAnyChoosy |= resource.isChoosy() || resource.isDriven();
        nearest.add(resource);
    }

    /** Some jobs suit some resources only, though they have the skill. */
    void lookAtEach() {
        isAnyChoosy = true;
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

    /** Whether anybody is free who could be given for it. */
    boolean isAnyFree(Job.Demand demand) {
        return freeWith.get(demand.skill()).count() > 0 || demand.otherwise().stream().anyMatch(skill -> freeWith.get(skill).count() > 0);
    }

    /** Whether enough are free for all it needs; they are {@link #chosen} then, until it is asked again. */
    boolean commitFor(Job job) {
        if (!canBeMadeFor(job)) {
            return false;
        }
        chosen.clear();
        Job.Demand[] demands = job.demands();
        for (Job.Demand demand : demands) {
            if (demand.otherwise().isEmpty() && freeWith.get(demand.skill()).count() < demand.people()) {
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
                boolean isItsPlace = needed != null && !isIn && demand.isMetBy(needed);
                Resource next = isItsPlace ? needed : best(job, demand);
                if (next == null) {
                    next = exchanged(job, demand, needed, new BitSet());
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

    /** Those who were free and had not enough left for a job, since this was asked last. */
    List<Resource> takePassedOver() {
        if (passedOver.isEmpty()) {
            return List.of();
        }
        List<Resource> all = List.copyOf(passedOver);
        passedOver.clear();
        return all;
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
    private @Nullable Resource exchanged(Job job, Job.Demand demand, @Nullable Resource needed, BitSet looked) {
        for (int i = 0; i < chosen.size(); i++) {
            Resource person = chosen.get(i);
            if (person == needed || looked.get(i) || !demand.isMetBy(person)) {
                continue;
            }
            looked.set(i);
            Resource other = best(job, demandOf(i, job.demands()));
            if (other == null) {
                other = exchanged(job, demandOf(i, job.demands()), needed, looked);
            }
            if (other != null) {
                chosen.set(i, other);
                return person;
            }
        }
        return null;
    }

    /** What the one in that place among the chosen was chosen for. */
    private static Job.Demand demandOf(int place, Job.Demand[] demands) {
        int left = place;
        for (Job.Demand demand : demands) {
            if (left < demand.people()) {
                return demand;
            }
            left -= demand.people();
        }
        throw new IllegalArgumentException("There is no place " + place);
    }

    /** The one whom the job gets, of those who are free, can be given for the demand and are not chosen yet; null if there is none. */
    private @Nullable Resource best(Job job, Job.Demand demand) {
        Resource best = best(job, demand.skill());
        for (int i = 0; best == null && i < demand.otherwise().size(); i++) {
            best = best(job, demand.otherwise().get(i));
        }
        return best;
    }

    /** The one whom the job gets, of those who are free, have the skill and are not chosen yet; null if there is none. */
    private @Nullable Resource best(Job job, int skill) {
        Resource preferred = job.preferred();
        Free free = freeWith.get(skill);
        boolean isFirst = chosen.isEmpty();
        Pose location = job.location();
        int best = Free.NONE;
        ResourceRule by = null;
        double min = 0;
        for (int i = free.next(0); i != Free.NONE; i = free.next(i + 1)) {
            if (!isFirst && chosen.contains(resources.get(i))) {
                continue;
            }
            if (isAnyChoosy && !(job.owner.suits(job, resources.get(i)) && resources.get(i).canBeDriven()
                    && resources.get(i).isLedTo(job))) {
                continue;
            }
            if (isAnyChoosy && !resources.get(i).canTake(job)) {
                passedOver.add(resources.get(i));
                continue;
            }
            if (preferred != null && i == preferred.number) {
                return preferred;
            }
            if (by == null) {
                best = i;
                by = resources.get(i).group().resourceRule;
                min = by.rank(i, location, Double.POSITIVE_INFINITY);
            } else if (isOfOneRule || resources.get(i).group().resourceRule == by) {
                double rank = by.rank(i, location, min);
                if (rank < min) {
                    best = i;
                    min = rank;
                }
            }
        }
        return best == Free.NONE ? null : resources.get(best);
    }

    /** Somebody stands there now, or walks: then it is not a number. */
    void stands(Resource person, double x, double y) {
        nearest.stands(person, x, y);
    }
}
