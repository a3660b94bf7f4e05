package rhombic.plant.convey;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.Room;
import rhombic.plant.handover.Taker;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.study.place.Fitting;

/**
 * The beginning of a stretch of a conveyor: on which lane there is room for a piece, how far on the one before it must be, and whose turn it is
 * where pieces come together. A piece that comes from along a link waits before it until it is clear.
 */
final class SectionEntrance implements Room {
    private static final double TINY_METRES = 1e-9;
    /** What rounding times to nanoseconds can add up to on the way. */
    private static final double ROUNDING_METRES = 1e-7;

    private final ConveyorNode conveyor;
    private final ConveyorSection section;
    private final Flow flow;
    private final Taker taker;
    private final @Nullable ConveyorSection previous;
    private final @Nullable Fitting begins;
    private final double fromMetres;
    private final double gap;
    private final boolean isRigid;
    private final Lane[] lanes;
    /** How the last piece came to each lane. */
    private final Way.Entry[] lastEntry;
    /** Pieces that came along a link while the beginning was not clear: they come on as soon as it is. */
    private final Deque<Arrived> before = new ArrayDeque<>();
    private int nextLane;
    /** The spot of what comes on when it is there and it is clear: no lane is its yet. */
    private final int atBeginning;
    /** Where pieces come together in turn: whether the last one on the lane where they do came from the side. */
    private boolean lastAside;
    /** Whether the piece that comes on comes from the side. */
    private boolean comesAside;

    private record Arrived(Piece piece, Way way) {}

    /** @param begins divert or merge where it begins; null: the conveyor begins there */
    SectionEntrance(ConveyorNode conveyor, ConveyorSection section, Lane[] lanes, @Nullable Fitting begins, double fromMetres,
            boolean isRigid) {
        this.conveyor = conveyor;
        this.section = section;
        flow = section.flow;
        taker = new Taker(section, this);
        previous = section.previous();
        this.begins = begins;
        this.fromMetres = fromMetres;
        gap = conveyor.conveyor.gapMetres();
        this.isRigid = isRigid;
        this.lanes = lanes;
        atBeginning = lanes.length;
        lastEntry = new Way.Entry[lanes.length];
        Arrays.fill(lastEntry, Way.Entry.USUAL);
    }

    Taker taker() {
        return taker;
    }

    /** Whether no piece waits before it that has come along a link. */
    boolean isEmpty() {
        return before.isEmpty();
    }

    /** Whether somebody waits to come on. */
    boolean isAwaited() {
        return !taker.line.isEmpty() || !before.isEmpty();
    }

    /** Whether the piece that has come on last came from the side. */
    boolean comesAside() {
        return comesAside;
    }

    @Override
    public boolean isCapacityByPiece() {
        return begins instanceof Fitting.Merge || lanes.length > 1 && previous != null
                || !conveyor.isOfOneLength;
    }

    @Override
    public Way.Entry entry(String port, double fromMetres) {
        boolean isAside = begins instanceof Fitting.Merge merge && merge.name().equals(port);
        return isAside
                ? new Way.Entry(Way.Entrance.ASIDE, fromMetres + conveyor.halfWidth())
                : new Way.Entry(Way.Entrance.USUAL, fromMetres);
    }

    @Override
    public int spotFor(Way way, Piece piece) {
        double length = conveyor.lengthOf[piece.type];
        if (way.isStraightOn()) {
            Lane lane = lanes[laneOf(piece)];
            return !isOvertaking(way, lane) && accepts(lane, way, length) ? lane.number : Claim.NO_SPOT;
        }
        if (!conveyor.carriesMore(piece)) {
            return Claim.NO_SPOT;
        }
        int kept = before.size() + taker.claims();
        if (comesOnLater(way)) {
            // That it is clear here now says nothing. And room for those that come later must be left, too, wherever they will come on.
            double each = maxLength(length) + gap;
            int free = 0;
            for (Lane lane : lanes) {
                free += lane.capacityFor(each, length);
            }
            return before.isEmpty() && free > kept ? atBeginning : Claim.NO_SPOT;
        }
        Lane lane = laneFor(way, length);
        return lane == null ? Claim.NO_SPOT : lane.number;
    }

