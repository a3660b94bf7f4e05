package rhombic.plant.work;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.measure.tally.Tally;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.OutgoingLinks;
import rhombic.plant.handover.Room;
import rhombic.plant.handover.Taker;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;
import rhombic.plant.piece.Ranking;
import rhombic.study.Rule;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.FailureMode;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;
import rhombic.study.work.Work;

/**
 * Work is done here, at one or several places. What is done stays at its place until it can go on; then the place is
 * served, pauses and takes the next, as the study says.
 */
abstract class WorkNode extends Node implements Room {
    /** The spot on a place or before them: which one is known when the piece comes. */
    static final int SLOT = Claim.ANY_SPOT;

    RankedQueue<Piece> queue = new RankedQueue<>();
    final Taker taker = new Taker(this, this);
    final int inputCapacity;
    private final WorkTimes times;
    private final Holds work = new Holds();
    private final Place[] places;
    /** Free places; the first {@code freeCount} count. */
    private final @Nullable Place[] free;
    private int freeCount;
    private long workedSinceService;
    private final List<Place> toOffer = new ArrayList<>();
    private boolean marksWork;
    /** Null where anything else has to be looked at. */
    private @Nullable StraightStep straight;

    WorkNode(Flow flow, int index, WorkEquipment equipment) {
        super(flow, index, equipment, new Tally(equipment.work().places()));
        Work work = equipment.work();
        inputCapacity = work.inputCapacity();
        places = new Place[work.places()];
        free = new Place[work.places()];
        times = new WorkTimes(work, this);
    }

    @Override
    protected final Taker taker() {
        return taker;
    }

    @Override
    protected void connect(OutgoingLinks ways, Ranking ranking) {
        marksWork = flow.blueprint.isBeforeInspection(name());
        super.connect(ways, ranking);
        queue = new RankedQueue<>(ranking);
    }

    @Override
    public final boolean isCapacityByPiece() {
        return marksWork || waitsByType();
    }

    /** Whether what is made here may come back, so that who made it must be known. */
    final boolean mayNeedRework() {
        return marksWork;
    }

    /** Whether different types wait in different rooms. */
    boolean waitsByType() {
        return false;
    }

    @Override
    protected void begin() {
        for (int i = 0; i < places.length; i++) {
            places[i] = new Place(this, times, places.length - 1 - i);
            free[i] = places[i];
        }
        freeCount = places.length;
        noteState(EquipmentState.STARVED);
    }

    /**
     * All pieces go that way, at once, and nothing is done here but the work, unless something else needs to be looked at: what keeps it
     * from that, who hears of it.
     */
    final void setStraight(Way only) {
        if (times.isStraight() && maintenance == null && rules == null && flow.trace == null && flow.diary == null) {
            straight = new StraightStep(this, only, times);
        }
    }

    /** Each piece needs one slot, on a place or before them, and none comes back for rework: its room is counted. */
    final void countSlots() {
        taker.countRoom(places.length + inputCapacity);
    }

    final @Nullable StraightStep straight() {
        return straight;
    }

    @Override
    public final void book() {
        for (Place place : places) {
            place.bookAll();
        }
    }

    @Override
    public void updateRanks() {
        super.updateRanks();
        queue.updateRanks();
    }

    @Override
    protected boolean isAtWork() {
        for (Place place : places) {
            if (place.isAtWork()) {
                return true;
            }
        }
        return false;
    }

    // ---- what holds the work

    /** Interrupts all work, or lets it go on once no other reason holds it. Whoever worked there is free meanwhile. */
    final void holdWork(Hold reason, boolean on) {
        if (on && work.hold(reason)) {
            for (Place place : places) {
                place.onHeld();
            }
        } else if (!on && work.release(reason)) {
            for (Place place : places) {
                place.onReleased();
            }
        }
    }

    final boolean isWorkHeld() {
        return work.isHeld();
    }

    /** Whether work that has not begun may begin: nothing holds it, and its shift is on. */
    final boolean mayBegin() {
        return !work.isHeld() && (maintenance == null || !maintenance.isOff());
    }

    @Override
    public final void setHeld(Hold reason, boolean on, boolean gates) {
        holdWork(reason, on);
        super.setHeld(reason, on, gates);
    }

    /** Nothing comes in and nothing is begun; what is under way is finished or interrupted, as the study says. */
    @Override
    protected final void setOffShift(boolean off) {
        gates.holdInlet(Hold.OFF_SHIFT, off);
        if (element().basics().duty().atShiftEnd() != AtShiftEnd.FINISH) {
            holdWork(Hold.OFF_SHIFT, off);
        }
        for (Place place : places) {
            if (off) {
                place.onShiftEnd();
            } else if (place.phase == Place.Phase.READY) {
                place.begin();
            }
        }
    }

    @Override
    protected final void onInterrupted(FailureMode.InterruptedPiece piece) {
        for (Place place : places) {
            place.onInterrupted(piece);
        }
    }

    /** No work goes on while anything holds it, or while somebody is missing. */
    private boolean isWorkExpected() {
        for (Place place : places) {
            if (place.isWronglyAtWork(work.isHeld())) {
                return false;
            }
        }
        return true;
    }

