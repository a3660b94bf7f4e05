package rhombic.plant.goods;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.formula.FormulaException;
import rhombic.kernel.Event;
import rhombic.measure.tally.Tally;
import rhombic.plant.activity.Activity;
import rhombic.plant.activity.Hold;
import rhombic.plant.formula.PieceNeeds;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Maintenance;
import rhombic.plant.handover.Node;
import rhombic.plant.piece.Piece;
import rhombic.quantity.Quantity;
import rhombic.study.Rule;
import rhombic.study.kind.GoodsIn;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.MixPart;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;

/** Pieces enter here: at drawn times, by a timetable, all at the start, or whenever somebody can take one. */
public final class GoodsInNode extends Node {
    private final boolean onDemand;
    private final boolean isRejecting;
    private final long maxPieces;
    private final Supply supply;
    private final List<MixPart> mix;
    private final UniformRandomProvider mixChance;
    private final int[] mixTypes;
    private final double[] mixUpTo;
    private final GoodsInGiver giver;
    /** What is on each load carrier; null: nothing. */
    private final @Nullable PieceNeeds load;
    /** When pieces come at drawn times; null if they do not. */
    private @Nullable Activity arrivals;
    private int stops;
    private long supplied;
    /** Whether more may come by itself. */
    private boolean isExpecting;
    private EquipmentState unitState = EquipmentState.STARVED;

    public GoodsInNode(Flow flow, int index, GoodsIn goodsIn, Supply supply) {
        super(flow, index, goodsIn, new Tally(1));
        this.supply = supply;
        onDemand = supply instanceof Supply.OnDemand;
        giver = new GoodsInGiver(this, onDemand);
        isRejecting = goodsIn.whenFull() == GoodsIn.WhenFull.REJECT && !onDemand;
        maxPieces = goodsIn.maxPieces().isPresent() ? goodsIn.maxPieces().getAsInt() : Long.MAX_VALUE;
        load = goodsIn.brings() ? new PieceNeeds(goodsIn.load(), flow, scope("load")) : null;
        mix = goodsIn.mix().stream().filter(part -> part.weight() > 0).toList();
        mixChance = flow.stream(goodsIn.id(), Purpose.MIX);
        mixTypes = new int[mix.size()];
        mixUpTo = new double[mix.size()];
        for (int i = 0; i < mixTypes.length; i++) {
            mixTypes[i] = flow.types.number(mix.get(i).type());
            mixUpTo[i] = mix.get(i).weight() + (i == 0 ? 0 : mixUpTo[i - 1]);
        }
    }

    @Override
    protected void begin() {
        noteWaiting();
        switch (supply) {
            case Supply.OnDemand() -> flow.toAgenda(this);
            case Supply.Spaced spaced -> beginSpaced(spaced);
            case Supply.AtStart stock -> {
                if (isRejecting) {
                    flow.afterwards(name(), () -> beginStock(stock)); // what is offered at once is offered when all others have begun too
                } else {
                    beginStock(stock);
                }
            }
            case Supply.ByTimetable table -> new TimetableArrivals(table.timetable()).scheduleFirst();
        }
    }

    private void beginSpaced(Supply.Spaced spaced) {
        TimeSampler between = spaced.interarrival().onlySampler(flow.stream(id(), Purpose.ARRIVAL));
        arrivals = new Activity(flow.simulator) {
            @Override
            protected void passes(long nanos) {}

            @Override
            protected void ends() {
                for (int i = 0; i < spaced.pieces() && supplied < maxPieces; i++) {
                    bring(new Piece(drawType()));
                }
                isExpecting = supplied < maxPieces;
                if (isExpecting) {
                    start(between.nextNanos());
                }
                attendSoon();
            }
        };
        isExpecting = true;
        arrivals.start(spaced.firstArrival().map(Quantity::nanos).orElseGet(between::nextNanos));
    }

    /** While it stands still, the time between arrivals does not pass. */
    @Override
    public void setHeld(Hold reason, boolean on, boolean gates) {
        super.setHeld(reason, on, gates);
        Activity coming = arrivals;
        stops += on ? 1 : -1;
        if (coming != null && on && stops == 1) {
            coming.pause();
        } else if (coming != null && stops == 0) {
            coming.resume();
        }
    }

    /** The stock is not left to chance: of each type its part, the largest remainders rounded up. */
    private void beginStock(Supply.AtStart stock) {
        double sum = mix.stream().mapToDouble(MixPart::weight).sum();
        double[] due = new double[mix.size()];
        for (int n = 0; n < stock.pieces() && supplied < maxPieces; n++) {
            int next = 0;
            for (int i = 0; i < due.length; i++) {
                due[i] += mix.get(i).weight() / sum;
                next = due[i] > due[next] ? i : next;
            }
            due[next]--;
            bring(new Piece(flow.types.number(mix.get(next).type())));
        }
        flow.toAgenda(this);
    }

    /** Works through the rows in order of time, again and again. */
    private final class TimetableArrivals extends Event {
        private final List<Timetable.Row> rows;
        private final long periodNanos;
        private final double startSeconds;
        private int next;
        private long round;

        TimetableArrivals(Timetable table) {
            List<Timetable.Row> sorted = new ArrayList<>(table.rows());
            sorted.sort(Comparator.comparingDouble(Timetable.Row::atSeconds));
            rows = sorted;
            double midnight = flow.start.toLocalTime().toNanoOfDay() / 1e9;
            startSeconds = switch (table.repeat()) {
                case ONCE -> 0;
                case DAILY -> midnight;
                case WEEKLY -> (flow.start.getDayOfWeek().getValue() - 1) * 86_400.0 + midnight;
            };
            periodNanos = table.repeat() == Timetable.Repeat.ONCE ? 0 : table.repeat().periodSeconds() * 1_000_000_000L;
        }

