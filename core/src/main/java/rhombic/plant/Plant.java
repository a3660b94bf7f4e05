package rhombic.plant;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.RandomStreams;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.measure.Diary;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.StandstillFigures;
import rhombic.measure.TypeFigures;
import rhombic.measure.Sample;
import rhombic.measure.Tally;
import rhombic.measure.TypeTally;
import rhombic.measure.WholeTally;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.TableBook;
import rhombic.plant.piece.TypeBook;
import rhombic.quantity.Clock;
import rhombic.plant.doers.Job;
import rhombic.plant.upkeep.Breakdown;
import rhombic.plant.upkeep.Modes;
import rhombic.quantity.Quantity;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.PlannedTime;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.BreakArea;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.trace.TraceWriter;

/**
 * A plant built from a study, to run once from zero. Equipment with errors stands idle, the rest runs. Not for use by
 * several threads.
 */
public final class Plant {
    /** Steps at one instant after which the plant is taken for endless. */
    static final int MOST_STEPS_AT_ONCE = 3_000_000;

    private static final int STEPS_NAMED = 64;
    private static final int EVENTS_BETWEEN_CANCEL_CHECKS = 1024;
    private static final int WARM_UP_PRIORITY = Simulator.LAST_PRIORITY;

    final Simulator simulator = new Simulator();
    final @Nullable TraceWriter trace;
    final @Nullable Diary diary;
    final Blueprint blueprint;
    final Study study;
    final TypeBook types;
    final TableBook tables;
    final LocalDateTime start;

    private final RandomStreams streams;
    private final List<Node> nodes = new ArrayList<>();
    /** What takes and gives: the nodes, or, of a conveyor, its stretches. */
    private final List<Node> parts = new ArrayList<>();
    private final List<Channel> channels = new ArrayList<>();
    private final @Nullable Staff staff;
    /** What rules want done to the plant, once what is agreed has been carried out. */
    private final Deque<Afterwards> afterwards = new ArrayDeque<>();

    /** Those who carry and may have something to do once all else at this instant is done. */
    private final Deque<Porters> loading = new ArrayDeque<>();

    private record Afterwards(String of, Runnable what) {}

    private final Map<String, Node> byName;
    private final TypeTally[] typeTallies;
    private final WholeTally whole = new WholeTally();
    private final int replication;
    private @Nullable Node agendaFirst;
    private @Nullable Node agendaLast;
    private int nextPiece;
    /** Pieces out after which the run ends; none during the warm-up. */
    private long untilOut = Long.MAX_VALUE;
    private long stepsInstant = -1;
    private int stepsAtInstant;
    private final Set<String> busiest = new LinkedHashSet<>();
    private String stoppedBy = "";

    private Plant(Blueprint blueprint, int replication, @Nullable TraceWriter trace, @Nullable Diary diary) {
        this.blueprint = blueprint;
        study = blueprint.study();
        this.trace = trace;
        this.diary = diary;
        this.replication = replication;
        start = study.plan().start();
        streams = new RandomStreams(study.plan().seed(), replication);
        types = blueprint.types();
        tables = blueprint.tables();
        byName = HashMap.newHashMap(study.equipment().size());
        List<Crew> crews = study.crews();
        staff = crews.isEmpty() ? null : new Staff(this, crews);
        typeTallies = new TypeTally[types.count()];
        for (int i = 0; i < typeTallies.length; i++) {
            typeTallies[i] = new TypeTally();
        }
    }

    /** Builds the plant of a study that is run only once or seldom; else see {@link Blueprint#build}. */
    public static Plant build(Study study, int replication, @Nullable TraceWriter trace) {
        return build(Blueprint.of(study), replication, trace, null);
    }

    static Plant build(Blueprint blueprint, int replication, @Nullable TraceWriter trace, @Nullable Diary diary) {
        Plant plant = new Plant(blueprint, replication, trace, diary);
        Study study = blueprint.study();
        Set<String> broken = blueprint.broken();
        for (Equipment equipment : study.equipment()) {
            Node node = broken.contains(equipment.name()) ? new IdleNode(plant, plant.nodes.size(), equipment) : plant.node(equipment);
            plant.nodes.add(node);
            plant.byName.put(equipment.name(), node);
        }
        plant.nodes.forEach(node -> plant.parts.addAll(node.parts()));
        plant.connect();
        RuleBook rules = new RuleBook(plant, study.rules(), broken);
        plant.begin(study.plan().warmUp().nanos(), rules);
        return plant;
    }

