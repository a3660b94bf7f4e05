package rhombic.plant;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.measure.Tally;
import rhombic.plant.activity.Activity;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.plant.doers.Job;
import rhombic.plant.piece.Few;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.Ranking;
import rhombic.plant.piece.Waiting;
import rhombic.study.Rule;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.WhenOver;
import rhombic.study.Layout;
import rhombic.study.kind.Inspection;
import rhombic.study.kind.Work;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;
import rhombic.trace.PieceSpot;

/**
 * Work is done here, at one or several places. What is done stays at its place until it can go on; then the place is
 * served, pauses and takes the next, as the study says.
 */
abstract class WorkNode extends Node {
    Waiting queue = new Waiting(Ranking.BY_AGE);
    final int inputRoom;
    private final WorkTimes times;
    private final Holds work = new Holds();
    private final Place[] places;
    /** Free places; the first {@code freeCount} count. */
    private final @Nullable Place[] free;
    private int freeCount;
    private long workedSinceService;
    private final List<Place> toOffer = new ArrayList<>();
    private boolean marksWork;

    /** What a place is doing. */
    enum Phase {
        FREE, GATHERING,
        /** Loaded, and waits for the shift to begin. */
        READY, CHANGEOVER, WORK, DONE, SERVICE, PAUSE
    }

    /** One of the places; its activity is what it does, or its wait for a full load. */
    final class Place extends Activity {
        final int number;
        /** What is on it while it gathers and works; the base, or the piece that came first, first. */
        final Few load = new Few();
        /** What is done and goes on by the usual ways, and what goes by itself, such as what came off a carrier. */
        final Few out = new Few();
        /** Made when first needed: only unpacking stations do. */
        @Nullable Few besides;
        Phase phase = Phase.FREE;
        private @Nullable Outlet offer;
        private @Nullable Outlet offerBesides;
        /** What it shows. */
        private EquipmentState state = EquipmentState.STARVED;
        /** What it does by itself, whatever keeps it from that. */
        private EquipmentState base = EquipmentState.STARVED;
        /** What it shows while what it does now goes on. */
        private EquipmentState busy = EquipmentState.WORKING;
        private @Nullable Manning manning;
        private long changeoverNanos;
        /** What is left of the work when those who began it have gone. */
        private long restNanos;
        private long stepNanos;
        private boolean isCounted;
        private int operation;
        private int lastType = -1;
        private long doneNanos;
        private boolean isOffering;
        /** Whether its piece has just come, which the trace has yet to say. */
        private boolean isUntold;

        Place(int number) {
            super(plant.simulator);
            this.number = number;
        }

        private WorkNode node() {
            return WorkNode.this;
        }

        private boolean isEmpty() {
            return out.isEmpty() && (besides == null || besides.isEmpty());
        }

        /** Number of the person who did the last step for which somebody was needed; negative if nobody was. */
        int lastPerson() {
            return manning == null ? -1 : manning.lastPerson();
        }

        /** Those who are needed have come, after so long. */
        void peopleAreThere(long waitedNanos) {
            if (phase != Phase.SERVICE) {
                for (int i = 0; i < load.size(); i++) {
                    load.get(i).crewNanos += waitedNanos;
                }
            }
            if (isPaused()) {
                goesOn(this);
                enterState(this, busy);
            } else {
                runStep(this);
            }
        }

        /** Somebody who is needed had to go. */
        void peopleLeft() {
            halt(this);
            enterState(this, EquipmentState.WAITING_FOR_CREW);
        }

        /** The time of work is booked to the pieces, and to the station where it adds value. */
        @Override
        protected void passes(long nanos) {
            if (phase == Phase.WORK) {
                boolean addsValue = times.addsValue(operation);
                for (int i = 0; i < load.size(); i++) {
                    load.get(i).workNanos += nanos;
                    load.get(i).valueNanos += addsValue ? nanos : 0;
                }
                if (addsValue) {
                    tally.addsValue(nanos);
                }
            }
        }

