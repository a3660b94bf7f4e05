package rhombic.study.kind;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.duty.JobChoice;
import rhombic.study.duty.Person;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.duty.TravelChoice;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Footprint;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * Vehicles that carry pieces. They are of one form. It stands where they park.
 *
 * @param vehicles how many, 1 to 500
 * @param capacity pieces that one of them carries at a time, 1 to 1000; a link may say fewer
 * @param speed at which they drive empty, above 0 to 50 m/s
 * @param loadedSpeed at which they drive loaded; empty: the same
 * @param acceleration m/s² that they speed up and brake by, from 0.01 to 50; empty: at once
 * @param quarterTurn how long they take to turn by 90 degrees on the spot; empty: they go round corners without stopping
 * @param pickUpTime of each piece
 * @param setDownTime of each piece
 * @param vehicleRule which of them does something, among those that are free
 * @param jobRule what one of them does next, among what has the highest priority
 * @param idleAt where they are when there is nothing to do
 * @param travel how they get from one place to another
 */
public record Fleet(Basics basics, Form form, int vehicles, int capacity, Quantity speed, Optional<Quantity> loadedSpeed,
        Optional<Quantity> acceleration, Optional<Quantity> quarterTurn, Distribution pickUpTime, Distribution setDownTime,
        ResourceChoice vehicleRule, JobChoice jobRule, Crew.IdlePlace idleAt, TravelChoice travel) implements ResourceGroup {
    public static final int MAX_VEHICLES = 500;
    private static final Quantity USUAL_SPEED = new Quantity(2, Unit.METRE_PER_SECOND);
    private static final Quantity USUAL_ACCELERATION = Quantity.parse("0.5 m/s²", Dimension.ACCELERATION);
    private static final Distribution NO_TIME = DistributionText.parse("0 s");
    private static final double PARKED_METRES = 1.8;
    private static final int IN_ROW = 12;
    private static final double FLAT_METRES = 0.1;

    public static final Kind<Fleet> KIND = new Kind<>("Fleet", Family.MOVE, Fleet.class, List.of(
            Field.required("vehicles", "How many they are.", new FieldType.Whole(1, MAX_VEHICLES), Fleet::vehicles, Fleet::withVehicles),
            Field.required("form", "What they look like, and how they hold what they carry.", FieldType.Word.of(Form.values()), Fleet::form,
                    Fleet::withForm),
            Field.optional("capacity", "Pieces that one of them carries at a time; missing: 1.", new FieldType.Whole(1, 1000), 1,
                    Fleet::capacity, Fleet::withCapacity),
            Field.written("speed", "At which they drive.", new FieldType.Measured(Dimension.SPEED), USUAL_SPEED, Fleet::speed,
                    Fleet::withSpeed),
            Field.optional("loadedSpeed", "At which they drive loaded; missing: as empty.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.SPEED)), Optional.empty(), Fleet::loadedSpeed,
                    Fleet::withLoadedSpeed),
            Field.optional("acceleration", "By which they speed up and brake; missing: at once.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.ACCELERATION)), Optional.empty(), Fleet::acceleration,
                    Fleet::withAcceleration),
            Field.optional("quarterTurn", "How long they take to turn by 90 degrees on the spot; missing: they go round corners.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.TIME)), Optional.empty(), Fleet::quarterTurn,
                    Fleet::withQuarterTurn),
            Field.optional("pickUpTime", "Of each piece; missing: no time.", new FieldType.Duration(), NO_TIME, Fleet::pickUpTime,
                    Fleet::withPickUpTime),
            Field.optional("setDownTime", "Of each piece; missing: no time.", new FieldType.Duration(), NO_TIME, Fleet::setDownTime,
                    Fleet::withSetDownTime),
            Field.optional("vehicleRule", "Which of those that are free comes; missing: the nearest.",
                    FieldType.Word.of(ResourceChoice.values()), ResourceChoice.NEAREST, Fleet::vehicleRule, Fleet::withVehicleRule),
            Field.optional("jobRule", "What one does next, among the most urgent; missing: the longest waiting.",
                    FieldType.Word.of(JobChoice.values()), JobChoice.OLDEST, Fleet::jobRule, Fleet::withJobRule),
            Field.optional("idleAt", "Where they are when there is nothing to do; missing: at home.",
                    FieldType.Word.of(Crew.IdlePlace.values()), Crew.IdlePlace.AT_HOME, Fleet::idleAt, Fleet::withIdleAt),
            Field.optional("travel", "How they get from one place to another; missing: on aisles, and straight where there are none.",
                    FieldType.Word.of(TravelChoice.values()), TravelChoice.ON_AISLES, Fleet::travel, Fleet::withTravel)),
            Fleet::usual, (basics, types) -> usual(basics).withAcceleration(Optional.of(USUAL_ACCELERATION))
                    .withPickUpTime(DistributionText.parse("15 s")).withSetDownTime(DistributionText.parse("15 s"))
                    .withIdleAt(Crew.IdlePlace.WHERE_THEY_ARE));

    /**
     * What vehicles look like.
     *
     * @see #grip
     */
    public enum Form {
        FORKLIFT("forklift", 2.4, 1.1, 0.72, 0.12, 1.25), REACH_TRUCK("reach truck", 2.2, 1.2, 0.6, 0.12, 1.15), AGV("AGV", 1.5, 0.9, -0.55,
                0.42,
                0.95);

        private final String word;
        private final double length;
        private final double width;
        private final double front;
        private final double height;
        private final double reach;

        Form(String word, double length, double width, double front, double height, double reach) {
            this.word = word;
            this.length = length;
            this.width = width;
            this.front = front;
            this.height = height;
            this.reach = reach;
        }

        public String word() {
            return word;
        }

        public double lengthMetres() {
            return length;
        }

        public double widthMetres() {
            return width;
        }
    }

    public Fleet {
        Count.between(1, MAX_VEHICLES, "The vehicles of a fleet", vehicles);
        Count.between(1, 1000, "The pieces that a vehicle carries", capacity);
        checkSpeed("The speed of a fleet", speed);
        loadedSpeed.ifPresent(value -> checkSpeed("The speed of a fleet when loaded", value));
        acceleration.ifPresent(value -> {
            if (!(value.inBaseUnit() >= 0.01 && value.inBaseUnit() <= 50)) {
                throw new StudyException("The acceleration of a fleet must be from 0.01 m/s² to 50 m/s²; got " + value);
            }
        });
        quarterTurn.ifPresent(value -> {
            if (!(value.inBaseUnit() >= 0 && value.inBaseUnit() <= 3600)) {
                throw new StudyException("A quarter turn must take from 0 s to 1 h; got " + value);
            }
        });
    }

    private static void checkSpeed(String label, Quantity value) {
        if (!(value.inBaseUnit() > 0 && value.inBaseUnit() <= 50)) {
            throw new StudyException(label + " must be above 0 m/s and at most 50 m/s; got " + value);
        }
    }

    private static Fleet usual(Basics basics) {
        return new Fleet(basics, Form.FORKLIFT, 1, 1, USUAL_SPEED, Optional.empty(), Optional.empty(), Optional.empty(), NO_TIME, NO_TIME,
                ResourceChoice.NEAREST, JobChoice.OLDEST, Crew.IdlePlace.AT_HOME, TravelChoice.ON_AISLES);
    }

    @Override
    public int count() {
        return vehicles;
    }

    /** Called as the fleet, with a number if there are several. */
    @Override
    public List<Person> members() {
        List<Person> all = new ArrayList<>();
        for (int i = 1; i <= vehicles; i++) {
            String name = vehicles == 1 ? name() : name().substring(0, Math.min(name().length(), Names.MAX_LENGTH - 5)) + " " + i;
            all.add(new Person(String.valueOf(i - 1), name, 1, List.of()));
        }
        return all;
    }

    @Override
    public List<String> skills() {
        return List.of();
    }

    @Override
    public Grip grip() {
        return new Grip(form.front, form.height, false);
    }

    @Override
    public double reachMetres() {
        return form.reach;
    }

    @Override
    public boolean areThereAtOnce() {
        return false;
    }

    @Override
    public boolean arePeople() {
        return false;
    }

    @Override
    public String memberWord(boolean several) {
        return several ? form.word() + "s" : form.word();
    }

    @Override
    public List<Candidate> candidates() {
        return List.of(new Candidate(Candidate.Aspect.PEOPLE, "one more vehicle", () -> withVehicles(vehicles + 1)),
                new Candidate(Candidate.Aspect.SPEED, "a tenth faster", () -> withSpeed(speed.times(Candidate.FASTER))));
    }

    @Override
    public Footprint usualSize() {
        return new Footprint(Math.min(vehicles, IN_ROW) * PARKED_METRES,
                (form.lengthMetres() + 0.6) * (1 + (vehicles - 1) / IN_ROW), FLAT_METRES);
    }

    @Override
    public Kind<Fleet> declaration() {
        return KIND;
    }

    @Override
    public Fleet with(Basics newBasics) {
        return new Fleet(newBasics, form, vehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withForm(Form newForm) {
        return new Fleet(basics, newForm, vehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withVehicles(int newVehicles) {
        return new Fleet(basics, form, newVehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withCapacity(int newCapacity) {
        return new Fleet(basics, form, vehicles, newCapacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withSpeed(Quantity newSpeed) {
        return new Fleet(basics, form, vehicles, capacity, newSpeed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withLoadedSpeed(Optional<Quantity> newLoadedSpeed) {
        return new Fleet(basics, form, vehicles, capacity, speed, newLoadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withAcceleration(Optional<Quantity> newAcceleration) {
        return new Fleet(basics, form, vehicles, capacity, speed, loadedSpeed, newAcceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withQuarterTurn(Optional<Quantity> newQuarterTurn) {
        return new Fleet(basics, form, vehicles, capacity, speed, loadedSpeed, acceleration, newQuarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withPickUpTime(Distribution newPickUpTime) {
        return new Fleet(basics, form, vehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, newPickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withSetDownTime(Distribution newSetDownTime) {
        return new Fleet(basics, form, vehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, newSetDownTime,
                vehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withVehicleRule(ResourceChoice newVehicleRule) {
        return new Fleet(basics, form, vehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                newVehicleRule, jobRule, idleAt, travel);
    }

    public Fleet withJobRule(JobChoice newJobRule) {
        return new Fleet(basics, form, vehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, newJobRule, idleAt, travel);
    }

    public Fleet withIdleAt(Crew.IdlePlace newIdleAt) {
        return new Fleet(basics, form, vehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, newIdleAt, travel);
    }

    public Fleet withTravel(TravelChoice newTravel) {
        return new Fleet(basics, form, vehicles, capacity, speed, loadedSpeed, acceleration, quarterTurn, pickUpTime, setDownTime,
                vehicleRule, jobRule, idleAt, newTravel);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, Form form, int vehicles, int capacity, Quantity speed, @Nullable Quantity loadedSpeed,
            @Nullable Quantity acceleration, @Nullable Quantity quarterTurn, Distribution pickUpTime, Distribution setDownTime,
            ResourceChoice vehicleRule, JobChoice jobRule, Crew.IdlePlace idleAt, TravelChoice travel) implements java.io.Serializable {
        private Object readResolve() {
            return new Fleet(basics, form, vehicles, capacity, speed, Optional.ofNullable(loadedSpeed), Optional.ofNullable(acceleration),
                    Optional.ofNullable(quarterTurn), pickUpTime, setDownTime, vehicleRule, jobRule, idleAt, travel);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, form, vehicles, capacity, speed, loadedSpeed.orElse(null), acceleration.orElse(null),
                quarterTurn.orElse(null), pickUpTime, setDownTime, vehicleRule, jobRule, idleAt, travel);
    }
}
