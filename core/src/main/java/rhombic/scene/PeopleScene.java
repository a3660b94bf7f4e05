package rhombic.scene;

import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import rhombic.space.Pose;
import rhombic.study.fleet.Trailer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.DriverPlace;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;

/**
 * Puts every person and every other resource where it is drawn, and says how people hold themselves: a pure function of study and moment.
 * Resources are numbered through the groups, in the order of the study. Made once for a study; used by one thread.
 */
public final class PeopleScene {
    /** How a person holds itself. */
    public enum Posture {
        STANDS, WALKS, WORKS, CARRIES, SITS
    }

    /** Metres gone in two steps. */
    public static final double STRIDE_METRES = 1.3;
    /** Work is seen to go on so many times a second of the run. */
    private static final double STROKES_A_SECOND = 1.2;
    /** How far from each other people sit at a break, and how far the benches are from the middle of the table. */
    private static final double SEAT_METRES = 0.55;
    private static final double BENCH_METRES = 0.77;
    private static final int ON_A_BENCH = 4;
    private static final int ROWS = 3;
    /** Nearer than this two who stand would be drawn inside each other; the one with less to do is drawn so far aside. */
    private static final double NEAREST_METRES = 0.45;
    private static final double ASIDE_METRES = 0.6;
    private static final int MAX_STEPS_ASIDE = 4;

    private final int[] crews;
    /** Stacker cranes, which a scene of their own poses. */
    private final boolean[] isCrane;
    private final boolean[] seen;
    private final double[] x;
    private final double[] y;
    private final double[] z;
    private final double[] headings;
    private final double[] phases;
    private final Posture[] postures;
    private final PersonState[] states;
    /** Who drives what it is on. */
    private final boolean[] drives;
    /** By what a driver is on. */
    private final Map<Integer, DriverPlace> driverPlaces = new HashMap<>();
    /** How far before who pushes it a trolley is; 0: trailers are pulled. */
    private final double[] ahead;
    /** The trailers that each pulls, or the trolley that it pushes. */
    private final Pose[][] trailers;
    private final Forks forks;

    public PeopleScene(UnfoldedStudy study) {
        crews = study.members().stream().mapToInt(member -> crewOf(study, member)).toArray();
        int count = crews.length;
        seen = new boolean[count];
        isCrane = new boolean[count];
        CraneParts.all(study).forEach(crane -> isCrane[crane.member()] = true);
        x = new double[count];
        y = new double[count];
        z = new double[count];
        headings = new double[count];
        phases = new double[count];
        postures = new Posture[count];
        states = new PersonState[count];
        drives = new boolean[count];
        for (int i = 0; i < count; i++) {
            driverPlaces.put(i, ((ResourceGroup) study.element(study.members().get(i).group())).driverPlace());
        }
        CraneParts.all(study).forEach(crane -> driverPlaces.put(crane.inner(), crane.group().driverPlace()));
        trailers = study.members().stream()
                .map(member -> new Pose[((ResourceGroup) study.element(member.group())).grip().trailers().size()]).toArray(Pose[][]::new);
        ahead = study.members().stream()
                .mapToDouble(member -> ((ResourceGroup) study.element(member.group())).grip().deck().aheadMetres()).toArray();
        forks = new Forks(study);
    }

    /** The number of the member's crew among the crews; negative if it is no person. */
    private static int crewOf(UnfoldedStudy study, UnfoldedStudy.Member member) {
        return study.element(member.group()) instanceof Crew crew ? study.crews().indexOf(crew) : -1;
    }

    /** Poses them for the moment. */
    public void pose(Moment moment) {
        MoverMoment now = moment.movers();
        long nanos = moment.timeNanos();
        for (int i = 0; i < crews.length; i++) {
            seen[i] = i < now.count() && !isCrane[i] && (crews[i] < 0 || isOnTheFloor(now, i, nanos));
            if (seen[i]) {
                pose(i, now, nanos);
            }
        }
        forks.pose(moment);
        for (int i = 0; i < crews.length; i++) {
            if (isUpright(i)) {
                stepAside(i);
            }
        }
    }

    /** Who has gone home is not there; who still walks there is. */
    private static boolean isOnTheFloor(MoverMoment now, int person, long nanos) {
        return now.state(person) != PersonState.OFF_SHIFT || now.isMoving(person, nanos);
    }

    private void pose(int person, MoverMoment now, long nanos) {
        Pose pose = now.pose(person, nanos);
        x[person] = pose.x();
        y[person] = pose.y();
        z[person] = pose.z();
        headings[person] = pose.heading();
        for (int i = 0; i < trailers[person].length; i++) {
            trailers[person][i] = ahead[person] > 0
                    ? pose.of(Pose.at(ahead[person], 0, 0, 0))
                    : now.poseBehind(person, nanos, (i + 1) * Trailer.PITCH_METRES);
        }
        states[person] = now.state(person);
        if (crews[person] < 0) {
            postures[person] = Posture.STANDS;
            return;
        }
        drives[person] = now.frame(person) != MoverMoment.FLOOR;
        if (drives[person]) {
            drive(person, now, nanos);
            return;
        }
        postures[person] = now.isMoving(person, nanos) ? onTheWay(person) : inPlace(states[person]);
        phases[person] = switch (postures[person]) {
            case WALKS, CARRIES -> now.metresGone(person, nanos) / STRIDE_METRES;
            case WORKS -> nanos / 1e9 * STROKES_A_SECOND;
            case STANDS, SITS -> 0;
        };
        if (postures[person] == Posture.SITS) {
            sitDown(person);
        }
    }

