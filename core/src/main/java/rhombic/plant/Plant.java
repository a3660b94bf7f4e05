package rhombic.plant;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.RandomStreams;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.measure.TypeTally;
import rhombic.measure.WholeTally;
import rhombic.quantity.Clock;
import rhombic.quantity.Quantity;
import rhombic.study.Buffer;
import rhombic.study.Equipment;
import rhombic.study.GoodsIn;
import rhombic.study.GoodsOut;
import rhombic.study.Link;
import rhombic.study.Problem;
import rhombic.study.Station;
import rhombic.study.Study;
import rhombic.study.StudyCheck;
import rhombic.study.Supply;
import rhombic.trace.TraceWriter;

/**
 * A plant built from a study, to run once from zero. Equipment with errors stands idle, the rest runs. Not for use by
 * several threads.
 */
public final class Plant {
    /** Steps at one instant after which the plant is taken for endless. */
    static final int MOST_STEPS_AT_ONCE = 20_000_000;

    private static final int STEPS_NAMED = 64;
    private static final int EVENTS_BETWEEN_CANCEL_CHECKS = 1024;
    private static final int WARM_UP_PRIORITY = Simulator.LAST_PRIORITY;

    final Simulator simulator = new Simulator();
    final @Nullable TraceWriter trace;

    private final List<Node> nodes = new ArrayList<>();
    private final List<String> typeNames;
    private final TypeTally[] types;
    private final WholeTally whole = new WholeTally();
    private final int replication;
    private final long seed;
    private @Nullable Node agendaFirst;
    private @Nullable Node agendaLast;
    private int nextPiece;
    private long stepsInstant = -1;
    private int stepsAtInstant;
    private final Set<String> busiest = new LinkedHashSet<>();

    private Plant(Study study, long seed, int replication, @Nullable TraceWriter trace) {
        this.trace = trace;
        this.seed = seed;
        this.replication = replication;
        typeNames = study.pieceTypes().stream().map(rhombic.study.PieceType::name).toList();
        types = new TypeTally[typeNames.size()];
        for (int i = 0; i < types.length; i++) {
            types[i] = new TypeTally();
        }
    }

    /**
     * Builds the plant as the study's plan has it.
     *
     * @param replication counted from 1
     * @param trace to write to; null to write nothing, at no cost
     */
    public static Plant build(Study study, int replication, @Nullable TraceWriter trace) {
        Plant plant = new Plant(study, study.plan().seed(), replication, trace);
        Set<String> broken = StudyCheck.of(study).stream().filter(Problem::isError).map(Problem::place).collect(Collectors.toSet());
        RandomStreams streams = new RandomStreams(study.plan().seed(), replication);
        Map<String, Node> byName = HashMap.newHashMap(study.equipment().size());
        for (Equipment equipment : study.equipment()) {
            Node node = broken.contains(equipment.name())
                    ? new IdleNode(plant, plant.nodes.size(), equipment)
                    : plant.node(equipment, streams);
            plant.nodes.add(node);
            byName.put(equipment.name(), node);
        }
        plant.connect(study, byName, streams);
        plant.begin(study.plan().warmUp().nanos());
        return plant;
    }

    private Node node(Equipment equipment, RandomStreams streams) {
        int index = nodes.size();
        return switch (equipment) {
            case GoodsIn in -> new GoodsInNode(this, index, in, typeNames.indexOf(in.pieceType()), arrivals(in, streams));
            case Buffer buffer -> new BufferNode(this, index, buffer);
            case Station station -> new StationNode(this, index, station,
                    station.time().orElseThrow().sampler(streams.stream(station.name(), Purpose.WORK)));
            case GoodsOut out -> new GoodsOutNode(this, index, out);
        };
    }

    private static GoodsInNode.Arrivals arrivals(GoodsIn in, RandomStreams streams) {
        return switch (in.supply().orElseThrow()) {
            case Supply.OnDemand() -> GoodsInNode.Arrivals.ON_DEMAND;
            case Supply.Spaced spaced -> new GoodsInNode.Arrivals(spaced.between().sampler(streams.stream(in.name(), Purpose.ARRIVAL)),
                    spaced.first().map(Quantity::nanos).orElse(GoodsInNode.Arrivals.FIRST_DRAWN), spaced.pieces());
        };
    }

