package rhombic.plant.store;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.plant.crane.AisleCrane;
import rhombic.plant.piece.Piece;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.TransferPoint;

/**
 * What the crane of an aisle has begun, and what it begins next: it takes up what it is to store, as many loads as it has forks, and stores them; then it takes up
 * what it is to fetch, and brings that to the outfeed. What stands before a load is moved aside first.
 */
final class CraneDuty implements AisleCrane.Work {
    /** So many loads are looked at for the shortest cycle, and to find one that can be dug out. */
    private static final int LOOKED_AT = 50;

    private final StoreAisle aisle;
    private final RackNode rack;
    private final RackLayout layout;
    private final Slots slots;
    private final CraneCycles cycles;
    private final CraneCycles.Cycle rule;
    /** Null while none is in the aisle. */
    private @Nullable AisleCrane crane;
    /** What is to be stored in this cycle and has not been yet, the first in front. */
    private final List<Load> storing = new ArrayList<>();
    /** From which infeed. */
    private int storingFrom;
    /** What is to be fetched in this cycle and is not at the outfeed yet. */
    private final List<Load> fetching = new ArrayList<>();
    private final @Nullable Load[] onFork;
    /** What is moved from one lane to another, and where to. */
    private @Nullable Load aside;
    private int asideTo = Slots.NONE;
    private boolean hasStored;
    private boolean hasFetched;
    private boolean fetchesNext;
    /** Cycles since the crane came into the aisle. */
    private int cyclesHere;

    CraneDuty(StoreAisle aisle, RackNode rack, CraneCycles cycles) {
        this.aisle = aisle;
        this.rack = rack;
        this.cycles = cycles;
        layout = rack.layout;
        slots = aisle.slots;
        rule = cycles.rule();
        onFork = new Load[cycles.loads()];
    }

    /** That crane is in the aisle from now on; null: none is. */
    void setCrane(@Nullable AisleCrane now) {
        crane = now;
        cyclesHere = 0;
    }

    boolean isBusy() {
        return !storing.isEmpty() || !fetching.isEmpty() || isOnFork(aside);
    }

    private boolean isOnFork(@Nullable Load load) {
        return load != null && fork(load) >= 0;
    }

    private int fork(@Nullable Load load) {
        for (int i = 0; i < onFork.length; i++) {
            if (onFork[i] == load) {
                return i;
            }
        }
        return -1;
    }

    // ---- where it goes

    private AisleCrane.Stop atLane(Load load, int lane, int place, int fork, boolean isPickUp) {
        int depth = layout.depthOf(place);
        double reach = layout.reachMetres(depth) * (layout.row(lane) == 0 ? -1 : 1);
        AisleCrane.Position slot = aisle.position(lane);
        return new AisleCrane.Stop(List.of(new AisleCrane.Stop.Handled(load.piece, fork)), isPickUp, before(slot, fork), reach, depth);
    }

    /** At the infeed or outfeed all are handled at once: that which goes first with the fork that is nearest to the rack. */
    private AisleCrane.Stop atPoint(List<AisleCrane.Stop.Handled> handled, TransferPoint point, boolean isPickUp) {
        boolean isFront = point.end() == TransferPoint.End.FRONT;
        int nearest = handled.getFirst().fork();
        for (AisleCrane.Stop.Handled one : handled) {
            nearest = isFront ? Math.max(nearest, one.fork()) : Math.min(nearest, one.fork());
        }
        return new AisleCrane.Stop(List.copyOf(handled), isPickUp, before(aisle.position(point), nearest),
                layout.pointReachMetres(isPickUp), 0);
    }

    /** Where the crane stands so that a fork is at a place. */
    private AisleCrane.Position before(AisleCrane.Position place, int fork) {
        return new AisleCrane.Position(place.along() - cycles.forkMetres(fork, layout.bayPitch().inBaseUnit()), place.high());
    }

    private double secondsBetween(int from, int to) {
        return aisle.seconds(aisle.position(from), aisle.position(to));
    }

    @Override
    public AisleCrane.@Nullable Stop next(boolean mayBegin) {
        Load moved = aside;
        if (moved != null && isOnFork(moved)) {
            return atLane(moved, moved.lane, slots.nextPlace(moved.lane), fork(moved), false);
        }
        if (!storing.isEmpty()) {
            Load first = storing.getFirst();
            return isOnFork(first)
                    ? atLane(first, first.lane, slots.nextPlace(first.lane), fork(first), false)
                    : atPoint(fromInfeed(), infeed(), true);
        }
        for (Load load : List.copyOf(fetching)) {
            AisleCrane.Stop there = isOnFork(load) ? null : fetch(load);
            if (there != null) {
                return there;
            }
        }
        if (!fetching.isEmpty()) {
            int outfeed = fetching.getFirst().outfeed;
            return atPoint(
                    fetching.stream().filter(load -> load.outfeed == outfeed)
                            .map(load -> new AisleCrane.Stop.Handled(load.piece, fork(load)))
                            .toList(),
                    rack.outfeeds.get(outfeed), false);
        }
        if (hasStored || hasFetched) {
            rack.store.onCycle(hasStored && hasFetched);
            hasStored = false;
            hasFetched = false;
            cyclesHere++;
        }
        return mayBegin && !isToLeave() && begins() ? next(true) : null;
    }