        void scheduleFirst() {
            while (next < rows.size() && rows.get(next).atSeconds() < startSeconds) {
                next++;
            }
            scheduleNext();
        }

        private void scheduleNext() {
            if (next == rows.size() && periodNanos > 0) {
                next = 0;
                round++;
            }
            isExpecting = next < rows.size() && supplied < maxPieces;
            if (isExpecting) {
                long at = Math.round((rows.get(next).atSeconds() - startSeconds) * 1e9) + round * periodNanos;
                flow.simulator.schedule(this, Math.max(0, at - flow.now()));
            }
        }

        @Override
        protected void occur() {
            Timetable.Row row = rows.get(next++);
            for (int i = 0; i < row.quantity() && supplied < maxPieces; i++) {
                Piece piece = new Piece(flow.types.number(row.type()));
                for (Map.Entry<String, Value> attribute : row.attributes().entrySet()) {
                    if (!flow.types.set(piece, flow.types.slot(attribute.getKey()), attribute.getValue().asObject())) {
                        throw scope("timetable").problem(new FormulaException("Its timetable sets \u201c" + attribute.getKey()
                                + "\u201d to \u201c" + attribute.getValue() + "\u201d, but pieces of type "
                                + row.type() + " have no such attribute of that kind: add it to the type"), piece);
                    }
                }
                bring(piece);
            }
            scheduleNext();
            attendSoon();
        }
    }

    private void attendSoon() {
        flow.toAgenda(this);
        flow.settle();
    }

    /** Pieces that a rule creates. */
    public void create(int type, int pieces) {
        for (int i = 0; i < pieces; i++) {
            bring(new Piece(type));
        }
        flow.toAgenda(this);
    }

    private void bring(Piece piece) {
        supplied++;
        if (!isRejecting) {
            enter(piece);
            giver.add(piece);
        } else if (!giver.offerOnce(piece)) {
            reject();
        }
    }

    /** A piece is turned away. */
    void reject() {
        tally.onRejected();
        if (flow.trace != null) {
            flow.trace.rejected(flow.now(), index);
        }
    }

    /** A piece comes in. */
    void enter(Piece piece) {
        bringIn(piece);
        tally.onEnter(flow.now());
        notifyRules(Rule.PieceEvent.ENTERS, piece);
    }

    /** A piece comes in and goes on at once; nothing listens, and nothing counts what comes through. */
    void bringThrough(Piece piece) {
        bringIn(piece);
        tally.onShortStay();
        touchedNanos = flow.now();
    }

    private void bringIn(Piece piece) {
        flow.census.onEnter(piece, index);
        if (load != null && flow.types.isLoadCarrier(piece.type)) {
            load(piece, load);
        }
    }

    /** What a load carrier brings comes in with it. */
    private void load(Piece carrier, PieceNeeds brought) {
        int[] counts = brought.of(carrier);
        for (int type = 0; type < brought.any(); type++) {
            for (int i = 0; i < counts[type]; i++) {
                Piece piece = new Piece(type);
                flow.census.onBrought(piece, index, carrier);
                ArrayList<Piece> there = carrier.load == null ? new ArrayList<>() : carrier.load;
                there.add(piece);
                carrier.load = there;
            }
        }
    }

    int drawType() {
        if (mixTypes.length == 1) {
            return mixTypes[0];
        }
        double u = mixChance.nextDouble() * mixUpTo[mixUpTo.length - 1];
        int at = 0;
        while (at < mixTypes.length - 1 && u >= mixUpTo[at]) {
            at++;
        }
        return mixTypes[at];
    }

    @Override
    public void attend() {
        if (isRejecting) {
            return;
        }
        giver.offerNext();
        noteWaiting(); // now, so that nothing is said to be blocked that goes on in the instant in which it comes
    }

    // ---- what its giver tells and asks

    /** How many pieces it may still bring; less than 0 if rules have created more. */
    int stillToCome() {
        return (int) Math.min(Integer.MAX_VALUE, maxPieces - supplied);
    }

    void countSupplied(int pieces) {
        supplied += pieces;
    }

    /** More pieces wait than are on offer. */
    void onMoreComing() {
        onMoreWaiting();
    }

    /** A piece has gone on. */
    void onGone(Piece piece) {
        touchedNanos = flow.now();
        countCycles(1);
        tally.onLeave(flow.now(), flow.now() - piece.arrivedNanos);
        notifyRules(Rule.PieceEvent.LEAVES, piece);
    }

    @Override
    protected boolean isAtWork() {
        return giver.isEmpty() && (isExpecting || onDemand && supplied < maxPieces);
    }

    @Override
    protected void onMaintenanceChanged() {
        noteWaiting();
    }

    /** Shows what it does. */
    void noteWaiting() {
        Maintenance kept = maintenance;
        EquipmentState keeps = kept == null ? null : kept.state();
        EquipmentState now = keeps != null
                ? keeps
                : !giver.isWaiting() && !giver.isFetchAwaited()
                        ? EquipmentState.WORKING
                        : giver.isFetchAwaited() || giver.isToBeFetched()
                                ? EquipmentState.WAITING_FOR_CREW
                                : EquipmentState.BLOCKED;
        if (now != unitState) {
            tally.states().change(flow.now(), unitState, now);
            unitState = now;
        }
        noteState(now);
    }
}
