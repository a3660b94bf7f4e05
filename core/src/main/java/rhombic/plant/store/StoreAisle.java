package rhombic.plant.store;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.plant.crane.AisleCrane;
import rhombic.space.Pose;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.PreZone;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.TransferPoint;

/** One aisle of a rack with its slots, and, where a crane serves it, its infeeds and its outfeeds. */
final class StoreAisle {
    private final RackNode rack;
    private final RackLayout layout;
    final int number;
    final Slots slots;
    /** Loads that can be fetched and are asked for by nobody. */
    final Stock ripe;
    /** Loads that customer orders ask for, and that the crane has not begun to fetch. */
    final TreeSet<Load> asked = new TreeSet<>(Stock.URGENT_FIRST);
    private final List<In> infeeds = new ArrayList<>();
    private final List<Out> outfeeds = new ArrayList<>();
    /** The crane that is in it; null if none is. */
    private @Nullable AisleCrane crane;
    /** What cranes do in it; null: none ever comes. */
    private @Nullable CraneDuty duty;
    private boolean isExpected;
    /** When the last crane left it. */
    private long leftNanos;
    /** How many loads of each type it holds, on the crane and at both ends too; of all types. */
    private final int[] ofType;
    private int loads;

    /** An infeed: what stands there, the first in front, and what is on the way to it. */
    private record In(Deque<Load> loads, WayInZone way) {}

    /** An outfeed. */
    private static final class Out {
        /** What the crane has set down there and has not left the rack yet. */
        final List<Load> loads = new ArrayList<>();
        final WayInZone toPort;
        /** When the crane last set something down, and when that sets out. */
        long setDownNanos;
        long outNanos;

        Out(WayInZone toPort) {
            this.toPort = toPort;
        }
    }

    StoreAisle(RackNode rack, int number) {
        this.rack = rack;
        this.number = number;
        layout = rack.layout;
        slots = new Slots(layout, rack.rack.storing(), rack::secondsFromInfeed, rack.kilograms());
        PreZone zone = rack.rack.preZone();
        for (int i = 0; i < rack.infeeds.size(); i++) {
            int infeed = i;
            infeeds.add(new In(new ArrayDeque<>(),
                    new WayInZone(rack, rack.seen.places.toInfeed(i, number), zone.in(i, number), load -> arrive(infeed, load))));
        }
        for (int i = 0; i < rack.outfeeds.size(); i++) {
            outfeeds.add(new Out(new WayInZone(rack, rack.seen.places.fromOutfeed(i, number), zone.out(i, number), rack::waitsAtPort)));
        }
        ripe = new Stock(rack.flow.types.count());
        ofType = new int[rack.flow.types.count()];
    }

    /** Cranes that work like that come into it. */
    void serveBy(CraneCycles cycles) {
        duty = new CraneDuty(this, rack, cycles);
    }

    /** That crane is in it when the run begins. */
    void install(AisleCrane newCrane) {
        setCrane(newCrane);
        double high = Stream.concat(rack.infeeds.stream(), rack.outfeeds.stream()).mapToDouble(TransferPoint::heightMetres)
                .reduce(layout.heightMetres(), Math::max);
        newCrane.install(place(), high, layout.reachMetres(layout.depth() - 1) + 1,
                layout.bayPitch().inBaseUnit(), position(rack.rack.infeed()));
    }

    /** Where a crane works in it. */
    AisleCrane.Place place() {
        return new AisleCrane.Place(Objects.requireNonNull(duty, "no crane ever comes into it"),
                rack.pose().of(Pose.at(-layout.lengthMetres() / 2, layout.aisleMetres(number), 0, 0)), layout.lengthMetres());
    }

    private void setCrane(@Nullable AisleCrane now) {
        crane = now;
        if (duty != null) {
            duty.setCrane(now);
        }
    }

    /** Whether a crane is in it, or comes into it now and then. */
    boolean isServed() {
        return duty != null;
    }

    // ---- cranes that come and go

