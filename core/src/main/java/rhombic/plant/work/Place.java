package rhombic.plant.work;

import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.plant.activity.Activity;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Maintenance;
import rhombic.plant.maintenance.Modes;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.SmallList;
import rhombic.plant.resource.Job;
import rhombic.plant.staff.Staffing;
import rhombic.study.Layout;
import rhombic.study.Rule;
import rhombic.study.duty.FailureMode;
import rhombic.study.value.EquipmentState;
import rhombic.study.work.Inspection;

/**
 * One of the places of a station: what it does step by step, with whom, and how what is done goes on. Its activity is the step that
 * it is in, or its wait for a full load.
 */
public final class Place extends Activity implements Staffing.Listener {
    /** What it is doing. */
    enum Phase {
        FREE, GATHERING,
        /** Loaded, and waits for the shift to begin. */
        READY, CHANGEOVER, WORK, DONE, SERVICE, PAUSE
    }

    final int number;
    /** What is on it while it gathers and works; the base, or the piece that came first, first. */
    final SmallList load = new SmallList();
    /** What is done and goes on. */
    final Finished done = new Finished(this);
    Phase phase = Phase.FREE;

    final WorkNode node;
    private final Flow flow;
    private final WorkTimes times;
    /** Null where anything but the work has to be looked at. */
    private final @Nullable StraightStep straight;
    /** What counts its work; null if nothing does. */
    private final @Nullable Modes modes;
    /** What it shows. */
    private EquipmentState state = EquipmentState.STARVED;
    /** What it does by itself, whatever keeps it from that. */
    private EquipmentState base = EquipmentState.STARVED;
    /** What it shows while what it does now goes on. */
    private EquipmentState busy = EquipmentState.WORKING;
    private @Nullable Staffing staffing;
    private long changeoverNanos;
    /** What is left of the work when those who began it have gone. */
    private long restNanos;
    private long stepNanos;
    private boolean isCounted;
    /** Whether the work on its load has begun. */
    private boolean isBegun;
    /** On the times of what is done now, of who does it. */
    private double factor = 1;
    private int operation;
    /** Whether the operation adds value. */
    private boolean addsValue;
    private int lastType = -1;
    /** Whether its piece has just come, which the trace has yet to say. */
    private boolean isUntold;

    Place(WorkNode node, WorkTimes times, int number) {
        super(node.flow.simulator);
        this.node = node;
        flow = node.flow;
        this.times = times;
        this.number = number;
        straight = node.straight();
        Maintenance kept = node.maintenance;
        modes = kept != null && kept.modes().hasWorkClock() ? kept.modes() : null;
    }

    EquipmentState state() {
        return straight == null ? state : switch (phase) {
            case WORK -> EquipmentState.WORKING;
            case CHANGEOVER -> EquipmentState.CHANGEOVER;
            case DONE -> EquipmentState.BLOCKED;
            default -> EquipmentState.STARVED;
        };
    }

    /** Books the time of what goes on there, or stands there, up to now. */
    void bookAll() {
        book();
        if (straight != null) {
            done.bookStanding();
        }
    }

    /** Number of the person who did the last step for which somebody was needed; negative if nobody was. */
    int lastPerson() {
        return staffing == null ? -1 : staffing.lastPerson();
    }

    // ---- what keeps it from working

    @Override
    public @Nullable Piece piece() {
        return load.isEmpty() ? null : load.getFirst();
    }

    /** Whether somebody is needed who is not there. */
    boolean isUnstaffed() {
        return staffing != null && staffing.isMissing();
    }

    /** Whether it will go on by itself, or once what holds it is gone. */
    boolean isAtWork() {
        return isPending() || isPaused() || phase == Phase.READY || isUnstaffed();
    }

    /** Whether its work goes on although nothing may, as far as its people and holds are concerned. */
    boolean isWronglyAtWork(boolean held) {
        boolean waits = phase == Phase.GATHERING || phase == Phase.PAUSE;
        return isRunning() && !isEnding() && phase != Phase.GATHERING && (held || !waits && isUnstaffed());
    }

    /** Something holds the work: it stands, and whoever worked here is free meanwhile. */
    void onHeld() {
        if (phase != Phase.GATHERING && !isEnding()) {
            halt();
            if (staffing != null) {
                staffing.sendAway();
            }
        }
    }

