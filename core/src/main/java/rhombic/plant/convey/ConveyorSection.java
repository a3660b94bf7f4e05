package rhombic.plant.convey;

import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Giver;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.Part;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.handover.Taker;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.Ranking;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.Fitting;
import rhombic.study.value.Routing;

/**
 * A stretch of a conveyor, up to its end or to the next divert or merge. The first piece of each lane is on offer once it is at
 * the end of the stretch; it stands there until it can go, straight on or to the side.
 */
final class ConveyorSection extends Part implements Giver {
    private final ConveyorNode conveyor;
    private final SectionEntrance entrance;
    private final int number;
    private final @Nullable ConveyorSection previous;
    private final @Nullable Fitting begins;
    private final @Nullable Fitting ends;
    private final double fromMetres;
    private final double metres;
    private final boolean isRigid;
    private final Lane[] lanes;
    private final LaneOffer[] offers;
    private final int[] sensors;
    private int sensorCount;

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
        this.number = number;
        this.previous = previous;
        this.begins = begins;
        this.ends = ends;
        this.fromMetres = fromMetres;
        this.metres = metres;
        Conveyor conveyor = whole.conveyor;
        isRigid = conveyor.mode() == Conveyor.Mode.RIGID;
        double pocket = isRigid ? conveyor.indexing().pitch().map(q -> q.inBaseUnit()).orElse(0.0) : 0;
        Lane.Shape shape = new Lane.Shape(metres, conveyor.gapMetres(), isRigid, conveyor.maxPiecesOnLane(), pocket,
                conveyor.acceleration().map(q -> q.inBaseUnit()).orElse(0.0));
        Lane.Listener watch = flow.trace == null ? new Motion() : new TracedMotion();
        lanes = new Lane[conveyor.lanes()];
        for (int i = 0; i < lanes.length; i++) {
            lanes[i] = new Lane(i, flow.simulator, shape, conveyor.speed().inBaseUnit(), watch);
        }
        offers = new LaneOffer[lanes.length];
        sensors = new int[Fitting.MAX];
        entrance = new SectionEntrance(whole, this, lanes, begins, fromMetres, isRigid);
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
        return entrance.taker();
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
        return entrance.isEmpty();
    }

    Lane[] lanes() {
        return lanes;
    }

    @Override
    public void attend() {
        entrance.attend();
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
        if (entrance.isAwaited()) {
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
                flow.trace.rides(flow.now(), rider.piece.body, conveyor.index, number * lanes.length + lane.number, entrance.comesAside(),
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
