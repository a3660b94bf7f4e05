package rhombic.plant.dock;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.kernel.Event;
import rhombic.measure.tally.Tally;
import rhombic.plant.activity.Activity;
import rhombic.plant.activity.Hold;
import rhombic.plant.formula.PieceNeeds;
import rhombic.plant.formula.PieceTime;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Giver;
import rhombic.plant.handover.Maintenance;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.Part;
import rhombic.plant.handover.Room;
import rhombic.plant.handover.Taker;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.Dock;
import rhombic.study.value.EquipmentState;

/**
 * One truck at a time docks, is unloaded, is loaded, and leaves. What it takes along has a claim on a place among what it still needs; what it brings goes
 * out by a part of its own.
 */
public final class DockNode extends Node implements Room, Giver {
    private enum Stage {
        FREE, DOCKING, UNLOADING, LOADING, LEAVING,
        /** It is done, and can't go yet. */
        READY
    }

    private static final int TRUCK = Claim.ANY_SPOT;
    /** The spots of pieces to be loaded are the numbers of their types, from this on. */
    private static final int FIRST_LOADED = TRUCK + 1;

    private final Dock dock;
    private final Taker taker = new Taker(this, this);
    private final Unloaded unloaded;
    /** Of the truck, once it is done; made when the first is, since its links are known then. */
    private @Nullable Offer offer;
    private final PieceNeeds needs;
    private final TimeSampler docking;
    private final TimeSampler leaving;
    private final @Nullable PieceTime leaveAfter;
    private Stage stage = Stage.FREE;
    private @Nullable Piece truck;
    private int[] needed = new int[0];
    private int[] loaded = new int[0];
    /** Whether it takes nothing more, but for what is on its way. */
    private boolean isClosing;
    /** When its truck came, or was done. */
    private long since;
    private long servedSince;
    private int stops;
    private EquipmentState unitState = EquipmentState.STARVED;

    private final Activity step = new Activity(flow.simulator) {
        @Override
        protected void passes(long nanos) {
            truck().workNanos += nanos;
        }

        @Override
        protected void ends() {
            if (stage == Stage.DOCKING) {
                beginUnloading();
            } else {
                beReady();
            }
            flow.settle();
        }
    };

    private final Event deadline = new Event(true) {
        @Override
        protected void occur() {
            isClosing = true;
            leaveIfDone();
            flow.settle();
        }
    };

    public DockNode(Flow flow, int index, Dock dock) {
        super(flow, index, dock, new Tally(1));
        this.dock = dock;
        unloaded = new Unloaded(this);
        needs = new PieceNeeds(dock.load(), flow, scope("load"));
        docking = dock.dockingTime().onlySampler(flow.stream(id(), Purpose.WORK));
        leaving = dock.leavingTime().onlySampler(flow.stream(id(), Purpose.CHANGEOVER));
        leaveAfter = dock.leaveAfter().map(time -> PieceTime.of(time, flow, scope("leave after"), flow.stream(id(), Purpose.PAUSE)))
                .orElse(null);
    }

    private Piece truck() {
        Piece there = truck;
        assert there != null : "no truck is there";
        return there;
    }

    @Override
    protected List<? extends Part> parts() {
        return List.of(this, unloaded);
    }

    @Override
    protected @Nullable Part exitAt(String port) {
        return port.equals(Dock.UNLOADING) ? unloaded : this;
    }

    @Override
    protected Taker taker() {
        return taker;
    }

    @Override
    protected void begin() {
        show();
    }

    // ---- coming in

    @Override
    public Way.Entry entry(String port, double fromMetres) {
        return port.equals(Dock.LOADING) ? new Way.Entry(Way.Entrance.ASIDE, 0) : Way.Entry.USUAL;
    }

    @Override
    public boolean isCapacityByPiece() {
        return true;
    }

    @Override
    public int spotFor(Way way, Piece piece) {
        if (way.isAside()) {
            return stage == Stage.LOADING && !isClosing ? placeFor(piece.type) : Claim.NO_SPOT;
        }
        boolean isFree = stage == Stage.FREE && taker.claimsAt(TRUCK) == 0;
        return isFree && flow.types.isLoadCarrier(piece.type) ? TRUCK : Claim.NO_SPOT;
    }

    private int placeFor(int type) {
        return hasPlace(type) ? FIRST_LOADED + type : hasPlace(needs.any()) ? FIRST_LOADED + needs.any() : Claim.NO_SPOT;
    }

    private boolean hasPlace(int number) {
        return loaded[number] + taker.claimsAt(FIRST_LOADED + number) < needed[number];
    }

    @Override
    public int capacityFor(Piece piece) {
        if (stage != Stage.LOADING || isClosing) {
            return 1;
        }
        int type = piece.type;
        int any = needs.any();
        return Math.max(1, needed[type] - loaded[type] - taker.claimsAt(FIRST_LOADED + type) + needed[any] - loaded[any]
                - taker.claimsAt(FIRST_LOADED + any));
    }

    @Override
    public void accept(Claim claim, Piece piece) {
        touchedNanos = flow.now();
        piece.arrivedNanos = flow.now();
        tally.onEnter(flow.now());
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        if (claim.way().isAside()) {
            load(claim.spot() - FIRST_LOADED, piece);
        } else {
            dock(piece);
        }
    }

    private void dock(Piece piece) {
        if (flow.trace != null) {
            flow.trace.waits(flow.now(), piece.body, index);
        }
        truck = piece;
        stage = Stage.DOCKING;
        since = flow.now();
        isClosing = false;
        startStep(docking.nextNanos());
    }

    private void startStep(long nanos) {
        step.start(nanos);
        if (stops > 0) {
            step.pause();
        }
        show();
    }

    // ---- unloading