    /** Nothing holds the work any more. */
    void onReleased() {
        Staffing people = staffing;
        if (phase == Phase.READY) {
            begin();
        } else if (people != null && people.isMissing()) {
            enter(EquipmentState.WAITING_FOR_CREW);
            people.askAgain();
        } else if (phase != Phase.GATHERING) {
            continueWork();
        }
    }

    private void halt() {
        pause();
        stopCounting();
    }

    private void continueWork() {
        resume();
        count();
    }

    /** Clocks of working time run while it works. */
    private void count() {
        if (modes != null && phase == Phase.WORK && isRunning() && !isCounted) {
            isCounted = true;
            modes.onWorkBegins(leftNanos());
        }
    }

    private void stopCounting() {
        if (modes != null && isCounted) {
            isCounted = false;
            modes.onWorkEnds();
        }
    }

    /** It has broken down in the middle of its work. */
    void onInterrupted(FailureMode.InterruptedPiece piece) {
        if (phase == Phase.WORK && isBegun && isPaused()) {
            switch (piece) {
                case RESUME -> {}
                case AGAIN -> {
                    abandon();
                    start(stepNanos);
                    pause();
                }
                case SCRAP -> scrapLoad();
            }
        }
    }

    private void scrapLoad() {
        abandon();
        if (staffing != null) {
            staffing.drop();
        }
        load.forEach(node::scrap);
        load.clear();
        isBegun = false;
        phase = Phase.DONE;
        emptied();
    }

    // ---- its people

    @Override
    public void onPeopleArrived(long waitedNanos) {
        if (phase != Phase.SERVICE) {
            for (int i = 0; i < load.size(); i++) {
                load.get(i).crewNanos += waitedNanos;
            }
        }
        Staffing people = staffing;
        double now = people == null ? 1 : people.factor();
        if (isPaused()) {
            stretch(now / factor);
            restNanos = scaled(restNanos, now / factor);
            stepNanos = scaled(stepNanos, now / factor);
            factor = now;
            continueWork();
            enter(busy);
        } else {
            runStep();
        }
    }

    @Override
    public void onPeopleLeft() {
        halt();
        enter(EquipmentState.WAITING_FOR_CREW);
    }

    /** Something that takes time begins: at once, or when those who are needed for it are there. */
    private void step(EquipmentState shown, Staffing.@Nullable Request crew) {
        busy = shown;
        Staffing people = staffing;
        if (crew == null) {
            if (people != null) {
                people.done();
            }
            runStep();
            return;
        }
        if (people == null) {
            people = new Staffing(flow, flow.staffed(), this, Layout.stand(node.element(), number), crew);
            staffing = people;
        } else if (people.isStaffed(crew)) {
            runStep();
            return;
        } else {
            people.done();
        }
        standReady();
        enter(EquipmentState.WAITING_FOR_CREW);
        Piece lead = load.isEmpty() ? null : load.getFirst();
        Piece.Rework again = lead != null && node.takeBack(lead) ? lead.rework : null;
        if (again == null) {
            people.ask(crew, lead == null ? flow.now() : lead.arrivedNanos, null, Job.Insistence.NO, node.isWorkHeld());
        } else {
            boolean byMaker = again.maker != Inspection.Maker.ANYBODY;
            people.ask(crew, Job.BEFORE_ALL, byMaker && lead != null ? flow.staffed().person(lead.madeByPerson) : null,
                    switch (again.maker) {
                        case ANYBODY -> Job.Insistence.NO;
                        case PERSON_OR_ANYBODY -> Job.Insistence.UNLESS_GONE;
                        case PERSON -> Job.Insistence.YES;
                    }, node.isWorkHeld());
        }
    }

    private void runStep() {
        Staffing people = staffing;
        factor = people == null ? 1 : people.factor();
        switch (phase) {
            case CHANGEOVER -> continueFor(scaled(changeoverNanos, factor));
            case SERVICE -> continueFor(scaled(times.serviceNanos(), factor));
            case WORK -> {
                if (operation == 0) {
                    onBegun();
                }
                addsValue = times.addsValue(operation);
                if (node.maintenance == null) {
                    enter(busy);
                }
                if (people == null) {
                    times.by(operation, null);
                    continueFor(times.operationNanos(operation, load.getFirst()));
                    break;
                }
                times.by(operation, people.first());
                long nanos = scaled(times.operationNanos(operation, load.getFirst()), factor);
                Staffing.Request crew = times.crew(operation);
                long attended = crew == null || crew.share() == 1 ? nanos : Math.round(nanos * crew.share());
                restNanos = nanos - attended;
                continueFor(attended);
            }
            case FREE, GATHERING, READY, DONE, PAUSE ->
                throw new IllegalStateException("Nobody is needed by a place that is " + phase);
        }
        enter(busy);
    }

