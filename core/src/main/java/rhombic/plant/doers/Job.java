package rhombic.plant.doers;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;

/** Something that has to be done by somebody. */
public final class Job {
    /** What is to be done. */
    public enum What {
        WORK, CHANGEOVER, SERVICE, REPAIR, CARRY, DRIVE, GO_TO
    }

    /** How far it has come. */
    public enum State {
        ASKED, GIVEN, ON_THE_WAY, BEGUN, PAUSED, DONE
    }

    /** Hears that the job has its doers. */
    @FunctionalInterface
    public interface Given {
        void given(Job job, List<Doer> doers);
    }

    private final What what;
    private final Pose where;
    private final String skill;
    private final int doersNeeded;
    private final int priority;
    private final long askedNanos;
    private final @Nullable Doer preferred;
    private final Given given;
    private final List<Doer> doers = new ArrayList<>();
    private State state = State.ASKED;

    /**
     * A job that is asked for.
     *
     * @param skill that each doer must have; empty if anybody will do
     * @param doersNeeded 1 or more
     * @param priority higher goes first
     * @param preferred who should do it if free, such as who did it before; null for nobody
     */
    public Job(What what, Pose where, String skill, int doersNeeded, int priority, long askedNanos, @Nullable Doer preferred, Given given) {
        if (doersNeeded < 1) {
            throw new IllegalArgumentException("A job needs at least 1 doer; got " + doersNeeded);
        }
        this.what = what;
        this.where = where;
        this.skill = skill;
        this.doersNeeded = doersNeeded;
        this.priority = priority;
        this.askedNanos = askedNanos;
        this.preferred = preferred;
        this.given = given;
    }

    public What what() {
        return what;
    }

    public Pose where() {
        return where;
    }

    public String skill() {
        return skill;
    }

    public int doersNeeded() {
        return doersNeeded;
    }

    public int priority() {
        return priority;
    }

    public long askedNanos() {
        return askedNanos;
    }

    @Nullable
    Doer preferred() {
        return preferred;
    }

    public State state() {
        return state;
    }

    public List<Doer> doers() {
        return List.copyOf(doers);
    }

    void giveTo(List<Doer> chosen) {
        move(State.GIVEN);
        doers.addAll(chosen);
        given.given(this, List.copyOf(chosen));
    }

    public void setsOut() {
        move(State.ON_THE_WAY);
    }

    public void begins() {
        move(State.BEGUN);
    }

    public void pauses() {
        move(State.PAUSED);
    }

    void ends() {
        move(State.DONE);
    }

    private void move(State to) {
        boolean may = switch (to) {
            case ASKED -> false;
            case GIVEN -> state == State.ASKED;
            case ON_THE_WAY -> state == State.GIVEN;
            case BEGUN -> state == State.GIVEN || state == State.ON_THE_WAY || state == State.PAUSED;
            case PAUSED -> state == State.BEGUN;
            case DONE -> state == State.BEGUN;
        };
        if (!may) {
            throw new IllegalStateException("A job that is " + state + " can't become " + to);
        }
        state = to;
    }
}
