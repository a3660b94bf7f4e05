package rhombic.plant.store;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.measure.RackFigures;
import rhombic.measure.tally.RackTally;
import rhombic.plant.crane.AisleCrane;
import rhombic.plant.crane.AisleCranes;
import rhombic.plant.formula.PieceTime;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.ContentNode;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.OutgoingLinks;
import rhombic.plant.handover.Part;
import rhombic.plant.handover.Room;
import rhombic.plant.handover.Taker;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.PickPlaces;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.Ranking;
import rhombic.space.Pose;
import rhombic.study.Rule;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.CraneDriving;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.TransferPoint;

/**
 * A rack. Where cranes serve it, a piece has a claim on an aisle: it comes to the infeed, where its slot is chosen. Without cranes, it has a claim on its slot;
 * of each type the load that goes first is on offer there.
 */
public final class RackNode extends ContentNode implements Room {
    /** Without a crane, going up takes so many times as long as the same way along the aisle: what a forklift takes to lift. */
    private static final double UP_AS_ALONG = 6;

    final Rack rack;
    final RackLayout layout;
    final SeenLoads seen;
    /** Of each aisle, by number. */
    final List<TransferPoint> infeeds;
    final List<TransferPoint> outfeeds;
    final RackTally store;
    private final Taker taker = new Taker(this, this);
    /** The cranes of the first group that serves it; none: it is served without. */
    private final List<AisleCrane> cranes;
    private final StoreAisle[] aisles;
    private final Map<Piece, Load> loads = new IdentityHashMap<>();
    private final double[] highs;
    private final SlotSearch search;
    private final @Nullable OrderDesk desk;
    final OnOffer onOffer;
    /** How long a load stays at least; null: it may go at once. */
    private final @Nullable PieceTime minStay;
    private final long maxStayNanos;
    private final Ripening ripening;
    /** Where cranes serve it. */
    private final Outfeed outfeed = new Outfeed(this, this, 0);
    private final List<SideOutfeed> sides = new ArrayList<>();
    /** Loads that waited to be fetched from slots when that was told last. */
    private int waiting;
    /** Without cranes: one for each type, and for each zone that is picked by itself. */
    private final List<Shelf> shelves = new ArrayList<>();
    private final long headwayNanos;
    private final List<ZoneEntry> entries = new ArrayList<>();
    /** Null: pieces are taken where they go out. */
    private final @Nullable RackPicking picking;
    private long count;
    private final boolean hasCranes;
    /** Null: each crane stays in its aisle. */
    private @Nullable Transfer transfer;

    /** @param cranes of the run */
    public RackNode(Flow flow, int index, Rack rack, AisleCranes cranes) {
        super(flow, index, rack);
        this.rack = rack;
        this.cranes = cranes.of(rack.name());
        layout = rack.layout();
        store = new RackTally(flow.types.count(), rack.storing().partsByClass());
        seen = new SeenLoads(this);
        infeeds = rack.infeeds();
        outfeeds = rack.outfeeds();
        highs = flow.study.pieceTypes().stream().mapToDouble(type -> type.height().inBaseUnit()).toArray();
        hasCranes = !this.cranes.isEmpty();
        headwayNanos = hasCranes && rack.preZone().isThere()
                ? Math.round(layout.bayPitch().inBaseUnit() / rack.preZoneSpeed().inBaseUnit() * 1e9)
                : 0;
        infeeds.forEach(infeed -> entries.add(new ZoneEntry(this, headwayNanos)));
        for (int i = 1; hasCranes && i < outfeeds.size(); i++) {
            sides.add(new SideOutfeed(this, i));
        }
        aisles = new StoreAisle[layout.aisles()];
        for (int i = 0; i < aisles.length; i++) {
            aisles[i] = new StoreAisle(this, i);
        }
        search = new SlotSearch(this, taker, flow.stream(rack.id(), Purpose.ROUTING));
        desk = rack.orders().map(plan -> new OrderDesk(this, plan)).orElse(null);
        onOffer = new OnOffer(this, desk);
        picking = hasCranes ? null : rack.picking().map(rules -> new RackPicking(this, rules)).orElse(null);
        ripening = new Ripening(flow, this::becomesRipe);
        minStay = rack.fetching().minStay().map(time -> PieceTime.of(time, flow, scope("min stay"), flow.stream(rack.id(), Purpose.PAUSE)))
                .orElse(null);
        maxStayNanos = rack.fetching().maxStay().map(time -> time.nanos()).orElse(Long.MAX_VALUE);
    }

