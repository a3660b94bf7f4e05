package rhombic.plant;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.plant.piece.Few;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.PieceQueue;
import rhombic.study.Rule;
import rhombic.study.kind.Work;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;

/**
 * Work is done here, at one or several places. What is done stays at its place until it can go on; then the place is
 * served, pauses and takes the next, as the study says.
 */
abstract class WorkNode extends Node {
    private static final EquipmentState[] BY_WEIGHT = {EquipmentState.WORKING, EquipmentState.CHANGEOVER, EquipmentState.SERVICE, EquipmentState.BLOCKED,
        EquipmentState.PAUSE, EquipmentState.STARVED};

    final PieceQueue queue = new PieceQueue();
    final int inputRoom;
    private final int placeCount;
    private final WorkTimes times;
    /** Free places; the first {@code freeCount} count. */
    private final @Nullable Place[] free;
    private int freeCount;
    private int reworkWaiting;
    private long workedSinceService;
    private final List<Place> toOffer = new ArrayList<>();

    /** What a place is doing. */
    enum Phase {
        FREE,
        GATHERING,
        CHANGEOVER,
        WORK,
        DONE,
        SERVICE,
        PAUSE
    }

    /** One of the places; its event is the end of what it does, or of its wait for a full load. */
    final class Place extends Event {
        final int number;
        /** What is on it while it gathers and works; the base, or the piece that came first, first. */
        final Few load = new Few();
        /** What is done and goes on by the usual ways, and what goes by itself, such as what came off a carrier. */
        final Few out = new Few();
        /** Made when first needed: only unpacking stations do. */
        @Nullable Few besides;
        Phase phase = Phase.FREE;
        private final Outlet offer;
        private @Nullable Outlet offerBesides;
        private EquipmentState state = EquipmentState.STARVED;
        private int operation;
        private int lastType = -1;
        private long begunNanos;
        private long doneNanos;
        private boolean isOffering;
        /** Whether its piece has just come, which the trace has yet to say. */
        private boolean isUntold;

        Place(int number) {
            this.number = number;
            offer = new Outlet(this, out);
        }

        private WorkNode node() {
            return WorkNode.this;
        }

        private boolean isEmpty() {
            return out.isEmpty() && (besides == null || besides.isEmpty());
        }

        @Override
        protected void occur() {
            switch (phase) {
                case GATHERING -> {
                    waitedLongEnough(this);
                    start(this);
                }
                case CHANGEOVER -> beginWork(this);
                case WORK -> operationEnds(this);
                case SERVICE -> pauseOrFree(this);
                case PAUSE -> free(this);
                case FREE, DONE -> throw new IllegalStateException("A place that does nothing ended it");
            }
            plant.settle();
        }
    }

    /** The offer of what goes on from a place. */
    private static final class Outlet extends Offer {
        private final Place place;
        private final Few pieces;

        Outlet(Place place, Few pieces) {
            super(place.node());
            this.place = place;
            this.pieces = pieces;
        }
    }

    WorkNode(Plant plant, int index, WorkEquipment equipment) {
        super(plant, index, equipment, equipment.work().places());
        Work work = equipment.work();
        placeCount = work.places();
        inputRoom = work.inputRoom();
        free = new Place[placeCount];
        times = new WorkTimes(work, this);
    }

    @Override
    final boolean roomDependsOnPiece() {
        return plant.hasRework || waitsByType();
    }

    /** Whether different types wait in different rooms. */
    boolean waitsByType() {
        return false;
    }

    @Override
    void begin() {
        for (int i = 0; i < placeCount; i++) {
            free[i] = new Place(placeCount - 1 - i);
        }
        freeCount = placeCount;
        noteState(EquipmentState.STARVED);
    }

    // ---- coming in

    final boolean hasFreePlace() {
        return freeCount > 0;
    }

    final Place takeFreePlace() {
        Place place = free[--freeCount];
        assert place != null : "more places are taken than there are";
        return place;
    }

    /** Whether a piece may wait in the input room, or what comes back for rework in its own. */
    final boolean mayQueue(Piece piece) {
        return comesBack(piece) && piece.rework != null ? reworkWaiting < piece.rework.room : queue.size() - reworkWaiting < inputRoom;
    }

