package rhombic.study.kind;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.value.Count;
import rhombic.study.value.Footprint;
import rhombic.study.value.PieceType;
import rhombic.study.value.Port;
import rhombic.study.value.Route;
import rhombic.study.value.ShutTime;
import rhombic.study.value.StudyException;

/**
 * Carries pieces along its way. A piece comes on with its front edge at the beginning, as soon as the one before it is far
 * enough on, and can leave when its front edge is at the end.
 *
 * @param width of a lane, from 0.05 m to 20 m
 * @param speed above 0
 * @param gap least distance between one piece and the next, 0 or more
 * @param mode what the pieces do behind one that stands at the end
 * @param lie how pieces lie on it
 * @param most pieces on one lane; empty: as many as fit
 * @param lanes side by side, each of which stops by itself
 * @param off times at which its drive is switched off by hand
 */
public record Conveyor(Basics basics, Route route, Quantity width, Quantity speed, Quantity gap, Mode mode, Lie lie, OptionalInt most,
        int lanes, List<ShutTime> off) implements Equipment {
    public static final int MOST_LANES = 64;
    public static final double DEEP_METRES = 0.2;
    static final Quantity USUAL_WIDTH = Quantity.parse("0.8 m", Dimension.LENGTH);
    static final Quantity USUAL_SPEED = Quantity.parse("0.3 m/s", Dimension.SPEED);
    static final Quantity USUAL_GAP = Quantity.parse("0.1 m", Dimension.LENGTH);

    /** What pieces do behind one that can't go on. */
    public enum Mode {
        /** They close up behind it, up to the gap. */
        ACCUMULATING("accumulating"),
        /** The whole lane stops, with the distances that there are. */
        RIGID("rigid");

        private final String word;

        Mode(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** How pieces lie: with their length or their width in the direction of the way. */
    public enum Lie {
        LENGTHWISE("lengthwise"), ACROSS("across");

        private final String word;

        Lie(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public Conveyor {
        off = List.copyOf(off);
        most.ifPresent(n -> Count.atLeast(1, "The most pieces on a conveyor", n));
        if (!(speed.inBaseUnit() > 0 && speed.inBaseUnit() <= 100)) {
            throw new StudyException("The speed of a conveyor must be above 0 m/s and at most 100 m/s; got " + speed
                    + ". Switch it off to stop it");
        }
        if (!(width.inBaseUnit() >= 0.05 && width.inBaseUnit() <= 20)) {
            throw new StudyException("The width of a conveyor must be from 0.05 m to 20 m; got " + width);
        }
        if (!(gap.inBaseUnit() >= 0 && gap.inBaseUnit() <= 100)) {
            throw new StudyException("The gap between pieces must be from 0 m to 100 m; got " + gap);
        }
        if (lanes < 1 || lanes > MOST_LANES) {
            throw new StudyException("A conveyor must have 1 to " + MOST_LANES + " lanes; got " + lanes);
        }
        if (basics.size() != null) {
            throw new StudyException("The size of a conveyor is that of its way: change the way, or its width");
        }
    }

    /** With usual values: accumulating, one lane. */
    public static Conveyor usual(Basics basics, Route route) {
        return new Conveyor(basics, route, USUAL_WIDTH, USUAL_SPEED, USUAL_GAP, Mode.ACCUMULATING, Lie.LENGTHWISE, OptionalInt.empty(), 1,
                List.of());
    }

    /** Width of all lanes together. */
    public double wholeWidthMetres() {
        return lanes * width.inBaseUnit();
    }

    /** How much of a lane a piece of the type takes, without the gap. */
    public double lengthOf(PieceType type) {
        return (lie == Lie.LENGTHWISE ? type.length() : type.width()).inBaseUnit();
    }

    /** The most pieces of that length that stand wholly on a lane, closed up. */
    public int roomFor(double pieceMetres) {
        double metres = gap.inBaseUnit();
        int fitting = (int) Math.floor((route.metres() + metres) / (pieceMetres + metres) + 1e-9);
        return Math.min(fitting, most.orElse(Integer.MAX_VALUE));
    }

    /** Its way in space. */
    public Path path() {
        return route.path(placement().pose().of(route.start(Port.TABLE_METRES)));
    }

    @Override
    public Optional<Along> along() {
        return Optional.of(new Along(path(), wholeWidthMetres()));
    }

    @Override
    public Conveyor mirrored() {
        return withRoute(route.mirrored());
    }

    /** How far to the left of the middle a lane lies; the first lane is the leftmost. */
    public double laneOffset(int lane) {
        return ((lanes - 1) / 2.0 - lane) * width.inBaseUnit();
    }

    /** With another way that begins where this one does. */
    public Conveyor goingOn(Route other) {
        Pose begins = placement().pose().of(route.start(0));
        Pose offset = Pose.at(0, 0, 0, placement().turnedDegrees()).of(other.start(0));
        return new Conveyor(basics.placed(placement().movedBy(begins.x() - offset.x() - placement().xMetres(),
                begins.y() - offset.y() - placement().yMetres())), other, width, speed, gap, mode, lie, most, lanes, off);
    }

    public Conveyor withRoute(Route newRoute) {
        return new Conveyor(basics, newRoute, width, speed, gap, mode, lie, most, lanes, off);
    }

    public Conveyor withWidth(Quantity newWidth) {
        return new Conveyor(basics, route, newWidth, speed, gap, mode, lie, most, lanes, off);
    }

    public Conveyor withSpeed(Quantity newSpeed) {
        return new Conveyor(basics, route, width, newSpeed, gap, mode, lie, most, lanes, off);
    }

    public Conveyor withGap(Quantity newGap) {
        return new Conveyor(basics, route, width, speed, newGap, mode, lie, most, lanes, off);
    }

    public Conveyor withMode(Mode newMode) {
        return new Conveyor(basics, route, width, speed, gap, newMode, lie, most, lanes, off);
    }

    public Conveyor withLie(Lie newLie) {
        return new Conveyor(basics, route, width, speed, gap, mode, newLie, most, lanes, off);
    }

    public Conveyor withMost(OptionalInt newMost) {
        return new Conveyor(basics, route, width, speed, gap, mode, lie, newMost, lanes, off);
    }

    public Conveyor withLanes(int newLanes) {
        return new Conveyor(basics, route, width, speed, gap, mode, lie, most, newLanes, off);
    }

    public Conveyor withOff(List<ShutTime> newOff) {
        return new Conveyor(basics, route, width, speed, gap, mode, lie, most, lanes, newOff);
    }

    @Override
    public Conveyor with(Basics newBasics) {
        return new Conveyor(newBasics, route, width, speed, gap, mode, lie, most, lanes, off);
    }

    @Override
    public boolean hasOwnSize() {
        return false;
    }

    @Override
    public OptionalInt contentRoom(List<PieceType> types) {
        return OptionalInt.of(lanes * Math.max(1, types.stream().mapToInt(type -> roomFor(lengthOf(type))).max().orElse(1)));
    }

    @Override
    public Footprint usualSize() {
        double across = wholeWidthMetres();
        return new Footprint(Math.max(0.1, route.reachAlong() + (route.reachAcross() > 0.01 ? across : 0)),
                Math.max(0.1, route.reachAcross() + across), Port.TABLE_METRES + 0.15);
    }

    @Override
    public List<Port> ports() {
        Pose start = route.start(Port.TABLE_METRES);
        return List.of(new Port(Port.IN, start, true), new Port(Port.OUT, route.end(Port.TABLE_METRES), false));
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, Route route, Quantity width, Quantity speed, Quantity gap, Mode mode, Lie lie, int most, int lanes,
            List<ShutTime> off) implements java.io.Serializable {
        private Object readResolve() {
            return new Conveyor(basics, route, width, speed, gap, mode, lie, most == 0 ? OptionalInt.empty() : OptionalInt.of(most), lanes,
                    off);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, route, width, speed, gap, mode, lie, most.orElse(0), lanes, off);
    }
}