    /** Whether what goes that way now comes on after others that are still to come, or has still to go along a link. */
    private boolean comesOnLater(Way way) {
        return way.passage() != null || !before.isEmpty() || taker.claims() > 0;
    }

    @Override
    public void awaitRoom(Way way, Piece piece) {
        double length = conveyor.lengthOf[piece.type];
        if (way.isStraightOn()) {
            Lane lane = lanes[laneOf(piece)];
            if (!isOvertaking(way, lane)) {
                awaitClear(lane, way, length);
            }
        } else if (!comesOnLater(way) && conveyor.carriesMore(piece)) {
            awaitClear(way, length);
        }
    }

    /** Of all that room is kept for, and of the one that is to come. */
    private double maxLength(double length) {
        if (conveyor.isOfOneLength) {
            return length;
        }
        double max = Math.max(length, taker.maxClaimed(piece -> conveyor.lengthOf[piece.type]));
        for (Arrived one : before) {
            max = Math.max(max, conveyor.lengthOf[one.piece.type]);
        }
        return max;
    }

    /** The lane on which a piece comes to the end of the stretch before. */
    private int laneOf(Piece piece) {
        assert previous != null : "straight on from nowhere";
        for (Lane lane : previous.lanes()) {
            if (lane.count() > 0 && lane.front() == piece) {
                return lane.number;
            }
        }
        throw new IllegalStateException("A piece goes straight on that is not there");
    }

    /** The next lane in turn, or from the side the nearest, on which the piece can come on now. */
    private @Nullable Lane laneFor(Way way, double length) {
        if (way.isAside()) {
            Lane lane = nearest();
            return accepts(lane, way, length) && isGapFree(lane, way, length) && !isOvertaking(way, lane) ? lane : null;
        }
        for (int i = 0; i < lanes.length; i++) {
            Lane lane = lanes[(nextLane + i) % lanes.length];
            if (accepts(lane, way, length)) {
                return lane;
            }
        }
        return null;
    }

    private Lane nearest() {
        return begins instanceof Fitting.Merge merge && merge.side() == Fitting.Side.RIGHT ? lanes[lanes.length - 1] : lanes[0];
    }

    private boolean accepts(Lane lane, Way way, double length) {
        return lane.accepts(length, clear(lane, way));
    }

    /** How far on the last piece must be: by its gap, or, where it came another way, out of where the ways meet. */
    private double clear(Lane lane, Way way) {
        // What comes along a rigid lane can't be stopped without all before it, and moves as fast: its gap is enough.
        if (way.entry().equals(lastEntry[lane.number]) || isRigid && way.isStraightOn()) {
            // those that follow each other on one belt keep their distance by themselves, but for the rounding of times
            return gap - way.entry().beforeMetres() - (way.isStraightOn() ? ROUNDING_METRES : 0);
        }
        return begins instanceof Fitting.Merge ? Math.max(gap, conveyor.conveyor.totalWidthMetres()) : gap;
    }

    /** Who goes first at a merge. A rigid lane that waited for what comes from the side would keep that from going on: it never waits. */
    private Fitting.Priority isFirst(Fitting.Merge merge) {
        return isRigid ? Fitting.Priority.MAIN : merge.priority();
    }

    /** Whether what comes along would not have to wait for it, where that goes first. */
    private boolean isGapFree(Lane lane, Way way, double length) {
        if (!(begins instanceof Fitting.Merge merge) || isFirst(merge) != Fitting.Priority.MAIN || previous == null) {
            return true;
        }
        double needed = length + way.entry().beforeMetres() + conveyor.conveyor.totalWidthMetres();
        return previous.lanes()[lane.number].toEndMetres() >= needed - TINY_METRES;
    }