        @Override
        protected void ends() {
            rests(this);
            switch (phase) {
                case GATHERING -> {
                    waitedLongEnough(this);
                    WorkNode.this.start(this);
                    breakPromises();
                }
                case CHANGEOVER -> beginWork(this);
                case WORK -> partEnds(this);
                case SERVICE -> pauseOrFree(this);
                case PAUSE -> free(this);
                case FREE, READY, DONE -> throw new IllegalStateException("A place that does nothing ended it");
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
        super(plant, index, equipment, new Tally(equipment.work().places()));
        Work work = equipment.work();
        inputRoom = work.inputRoom();
        places = new Place[work.places()];
        free = new Place[work.places()];
        times = new WorkTimes(work, this);
    }

    @Override
    void connect(WaysOut ways, Ranking ranking, boolean someMayNotGo) {
        marksWork = plant.blueprint.isBeforeInspection(name());
        super.connect(ways, ranking, someMayNotGo);
        queue = new Waiting(ranking);
    }

    @Override
    final boolean roomDependsOnPiece() {
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
    void begin() {
        for (int i = 0; i < places.length; i++) {
            places[i] = new Place(places.length - 1 - i);
            free[i] = places[i];
        }
        freeCount = places.length;
        noteState(EquipmentState.STARVED);
    }

    @Override
    final void book() {
        for (Place place : places) {
            place.book();
        }
    }

    @Override
    void rankAnew() {
        super.rankAnew();
        queue.rankAnew();
    }

    @Override
    boolean isAtWork() {
        for (Place place : places) {
            if (place.isPending() || place.isPaused() || place.phase == Phase.READY || place.manning != null && place.manning.isMissing()) {
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
                if (place.phase != Phase.GATHERING) {
                    halt(place);
                    if (place.manning != null) {
                        place.manning.sendAway();
                    }
                }
            }
        } else if (!on && work.release(reason)) {
            for (Place place : places) {
                if (place.manning != null && place.manning.isMissing()) {
                    enterState(place, EquipmentState.WAITING_FOR_CREW);
                    place.manning.askAgain();
                } else if (place.phase != Phase.GATHERING) {
                    goesOn(place);
                }
            }
        }
    }

    private void halt(Place place) {
        place.pause();
        rests(place);
    }

    private void goesOn(Place place) {
        place.resume();
        counts(place);
    }

    /** Clocks of working time run while it works. */
    private void counts(Place place) {
        Upkeep kept = upkeep;
        if (kept != null && kept.modes().countsWork() && place.phase == Phase.WORK && place.isRunning() && !place.isCounted) {
            place.isCounted = true;
            kept.modes().workBegins(place.leftNanos());
        }
    }

    private void rests(Place place) {
        Upkeep kept = upkeep;
        if (kept != null && place.isCounted) {
            place.isCounted = false;
            kept.modes().workEnds();
        }
    }

    @Override
    final void standsStill(Hold reason, boolean on, boolean gates) {
        holdWork(reason, on);
        super.standsStill(reason, on, gates);
    }

    /** Nothing comes in and nothing is begun; what is under way is finished or interrupted, as the study says. */
    @Override
    final void goesOffShift(boolean off) {
        holdInlet(Hold.OFF_SHIFT, off);
        if (equipment().basics().duty().whenOver() != WhenOver.FINISH) {
            holdWork(Hold.OFF_SHIFT, off);
        }
        if (!off) {
            for (Place place : places) {
                if (place.phase == Phase.READY) {
                    start(place);
                }
            }
        }
    }

    @Override
    final void interrupted(FailureMode.Piece piece) {
        for (Place place : places) {
            if (place.phase == Phase.WORK && place.isPaused()) {
                switch (piece) {
                    case RESUME -> {}
                    case AGAIN -> {
                        place.abandon();
                        place.start(place.stepNanos);
                        place.pause();
                    }
                    case SCRAP -> scrapLoad(place);
                }
            }
        }
    }

    private void scrapLoad(Place place) {
        place.abandon();
        if (place.manning != null) {
            place.manning.drop();
        }
        place.load.forEach(this::scrap);
        place.load.clear();
        place.phase = Phase.DONE;
        emptied(place);
    }

    /** No work goes on while anything holds it, or while somebody is missing. */
    private boolean isRightlyAtWork() {
        for (Place place : places) {
            boolean waits = place.phase == Phase.GATHERING || place.phase == Phase.PAUSE;
            boolean missing = place.manning != null && place.manning.isMissing();
            if (place.isRunning() && place.phase != Phase.GATHERING && (work.isHeld() || !waits && missing)) {
                return false;
            }
        }
        return true;
    }

    @Override
    final void upkeepChanged() {
        for (Place place : places) {
            show(place);
        }
    }

    private void lasts(Place place, long nanos) {
        if (nanos == 0) {
            plant.countStep(this); // in a circle of such, time would never go on
        }
        place.stepNanos = nanos;
        place.start(nanos);
        if (work.isHeld()) {
            place.pause();
        } else {
            counts(place);
        }
    }

    /** Something that takes time begins: at once, or when those who are needed for it are there. */
    private void step(Place place, EquipmentState busy, Manning.@Nullable Order crew) {
        place.busy = busy;
        Manning people = place.manning;
        if (crew == null) {
            if (people != null) {
                people.done();
            }
            runStep(place);
            return;
        }
        if (people == null) {
            people = new Manning(plant, plant.staffed().allocation(), place, Layout.stand(equipment(), place.number), crew);
            place.manning = people;
        } else if (people.isManned(crew)) {
            runStep(place);
            return;
        } else {
            people.done();
        }
        standsReady(place);
        enterState(place, EquipmentState.WAITING_FOR_CREW);
        Piece lead = place.load.isEmpty() ? null : place.load.getFirst();
        Piece.Rework again = lead != null && comesBack(lead) ? lead.rework : null;
        if (again == null) {
            people.ask(crew, lead == null ? plant.now() : lead.arrivedNanos, null, Job.Insists.NO, work.isHeld());
        } else {
            boolean byMaker = again.maker != Inspection.Maker.ANYBODY;
            people.ask(crew, Job.BEFORE_ALL, byMaker && lead != null ? plant.staffed().doer(lead.madeByPerson) : null,
                    switch (again.maker) {
                        case ANYBODY -> Job.Insists.NO;
                        case PERSON_OR_ANYBODY -> Job.Insists.UNLESS_GONE;
                        case PERSON -> Job.Insists.YES;
                    }, work.isHeld());
        }
    }

    private void runStep(Place place) {
        Manning people = place.manning;
        double factor = people == null ? 1 : people.factor();
        switch (place.phase) {
            case CHANGEOVER -> lasts(place, scaled(place.changeoverNanos, factor));
            case SERVICE -> lasts(place, scaled(times.serviceNanos(), factor));
            case WORK -> {
                if (place.operation == 0) {
                    begun(place);
                }
                if (upkeep == null) {
                    enterState(place, place.busy);
                }
                if (people == null) {
                    times.by(place.operation, null);
                    lasts(place, times.operationNanos(place.operation, place.load.getFirst()));
                    break;
                }
                times.by(place.operation, people.first());
                long nanos = scaled(times.operationNanos(place.operation, place.load.getFirst()), factor);
                Manning.Order crew = times.crew(place.operation);
                long attended = crew == null || crew.part() == 1 ? nanos : Math.round(nanos * crew.part());
                place.restNanos = nanos - attended;
                lasts(place, attended);
            }
            case FREE, GATHERING, READY, DONE, PAUSE ->
                throw new IllegalStateException("Nobody is needed by a place that is " + place.phase);
        }
        enterState(place, place.busy);
    }

    private static long scaled(long nanos, double factor) {
        return factor == 1 ? nanos : Math.round(nanos * factor);
    }

    // ---- coming in

    final boolean hasFreePlace() {
        return freeCount > 0;
    }

    final int freePlaces() {
        return freeCount;
    }

    final Place takeFreePlace() {
        Place place = free[--freeCount];
        assert place != null : "more places are taken than there are";
        return place;
    }

    /** Pieces that could go onto places now. */
    int freeOnPlaces() {
        return freeCount;
    }

    /** Pieces on their way for which one of its slots is kept. */
    int promisedSlots() {
        return promised();
    }

    final int slots() {
        return freeOnPlaces() + inputRoom - (queue.size() - queue.urgent());
    }

    @Override
    @Nullable
    Object further(String name) {
        return switch (name) {
            case WorkEquipment.WAITING -> (Object) (double) queue.size();
            case WorkEquipment.BUSY -> {
                double busy = 0;
                for (Place place : places) {
                    busy += place.state.isBusy() ? 1 : 0;
                }
                yield busy;
            }
            default -> super.further(name);
        };
    }

    /** Whether there is a slot for the piece on a place or before them; for what comes back for rework, in its own room. */
    final boolean hasSlot(Piece piece) {
        if (piece.rework != null && comesBack(piece)) {
            return freeOnPlaces() > 0 || queue.urgent() < piece.rework.room;
        }
        return slots() > promisedSlots();
    }

    private boolean comesBack(Piece piece) {
        return piece.rework != null && piece.rework.failed && piece.madeBy == index;
    }

    /** What came without a promise may have taken what was promised to others. */
    final void breakPromises() {
        if (promised() > 0) {
            breakPromises(Math.max(0, promised() - promisedSlots() + slots()));
        }
    }

    final void comes(Piece piece) {
        piece.arrivedNanos = plant.now();
        touchedNanos = plant.now();
        tally.enters(plant.now());
    }

    final void toQueue(Piece piece) {
        traceWaits(piece);
        queue.add(piece);
        assert queue.size() - queue.urgent() <= inputRoom : name() + " has more waiting than it has room for";
    }

    final Piece fromQueue() {
        return queue.takeBest();
    }

    final void traceWaits(Piece piece) {
        if (plant.trace != null) {
            plant.trace.waits(plant.now(), piece.body, index);
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
            plant.trace.stands(plant.now(), piece.body, index, place.number);
        }
    }

    /** A place has become free, or something has come to the queue: put in what can go in. */
    abstract void fill(Place place);

    /** A place begins with less than a full load. */
    void waitedLongEnough(Place place) {}

    /** What the work has made of the load; puts into {@link Place#out} and {@link Place#besides} what goes on. */
    abstract void complete(Place place);

    // ---- working

    /** All is there: the work begins, after a changeover if the type is another than before, or when the shift begins. */
    final void start(Place place) {
        if (place.phase == Phase.GATHERING) {
            place.abandon();
        }
        if (upkeep != null && upkeep.isOff()) {
            place.phase = Phase.READY;
            standsReady(place);
            enterState(place, EquipmentState.STARVED);
            return;
        }
        Piece lead = place.load.getFirst();
        place.changeoverNanos = place.lastType < 0 ? 0 : times.changeoverNanos(place.lastType, lead);
        if (place.changeoverNanos == 0) {
            beginWork(place);
            return;
        }
        if (place.isUntold) {
            place.isUntold = false;
            traceWaits(lead);
        }
        place.phase = Phase.CHANGEOVER;
        step(place, EquipmentState.CHANGEOVER, times.setters());
    }

    /** What has just come stands on the place, but is not worked on yet. */
    private void standsReady(Place place) {
        if (place.isUntold) {
            place.isUntold = false;
            traceWaits(place.load.getFirst());
            traceStands(place, place.load.getFirst());
        }
    }

    private void beginWork(Place place) {
        place.phase = Phase.WORK;
        place.lastType = place.load.getFirst().type;
        place.operation = 0;
        step(place, EquipmentState.WORKING, times.crew(0));
    }

    /** The first operation begins. */
    private void begun(Place place) {
        long now = plant.now();
        for (int i = 0; i < place.load.size(); i++) {
            Piece piece = place.load.get(i);
            tally.begins(now - piece.arrivedNanos);
            if (plant.trace != null) {
                if (place.isUntold) {
                    plant.trace.works(now, piece.body, index, place.number);
                } else {
                    plant.trace.begins(now, piece.body, index, place.number);
                }
            }
            tellRules(Rule.PieceEvent.STARTS, piece);
        }
        place.isUntold = false;
    }

    /** Those who were needed for the first part of an operation go, and the rest of it goes on without them. */
    private void partEnds(Place place) {
        if (place.restNanos > 0) {
            if (place.manning != null) {
                place.manning.done();
            }
            long rest = place.restNanos;
            place.restNanos = 0;
            lasts(place, rest);
            show(place);
            return;
        }
        if (++place.operation < times.operations()) {
            step(place, EquipmentState.WORKING, times.crew(place.operation));
        } else {
            finish(place);
        }
    }

    private void finish(Place place) {
        place.phase = Phase.DONE;
        place.doneNanos = plant.now();
        touchedNanos = plant.now();
        if (rules != null) {
            for (int i = 0; i < place.load.size(); i++) {
                tellRules(Rule.PieceEvent.FINISHES, place.load.get(i));
            }
        }
        workedSinceService += piecesCounted(place);
        complete(place);
        if (place.manning != null) {
            place.manning.done();
        }
        countsCycle();
        place.load.clear();
        if (plant.trace != null && place.out.size() + (place.besides == null ? 0 : place.besides.size()) > 1) {
            place.out.forEach(piece -> plant.trace.done(plant.now(), piece.body, index, place.number, WaysOut.ANY));
            besidesOf(place).forEach(piece -> plant.trace.done(plant.now(), piece.body, index, place.number, WaysOut.ANY));
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
        Outlet usual = offerOf(place);
        while (!place.out.isEmpty() && !usual.isOpen()) {
            if (!offer(place, usual, place.out.getFirst())) {
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
            enterState(place, keptBy(place));
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
            plant.trace.done(plant.now(), piece.body, index, place.number, maker == null ? offer.way() : PieceSpot.wayBack(maker.index));
        }
        return gone;
    }

    private static Outlet offerOf(Place place) {
        Outlet offer = place.offer;
        if (offer == null) {
            offer = new Outlet(place, place.out);
            place.offer = offer;
        }
        return offer;
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
    public Piece hand(Offer given, Way way) {
        Outlet outlet = (Outlet) given;
        Place place = outlet.place;
        Piece piece = outlet.pieces.removeFirst();
        assert place.phase == Phase.DONE : "a piece is handed on before its work has ended";
        long now = plant.now();
        touchedNanos = now;
        long forPorters = outlet.takeWaitForPorters();
        piece.crewNanos += forPorters;
        piece.blockedNanos += now - place.doneNanos - forPorters;
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

    @Override
    public void waitForPortersChanges(Offer given) {
        Place place = ((Outlet) given).place;
        if (place.phase == Phase.DONE && !place.isOffering) {
            enterState(place, keptBy(place));
        }
    }

    /** Why what is done is still there. */
    private static EquipmentState keptBy(Place place) {
        Offer usual = place.offer;
        Offer beside = place.offerBesides;
        boolean isCarried = usual != null && usual.waitsForPorters() || beside != null && beside.waitsForPorters();
        return isCarried ? EquipmentState.WAITING_FOR_CREW : EquipmentState.BLOCKED;
    }

    private void emptied(Place place) {
        if (workedSinceService >= times.serviceEvery()) {
            workedSinceService -= times.serviceEvery();
            place.phase = Phase.SERVICE;
            step(place, EquipmentState.SERVICE, times.servers());
        } else {
            pauseOrFree(place);
        }
    }

    private void pauseOrFree(Place place) {
        if (place.manning != null) {
            place.manning.done();
        }
        if (times.hasPause()) {
            place.phase = Phase.PAUSE;
            lasts(place, times.pauseNanos());
            enterState(place, EquipmentState.PAUSE);
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

    /** A place that gathers begins at that moment at the latest. */
    final void gathersUntil(Place place, long momentNanos, int priority) {
        assert priority <= Simulator.LAST_PRIORITY : "priority " + priority;
        place.abandon();
        place.start(momentNanos - plant.now(), priority);
    }

    @Override
    void attend() {
        assert isRightlyAtWork() : name() + " works while it is held";
        serveLine();
        while (!toOffer.isEmpty()) {
            Place place = toOffer.removeLast();
            if (place.phase == Phase.DONE) {
                offerNext(place);
            }
        }
    }

    private void enterState(Place place, EquipmentState now) {
        place.base = now;
        show(place);
    }

    /** What it does, unless something keeps it from that. */
    private void show(Place place) {
        EquipmentState now = place.base;
        Upkeep kept = upkeep;
        if (kept != null && (place.phase == Phase.GATHERING || !place.isRunning())) {
            EquipmentState keeps = kept.state();
            now = keeps == null ? now : keeps;
        }
        if (place.state == now) {
            return;
        }
        tally.unit(plant.now(), place.state, now);
        if (plant.diary != null) {
            plant.diary.unit(index, plant.now(), place.state, now);
        }
        place.state = now;
        if (places.length == 1) {
            noteState(now);
            return;
        }
        for (EquipmentState state : EquipmentState.BY_WEIGHT) {
            if (tally.unitsIn(state) > 0) {
                noteState(state);
                return;
            }
        }
    }
}
