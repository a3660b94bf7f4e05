package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.space.Pose;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.Footprint;
import rhombic.study.place.Port;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;

/**
 * Where one truck at a time is unloaded, loaded, or both. A truck is a load carrier that comes in from outside; what it brings goes out on the other
 * side, and what it takes along comes in there.
 *
 * @param unloads whether all that a truck brings is taken off it
 * @param load what it is loaded with then; none: nothing
 * @param leaveAfter how long after it came it takes nothing more, and leaves with what is on it; empty: when it has all
 * @param dockingTime before the first piece is moved
 * @param leavingTime after the last
 */
public record Dock(Basics basics, boolean unloads, Recipe load, Optional<TimeSource> leaveAfter, Distribution dockingTime,
        Distribution leavingTime) implements Equipment {
    /** Where what is to be loaded comes in, and where what is unloaded goes out; trucks use the first port of each side. */
    public static final String LOADING = "loading";
    public static final String UNLOADING = "unloading";

    /** How far outside its edge the middle of a truck is that comes or leaves. */
    public static final double BAY_METRES = 6.9;

    private static final Recipe NOTHING = new Recipe.Fixed(List.of());
    private static final Distribution NO_TIME = DistributionText.parse("0 s");
    private static final Footprint SIZE = new Footprint(2.6, 3.6, 0.15);
    private static final double APART_METRES = 0.8;

    public static final Kind<Dock> KIND = new Kind<>("Dock", Family.IN_OUT, Dock.class, List.of(
            Field.optional("unloads", "Whether all that a truck brings is taken off; missing: yes.", new FieldType.Flag(), true,
                    Dock::unloads, Dock::withUnloads),
            Field.optional("load", "What each truck is loaded with; missing: nothing.", Recipe.TYPE, NOTHING, Dock::load, Dock::withLoad),
            Field.optional("leaveAfter", "How long after it came a truck leaves with what is on it; missing: when it has all.",
                    new FieldType.Maybe<>(TimeSource.TYPE), Optional.empty(), Dock::leaveAfter, Dock::withLeaveAfter),
            Field.optional("dockingTime", "Before the first piece is moved; missing: none.", new FieldType.Duration(), NO_TIME,
                    Dock::dockingTime, Dock::withDockingTime),
            Field.optional("leavingTime", "After the last piece is moved; missing: none.", new FieldType.Duration(), NO_TIME,
                    Dock::leavingTime, Dock::withLeavingTime)),
            basics -> new Dock(basics, true, NOTHING, Optional.empty(), NO_TIME, NO_TIME),
            (basics, types) -> new Dock(basics, true, NOTHING, Optional.empty(), DistributionText.parse("2 min"),
                    DistributionText.parse("1 min")));

    public Dock withUnloads(boolean newUnloads) {
        return new Dock(basics, newUnloads, load, leaveAfter, dockingTime, leavingTime);
    }

    public Dock withLoad(Recipe newLoad) {
        return new Dock(basics, unloads, newLoad, leaveAfter, dockingTime, leavingTime);
    }

    public Dock withLeaveAfter(Optional<TimeSource> newTime) {
        return new Dock(basics, unloads, load, newTime, dockingTime, leavingTime);
    }

    public Dock withDockingTime(Distribution newTime) {
        return new Dock(basics, unloads, load, leaveAfter, newTime, leavingTime);
    }

    public Dock withLeavingTime(Distribution newTime) {
        return new Dock(basics, unloads, load, leaveAfter, dockingTime, newTime);
    }

    /** Whether trucks are loaded here. */
    public boolean loads() {
        return !load.equals(NOTHING);
    }

    @Override
    public Kind<Dock> declaration() {
        return KIND;
    }

    @Override
    public Dock with(Basics newBasics) {
        return new Dock(newBasics, unloads, load, leaveAfter, dockingTime, leavingTime);
    }

    /** Trucks come and go outside, where the middle of one stands; what they bring and take, inside. */
    @Override
    public List<Port> ports() {
        double half = footprint().lengthMetres() / 2;
        double outside = -half - BAY_METRES;
        return List.of(new Port(Port.IN, Pose.at(outside, 0, 0, 0), true), new Port(Port.OUT, Pose.at(outside, 0, 0, 180), false),
                new Port(LOADING, Pose.at(half, -APART_METRES, Port.TABLE_METRES, 180), true),
                Port.out(UNLOADING, half, APART_METRES));
    }

    /** A link to what stands before its inner side leads to where pieces are moved, one to what stands outside to where trucks are. */
    @Override
    public String usualPort(Pose other, boolean isIn) {
        double turn = Math.toRadians(placement().headingDegrees());
        double ahead = (other.x() - placement().xMetres()) * Math.cos(turn) + (other.y() - placement().yMetres()) * Math.sin(turn);
        return ahead > 0 ? isIn ? LOADING : UNLOADING : "";
    }

    /** Its plate lies on the floor, and vehicles drive over it. */
    @Override
    public List<List<Pose>> outlines() {
        return List.of();
    }

    @Override
    public Footprint usualSize() {
        return SIZE;
    }

    @Override
    public boolean passesOnWhatComes() {
        return false;
    }

    @Override
    public List<Candidate> candidates() {
        return dockingTime.isAlwaysZero() && leavingTime.isAlwaysZero()
                ? List.of()
                : List.of(new Candidate(Candidate.Aspect.SPEED, "docking a tenth faster",
                        () -> withDockingTime(dockingTime.scaled(1 / Candidate.FASTER))
                                .withLeavingTime(leavingTime.scaled(1 / Candidate.FASTER))));
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, boolean unloads, Recipe load, @Nullable TimeSource leaveAfter, Distribution dockingTime,
            Distribution leavingTime) implements Serializable {
        private Object readResolve() {
            return new Dock(basics, unloads, load, Optional.ofNullable(leaveAfter), dockingTime, leavingTime);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, unloads, load, leaveAfter.orElse(null), dockingTime, leavingTime);
    }
}
