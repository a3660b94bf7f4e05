package rhombic.study.kind;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.value.Count;
import rhombic.study.value.PieceType;
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
 * @param orientation how pieces lie on it
 * @param maxPieces pieces on one lane; empty: as many as fit
 * @param lanes side by side, each of which stops by itself
 * @param offTimes times at which its drive is switched off by hand
 * @param fittings diverts, merges and sensors in the order of the way
 * @param indexing whether each piece takes a position of fixed length
 * @param maxWeight most weight on the conveyor, all lanes together; empty: any
 * @param acceleration with which the drive changes its speed; empty: at once
 */
public record Conveyor(Basics basics, ConveyorPath conveyorPath, Quantity width, Quantity speed, Quantity gap, Mode mode,
        Orientation orientation, OptionalInt maxPieces,
        int lanes, List<ShutTime> offTimes, List<Fitting> fittings, Indexing indexing, Optional<Quantity> maxWeight,
        Optional<Quantity> acceleration)
        implements
            Equipment {
    public static final int MAX_LANES = 64;
    /** What formulas and rules call its speed, in metres per second. */
    public static final String SPEED = "speed";
    public static final double DEEP_METRES = 0.2;
    static final Quantity USUAL_WIDTH = Quantity.parse("0.8 m", Dimension.LENGTH);
    static final Quantity USUAL_SPEED = Quantity.parse("0.3 m/s", Dimension.SPEED);
    static final Quantity USUAL_GAP = Quantity.parse("0.1 m", Dimension.LENGTH);

    public static final Kind<Conveyor> KIND = new Kind<>("Conveyor", Family.MOVE, Conveyor.class, List.of(
            Field.written("path", "Its path, straight parts and curves from its beginning on.", ConveyorPath.TYPE, ConveyorPath.straight(5),
                    Conveyor::conveyorPath, Conveyor::withConveyorPath),
            Field.written("width", "Of one lane.", new FieldType.Measured(Dimension.LENGTH), USUAL_WIDTH, Conveyor::width,
                    Conveyor::withWidth),
            Field.written("speed", "Of the pieces.", new FieldType.Measured(Dimension.SPEED), USUAL_SPEED, Conveyor::speed,
                    Conveyor::withSpeed),
            Field.written("gap", "Least distance from one piece to the next.", new FieldType.Measured(Dimension.LENGTH), USUAL_GAP,
                    Conveyor::gap, Conveyor::withGap),
            Field.required("mode", "Whether pieces close up behind a stop, or all of it stops.", FieldType.Word.of(Mode.values()),
                    Conveyor::mode, Conveyor::withMode),
            Field.optional("orientation", "Whether pieces lie along it or across; missing: lengthwise.",
                    FieldType.Word.of(Orientation.values()), Orientation.LENGTHWISE, Conveyor::orientation, Conveyor::withOrientation),
            Field.optional("maxPieces", "Pieces on it at a time; missing: as many as fit.", new FieldType.WholeOrNone(1, FieldType.MANY),
                    OptionalInt.empty(), Conveyor::maxPieces, Conveyor::withMaxPieces),
            Field.required("lanes", "Lanes side by side.", new FieldType.Whole(1, MAX_LANES), Conveyor::lanes, Conveyor::withLanes),
            Field.optional("offTimes", "When its drive is off.", ShutTime.SEVERAL, List.of(), Conveyor::offTimes, Conveyor::withOffTimes),
            Field.optional("fittings", "Diverts, merges and sensors along it.", Fitting.SEVERAL, List.of(), Conveyor::fittings,
                    Conveyor::withFittings),
            Field.optional("pitch", "Distance of the positions, if pieces lie in positions.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.LENGTH)), Optional.empty(), c -> c.indexing.pitch(),
                    (c, pitch) -> c.withIndexing(new Indexing(pitch, c.indexing.positions()))),
            Field.optional("positions", "Number of the positions, if pieces lie in positions.",
                    new FieldType.WholeOrNone(1, FieldType.MANY),
                    OptionalInt.empty(), c -> c.indexing.positions(),
                    (c, positions) -> c.withIndexing(new Indexing(c.indexing.pitch(), positions))),
            Field.optional("maxWeight", "Weight of all that may be on it; missing: no limit.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.MASS)), Optional.empty(), Conveyor::maxWeight,
                    Conveyor::withMaxWeight),
            Field.optional("acceleration", "Of its drive; missing: it starts and stops at once.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.ACCELERATION)), Optional.empty(), Conveyor::acceleration,
                    Conveyor::withAcceleration)),
            basics -> usual(basics.withSize(null), ConveyorPath.straight(5)),
            (basics, types) -> usual(basics, ConveyorPath.straight(5)));

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
    public enum Orientation {
        LENGTHWISE("lengthwise"), ACROSS("across");

        private final String word;

        Orientation(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /**
     * Positions of fixed length, one for each piece.
     *
     * @param pitch from one position to the next; empty: pieces lie anywhere
     * @param positions how many there are by other documents; compared with the way, and the most pieces on a lane
     */
    public record Indexing(Optional<Quantity> pitch, OptionalInt positions) {
        public static final Indexing NONE = new Indexing(Optional.empty(), OptionalInt.empty());

        public Indexing {
            pitch.ifPresent(length -> {
                if (!(length.inBaseUnit() >= 0.01 && length.inBaseUnit() <= 100)) {
                    throw new StudyException("The pitch of a conveyor must be from 0.01 m to 100 m; got " + length);
                }
            });
            positions.ifPresent(n -> Count.atLeast(1, "The positions of a conveyor", n));
        }
    }

    public Conveyor {
        offTimes = List.copyOf(offTimes);
        fittings = Fitting.checked(fittings);
        maxWeight.ifPresent(weight -> {
            if (!(weight.amount() > 0)) {
                throw new StudyException("The max. weight on a conveyor must be above 0 kg; got " + weight);
            }
        });
        acceleration.ifPresent(gain -> {
            if (!(gain.inBaseUnit() >= 0.001 && gain.inBaseUnit() <= 100)) {
                throw new StudyException("The acceleration of a conveyor must be from 0.001 m/s² to 100 m/s²; got " + gain);
            }
        });
        maxPieces.ifPresent(n -> Count.atLeast(1, "The max. pieces on a conveyor", n));
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
        if (lanes < 1 || lanes > MAX_LANES) {
            throw new StudyException("A conveyor must have 1 to " + MAX_LANES + " lanes; got " + lanes);
        }
        if (basics.size() != null) {
            throw new StudyException("The size of a conveyor is that of its way: change the way, or its width");
        }
    }

    /** With usual values: accumulating, one lane. */
    public static Conveyor usual(Basics basics, ConveyorPath route) {
        return new Conveyor(basics, route, USUAL_WIDTH, USUAL_SPEED, USUAL_GAP, Mode.ACCUMULATING, Orientation.LENGTHWISE,
                OptionalInt.empty(), 1,
                List.of(), List.of(), Indexing.NONE, Optional.empty(), Optional.empty());
    }

    /** Width of all lanes together. */
    public double totalWidthMetres() {
        return lanes * width.inBaseUnit();
    }

    /** How much of a lane a piece of the type takes, without the gap: its position, if it has one. */
    public double lengthOf(PieceType type) {
        return indexing.pitch().map(Quantity::inBaseUnit).orElseGet(() -> ownLengthOf(type));
    }

    /** Least distance between the lengths that pieces take. */
    public double gapMetres() {
        return indexing.pitch().isPresent() ? 0 : gap.inBaseUnit();
    }

    /** How long a piece of the type is in the direction of the way. */
    public double ownLengthOf(PieceType type) {
        return (orientation == Orientation.LENGTHWISE ? type.length() : type.width()).inBaseUnit();
    }

    /** The most pieces of that length that stand wholly on a lane, closed up. */
    public int capacityFor(double pieceMetres) {
        double metres = gapMetres();
        int fitting = (int) Math.floor((conveyorPath.metres() + metres) / (pieceMetres + metres) + 1e-9);
        return Math.min(fitting, maxPiecesOnLane());
    }

    /** What is set as the most pieces on a lane, and by the number of positions. */
    public int maxPiecesOnLane() {
        return Math.min(maxPieces.orElse(Integer.MAX_VALUE), indexing.positions().orElse(Integer.MAX_VALUE));
    }

    /** Its way in space. */
    public Path path() {
        return conveyorPath.path(placement().pose().of(conveyorPath.start(Port.TABLE_METRES)));
    }

    @Override
    public Optional<Along> along() {
        return Optional.of(new Along(path(), totalWidthMetres()));
    }

    @Override
    public Conveyor mirrored() {
        return withConveyorPath(conveyorPath.mirrored()).withFittings(fittings.stream().<Fitting>map(fitting -> switch (fitting) {
            case Fitting.Divert divert -> divert.withSide(divert.side().other());
            case Fitting.Merge merge -> merge.withSide(merge.side().other());
            case Fitting.Sensor sensor -> sensor;
        }).toList());
    }

    /** How far to the left of the middle a lane lies; the first lane is the leftmost. */
    public double laneOffset(int lane) {
        return ((lanes - 1) / 2.0 - lane) * width.inBaseUnit();
    }

    /** Laid through corners of the floor, the first being where it begins; inner ones are arcs. */
    public Conveyor through(ConveyorPath.Corners corners) {
        ConveyorPath laid = ConveyorPath.through(corners.all());
        ConveyorPath.Corner first = corners.all().getFirst();
        ConveyorPath.Corner next = corners.all().get(1);
        double heading = Math.toDegrees(Math.atan2(next.y() - first.y(), next.x() - first.x()));
        double rounded = Math.round(heading * 1000) / 1000.0;
        Pose start = Pose.at(0, 0, 0, rounded).of(laid.start(0));
        return with(basics.placed(new Placement(first.x() - start.x(), first.y() - start.y(), placement().zMetres(), rounded)))
                .withConveyorPath(laid);
    }

    /** Its corners on the floor, if it has some that can be moved. */
    public Optional<ConveyorPath.Corners> corners() {
        Pose begins = placement().pose().of(conveyorPath.start(0));
        return conveyorPath.corners().map(corners -> new ConveyorPath.Corners(corners.all().stream().map(corner -> {
            Pose at = begins.of(Pose.at(corner.x(), corner.y(), 0, 0));
            return new ConveyorPath.Corner(at.x(), at.y(), corner.height(), corner.radiusMetres());
        }).toList()));
    }

    /** With another way that begins where this one does. */
    public Conveyor continuing(ConveyorPath other) {
        Pose begins = placement().pose().of(conveyorPath.start(0));
        Pose offset = Pose.at(0, 0, 0, placement().headingDegrees()).of(other.start(0));
        return with(basics.placed(placement().movedBy(begins.x() - offset.x() - placement().xMetres(),
                begins.y() - offset.y() - placement().yMetres()))).withConveyorPath(other);
    }

    public Conveyor withConveyorPath(ConveyorPath newPath) {
        return new Conveyor(basics, newPath, width, speed, gap, mode, orientation, maxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withWidth(Quantity newWidth) {
        return new Conveyor(basics, conveyorPath, newWidth, speed, gap, mode, orientation, maxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withSpeed(Quantity newSpeed) {
        return new Conveyor(basics, conveyorPath, width, newSpeed, gap, mode, orientation, maxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withGap(Quantity newGap) {
        return new Conveyor(basics, conveyorPath, width, speed, newGap, mode, orientation, maxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withMode(Mode newMode) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, newMode, orientation, maxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withOrientation(Orientation newOrientation) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, mode, newOrientation, maxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withMaxPieces(OptionalInt newMaxPieces) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, mode, orientation, newMaxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withLanes(int newLanes) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, mode, orientation, maxPieces, newLanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withOffTimes(List<ShutTime> newOffTimes) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, mode, orientation, maxPieces, lanes, newOffTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withFittings(List<Fitting> newFittings) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, mode, orientation, maxPieces, lanes, offTimes, newFittings, indexing,
                maxWeight, acceleration);
    }

    public Conveyor withIndexing(Indexing newIndexing) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, mode, orientation, maxPieces, lanes, offTimes, fittings, newIndexing,
                maxWeight, acceleration);
    }

    public Conveyor withMaxWeight(Optional<Quantity> newMaxWeight) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, mode, orientation, maxPieces, lanes, offTimes, fittings, indexing,
                newMaxWeight, acceleration);
    }

    public Conveyor withAcceleration(Optional<Quantity> newAcceleration) {
        return new Conveyor(basics, conveyorPath, width, speed, gap, mode, orientation, maxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, newAcceleration);
    }

    @Override
    public Kind<Conveyor> declaration() {
        return KIND;
    }

    @Override
    public Conveyor with(Basics newBasics) {
        return new Conveyor(newBasics, conveyorPath, width, speed, gap, mode, orientation, maxPieces, lanes, offTimes, fittings, indexing,
                maxWeight, acceleration);
    }

    /** With one of its diverts, merges and sensors in place of what is called so. */
    public Conveyor withFitting(String called, Fitting fitting) {
        return withFittings(fittings.stream().map(one -> one.name().equals(called) ? fitting : one).toList());
    }

    /** With one more. */
    public Conveyor and(Fitting fitting) {
        List<Fitting> more = new ArrayList<>(fittings);
        more.add(fitting);
        return withFittings(more);
    }

    /** Its diverts and merges, between which pieces go on from one part of it to the next. */
    public List<Fitting> branches() {
        return fittings.stream().filter(fitting -> !(fitting instanceof Fitting.Sensor)).toList();
    }

    /** Where along the way it is; never beyond its end. */
    public double metresOf(Fitting fitting) {
        return Math.min(fitting.position().inBaseUnit(), conveyorPath.metres());
    }

    /** How far along the way the place is that is nearest to a point of the floor. */
    public double nearest(double x, double y) {
        Path way = path();
        double length = way.metres();
        int steps = (int) Math.clamp(Math.ceil(length / 0.25), 1, 20_000);
        double best = 0;
        for (double step = length / steps; step > 0.002; step /= 8) {
            double from = step == length / steps ? 0 : Math.max(0, best - step * 8);
            double to = step == length / steps ? length : Math.min(length, best + step * 8);
            for (double at = from; at <= to + step / 2; at += step) {
                if (away(way, at, x, y) < away(way, best, x, y)) {
                    best = Math.min(at, length);
                }
            }
        }
        return best;
    }

    private static double away(Path way, double at, double x, double y) {
        Pose pose = way.at(at);
        return Math.hypot(pose.x() - x, pose.y() - y);
    }

    /** How far to the left of the middle its side is. */
    private double aside(Fitting.Side side) {
        return side.toLeft() * totalWidthMetres() / 2;
    }

    private Port port(Fitting fitting, Fitting.Side side, boolean isIn) {
        Pose on = conveyorPath.path(conveyorPath.start(Port.TABLE_METRES)).at(metresOf(fitting));
        double heading = Math.toRadians(on.heading());
        double aside = aside(side);
        double headingDegrees = on.heading() + (isIn ? -90 : 90) * side.toLeft();
        return new Port(fitting.name(),
                Pose.at(on.x() - aside * Math.sin(heading), on.y() + aside * Math.cos(heading), on.z(), headingDegrees),
                isIn);
    }

    @Override
    public boolean hasOwnSize() {
        return false;
    }

    @Override
    public List<String> readable() {
        List<String> names = new ArrayList<>(settable());
        names.add(COMING);
        sensors().forEach(sensor -> names.addAll(List.of(sensor.name(), sensor.passed())));
        return names;
    }

    @Override
    public List<String> settable() {
        return List.of(SPEED);
    }

    @Override
    public List<String> ruleStates() {
        return sensors().flatMap(sensor -> Stream.of(sensor.coveredWord(), sensor.clearWord())).toList();
    }

    private Stream<Fitting.Sensor> sensors() {
        return fittings.stream().filter(Fitting.Sensor.class::isInstance).map(Fitting.Sensor.class::cast);
    }

    @Override
    public OptionalInt contentCapacity(List<PieceType> types) {
        return OptionalInt.of(lanes * Math.max(1, types.stream().mapToInt(type -> capacityFor(lengthOf(type))).max().orElse(1)));
    }

    @Override
    public boolean works() {
        return true;
    }

    @Override
    public List<Candidate> candidates() {
        return List.of(new Candidate(Candidate.Aspect.SPEED, "a tenth faster", () -> withSpeed(speed.times(Candidate.FASTER))));
    }

    @Override
    public Footprint usualSize() {
        double across = totalWidthMetres();
        return new Footprint(Math.max(0.1, conveyorPath.reachAlong() + (conveyorPath.reachAcross() > 0.01 ? across : 0)),
                Math.max(0.1, conveyorPath.reachAcross() + across), Port.TABLE_METRES + 0.15);
    }

    @Override
    public List<Port> ports() {
        List<Port> ports = new ArrayList<>();
        ports.add(new Port(Port.IN, conveyorPath.start(Port.TABLE_METRES), true));
        ports.add(new Port(Port.OUT, conveyorPath.end(Port.TABLE_METRES), false));
        for (Fitting fitting : fittings) {
            switch (fitting) {
                case Fitting.Divert divert -> ports.add(port(divert, divert.side(), false));
                case Fitting.Merge merge -> ports.add(port(merge, merge.side(), true));
                case Fitting.Sensor sensor -> {}
            }
        }
        return ports;
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, ConveyorPath conveyorPath, Quantity width, Quantity speed, Quantity gap, Mode mode,
            Orientation orientation, int maxPieces, int lanes,
            List<ShutTime> offTimes, List<Fitting> fittings, @Nullable Quantity pitch, int positions, @Nullable Quantity maxWeight,
            @Nullable Quantity acceleration) implements Serializable {
        private Object readResolve() {
            return new Conveyor(basics, conveyorPath, width, speed, gap, mode, orientation, some(maxPieces), lanes, offTimes, fittings,
                    new Indexing(Optional.ofNullable(pitch), some(positions)), Optional.ofNullable(maxWeight),
                    Optional.ofNullable(acceleration));
        }

        private static OptionalInt some(int number) {
            return number == 0 ? OptionalInt.empty() : OptionalInt.of(number);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, conveyorPath, width, speed, gap, mode, orientation, maxPieces.orElse(0), lanes, offTimes, fittings,
                indexing.pitch().orElse(null),
                indexing.positions().orElse(0), maxWeight.orElse(null), acceleration.orElse(null));
    }
}