    private boolean comesBack(Piece piece) {
        return piece.rework != null && piece.rework.failed && piece.madeBy == index;
    }

    final void comes(Piece piece) {
        piece.arrivedNanos = plant.now();
        tally.enters(plant.now());
    }

    final void toQueue(Piece piece) {
        traceWaits(piece);
        queueUp(queue, piece);
        reworkWaiting += comesBack(piece) ? 1 : 0;
    }

    final Piece fromQueue() {
        Piece piece = queue.takeFirst();
        reworkWaiting -= comesBack(piece) ? 1 : 0;
        return piece;
    }

    final void traceWaits(Piece piece) {
        if (plant.trace != null) {
            plant.trace.waits(plant.now(), piece.id, index);
        }
    }

    /** A piece that has just come is worked on at once. */
    final void startAtOnce(Place place, Piece piece) {
        place.load.add(piece);
        place.isUntold = true;
        start(place);
    }

    /** The piece stands on the place, which waits for more. */
    final void traceStands(Place place, Piece piece) {
        if (plant.trace != null) {
            plant.trace.stands(plant.now(), piece.id, index, place.number);
        }
    }

    /** A place has become free, or something has come to the queue: put in what can go in. */
    abstract void fill(Place place);

    /** A place begins with less than a full load. */
    void waitedLongEnough(Place place) {}

    /** What the work has made of the load; puts into {@link Place#out} and {@link Place#besides} what goes on. */
    abstract void complete(Place place);

    // ---- working

    /** All is there: the work begins, after a changeover if the type is another than before. */
    final void start(Place place) {
        if (place.isPending()) {
            plant.simulator.cancel(place);
        }
        Piece lead = place.load.getFirst();
        long nanos = place.lastType < 0 ? 0 : times.changeoverNanos(place.lastType, lead);
        if (nanos == 0) {
            beginWork(place);
            return;
        }
        if (place.isUntold) {
            place.isUntold = false;
            traceWaits(lead);
        }
        place.phase = Phase.CHANGEOVER;
        enterState(place, EquipmentState.CHANGEOVER);
        plant.simulator.schedule(place, nanos);
    }

    private void beginWork(Place place) {
        place.phase = Phase.WORK;
        place.lastType = place.load.getFirst().type;
        place.operation = 0;
        long now = plant.now();
        for (int i = 0; i < place.load.size(); i++) {
            Piece piece = place.load.get(i);
            if (plant.trace != null) {
                if (place.isUntold) {
                    plant.trace.works(now, piece.id, index, place.number);
                } else {
                    plant.trace.begins(now, piece.id, index, place.number);
                }
            }
            tellRules(Rule.PieceEvent.STARTS, piece);
        }
        place.isUntold = false;
        enterState(place, EquipmentState.WORKING);
        scheduleOperation(place);
    }

    private void scheduleOperation(Place place) {
        place.begunNanos = plant.now();
        plant.simulator.schedule(place, times.operationNanos(place.operation, place.load.getFirst()));
    }

    private void operationEnds(Place place) {
        long worked = plant.now() - place.begunNanos;
        for (int i = 0; i < place.load.size(); i++) {
            place.load.get(i).workNanos += worked;
        }
        if (times.addsValue(place.operation)) {
            tally.addsValue(worked);
        }
        if (++place.operation < times.operations()) {
            scheduleOperation(place);
        } else {
            finish(place);
        }
    }

    private void finish(Place place) {
        place.phase = Phase.DONE;
        place.doneNanos = plant.now();
        for (int i = 0; i < place.load.size(); i++) {
            Piece piece = place.load.get(i);
            tellRules(Rule.PieceEvent.FINISHES, piece);
        }
        workedSinceService += piecesCounted(place);
        complete(place);
        place.load.clear();
        if (plant.trace != null && place.out.size() + (place.besides == null ? 0 : place.besides.size()) > 1) {
            place.out.forEach(piece -> plant.trace.done(plant.now(), piece.id, index, place.number, WaysOut.ANY));
            besidesOf(place).forEach(piece -> plant.trace.done(plant.now(), piece.id, index, place.number, WaysOut.ANY));
        }
        offerNext(place);
    }

