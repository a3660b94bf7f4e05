package rhombic.plant.work;

import rhombic.chance.TimeSampler;
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
 * step.
 */
final class StraightStep {
    private final WorkNode node;
    private final Flow flow;
    private final Tally tally;
    private final Taker taker;
    private final RankedQueue<Piece> queue;
    private final Way way;
    private final TimeSampler time;
    private final boolean addsValue;

    StraightStep(WorkNode node, Way way, WorkTimes times) {
        this.node = node;
        flow = node.flow;
        tally = node.tally;
        taker = node.taker;
        queue = node.queue;
        this.way = way;
        time = times.straight();
        addsValue = times.addsValue(0);
        tally.countTimes(addsValue);
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
        tally.onBegin(now - piece.arrivedNanos);
        long nanos = time.nextNanos();
        if (nanos == 0) {
            flow.countStep(node); // in a circle of such, time would never go on
        }
        place.beginStraight(piece, nanos);
    }

    /** Time of work has passed on a piece. */
    void book(Piece piece, long nanos) {
        tally.addWorked(nanos);
        piece.workNanos += nanos;
        piece.valueNanos += addsValue ? nanos : 0;
    }

    /** The work of a place has ended, of which so much is not booked yet: its piece goes on and the next is begun, or it stands in line. */
    void end(Place place, Piece piece, long nanos) {
        book(piece, nanos);
        long now = flow.now();
        node.touchedNanos = now;
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
        } else {
            begin(place, queue.takeFirst(), now);
        }
    }
}