    /** A crane has set out for it. */
    void expect() {
        isExpected = true;
    }

    void comes(AisleCrane to) {
        isExpected = false;
        setCrane(to);
    }

    void isLeft() {
        leftNanos = rack.flow.now();
        setCrane(null);
    }

    long leftNanos() {
        return leftNanos;
    }

    /** Whether something is to be done in it, and no crane is there or on its way. */
    boolean waitsForCrane() {
        return crane == null && !isExpected && duty != null && duty.isWaiting();
    }

    int loads() {
        return loads;
    }

    int loads(int type) {
        return ofType[type];
    }

    /** That many more of a type are in it. */
    void count(int type, int more) {
        loads += more;
        ofType[type] += more;
    }

    boolean isDown() {
        AisleCrane one = crane;
        return one != null && one.isDown();
    }

    boolean isBusy() {
        CraneDuty does = duty;
        return IntStream.range(0, infeeds.size()).anyMatch(i -> atInfeed(i) > 0) || outfeeds.stream().anyMatch(one -> one.toPort.size() > 0)
                || !asked.isEmpty() || does != null && does.isBusy();
    }

    // ---- where that is

    /** Metres from the front of the rack. */
    private double along(TransferPoint point) {
        return point.end() == TransferPoint.End.FRONT ? -point.offsetMetres() : layout.lengthMetres() + point.offsetMetres();
    }

    AisleCrane.Position position(TransferPoint point) {
        return new AisleCrane.Position(along(point), point.heightMetres());
    }

    AisleCrane.Position position(int lane) {
        return new AisleCrane.Position(layout.bayMetres(layout.bay(lane)), layout.levelMetres(layout.level(lane)));
    }

    double seconds(AisleCrane.Position from, AisleCrane.Position to) {
        return rack.driving().seconds(to.along() - from.along(), to.high() - from.high());
    }

    // ---- the infeed and the outfeed

    /** How many loads stand at an infeed or are on the way to it. */
    int atInfeed(int infeed) {
        return infeeds.get(infeed).loads.size() + infeeds.get(infeed).way.size();
    }

    /** A load has come, for which a place is kept in a lane; it sets out for the infeed in so long. */
    void come(Load load, int infeed, long inNanos) {
        infeeds.get(infeed).way.begin(load, inNanos);
    }

    private void arrive(int infeed, Load load) {
        Deque<Load> there = infeeds.get(infeed).loads;
        there.add(load);
        rack.seen.stands(load, rack.seen.places.infeed(infeed, number, there.size() - 1));
        rack.flow.toAgenda(rack);
    }

    /** What stands at an infeed, the first in front. */
    Iterable<Load> infeed(int infeed) {
        return infeeds.get(infeed).loads;
    }

    /** The crane has taken it up. */
    void leavesInfeed(int infeed, Load load) {
        Deque<Load> there = infeeds.get(infeed).loads;
        there.remove(load);
        int place = 0;
        for (Load behind : there) {
            rack.seen.stands(behind, rack.seen.places.infeed(infeed, number, place++));
        }
        rack.flow.toAgenda(rack);
    }

    /** Loads that the crane has set down at an outfeed and that have not left the rack yet. */
    int outfeedTaken(int outfeed) {
        return outfeeds.get(outfeed).loads.size();
    }

    /** The crane has set it down; where several come at once, they set out one after the other. */
    void comesToOutfeed(Load load) {
        Out at = outfeeds.get(load.outfeed);
        at.loads.add(load);
        long now = rack.flow.now();
        long before = at.setDownNanos == now ? at.outNanos + rack.headwayNanos() : at.outNanos;
        at.setDownNanos = now;
        at.outNanos = Math.max(now, before);
        at.toPort.begin(load, at.outNanos - now);
    }

    /** A load that came from here has left the rack. */
    void onGone(Load load) {
        outfeeds.get(load.outfeed).loads.remove(load);
    }

    void wake() {
        AisleCrane one = crane;
        if (one != null) {
            one.wake();
        }
    }
}
