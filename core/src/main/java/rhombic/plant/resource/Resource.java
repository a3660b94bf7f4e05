package rhombic.plant.resource;

import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.measure.PersonTally;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.space.Pose;
import rhombic.study.value.PersonState;

/** Who can do jobs: a person, later a vehicle or a crane. Does one at a time and is in one place; its event is an arrival. */
public final class Resource extends Event {
    /** Hears what becomes of resources; where nobody watches there is none. */
    public interface Listener {
        /** It sets out, straight, and will be there after so long; 0: it is there. */
        void onMove(Resource person, Pose from, Pose to, long nanos);

        void onState(Resource person, PersonState state, @Nullable Job job);
    }

    /** What it works with, which may break; hears of its use. */
    public interface Tool {
        void onUse(boolean used);

        void onJobDone();
    }

    /** Why it walks. */
    enum Aim {
        NOTHING, JOB, REST
    }

    private final String name;
    private final Group group;
    private final boolean[] skills;
    /** The numbers of those that it has. */
    final int[] able;
    private final double factor;
    private final Pose home;
    private final PersonTally tally = new PersonTally();
    private final Holds holds = new Holds();
    /** Its number among all, for what is written down about it. */
    public final int number;
    @Nullable Job job;
    Aim aim = Aim.NOTHING;
    long lastGiven = -1;
    private Pose from;
    private Pose to;
    /** Where it goes or stands, once more by itself. */
    private double toX;
    private double toY;
    private long setOutNanos;
    private long wayNanos;
    private @Nullable Tool tool;

    /**
     * A resource that is free, at home.
     *
     * @param skills by number
     * @param factor on the times of what it does
     */
    Resource(int number, String name, Group group, boolean[] skills, double factor, Pose home) {
        super(true);
        this.number = number;
        this.name = name;
        this.group = group;
        this.skills = skills;
        able = IntStream.range(0, skills.length).filter(skill -> skills[skill]).toArray();
        this.factor = factor;
        this.home = home;
        from = home;
        aimAt(home);
    }

    private void aimAt(Pose location) {
        to = location;
        toX = location.x();
        toY = location.y();
        group.stands(this, toX, toY);
    }

    public String name() {
        return name;
    }

    public Group group() {
        return group;
    }

    public double factor() {
        return factor;
    }

    public PersonTally tally() {
        return tally;
    }

    public void worksWith(Tool newTool) {
        tool = newTool;
    }

    public @Nullable Job job() {
        return job;
    }

    Pose home() {
        return home;
    }

    Holds holds() {
        return holds;
    }

    /** Whether its shift, a break or a failure keeps it from more. */
    public boolean isHeld() {
        return holds.isHeld();
    }

    boolean isOffShift() {
        return holds.isHeldBy(Hold.OFF_SHIFT);
    }

    boolean can(int skill) {
        return skills[skill];
    }

    public boolean isFree() {
        return job == null && !holds.isHeld();
    }

    boolean isWalking() {
        return isPending();
    }

    /** Where it is now. */
    public Pose pose() {
        if (!isPending()) {
            return to;
        }
        double part = partGone();
        return Pose.at(from.x() + (to.x() - from.x()) * part, from.y() + (to.y() - from.y()) * part, to.z(),
                Math.toDegrees(Math.atan2(to.y() - from.y(), to.x() - from.x())));
    }

    double metresTo(Pose location) {
        return Math.sqrt(squareMetresTo(location.x(), location.y()));
    }

    /** The square of the way there, which tells as well who is nearest. */
    double squareMetresTo(double x, double y) {
        double dx = toX - x;
        double dy = toY - y;
        if (isPending()) {
            double part = partGone();
            dx = from.x() + (toX - from.x()) * part - x;
            dy = from.y() + (toY - from.y()) * part - y;
        }
        return dx * dx + dy * dy;
    }

    private double partGone() {
        return wayNanos == 0 ? 1 : (double) (group.clock() - setOutNanos) / wayNanos;
    }

    private static double square(Pose one, Pose other) {
        double dx = one.x() - other.x();
        double dy = one.y() - other.y();
        return dx * dx + dy * dy;
    }

    /** Sets out for there from where it is; says whether it is there at once. */
    boolean goTo(Pose location, Aim newAim) {
        Pose here = pose();
        stop();
        double metres = Math.sqrt(square(here, location));
        long nanos = group.nanosFor(metres);
        from = here;
        aimAt(location);
        setOutNanos = group.clock();
        wayNanos = nanos;
        group.notifyMove(this, here, location, nanos);
        if (nanos == 0) {
            tally.addWalk(metres);
            aim = Aim.NOTHING;
            return true;
        }
        aim = newAim;
        group.stands(this, Double.NaN, Double.NaN);
        group.schedule(this, nanos);
        return false;
    }

    /** Stays where it is. */
    void stop() {
        if (isPending()) {
            Pose here = pose();
            tally.addWalk(Math.sqrt(square(from, here)));
            group.cancel(this);
            aimAt(here);
            aim = Aim.NOTHING;
        }
    }

    void setState(PersonState state) {
        PersonState before = tally.state();
        if (before != state) {
            tally.setState(group.clock(), state);
            if (tool != null && before.usesTool() != state.usesTool()) {
                tool.onUse(state.usesTool());
            }
            group.notifyState(this, state, job);
        }
    }

    /** One more job is done. */
    void finishJob() {
        tally.countJob();
        if (tool != null) {
            tool.onJobDone();
        }
    }

    @Override
    protected void occur() {
        tally.addWalk(Math.sqrt(square(from, to)));
        group.stands(this, toX, toY);
        group.onArrived(this);
    }
}
