package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.DistributionText;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Person;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.field.Reference;
import rhombic.study.fleet.Battery;
import rhombic.study.fleet.Capacity;
import rhombic.study.fleet.Deployment;
import rhombic.study.fleet.Driving;
import rhombic.study.fleet.Loading;
import rhombic.study.fleet.Round;
import rhombic.study.fleet.Trailer;
import rhombic.study.fleet.VehicleType;
import rhombic.study.place.DriverPlace;
import rhombic.study.place.Footprint;
import rhombic.study.place.RoadSpace;
import rhombic.study.value.Count;
import rhombic.study.value.TimeSource;

/**
 * Vehicles that carry pieces. They are of one form. It stands where they park.
 *
 * @param vehicles how many, 1 to 500
 * @param capacity what one of them carries at a time; a link may say less
 * @param driving how they move
 * @param loading how long pieces take to be picked up and set down
 * @param dispatching the rules that they go by
 * @param deployment for whom they work, from where, and where they wait
 * @param battery what each drives on; empty: they never run down
 * @param round that they make again and again; empty: they go where they are needed
 */
public record Fleet(Basics basics, VehicleType form, int vehicles, Capacity capacity, Driving driving, Loading loading,
        Dispatching dispatching, Deployment deployment, Optional<Battery> battery, Optional<Round> round)
        implements
            ResourceGroup {
    public static final int MAX_VEHICLES = 500;
    private static final double PARKED_METRES = 1.8;
    private static final double FLAT_METRES = 0.1;
    private static final double BESIDE_METRES = 0.1;

    public static final Kind<Fleet> KIND = new Kind<>("Fleet", Family.MOVE, Fleet.class, List.of(
            Field.required("vehicles", "How many they are.", new FieldType.Whole(1, MAX_VEHICLES), Fleet::vehicles, Fleet::withVehicles),
            Field.required("form", "What they look like, and how they hold what they carry.", FieldType.Word.of(VehicleType.values()),
                    Fleet::form,
                    Fleet::withForm),
            Field.optional("capacity", "Pieces that one of them carries at a time; missing: 1, or what its trailers carry.",
                    new FieldType.Whole(1, 1000), 1, Capacity::ownPieces, Capacity::withOwnPieces).within(Fleet::capacity, Fleet::with),
            Field.optional("maxWeight", "Of all that one of them carries at a time; missing: any.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.MASS)), Optional.empty(), Capacity::maxWeight,
                    Capacity::withMaxWeight).within(Fleet::capacity, Fleet::with),
            Field.optional("trailers", "What each of them pulls, from the first on; missing: it carries by itself.",
                    new FieldType.Several<>(Trailer.TYPE), List.<Trailer>of(), Capacity::trailers, Capacity::withTrailers)
                    .within(Fleet::capacity, Fleet::with),
            Field.written("speed", "At which they drive.", new FieldType.Measured(Dimension.SPEED), Driving.USUAL.speed(), Driving::speed,
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
            Field.optional("cornerSpeed", "At which they go round corners at most; missing: as fast as elsewhere.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.SPEED)), Optional.empty(), Driving::cornerSpeed,
                    Driving::withCornerSpeed).within(Fleet::driving, Fleet::with),
            Field.optional("safeDistance", "That they keep from each other on aisles; missing: they pass through each other.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.LENGTH)), Optional.empty(), Driving::safeDistance,
                    Driving::withSafeDistance).within(Fleet::driving, Fleet::with),
            Field.optional("pickUpTime", "Of each piece; missing: no time.", TimeSource.TYPE, Loading.NONE.pickUpTime(),
                    Loading::pickUpTime,
                    Loading::withPickUpTime).within(Fleet::loading, Fleet::with),
            Field.optional("setDownTime", "Of each piece; missing: no time.", TimeSource.TYPE, Loading.NONE.setDownTime(),
                    Loading::setDownTime, Loading::withSetDownTime).within(Fleet::loading, Fleet::with),
            Field.optional("stopTime", "At each stop, before anything is picked up or set down; missing: no time.",
                    new FieldType.Duration(), Loading.NONE.stopTime(), Loading::stopTime, Loading::withStopTime)
                    .within(Fleet::loading, Fleet::with),
            Dispatching.resourceRule("vehicleRule").within(Fleet::dispatching, Fleet::with),
            Dispatching.RESOURCE_FORMULA.within(Fleet::dispatching, Fleet::with),
            Dispatching.JOB_RULE.within(Fleet::dispatching, Fleet::with),
            Dispatching.JOB_FORMULA.within(Fleet::dispatching, Fleet::with), Dispatching.IDLE_AT.within(Fleet::dispatching, Fleet::with),
            Dispatching.TRAVEL.within(Fleet::dispatching, Fleet::with),
            Field.optional("partOf", "The fleet that they belong to as well: who calls that one calls them too; missing: none.",
                    new FieldType.Text(Reference.ELEMENT), "", Deployment::partOf, Deployment::withPartOf)
                    .within(Fleet::deployment, Fleet::with),
            Field.optional("zones", "That they fetch from; missing: from everywhere.",
                    new FieldType.Several<>(new FieldType.Text(Reference.ELEMENT)), List.<String>of(), Deployment::zones,
                    Deployment::withZones).within(Fleet::deployment, Fleet::with),
            Field.optional("parking", "The parking areas where they wait when there is nothing to do; missing: as idleAt says.",
                    new FieldType.Several<>(new FieldType.Text(Reference.ELEMENT)), List.<String>of(), Deployment::parking,
                    Deployment::withParking).within(Fleet::deployment, Fleet::with),
            Field.optional("driver", "The crew or skill of which somebody must drive each that moves; missing: they drive by themselves.",
                    FieldType.SKILL, "", Deployment::driver, Deployment::withDriver).within(Fleet::deployment, Fleet::with),
            Field.optional("onAisle",
                    "Whether they pick up and set down from the aisle; missing: beside it. Tugger trains always do it from the aisle.",
                    new FieldType.Flag(), false, Deployment::onAisle, Deployment::withOnAisle).within(Fleet::deployment, Fleet::with),
            Field.optional("battery", "What each drives on; missing: they never run down.", new FieldType.Maybe<>(Battery.TYPE),
                    Optional.empty(), Fleet::battery, Fleet::withBattery),
            Field.optional("round", "That they make again and again; missing: they go where they are needed.",
                    new FieldType.Maybe<>(Round.TYPE), Optional.empty(), Fleet::round, Fleet::withRound)),
            Fleet::usual, (basics, types) -> usual(basics)
                    .with(Driving.USUAL.withAcceleration(Optional.of(Quantity.parse("0.5 m/s²", Dimension.ACCELERATION)))
                            .withSafeDistance(Optional.of(Quantity.parse("0.5 m", Dimension.LENGTH))))
                    .with(new Loading(DistributionText.parse("15 s"), DistributionText.parse("15 s")))
                    .with(Dispatching.USUAL.withIdleAt(IdlePlace.WHERE_THEY_ARE)));

    public Fleet {
        Count.between(1, MAX_VEHICLES, "The vehicles of a fleet", vehicles);
    }

    private static Fleet usual(Basics basics) {
        return new Fleet(basics, VehicleType.FORKLIFT, 1, Capacity.of(1), Driving.USUAL, Loading.NONE, Dispatching.USUAL, Deployment.USUAL,
                Optional.empty(),
                Optional.empty());
    }

    @Override
    public int count() {
        return vehicles;
    }

    /** Called as the fleet, with a number if there are several. */
    @Override
    public List<Person> members() {
        return Person.alike(name(), vehicles);
    }

    @Override
    public List<String> skills() {
        return deployment.partOf().isEmpty() ? List.of() : List.of(deployment.partOf());
    }

    @Override
    public String partOf() {
        return deployment.partOf();
    }

    @Override
    public String driver() {
        return deployment.driver();
    }

    @Override
    public DriverPlace driverPlace() {
        return form.driverPlace();
    }

    @Override
    public Grip grip() {
        return new Grip(form.holdsBeforeMetres(), form.holdsAtMetres(), false, capacity.trailers().stream().map(Trailer::pieces).toList(),
                form.lifts());
    }

    @Override
    public double curveMetres() {
        return driving.quarterTurn().isPresent() ? 0 : form.lengthMetres() / 2;
    }

    @Override
    public double reachMetres() {
        return form.reachMetres();
    }

    @Override
    public double clearanceMetres() {
        return form.widthMetres() / 2 + BESIDE_METRES;
    }

    @Override
    public Optional<RoadSpace> roadSpace() {
        return !dispatching.travel().isOnAisles()
                ? Optional.empty()
                : driving.safeDistance().map(distance -> new RoadSpace(form.lengthMetres(), form.widthMetres(), distance.inBaseUnit(),
                        capacity.trailers().size() * Trailer.PITCH_METRES));
    }

    @Override
    public List<String> restAreas() {
        return Stream.concat(battery.map(Battery::at).filter(area -> !area.isEmpty()).stream(), deployment.parking().stream()).distinct()
                .toList();
    }

    @Override
    public double highMetres() {
        return form.highMetres();
    }

    @Override
    public double maxLoadKilograms() {
        return capacity.maxWeight().map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
    }

    @Override
    public boolean stayOnAisles() {
        return form == VehicleType.TUGGER || deployment.onAisle();
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
                        () -> with(driving.withSpeed(driving.speed().times(Candidate.FASTER)))));
    }

    @Override
    public Footprint usualSize() {
        return Footprint.inRows(vehicles, PARKED_METRES, form.lengthMetres() + 0.6, FLAT_METRES);
    }

    @Override
    public Kind<Fleet> declaration() {
        return KIND;
    }

    @Override
    public Fleet with(Basics newBasics) {
        return new Fleet(newBasics, form, vehicles, capacity, driving, loading, dispatching, deployment, battery, round);
    }

    public Fleet withForm(VehicleType newForm) {
        return new Fleet(basics, newForm, vehicles, capacity, driving, loading, dispatching, deployment, battery, round);
    }

    public Fleet withVehicles(int newVehicles) {
        return new Fleet(basics, form, newVehicles, capacity, driving, loading, dispatching, deployment, battery, round);
    }

    /** With so many pieces on each of them. */
    public Fleet withCapacity(int pieces) {
        return with(capacity.withOwnPieces(pieces));
    }

    public Fleet with(Capacity newCapacity) {
        return new Fleet(basics, form, vehicles, newCapacity, driving, loading, dispatching, deployment, battery, round);
    }

    public Fleet withRound(Optional<Round> newRound) {
        return new Fleet(basics, form, vehicles, capacity, driving, loading, dispatching, deployment, battery, newRound);
    }

    public Fleet with(Driving newDriving) {
        return new Fleet(basics, form, vehicles, capacity, newDriving, loading, dispatching, deployment, battery, round);
    }

    public Fleet with(Deployment newDeployment) {
        return new Fleet(basics, form, vehicles, capacity, driving, loading, dispatching, newDeployment, battery, round);
    }

    /** Working for others, from elsewhere, or waiting elsewhere. */
    public Fleet withDeployment(UnaryOperator<Deployment> change) {
        return with(change.apply(deployment));
    }

    public Fleet with(Loading newLoading) {
        return new Fleet(basics, form, vehicles, capacity, driving, newLoading, dispatching, deployment, battery, round);
    }

    public Fleet withBattery(Optional<Battery> newBattery) {
        return new Fleet(basics, form, vehicles, capacity, driving, loading, dispatching, deployment, newBattery, round);
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
        return new Fleet(basics, form, vehicles, capacity, driving, loading, newDispatching, deployment, battery, round);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, VehicleType form, int vehicles, Capacity capacity, Driving driving, Loading loading,
            Dispatching dispatching, Deployment deployment, @Nullable Battery battery, @Nullable Round round) implements Serializable {
        private Object readResolve() {
            return new Fleet(basics, form, vehicles, capacity, driving, loading, dispatching, deployment, Optional.ofNullable(battery),
                    Optional.ofNullable(round));
        }
    }

    private Object writeReplace() {
        return new Stored(basics, form, vehicles, capacity, driving, loading, dispatching, deployment, battery.orElse(null),
                round.orElse(null));
    }
}