    private void beginUnloading() {
        stage = Stage.UNLOADING;
        servedSince = flow.now();
        List<Piece> load = truck().load;
        if (dock.unloads() && load != null) {
            load.forEach(piece -> {
                piece.arrivedNanos = flow.now();
                tally.onAppear(flow.now());
            });
            unloaded.add(load);
        }
        goOnIfUnloaded();
        show();
    }

    /** A piece is taken off the truck. */
    void onTakenOff(Piece piece) {
        List<Piece> load = truck().load;
        assert load != null : "what is taken off was on it";
        load.remove(piece);
        if (load.isEmpty()) {
            truck().load = null;
        }
        if (flow.trace != null) {
            flow.trace.off(flow.now(), piece.body, index);
        }
        touchedNanos = flow.now();
        tally.onLeave(flow.now(), flow.now() - piece.arrivedNanos);
        notifyRules(Rule.PieceEvent.LEAVES, piece);
        countCycles(1);
        goOnIfUnloaded();
    }

    private void goOnIfUnloaded() {
        if (stage == Stage.UNLOADING && unloaded.isEmpty()) {
            flow.afterwards(name(), this::beginLoading); // the last piece has yet to be where it goes
        }
    }

    // ---- loading

    private void beginLoading() {
        stage = Stage.LOADING;
        needed = needs.of(truck());
        loaded = new int[needed.length];
        List<Piece> load = truck().load;
        if (load != null) {
            load.forEach(piece -> loaded[needed[piece.type] > 0 ? piece.type : needs.any()]++);
        }
        PieceTime after = leaveAfter;
        if (after != null && !isFull()) {
            long left = since + after.nanos(truck()) - flow.now();
            if (left > 0) {
                flow.simulator.schedule(deadline, left);
            } else {
                isClosing = true;
            }
        }
        leaveIfDone();
        flow.toAgenda(this);
        show();
    }

    private boolean isFull() {
        for (int i = 0; i < needed.length; i++) {
            if (loaded[i] < needed[i]) {
                return false;
            }
        }
        return true;
    }

    private void load(int number, Piece piece) {
        tally.onJoin(flow.now());
        piece.forgetMaking();
        Piece holder = truck();
        if (holder.load == null) {
            holder.load = new ArrayList<>();
        }
        holder.load.add(piece);
        if (flow.trace != null) {
            flow.trace.onto(flow.now(), piece.body, index, holder.body);
        }
        loaded[number]++;
        countCycles(1);
        leaveIfDone();
        show();
    }

    private void leaveIfDone() {
        if (stage == Stage.LOADING && (isFull() || isClosing && taker.claims() == 0)) {
            flow.simulator.cancel(deadline);
            stage = Stage.LEAVING;
            truck().workNanos += flow.now() - servedSince;
            startStep(leaving.nextNanos());
        }
    }

    // ---- leaving

    private void beReady() {
        stage = Stage.READY;
        since = flow.now();
        Offer made = offer == null ? new Offer(this) : offer;
        offer = made;
        made.make(truck());
        show();
    }

    @Override
    public Part part() {
        return this;
    }

    @Override
    public void hand(Offer given, Claim claim) {
        Piece gone = truck();
        long toBeFetched = given.takeFetchedAfter();
        gone.crewNanos += toBeFetched;
        gone.blockedNanos += Math.max(0, flow.now() - since - toBeFetched);
        truck = null;
        stage = Stage.FREE;
        touchedNanos = flow.now();
        tally.onLeave(flow.now(), flow.now() - gone.arrivedNanos);
        notifyRules(Rule.PieceEvent.LEAVES, gone);
        countCycles(1);
        flow.toAgenda(this);
        show();
    }

    @Override
    public void onToBeFetchedChanged(Offer given) {
        show();
    }

    @Override
    public void onBound(Offer given) {
        show();
    }

    /** Nobody tows it away after all: it is on offer again. */
    @Override
    public void onUnbound(Offer given) {
        flow.afterwards(name(), () -> {
            if (!given.isOpen()) {
                given.make(truck());
            }
            show();
        });
    }

    @Override
    public void attend() {
        taker.serveLine();
        show();
    }

    // ---- what keeps it from working, and what it shows

    @Override
    public void setHeld(Hold reason, boolean on, boolean holdsGates) {
        super.setHeld(reason, on, holdsGates);
        stops += on ? 1 : -1;
        if (on) {
            step.pause();
        } else if (stops == 0) {
            step.resume();
        }
        show();
    }

    @Override
    public void book() {
        step.book();
    }

    @Override
    protected boolean isAtWork() {
        return step.isPending() || step.isPaused() || deadline.isPending() || stage == Stage.UNLOADING;
    }

    @Override
    protected boolean isWaitingForMore() {
        return stage == Stage.LOADING;
    }

    @Override
    protected void onMaintenanceChanged() {
        show();
    }

    /** Shows what it does. */
    void show() {
        Maintenance kept = maintenance;
        EquipmentState keeps = kept == null ? null : kept.state();
        EquipmentState now = keeps == null ? does() : keeps;
        if (now != unitState) {
            tally.states().change(flow.now(), unitState, now);
            if (flow.diary != null) {
                flow.diary.onUnit(index, flow.now(), unitState, now);
            }
            unitState = now;
        }
        noteState(now);
    }

    private EquipmentState does() {
        return switch (stage) {
            case FREE -> EquipmentState.STARVED;
            case DOCKING, LEAVING -> EquipmentState.WORKING;
            case UNLOADING -> unloaded.state();
            case LOADING -> taker.claims() > 0 ? EquipmentState.WORKING : EquipmentState.STARVED;
            case READY -> offer != null && offer.isToBeFetched() ? EquipmentState.WAITING_FOR_CREW : EquipmentState.BLOCKED;
        };
    }
}
