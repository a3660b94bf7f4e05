package rhombic.study.kind;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.field.Reference;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.rack.AisleChoice;
import rhombic.study.rack.FetchChoice;
import rhombic.study.rack.Fetching;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.PickRoute;
import rhombic.study.rack.Picking;
import rhombic.study.rack.PreZone;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackPlaces;
import rhombic.study.rack.RackRows;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.rack.Storing;
import rhombic.study.rack.TransferPoint;
import rhombic.study.rack.TurnoverClasses;
import rhombic.study.value.Count;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;

/**
 * Stores pieces in slots. Where {@link StackerCrane}s serve it, pieces come in at the infeed of an aisle and go out at its outfeed; without them, those who
 * bring and fetch reach its slots themselves.
 *
 * @param layout its form and measures
 * @param storing where it stores what comes
 * @param fetching what it gives out, and in which order
 * @param infeed of each aisle that a crane serves
 * @param outfeed the same
 * @param moreInfeeds of each aisle, each with a port of its own: at most 7
 * @param moreOutfeeds the same; customer orders go out at the first
 * @param preZoneSpeed at which loads go between its ports and the aisles, where cranes serve several
 * @param stock what lies in it at the start
 * @param orders that it serves; empty: it gives out whatever somebody takes
 * @param picking how people pick from its slots; empty: whoever fetches takes what goes out at its port
 */