    /** Whether what comes the other way waits for the same lane, and is to go before it. */
    private boolean isOvertaking(Way way, Lane lane) {
        if (!(begins instanceof Fitting.Merge merge) || taker.line.isEmpty()) {
            return false;
        }
        boolean otherFirst = switch (isFirst(merge)) {
            case MAIN -> false; // whoever comes from the side looks for a gap
            case SIDE -> !way.isAside();
            case TURN -> way.isAside() == lastAside;
            case OLDEST -> true;
        };
        if (!otherFirst) {
            return false;
        }
        Offer.QueuedOffer before = taker.line.firstThat(entry -> entry.mayGo()
                && (merge.priority() == Fitting.Priority.OLDEST || entry.way.isAside() != way.isAside())
                && (entry.way.isAside() ? nearest() : lanes[laneOf(entry.offer.piece())]) == lane);
        return before != null && before.way.isAside() != way.isAside();
    }

    @Override
    public void accept(Claim claim, Piece piece) {
        section.touchedNanos = flow.now();
        Way way = claim.way();
        if (way.isStraightOn()) {
            putOn(lanes[claim.spot()], way, piece, claim.camePastMetres());
            if (!taker.line.isEmpty()) {
                flow.toAgenda(section); // whoever waited for a gap behind it looks again
            }
            return;
        }
        conveyor.onComingIn(piece);
        Lane lane = claim.spot() != atBeginning
                ? lanes[claim.spot()]
                : before.isEmpty() ? laneFor(way, conveyor.lengthOf[piece.type]) : null;
        if (lane == null) {
            before.add(new Arrived(piece, way));
            if (flow.trace != null) {
                flow.trace.waits(flow.now(), piece.body, conveyor.index);
            }
            awaitClear(way, conveyor.lengthOf[piece.type]);
        } else {
            nextLane = (lane.number + 1) % lanes.length;
            comesOn(lane, way, piece);
            if (way.isAside() && !taker.line.isEmpty()) {
                flow.toAgenda(section); // now it may be the turn of what comes along
            }
        }
        conveyor.onCameIn(piece);
        if (claim.spot() == atBeginning && !taker.line.isEmpty()) {
            flow.toAgenda(section); // while more were to come nobody in line waited for it to be clear
        }
    }

    private void awaitClear(Way way, double length) {
        if (way.isAside()) {
            awaitClear(nearest(), way, length);
        } else {
            for (Lane lane : lanes) {
                awaitClear(lane, way, length);
            }
        }
    }

    /** Where it is clear already something else is missing, and the piece that is waited for looks again itself. */
    private void awaitClear(Lane lane, Way way, double length) {
        if (lane.mayTakeMore() && !accepts(lane, way, length)) {
            lane.awaitClear(length, clear(lane, way));
        }
    }

    private void comesOn(Lane lane, Way way, Piece piece) {
        if (lane.count() > 0) {
            conveyor.tally.belt().onGap(lane.clearMetres() + way.entry().beforeMetres());
        }
        putOn(lane, way, piece, fromMetres - way.entry().beforeMetres());
    }

    /** @param cameOnMetres where it came onto the conveyor */
    private void putOn(Lane lane, Way way, Piece piece, double cameOnMetres) {
        piece.onLane = (byte) (lane.number + 1);
        lastEntry[lane.number] = way.entry();
        comesAside = way.isAside();
        if (lane == nearest()) {
            lastAside = comesAside; // on other lanes nobody has to take turns
        }
        lane.add(piece, conveyor.lengthOf[piece.type], way.entry().beforeMetres(), cameOnMetres);
    }

    /** What has become clear is used: by those that have come along a link before those in line. */
    void attend() {
        while (!before.isEmpty()) {
            Arrived next = before.element();
            Lane lane = laneFor(next.way, conveyor.lengthOf[next.piece.type]);
            if (lane == null) {
                awaitClear(next.way, conveyor.lengthOf[next.piece.type]);
                return;
            }
            before.remove();
            nextLane = (lane.number + 1) % lanes.length;
            comesOn(lane, next.way, next.piece);
        }
        taker.serveLine();
    }
}
