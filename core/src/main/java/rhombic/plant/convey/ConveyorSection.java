package rhombic.plant.convey;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Giver;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.Part;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.handover.Room;
import rhombic.plant.handover.Taker;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.Ranking;
import rhombic.study.kind.Conveyor;
import rhombic.study.value.Fitting;
import rhombic.study.value.Routing;

/**
 * A stretch of a conveyor, up to its end or to the next divert or merge. The first piece of each lane is on offer once it is at
 * the end of the stretch; it stands there until it can go, straight on or to the side.
 */
final class ConveyorSection extends Part implements Room, Giver {
    private static final double TINY_METRES = 1e-9;
    /** What rounding times to nanoseconds can add up to on the way. */
    private static final double ROUNDING_METRES = 1e-7;

    private final ConveyorNode conveyor;
    private final Taker taker;
    private final int number;
    private final @Nullable ConveyorSection previous;
    private final @Nullable Fitting begins;
    private final @Nullable Fitting ends;
    private final double fromMetres;
    private final double metres;
    private final double gap;
    private final boolean isRigid;
    private final Lane[] lanes;
    private final LaneOffer[] offers;
    private final int[] sensors;
    private int sensorCount;
    /** How the last piece came to each lane. */
    private final Way.Entry[] lastEntry;
    /** Pieces that came along a link while the beginning was not clear: they come on as soon as it is. */
    private final Deque<Arrived> before = new ArrayDeque<>();
    private int nextLane;
    /** The spot of what comes on when it is there and it is clear: no lane is its yet. */
    private final int atBeginning;
    /** Where pieces come together in turn: whether the last one on the lane where they do came from the side. */
    private boolean lastAside;
    /** Whether the piece that comes on comes from the side. */
    private boolean comesAside;

    private record Arrived(Piece piece, Way way) {}

    /** The offer of the first piece of a lane. */
    private final class LaneOffer extends Offer {
        private final Lane lane;

        LaneOffer(Lane lane) {
            super(ConveyorSection.this);
            this.lane = lane;
        }
    }

    /**
     * @param begins divert or merge where it begins; null: the conveyor begins there
     * @param ends the same for its end
     */
    ConveyorSection(ConveyorNode whole, int number, @Nullable ConveyorSection previous, @Nullable Fitting begins, @Nullable Fitting ends,
            double fromMetres,
            double metres) {
        super(whole.flow);
        this.conveyor = whole;
        taker = new Taker(this, this);
        this.number = number;
        this.previous = previous;
        this.begins = begins;
        this.ends = ends;
        this.fromMetres = fromMetres;
        this.metres = metres;
        Conveyor conveyor = whole.conveyor;
        gap = conveyor.gapMetres();
        isRigid = conveyor.mode() == Conveyor.Mode.RIGID;
        double pocket = isRigid ? conveyor.indexing().pitch().map(q -> q.inBaseUnit()).orElse(0.0) : 0;
        Lane.Shape shape = new Lane.Shape(metres, gap, isRigid, conveyor.maxPiecesOnLane(), pocket,
                conveyor.acceleration().map(q -> q.inBaseUnit()).orElse(0.0));
        Lane.Listener watch = flow.trace == null ? new Motion() : new TracedMotion();
        lanes = new Lane[conveyor.lanes()];
        atBeginning = lanes.length;
        for (int i = 0; i < lanes.length; i++) {
            lanes[i] = new Lane(i, flow.simulator, shape, conveyor.speed().inBaseUnit(), watch);
        }
        offers = new LaneOffer[lanes.length];
        lastEntry = new Way.Entry[lanes.length];
        Arrays.fill(lastEntry, Way.Entry.USUAL);
        sensors = new int[Fitting.MAX];
    }

    void addSensor(double atMetres, int sensor) {
        sensors[sensorCount++] = sensor;
        for (Lane lane : lanes) {
            lane.addSensor(atMetres);
        }
    }

    @Nullable
    Fitting begins() {
        return begins;
    }

    @Nullable
    Fitting ends() {
        return ends;
    }

    @Override
    @Nullable
    protected ConveyorSection previous() {
        return previous;
    }

    /** From the middle of a divert to its side. */
    @Override
    protected double toEdgeMetres() {
        return ends == null ? 0 : conveyor.halfWidth();
    }

    @Override
    public String name() {
        return conveyor.name();
    }

    @Override
    protected Node node() {
        return conveyor;
    }

    @Override
    public Part part() {
        return this;
    }

    @Override
    protected Taker taker() {
        return taker;
    }

    void begin() {
        for (int i = 0; i < lanes.length; i++) {
            offers[i] = new LaneOffer(lanes[i]);
        }
    }

