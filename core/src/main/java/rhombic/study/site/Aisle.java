package rhombic.study.site;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.FloorLine;
import rhombic.study.place.Lengths;
import rhombic.study.value.StudyException;

/**
 * Where people and vehicles travel. Aisles cross where they meet.
 *
 * @param width from 0.3 m to 50 m
 * @param direction in which one goes along it
 * @param users who goes along it
 * @param traffic how many vehicles that keep their distance are on a stretch of it at a time
 * @param limits what is allowed on it
 */
public record Aisle(Basics basics, FloorLine line, Quantity width, Direction direction, Users users, Traffic traffic, Limits limits)
        implements
            PlantElement,
            LineElement {
    private static final Quantity USUAL_WIDTH = new Quantity(2, Unit.METRE);
    private static final double FLAT_METRES = 0.02;

    public static final Kind<Aisle> KIND = new Kind<>("Aisle", Family.SITE, Aisle.class, List.of(
            Field.written("line", "Its middle, corner by corner, seen from its position.", FloorLine.TYPE, FloorLine.straight(10),
                    Aisle::line, Aisle::withLine),
            Field.written("width", "0.3 m to 50 m.", new FieldType.Measured(Dimension.LENGTH), USUAL_WIDTH, Aisle::width,
                    Aisle::withWidth),
            Field.optional("direction", "In which one goes along it; missing: both ways.", FieldType.Word.of(Direction.values()),
                    Direction.BOTH_WAYS, Aisle::direction, Aisle::withDirection),
            Field.optional("maxSpeed", "That is allowed on it; missing: any.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.SPEED)),
                    Optional.empty(), Limits::maxSpeed, Limits::withMaxSpeed).within(Aisle::limits, Aisle::with),
            Field.optional("users", "Who goes along it; missing: people and vehicles.", FieldType.Word.of(Users.values()), Users.ALL,
                    Aisle::users, Aisle::withUsers),
            Field.optional("traffic", "How many vehicles that keep their distance are on a stretch of it at a time; missing: several.",
                    FieldType.Word.of(Traffic.values()), Traffic.SEVERAL, Aisle::traffic, Aisle::withTraffic),
            Field.optional("fleets", "Of fleets, only these use it; missing: all.", new FieldType.Several<>(FieldType.ELEMENT),
                    List.<String>of(), Limits::fleets, Limits::withFleets).within(Aisle::limits, Aisle::with),
            Field.optional("maxHeight", "Of vehicles that use it; missing: any.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.LENGTH)),
                    Optional.empty(), Limits::maxHeight, Limits::withMaxHeight).within(Aisle::limits, Aisle::with),
            Field.optional("maxLoad", "That vehicles which use it can carry; missing: any.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.MASS)), Optional.empty(), Limits::maxLoad, Limits::withMaxLoad)
                    .within(Aisle::limits, Aisle::with)),
            Aisle::usual, (basics, types) -> usual(basics));

    /** In which direction one goes along an aisle. */
    public enum Direction {
        BOTH_WAYS("both ways"),
        /** From the beginning of its line to the end. */
        FORWARD("forward"),
        /** From the end to the beginning. */
        BACKWARD("backward");

        private final String word;

        Direction(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** Who goes along an aisle. */
    public enum Users {
        ALL("people and vehicles"), PEOPLE("people"), VEHICLES("vehicles");

        private final String word;

        Users(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        /** Whether people, or else vehicles, go along it. */
        public boolean admits(boolean people) {
            return this == ALL || this == (people ? PEOPLE : VEHICLES);
        }
    }

    /** How many vehicles that keep their distance are on a stretch of an aisle at a time. */
    public enum Traffic {
        SEVERAL("several"),
        /** One between two crossings. */
        ONE("one");

        private final String word;

        Traffic(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /**
     * What is allowed on an aisle.
     *
     * @param maxSpeed above 0 to 50 m/s; empty: any
     * @param fleets that use it, by name; empty: all
     * @param maxHeight of vehicles that use it, 0.1 to 50 m; empty: any
     * @param maxLoad that vehicles which use it can carry, above 0 to 1000 t; empty: any
     */
    public record Limits(Optional<Quantity> maxSpeed, List<String> fleets, Optional<Quantity> maxHeight,
            Optional<Quantity> maxLoad) implements Serializable {
        static final Limits NONE = new Limits(Optional.empty(), List.of(), Optional.empty(), Optional.empty());

        public Limits {
            fleets = List.copyOf(fleets);
            maxSpeed.ifPresent(speed -> {
                if (!(speed.inBaseUnit() > 0 && speed.inBaseUnit() <= 50)) {
                    throw new StudyException("The max. speed on an aisle must be above 0 m/s and at most 50 m/s; got " + speed);
                }
            });
            maxHeight.ifPresent(height -> Lengths.within("The max. height on an aisle", height, 0.1, 50));
            maxLoad.ifPresent(load -> {
                if (!(load.inBaseUnit() > 0 && load.inBaseUnit() <= 1e6)) {
                    throw new StudyException("The max. load on an aisle must be above 0 kg and at most 1000 t; got " + load);
                }
            });
        }

        public Limits withMaxSpeed(Optional<Quantity> newSpeed) {
            return new Limits(newSpeed, fleets, maxHeight, maxLoad);
        }

        public Limits withFleets(List<String> newFleets) {
            return new Limits(maxSpeed, newFleets, maxHeight, maxLoad);
        }

        public Limits withMaxHeight(Optional<Quantity> newHeight) {
            return new Limits(maxSpeed, fleets, newHeight, maxLoad);
        }

        public Limits withMaxLoad(Optional<Quantity> newLoad) {
            return new Limits(maxSpeed, fleets, maxHeight, newLoad);
        }

        private boolean admit(ResourceGroup vehicles) {
            return (fleets.isEmpty() || fleets.contains(vehicles.name()))
                    && maxHeight.map(height -> vehicles.highMetres() <= height.inBaseUnit()).orElse(true)
                    && maxLoad.map(load -> vehicles.maxLoadKilograms() <= load.inBaseUnit()).orElse(true);
        }

        /** Optional values can't be serialised, so this stands in for the record on its way. */
        private record Stored(@Nullable Quantity maxSpeed, List<String> fleets, @Nullable Quantity maxHeight,
                @Nullable Quantity maxLoad) implements Serializable {
            private Object readResolve() {
                return new Limits(Optional.ofNullable(maxSpeed), fleets, Optional.ofNullable(maxHeight), Optional.ofNullable(maxLoad));
            }
        }

        private Object writeReplace() {
            return new Stored(maxSpeed.orElse(null), fleets, maxHeight.orElse(null), maxLoad.orElse(null));
        }
    }

    public Aisle {
        Lengths.within("The width of an aisle", width, 0.3, 50);
    }

    private static Aisle usual(Basics basics) {
        return new Aisle(basics.withSize(null), FloorLine.straight(10), USUAL_WIDTH, Direction.BOTH_WAYS, Users.ALL, Traffic.SEVERAL,
                Limits.NONE);
    }

    @Override
    public Kind<Aisle> declaration() {
        return KIND;
    }

    @Override
    public Aisle with(Basics newBasics) {
        return new Aisle(newBasics, line, width, direction, users, traffic, limits);
    }

    @Override
    public Aisle withLine(FloorLine newLine) {
        return new Aisle(basics, newLine, width, direction, users, traffic, limits);
    }

    public Aisle withWidth(Quantity newWidth) {
        return new Aisle(basics, line, newWidth, direction, users, traffic, limits);
    }

    public Aisle withDirection(Direction newDirection) {
        return new Aisle(basics, line, width, newDirection, users, traffic, limits);
    }

    public Aisle with(Limits newLimits) {
        return new Aisle(basics, line, width, direction, users, traffic, newLimits);
    }

    public Optional<Quantity> maxSpeed() {
        return limits.maxSpeed;
    }

    public Aisle withMaxSpeed(Optional<Quantity> newMaxSpeed) {
        return with(limits.withMaxSpeed(newMaxSpeed));
    }

    public Aisle withUsers(Users newUsers) {
        return new Aisle(basics, line, width, direction, newUsers, traffic, limits);
    }

    public Aisle withTraffic(Traffic newTraffic) {
        return new Aisle(basics, line, width, direction, users, newTraffic, limits);
    }

    /** Of fleets, those that use it; empty: all. */
    public List<String> fleets() {
        return limits.fleets;
    }

    public Aisle withFleets(List<String> newFleets) {
        return with(limits.withFleets(newFleets));
    }

    /** Whether the group goes along it, if it goes on aisles. */
    public boolean admits(ResourceGroup group) {
        return users.admits(group.arePeople()) && (group.arePeople() || limits.admit(group));
    }

    /** Where the arrow stands that shows and changes its direction: a third of the way along its longest leg. */
    public Pose arrow() {
        List<Pose> corners = cornersOnFloor();
        int longest = 0;
        for (int i = 1; i + 1 < corners.size(); i++) {
            longest = length(corners, i) > length(corners, longest) ? i : longest;
        }
        Pose from = corners.get(longest);
        Pose to = corners.get(longest + 1);
        double heading = Math.toDegrees(Math.atan2(to.y() - from.y(), to.x() - from.x()));
        return Pose.at(from.x() + (to.x() - from.x()) / 3, from.y() + (to.y() - from.y()) / 3, from.z(),
                direction == Direction.BACKWARD ? heading + 180 : heading);
    }

    private static double length(List<Pose> corners, int leg) {
        return corners.get(leg).distanceTo(corners.get(leg + 1));
    }

    /** From both ways to one way, then to the other way, then to both ways again. */
    public Aisle turned() {
        return withDirection(switch (direction) {
            case BOTH_WAYS -> Direction.FORWARD;
            case FORWARD -> Direction.BACKWARD;
            case BACKWARD -> Direction.BOTH_WAYS;
        });
    }

    @Override
    public double widthMetres() {
        return width.inBaseUnit();
    }

    @Override
    public double heightMetres() {
        return FLAT_METRES;
    }

    /** What it is for, in one sentence. */
    public String purpose() {
        String travellers = users.word();
        return Character.toUpperCase(travellers.charAt(0)) + travellers.substring(1) + " travel along it"
                + (direction == Direction.BOTH_WAYS ? "." : ", one way.");
    }
}
