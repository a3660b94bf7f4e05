package rhombic.plant.work;

import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.plant.run.Run;
import rhombic.quantity.Quantity;
import rhombic.study.Rule;
import rhombic.study.kind.Station;
import rhombic.study.work.Inspection;
import rhombic.study.work.Work;

/** Works on pieces one by one or on several together, and may inspect them at the end. */
public final class StationNode extends WorkNode {
    private static final int LOAD_PRIORITY = Run.LATE_PRIORITY;

    private final int fullLoad;
    private final long longestWaitNanos;
    private final @Nullable Inspection inspection;
    private final UniformRandomProvider inspectionChance;
    /** When the oldest of those on the place that is being loaded came to the station. */
    private long oldestNanos;

    /** The place that is being loaded; null if none is. */
    private @Nullable Place gathering;

    public StationNode(Flow flow, int index, Station station) {
        super(flow, index, station);
        Work.Load load = station.load();
        fullLoad = load.pieces();
        Quantity wait = load.maxWait();
        longestWaitNanos = wait == null ? Long.MAX_VALUE : wait.nanos();
        inspection = station.inspection();
        inspectionChance = flow.stream(id(), Purpose.INSPECTION);
    }

    @Override
    protected void begin() {
        Way only = outgoingLinks().straight();
        if (fullLoad == 1 && inspection == null) {
            if (only != null) {
                setStraight(only);
            }
            if (!mayNeedRework()) {
                countSlots();
            }
        }
        super.begin();
    }

    @Override
    public int spotFor(Way way, Piece piece) {
        return hasSlot(piece) ? SLOT : Claim.NO_SPOT;
    }

    @Override
    public int capacityFor(Piece piece) {
        return slots() - taker.claimsAt(SLOT);
    }

    @Override
    public void take(Piece piece) {
        StraightStep straight = straight();
        if (straight == null || straight.isOdd(piece)) {
            accept(piece);
        } else {
            straight.take(piece);
        }
    }

    @Override
    public void accept(Claim claim, Piece piece) {
        take(piece);
    }

    private void accept(Piece piece) {
        receive(piece);
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        Place loading = gathering;
        if (loading != null) {
            traceWaits(piece);
            load(loading, piece);
        } else if (hasFreePlace() && fullLoad == 1) {
            useFreePlace().beginWith(piece);
        } else if (hasFreePlace()) {
            traceWaits(piece);
            load(useFreePlace(), piece);
        } else {
            toQueue(piece);
        }
        if (piece.rework != null) {
            deferClaims(); // what comes back needs no claim, and may have taken the slot of who has one
        }
    }

    @Override
    protected boolean mayOfferAnywhere() {
        return inspection != null;
    }

    private void load(Place place, Piece piece) {
        place.load.add(piece);
        if (place.load.size() >= fullLoad) {
            gathering = null;
            place.begin();
            return;
        }
        place.onStanding(piece);
        if (place.load.size() == 1) {
            gathering = place;
            place.gather();
        }
        if (longestWaitNanos < Long.MAX_VALUE && (place.load.size() == 1 || piece.arrivedNanos < oldestNanos)) {
            oldestNanos = piece.arrivedNanos;
            // Late at its instant, so that who comes at that very moment is taken in.
            place.gatherUntil(Math.max(flow.now(), oldestNanos + longestWaitNanos), LOAD_PRIORITY);
        }
    }

    /** One for each place that is free, and what is left of the one that is being loaded. */
    @Override
    protected int freeOnPlaces() {
        Place loading = gathering;
        return freePlaces() * fullLoad + (loading == null ? 0 : fullLoad - loading.load.size());
    }

    @Override
    protected boolean isWaitingForMore() {
        return gathering != null && longestWaitNanos == Long.MAX_VALUE;
    }

    @Override
    protected void waitedLongEnough(Place place) {
        gathering = null;
    }

    @Override
    protected void fill(Place place) {
        if (gathering != null) {
            return;
        }
        while (!queue.isEmpty() && (place.phase == Place.Phase.FREE || place.phase == Place.Phase.GATHERING)) {
            load(place, fromQueue());
        }
    }

    @Override
    protected int piecesCounted(Place place) {
        return place.load.size();
    }

    @Override
    protected void complete(Place place) {
        for (int i = 0; i < place.load.size(); i++) {
            Piece piece = place.load.get(i);
            if (piece.toScrap || (inspection != null && !passes(piece, inspection))) {
                scrap(piece);
            } else {
                place.done.out.add(piece);
            }
            if (inspection == null && mayNeedRework()) {
                piece.setMade(index);
                piece.madeByPerson = place.lastPerson();
            }
        }
    }

    /** Whether the piece may go on or go back; else it is scrap. */
    private boolean passes(Piece piece, Inspection check) {
        if (!(inspectionChance.nextDouble() * 100 < check.failShare().amount())) {
            piece.markGood();
            flow.census.setLook(piece, 0, index);
            return true;
        }
        Piece.Rework rework = piece.ensureRework();
        if (rework.times >= check.maxReworks()) {
            return false;
        }
        rework.failed = true;
        rework.times++;
        rework.factor = check.factor();
        rework.capacity = check.capacity();
        rework.maker = check.maker();
        if (piece.madeBy == Piece.NOBODY) {
            piece.madeBy = index;
        }
        int look = check.look().isEmpty() ? -1 : flow.types.look(piece.type, check.look());
        if (look >= 0) {
            flow.census.setLook(piece, look, index);
        }
        return true;
    }
}