    @Override
    public PlantScope scope(String use) {
        return conveyor.scope(ends == null ? use : use + "\u0000" + ends.id());
    }

    @Override
    public PlantScope scopeWithStream(String stream) {
        return conveyor.scopeWithStream(stream);
    }

    @Override
    protected String streamId() {
        return ends == null ? conveyor.id() : conveyor.id() + "\u0000" + ends.id();
    }

    @Override
    public Routing routing() {
        return ends == null ? super.routing() : ends instanceof Fitting.Divert divert ? divert.routing() : Routing.PREFERENCE;
    }

    @Override
    public Ranking ranking() {
        return previous == null ? super.ranking() : Ranking.BY_AGE;
    }

    @Override
    protected boolean isInletHeld() {
        return false;
    }

    @Override
    public boolean isOutletHeld() {
        return ends == null && conveyor.isOutletHeld();
    }

    @Override
    public boolean isCapacityByPiece() {
        return begins instanceof Fitting.Merge || lanes.length > 1 && previous != null
                || !conveyor.isOfOneLength;
    }

    @Override
    protected boolean isAtWork() {
        for (Lane lane : lanes) {
            if (lane.isAtWork()) {
                return true;
            }
        }
        return false;
    }

    @Override
    protected boolean isEmpty() {
        for (Lane lane : lanes) {
            if (lane.count() > 0) {
                return false;
            }
        }
        return before.isEmpty();
    }

    @Override
    public Way.Entry entry(String port, double fromMetres) {
        boolean isAside = begins instanceof Fitting.Merge merge && merge.name().equals(port);
        return isAside
                ? new Way.Entry(Way.Entrance.ASIDE, fromMetres + conveyor.halfWidth())
                : new Way.Entry(Way.Entrance.USUAL, fromMetres);
    }

    // ---- coming on

    @Override
    public int spotFor(Way way, Piece piece) {
        double length = conveyor.lengthOf[piece.type];
        if (way.isStraightOn()) {
            Lane lane = lanes[laneOf(piece)];
            return !isOvertaking(way, lane) && accepts(lane, way, length) ? lane.number : Claim.NO_SPOT;
        }
        if (!conveyor.carriesMore(piece)) {
            return Claim.NO_SPOT;
        }
        int kept = before.size() + taker.claims();
        if (comesOnLater(way)) {
            // That it is clear here now says nothing. And room for those that come later must be left, too, wherever they will come on.
            double each = maxLength(length) + gap;
            int free = 0;
            for (Lane lane : lanes) {
                free += lane.capacityFor(each, length);
            }
            return before.isEmpty() && free > kept ? atBeginning : Claim.NO_SPOT;
        }
        Lane lane = laneFor(way, length);
        return lane == null ? Claim.NO_SPOT : lane.number;
    }

    /** Whether what goes that way now comes on after others that are still to come, or has still to go along a link. */
    private boolean comesOnLater(Way way) {
        return way.passage() != null || !before.isEmpty() || taker.claims() > 0;
    }

    @Override
    public void awaitRoom(Way way, Piece piece) {
        double length = conveyor.lengthOf[piece.type];
        if (way.isStraightOn()) {
            Lane lane = lanes[laneOf(piece)];
            if (!isOvertaking(way, lane)) {
                awaitClear(lane, way, length);
            }
        } else if (!comesOnLater(way) && conveyor.carriesMore(piece)) {
            awaitClear(way, length);
        }
    }

    /** Of all that room is kept for, and of the one that is to come. */
    private double maxLength(double length) {
        if (conveyor.isOfOneLength) {
            return length;
        }
        double max = Math.max(length, taker.maxClaimed(piece -> conveyor.lengthOf[piece.type]));
        for (Arrived one : before) {
            max = Math.max(max, conveyor.lengthOf[one.piece.type]);
        }
        return max;
    }

    /** The lane on which a piece comes to the end of the stretch before. */
    private int laneOf(Piece piece) {
        assert previous != null : "straight on from nowhere";
        for (Lane lane : previous.lanes) {
            if (lane.count() > 0 && lane.front() == piece) {
                return lane.number;
            }
        }
        throw new IllegalStateException("A piece goes straight on that is not there");
    }

    /** The next lane in turn, or from the side the nearest, on which the piece can come on now. */
    private @Nullable Lane laneFor(Way way, double length) {
        if (way.isAside()) {
            Lane lane = nearest();
            return accepts(lane, way, length) && isGapFree(lane, way, length) && !isOvertaking(way, lane) ? lane : null;
        }
        for (int i = 0; i < lanes.length; i++) {
            Lane lane = lanes[(nextLane + i) % lanes.length];
            if (accepts(lane, way, length)) {
                return lane;
            }
        }
        return null;
    }