    private void connect(Study study, Map<String, Node> byName, RandomStreams streams) {
        Map<String, List<Link>> linksFrom = new HashMap<>();
        study.links().forEach(link -> linksFrom.computeIfAbsent(link.from(), key -> new ArrayList<>()).add(link));
        for (Node node : nodes) {
            List<Link> links = linksFrom.getOrDefault(node.name(), List.of());
            List<Node> takers = links.stream().map(link -> byName.get(link.to())).toList();
            double[] shares = links.stream().mapToDouble(link -> link.share().map(Quantity::amount).orElse(0.0)).toArray();
            boolean byChance = java.util.Arrays.stream(shares).sum() > 0;
            node.connect(byChance
                    ? WaysOut.byChance(takers, shares, streams.stream(node.name(), Purpose.WAY_OUT))
                    : WaysOut.byPreference(takers));
        }
    }

    private void begin(long warmUpNanos) {
        nodes.forEach(Node::begin);
        if (warmUpNanos > 0) {
            simulator.schedule(new Event() {
                @Override
                protected void occur() {
                    restartMeasures();
                }
            }, warmUpNanos, WARM_UP_PRIORITY);
        }
        settle();
    }

    private void restartMeasures() {
        nodes.forEach(node -> node.tally.restart(now()));
        for (TypeTally type : types) {
            type.restart();
        }
        whole.restart(now());
    }

    /**
     * Runs up to and including the moment.
     *
     * @param cancelled asked now and then; once it says yes the plant stops where it is
     * @return whether the moment was reached
     * @throws EndlessInstantException if more happens at one instant than a plant can mean
     */
    public boolean advance(long untilNanos, BooleanSupplier cancelled) {
        int sinceCheck = 0;
        while (simulator.step(untilNanos)) {
            if (++sinceCheck == EVENTS_BETWEEN_CANCEL_CHECKS) {
                sinceCheck = 0;
                if (cancelled.getAsBoolean()) {
                    return false;
                }
            }
        }
        if (cancelled.getAsBoolean()) {
            return false;
        }
        simulator.advanceTo(Math.max(untilNanos, now()));
        return true;
    }

    public long now() {
        return simulator.nowNanos();
    }

    /** The figures of what was measured up to now. */
    public RunFigures figures() {
        long now = now();
        List<EquipmentFigures> equipment = nodes.stream()
                .map(node -> node.tally.figures(node.name(), node.equipment().kind(), now))
                .toList();
        List<TypeFigures> pieceTypes = new ArrayList<>();
        for (int i = 0; i < types.length; i++) {
            pieceTypes.add(types[i].figures(typeNames.get(i)));
        }
        long turnedAway = equipment.stream().mapToLong(EquipmentFigures::turnedAway).sum();
        return new RunFigures(replication, seed, whole.hours(now), whole.in(), whole.out(), whole.insideAtStart(), whole.inside(),
                whole.insideMean(now), turnedAway, whole.lead(), equipment, pieceTypes, simulator.occurred());
    }

    Piece newPiece(int type, int node) {
        Piece piece = new Piece(nextPiece++, type, now());
        types[type].enters();
        whole.enters(now());
        if (trace != null) {
            trace.born(now(), piece.id, node, type);
        }
        return piece;
    }

    void pieceLeaves(Piece piece, int node) {
        long lead = now() - piece.bornNanos;
        types[piece.type].leaves(lead, piece.workNanos, piece.blockedNanos);
        whole.leaves(now(), lead);
        if (trace != null) {
            trace.gone(now(), piece.id, node);
        }
    }

    /** Has the node attended to before time goes on. */
    void toAgenda(Node node) {
        if (node.agendaNext != null) {
            return;
        }
        node.agendaNext = node;
        if (agendaLast == null) {
            agendaFirst = node;
        } else {
            agendaLast.agendaNext = node;
        }
        agendaLast = node;
    }

    /** Works off the agenda: all that follows at this instant. */
    void settle() {
        Node node = agendaFirst;
        while (node != null) {
            Node next = node.agendaNext;
            agendaFirst = next == node ? null : next;
            if (agendaFirst == null) {
                agendaLast = null;
            }
            node.agendaNext = null;
            countStep(node);
            node.attend();
            node = agendaFirst;
        }
    }

    /** Finds an instant that does not end. */
    void countStep(Node node) {
        if (stepsInstant != now()) {
            stepsInstant = now();
            stepsAtInstant = 0;
        }
        if (++stepsAtInstant > MOST_STEPS_AT_ONCE - STEPS_NAMED) {
            busiest.add(node.name());
            if (stepsAtInstant > MOST_STEPS_AT_ONCE) {
                List<String> names = new ArrayList<>(busiest).subList(0, Math.min(6, busiest.size()));
                throw new EndlessInstantException("At " + Clock.elapsed(now()) + " pieces move without end while no time passes, at "
                        + String.join(", ", names) + ". Give one of them a time above 0 s or a limited room.");
            }
        }
    }
}
