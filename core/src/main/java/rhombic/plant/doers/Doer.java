package rhombic.plant.doers;

import java.util.Set;
import org.jspecify.annotations.Nullable;
import rhombic.plant.activity.Holds;
import rhombic.space.Pose;

/** Who can do jobs: a person, a vehicle, a crane. Does one at a time. */
public final class Doer {
    private final String name;
    private final Set<String> skills;
    private final double speed;
    private final Holds holds = new Holds();
    private Pose place;
    private @Nullable Job job;
    private long busyNanos;
    private long givenNanos;
    private long lastGiven = -1;

    /**
     * A doer that is free.
     *
     * @param speed metres per second, above 0
     */
    public Doer(String name, Set<String> skills, double speed, Pose place) {
        if (!(speed > 0)) {
            throw new IllegalArgumentException("The speed of " + name + " must be above 0 m/s; got " + speed);
        }
        this.name = name;
        this.skills = Set.copyOf(skills);
        this.speed = speed;
        this.place = place;
    }

    public String name() {
        return name;
    }

    public Pose place() {
        return place;
    }

    public void standsAt(Pose newPlace) {
        place = newPlace;
    }

    /** How long the straight way there takes, to the nearest nanosecond. */
    public long nanosTo(Pose where) {
        return Math.round(place.distanceTo(where) / speed * 1e9);
    }

    /** What keeps the doer from taking a job, such as a break. */
    public Holds holds() {
        return holds;
    }

    public @Nullable Job job() {
        return job;
    }

    public boolean isFree() {
        return job == null && !holds.isHeld();
    }

    public boolean can(Job wanted) {
        return wanted.skill().isEmpty() || skills.contains(wanted.skill());
    }

    /** How long jobs have kept the doer up to now. */
    public long busyNanos(long now) {
        return busyNanos + (job == null ? 0 : now - givenNanos);
    }

    /** Number of the last job in the order in which jobs were given; negative if none was. */
    long lastGiven() {
        return lastGiven;
    }

    void takes(Job taken, long now, long number) {
        assert isFree() : name + " is given a job while not free";
        job = taken;
        givenNanos = now;
        lastGiven = number;
    }

    void isDone(long now) {
        busyNanos += now - givenNanos;
        job = null;
    }
}