    /** It is on what it drives, or walks along with it. */
    private void drive(int person, MoverMoment now, long nanos) {
        int on = now.frame(person);
        DriverPlace place = Objects.requireNonNull(driverPlaces.get(on), "what is driven has a place for its driver");
        boolean walks = z[person] == 0
                && (now.isMoving(on, nanos) || now.frame(on) != MoverMoment.FLOOR && now.isMoving(now.frame(on), nanos));
        postures[person] = place.sits() ? Posture.SITS : walks ? Posture.WALKS : Posture.STANDS;
        phases[person] = walks ? (x[person] + y[person]) / STRIDE_METRES : 0;
    }

    /** On the two benches, four on each, the next behind them. */
    private void sitDown(int person) {
        int bench = person % 2 == 0 ? 1 : -1;
        double along = (person / 2 % ON_A_BENCH - 1.5) * SEAT_METRES;
        double across = bench * (BENCH_METRES + person / (2 * ON_A_BENCH) % ROWS * SEAT_METRES);
        double turn = Math.toRadians(headings[person]);
        x[person] += along * Math.cos(turn) - across * Math.sin(turn);
        y[person] += along * Math.sin(turn) + across * Math.cos(turn);
        headings[person] -= 90 * bench;
    }

    private void stepAside(int person) {
        int steps = 0;
        boolean works = postures[person] == Posture.WORKS;
        for (int i = 0; i < crews.length && steps < MAX_STEPS_ASIDE; i++) {
            boolean otherWorks = postures[i] == Posture.WORKS;
            boolean wasHereFirst = otherWorks != works ? otherWorks : i < person;
            if (wasHereFirst && isNear(i, person) && i != person && isUpright(i)) {
                double turn = Math.toRadians(headings[person]);
                x[person] += ASIDE_METRES * Math.sin(turn);
                y[person] -= ASIDE_METRES * Math.cos(turn);
                steps++;
                i = -1; // it may stand in a third one now
            }
        }
    }

    private boolean isNear(int other, int person) {
        double dx = x[other] - x[person];
        double dy = y[other] - y[person];
        return dx * dx + dy * dy < NEAREST_METRES * NEAREST_METRES;
    }

    private boolean isUpright(int person) {
        return seen[person] && crews[person] >= 0 && !drives[person]
                && (postures[person] == Posture.STANDS || postures[person] == Posture.WORKS);
    }

    private Posture onTheWay(int person) {
        boolean pushes = ahead[person] > 0 && hasTrailers(person);
        return states[person] == PersonState.CARRYING || pushes ? Posture.CARRIES : Posture.WALKS;
    }

    private static Posture inPlace(PersonState state) {
        return switch (state) {
            case WORKING, CHANGEOVER, SERVICE, REPAIR, PICKING_UP, SETTING_DOWN -> Posture.WORKS;
            case DRIVING -> Posture.SITS;
            case CARRYING -> Posture.CARRIES;
            case ON_BREAK -> Posture.SITS;
            case WALKING, STANDING_BY, WAITING, OFF_SHIFT, DOWN, FOR_TRAFFIC, CHARGING, TO_CHARGE, FOR_DRIVER -> Posture.STANDS;
        };
    }

    // ---- of the moment that was posed last

    /** The number of its crew among the crews of the study; negative if it is no person. */
    public int crew(int person) {
        return crews[person];
    }

    public boolean isSeen(int person) {
        return seen[person];
    }

    /** Metres to the east. */
    public double x(int person) {
        return x[person];
    }

    /** Metres to the north. */
    public double y(int person) {
        return y[person];
    }

    /** Metres above the floor of what it stands or sits on. */
    public double z(int person) {
        return z[person];
    }

    /** Degrees anticlockwise from the east. */
    public double headingDegrees(int person) {
        return headings[person];
    }

    /** How high above the floor it holds what it carries. */
    public double holdsAtMetres(int person) {
        return forks.heightMetres(person);
    }

    /** How far its forks are raised. */
    public double raisedMetres(int person) {
        return forks.raisedMetres(person);
    }

    /** How many trailers it pulls. */
    public int trailers(int person) {
        return trailers[person].length;
    }

    /**
     * The middle of one of them.
     *
     * @param number from the first on, from 0
     */
    public Pose trailer(int person, int number) {
        return trailers[person][number];
    }

    /** Whether they are with it: a trolley is left where one works, rests or drives. */
    public boolean hasTrailers(int person) {
        return ahead[person] == 0 || !drives[person] && switch (states[person]) {
            case CARRYING, WALKING, PICKING_UP, SETTING_DOWN, STANDING_BY, WAITING, FOR_TRAFFIC -> true;
            default -> false;
        };
    }

    public Posture posture(int person) {
        return postures[person];
    }

    /** How often it has gone through the motion of its posture: two steps, or one stroke of work. */
    public double phase(int person) {
        return phases[person];
    }
}
