package rhombic.plant;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.plant.convey.Lane;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.Conveyor;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;

/**
 * Carries pieces along its way, on one lane or several. The first piece of each lane is on offer once it is at the end; it
 * stands there until it can go. It has contents and no states.
 */
final class ConveyorNode extends ContentNode {
    private final Conveyor conveyor;
    private final Lane[] lanes;
    private final LaneOffer[] offers;
    /** How much of a lane a piece of each type takes. */
    private final double[] lengthOf;
    private final long unhinderedNanos;
    /** Pieces that came along a link while the beginning was not clear: they come on as soon as it is. */
    private final Deque<Piece> before = new ArrayDeque<>();
    private final double longest;
    private int nextLane;
    private int standing;

    /** The offer of the first piece of a lane. */
    private final class LaneOffer extends Offer {
        private final Lane lane;

        LaneOffer(Lane lane) {
            super(ConveyorNode.this);
            this.lane = lane;
        }
    }

    ConveyorNode(Plant plant, int index, Conveyor conveyor) {
        super(plant, index, conveyor);
        this.conveyor = conveyor;
        List<PieceType> types = plant.study.pieceTypes();
        lengthOf = types.stream().mapToDouble(conveyor::lengthOf).toArray();
        longest = Arrays.stream(lengthOf).max().orElse(0);
        double metres = conveyor.route().metres();
        double speed = conveyor.speed().inBaseUnit();
        unhinderedNanos = Math.round(metres / speed * 1e9);
        Lane.Watch watch = plant.trace == null ? new Motion() : new TracedMotion();
        lanes = new Lane[conveyor.lanes()];
        for (int i = 0; i < lanes.length; i++) {
            lanes[i] = new Lane(i, plant.simulator, metres, conveyor.gap().inBaseUnit(), conveyor.mode() == Conveyor.Mode.RIGID,
                    conveyor.most().orElse(Integer.MAX_VALUE), speed, watch);
        }
        offers = new LaneOffer[lanes.length];
    }

    @Override
    void begin() {
        for (int i = 0; i < lanes.length; i++) {
            offers[i] = new LaneOffer(lanes[i]);
        }
        for (ShutTime time : conveyor.off()) {
            switchAt(time.from().nanos(), true);
            if (time.until() != null) {
                switchAt(time.until().nanos(), false);
            }
        }
        traceContent();
    }

    private void switchAt(long nanos, boolean off) {
        if (nanos == 0) {
            setOff(off);
            return;
        }
        plant.simulator.schedule(new Event() {
            @Override
            protected void occur() {
                setOff(off);
                plant.settle();
            }
        }, nanos, 0);
    }

    @Override
    void setOff(boolean off) {
        for (Lane lane : lanes) {
            lane.setOff(off);
        }
        plant.toAgenda(this);
    }

    @Override
    boolean roomDependsOnPiece() {
        return Arrays.stream(lengthOf).distinct().count() > 1;
    }

    @Override
    boolean isAtWork() {
        for (Lane lane : lanes) {
            if (lane.isAtWork()) {
                return true;
            }
        }
        return false;
    }

    // ---- coming on

    @Override
    boolean hasRoom(Piece piece) {
        double length = lengthOf[piece.type];
        int kept = before.size() + promised();
        if (kept > 0) {
            // room for those that come later must be left, too, wherever they will come on
            double each = longest + conveyor.gap().inBaseUnit();
            int free = 0;
            for (Lane lane : lanes) {
                free += lane.roomFor(each, length);
            }
            return before.isEmpty() && free > kept;
        }
        if (laneFor(length) != null) {
            return true;
        }
        awaitClear(length);
        return false;
    }

    /** The next lane in turn on which the piece can come on now. */
    private @Nullable Lane laneFor(double length) {
        for (int i = 0; i < lanes.length; i++) {
            Lane lane = lanes[(nextLane + i) % lanes.length];
            if (lane.accepts(length)) {
                return lane;
            }
        }
        return null;
    }

    @Override
    void accept(Piece piece) {
        counts(piece);
        Lane lane = before.isEmpty() ? laneFor(lengthOf[piece.type]) : null;
        if (lane == null) {
            before.add(piece);
            if (plant.trace != null) {
                plant.trace.waits(plant.now(), piece.body, index);
            }
            awaitClear(lengthOf[piece.type]);
        } else {
            comesOn(lane, piece);
        }
        tellRules(Rule.PieceEvent.ENTERS, piece);
        tellMore();
    }

    private void awaitClear(double length) {
        for (Lane lane : lanes) {
            if (lane.mayTakeMore()) {
                lane.awaitClear(length);
            }
        }
    }

    private void comesOn(Lane lane, Piece piece) {
        nextLane = (lane.number + 1) % lanes.length;
        lane.comes(piece, lengthOf[piece.type]);
    }

    @Override
    void attend() {
        while (!before.isEmpty()) {
            Piece piece = before.element();
            Lane lane = laneFor(lengthOf[piece.type]);
            if (lane == null) {
                awaitClear(lengthOf[piece.type]);
                return;
            }
            before.remove();
            comesOn(lane, piece);
        }
        serveLine();
    }

    // ---- at the end

    @Override
    public Piece hand(Offer given) {
        Lane lane = ((LaneOffer) given).lane;
        Piece piece = lane.leaves();
        long stay = plant.now() - piece.arrivedNanos;
        long moved = Math.min(stay, unhinderedNanos);
        piece.moveNanos += moved;
        piece.blockedNanos += stay - moved;
        tellLess(piece);
        if (!line.isEmpty() || !before.isEmpty()) {
            plant.toAgenda(this);
        }
        return piece;
    }

    /** What the lanes tell. */
    private class Motion implements Lane.Watch {
        @Override
        public void cameToEnd(Lane lane) {
            plant.countStep(ConveyorNode.this);
            LaneOffer offer = offers[lane.number];
            assert !offer.isOpen() : "two pieces of a lane are on offer";
            offer.make(lane.front());
        }

        @Override
        public void entryIsClear(Lane lane) {
            plant.countStep(ConveyorNode.this);
            plant.toAgenda(ConveyorNode.this);
        }

        @Override
        public void stands(Lane lane, boolean standsNow) {
            standing += standsNow ? 1 : -1;
            tally.stands(plant.now(), (double) standing / lanes.length);
        }

        @Override
        public void settle() {
            plant.settle();
        }
    }

    /** The same, written down. */
    private final class TracedMotion extends Motion {
        @Override
        public void comes(Lane lane, Lane.Rider rider) {
            if (plant.trace != null) {
                plant.trace.rides(plant.now(), rider.piece.body, index, lane.number, rider.measure());
            }
        }

        @Override
        public void leads(Lane lane, Lane.Rider head, double metres, double speed) {
            if (plant.trace != null) {
                plant.trace.leads(plant.now(), head.piece.body, index, metres, speed);
            }
        }

        @Override
        public void follows(Lane lane, Lane.Rider rider) {
            if (plant.trace != null) {
                plant.trace.follows(plant.now(), rider.piece.body, index);
            }
        }

        @Override
        public void rateChanged(Lane lane) {
            lane.forEachTrain(this);
        }
    }
}