    /** How many pieces of work the load counts as, for the service. */
    int piecesCounted(Place place) {
        return 1;
    }

    final void scrap(Piece piece) {
        tally.scraps(plant.now());
        plant.scrap(piece, index);
    }

    // ---- going on

    private void offerNext(Place place) {
        place.isOffering = true;
        while (!place.out.isEmpty() && !place.offer.isOpen()) {
            if (!offer(place, place.offer, place.out.getFirst())) {
                break;
            }
        }
        Few besides = place.besides;
        while (besides != null && !besides.isEmpty() && !offerBesides(place).isOpen()) {
            if (!offer(place, offerBesides(place), besides.getFirst())) {
                break;
            }
        }
        place.isOffering = false;
        if (place.isEmpty()) {
            emptied(place);
        } else {
            enterState(place, EquipmentState.BLOCKED);
        }
    }

    final Few besidesOf(Place place) {
        Few besides = place.besides;
        if (besides == null) {
            besides = new Few();
            place.besides = besides;
        }
        return besides;
    }

    private boolean offer(Place place, Offer offer, Piece piece) {
        Node maker = piece.isFailed() ? plant.node(piece.madeBy) : null;
        boolean gone = maker == null ? offer.make(piece) : offer.makeTo(maker, piece);
        if (!gone && plant.trace != null) {
            plant.trace.done(plant.now(), piece.id, index, place.number, maker == null ? offer.way() : rhombic.trace.PieceSpot.wayBack(maker.index));
        }
        return gone;
    }

    private Outlet offerBesides(Place place) {
        Outlet offer = place.offerBesides;
        if (offer == null) {
            offer = new Outlet(place, besidesOf(place));
            place.offerBesides = offer;
        }
        return offer;
    }

    @Override
    Piece hand(Offer given) {
        Outlet outlet = (Outlet) given;
        Place place = outlet.place;
        Piece piece = outlet.pieces.removeFirst();
        assert place.phase == Phase.DONE : "a piece is handed on before its work has ended";
        long now = plant.now();
        piece.blockedNanos += now - place.doneNanos;
        tally.leaves(now, now - piece.arrivedNanos);
        tellRules(Rule.PieceEvent.LEAVES, piece);
        if (!place.isOffering) {
            if (place.isEmpty()) {
                emptied(place);
            } else {
                toOffer.add(place);
                plant.toAgenda(this);
            }
        }
        return piece;
    }

    private void emptied(Place place) {
        if (workedSinceService >= times.serviceEvery()) {
            workedSinceService -= times.serviceEvery();
            place.phase = Phase.SERVICE;
            enterState(place, EquipmentState.SERVICE);
            plant.simulator.schedule(place, times.serviceNanos());
        } else {
            pauseOrFree(place);
        }
    }

    private void pauseOrFree(Place place) {
        if (times.hasPause()) {
            place.phase = Phase.PAUSE;
            enterState(place, EquipmentState.PAUSE);
            plant.simulator.schedule(place, times.pauseNanos());
        } else {
            free(place);
        }
    }

    private void free(Place place) {
        place.phase = Phase.FREE;
        fill(place);
        if (place.phase == Phase.FREE) {
            free[freeCount++] = place;
            enterState(place, EquipmentState.STARVED);
        }
        if (!line.isEmpty()) {
            plant.toAgenda(this);
        }
    }

    /** Puts the place to use for gathering: it is no longer free, but waits. */
    final void gathers(Place place) {
        place.phase = Phase.GATHERING;
        enterState(place, EquipmentState.STARVED);
    }

    @Override
    void attend() {
        serveLine();
        while (!toOffer.isEmpty()) {
            Place place = toOffer.removeLast();
            if (place.phase == Phase.DONE) {
                offerNext(place);
            }
        }
    }

    private void enterState(Place place, EquipmentState now) {
        if (place.state == now) {
            return;
        }
        tally.unit(plant.now(), place.state, now);
        place.state = now;
        if (placeCount == 1) {
            noteState(now);
            return;
        }
        for (EquipmentState state : BY_WEIGHT) {
            if (tally.unitsIn(state) > 0) {
                noteState(state);
                return;
            }
        }
    }
}