    private Lane nearest() {
        return begins instanceof Fitting.Merge merge && merge.side() == Fitting.Side.RIGHT ? lanes[lanes.length - 1] : lanes[0];
    }

    private boolean accepts(Lane lane, Way way, double length) {
        return lane.accepts(length, clear(lane, way));
    }

    /** How far on the last piece must be: by its gap, or, where it came another way, out of where the ways meet. */
    private double clear(Lane lane, Way way) {
        // What comes along a rigid lane can't be stopped without all before it, and moves as fast: its gap is enough.
        if (way.entry().equals(lastEntry[lane.number]) || isRigid && way.isStraightOn()) {
            // those that follow each other on one belt keep their distance by themselves, but for the rounding of times
            return gap - way.entry().beforeMetres() - (way.isStraightOn() ? ROUNDING_METRES : 0);
        }
        return begins instanceof Fitting.Merge ? Math.max(gap, conveyor.conveyor.totalWidthMetres()) : gap;
    }

    /** Who goes first at a merge. A rigid lane that waited for what comes from the side would keep that from going on: it never waits. */
    private Fitting.Priority isFirst(Fitting.Merge merge) {
        return isRigid ? Fitting.Priority.MAIN : merge.priority();
    }

    /** Whether what comes along would not have to wait for it, where that goes first. */
    private boolean isGapFree(Lane lane, Way way, double length) {
        if (!(begins instanceof Fitting.Merge merge) || isFirst(merge) != Fitting.Priority.MAIN || previous == null) {
            return true;
        }
        double needed = length + way.entry().beforeMetres() + conveyor.conveyor.totalWidthMetres();
        return previous.lanes[lane.number].toEndMetres() >= needed - TINY_METRES;
    }

    /** Whether what comes the other way waits for the same lane, and is to go before it. */
    private boolean isOvertaking(Way way, Lane lane) {
        if (!(begins instanceof Fitting.Merge merge) || taker.line.isEmpty()) {
            return false;
        }
        boolean otherFirst = switch (isFirst(merge)) {
            case MAIN -> false; // whoever comes from the side looks for a gap
            case SIDE -> !way.isAside();
            case TURN -> way.isAside() == lastAside;
            case OLDEST -> true;
        };
        if (!otherFirst) {
            return false;
        }
        Offer.QueuedOffer before = taker.line.firstThat(entry -> entry.mayGo()
                && (merge.priority() == Fitting.Priority.OLDEST || entry.way.isAside() != way.isAside())
                && (entry.way.isAside() ? nearest() : lanes[laneOf(entry.offer.piece())]) == lane);
        return before != null && before.way.isAside() != way.isAside();
    }

    @Override
    public void accept(Claim claim, Piece piece) {
        touchedNanos = flow.now();
        Way way = claim.way();
        if (way.isStraightOn()) {
            putOn(lanes[claim.spot()], way, piece, claim.camePastMetres());
            if (!taker.line.isEmpty()) {
                flow.toAgenda(this); // whoever waited for a gap behind it looks again
            }
            return;
        }
        conveyor.onComingIn(piece);
        Lane lane = claim.spot() != atBeginning
                ? lanes[claim.spot()]
                : before.isEmpty() ? laneFor(way, conveyor.lengthOf[piece.type]) : null;
        if (lane == null) {
            before.add(new Arrived(piece, way));
            if (flow.trace != null) {
                flow.trace.waits(flow.now(), piece.body, conveyor.index);
            }
            awaitClear(way, conveyor.lengthOf[piece.type]);
        } else {
            nextLane = (lane.number + 1) % lanes.length;
            comesOn(lane, way, piece);
            if (way.isAside() && !taker.line.isEmpty()) {
                flow.toAgenda(this); // now it may be the turn of what comes along
            }
        }
        conveyor.onCameIn(piece);
        if (claim.spot() == atBeginning && !taker.line.isEmpty()) {
            flow.toAgenda(this); // while more were to come nobody in line waited for it to be clear
        }
    }

    private void awaitClear(Way way, double length) {
        if (way.isAside()) {
            awaitClear(nearest(), way, length);
        } else {
            for (Lane lane : lanes) {
                awaitClear(lane, way, length);
            }
        }
    }

    /** Where it is clear already something else is missing, and the piece that is waited for looks again itself. */
    private void awaitClear(Lane lane, Way way, double length) {
        if (lane.mayTakeMore() && !accepts(lane, way, length)) {
            lane.awaitClear(length, clear(lane, way));
        }
    }

    private void comesOn(Lane lane, Way way, Piece piece) {
        if (lane.count() > 0) {
            conveyor.tally.onGap(lane.clearMetres() + way.entry().beforeMetres());
        }
        putOn(lane, way, piece, fromMetres - way.entry().beforeMetres());
    }

