package rhombic.plant.store;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.TransferPoint;

/** One aisle of a rack with its slots, and, where a crane serves it, its infeed, its outfeed, and what the crane has begun. */
final class StoreAisle implements Crane.Work {
    /** So many loads are looked at for the shortest cycle, and to find one that can be dug out. */
    private static final int LOOKED_AT = 50;
    private final RackNode rack;
    private final RackLayout layout;
    final int number;
    final Slots slots;
    /** Loads that can be fetched and are asked for by nobody. */
    final Stock ripe;
    /** Loads that customer orders ask for, and that the crane has not begun to fetch. */
    final TreeSet<Load> asked = new TreeSet<>(Stock.URGENT_FIRST);
    private final Deque<Load> infeed = new ArrayDeque<>();
    private final WayInZone toInfeed;
    private final WayInZone toPort;
    /** What the crane has set down and has not left the rack yet. */
    private final List<Load> outfeed = new ArrayList<>();
    private @Nullable Crane crane;
    private CraneCycles.@Nullable Cycle rule;
    private CraneCycles.@Nullable Dwell dwell;
    /** How many loads of each type it holds, on the crane and at both ends too; of all types. */
    private final int[] ofType;
    private int loads;
    private int outfeedKept;

    // what the crane has begun
    private @Nullable Load storing;
    private @Nullable Load fetching;
    private @Nullable Load carried;
    private boolean isAside;
    private int asideTo = Slots.NONE;
    private boolean hasStored;
    private boolean hasFetched;
    private boolean fetchesNext;

    StoreAisle(RackNode rack, int number) {
        this.rack = rack;
        this.number = number;
        layout = rack.layout;
        slots = new Slots(layout, rack.rack.storing(), rack::secondsFromInfeed, rack.kilograms());
        toInfeed = new WayInZone(rack, number, true, this::arrive);
        toPort = new WayInZone(rack, number, false, rack::waitsAtPort);
        ripe = new Stock(rack.flow.types.count());
        ofType = new int[rack.flow.types.count()];
    }

    void install(Crane newCrane) {
        crane = newCrane;
        rule = newCrane.cycles().rule();
        dwell = newCrane.cycles().dwell();
        Pose middle = rack.pose().of(Pose.at(-layout.lengthMetres() / 2, layout.aisleMetres(number), 0, 0));
        double high = Math.max(layout.heightMetres(), Math.max(rack.rack.infeed().heightMetres(), rack.rack.outfeed().heightMetres()));
        newCrane.install(this, middle, layout.lengthMetres(), high, layout.reachMetres(layout.depth() - 1) + 1,
                position(rack.rack.infeed()));
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
        return atInfeed() > 0 || toPort.size() > 0 || !asked.isEmpty() || carried != null || storing != null || fetching != null;
    }

    // ---- where that is

    /** Metres from the front of the rack. */
    private double along(TransferPoint point) {
        return point.end() == TransferPoint.End.FRONT ? -point.offsetMetres() : layout.lengthMetres() + point.offsetMetres();
    }

    private Crane.Position position(TransferPoint point) {
        return new Crane.Position(along(point), point.heightMetres());
    }

    private Crane.Position position(int lane) {
        return new Crane.Position(layout.bayMetres(layout.bay(lane)), layout.levelMetres(layout.level(lane)));
    }

    private double seconds(Crane.Position from, Crane.Position to) {
        Crane one = crane;
        assert one != null : "only a crane takes time";
        return one.driving().seconds(to.along() - from.along(), to.high() - from.high());
    }

    private double secondsBetween(int from, int to) {
        return seconds(position(from), position(to));
    }

    private Stop atPoint(Load load, TransferPoint point, boolean isPickUp) {
        return new Stop(load, isPickUp, position(point), layout.pointReachMetres(isPickUp), 0);
    }

    private Stop atLane(Load load, int lane, int place, boolean isPickUp) {
        int depth = layout.depthOf(place);
        double reach = layout.reachMetres(depth) * (layout.row(lane) == 0 ? -1 : 1);
        return new Stop(load, isPickUp, position(lane), reach, depth);
    }

    // ---- the infeed and the outfeed

    /** How many loads stand at the infeed or are on the way to it. */
    int atInfeed() {
        return infeed.size() + toInfeed.size();
    }

    /** A load has come, for which a place is kept in a lane; it sets out for the infeed in so long. */
    void come(Load load, long inNanos) {
        toInfeed.begin(load, inNanos);
    }

    private void arrive(Load load) {
        infeed.add(load);
        rack.stands(load, rack.places.infeed(number, infeed.size() - 1));
        rack.flow.toAgenda(rack);
    }

    /** A load that came from here has left the rack. */
    void onGone(Load load) {
        outfeed.remove(load);
    }

    void wake() {
        Crane one = crane;
        if (one != null) {
            one.wake();
        }
    }

    // ---- what the crane does next