    private Node node(Equipment equipment) {
        int index = nodes.size();
        return switch (equipment) {
            case GoodsIn in -> new GoodsInNode(this, index, in, in.supply().orElseThrow());
            case Buffer buffer -> new BufferNode(this, index, buffer);
            case Conveyor conveyor -> new ConveyorNode(this, index, conveyor);
            case Station station -> new StationNode(this, index, station);
            case AssemblyStation station -> new AssemblyNode(this, index, station);
            case UnpackingStation station -> new UnpackingNode(this, index, station);
            case GoodsOut out -> new GoodsOutNode(this, index, out);
            case Crew crew -> new IdleNode(this, index, crew);
            case BreakArea area -> new IdleNode(this, index, area);
        };
    }

    private void connect() {
        Map<Node, List<Way>> waysFrom = new IdentityHashMap<>();
        Map<Node, List<Link>> linksFrom = new IdentityHashMap<>();
        Set<Node> limited = Collections.newSetFromMap(new IdentityHashMap<>());
        for (int i = 0; i < study.links().size(); i++) {
            Link link = study.links().get(i);
            Node from = known(link.from()).giverAt(link.fromPort());
            Node to = known(link.to()).takerAt(link.toPort());
            List<Way> ways = waysFrom.computeIfAbsent(from, key -> new ArrayList<>());
            linksFrom.computeIfAbsent(from, key -> new ArrayList<>()).add(link);
            Way.Entry entry = to.entry(link.toPort(), link.travel() instanceof Travel.AtOnce ? from.toEdgeMetres() : 0);
            ways.add(new Way(ways.size(), to, channel(i, link, to, entry), entry));
            if (link.travel().most() > 0 || !link.failures().isEmpty()) {
                limited.add(to);
            }
        }
        boolean outletsShut = study.equipment().stream().anyMatch(thing -> !thing.basics().outletShut().isEmpty())
                || blueprint.mayStandStill()
                || study.rules().stream().flatMap(rule -> rule.then().stream()).anyMatch(Rule.Action.ShutOutlet.class::isInstance);
        for (Node node : parts) {
            Node before = node.previous();
            if (before != null) {
                goesStraightOn(before, node, waysFrom, linksFrom);
            }
        }
        for (Node node : parts) {
            if (node instanceof IdleNode) {
                continue;
            }
            node.connect(
                    new WaysOut(waysFrom.getOrDefault(node, List.of()), linksFrom.getOrDefault(node, List.of()), node.wayOut(), this, node,
                            stream(node.streamId(), Purpose.WAY_OUT)),
                    node.ranking(), outletsShut || limited.contains(node));
        }
    }

    /** What does not leave to the side goes straight on: the last of the ways, with what the shares leave over. */
    private static void goesStraightOn(Node from, Node to, Map<Node, List<Way>> waysFrom, Map<Node, List<Link>> linksFrom) {
        List<Way> ways = waysFrom.computeIfAbsent(from, key -> new ArrayList<>());
        List<Link> links = linksFrom.computeIfAbsent(from, key -> new ArrayList<>());
        boolean byShare = links.stream().anyMatch(link -> link.share().isPresent());
        double shared = links.stream().mapToDouble(link -> link.share().map(Quantity::amount).orElse(0.0)).sum();
        Link link = new Link(from.name(), from.name(),
                byShare ? Optional.of(Quantity.percent(Math.max(0, 100 - shared))) : Optional.empty());
        ways.add(new Way(ways.size(), to, null, new Way.Entry(Way.Entrance.STRAIGHT_ON, 0)));
        links.add(link);
    }

    private @Nullable Channel channel(int index, Link link, Node to, Way.Entry entry) {
        if (link.travel() instanceof Travel.AtOnce) {
            return null;
        }
        Node from = known(link.from());
        Channel channel = new Channel(this, index, link, from.id(), to, entry, Layout.path(link, from.equipment(), to.equipment()),
                new Channel.Ends(Layout.outlet(from.equipment(), link.fromPort()), Layout.inlet(to.equipment(), link.toPort())));
        channels.add(channel);
        return channel;
    }