    @Override
    protected void connect(OutgoingLinks ways, Ranking ranking) {
        super.connect(ways, ranking);
        if (hasCranes && desk == null) {
            ways.watchNeed(this);
        }
        if (!hasCranes) {
            int zones = picking == null || desk == null ? 1 : picking.zones();
            for (int i = 0; i < zones * flow.types.count(); i++) {
                shelves.add(new Shelf(this, i % flow.types.count()));
            }
        }
    }

    @Override
    protected List<? extends Part> parts() {
        List<Part> all = new ArrayList<>(sides);
        all.addFirst(this);
        return all;
    }

    @Override
    protected Part exitAt(String port) {
        int number = rack.pointAt(false, port);
        return number == 0 || sides.isEmpty() ? this : sides.get(number - 1);
    }

    @Override
    public @Nullable PickPlaces pickPlaces() {
        return picking;
    }

    @Override
    protected Taker taker() {
        return taker;
    }

    StoreAisle aisle(Load load) {
        return aisles[load.aisle];
    }

    StoreAisle[] aisles() {
        return aisles;
    }

    boolean hasCranes() {
        return hasCranes;
    }

    Pose pose() {
        return rack.placement().pose();
    }

    boolean isByOrder() {
        return desk != null;
    }

    /** How long a load in the pre-zone takes to make room for the next. */
    long headwayNanos() {
        return headwayNanos;
    }

    /** Of a load of each type. */
    double[] kilograms() {
        return flow.study.pieceTypes().stream().mapToDouble(type -> type.weight().inBaseUnit()).toArray();
    }

    double high(Piece piece) {
        return highs[piece.type];
    }

    // ---- the start

    @Override
    protected void begin() {
        if (hasCranes) {
            install(cranes.getFirst().element());
        }
        for (RackStock one : rack.stock()) {
            for (int i = 0; i < one.pieces(layout.places()); i++) {
                if (!begins(new Piece(flow.types.number(one.type())))) {
                    break; // the check has told that there is no room
                }
            }
        }
        if (desk != null) {
            desk.begin();
        }
        traceContent();
        flow.toAgenda(this);
    }

    /** They come into its aisles. */
    private void install(StackerCrane group) {
        boolean change = group.changesAisles(aisles.length);
        transfer = change ? new Transfer(this, group.transfer().orElseThrow(), group.cycles().loads()) : null;
        int count = Math.min(aisles.length, cranes.size());
        for (int i = 0; i < (change ? aisles.length : count); i++) {
            aisles[i].serveBy(group.cycles());
        }
        for (int i = 0; i < count; i++) {
            aisles[group.firstAisle(i, aisles.length)].install(cranes.get(i));
        }
    }

    /** What takes cranes from aisle to aisle; null: each stays in its own. */
    @Nullable
    Transfer transfer() {
        return transfer;
    }

    /** How its cranes move. */
    CraneDriving driving() {
        return cranes.getFirst().driving();
    }

    /** A piece that lies there at the start; says whether there is room for it. */
    private boolean begins(Piece piece) {
        StoreAisle aisle = search.aisle(piece, SlotSearch.AT_START);
        int lane = aisle == null ? Slots.NONE : search.lane(aisle, piece);
        if (aisle == null || lane == Slots.NONE) {
            return false;
        }
        flow.census.onEnter(piece, index);
        counts(piece);
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        Load load = comes(piece, aisle);
        keep(aisle, load, lane);
        put(aisle, load);
        load.storedNanos = flow.now();
        becomesRipe(load);
        noteMore();
        return true;
    }

    // ---- coming in

    @Override
    public boolean isCapacityByPiece() {
        return true;
    }

    @Override
    public int spotFor(Way way, Piece piece) {
        int infeed = hasCranes ? way.entry().gate() : 0;
        if (!entries.get(infeed).isFree()) {
            return Claim.NO_SPOT;
        }
        StoreAisle aisle = search.aisle(piece, infeed);
        if (aisle == null) {
            return Claim.NO_SPOT;
        }
        return hasCranes ? search.spot(infeed, aisle) : aisle.number * layout.lanesInAisle() + search.lane(aisle, piece);
    }

    @Override
    public Way.Entry entry(String port, double fromMetres) {
        return new Way.Entry(Way.Entrance.USUAL, 0, rack.pointAt(true, port));
    }