    private static long scaled(long nanos, double factor) {
        return factor == 1 ? nanos : Math.round(nanos * factor);
    }

    private void continueFor(long nanos) {
        if (nanos == 0) {
            flow.countStep(node); // in a circle of such, time would never go on
        }
        stepNanos = nanos;
        start(nanos);
        if (node.isWorkHeld()) {
            pause();
        } else {
            count();
        }
    }

    // ---- step by step

    /** A piece that has just come is worked on at once. */
    void beginWith(Piece piece) {
        load.add(piece);
        isUntold = true;
        begin();
    }

    /** All is there: the work begins, after a changeover if the type is another than before, or when the shift begins. */
    void begin() {
        if (phase == Phase.GATHERING) {
            abandon();
        }
        if (!node.mayBegin()) {
            waitReady();
            return;
        }
        Piece lead = load.getFirst();
        changeoverNanos = lastType < 0 ? 0 : times.changeoverNanos(lastType, lead);
        if (changeoverNanos == 0) {
            beginWork();
            return;
        }
        if (isUntold) {
            isUntold = false;
            node.traceWaits(lead);
        }
        phase = Phase.CHANGEOVER;
        step(EquipmentState.CHANGEOVER, times.setupCrew());
    }

    /** What is there lies on the place until work can begin: nothing is begun on which no time can pass. */
    private void waitReady() {
        phase = Phase.READY;
        standReady();
        enter(EquipmentState.STARVED);
    }

    /** The shift ends: what has not begun waits for the next one, without the people it has asked for. */
    void onShiftEnd() {
        if (isUnstaffed() && !isBegun && (phase == Phase.WORK || phase == Phase.CHANGEOVER) && !isPaused()) {
            if (staffing != null) {
                staffing.drop();
            }
            waitReady();
        }
    }

    /** What has just come stands on the place, but is not worked on yet. */
    private void standReady() {
        if (isUntold) {
            isUntold = false;
            node.traceWaits(load.getFirst());
            onStanding(load.getFirst());
        }
    }

    /** The piece stands on the place, which waits for more or for people. */
    void onStanding(Piece piece) {
        if (flow.trace != null) {
            flow.trace.stands(flow.now(), piece.body, node.index, number);
        }
    }

    private void beginWork() {
        phase = Phase.WORK;
        lastType = load.getFirst().type;
        operation = 0;
        step(EquipmentState.WORKING, times.crew(0));
    }

    /** The first operation begins. */
    private void onBegun() {
        long now = flow.now();
        isBegun = true;
        for (int i = 0; i < load.size(); i++) {
            Piece piece = load.get(i);
            node.tally.onBegin(now - piece.arrivedNanos);
            if (flow.trace != null) {
                if (isUntold) {
                    flow.trace.works(now, piece.body, node.index, number);
                } else {
                    flow.trace.begins(now, piece.body, node.index, number);
                }
            }
            node.notifyRules(Rule.PieceEvent.STARTS, piece);
        }
        isUntold = false;
    }

    /** The time of work is booked to the pieces, and to the station where it adds value. */
    @Override
    protected void passes(long nanos) {
        StraightStep only = straight;
        if (only != null && phase == Phase.WORK) {
            only.book(load.getFirst(), nanos);
        } else if (only != null) {
            node.tally.states().addChangedOver(nanos);
        } else if (phase == Phase.WORK) {
            long value = addsValue ? nanos : 0;
            node.tally.addValueTime(value);
            Piece first = load.getFirst();
            first.workNanos += nanos;
            first.valueNanos += value;
            if (!load.isSingle()) {
                bookBehindFirst(nanos, value);
            }
        }
    }

    private void bookBehindFirst(long nanos, long value) {
        for (int i = load.size() - 1; i > 0; i--) {
            load.get(i).workNanos += nanos;
            load.get(i).valueNanos += value;
        }
    }

