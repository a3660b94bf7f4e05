package rhombic.study.kind;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.duty.Battery;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Person;
import rhombic.study.duty.Round;
import rhombic.study.duty.Trailer;
import rhombic.study.duty.TravelChoice;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.Footprint;
import rhombic.study.place.Lengths;
import rhombic.study.place.RoadSpace;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;

/**
 * Vehicles that carry pieces. They are of one form. It stands where they park.
 *
 * @param vehicles how many, 1 to 500
 * @param capacity what one of them carries at a time; a link may say less
 * @param driving how they move
 * @param loading how long pieces take to be picked up and set down
 * @param dispatching the rules that they go by
 * @param battery what each drives on; empty: they never run down
 * @param round that they make again and again; empty: they go where they are needed
 */
public record Fleet(Basics basics, Form form, int vehicles, Capacity capacity, Driving driving, Loading loading, Dispatching dispatching,
        Optional<Battery> battery, Optional<Round> round)
        implements
            ResourceGroup {
    public static final int MAX_VEHICLES = 500;
    private static final Distribution NO_TIME = DistributionText.parse("0 s");
    private static final double PARKED_METRES = 1.8;
    private static final double FLAT_METRES = 0.1;
    private static final double BESIDE_METRES = 0.1;
    private static final int IN_ROW = 12;

    public static final Kind<Fleet> KIND = new Kind<>("Fleet", Family.MOVE, Fleet.class, List.of(
            Field.required("vehicles", "How many they are.", new FieldType.Whole(1, MAX_VEHICLES), Fleet::vehicles, Fleet::withVehicles),
            Field.required("form", "What they look like, and how they hold what they carry.", FieldType.Word.of(Form.values()), Fleet::form,
                    Fleet::withForm),
            Field.optional("capacity", "Pieces that one of them carries at a time; missing: 1, or what its trailers carry.",
                    new FieldType.Whole(1, 1000), 1, Capacity::ownPieces, Capacity::withOwnPieces).within(Fleet::capacity, Fleet::with),
            Field.optional("maxWeight", "Of all that one of them carries at a time; missing: any.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.MASS)), Optional.empty(), Capacity::maxWeight,
                    Capacity::withMaxWeight).within(Fleet::capacity, Fleet::with),
            Field.optional("trailers", "What each of them pulls, from the first on; missing: it carries by itself.",
                    new FieldType.Several<>(Trailer.TYPE), List.<Trailer>of(), Capacity::trailers, Capacity::withTrailers)
                    .within(Fleet::capacity, Fleet::with),
            Field.written("speed", "At which they drive.", new FieldType.Measured(Dimension.SPEED), Driving.USUAL.speed, Driving::speed,
                    Driving::withSpeed).within(Fleet::driving, Fleet::with),
            Field.optional("loadedSpeed", "At which they drive loaded; missing: as empty.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.SPEED)), Optional.empty(), Driving::loadedSpeed,
                    Driving::withLoadedSpeed).within(Fleet::driving, Fleet::with),
            Field.optional("acceleration", "By which they speed up and brake; missing: at once.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.ACCELERATION)), Optional.empty(), Driving::acceleration,
                    Driving::withAcceleration).within(Fleet::driving, Fleet::with),
            Field.optional("quarterTurn", "How long they take to turn by 90 degrees on the spot; missing: they go round corners.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.TIME)), Optional.empty(), Driving::quarterTurn,
                    Driving::withQuarterTurn).within(Fleet::driving, Fleet::with),
            Field.optional("safeDistance", "That they keep from each other on aisles; missing: they pass through each other.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.LENGTH)), Optional.empty(), Driving::safeDistance,
                    Driving::withSafeDistance).within(Fleet::driving, Fleet::with),
            Field.optional("pickUpTime", "Of each piece; missing: no time.", TimeSource.TYPE, Loading.NONE.pickUpTime, Loading::pickUpTime,
                    Loading::withPickUpTime).within(Fleet::loading, Fleet::with),
            Field.optional("setDownTime", "Of each piece; missing: no time.", TimeSource.TYPE, Loading.NONE.setDownTime,
                    Loading::setDownTime, Loading::withSetDownTime).within(Fleet::loading, Fleet::with),
            Field.optional("stopTime", "At each stop, before anything is picked up or set down; missing: no time.",
                    new FieldType.Duration(), NO_TIME, Loading::stopTime, Loading::withStopTime).within(Fleet::loading, Fleet::with),
            Dispatching.resourceRule("vehicleRule").within(Fleet::dispatching, Fleet::with),
            Dispatching.JOB_RULE.within(Fleet::dispatching, Fleet::with),
            Dispatching.JOB_FORMULA.within(Fleet::dispatching, Fleet::with), Dispatching.IDLE_AT.within(Fleet::dispatching, Fleet::with),
            Dispatching.TRAVEL.within(Fleet::dispatching, Fleet::with),
            Field.optional("battery", "What each drives on; missing: they never run down.", new FieldType.Maybe<>(Battery.TYPE),
                    Optional.empty(), Fleet::battery, Fleet::withBattery),
            Field.optional("round", "That they make again and again; missing: they go where they are needed.",
                    new FieldType.Maybe<>(Round.TYPE), Optional.empty(), Fleet::round, Fleet::withRound)),
            Fleet::usual, (basics, types) -> usual(basics)
                    .with(Driving.USUAL.withAcceleration(Optional.of(Quantity.parse("0.5 m/s²", Dimension.ACCELERATION)))
                            .withSafeDistance(Optional.of(Quantity.parse("0.5 m", Dimension.LENGTH))))
                    .with(new Loading(DistributionText.parse("15 s"), DistributionText.parse("15 s")))
                    .with(Dispatching.USUAL.withIdleAt(IdlePlace.WHERE_THEY_ARE)));

    /**
     * How vehicles move.
     *
     * @param speed at which they drive empty, above 0 to 50 m/s
     * @param loadedSpeed at which they drive loaded; empty: the same
     * @param acceleration m/s² that they speed up and brake by, from 0.01 to 50; empty: at once
     * @param quarterTurn how long they take to turn by 90 degrees on the spot; empty: they go round corners without stopping
     * @param safeDistance that they keep from each other on aisles, 0.05 to 20 m; empty: they pass through each other
     */
    public record Driving(Quantity speed, Optional<Quantity> loadedSpeed, Optional<Quantity> acceleration, Optional<Quantity> quarterTurn,
            Optional<Quantity> safeDistance)
            implements
                Serializable {
        static final Driving USUAL = new Driving(new Quantity(2, Unit.METRE_PER_SECOND), Optional.empty(), Optional.empty(),
                Optional.empty(), Optional.empty());

        public Driving {
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
            safeDistance.ifPresent(value -> Lengths.within("The safe distance of a fleet", value, 0.05, 20));
        }

        private static void checkSpeed(String label, Quantity value) {
            if (!(value.inBaseUnit() > 0 && value.inBaseUnit() <= 50)) {
                throw new StudyException(label + " must be above 0 m/s and at most 50 m/s; got " + value);
            }
        }

        /** At which they drive with what they carry. */
        public Quantity speedLoaded() {
            return loadedSpeed.orElse(speed);
        }

        public Driving withSpeed(Quantity newSpeed) {
            return new Driving(newSpeed, loadedSpeed, acceleration, quarterTurn, safeDistance);
        }

        public Driving withLoadedSpeed(Optional<Quantity> newSpeed) {
            return new Driving(speed, newSpeed, acceleration, quarterTurn, safeDistance);
        }

        public Driving withAcceleration(Optional<Quantity> newAcceleration) {
            return new Driving(speed, loadedSpeed, newAcceleration, quarterTurn, safeDistance);
        }

        public Driving withQuarterTurn(Optional<Quantity> newQuarterTurn) {
            return new Driving(speed, loadedSpeed, acceleration, newQuarterTurn, safeDistance);
        }

        public Driving withSafeDistance(Optional<Quantity> newDistance) {
            return new Driving(speed, loadedSpeed, acceleration, quarterTurn, newDistance);
        }

        /** Optional values can't be serialised, so this stands in for the record on its way. */
        private record Stored(Quantity speed, @Nullable Quantity loadedSpeed, @Nullable Quantity acceleration,
                @Nullable Quantity quarterTurn, @Nullable Quantity safeDistance)
                implements
                    Serializable {
            private Object readResolve() {
                return new Driving(speed, Optional.ofNullable(loadedSpeed), Optional.ofNullable(acceleration),
                        Optional.ofNullable(quarterTurn), Optional.ofNullable(safeDistance));
            }
        }

        private Object writeReplace() {
            return new Stored(speed, loadedSpeed.orElse(null), acceleration.orElse(null), quarterTurn.orElse(null),
                    safeDistance.orElse(null));
        }
    }

    /**
     * What one of them carries at a time.
     *
     * @param ownPieces 1 to 1000; what counts where it has no trailers
     * @param maxWeight of all of it, above 0 to 1000 t; empty: any
     * @param trailers that it pulls, from the first on, at most 10
     */
    public record Capacity(int ownPieces, Optional<Quantity> maxWeight, List<Trailer> trailers) implements Serializable {
        private static final int MAX_TRAILERS = 10;

        public Capacity {
            Count.between(1, 1000, "The pieces that a vehicle carries", ownPieces);
            maxWeight.ifPresent(weight -> {
                if (!(weight.inBaseUnit() > 0 && weight.inBaseUnit() <= 1e6)) {
                    throw new StudyException("What a vehicle carries must weigh above 0 kg and at most 1000 t; got " + weight);
                }
            });
            trailers = List.copyOf(trailers);
            Count.between(0, MAX_TRAILERS, "The trailers of a vehicle", trailers.size());
        }

        static Capacity of(int pieces) {
            return new Capacity(pieces, Optional.empty(), List.of());
        }

        /** On itself, or on its trailers. */
        public int pieces() {
            return trailers.isEmpty() ? ownPieces : trailers.stream().mapToInt(Trailer::pieces).sum();
        }

        public Capacity withOwnPieces(int newPieces) {
            return new Capacity(newPieces, maxWeight, trailers);
        }

        public Capacity withMaxWeight(Optional<Quantity> newWeight) {
            return new Capacity(ownPieces, newWeight, trailers);
        }

        public Capacity withTrailers(List<Trailer> newTrailers) {
            return new Capacity(ownPieces, maxWeight, newTrailers);
        }

        /** Optional values can't be serialised, so this stands in for the record on its way. */
        private record Stored(int ownPieces, @Nullable Quantity maxWeight, List<Trailer> trailers) implements Serializable {
            private Object readResolve() {
                return new Capacity(ownPieces, Optional.ofNullable(maxWeight), trailers);
            }
        }

        private Object writeReplace() {
            return new Stored(ownPieces, maxWeight.orElse(null), trailers);
        }
    }

    /**
     * How long it takes to pick up and to set down.
     *
     * @param pickUpTime of each piece
     * @param setDownTime of each piece
     * @param stopTime at each stop, before the first of them
     */
    public record Loading(TimeSource pickUpTime, TimeSource setDownTime, Distribution stopTime) implements Serializable {
        static final Loading NONE = new Loading(NO_TIME, NO_TIME);

        /** The same for every piece, and nothing at the stop itself. */
        public Loading(Distribution pickUpTime, Distribution setDownTime) {
            this(new TimeSource.Drawn(pickUpTime), new TimeSource.Drawn(setDownTime), NO_TIME);
        }

        public Loading withPickUpTime(TimeSource newTime) {
            return new Loading(newTime, setDownTime, stopTime);
        }

        public Loading withPickUpTime(Distribution newTime) {
            return withPickUpTime(new TimeSource.Drawn(newTime));
        }

        public Loading withSetDownTime(TimeSource newTime) {
            return new Loading(pickUpTime, newTime, stopTime);
        }

        public Loading withSetDownTime(Distribution newTime) {
            return withSetDownTime(new TimeSource.Drawn(newTime));
        }

        public Loading withStopTime(Distribution newTime) {
            return new Loading(pickUpTime, setDownTime, newTime);
        }
    }

    /**
     * What vehicles look like.
     *
     * @see #grip
     */
    public enum Form {
        FORKLIFT("forklift", 2.4, 1.1, 2.2, 0.72, 0.12, 1.25), REACH_TRUCK("reach truck", 2.2, 1.2, 2.75, 0.6, 0.12, 1.15), AGV("AGV", 1.5,
                0.9, 0.6, -0.55,
                0.42,
                0.95), TUGGER("tugger train", 1.9, 1.1, 1.9, -0.6, 0.55, PERSON_REACH_METRES);

        private final String word;
        private final double length;
        private final double width;
        private final double high;
        private final double front;
        private final double height;
        private final double reach;

        Form(String word, double length, double width, double high, double front, double height, double reach) {
            this.word = word;
            this.length = length;
            this.width = width;
            this.high = high;
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
    }

    private static Fleet usual(Basics basics) {
        return new Fleet(basics, Form.FORKLIFT, 1, Capacity.of(1), Driving.USUAL, Loading.NONE, Dispatching.USUAL, Optional.empty(),
                Optional.empty());
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
        return new Grip(form.front, form.height, false, capacity.trailers.stream().map(Trailer::pieces).toList());
    }

    @Override
    public double reachMetres() {
        return form.reach;
    }

    @Override
    public double clearanceMetres() {
        return form.width / 2 + BESIDE_METRES;
    }

    @Override
    public Optional<RoadSpace> roadSpace() {
        return dispatching.travel() != TravelChoice.ON_AISLES
                ? Optional.empty()
                : driving.safeDistance.map(distance -> new RoadSpace(form.length, form.width, distance.inBaseUnit(),
                        capacity.trailers.size() * Trailer.PITCH_METRES));
    }

    @Override
    public List<String> restAreas() {
        return battery.map(Battery::at).filter(area -> !area.isEmpty()).stream().toList();
    }

    @Override
    public double highMetres() {
        return form.high;
    }

    @Override
    public double maxLoadKilograms() {
        return capacity.maxWeight.map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
    }

    @Override
    public boolean stayOnAisles() {
        return form == Form.TUGGER;
    }

    @Override
    public boolean runDown() {
        return battery.isPresent();
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
                new Candidate(Candidate.Aspect.SPEED, "a tenth faster",
                        () -> with(driving.withSpeed(driving.speed.times(Candidate.FASTER)))));
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
        return new Fleet(newBasics, form, vehicles, capacity, driving, loading, dispatching, battery, round);
    }

    public Fleet withForm(Form newForm) {
        return new Fleet(basics, newForm, vehicles, capacity, driving, loading, dispatching, battery, round);
    }

    public Fleet withVehicles(int newVehicles) {
        return new Fleet(basics, form, newVehicles, capacity, driving, loading, dispatching, battery, round);
    }

    /** With so many pieces on each of them. */
    public Fleet withCapacity(int pieces) {
        return with(capacity.withOwnPieces(pieces));
    }

    public Fleet with(Capacity newCapacity) {
        return new Fleet(basics, form, vehicles, newCapacity, driving, loading, dispatching, battery, round);
    }

    public Fleet withRound(Optional<Round> newRound) {
        return new Fleet(basics, form, vehicles, capacity, driving, loading, dispatching, battery, newRound);
    }

    public Fleet with(Driving newDriving) {
        return new Fleet(basics, form, vehicles, capacity, newDriving, loading, dispatching, battery, round);
    }

    public Fleet with(Loading newLoading) {
        return new Fleet(basics, form, vehicles, capacity, driving, newLoading, dispatching, battery, round);
    }

    public Fleet withBattery(Optional<Battery> newBattery) {
        return new Fleet(basics, form, vehicles, capacity, driving, loading, dispatching, newBattery, round);
    }

    /** With its rules changed. */
    public Fleet withRules(UnaryOperator<Dispatching> change) {
        return with(change.apply(dispatching));
    }

    /** Moving otherwise. */
    public Fleet withDriving(UnaryOperator<Driving> change) {
        return with(change.apply(driving));
    }

    /** With other times to pick up and set down. */
    public Fleet withLoading(UnaryOperator<Loading> change) {
        return with(change.apply(loading));
    }

    @Override
    public Fleet with(Dispatching newDispatching) {
        return new Fleet(basics, form, vehicles, capacity, driving, loading, newDispatching, battery, round);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, Form form, int vehicles, Capacity capacity, Driving driving, Loading loading,
            Dispatching dispatching, @Nullable Battery battery, @Nullable Round round) implements Serializable {
        private Object readResolve() {
            return new Fleet(basics, form, vehicles, capacity, driving, loading, dispatching, Optional.ofNullable(battery),
                    Optional.ofNullable(round));
        }
    }

    private Object writeReplace() {
        return new Stored(basics, form, vehicles, capacity, driving, loading, dispatching, battery.orElse(null), round.orElse(null));
    }
}
