package rhombic.study.crane;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.chance.DistributionText;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Person;
import rhombic.study.duty.TravelChoice;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.field.Reference;
import rhombic.study.fleet.Loading;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Candidate;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.AxisDriving;
import rhombic.study.place.DriverPlace;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;

/**
 * Cranes that lift pieces over whatever stands below, all on one runway along its length. They can't pass each other.
 *
 * @param cranes on the runway, 1 to 8, in their order along it
 * @param maxWeight that one of them lifts; empty: any
 * @param loading how long gripping and releasing takes
 * @param dispatching the rules that they go by; they always travel through the air
 * @param use where each of several fetches, and with whom
 */
public record BridgeCrane(Basics basics, CraneForm form, int cranes, Runway runway, HallCraneDriving driving, Optional<Quantity> maxWeight,
        Loading loading, Dispatching dispatching, CraneUse use) implements ResourceGroup {
    public static final int MAX_CRANES = 8;
    /** From the highest that a load is lifted to the rails. */
    public static final double RAIL_ABOVE_METRES = 1.6;
    private static final double BRIDGE_METRES = 1.2;
    /** From the load to who walks along with it. */
    private static final double OPERATOR_METRES = 1.6;
    private static final Dispatching RULES = Dispatching.USUAL.withIdleAt(IdlePlace.WHERE_THEY_ARE).withTravel(TravelChoice.STRAIGHT);

    public static final Kind<BridgeCrane> KIND = new Kind<>("Bridge crane", Family.MOVE, BridgeCrane.class, List.of(
            Field.optional("form", "On what they run; missing: bridge crane.", FieldType.Word.of(CraneForm.values()), CraneForm.BRIDGE,
                    BridgeCrane::form, BridgeCrane::withForm),
            Field.required("cranes", "How many there are on the runway; a jib crane is one by itself.", new FieldType.Whole(1, MAX_CRANES),
                    BridgeCrane::cranes,
                    BridgeCrane::withCranes),
            Field.written("length", "Of the runway; of a jib crane the side of the square that it serves.",
                    new FieldType.Measured(Dimension.LENGTH), Runway.USUAL.length(), Runway::length,
                    Runway::withLength).within(BridgeCrane::runway, BridgeCrane::with),
            Field.written("span", "From one rail to the other; of a jib crane the same side.", new FieldType.Measured(Dimension.LENGTH),
                    Runway.USUAL.span(),
                    Runway::span, Runway::withSpan).within(BridgeCrane::runway, BridgeCrane::with),
            Field.written("liftHeight", "To which the underside of a load can be lifted.", new FieldType.Measured(Dimension.LENGTH),
                    Runway.USUAL.liftHeight(), Runway::liftHeight, Runway::withLiftHeight).within(BridgeCrane::runway, BridgeCrane::with),
            Field.written("clearance", "That a load keeps above what stands below its way.", new FieldType.Measured(Dimension.LENGTH),
                    Runway.USUAL.clearance(), Runway::clearance, Runway::withClearance).within(BridgeCrane::runway, BridgeCrane::with),
            Field.written("safeDistance", "From the middle of a bridge to that of the next, at least.",
                    new FieldType.Measured(Dimension.LENGTH), Runway.USUAL.safeDistance(), Runway::safeDistance, Runway::withSafeDistance)
                    .within(BridgeCrane::runway, BridgeCrane::with),
            AxisDriving.speedField("speed", "Of the bridge, along the runway; of a jib, of its tip.", HallCraneDriving.USUAL.bridge())
                    .within(HallCraneDriving::bridge, HallCraneDriving::withBridge).within(BridgeCrane::driving, BridgeCrane::with),
            AxisDriving.accelerationField("acceleration", "By which the bridge speeds up and brakes; missing: at once.")
                    .within(HallCraneDriving::bridge, HallCraneDriving::withBridge).within(BridgeCrane::driving, BridgeCrane::with),
            AxisDriving.speedField("trolleySpeed", "Of the trolley, across the runway.", HallCraneDriving.USUAL.trolley())
                    .within(HallCraneDriving::trolley, HallCraneDriving::withTrolley).within(BridgeCrane::driving, BridgeCrane::with),
            AxisDriving.accelerationField("trolleyAcceleration", "By which the trolley speeds up and brakes; missing: at once.")
                    .within(HallCraneDriving::trolley, HallCraneDriving::withTrolley).within(BridgeCrane::driving, BridgeCrane::with),
            AxisDriving.speedField("hoistSpeed", "Of the hoist, up and down.", HallCraneDriving.USUAL.hoist())
                    .within(HallCraneDriving::hoist, HallCraneDriving::withHoist).within(BridgeCrane::driving, BridgeCrane::with),
            AxisDriving.accelerationField("hoistAcceleration", "By which the hoist speeds up and brakes; missing: at once.")
                    .within(HallCraneDriving::hoist, HallCraneDriving::withHoist).within(BridgeCrane::driving, BridgeCrane::with),
            Field.optional("maxWeight", "That one of them lifts; missing: any.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.MASS)), Optional.empty(), BridgeCrane::maxWeight,
                    BridgeCrane::withMaxWeight),
            Field.optional("pickUpTime", "To grip a piece; missing: no time.", TimeSource.TYPE, Loading.NONE.pickUpTime(),
                    Loading::pickUpTime, Loading::withPickUpTime).within(BridgeCrane::loading, BridgeCrane::with),
            Field.optional("setDownTime", "To release it; missing: no time.", TimeSource.TYPE, Loading.NONE.setDownTime(),
                    Loading::setDownTime, Loading::withSetDownTime).within(BridgeCrane::loading, BridgeCrane::with),
            Dispatching.resourceRule("craneRule").within(BridgeCrane::dispatching, BridgeCrane::with),
            Dispatching.RESOURCE_FORMULA.within(BridgeCrane::dispatching, BridgeCrane::with),
            Dispatching.JOB_RULE.within(BridgeCrane::dispatching, BridgeCrane::with),
            Dispatching.JOB_FORMULA.within(BridgeCrane::dispatching, BridgeCrane::with),
            Dispatching.IDLE_AT.within(BridgeCrane::dispatching, BridgeCrane::with),
            Field.optional("sharing", "Where each of several fetches; missing: in its own part of the runway.",
                    FieldType.Word.of(CraneSharing.values()), CraneSharing.OWN_PART, CraneUse::sharing, CraneUse::withSharing)
                    .within(BridgeCrane::use, BridgeCrane::with),
            Field.optional("zones", "That they fetch from; missing: from everywhere.",
                    new FieldType.Several<>(new FieldType.Text(Reference.ELEMENT)), List.<String>of(), CraneUse::zones,
                    CraneUse::withZones).within(BridgeCrane::use, BridgeCrane::with),
            Field.optional("operator",
                    "The crew or skill of which somebody must walk along below each that travels; missing: they go by themselves.",
                    FieldType.SKILL, "", CraneUse::operator, CraneUse::withOperator).within(BridgeCrane::use, BridgeCrane::with),
            Field.optional("tools", "That each has, of which one is on it, the first to begin with; missing: one for all pieces.",
                    new FieldType.Several<>(CraneTool.TYPE), List.<CraneTool>of(), CraneUse::tools, CraneUse::withTools)
                    .within(BridgeCrane::use, BridgeCrane::with),
            Field.optional("toolChange", "To have another tool on it, before a piece is gripped; missing: no time.", FieldType.DURATION,
                    CraneUse.USUAL.toolChange(), CraneUse::toolChange, CraneUse::withToolChange)
                    .within(BridgeCrane::use, BridgeCrane::with)),
            BridgeCrane::usual, (basics, types) -> usual(basics).with(HallCraneDriving.USUAL)
                    .with(new Loading(DistributionText.parse("20 s"), DistributionText.parse("15 s"))));

    public BridgeCrane {
        Count.between(1, MAX_CRANES, "The cranes on a runway", cranes);
        maxWeight.ifPresent(weight -> {
            if (weight.unit().dimension() != Dimension.MASS || !(weight.inBaseUnit() > 0)) {
                throw new StudyException("What a crane lifts must weigh above 0 kg; got " + weight);
            }
        });
        dispatching = dispatching.withTravel(TravelChoice.STRAIGHT);
    }

    private static BridgeCrane usual(Basics basics) {
        return new BridgeCrane(basics, CraneForm.BRIDGE, 1, Runway.USUAL, HallCraneDriving.USUAL.each(AxisDriving::atOnce),
                Optional.empty(), Loading.NONE, RULES, CraneUse.USUAL);
    }

    // ---- where they reach

    /** How it comes over a place. */
    public CraneGeometry geometry() {
        return form == CraneForm.JIB ? new JibGeometry(placement(), jibMetres()) : new RunwayGeometry(placement(), runway, cranes);
    }

    /** From the pillar of a jib crane to the tip of its jib: half the shorter side of the square that it serves. */
    public double jibMetres() {
        return Math.min(runway.length().inBaseUnit(), runway.span().inBaseUnit()) / 2;
    }

    /** With such a jib. */
    public BridgeCrane withJib(Quantity reach) {
        Quantity side = new Quantity(2 * reach.inBaseUnit(), Unit.METRE);
        return with(runway.withLength(side).withSpan(side));
    }

    /** Whether the hook of one of them comes over a place. */
    public boolean reaches(int number, Pose place) {
        CraneGeometry geometry = geometry();
        double along = geometry.along(place);
        return along >= geometry.minAlong(number) && along <= geometry.maxAlong(number) && geometry.reachesAcross(geometry.across(place));
    }

    /** In whose part of the runway a place is, if it is cut into parts of equal length. */
    public int ownerOf(Pose place) {
        double length = runway.length().inBaseUnit();
        return Math.clamp((int) ((geometry().along(place) + length / 2) / length * count()), 0, count() - 1);
    }

    /** Whether there is room for all of them beside each other, each at its home. */
    public boolean hasRoomForAll() {
        return form == CraneForm.JIB || runway.length().inBaseUnit() >= cranes * runway.safeDistance().inBaseUnit();
    }

    // ---- what a group of resources is asked

    /** A jib crane is one by itself. */
    @Override
    public int count() {
        return form == CraneForm.JIB ? 1 : cranes;
    }

    /** The hook of a jib crane waits half way out; others wait beside each other. */
    @Override
    public Optional<Pose> waitsAt(int number) {
        return form == CraneForm.JIB ? Optional.of(geometry().below(0, jibMetres() / 2)) : Optional.empty();
    }

    /** Called as the group, with a number if there are several. */
    @Override
    public List<Person> members() {
        return Person.alike(name(), count());
    }

    @Override
    public List<String> skills() {
        return List.of();
    }

    @Override
    public String driver() {
        return use.operator();
    }

    /** Below, a step behind the load, as seen along the runway. */
    @Override
    public DriverPlace driverPlace() {
        return new DriverPlace(Pose.at(0, OPERATOR_METRES, 0, -90), false, Pose.at(-OPERATOR_METRES, 0, 0, 0));
    }

    /** Loads hang below the hook. */
    @Override
    public Grip grip() {
        return new Grip(0, 0, false);
    }

    /** The hook comes over what it takes. */
    @Override
    public double reachMetres() {
        return 0;
    }

    @Override
    public double highMetres() {
        return railMetres();
    }

    @Override
    public double maxLoadKilograms() {
        return maxWeight.map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
    }

    @Override
    public boolean areThereAtOnce() {
        return false;
    }

    @Override
    public boolean goOnRoutes() {
        return false;
    }

    @Override
    public int movingParts() {
        return 2;
    }

    @Override
    public boolean arePeople() {
        return false;
    }

    @Override
    public String memberWord(boolean several) {
        return several ? "cranes" : "crane";
    }

    @Override
    public List<Candidate> candidates() {
        Candidate faster = new Candidate(Candidate.Aspect.SPEED, "a tenth faster",
                () -> with(driving.each(axis -> axis.faster(Candidate.FASTER))));
        return form == CraneForm.JIB
                ? List.of(faster)
                : List.of(new Candidate(Candidate.Aspect.PEOPLE, "one more crane", () -> withCranes(cranes + 1)), faster);
    }

    // ---- its size

    /** How high its rails are; of a gantry crane, its bridge. */
    public double railMetres() {
        return runway.liftHeight().inBaseUnit() + RAIL_ABOVE_METRES;
    }

    @Override
    public Footprint usualSize() {
        double high = railMetres() + BRIDGE_METRES;
        return form == CraneForm.JIB
                ? new Footprint(2 * jibMetres(), 2 * jibMetres(), high)
                : new Footprint(runway.length().inBaseUnit(), runway.span().inBaseUnit(), high);
    }

    @Override
    public boolean isOpen() {
        return true;
    }

    /** Its size follows from its runway. */
    @Override
    public boolean hasOwnSize() {
        return false;
    }

    @Override
    public Footprint footprint() {
        return usualSize();
    }

    /** The runway along the longer side. */
    @Override
    public Optional<PlantElement> spanning(Pose from, Pose to) {
        double dx = to.x() - from.x();
        double dy = to.y() - from.y();
        boolean isAlongX = Math.abs(dx) >= Math.abs(dy);
        double length = Math.clamp(Math.max(Math.abs(dx), Math.abs(dy)), 2, 1000);
        double span = Math.clamp(Math.min(Math.abs(dx), Math.abs(dy)), 2, 100);
        BridgeCrane sized = with(runway.withLength(tenths(length)).withSpan(tenths(span)));
        return Optional.of(sized.placed(new Placement((from.x() + to.x()) / 2, (from.y() + to.y()) / 2, placement().zMetres(),
                isAlongX ? 0 : 90)));
    }

    /** The corner at the end of its runway, on the left. */
    @Override
    public Optional<Pose> sizingCorner() {
        return Optional.of(placement().pose().of(Pose.at(footprint().lengthMetres() / 2, footprint().widthMetres() / 2, 0, 0)));
    }

    @Override
    public String sizingHint() {
        return form == CraneForm.JIB ? "drag for the reach of the jib" : "drag for the length and the span of the runway";
    }

    @Override
    public BridgeCrane sizedTo(Pose corner) {
        Pose other = placement().pose().of(Pose.at(-runway.length().inBaseUnit() / 2, -runway.span().inBaseUnit() / 2, 0, 0));
        Pose far = seen(corner);
        if (form == CraneForm.JIB) {
            return withJib(tenths(Math.clamp(Math.max(Math.abs(far.x()), Math.abs(far.y())), 1, 50)));
        }
        Pose near = seen(other);
        double length = Math.clamp(far.x() - near.x(), 2, 1000);
        double span = Math.clamp(far.y() - near.y(), 2, 100);
        BridgeCrane sized = with(runway.withLength(tenths(length)).withSpan(tenths(span)));
        Pose front = Pose.at(other.x(), other.y(), 0, placement().headingDegrees());
        Pose middle = front.of(Pose.at(sized.runway.length().inBaseUnit() / 2, sized.runway.span().inBaseUnit() / 2, 0, 0));
        return sized
                .with(sized.basics().placed(new Placement(middle.x(), middle.y(), placement().zMetres(), placement().headingDegrees())));
    }

    private Pose seen(Pose place) {
        return geometry().seen(place);
    }

    private static Quantity tenths(double metres) {
        return new Quantity(Math.round(metres * 10) / 10.0, Unit.METRE);
    }

    // ---- changed

    @Override
    public Kind<BridgeCrane> declaration() {
        return KIND;
    }

    @Override
    public BridgeCrane with(Basics newBasics) {
        return new BridgeCrane(newBasics, form, cranes, runway, driving, maxWeight, loading, dispatching, use);
    }

    public BridgeCrane withForm(CraneForm newForm) {
        return new BridgeCrane(basics, newForm, cranes, runway, driving, maxWeight, loading, dispatching, use);
    }

    public BridgeCrane withCranes(int newCranes) {
        return new BridgeCrane(basics, form, newCranes, runway, driving, maxWeight, loading, dispatching, use);
    }

    public BridgeCrane with(Runway newRunway) {
        return new BridgeCrane(basics, form, cranes, newRunway, driving, maxWeight, loading, dispatching, use);
    }

    /** With another runway. */
    public BridgeCrane withRunway(UnaryOperator<Runway> change) {
        return with(change.apply(runway));
    }

    public BridgeCrane with(HallCraneDriving newDriving) {
        return new BridgeCrane(basics, form, cranes, runway, newDriving, maxWeight, loading, dispatching, use);
    }

    /** Moving otherwise. */
    public BridgeCrane withDriving(UnaryOperator<HallCraneDriving> change) {
        return with(change.apply(driving));
    }

    public BridgeCrane withMaxWeight(Optional<Quantity> newWeight) {
        return new BridgeCrane(basics, form, cranes, runway, driving, newWeight, loading, dispatching, use);
    }

    public BridgeCrane with(Loading newLoading) {
        return new BridgeCrane(basics, form, cranes, runway, driving, maxWeight, newLoading, dispatching, use);
    }

    @Override
    public BridgeCrane with(Dispatching newDispatching) {
        return new BridgeCrane(basics, form, cranes, runway, driving, maxWeight, loading, newDispatching, use);
    }

    public BridgeCrane with(CraneUse newUse) {
        return new BridgeCrane(basics, form, cranes, runway, driving, maxWeight, loading, dispatching, newUse);
    }

    /** Fetching elsewhere, or with others. */
    public BridgeCrane withUse(UnaryOperator<CraneUse> change) {
        return with(change.apply(use));
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, CraneForm form, int cranes, Runway runway, HallCraneDriving driving, @Nullable Quantity maxWeight,
            Loading loading, Dispatching dispatching, CraneUse use) implements Serializable {
        private Object readResolve() {
            return new BridgeCrane(basics, form, cranes, runway, driving, Optional.ofNullable(maxWeight), loading, dispatching, use);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, form, cranes, runway, driving, maxWeight.orElse(null), loading, dispatching, use);
    }
}
