package rhombic.plant.work;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import rhombic.plant.formula.PieceNeeds;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.OutgoingLinks;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;
import rhombic.plant.piece.Ranking;
import rhombic.study.Rule;
import rhombic.study.kind.AssemblyStation;

/**
 * Joins pieces by a recipe. A base goes to a place and waits there for its parts; parts wait in rooms of their own,
 * one for each type. Whenever something comes, the places that wait are looked at, the longest waiting first.
 */
public final class AssemblyNode extends WorkNode {
    private final AssemblyStation.Method method;
    private final boolean[] isBase;
    private final int partCapacity;
    private final int resultType;
    private final PieceNeeds needs;
    /** Rooms for parts by type; the last one is for parts of any type. */
    private RankedQueue<Piece>[] partQueues = rooms(0, Ranking.BY_AGE);
    /** How many parts wait in each of the rooms; beside each other, since they are all looked at whenever a part comes. */
    private final int[] there;
    /** The spots of parts are these rooms, from this number on. */
    private static final int FIRST_ROOM = SLOT + 1;

    private final int any;
    private final List<BatchStart> waiting = new ArrayList<>();

    /** A place with a base that waits for parts. */
    private record BatchStart(Place place, int[] need) {}

    public AssemblyNode(Flow flow, int index, AssemblyStation station) {
        super(flow, index, station);
        method = station.method();
        partCapacity = station.partCapacity();
        resultType = station.result().isEmpty() ? -1 : flow.types.number(station.result());
        any = flow.types.count();
        isBase = new boolean[any];
        station.bases().forEach(type -> isBase[flow.types.number(type)] = true);
        needs = new PieceNeeds(station.recipe(), flow, scope("recipe"));
        there = new int[any + 1];
    }

    @Override
    protected void connect(OutgoingLinks ways, Ranking ranking) {
        super.connect(ways, ranking);
        partQueues = rooms(any + 1, ranking);
    }

    @SuppressWarnings("unchecked") // an array of generics can't be made otherwise
    private static RankedQueue<Piece>[] rooms(int count, Ranking ranking) {
        RankedQueue<Piece>[] made = new RankedQueue[count];
        Arrays.setAll(made, i -> new RankedQueue<>(ranking));
        return made;
    }

    @Override
    public void updateRanks() {
        super.updateRanks();
        for (RankedQueue<Piece> room : partQueues) {
            room.updateRanks();
        }
    }

    @Override
    protected boolean isWaitingForMore() {
        return tally.content() > 0;
    }

    @Override
    protected boolean waitsByType() {
        return true;
    }

    @Override
    public int spotFor(Way way, Piece piece) {
        if (isBase[piece.type]) {
            return hasSlot(piece) ? SLOT : Claim.NO_SPOT;
        }
        int room = needs.numberOf(piece.type);
        return room >= 0 && there[room] + taker.claimsAt(FIRST_ROOM + room) < partCapacity ? FIRST_ROOM + room : Claim.NO_SPOT;
    }

    @Override
    public void accept(Claim claim, Piece piece) {
        receive(piece);
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        if (!isBase[piece.type]) {
            traceWaits(piece);
            int room = claim.spot() - FIRST_ROOM;
            partQueues[room].add(piece);
            there[room]++;
            startAllReady();
        } else if (hasFreePlace()) {
            traceWaits(piece);
            putBase(useFreePlace(), piece);
        } else {
            toQueue(piece);
        }
        if (piece.rework != null) {
            deferClaims();
        }
    }

    private void putBase(Place place, Piece base) {
        place.load.add(base);
        int[] need = needs.of(base);
        if (hasAll(need)) {
            take(place, need);
            place.begin();
        } else {
            place.gather();
            place.onStanding(base);
            waiting.add(new BatchStart(place, need));
        }
    }

    private void startAllReady() {
        if (method == AssemblyStation.Method.BATCH) {
            int[] need = needs.of(null);
            while (hasFreePlace() && hasAll(need)) {
                startBatch(useFreePlace(), need);
            }
            return;
        }
        for (int i = 0; i < waiting.size(); i++) {
            BatchStart one = waiting.get(i);
            if (hasAll(one.need)) {
                waiting.remove(i--);
                take(one.place, one.need);
                one.place.begin();
            }
        }
    }

    private void startBatch(Place place, int[] need) {
        take(place, need);
        place.begin();
    }

    private boolean hasAll(int[] need) {
        for (int type = 0; type <= any; type++) {
            if (there[type] < need[type]) {
                return false;
            }
        }
        return true;
    }

    private void take(Place place, int[] need) {
        for (int type = 0; type <= any; type++) {
            there[type] -= need[type];
            for (int i = 0; i < need[type]; i++) {
                Piece part = partQueues[type].takeFirst();
                place.load.add(part);
                place.onStanding(part);
            }
        }
        flow.toAgenda(this); // there is room for parts again
    }

    @Override
    protected void fill(Place place) {
        if (method == AssemblyStation.Method.BATCH) {
            int[] need = needs.of(null);
            if (hasAll(need)) {
                startBatch(place, need);
            }
        } else if (!queue.isEmpty()) {
            putBase(place, fromQueue());
        }
    }

    @Override
    protected void complete(Place place) {
        Piece whole;
        int from = 1;
        if (method == AssemblyStation.Method.BATCH) {
            whole = new Piece(resultType);
            flow.census.onMade(whole, index);
            whole.arrivedNanos = flow.now();
            tally.onAppear(flow.now());
            from = 0;
        } else {
            whole = place.load.getFirst();
        }
        for (int i = from; i < place.load.size(); i++) {
            join(place.load.get(i), whole);
        }
        if (method == AssemblyStation.Method.ASSEMBLE && resultType >= 0 && resultType != whole.type) {
            flow.census.setType(whole, resultType, index);
        }
        if (mayNeedRework()) {
            whole.setMade(index);
            whole.madeByPerson = place.lastPerson();
        }
        if (whole.toScrap) {
            scrap(whole);
        } else {
            place.done.out.add(whole);
        }
    }

    private void join(Piece part, Piece whole) {
        tally.onJoin(flow.now());
        part.forgetMaking();
        if (method == AssemblyStation.Method.ASSEMBLE) {
            flow.census.onJoined(part, index);
            return;
        }
        if (whole.load == null) {
            whole.load = new ArrayList<>();
        }
        whole.load.add(part);
        if (flow.trace != null) {
            flow.trace.onto(flow.now(), part.body, index, whole.body);
        }
    }
}