    @Override
    public void accept(Claim claim, Piece piece) {
        counts(piece);
        assert tally.content() - onOffer.goingOut() + taker.claims() <= capacity : name() + " holds more than it has room for";
        if (flow.trace != null) {
            flow.trace.waits(flow.now(), piece.body, index);
        }
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        if (hasCranes) {
            StoreAisle aisle = aisles[claim.spot() % aisles.length];
            int infeed = claim.spot() / aisles.length;
            Load load = comes(piece, aisle);
            findsSlot(load);
            aisle.come(load, infeed, entries.get(infeed).enter());
        } else {
            int spot = stillFree(claim.spot(), piece);
            StoreAisle aisle = aisles[spot / layout.lanesInAisle()];
            Load load = comes(piece, aisle);
            keep(aisle, load, spot % layout.lanesInAisle());
            stores(load);
        }
        noteMore();
        flow.toAgenda(this);
    }

    /** Where a piece that comes without a crane is stored: where it had its claim, or elsewhere if somebody comes for what stands there. */
    private int stillFree(int spot, Piece piece) {
        if (!aisles[spot / layout.lanesInAisle()].slots.isShut(spot % layout.lanesInAisle())) {
            return spot;
        }
        StoreAisle other = search.aisle(piece, 0);
        return other == null ? spot : other.number * layout.lanesInAisle() + search.lane(other, piece);
    }

    private Load comes(Piece piece, StoreAisle aisle) {
        Load load = new Load(piece, aisle.number, count++);
        loads.put(piece, load);
        aisle.count(piece.type, 1);
        return load;
    }

    /** A place is kept for a load that has come; says whether there is one. What was moved aside meanwhile may have taken the last that fits. */
    boolean findsSlot(Load load) {
        int lane = load.lane == Load.NOWHERE ? search.lane(aisle(load), load.piece) : Slots.NONE;
        if (lane != Slots.NONE) {
            keep(aisle(load), load, lane);
        }
        return load.lane != Load.NOWHERE;
    }

    /** Whether there is a place for a load that has come. */
    boolean hasSlot(Load load) {
        return load.lane != Load.NOWHERE || search.lane(aisle(load), load.piece) != Slots.NONE;
    }

    private void keep(StoreAisle aisle, Load load, int lane) {
        assert lane != Slots.NONE : "there was room when the piece was agreed on";
        load.lane = lane;
        aisle.slots.keep(lane, load.piece.type);
        search.onTaken();
    }

    /** A load is put into its lane. */
    void stores(Load load) {
        StoreAisle aisle = aisle(load);
        put(aisle, load);
        load.storedNanos = flow.now();
        store.onStored();
        long stays = minStay == null ? 0 : minStay.nanos(load.piece);
        if (stays == 0) {
            becomesRipe(load);
        } else {
            ripening.add(load, stays);
        }
        flow.toAgenda(this);
    }

    private void put(StoreAisle aisle, Load load) {
        countsStored(load, load.lane, 1);
        Load before = hasCranes ? null : aisle.slots.front(load.lane);
        if (before != null && aisle.slots.isShut(load.lane)) {
            aisle.slots.putBehind(load);
            seen.stands(load);
            seen.stands(before);
            return;
        }
        aisle.slots.put(load);
        seen.comesIn(load);
        if (before != null && aisle.slots.front(load.lane) == load) {
            onOffer.leave(before); // it can't be reached any more
        }
    }

    // ---- what can be fetched

    private void becomesRipe(Load load) {
        load.isRipe = true;
        if (!load.isOnCrane) {
            onOffer.offerIfReached(load);
            flow.toAgenda(this);
        }
    }

    /** Where a load is on offer that a customer order asks for. */
    Shelf shelf(Load load) {
        int zone = picking == null ? 0 : picking.byZone().zone(load);
        return shelves.get(zone * flow.types.count() + load.piece.type);
    }

    /** Whether what stands behind an outfeed needs one more than those that are on their way there already. */
    boolean isWanted(int outfeedNumber, Piece piece, int goingOut) {
        Part from = outfeedNumber == 0 ? this : sides.get(outfeedNumber - 1);
        return from.outgoingLinks().wanted(piece) > goingOut;
    }

    /** A load has been moved to another lane. */
    void onMoved(Load load) {
        onOffer.offerIfReached(load);
        flow.toAgenda(this);
    }

    /** So many more lie in a lane. */
    void countsStored(Load load, int lane, int more) {
        store.onContent(flow.now(), load.piece.type, aisle(load).slots.classOf(lane), more);
    }

    /** A load is taken out of its lane to go out. */
    void onFetched(Load load, int lane) {
        long stay = flow.now() - load.storedNanos;
        store.onFetched(load.piece.type, aisle(load).slots.classOf(lane), stay, stay > maxStayNanos);
    }