    private Node known(String name) {
        Node node = byName.get(name);
        if (node == null) {
            throw new IllegalStateException("A link leads to \u201c" + name + "\u201d, which is not there");
        }
        return node;
    }

    UniformRandomProvider stream(String id, Purpose purpose) {
        return streams.stream(id, purpose);
    }

    /**
     * What breaks something.
     *
     * @param people who repair it; null if there is nobody, then all mends itself
     * @param id what its draws hang on
     */
    Modes modes(@Nullable Staff people, String id, List<FailureMode> modes, Breakdown.Site site) {
        return new Modes(simulator, modes, mode -> {
            Manning.Order order = mode.repair().isEmpty() || people == null ? null : people.order(Job.What.REPAIR, mode.repair());
            String stream = id + "\u0000" + mode.name();
            return new Breakdown(simulator, mode, site, start, stream(stream, Purpose.FAILURE), stream(stream, Purpose.REPAIR),
                    people == null ? null : people.allocation(),
                    order == null
                            ? null
                            : new Job.Order(order.what(), site.whereMended(), order.demands(), order.priority(), order.yields()));
        });
    }

    Formula formula(String text) {
        return blueprint.formula(text);
    }

    Node node(int index) {
        return nodes.get(index);
    }

    @Nullable
    Node find(String name) {
        return byName.get(name);
    }

    private void begin(long warmUpNanos, RuleBook rules) {
        rules.begin();
        if (warmUpNanos == 0) {
            endAfterPieces();
        }
        nodes.forEach(Node::beginShutTimes);
        nodes.forEach(Node::begin);
        channels.forEach(Channel::begin);
        if (staff != null) {
            staff.begin();
        }
        for (Node node : nodes) {
            if (node.upkeep != null) {
                node.upkeep.begin();
            }
        }
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
        nodes.forEach(Node::restartMeasures);
        if (staff != null) {
            staff.restart();
        }
        channels.forEach(Channel::restart);
        for (TypeTally type : typeTallies) {
            type.restart();
        }
        whole.restart(now());
        endAfterPieces();
    }

    private void endAfterPieces() {
        untilOut = study.plan().untilOut() == 0 ? Long.MAX_VALUE : study.plan().untilOut();
    }

