package rhombic.plant.handover;

import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.piece.Piece;
import rhombic.space.Pace;
import rhombic.study.Travel;

/** A link along which pieces move by themselves, each for a time or at a speed. While it is down, what is on its way stands. */
final class Transit extends Passage {
    private final int maxPieces;
    private final @Nullable TimeSampler time;
    private final @Nullable Pace paceAtSpeed;
    private final long nanosAtSpeed;
    /** Those that move along it, while failures can stop them. */
    private final Map<Trip, Move> moving = new LinkedHashMap<>();

    /** When a piece began to move last, and how; while the link is down, how it will go on. */
    private record Move(long sinceNanos, Pace pace) {}

    Transit(Flow flow, Course course) {
        super(flow, course);
        maxPieces = link.travel().maxPieces() == 0 ? Integer.MAX_VALUE : link.travel().maxPieces();
        switch (link.travel()) {
            case Travel.InTime in -> {
                time = in.time().onlySampler(flow.stream(link.id(), Purpose.TRAVEL));
                paceAtSpeed = null;
            }
            case Travel.AtSpeed at -> {
                time = null;
                paceAtSpeed = Pace.at(at.speed().inBaseUnit(), metres());
            }
            case Travel.Carried carried -> throw new IllegalArgumentException("What is carried does not move by itself");
            case Travel.AtOnce once -> throw new IllegalArgumentException("A link that takes no time has nothing on its way");
        }
        nanosAtSpeed = paceAtSpeed == null ? 0 : paceAtSpeed.nanos();
    }

    @Override
    protected boolean hasRoomFor(Piece piece) {
        return tally.onTheWay() < maxPieces;
    }

    @Override
    protected void setOut(Trip trip) {
        long nanos = time == null ? nanosAtSpeed : time.nextNanos();
        if (flow.trace == null && link.failures().isEmpty()) {
            flow.simulator.schedule(trip, nanos);
            return;
        }
        move(trip, paceAtSpeed == null ? Pace.over(metres(), nanos) : paceAtSpeed);
    }

    private void move(Trip trip, Pace pace) {
        if (!link.failures().isEmpty()) {
            moving.put(trip, new Move(flow.now(), pace));
        }
        traceMove(trip.piece(), pace);
        flow.simulator.schedule(trip, pace.nanos());
    }

    private void traceMove(Piece piece, Pace pace) {
        if (flow.trace != null) {
            flow.trace.moves(flow.now(), piece.body, taker().node().index, index, pace);
        }
    }

    @Override
    protected void onEnd(Trip trip) {
        moving.remove(trip);
    }

    @Override
    protected void onTakenOver(Trip trip) {
        if (maxPieces < Integer.MAX_VALUE) {
            taker().toAgenda(); // those in its line that come this way may set out
        }
    }

    @Override
    protected void onDown() {
        for (Map.Entry<Trip, Move> one : moving.entrySet()) {
            Trip trip = one.getKey();
            Move move = one.getValue();
            if (move.sinceNanos + move.pace.nanos() == flow.now()) {
                continue; // it arrives at this very instant
            }
            flow.simulator.cancel(trip);
            Pace rest = move.pace.restFrom(flow.now() - move.sinceNanos);
            one.setValue(new Move(flow.now(), rest));
            traceMove(trip.piece(), Pace.restAt(rest.metresAt(0)));
        }
    }

    @Override
    protected void onUp() {
        moving.forEach((trip, move) -> move(trip, move.pace));
    }
}