    @Override
    protected void endsAfter(long nanos) {
        StraightStep only = straight;
        if (only == null || only.isOdd(load.getFirst())) {
            super.endsAfter(nanos);
            return;
        }
        if (phase == Phase.WORK) {
            only.end(this, load.removeFirst(), nanos);
        } else {
            only.onChangedOver(this, load.getFirst(), nanos);
        }
        flow.settle();
    }

    @Override
    protected void ends() {
        endsStep();
        flow.settle();
    }

    // ---- what a straight step does here

    void setToWork() {
        phase = Phase.WORK;
        operation = 0;
    }

    void changeOverStraight(Piece piece, long nanos) {
        load.add(piece);
        phase = Phase.CHANGEOVER;
        start(nanos);
    }

    /** The next is of the type of that piece; gives how long the changeover takes. */
    long changeTo(Piece piece) {
        long nanos = lastType < 0 ? 0 : times.changeoverNanos(lastType, piece);
        lastType = piece.type;
        return nanos;
    }

    void standStraight(Piece piece, long now) {
        phase = Phase.DONE;
        done.stand(piece, now);
    }

    private void endsStep() {
        stopCounting();
        switch (phase) {
            case GATHERING -> {
                node.waitedLongEnough(this);
                begin();
                node.deferClaims();
            }
            case CHANGEOVER -> {
                lastType = load.getFirst().type;
                if (node.mayBegin()) {
                    beginWork();
                } else {
                    waitReady();
                }
            }
            case WORK -> partEnds();
            case SERVICE -> pauseOrFree();
            case PAUSE -> node.free(this);
            case FREE, READY, DONE -> throw new IllegalStateException("A place that does nothing ended it");
        }
    }

    /** Those who were needed for the first part of an operation go, and the rest of it goes on without them. */
    private void partEnds() {
        if (restNanos > 0) {
            if (staffing != null) {
                staffing.done();
            }
            long rest = restNanos;
            restNanos = 0;
            continueFor(rest);
            show();
            return;
        }
        if (++operation < times.operations()) {
            step(EquipmentState.WORKING, times.crew(operation));
        } else {
            finish();
        }
    }

    private void finish() {
        phase = Phase.DONE;
        if (flow.trace != null) {
            load.forEach(piece -> flow.trace.ends(flow.now(), piece.body, node.index));
        }
        node.finish(this);
        if (staffing != null) {
            staffing.done();
        }
        node.countCycles(node.piecesCounted(this));
        load.clear();
        isBegun = false;
        done.offerAll();
    }

    /** All that was done has gone: it is served, pauses, or takes the next. */
    void emptied() {
        StraightStep only = straight;
        if (only != null) {
            only.onGone(this, flow.now());
        } else if (node.isServiceDue()) {
            phase = Phase.SERVICE;
            step(EquipmentState.SERVICE, times.serviceCrew());
        } else {
            pauseOrFree();
        }
    }

    private void pauseOrFree() {
        if (staffing != null) {
            staffing.done();
        }
        if (times.hasPause()) {
            phase = Phase.PAUSE;
            continueFor(times.pauseNanos());
            enter(EquipmentState.PAUSE);
        } else {
            node.free(this);
        }
    }

    /** It is put to use for gathering: no longer free, but waiting. */
    void gather() {
        phase = Phase.GATHERING;
        enter(EquipmentState.STARVED);
    }

    /** While it gathers, it begins at that moment at the latest. */
    void gatherUntil(long momentNanos, int priority) {
        assert priority <= Simulator.LAST_PRIORITY : "priority " + priority;
        abandon();
        start(momentNanos - flow.now(), priority);
    }

    // ---- what it shows

    /** It does that by itself from now on, whatever keeps it from it. */
    void enter(EquipmentState now) {
        base = now;
        show();
    }

    /** What it does, unless something keeps it from that. */
    void show() {
        if (straight != null) {
            return; // it is told how long it does what
        }
        EquipmentState now = base;
        Maintenance kept = node.maintenance;
        if (kept != null && (phase == Phase.GATHERING || !isRunning())) {
            EquipmentState keeps = kept.state();
            now = keeps == null ? now : keeps;
        }
        if (state != now) {
            EquipmentState before = state;
            state = now;
            node.onPlaceChanged(before, now);
        }
    }
}