public record Rack(Basics basics, RackLayout layout, Storing storing, Fetching fetching, TransferPoint infeed, TransferPoint outfeed,
        List<TransferPoint> moreInfeeds,
        List<TransferPoint> moreOutfeeds, Quantity preZoneSpeed, List<RackStock> stock, Optional<OrderPlan> orders,
        Optional<Picking> picking)
        implements
            Equipment {
    private static final Quantity USUAL_SPEED = new Quantity(0.5, Unit.METRE_PER_SECOND);
    private static final double MAX_SPEED = 50;
    private static final double HOUR_NANOS = 3.6e12;
    private static final int MAX_MORE_POINTS = 7;

    public static final Kind<Rack> KIND = new Kind<>("Rack", Family.STORE, Rack.class, List.of(
            Field.optional("form", "How loads stand in it; missing: rack.", FieldType.Word.of(RackForm.values()), RackForm.RACK,
                    RackLayout::form, RackLayout::withForm).within(Rack::layout, Rack::with),
            Field.written("aisles", "How many aisles lie side by side.", new FieldType.Whole(1, RackLayout.MAX_AISLES),
                    RackLayout.USUAL.aisles(), RackLayout::aisles, RackLayout::withAisles).within(Rack::layout, Rack::with),
            Field.optional("rows", "On which sides of each aisle slots are; missing: both sides.", FieldType.Word.of(RackRows.values()),
                    RackRows.BOTH_SIDES, RackLayout::rows, RackLayout::withRows).within(Rack::layout, Rack::with),
            Field.written("bays", "How many bays are along each aisle.", new FieldType.Whole(1, RackLayout.MAX_BAYS),
                    RackLayout.USUAL.bays(), RackLayout::bays, RackLayout::withBays).within(Rack::layout, Rack::with),
            Field.written("bayPitch", "From one bay to the next.", new FieldType.Measured(Dimension.LENGTH), RackLayout.USUAL.bayPitch(),
                    RackLayout::bayPitch, RackLayout::withBayPitch).within(Rack::layout, Rack::with),
            Field.written("levels", "From the lowest up, how many and how high, such as \u201c10 x 1.2 m, 2 x 2 m\u201d.",
                    new FieldType.Mapped<>(FieldType.TEXT, LevelHeights::text, LevelHeights::parse), RackLayout.USUAL.levels(),
                    RackLayout::levels, RackLayout::withLevels).within(Rack::layout, Rack::with),
            Field.optional("depth", "Places one behind the other in each slot; missing: 1.",
                    new FieldType.Whole(1, RackLayout.MAX_DEPTH), 1, RackLayout::depth, RackLayout::withDepth)
                    .within(Rack::layout, Rack::with),
            Field.optional("slotDepth", "Of each place; missing: 1.3 m.", new FieldType.Measured(Dimension.LENGTH),
                    RackLayout.USUAL.slotDepth(), RackLayout::slotDepth, RackLayout::withSlotDepth).within(Rack::layout, Rack::with),
            Field.optional("aisleWidth", "Between the rows of an aisle; missing: 1.6 m.", new FieldType.Measured(Dimension.LENGTH),
                    RackLayout.USUAL.aisleWidth(), RackLayout::aisleWidth, RackLayout::withAisleWidth).within(Rack::layout, Rack::with),
            Field.optional("firstLevel", "Where loads of the lowest level stand, above the floor; missing: 0.3 m.",
                    new FieldType.Measured(Dimension.LENGTH), RackLayout.USUAL.firstLevel(), RackLayout::firstLevel,
                    RackLayout::withFirstLevel).within(Rack::layout, Rack::with),
            Field.optional("maxWeight", "Of a load in it; missing: any.", new FieldType.Maybe<>(new FieldType.Measured(Dimension.MASS)),
                    Optional.empty(), RackLayout::maxWeight, RackLayout::withMaxWeight).within(Rack::layout, Rack::with),
            Field.optional("maxBayWeight", "Of all that lies in one bay of a row, from its lowest level to its highest; missing: any.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.MASS)), Optional.empty(), RackLayout::maxBayWeight,
                    RackLayout::withMaxBayWeight).within(Rack::layout, Rack::with),
            Field.optional("slotRule", "Which free slot of the aisle a load is stored in; missing: nearest.",
                    FieldType.Word.of(SlotChoice.values()), Storing.USUAL.slotRule(), Storing::slotRule, Storing::withSlotRule)
                    .within(Rack::storing, Rack::with),
            Field.optional("aisleRule", "Which aisle a load is stored in; missing: spread.", FieldType.Word.of(AisleChoice.values()),
                    Storing.USUAL.aisleRule(), Storing::aisleRule, Storing::withAisleRule).within(Rack::storing, Rack::with),
            Field.optional("classes", "Parts of the slots that are kept for some types, from the nearest on; missing: none.",
                    new FieldType.Several<>(StorageClass.TYPE), List.<StorageClass>of(), Storing::classes, Storing::withClasses)
                    .within(Rack::storing, Rack::with),
            Field.optional("slotFormula",
                    "The number of a slot for a piece, such as slot.seconds * piece.turnover: by a formula, the smallest is taken; missing: none.",
                    new FieldType.Text(Reference.FORMULA), "", Storing::slotFormula, Storing::withSlotFormula)
                    .within(Rack::storing, Rack::with),
            Field.optional("fetchRule", "Which load goes first; missing: oldest.", FieldType.Word.of(FetchChoice.values()),
                    Fetching.USUAL.rule(), Fetching::rule, Fetching::withRule).within(Rack::fetching, Rack::with),
            Field.optional("fetchFormula", "The number of a load for the rule by formula, the smallest first; missing: none.",
                    new FieldType.Text(Reference.FORMULA), "", Fetching::formula, Fetching::withFormula).within(Rack::fetching, Rack::with),
            Field.optional("minStay", "How long a load stays at least; missing: it may go at once.",
                    new FieldType.Maybe<>(TimeSource.TYPE), Optional.empty(), Fetching::minStay,
                    Fetching::withMinStay).within(Rack::fetching, Rack::with),
            Field.optional("maxStay", "How long a load should stay at most; missing: any time.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.TIME)), Optional.empty(), Fetching::maxStay,
                    Fetching::withMaxStay).within(Rack::fetching, Rack::with),
            Field.optional("infeed", "Where loads come into each aisle that a crane serves; missing: at the front.", TransferPoint.TYPE,
                    TransferPoint.USUAL, Rack::infeed, Rack::withInfeed),
            Field.optional("outfeed", "Where loads go out of each aisle that a crane serves; missing: at the front.", TransferPoint.TYPE,
                    TransferPoint.USUAL, Rack::outfeed, Rack::withOutfeed),
            Field.optional("moreInfeeds", "Of each aisle that a crane serves, each with a port of its own, in 2 and so on; missing: none.",
                    new FieldType.Several<>(TransferPoint.TYPE), List.<TransferPoint>of(), Rack::moreInfeeds, Rack::withMoreInfeeds),
            Field.optional("moreOutfeeds",
                    "Of each aisle that a crane serves, each with a port of its own, out 2 and so on; customer orders go out at the first; missing: none.",
                    new FieldType.Several<>(TransferPoint.TYPE), List.<TransferPoint>of(), Rack::moreOutfeeds, Rack::withMoreOutfeeds),
            Field.optional("preZoneSpeed", "At which loads go between its ports and its aisles, if cranes serve several; missing: 0.5 m/s.",
                    new FieldType.Measured(Dimension.SPEED), USUAL_SPEED, Rack::preZoneSpeed, Rack::withPreZoneSpeed),
            Field.optional("stock", "What lies in it at the start; missing: nothing.", new FieldType.Several<>(RackStock.TYPE),
                    List.<RackStock>of(), Rack::stock, Rack::withStock),
            Field.optional("orders", "Customer orders that it serves; missing: it gives out whatever somebody takes.",
                    new FieldType.Maybe<>(OrderPlan.TYPE), Optional.empty(), Rack::orders, Rack::withOrders),
            Field.optional("picking", "How people pick from its slots; missing: whoever fetches takes what goes out at its port.",
                    new FieldType.Maybe<>(Picking.TYPE), Optional.empty(), Rack::picking, Rack::withPicking)),
            Rack::usual, (basics, types) -> usual(basics));

    public Rack {
        stock = List.copyOf(stock);
        moreInfeeds = List.copyOf(moreInfeeds);
        moreOutfeeds = List.copyOf(moreOutfeeds);
        Count.between(0, MAX_MORE_POINTS, "The further infeeds of a rack", moreInfeeds.size());
        Count.between(0, MAX_MORE_POINTS, "The further outfeeds of a rack", moreOutfeeds.size());
        if (preZoneSpeed.unit().dimension() != Dimension.SPEED
                || !(preZoneSpeed.inBaseUnit() > 0 && preZoneSpeed.inBaseUnit() <= MAX_SPEED)) {
            throw new StudyException("The speed in the pre-zone of a rack must be above 0 m/s and at most 50 m/s; got " + preZoneSpeed);
        }
    }

    private static Rack usual(Basics basics) {
        return new Rack(basics, RackLayout.USUAL, Storing.USUAL, Fetching.USUAL, TransferPoint.USUAL, TransferPoint.USUAL, List.of(),
                List.of(),
                USUAL_SPEED,
                List.of(), Optional.empty(), Optional.empty());
    }

    @Override
    public Kind<Rack> declaration() {
        return KIND;
    }

    @Override
    public Rack with(Basics newBasics) {
        return new Rack(newBasics, layout, storing, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock, orders,
                picking);
    }

    public Rack with(RackLayout newLayout) {
        return new Rack(basics, newLayout, storing, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock, orders,
                picking);
    }

    /** With other measures. */
    public Rack withLayout(UnaryOperator<RackLayout> change) {
        return with(change.apply(layout));
    }

    public Rack with(Storing newStoring) {
        return new Rack(basics, layout, newStoring, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock, orders,
                picking);
    }

    /** Storing by other rules. */
    public Rack withStoring(UnaryOperator<Storing> change) {
        return with(change.apply(storing));
    }

    public Rack with(Fetching newFetching) {
        return new Rack(basics, layout, storing, newFetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock, orders,
                picking);
    }

    /** Giving out by other rules. */
    public Rack withFetching(UnaryOperator<Fetching> change) {
        return with(change.apply(fetching));
    }

    public Rack withInfeed(TransferPoint newPoint) {
        return new Rack(basics, layout, storing, fetching, newPoint, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock, orders,
                picking);
    }

    public Rack withOutfeed(TransferPoint newPoint) {
        return new Rack(basics, layout, storing, fetching, infeed, newPoint, moreInfeeds, moreOutfeeds, preZoneSpeed, stock, orders,
                picking);
    }

    public Rack withMoreInfeeds(List<TransferPoint> newPoints) {
        return new Rack(basics, layout, storing, fetching, infeed, outfeed, newPoints, moreOutfeeds, preZoneSpeed, stock, orders, picking);
    }

    public Rack withMoreOutfeeds(List<TransferPoint> newPoints) {
        return new Rack(basics, layout, storing, fetching, infeed, outfeed, moreInfeeds, newPoints, preZoneSpeed, stock, orders, picking);
    }

    public Rack withPreZoneSpeed(Quantity newSpeed) {
        return new Rack(basics, layout, storing, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, newSpeed, stock, orders, picking);
    }

    public Rack withStock(List<RackStock> newStock) {
        return new Rack(basics, layout, storing, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, newStock, orders,
                picking);
    }

    public Rack withPicking(Optional<Picking> newPicking) {
        return new Rack(basics, layout, storing, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock, orders,
                newPicking);
    }

    public Rack withOrders(Optional<OrderPlan> newOrders) {
        return new Rack(basics, layout, storing, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock, newOrders,
                picking);
    }

    @Override
    public OptionalInt contentCapacity(List<PieceType> types) {
        return OptionalInt.of(layout.places());
    }

    @Override
    public boolean hasStock() {
        return !stock.isEmpty();
    }

    @Override
    public boolean makes(String type) {
        return stock.stream().anyMatch(one -> one.type().equals(type));
    }

    @Override
    public Footprint usualSize() {
        return new Footprint(Math.clamp(layout.lengthMetres(), 0.1, 1000), Math.clamp(layout.widthMetres(), 0.1, 1000),
                Math.clamp(layout.heightMetres(), 0.1, 1000));
    }

    @Override
    public boolean isOpen() {
        return true;
    }

    /** Its size follows from its bays, levels and aisles. */
    @Override
    public boolean hasOwnSize() {
        return false;
    }

    @Override
    public Footprint footprint() {
        return usualSize();
    }

    /** With its front where the hand began, its aisles along the longer side, and as many bays and aisles as have room. */
    @Override
    public Optional<PlantElement> spanning(Pose from, Pose to) {
        double dx = to.x() - from.x();
        double dy = to.y() - from.y();
        boolean isAlongX = Math.abs(dx) >= Math.abs(dy);
        Rack sized = sized(Math.max(Math.abs(dx), Math.abs(dy)), Math.min(Math.abs(dx), Math.abs(dy)));
        double length = sized.layout.lengthMetres();
        double width = sized.layout.widthMetres();
        double x = from.x() + Math.copySign(isAlongX ? length : width, dx) / 2;
        double y = from.y() + Math.copySign(isAlongX ? width : length, dy) / 2;
        double heading = isAlongX ? dx < 0 ? 180 : 0 : dy < 0 ? 270 : 90;
        return Optional.of(sized.placed(new Placement(x, y, placement().zMetres(), heading)));
    }

    private Rack sized(double lengthMetres, double widthMetres) {
        int bays = (int) Math.clamp(Math.round(lengthMetres / layout.bayPitch().inBaseUnit()), 1, RackLayout.MAX_BAYS);
        int aisles = (int) Math.clamp(Math.round(widthMetres / layout.aislePitchMetres()), 1, RackLayout.MAX_AISLES);
        return withLayout(l -> l.withBays(bays).withAisles(aisles));
    }

    /** The corner at its rear on the left. */
    @Override
    public Optional<Pose> sizingCorner() {
        return Optional.of(placement().pose().of(Pose.at(layout.lengthMetres() / 2, layout.widthMetres() / 2, 0, 0)));
    }

    @Override
    public String sizingHint() {
        return "drag to add bays and aisles";
    }

    /** With so many bays and aisles as reach there. */
    @Override
    public Rack sizedTo(Pose corner) {
        Pose front = placement().pose().of(Pose.at(-layout.lengthMetres() / 2, -layout.widthMetres() / 2, 0, 0));
        double turn = Math.toRadians(placement().headingDegrees());
        double dx = corner.x() - front.x();
        double dy = corner.y() - front.y();
        Rack sized = sized(dx * Math.cos(turn) + dy * Math.sin(turn), dy * Math.cos(turn) - dx * Math.sin(turn));
        Pose middle = front.of(Pose.at(sized.layout.lengthMetres() / 2, sized.layout.widthMetres() / 2, 0, 0));
        return (Rack) sized.placed(new Placement(middle.x(), middle.y(), placement().zMetres(), placement().headingDegrees()));
    }

    /** Where the ways to its infeeds begin and those from its outfeeds end. */
    @Override
    public List<Port> ports() {
        PreZone zone = preZone();
        List<Port> all = new ArrayList<>();
        for (int i = 0; i < infeeds().size(); i++) {
            all.add(new Port(portOf(true, i), zone.inPort(i), true));
        }
        for (int i = 0; i < outfeeds().size(); i++) {
            all.add(new Port(portOf(false, i), zone.outPort(i), false));
        }
        return all;
    }

    /** The port that leads to an infeed, or from an outfeed, from 0. */
    public String portOf(boolean isIn, int number) {
        String usual = isIn ? Port.IN : Port.OUT;
        return number == 0 ? usual : usual + " " + (number + 1);
    }

    /** The number of the infeed to which a port leads, or of the outfeed from which it does, from 0. */
    public int pointAt(boolean isIn, String port) {
        return IntStream.rangeClosed(1, isIn ? moreInfeeds.size() : moreOutfeeds.size()).filter(i -> portOf(isIn, i).equals(port))
                .findFirst().orElse(0);
    }

    /** Where what has been picked so far is handed on to those who pick in a zone: before its first aisle. */
    public Pose handOn(int zone) {
        int aisle = zone * picking.map(Picking::aislesPerZone).orElse(0);
        Pose middle = placement().pose();
        return middle.of(Pose.at(-PickRoute.CROSS_METRES - layout.lengthMetres() / 2, layout.aisleMetres(aisle), -middle.z(), 0));
    }

    /** All outfeeds of an aisle, the usual one first. */
    public List<TransferPoint> outfeeds() {
        return Stream.concat(Stream.of(outfeed), moreOutfeeds.stream()).toList();
    }

    /** All infeeds of an aisle, the usual one first. */
    public List<TransferPoint> infeeds() {
        return Stream.concat(Stream.of(infeed), moreInfeeds.stream()).toList();
    }

    /** Where a load can be in it. */
    public RackPlaces places() {
        return new RackPlaces(layout, infeeds().stream().map(TransferPoint::capacity).toList(), outfeeds().size());
    }

    /** How loads get from its ports to its aisles and back. */
    public PreZone preZone() {
        return new PreZone(layout, infeeds(), outfeeds());
    }

    /** The classes of slots that its customer orders suggest, in runs of that length; none if there are no orders. */
    public List<StorageClass> classesByDemand(Quantity length) {
        return orders.map(plan -> TurnoverClasses.of(stock, layout.places(), plan, length.nanos() / HOUR_NANOS)).orElse(List.of());
    }

    @Override
    public List<Candidate> candidates() {
        return List.of(new Candidate(Candidate.Aspect.CAPACITY, "room for one more at each infeed and outfeed",
                () -> withInfeed(infeed.withCapacity(infeed.capacity() + 1)).withOutfeed(outfeed.withCapacity(outfeed.capacity() + 1))));
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, RackLayout layout, Storing storing, Fetching fetching, TransferPoint infeed, TransferPoint outfeed,
            List<TransferPoint> moreInfeeds,
            List<TransferPoint> moreOutfeeds, Quantity preZoneSpeed, List<RackStock> stock, @Nullable OrderPlan orders,
            @Nullable Picking picking)
            implements
                Serializable {
        private Object readResolve() {
            return new Rack(basics, layout, storing, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock,
                    Optional.ofNullable(orders),
                    Optional.ofNullable(picking));
        }
    }

    private Object writeReplace() {
        return new Stored(basics, layout, storing, fetching, infeed, outfeed, moreInfeeds, moreOutfeeds, preZoneSpeed, stock,
                orders.orElse(null),
                picking.orElse(null));
    }
}
