package rhombic.plant.store;

import java.util.ArrayDeque;
import java.util.Deque;
import org.jspecify.annotations.Nullable;
import rhombic.plant.crane.AisleCrane;
import rhombic.plant.crane.CraneAxis;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.RackLayout;

/**
 * Takes the cranes of a rack from aisle to aisle, one at a time, in the order in which they come to it. It stays where it has set the last one down, and has to
 * come from there first.
 */
final class Transfer {
    private static final double NANOS = 1e9;

    private final RackNode rack;
    private final RackLayout layout;
    private final AisleTransfer rules;
    /** From the first aisle to the last. */
    private final Path across;
    private final double before;
    private final double on;
    private final long driveOnNanos;
    private final Deque<Turn> waiting = new ArrayDeque<>();
    /** The aisle at which it is. */
    private int at;
    private boolean isTaken;

    /** A crane leaves an aisle for another. */
    private final class Change implements AisleCrane.AisleChange {
        private final StoreAisle from;
        private final StoreAisle to;

        Change(StoreAisle from, StoreAisle to) {
            this.from = from;
            this.to = to;
        }

        @Override
        public double beforeMetres() {
            return before;
        }

        @Override
        public double onMetres() {
            return on;
        }

        @Override
        public long driveOnNanos() {
            return driveOnNanos;
        }

        @Override
        public void await(AisleCrane crane) {
            waiting.add(new Turn(crane, this));
            serveNext();
        }

        @Override
        public CraneAxis leave(AisleCrane crane) {
            from.isLeft();
            return crane.axis(across, rack.pose().heading(), 0, metres(from.number));
        }

        @Override
        public long moveAcross(CraneAxis axis) {
            long nanos = nanosBetween(from.number, to.number);
            return axis.moveTo(metres(to.number), way -> Pace.over(way, nanos));
        }

        @Override
        public AisleCrane.Place arrive(AisleCrane crane) {
            to.comes(crane);
            return to.place();
        }

        @Override
        public void end() {
            at = to.number;
            isTaken = false;
            serveNext();
        }
    }

    /** A crane that waits for it, and where it goes. */
    private record Turn(AisleCrane crane, Change change) {}

    /** @param loads that a crane takes at a time */
    Transfer(RackNode rack, AisleTransfer rules, int loads) {
        this.rack = rack;
        this.rules = rules;
        layout = rack.layout;
        before = rules.beforeMetres(layout);
        on = rules.onMetres(layout, loads);
        driveOnNanos = rules.driveOnTime().nanos();
        across = Path.from(rack.pose().of(Pose.at(on - layout.lengthMetres() / 2, layout.aisleMetres(0), 0, 0)))
                .aside(layout.aislePitchMetres() * (layout.aisles() - 1)).build();
    }

    int maxCycles() {
        return rules.maxCycles();
    }

    /** Of those where something waits for a crane, the aisle that has been without one for longest; null if there is none. */
    @Nullable
    StoreAisle waitingAisle() {
        StoreAisle first = null;
        for (StoreAisle aisle : rack.aisles()) {
            if ((first == null || aisle.leftNanos() < first.leftNanos()) && aisle.waitsForCrane()) {
                first = aisle;
            }
        }
        return first;
    }

    /** A crane sets out from one aisle to the other. */
    AisleCrane.AisleChange change(StoreAisle from, StoreAisle to) {
        to.expect();
        rack.store.onAisleChange();
        return new Change(from, to);
    }

    private double metres(int aisle) {
        return layout.aisleMetres(aisle) - layout.aisleMetres(0);
    }

    private long nanosBetween(int one, int other) {
        return Math.round(Math.abs(metres(one) - metres(other)) / rules.speed().inBaseUnit() * NANOS);
    }

    private void serveNext() {
        Turn next = isTaken ? null : waiting.poll();
        if (next != null) {
            isTaken = true;
            next.crane.onTransferComes(nanosBetween(at, next.change.from.number));
        }
    }
}
