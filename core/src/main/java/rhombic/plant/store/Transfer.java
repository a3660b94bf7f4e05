package rhombic.plant.store;

import java.util.ArrayDeque;
import java.util.Deque;
import org.jspecify.annotations.Nullable;
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
    record Change(Transfer by, StoreAisle from, StoreAisle to) {}

    /** A crane that waits for it, and where it goes. */
    private record Turn(Crane crane, Change change) {}

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

    /** Metres from the front of the rack, where a crane waits for it. */
    double before() {
        return before;
    }

    /** The same where a crane stands on it. */
    double on() {
        return on;
    }

    /** That a crane takes to drive onto it, or off it. */
    long driveOnNanos() {
        return driveOnNanos;
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
    Change change(StoreAisle from, StoreAisle to) {
        to.expect();
        rack.store.onAisleChange();
        return new Change(this, from, to);
    }

    private double metres(int aisle) {
        return layout.aisleMetres(aisle) - layout.aisleMetres(0);
    }

    private long nanosBetween(int one, int other) {
        return Math.round(Math.abs(metres(one) - metres(other)) / rules.speed().inBaseUnit() * NANOS);
    }

    /** What moves a crane that stands on it at an aisle. */
    CraneAxis axis(Crane crane, StoreAisle aisle) {
        return crane.axis(across, rack.pose().heading(), 0, metres(aisle.number));
    }

    /** Takes a crane across; says how long that takes. */
    long moveTo(CraneAxis crane, Change change) {
        int to = change.to().number;
        long nanos = nanosBetween(change.from().number, to);
        return crane.moveTo(metres(to), way -> Pace.over(way, nanos));
    }

    /** A crane has come to it, which waits until it is there. */
    void await(Crane crane, Change change) {
        waiting.add(new Turn(crane, change));
        serveNext();
    }

    /** A crane has been set down at an aisle. */
    void isFreeAt(StoreAisle aisle) {
        at = aisle.number;
        isTaken = false;
        serveNext();
    }

    private void serveNext() {
        Turn next = isTaken ? null : waiting.poll();
        if (next != null) {
            isTaken = true;
            next.crane.onTransferComes(nanosBetween(at, next.change.from().number));
        }
    }
}
