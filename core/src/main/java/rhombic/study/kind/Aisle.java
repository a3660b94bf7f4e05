package rhombic.study.kind;

import java.util.List;
import java.util.Optional;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.FloorLine;
import rhombic.study.place.Lengths;
import rhombic.study.value.StudyException;

/**
 * Where people and vehicles travel. Aisles cross where they meet.
 *
 * @param width from 0.3 m to 50 m
 * @param direction in which one goes along it
 * @param maxSpeed that is allowed on it, above 0 to 50 m/s; empty: any
 * @param users who goes along it
 * @param traffic how many vehicles that keep their distance are on a stretch of it at a time
 * @param fleets the only ones that use it, by name; none: all
 */
public record Aisle(Basics basics, FloorLine line, Quantity width, Direction direction, Optional<Quantity> maxSpeed, Users users,
        Traffic traffic, List<String> fleets)
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
                    Optional.empty(), Aisle::maxSpeed, Aisle::withMaxSpeed),
            Field.optional("users", "Who goes along it; missing: people and vehicles.", FieldType.Word.of(Users.values()), Users.ALL,
                    Aisle::users, Aisle::withUsers),
            Field.optional("traffic", "How many vehicles that keep their distance are on a stretch of it at a time; missing: several.",
                    FieldType.Word.of(Traffic.values()), Traffic.SEVERAL, Aisle::traffic, Aisle::withTraffic),
            Field.optional("fleets", "Of fleets, only these use it; missing: all.", new FieldType.Several<>(FieldType.ELEMENT), List.of(),
                    Aisle::fleets, Aisle::withFleets)),
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

    public Aisle {
        fleets = List.copyOf(fleets);
        Lengths.within("The width of an aisle", width, 0.3, 50);
        maxSpeed.ifPresent(speed -> {
            if (!(speed.inBaseUnit() > 0 && speed.inBaseUnit() <= 50)) {
                throw new StudyException("The max. speed on an aisle must be above 0 m/s and at most 50 m/s; got " + speed);
            }
        });
    }

    private static Aisle usual(Basics basics) {
        return new Aisle(basics.withSize(null), FloorLine.straight(10), USUAL_WIDTH, Direction.BOTH_WAYS, Optional.empty(), Users.ALL,
                Traffic.SEVERAL, List.of());
    }

    @Override
    public Kind<Aisle> declaration() {
        return KIND;
    }

    @Override
    public Aisle with(Basics newBasics) {
        return new Aisle(newBasics, line, width, direction, maxSpeed, users, traffic, fleets);
    }

    @Override
    public Aisle withLine(FloorLine newLine) {
        return new Aisle(basics, newLine, width, direction, maxSpeed, users, traffic, fleets);
    }

    public Aisle withWidth(Quantity newWidth) {
        return new Aisle(basics, line, newWidth, direction, maxSpeed, users, traffic, fleets);
    }

    public Aisle withDirection(Direction newDirection) {
        return new Aisle(basics, line, width, newDirection, maxSpeed, users, traffic, fleets);
    }

    public Aisle withMaxSpeed(Optional<Quantity> newMaxSpeed) {
        return new Aisle(basics, line, width, direction, newMaxSpeed, users, traffic, fleets);
    }

    public Aisle withUsers(Users newUsers) {
        return new Aisle(basics, line, width, direction, maxSpeed, newUsers, traffic, fleets);
    }

    public Aisle withTraffic(Traffic newTraffic) {
        return new Aisle(basics, line, width, direction, maxSpeed, users, newTraffic, fleets);
    }

    public Aisle withFleets(List<String> newFleets) {
        return new Aisle(basics, line, width, direction, maxSpeed, users, traffic, newFleets);
    }

    /** Whether the group goes along it, if it goes on aisles. */
    public boolean admits(ResourceGroup group) {
        return users.admits(group.arePeople()) && (group.arePeople() || fleets.isEmpty() || fleets.contains(group.name()));
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

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, FloorLine line, Quantity width, Direction direction,
            @org.jspecify.annotations.Nullable Quantity maxSpeed,
            Users users, Traffic traffic, List<String> fleets) implements java.io.Serializable {
        private Object readResolve() {
            return new Aisle(basics, line, width, direction, Optional.ofNullable(maxSpeed), users, traffic, fleets);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, line, width, direction, maxSpeed.orElse(null), users, traffic, fleets);
    }
}
