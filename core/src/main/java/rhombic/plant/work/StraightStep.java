package rhombic.plant.work;

import org.jspecify.annotations.Nullable;
import rhombic.chance.TimeSampler;
import rhombic.measure.tally.StateTally;
import rhombic.measure.tally.Tally;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Taker;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;

/**
 * What a station does where nothing but its work has to be looked at: all pieces go one way, at once; nothing keeps it from working, nobody
 * is needed, and nobody listens. Then the end of the work, the claim of the next place, the departure and the begin of the next work are one
 * step. Pieces that are odd, such as what comes back for rework, take the usual steps in between.
 */
final class StraightStep {
    private final WorkNode node;
    private final Flow flow;
    private final Tally tally;
    private final StateTally states;
    private final Taker taker;
    private final RankedQueue<Piece> queue;
    private final Way way;
    private final WorkTimes times;
    /** Null where the time depends on the piece. */
    private final @Nullable TimeSampler drawn;
    private final boolean hasChangeover;
    private final boolean addsValue;
    private final boolean mayNeedRework;

    StraightStep(WorkNode node, Way way, WorkTimes times) {
        this.node = node;
        flow = node.flow;
        tally = node.tally;
        states = tally.states();
        taker = node.taker;
        queue = node.queue;
        this.way = way;
        this.times = times;
        drawn = times.drawn();
        hasChangeover = times.hasChangeover();
        addsValue = times.addsValue(0);
        mayNeedRework = node.mayNeedRework();
        if (addsValue) {
            tally.countWorkAsValue();
        }
    }

    /** Whether more has to be looked at than the work: the piece comes back, or is to end here. */
    boolean isOdd(Piece piece) {
        return piece.toScrap || mayNeedRework && piece.isFailed();
    }

    /** A piece has come. */
    void take(Piece piece) {
        long now = flow.now();
        piece.arrivedNanos = now;
        node.touchedNanos = now;
        tally.onEnter(now);
        taker.addRoom(-1);
        if (node.hasFreePlace()) {
            begin(node.takeFreePlace(), piece, now);
        } else {
            queue.add(piece);
        }
    }

    private void begin(Place place, Piece piece, long now) {
        if (hasChangeover) {
            long nanos = place.changeTo(piece);
            if (nanos > 0) {
                place.changeOverStraight(piece, nanos);
                return;
            }
        }
        place.load.add(piece);
        work(place, piece, now);
    }

    /** The place has been changed over, of which so much is not booked yet: the work begins. */
    void onChangedOver(Place place, Piece piece, long nanos) {
        states.addChangedOver(nanos);
        work(place, piece, flow.now());
    }

    private void work(Place place, Piece piece, long now) {
        tally.onBegin(now - piece.arrivedNanos);
        place.setToWork(); // a formula for the time sees that it works
        long nanos = drawn == null ? times.operationNanos(0, piece) : drawn.nextNanos();
        if (nanos == 0) {
            flow.countStep(node); // in a circle of such, time would never go on
        }
        place.start(nanos);
    }

    /** Time of work has passed on a piece. */
    void book(Piece piece, long nanos) {
        states.addWorked(nanos);
        piece.workNanos += nanos;
        piece.valueNanos += addsValue ? nanos : 0;
    }

    /** The work of a place has ended, of which so much is not booked yet: its piece goes on and the next is begun, or it stands in line. */
    void end(Place place, Piece piece, long nanos) {
        book(piece, nanos);
        long now = flow.now();
        node.touchedNanos = now;
        if (mayNeedRework) {
            piece.setMade(node.index);
            piece.madeByPerson = Piece.NOBODY;
        }
        int spot = node.isOutletHeld() ? Claim.NO_SPOT : way.spotAtOnce(piece);
        if (spot == Claim.NO_SPOT) {
            place.standStraight(piece, now);
            return;
        }
        tally.onLeave(now, now - piece.arrivedNanos);
        way.arriveAtOnce(piece, spot);
        taker.addRoom(1);
        takeNext(place, now);
        if (!taker.line.isEmpty()) {
            if (flow.isClear()) {
                taker.serveLine();
            } else {
                flow.toAgenda(node);
            }
        }
    }

    /** What stood in line has gone, and is on its way yet: those who wait for the place are served after that. */
    void onGone(Place place, long now) {
        taker.addRoom(1);
        takeNext(place, now);
        if (!taker.line.isEmpty()) {
            flow.toAgenda(node);
        }
    }

    private void takeNext(Place place, long now) {
        if (queue.isEmpty()) {
            node.addFreePlace(place);
            place.phase = Place.Phase.FREE;
            return;
        }
        Piece next = queue.takeFirst();
        if (isOdd(next)) {
            place.load.add(next);
            place.begin();
        } else {
            begin(place, next, now);
        }
    }
}