    /** @param cameOnMetres where it came onto the conveyor */
    private void putOn(Lane lane, Way way, Piece piece, double cameOnMetres) {
        piece.onLane = (byte) (lane.number + 1);
        lastEntry[lane.number] = way.entry();
        comesAside = way.isAside();
        if (lane == nearest()) {
            lastAside = comesAside; // on other lanes nobody has to take turns
        }
        lane.add(piece, conveyor.lengthOf[piece.type], way.entry().beforeMetres(), cameOnMetres);
    }

    @Override
    public void attend() {
        while (!before.isEmpty()) {
            Arrived next = before.element();
            Lane lane = laneFor(next.way, conveyor.lengthOf[next.piece.type]);
            if (lane == null) {
                awaitClear(next.way, conveyor.lengthOf[next.piece.type]);
                return;
            }
            before.remove();
            nextLane = (lane.number + 1) % lanes.length;
            comesOn(lane, next.way, next.piece);
        }
        taker.serveLine();
    }

    // ---- at the end

    @Override
    public void hand(Offer given, Claim claim) {
        Lane lane = ((LaneOffer) given).lane;
        Lane.Rider rider = lane.removeFirst();
        Piece piece = rider.piece;
        touchedNanos = flow.now();
        if (claim.way().isStraightOn()) {
            claim.setCamePastMetres(rider.fromMetres());
        } else {
            long stay = flow.now() - piece.arrivedNanos;
            long moved = Math.min(stay, Math.round((fromMetres + metres - rider.fromMetres()) / conveyor.speed() * 1e9));
            piece.moveNanos += moved;
            piece.blockedNanos += stay - moved;
            piece.onLane = 0;
            conveyor.onGoneOut(piece);
        }
        if (!taker.line.isEmpty() || !before.isEmpty()) {
            flow.toAgenda(this);
        }
    }

    /** What was bound here is offered again, unless something else is by then. */
    @Override
    public void onUnbound(Offer offer) {
        flow.afterwards(name(), () -> {
            if (!offer.isOpen()) {
                offer.make(offer.piece());
            }
        });
    }

    // ---- the drive

    void setOff(boolean off) {
        for (Lane lane : lanes) {
            lane.setOff(off);
        }
        flow.toAgenda(this);
    }

    void setSpeed(double speed) {
        for (Lane lane : lanes) {
            lane.setSpeed(speed);
        }
    }

    /** How many of its lanes move. */
    int moving() {
        int moving = 0;
        for (Lane lane : lanes) {
            moving += lane.moves() ? 1 : 0;
        }
        return moving;
    }

    void halt(int lane, boolean nowHalted) {
        lanes[lane].halt(nowHalted);
    }

    /** What the lanes tell. */
    private class Motion implements Lane.Listener {
        @Override
        public void onEndReached(Lane lane) {
            flow.countStep(ConveyorSection.this);
            LaneOffer offer = offers[lane.number];
            assert !offer.isOpen() : "two pieces of a lane are on offer";
            offer.make(lane.front());
        }

        @Override
        public void onEntryClear(Lane lane) {
            flow.countStep(ConveyorSection.this);
            flow.toAgenda(ConveyorSection.this);
        }

        @Override
        public void onStanding(Lane lane, boolean standsNow) {
            conveyor.onStanding(lane.number, standsNow);
            if (isRigid) {
                conveyor.halt(lane.number, ConveyorSection.this, standsNow);
            }
        }

        @Override
        public void onRateChanged(Lane lane) {
            if (previous == null) {
                conveyor.runs();
            }
        }

        @Override
        public void onCovered(Lane lane, int sensor, boolean coversNow) {
            conveyor.onCovered(sensors[sensor], coversNow);
        }

        @Override
        public void settle() {
            flow.settle();
        }
    }

    /** The same, written down. */
    private final class TracedMotion extends Motion {
        @Override
        public void onEnter(Lane lane, Lane.Rider rider) {
            if (flow.trace != null) {
                flow.trace.rides(flow.now(), rider.piece.body, conveyor.index, number * lanes.length + lane.number, comesAside,
                        rider.measure());
            }
        }

        @Override
        public void onLeads(Lane lane, Lane.Rider head, double atMetres, double speed, double gain) {
            if (flow.trace != null) {
                flow.trace.leads(flow.now(), head.piece.body, conveyor.index, fromMetres + atMetres, speed, gain);
            }
        }

        @Override
        public void onFollows(Lane lane, Lane.Rider rider) {
            if (flow.trace != null) {
                flow.trace.follows(flow.now(), rider.piece.body, conveyor.index);
            }
        }

        @Override
        public void onRateChanged(Lane lane) {
            super.onRateChanged(lane);
            lane.forEachTrain(this);
        }
    }
}
