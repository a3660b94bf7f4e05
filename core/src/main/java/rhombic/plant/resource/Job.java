package rhombic.plant.resource;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.space.Pose;

/** Something that has to be done by somebody. Asked for again and again, it is the same object: one for each place. */
public final class Job {
    /** What is to be done. */
    public enum Kind {
        WORK, CHANGEOVER, SERVICE, REPAIR, CARRY,
        /** To drive another resource, which has a job of its own. */
        DRIVE
    }

    /** How far it has come. */
    public enum State {
        /** Nobody asks for it. */
        IDLE,
        /** It waits for resources. */
        ASKED,
        /** It has its resources, of whom some are still on their way. */
        ON_THE_WAY,
        /** All are there. */
        BEGUN,
        /** It was begun, and some of its resources are away: at a break, or home. They come back. */
        PAUSED
    }

    /** Whether only the preferred may do it. */
    public enum Insistence {
        NO, UNLESS_GONE, YES
    }

    /** Asked since always: before all others of its priority, as what comes back for rework. */
    public static final long BEFORE_ALL = -1;

    /**
     * How many with one skill.
     *
     * @param otherwise skills of those who are given where nobody of those before is free, in order of preference
     */
    public record Demand(int skill, int people, List<Integer> otherwise) {
        public Demand {
            otherwise = List.copyOf(otherwise);
        }

        public Demand(int skill, int people) {
            this(skill, people, List.of());
        }

        /** Whether whoever has those skills can be given for it. */
        boolean isMetBy(Resource resource) {
            if (resource.can(skill)) {
                return true;
            }
            for (int other : otherwise) {
                if (resource.can(other)) {
                    return true;
                }
            }
            return false;
        }
    }

    /** Hears how the job stands. */
    public interface Owner {
        /** Whether it could be given now, as far as its owner is concerned; to ask changes nothing. */
        default boolean isPossible(Job job) {
            return true;
        }

        /** It has its resources, who set out now. */
        default void onGiven(Job job) {}

        /** Its resources can't do it after all; it is asked for again. */
        default void onReturned(Job job) {}

        /** All are there: it can begin, or go on. */
        void onReady(Job job);

        /** Whether its resources may go when their shift or break comes, once it has begun; as far as what they hold in hand is concerned. */
        default boolean canLeave(Job job) {
            return true;
        }

        /** Its resources are to go, and can't leave it yet. */
        default void onToLeave(Job job) {}

        /** Whether that resource is of use for it, whatever its skills; asked of those that are choosy. To ask changes nothing. */
        default boolean suits(Job job, Resource resource) {
            return true;
        }

        /** How many pieces wait where it is to be done, as far as is known. */
        default int waiting(Job job) {
            return 1;
        }

        /** The piece that it is about, or the first of them; null if it is about none. */
        default @Nullable Piece piece(Job job) {
            return null;
        }

        /** Where it leads, place after place, for who wants to know how far. */
        default List<Pose> stops(Job job) {
            return List.of(job.location());
        }

        /** It can't go on for now. */
        void onLeft(Job job);
    }

    /**
     * What is asked for.
     *
     * @param demands all of which are needed at once
     * @param priority higher goes first
     * @param preemptible whether its resources may be called away to something of higher priority
     */
    public record Request(Kind kind, Pose location, List<Demand> demands, int priority, boolean preemptible) {
        public Request {
            demands = List.copyOf(demands);
            if (demands.isEmpty()) {
                throw new IllegalArgumentException("A job needs somebody to do it");
            }
        }

        /** A bit for each skill that it asks for and no other will do; skills that are 64 apart share one. */
        private long skills() {
            long bits = 0;
            for (Demand demand : demands) {
                bits |= demand.otherwise.isEmpty() ? 1L << demand.skill : 0;
            }
            return bits;
        }

        /** The same elsewhere. */
        public Request at(Pose newWhere) {
            return new Request(kind, newWhere, demands, priority, preemptible);
        }
    }

    final Owner owner;
    final List<Resource> resources = new ArrayList<>();
    /** How many of them are still on their way, or away. */
    int missing;
    long sequence;
    long givenNanos;
    boolean wasBegun;
    State state = State.IDLE;
    /** The skills it asks for, as {@link Request#skills}. */
    long skills;
    private Request request;
    private Demand[] demands;
    private long askedNanos;
    private long waitingSince;
    private @Nullable Resource preferred;
    private Insistence insistence = Insistence.NO;

    public Owner owner() {
        return owner;
    }

    public Job(Owner owner, Request order) {
        this.owner = owner;
        this.request = order;
        demands = order.demands.toArray(new Demand[0]);
        skills = order.skills();
    }

    /**
     * What it asks for from now on; only while it is idle.
     *
     * @param newAskedNanos since when it counts as waiting, for which is oldest
     * @param now when it is asked for
     * @param person should do it if free, such as who did it before; null for nobody
     * @param only whether nobody else may do it
     */
    public void reset(Request newOrder, long newAskedNanos, long now, @Nullable Resource person, Insistence only) {
        if (state != State.IDLE) {
            throw new IllegalStateException("A job that is " + state + " can't become another");
        }
        if (request != newOrder) {
            request = newOrder;
            demands = newOrder.demands.toArray(new Demand[0]);
            skills = newOrder.skills();
        }
        askedNanos = newAskedNanos;
        waitingSince = now;
        preferred = person;
        insistence = only;
        wasBegun = false;
    }

    public Request request() {
        return request;
    }

    /** All that it needs at once; not to be changed. */
    Demand[] demands() {
        return demands;
    }

    public State state() {
        return state;
    }

    public int priority() {
        return request.priority;
    }

    public Pose location() {
        return request.location;
    }

    boolean isFirst() {
        return askedNanos == BEFORE_ALL;
    }

    /** When it was asked for. */
    public long askedNanos() {
        return askedNanos;
    }

    long waitingSince() {
        return waitingSince;
    }

    void startWaiting(long now) {
        waitingSince = now;
    }

    public @Nullable Resource preferred() {
        return preferred;
    }

    void setPreferred(@Nullable Resource person) {
        preferred = person;
    }

    /** Whether nobody but the preferred may do it. */
    boolean insistence() {
        Resource person = preferred;
        return person != null && (insistence == Insistence.YES || insistence == Insistence.UNLESS_GONE && !person.isOffShift());
    }

    /** Those who do it; the first is the one of the first demand. */
    public List<Resource> resources() {
        return resources;
    }

    /** The mean of the factors of those who do it. */
    public double factor() {
        double sum = 0;
        for (Resource person : resources) {
            sum += person.factor();
        }
        return resources.isEmpty() ? 1 : sum / resources.size();
    }
}