    void onDown(StoreAisle aisle, boolean isDown) {
        if (isDown && desk != null) {
            desk.chooseOthers(List.copyOf(aisle.asked));
        }
        flow.toAgenda(this);
    }

    // ---- going on

    @Override
    public void attend() {
        taker.serveLine();
        if (hasCranes) {
            outfeed.offer();
            for (StoreAisle aisle : aisles) {
                aisle.wake();
            }
        } else {
            shelves.forEach(Shelf::offer);
        }
        tellWaiting();
    }

    /** Those who fetch are told when more waits than before, and only then: they may look at what is needed, which brings it back here. */
    private void tellWaiting() {
        if (hasCranes ? outfeed.hasMoreWaiting() : shelvesHaveMore()) {
            onMoreWaiting();
        }
    }

    private boolean shelvesHaveMore() {
        int before = waiting;
        waiting = shelves.stream().mapToInt(Shelf::backlog).sum();
        return waiting > before;
    }

    Load load(Piece piece) {
        Load known = loads.get(piece);
        assert known != null : "it is not in the rack";
        return known;
    }

    /** A customer order asks for a load that people pick. */
    void onAskedToPick(Load load) {
        if (picking != null) {
            picking.byZone().onAsked(load);
        }
    }

    private void onPicked(Load load) {
        if (picking != null) {
            picking.byZone().onGone(load);
        }
    }

    /** Whether people pick from its slots. */
    boolean isPicked() {
        return picking != null;
    }

    /** Some units of a load become a piece of its own, which is picked where the load lies. */
    Load partOf(Load load) {
        Piece piece = load.piece.alike();
        flow.census.onMade(piece, index);
        Load part = new Load(piece, load.aisle, count++);
        part.isPart = true;
        part.lane = load.lane;
        part.storedNanos = load.storedNanos;
        loads.put(piece, part);
        seen.isPickedFrom(part, load);
        return part;
    }

    /** What is picked from a load that stays has gone; it counts as having come only now, so that it takes no room. */
    void onPartGone(Load part) {
        loads.remove(part.piece);
        onPicked(part);
        counts(part.piece);
        noteLess(part.piece);
        onFetched(part, part.lane);
        if (desk != null) {
            desk.onGone(part);
        }
        flow.toAgenda(this);
    }

    /** A piece has gone. */
    void onGone(Piece piece) {
        Load load = load(piece);
        loads.remove(piece);
        onPicked(load);
        aisle(load).count(piece.type, -1);
        if (hasCranes) {
            onOffer.onGone(load);
        }
        noteLess(piece);
        if (desk != null) {
            desk.onGone(load);
        }
        flow.toAgenda(this);
    }

    /** A load has come to the port where it goes out. */
    void waitsAtPort(Load load) {
        (load.outfeed == 0 ? outfeed : sides.get(load.outfeed - 1).loads()).add(load);
    }

    // ---- where things are

    /** From where loads come in to a lane: for a crane the time, else what the way is like for a forklift. */
    double secondsFromInfeed(int lane) {
        return secondsFrom(rack.infeed(), lane);
    }

    /** The same to where loads go out. */
    double secondsToOutfeed(int lane) {
        return secondsFrom(rack.outfeed(), lane);
    }

    private double secondsFrom(TransferPoint point, int lane) {
        double bay = layout.bayMetres(layout.bay(lane));
        double along = (point.end() == TransferPoint.End.FRONT ? bay : layout.lengthMetres() - bay) + point.offsetMetres();
        double up = layout.levelMetres(layout.level(lane)) - point.heightMetres();
        return hasCranes ? driving().seconds(along, up) : along + UP_AS_ALONG * Math.abs(up);
    }

    // ---- what is told of it

    @Override
    protected void restartMeasures() {
        super.restartMeasures();
        store.restart(flow.now());
    }

    /** What it did, beside what all equipment tells. */
    public RackFigures figures() {
        return store.figures(name(), capacity, tally.figures(name(), rack.kind(), flow.now(), List.of()), desk == null ? 0 : desk.waiting(),
                desk == null ? 0 : desk.missingPieces(), store.ofTypes(flow.now(), flow.types::name),
                store.ofClasses(flow.now(), rack.storing()::nameOfClass, one -> layout.aisles() * aisles[0].slots.places(one)));
    }

    @Override
    protected boolean isAtWork() {
        if (!ripening.isEmpty() || desk != null && desk.isExpecting()) {
            return true;
        }
        for (StoreAisle aisle : aisles) {
            if (aisle.isBusy()) {
                return true;
            }
        }
        return false;
    }
}
