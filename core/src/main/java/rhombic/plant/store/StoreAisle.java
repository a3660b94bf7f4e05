package rhombic.plant.store;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.rack.PreZone;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.TransferPoint;

/** One aisle of a rack with its slots, and, where a crane serves it, its infeed and its outfeed. */
final class StoreAisle {
    private final RackNode rack;
    private final RackLayout layout;
    final int number;
    final Slots slots;
    /** Loads that can be fetched and are asked for by nobody. */
    final Stock ripe;
    /** Loads that customer orders ask for, and that the crane has not begun to fetch. */
    final TreeSet<Load> asked = new TreeSet<>(Stock.URGENT_FIRST);
    /** What stands at each infeed, the first in front, and what is on the way there. */
    private final List<Deque<Load>> infeeds = new ArrayList<>();
    private final List<WayInZone> toInfeeds = new ArrayList<>();
    private final List<WayInZone> toPorts = new ArrayList<>();
    /** What the crane has set down at each outfeed and has not left the rack yet. */
    private final List<List<Load>> outfeeds = new ArrayList<>();
    private @Nullable Crane crane;
    private @Nullable CraneDuty duty;
    /** When the crane last set something down at each outfeed, and when that sets out. */
    private final long[] setDownNanos;
    private final long[] outNanos;
    /** How many loads of each type it holds, on the crane and at both ends too; of all types. */
    private final int[] ofType;
    private int loads;
    StoreAisle(RackNode rack, int number) {
        this.rack = rack;
        this.number = number;
        layout = rack.layout;
        slots = new Slots(layout, rack.rack.storing(), rack::secondsFromInfeed, rack.kilograms());
        PreZone zone = rack.rack.preZone();
        for (int i = 0; i < rack.infeeds.size(); i++) {
            int infeed = i;
            infeeds.add(new ArrayDeque<>());
            toInfeeds.add(new WayInZone(rack, rack.seen.places.toInfeed(i, number), zone.in(i, number), load -> arrive(infeed, load)));
        }
        for (int i = 0; i < rack.outfeeds.size(); i++) {
            outfeeds.add(new ArrayList<>());
            toPorts.add(new WayInZone(rack, rack.seen.places.fromOutfeed(i, number), zone.out(i, number), rack::waitsAtPort));
        }
        setDownNanos = new long[outfeeds.size()];
        outNanos = new long[outfeeds.size()];
        ripe = new Stock(rack.flow.types.count());
        ofType = new int[rack.flow.types.count()];
    }

    void install(Crane newCrane) {
        crane = newCrane;
        CraneDuty does = new CraneDuty(this, rack, newCrane);
        duty = does;
        Pose middle = rack.pose().of(Pose.at(-layout.lengthMetres() / 2, layout.aisleMetres(number), 0, 0));
        double high = Stream.concat(rack.infeeds.stream(), rack.outfeeds.stream()).mapToDouble(TransferPoint::heightMetres)
                .reduce(layout.heightMetres(), Math::max);
        newCrane.install(does, middle, layout.lengthMetres(), high, layout.reachMetres(layout.depth() - 1) + 1,
                layout.bayPitch().inBaseUnit(), position(rack.rack.infeed()));
    }

    @Nullable
    Crane crane() {
        return crane;
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
        Crane one = crane;
        return one != null && one.isDown();
    }

    boolean isBusy() {
        CraneDuty does = duty;
        return infeeds.stream().anyMatch(one -> !one.isEmpty()) || toInfeeds.stream().anyMatch(one -> one.size() > 0)
                || toPorts.stream().anyMatch(one -> one.size() > 0)
                || !asked.isEmpty() || does != null && does.isBusy();
    }

    // ---- where that is

    /** Metres from the front of the rack. */
    private double along(TransferPoint point) {
        return point.end() == TransferPoint.End.FRONT ? -point.offsetMetres() : layout.lengthMetres() + point.offsetMetres();
    }

    Crane.Position position(TransferPoint point) {
        return new Crane.Position(along(point), point.heightMetres());
    }

    Crane.Position position(int lane) {
        return new Crane.Position(layout.bayMetres(layout.bay(lane)), layout.levelMetres(layout.level(lane)));
    }

    double seconds(Crane.Position from, Crane.Position to) {
        Crane one = crane;
        assert one != null : "only a crane takes time";
        return one.driving().seconds(to.along() - from.along(), to.high() - from.high());
    }

    // ---- the infeed and the outfeed

    /** How many loads stand at an infeed or are on the way to it. */
    int atInfeed(int infeed) {
        return infeeds.get(infeed).size() + toInfeeds.get(infeed).size();
    }

    /** A load has come, for which a place is kept in a lane; it sets out for the infeed in so long. */
    void come(Load load, int infeed, long inNanos) {
        toInfeeds.get(infeed).begin(load, inNanos);
    }

    private void arrive(int infeed, Load load) {
        Deque<Load> there = infeeds.get(infeed);
        there.add(load);
        rack.seen.stands(load, rack.seen.places.infeed(infeed, number, there.size() - 1));
        rack.flow.toAgenda(rack);
    }

    /** What stands at an infeed, the first in front. */
    Iterable<Load> infeed(int infeed) {
        return infeeds.get(infeed);
    }

    /** The crane has taken it up. */
    void leavesInfeed(int infeed, Load load) {
        Deque<Load> there = infeeds.get(infeed);
        there.remove(load);
        int place = 0;
        for (Load behind : there) {
            rack.seen.stands(behind, rack.seen.places.infeed(infeed, number, place++));
        }
        rack.flow.toAgenda(rack);
    }

    /** Loads that the crane has set down at an outfeed and that have not left the rack yet. */
    int outfeedTaken(int outfeed) {
        return outfeeds.get(outfeed).size();
    }

    /** The crane has set it down; where several come at once, they set out one after the other. */
    void comesToOutfeed(Load load) {
        int at = load.outfeed;
        outfeeds.get(at).add(load);
        long now = rack.flow.now();
        long before = setDownNanos[at] == now ? outNanos[at] + rack.headwayNanos() : outNanos[at];
        setDownNanos[at] = now;
        outNanos[at] = Math.max(now, before);
        toPorts.get(at).begin(load, outNanos[at] - now);
    }

    /** A load that came from here has left the rack. */
    void onGone(Load load) {
        outfeeds.get(load.outfeed).remove(load);
    }

    void wake() {
        Crane one = crane;
        if (one != null) {
            one.wake();
        }
    }
}