    /**
     * Runs up to and including the moment.
     *
     * @param cancelled asked now and then; once it says yes the plant stops where it is
     * @return whether the moment was reached, or a rule has stopped the run before
     * @throws RunTroubleException if it can't go on: a formula comes to nothing, or an instant never ends
     */
    public boolean advance(long untilNanos, BooleanSupplier cancelled) {
        int sinceCheck = 0;
        while (stoppedBy.isEmpty() && simulator.step(untilNanos)) {
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
        if (stoppedBy.isEmpty()) {
            simulator.advanceTo(Math.max(untilNanos, now()));
        }
        return true;
    }

    public long now() {
        return simulator.nowNanos();
    }

    /** The figures of what was measured up to now. */
    public RunFigures figures() {
        long now = now();
        nodes.forEach(Node::book);
        List<EquipmentFigures> equipment = nodes.stream()
                .map(node -> node.tally.figures(node.name(), node.equipment().kind(), now,
                        modes(node)))
                .toList();
        List<TypeFigures> pieceTypes = new ArrayList<>();
        for (int i = 0; i < typeTallies.length; i++) {
            pieceTypes.add(typeTallies[i].figures(types.name(i)));
        }
        long turnedAway = equipment.stream().mapToLong(EquipmentFigures::turnedAway).sum();
        return new RunFigures(replication, streams.seed(), whole.hours(now), whole.in(), whole.out(), whole.carriersOut(), whole.made(),
                whole.joined(),
                whole.scrapped(), whole.insideAtStart(), whole.inside(), whole.insideMean(now), turnedAway, whole.lead(), equipment,
                channels.stream().map(Channel::figures).toList(),
                pieceTypes,
                simulator.occurred(), stoppedBy, standstill(), staff == null ? List.of() : staff.figures(),
                staff == null ? List.of() : staff.skills(), plannedHours(now, whole.hours(now)));
    }

    /** What formulas can ask of the plant as a whole, where they stand at no equipment. */
    Object value(String name) {
        return switch (name) {
            case "inside" -> (double) whole.inside();
            case "in" -> (double) whole.in();
            case "out" -> (double) (whole.out() - whole.carriersOut());
            case "scrapped" -> (double) whole.scrapped();
            default -> throw new FormulaException("The formula stands at no equipment, so here is the plant, which has no \u201c" + name
                    + "\u201d: use here.inside, here.in, here.out, here.scrapped, or write at('Name')." + name);
        };
    }

    /** Something to be read off again and again. */
    public Gauge gauge(String formula) {
        return new Gauge(this, formula);
    }

    private List<ModeFigures> modes(Node node) {
        if (node.upkeep != null) {
            return node.upkeep.modes().figures();
        }
        return staff != null && node.equipment() instanceof Crew ? staff.modes(node.name()) : List.of();
    }

    /** What can be read off now. */
    public Sample sample() {
        long now = now();
        int[] contents = new int[nodes.size()];
        long[] done = new long[nodes.size()];
        double[][] timeIn = new double[nodes.size()][];
        for (int i = 0; i < contents.length; i++) {
            Tally tally = nodes.get(i).tally;
            contents[i] = tally.content();
            done[i] = tally.out();
            timeIn[i] = tally.timesIn(now);
        }
        return new Sample(now, whole.inside(), whole.out() - whole.carriersOut(), contents, done, timeIn);
    }

    private double plannedHours(long now, double measuredHours) {
        List<Calendar> used = study.calendars().stream()
                .filter(c -> study.equipment().stream().anyMatch(e -> e.basics().duty().calendar().equals(c.name()))).toList();
        return used.isEmpty()
                ? measuredHours
                : PlannedTime.seconds(used, start.plusNanos(now - Math.round(measuredHours * 3.6e12)), start.plusNanos(now)) / 3600;
    }

    /** What stands still for good now, because each waits for the next. */
    public StandstillFigures standstill() {
        return new Standstill(parts, channels).figures();
    }

    /** Its people; null if it has none. */
    @Nullable
    Staff staff() {
        return staff;
    }

    /** Its people, where there must be some. */
    Staff staffed() {
        Staff known = staff;
        assert known != null : "nobody is there";
        return known;
    }

    long inside() {
        return whole.inside();
    }

    List<Node> nodes() {
        return nodes;
    }

    /** A rule has changed a piece that may wait somewhere: ranks that are kept are asked for once more. */
    void ranksMayHaveChanged() {
        parts.forEach(Node::rankAnew);
    }

    /** Something may go now that could not before. */
    void serveAllLines() {
        for (Node node : parts) {
            if (!node.line.isEmpty()) {
                toAgenda(node);
            }
        }
    }

    /**
     * Has something done at this instant, after what is being agreed and carried out.
     *
     * @param of name of the rule or equipment that wants it
     */
    void afterwards(String of, Runnable what) {
        afterwards.add(new Afterwards(of, what));
    }

    /** Asks them at the end of this instant what they do next. */
    void atEndOfInstant(Porters porters) {
        loading.add(porters);
    }

    /** Ends the run at this instant; the first reason counts. */
    void stop(String reason) {
        stoppedBy = stoppedBy.isEmpty() ? reason : stoppedBy;
    }

    /** Whether the run has ended before its length. */
    public boolean isStopped() {
        return !stoppedBy.isEmpty();
    }

    void pieceEnters(Piece piece, int node) {
        comesIntoBeing(piece);
        typeTallies[piece.type].enters();
        whole.enters(now());
        if (trace != null) {
            piece.body = trace.born(now(), node, piece.type);
            if (piece.values != null) {
                types.own(piece, (attribute, value) -> trace.sets(now(), piece.body, attribute, value));
            }
        }
    }

    void pieceMade(Piece piece, int node) {
        comesIntoBeing(piece);
        typeTallies[piece.type].made();
        whole.made(now());
        if (trace != null) {
            piece.body = trace.made(now(), node, piece.type);
        }
    }

    private void comesIntoBeing(Piece piece) {
        piece.id = nextPiece++;
        piece.bornNanos = now();
        piece.arrivedNanos = now();
    }

    /** A piece becomes part of another, or a batch is undone. */
    void pieceJoined(Piece piece, int node) {
        piece.isGone = true;
        typeTallies[piece.type].joined();
        whole.joined(now());
        if (trace != null) {
            trace.joined(now(), piece.body, node);
        }
    }

    void becomes(Piece piece, int type, int node) {
        typeTallies[piece.type].joined();
        typeTallies[type].made();
        piece.type = type;
        piece.look = 0;
        if (trace != null) {
            trace.type(now(), piece.body, node, type);
            trace.look(now(), piece.body, node, 0);
        }
    }

    void look(Piece piece, int look, int node) {
        if (piece.look != look) {
            piece.look = look;
            if (trace != null) {
                trace.look(now(), piece.body, node, look);
            }
        }
    }

    /** The piece ends as scrap, with all that lies on it. */
    void scrap(Piece piece, int node) {
        if (trace != null) {
            trace.scrapped(now(), piece.body, node);
        }
        countScrapped(piece);
    }

    private void countScrapped(Piece piece) {
        piece.isGone = true;
        typeTallies[piece.type].scrapped();
        whole.scrapped(now());
        if (piece.load != null) {
            piece.load.forEach(this::countScrapped);
        }
    }

    void pieceLeaves(Piece piece, int node) {
        if (trace != null) {
            trace.gone(now(), piece.body, node);
        }
        countLeaving(piece);
        if (whole.out() - whole.carriersOut() >= untilOut) {
            stop(study.plan().untilOut() + " pieces out");
        }
    }

    /** What holds others counts apart from the rest, be it a carrier or a batch. */
    private void countLeaving(Piece piece) {
        piece.isGone = true;
        long lead = now() - piece.bornNanos;
        typeTallies[piece.type].leaves(lead, piece.workNanos, piece.blockedNanos, piece.moveNanos, piece.crewNanos, piece.valueNanos);
        boolean holdsOthers = types.isCarrier(piece.type) || piece.load != null && !piece.load.isEmpty();
        if (diary != null && !holdsOthers) {
            diary.left(
                    new Diary.Journey(piece.body, piece.type, piece.bornNanos, now(), piece.workNanos, piece.blockedNanos, piece.moveNanos,
                            piece.crewNanos));
        }
        whole.leaves(now(), lead, holdsOthers);
        if (piece.load != null) {
            piece.load.forEach(this::countLeaving);
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
        while (true) {
            Afterwards next = afterwards.poll();
            if (next != null) {
                countStep(next.of);
                next.what.run();
                continue;
            }
            Node node = agendaFirst;
            if (node == null) {
                Porters loaded = loading.poll();
                if (loaded != null) {
                    loaded.endOfInstant();
                    continue;
                }
                if (staff != null && staff.give()) {
                    countStep("people");
                    continue;
                }
                return;
            }
            agendaFirst = node.agendaNext == node ? null : node.agendaNext;
            if (agendaFirst == null) {
                agendaLast = null;
            }
            node.agendaNext = null;
            countStep(node);
            node.attend();
        }
    }

    /** Finds an instant that does not end. */
    void countStep(Node node) {
        if (isOneStepTooMany()) {
            busiest(node.name());
        }
    }

    /** The same for a rule. */
    void countStep(String rule) {
        if (isOneStepTooMany()) {
            busiest(rule);
        }
    }

    private boolean isOneStepTooMany() {
        if (stepsInstant != now()) {
            stepsInstant = now();
            stepsAtInstant = 0;
        }
        return ++stepsAtInstant > MOST_STEPS_AT_ONCE - STEPS_NAMED;
    }

    private void busiest(String name) {
        busiest.add(name);
        if (stepsAtInstant > MOST_STEPS_AT_ONCE) {
            List<String> names = new ArrayList<>(busiest).subList(0, Math.min(6, busiest.size()));
            throw new RunTroubleException("", "At " + Clock.elapsed(now()) + " pieces move without end while no time passes, at "
                    + String.join(", ", names) + ". Give one of them a time above 0 s or a limited room.");
        }
    }
}