    // ---- another aisle

    /** Whether it has done enough here, and another aisle waits for a crane. */
    private boolean isToLeave() {
        Transfer by = rack.transfer();
        return by != null && cyclesHere >= by.maxCycles() && by.waitingAisle() != null;
    }

    @Override
    public AisleCrane.@Nullable AisleChange change() {
        Transfer by = rack.transfer();
        StoreAisle to = by == null ? null : by.waitingAisle();
        return by == null || to == null ? null : by.change(aisle, to);
    }

    /** Whether a crane that came would have something to do. */
    boolean isWaiting() {
        for (int i = 0; i < rack.infeeds.size(); i++) {
            Iterator<Load> there = aisle.infeed(i).iterator();
            if (there.hasNext() && rack.hasSlot(there.next())) {
                return true;
            }
        }
        return IntStream.range(0, rack.outfeeds.size()).anyMatch(i -> hasRoom(i) && toFetch(i, Slots.NONE) != null);
    }

    /** They stand one behind the other, away from the rack, as its forks do. */
    private List<AisleCrane.Stop.Handled> fromInfeed() {
        boolean isFront = infeed().end() == TransferPoint.End.FRONT;
        List<AisleCrane.Stop.Handled> all = new ArrayList<>();
        for (int i = 0; i < storing.size(); i++) {
            all.add(new AisleCrane.Stop.Handled(storing.get(i).piece, isFront ? storing.size() - 1 - i : i));
        }
        return all;
    }

    /** To the load, or to what stands before it; null if there is no place for that, and it is left where it is. */
    private AisleCrane.@Nullable Stop fetch(Load load) {
        Load front = slots.front(load.lane);
        assert front != null : "what is fetched is in its lane";
        if (front != load && !fetching.contains(front)) {
            int lane = slots.aside(front, rack.high(front.piece), to -> secondsBetween(front.lane, to));
            if (lane == Slots.NONE) {
                fetching.remove(load);
                rack.onOffer.onNotFetched(load);
                return null;
            }
            aside = front;
            asideTo = lane;
            slots.keep(lane, front.piece.type);
        }
        return atLane(front, front.lane, slots.place(front), fork(null), true);
    }

    // ---- what it begins

    /** Chooses what to store and what to fetch; says whether there is anything. */
    private boolean begins() {
        boolean isSingle = rule == CraneCycles.Cycle.SINGLE;
        chooseToStore();
        if (!isSingle || storing.isEmpty() || fetchesNext) {
            chooseToFetch();
        }
        if (isSingle && !storing.isEmpty() && !fetching.isEmpty()) {
            storing.clear();
        }
        fetchesNext = !storing.isEmpty();
        return !storing.isEmpty() || !fetching.isEmpty();
    }

    /** From the infeed where the one stands in front that came into the rack first, of those for which there is a slot. */
    private void chooseToStore() {
        Load first = null;
        for (int i = 0; i < rack.infeeds.size(); i++) {
            Iterator<Load> there = aisle.infeed(i).iterator();
            Load load = there.hasNext() ? there.next() : null;
            if (load != null && (first == null || load.number < first.number) && rack.findsSlot(load)) {
                first = load;
                storingFrom = i;
            }
        }
        if (first == null) {
            return;
        }
        for (Load load : aisle.infeed(storingFrom)) {
            if (storing.size() == onFork.length || !rack.findsSlot(load)) {
                return;
            }
            storing.add(load);
        }
    }

    private TransferPoint infeed() {
        return rack.infeeds.get(storingFrom);
    }

    private void chooseToFetch() {
        int from = storing.isEmpty() || rule != CraneCycles.Cycle.SHORTEST ? Slots.NONE : storing.getLast().lane;
        while (fetching.size() < onFork.length) {
            Load load = null;
            int to = 0;
            for (int outfeed = 0; outfeed < rack.outfeeds.size(); outfeed++) {
                Load one = hasRoom(outfeed) ? toFetch(outfeed, from) : null;
                if (one != null && (load == null || isBefore(one, outfeed, load, to, from))) {
                    load = one;
                    to = outfeed;
                }
            }
            if (load == null) {
                return;
            }
            load.outfeed = to;
            fetching.add(load);
            rack.onOffer.onToBeFetched(load);
            from = rule == CraneCycles.Cycle.SHORTEST ? load.lane : Slots.NONE;
        }
    }