    @Override
    public @Nullable Stop next(boolean mayBegin) {
        Load inHand = carried;
        if (inHand != null) {
            return isAside || inHand == storing
                    ? atLane(inHand, inHand.lane, slots.nextPlace(inHand.lane), false)
                    : atPoint(inHand, rack.rack.outfeed(), false);
        }
        Load first = storing;
        if (first != null) {
            return atPoint(first, rack.rack.infeed(), true);
        }
        Load second = fetching;
        if (second != null) {
            Stop dug = fetch(second);
            if (dug != null) {
                return dug;
            }
        }
        if (hasStored || hasFetched) {
            rack.store.onCycle(hasStored && hasFetched);
            hasStored = false;
            hasFetched = false;
        }
        return mayBegin && begins() ? next(true) : null;
    }

    /** To the load, or to what stands before it; null if there is no place for that, and it is left where it is. */
    private @Nullable Stop fetch(Load load) {
        Load front = slots.front(load.lane);
        assert front != null : "what is fetched is in its lane";
        if (front != load) {
            int lane = slots.aside(front, rack.high(front.piece), to -> secondsBetween(front.lane, to));
            if (lane == Slots.NONE) {
                outfeedKept--;
                fetching = null;
                rack.onOffer.onNotFetched(load);
                return null;
            }
            isAside = true;
            asideTo = lane;
            slots.keep(lane, front.piece.type);
        }
        return atLane(front, front.lane, slots.place(front), true);
    }

    /** Chooses what to store and what to fetch; says whether there is anything. */
    private boolean begins() {
        Load first = infeed.peek();
        Load in = first != null && rack.findsSlot(first) ? first : null;
        Load out = hasRoomAtOutfeed() ? toFetch(in) : null;
        if (rule == CraneCycles.Cycle.SINGLE && in != null && out != null) {
            in = fetchesNext ? null : in;
            out = fetchesNext ? out : null;
        }
        storing = in;
        fetching = out;
        fetchesNext = in != null;
        if (out != null) {
            outfeedKept++;
            rack.onOffer.onToBeFetched(out);
        }
        return in != null || out != null;
    }

    private boolean hasRoomAtOutfeed() {
        return outfeed.size() + outfeedKept < rack.rack.outfeed().capacity();
    }

    /** The load that is fetched next, after storing the other if there is one; null if there is none. */
    private @Nullable Load toFetch(@Nullable Load in) {
        int from = in == null || rule != CraneCycles.Cycle.SHORTEST ? Slots.NONE : in.lane;
        if (rack.isByOrder()) {
            return best(asked, from, null);
        }
        Load best = null;
        for (int type = 0; type < ripe.types(); type++) {
            if (ripe.size(type) > 0 && rack.onOffer.isWanted(type, ripe)) {
                best = best(ripe.of(type), from, best);
            }
        }
        return best;
    }

    /** The first of them that can be reached, or the one before if that is better; where a cycle is to be short, that which makes it shortest. */
    private @Nullable Load best(Iterable<Load> loads, int from, @Nullable Load before) {
        Load best = before;
        int looked = 0;
        for (Load load : loads) {
            if (looked++ == LOOKED_AT) {
                break;
            }
            boolean isBetter = best == null
                    || (from == Slots.NONE ? Stock.FIRST.compare(load, best) < 0 : added(from, load) < added(from, best));
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

    private double added(int from, Load load) {
        return secondsBetween(from, load.lane) + seconds(position(load.lane), position(rack.rack.outfeed()));
    }

    private boolean canBeReached(Load load) {
        Load front = slots.front(load.lane);
        return front == load
                || front != null && slots.aside(front, rack.high(front.piece), to -> secondsBetween(front.lane, to)) != Slots.NONE;
    }

    @Override
    public Crane.@Nullable Position waitsAt() {
        CraneCycles.Dwell where = dwell;
        if (where == null) {
            return null;
        }
        return switch (where) {
            case STAY -> null;
            case INFEED -> position(rack.rack.infeed());
            case OUTFEED -> position(rack.rack.outfeed());
            case MIDDLE -> new Crane.Position(layout.lengthMetres() / 2, layout.heightMetres() / 2);
        };
    }

    // ---- what the crane has done

    @Override
    public void onPickedUp(Load load) {
        Crane one = crane;
        assert one != null : "a crane has picked up";
        carried = load;
        rack.rides(load, one.fork());
        if (load == storing) {
            infeed.remove();
            int place = 0;
            for (Load behind : infeed) {
                rack.stands(behind, rack.places.infeed(number, place++));
            }
            rack.flow.toAgenda(rack);
            return;
        }
        int lane = load.lane;
        slots.takeFront(lane);
        rack.moveAlong(this, lane);
        rack.countsStored(load, lane, -1);
        if (isAside) {
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
    public void onSetDown(Load load) {
        carried = null;
        if (isAside) {
            isAside = false;
            load.isOnCrane = false;
            slots.put(load);
            rack.standsInFront(load);
            rack.countsStored(load, load.lane, 1);
            rack.store.onRelocated();
            rack.onMoved(load);
        } else if (load == storing) {
            storing = null;
            hasStored = true;
            rack.stores(load);
        } else {
            fetching = null;
            hasFetched = true;
            outfeedKept--;
            outfeed.add(load);
            toPort.begin(load, 0);
        }
    }

    @Override
    public void onDown(boolean isDown) {
        rack.onDown(this, isDown);
    }
}
