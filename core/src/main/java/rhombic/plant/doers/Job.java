package rhombic.plant.doers;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.value.PersonState;

/** Something that has to be done by somebody. Asked for again and again, it is the same object: one for each place. */
public final class Job {
    /** What is to be done, and how that is counted for who does it. */
    public enum What {
        WORK(PersonState.WORKING), CHANGEOVER(PersonState.CHANGEOVER), SERVICE(PersonState.SERVICE), REPAIR(PersonState.REPAIR), CARRY(
                PersonState.CARRYING);

        final PersonState state;

        What(PersonState state) {
            this.state = state;
        }
    }

    /** How far it has come. */
    public enum State {
        /** Nobody asks for it. */
        IDLE,
        /** It waits for doers. */
        ASKED,
        /** It has its doers, of whom some are still on their way. */
        ON_THE_WAY,
        /** All are there. */
        BEGUN,
        /** It was begun, and some of its doers are away: at a break, or home. They come back. */
        PAUSED
    }

    /** Whether only the preferred may do it. */
    public enum Insists {
        NO, UNLESS_GONE, YES
    }

    /** Asked since always: before all others of its priority, as what comes back for rework. */
    public static final long BEFORE_ALL = -1;

    /** How many with one skill. */
    public record Demand(int skill, int people) {}

    /** Hears how the job stands. */
    public interface Site {
        /** All are there: it can begin, or go on. */
        void ready(Job job);

        /** Whether its doers may go when their shift or break comes, once it has begun; as far as what they hold in hand is concerned. */
        default boolean mayLeave(Job job) {
            return true;
        }

        /** It can't go on for now. */
        void left(Job job);
    }

    /**
     * What is asked for.
     *
     * @param demands all of which are needed at once
     * @param priority higher goes first
     * @param yields whether its doers may be called away to something of higher priority
     */
    public record Order(What what, Pose where, List<Demand> demands, int priority, boolean yields) {
        public Order {
            demands = List.copyOf(demands);
            if (demands.isEmpty()) {
                throw new IllegalArgumentException("A job needs somebody to do it");
            }
        }

        /** A bit for each skill that it asks for; skills that are 64 apart share one. */
        private long skills() {
            long bits = 0;
            for (Demand demand : demands) {
                bits |= 1L << demand.skill;
            }
            return bits;
        }

        /** The same elsewhere. */
        public Order at(Pose newWhere) {
            return new Order(what, newWhere, demands, priority, yields);
        }
    }

    final Site site;
    final List<Doer> doers = new ArrayList<>();
    /** How many of them are still on their way, or away. */
    int missing;
    long sequence;
    long givenNanos;
    boolean wasBegun;
    State state = State.IDLE;
    /** The skills it asks for, as {@link Reorder#skills}. */
    long skills;
    private Order order;
    private Demand[] demands;
    private long askedNanos;
    private long waitsSince;
    private @Nullable Doer preferred;
    private Insists insists = Insists.NO;

    public Job(Site site, Order order) {
        this.site = site;
        this.order = order;
        demands = order.demands.toArray(new Demand[0]);
        skills = order.skills();
    }

    /**
     * What it asks for from now on; only while it is idle.
     *
     * @param newAskedNanos since when it counts as waiting, for which is oldest
     * @param now when it is asked for
     * @param who should do it if free, such as who did it before; null for nobody
     * @param only whether nobody else may do it
     */
    public void becomes(Order newOrder, long newAskedNanos, long now, @Nullable Doer who, Insists only) {
        if (state != State.IDLE) {
            throw new IllegalStateException("A job that is " + state + " can't become another");
        }
        if (order != newOrder) {
            order = newOrder;
            demands = newOrder.demands.toArray(new Demand[0]);
            skills = newOrder.skills();
        }
        askedNanos = newAskedNanos;
        waitsSince = now;
        preferred = who;
        insists = only;
        wasBegun = false;
    }

    public Order order() {
        return order;
    }

    /** All that it needs at once; not to be changed. */
    Demand[] demands() {
        return demands;
    }

    public State state() {
        return state;
    }

    public int priority() {
        return order.priority;
    }

    public Pose where() {
        return order.where;
    }

    boolean comesFirst() {
        return askedNanos == BEFORE_ALL;
    }

    long askedNanos() {
        return askedNanos;
    }

    long waitsSince() {
        return waitsSince;
    }

    void waitsFrom(long now) {
        waitsSince = now;
    }

    public @Nullable Doer preferred() {
        return preferred;
    }

    void prefers(@Nullable Doer who) {
        preferred = who;
    }

    /** Whether nobody but the preferred may do it. */
    boolean insists() {
        Doer who = preferred;
        return who != null && (insists == Insists.YES || insists == Insists.UNLESS_GONE && !who.isOffShift());
    }

    /** Those who do it; the first is the one of the first demand. */
    public List<Doer> doers() {
        return doers;
    }

    /** The mean of the factors of those who do it. */
    public double factor() {
        double sum = 0;
        for (Doer doer : doers) {
            sum += doer.factor();
        }
        return doers.isEmpty() ? 1 : sum / doers.size();
    }
}