    private boolean hasRoom(int outfeed) {
        long coming = fetching.stream().filter(load -> load.outfeed == outfeed).count();
        return aisle.outfeedTaken(outfeed) + coming < rack.outfeeds.get(outfeed).capacity();
    }

    /** The load that is fetched next to an outfeed, on the way from a lane; null if there is none. Customer orders are served at the first outfeed. */
    private @Nullable Load toFetch(int outfeed, int from) {
        if (outfeed == 0 && rack.isByOrder()) {
            return best(aisle.asked, outfeed, from, null);
        }
        Stock ripe = aisle.ripe;
        Load best = null;
        for (int type = 0; type < ripe.types(); type++) {
            if (ripe.size(type) > 0 && rack.onOffer.isWanted(outfeed, type, ripe)) {
                best = best(ripe.of(type), outfeed, from, best);
            }
        }
        return best;
    }

    /** The first of them that can be reached, or the one before if that is better; where a cycle is to be short, that which makes it shortest. */
    private @Nullable Load best(Iterable<Load> loads, int outfeed, int from, @Nullable Load before) {
        Load best = before;
        int looked = 0;
        for (Load load : loads) {
            if (looked++ == LOOKED_AT) {
                break;
            }
            boolean isBetter = best == null || isBefore(load, outfeed, best, outfeed, from);
            if (isBetter && canBeReached(load)) {
                best = load;
                if (from == Slots.NONE) {
                    break;
                }
            } else if (from == Slots.NONE && !isBetter) {
                break;
            }
        }
        return best;
    }

    /** Whether the first, brought to its outfeed, goes before the other: by its rank, or, on the way from a lane, since it is nearer. */
    private boolean isBefore(Load one, int oneOutfeed, Load other, int otherOutfeed, int from) {
        return from == Slots.NONE ? Stock.FIRST.compare(one, other) < 0 : added(from, one, oneOutfeed) < added(from, other, otherOutfeed);
    }

    private double added(int from, Load load, int outfeed) {
        return secondsBetween(from, load.lane)
                + aisle.seconds(aisle.position(load.lane), aisle.position(rack.outfeeds.get(outfeed)));
    }

    private boolean canBeReached(Load load) {
        Load front = slots.front(load.lane);
        return front == load || front != null && (fetching.contains(front)
                || slots.aside(front, rack.high(front.piece), to -> secondsBetween(front.lane, to)) != Slots.NONE);
    }

    @Override
    public AisleCrane.@Nullable Position waitsAt() {
        return switch (cycles.dwell()) {
            case STAY -> null;
            case INFEED -> aisle.position(rack.rack.infeed());
            case OUTFEED -> aisle.position(rack.rack.outfeed());
            case MIDDLE -> new AisleCrane.Position(layout.lengthMetres() / 2, layout.heightMetres() / 2);
        };
    }

    // ---- what it has done

    @Override
    public void onPickedUp(Piece piece, int fork) {
        Load load = rack.load(piece);
        onFork[fork] = load;
        rack.seen.rides(load, Objects.requireNonNull(crane, "it is in the aisle").fork(fork));
        if (storing.contains(load)) {
            aisle.leavesInfeed(storingFrom, load);
            return;
        }
        int lane = load.lane;
        slots.takeFront(lane);
        rack.seen.moveAlong(aisle, lane);
        rack.countsStored(load, lane, -1);
        if (load == aside) {
            rack.onOffer.leave(load);
            load.isOnCrane = true;
            load.lane = asideTo;
        } else {
            load.lane = Load.NOWHERE;
            rack.onFetched(load, lane);
            rack.flow.toAgenda(rack);
        }
    }

    @Override
    public void onSetDown(Piece piece) {
        Load load = rack.load(piece);
        onFork[fork(load)] = null;
        if (load == aside) {
            aside = null;
            load.isOnCrane = false;
            slots.put(load);
            rack.seen.comesIn(load);
            rack.countsStored(load, load.lane, 1);
            rack.store.onRelocated();
            rack.onMoved(load);
        } else if (storing.remove(load)) {
            hasStored = true;
            rack.stores(load);
        } else {
            fetching.remove(load);
            hasFetched = true;
            aisle.comesToOutfeed(load);
        }
    }

    @Override
    public void onMove(long travelNanos, long liftNanos) {
        rack.store.onMove(travelNanos, liftNanos);
    }

    @Override
    public void onFork(long nanos) {
        rack.store.onFork(nanos);
    }

    @Override
    public void onDown(boolean isDown) {
        if (crane != null) { // else it is on its way to another aisle
            rack.onDown(aisle, isDown);
        }
    }
}