    @Override
    protected final void onMaintenanceChanged() {
        for (Place place : places) {
            place.show();
        }
    }

    // ---- coming in

    final boolean hasFreePlace() {
        return freeCount > 0;
    }

    final int freePlaces() {
        return freeCount;
    }

    private void setFree(Place place) {
        taker.addRoom(1);
        addFreePlace(place);
    }

    final Place useFreePlace() {
        taker.addRoom(-1);
        return takeFreePlace();
    }

    /** Its room is counted where the piece goes. */
    final void addFreePlace(Place place) {
        free[freeCount++] = place;
    }

    /** Its room is counted where the piece comes. */
    final Place takeFreePlace() {
        Place place = free[--freeCount];
        assert place != null : "more places are taken than there are";
        return place;
    }

    /** Pieces that could go onto places now. */
    int freeOnPlaces() {
        return freeCount;
    }

    final int slots() {
        return freeOnPlaces() + inputCapacity - (queue.size() - queue.urgent());
    }

    @Override
    @Nullable
    public Object further(String name) {
        return switch (name) {
            case WorkEquipment.WAITING -> (Object) (double) queue.size();
            case WorkEquipment.BUSY -> {
                double busy = 0;
                for (Place place : places) {
                    busy += place.state().isBusy() ? 1 : 0;
                }
                yield busy;
            }
            default -> super.further(name);
        };
    }

    /** Whether there is a slot for the piece on a place or before them; for what comes back for rework, in its own room. */
    final boolean hasSlot(Piece piece) {
        if (piece.rework != null && takeBack(piece)) {
            return freeOnPlaces() > 0 || queue.urgent() < piece.rework.capacity;
        }
        return slots() > taker.claimsAt(SLOT);
    }

    final boolean takeBack(Piece piece) {
        return piece.rework != null && piece.rework.failed && piece.madeBy == index;
    }

    /** What came without a claim may have taken what was claimed by others. */
    final void deferClaims() {
        taker.deferClaims(SLOT, Math.max(0, slots()));
    }

    final void receive(Piece piece) {
        piece.arrivedNanos = flow.now();
        touchedNanos = flow.now();
        tally.onEnter(flow.now());
    }

    final void toQueue(Piece piece) {
        traceWaits(piece);
        taker.addRoom(-1);
        queue.add(piece);
        assert queue.size() - queue.urgent() <= inputCapacity : name() + " has more waiting than it has room for";
    }

    final Piece fromQueue() {
        taker.addRoom(1);
        return queue.takeFirst();
    }

    final void traceWaits(Piece piece) {
        if (flow.trace != null) {
            flow.trace.waits(flow.now(), piece.body, index);
        }
    }

    /** A place has become free, or something has come to the queue: put in what can go in. */
    abstract void fill(Place place);

    /** A place begins with less than a full load. */
    void waitedLongEnough(Place place) {}

    /** What the work has made of the load; puts into {@link Place#done} what goes on. */
    abstract void complete(Place place);

    // ---- working

    /** The work of a place is done. */
    final void finish(Place place) {
        touchedNanos = flow.now();
        if (rules != null) {
            for (int i = 0; i < place.load.size(); i++) {
                notifyRules(Rule.PieceEvent.FINISHES, place.load.get(i));
            }
        }
        workedSinceService += piecesCounted(place);
        complete(place);
    }

    /** Whether a service is due, which is counted anew then. */
    final boolean isServiceDue() {
        if (workedSinceService >= times.serviceEvery()) {
            workedSinceService -= times.serviceEvery();
            return true;
        }
        return false;
    }

    /** How many pieces of work the load counts as, for service and for failures by pieces. */
    int piecesCounted(Place place) {
        return 1;
    }

    final void scrap(Piece piece) {
        tally.onScrap(flow.now());
        flow.census.onScrapped(piece, index);
    }

    // ---- going on

    /** What is done there is offered once what is under way at this instant has been carried out. */
    final void offerLater(Place place) {
        toOffer.add(place);
        flow.toAgenda(this);
    }

    /** The place can take the next, or is free. */
    final void free(Place place) {
        place.phase = Place.Phase.FREE;
        fill(place);
        if (place.phase == Place.Phase.FREE) {
            setFree(place);
            place.enter(EquipmentState.STARVED);
        }
        if (!taker.line.isEmpty()) {
            flow.toAgenda(this);
        }
    }

    @Override
    public void attend() {
        assert isWorkExpected() : name() + " works while it is held";
        taker.serveLine();
        while (!toOffer.isEmpty()) {
            Place place = toOffer.removeLast();
            if (place.phase == Place.Phase.DONE) {
                place.done.offerNext();
            }
        }
    }

    /** A place shows something else. */
    final void onPlaceChanged(EquipmentState before, EquipmentState now) {
        tally.states().change(flow.now(), before, now);
        if (flow.diary != null) {
            flow.diary.onUnit(index, flow.now(), before, now);
        }
        if (places.length == 1) {
            noteState(now);
            return;
        }
        for (EquipmentState state : EquipmentState.BY_WEIGHT) {
            if (tally.states().placesIn(state) > 0) {
                noteState(state);
                return;
            }
        }
    }
}
