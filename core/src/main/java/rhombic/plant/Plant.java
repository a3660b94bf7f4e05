package rhombic.plant;

import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.measure.DeadlockFigures;
import rhombic.measure.Diary;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.Sample;
import rhombic.measure.tally.Tally;
import rhombic.measure.tally.TotalTally;
import rhombic.plant.blueprint.Blueprint;
import rhombic.plant.convey.ConveyorNode;
import rhombic.plant.crane.AisleCraneMembers;
import rhombic.plant.crane.AisleCranes;
import rhombic.plant.crane.BridgeCraneMembers;
import rhombic.plant.dock.DockNode;
import rhombic.plant.fleet.FleetMembers;
import rhombic.plant.fleet.VehicleAreas;
import rhombic.plant.goods.BufferNode;
import rhombic.plant.goods.GoodsInNode;
import rhombic.plant.goods.GoodsOutNode;
import rhombic.plant.handover.FaultyNode;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.IdleNode;
import rhombic.plant.handover.Node;
import rhombic.plant.handover.Passage;
import rhombic.plant.rules.RuleBook;
import rhombic.plant.run.Run;
import rhombic.plant.staff.CrewMembers;
import rhombic.plant.staff.Members;
import rhombic.plant.staff.Staff;
import rhombic.plant.store.RackNode;
import rhombic.plant.transport.Transports;
import rhombic.plant.work.AssemblyNode;
import rhombic.plant.work.StationNode;
import rhombic.plant.work.UnpackingNode;
import rhombic.study.Study;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.PlannedTime;
import rhombic.study.kind.Area;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Dock;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.site.Aisle;
import rhombic.study.site.Structure;
import rhombic.trace.TraceWriter;

/**
 * A plant built from a study, to run once from zero. Equipment with errors stands idle, the rest runs. Not for use by
 * several threads.
 */
public final class Plant {
    private static final int EVENTS_BETWEEN_CANCEL_CHECKS = 1024;
    private static final int WARM_UP_PRIORITY = Simulator.LAST_PRIORITY;

    private final Flow flow;
    private final Simulator simulator;
    private final int replication;
    private final AisleCranes cranes = new AisleCranes();

    private Plant(Blueprint blueprint, int replication, @Nullable TraceWriter trace, @Nullable Diary diary) {
        this.replication = replication;
        flow = new Flow(blueprint, replication, trace, diary, new Groups());
        simulator = flow.simulator;
        Set<String> broken = blueprint.broken();
        for (PlantElement element : blueprint.unfolded().elements()) {
            int index = flow.nodes().size();
            flow.add(element instanceof Equipment equipment && broken.contains(element.name())
                    ? new FaultyNode(flow, index, equipment)
                    : node(element, index));
        }
        flow.link(new Transports()::carried);
        begin(blueprint.study().plan().warmUp().nanos(), new RuleBook(flow, blueprint.unfolded().rules(), broken));
    }

    /** Builds the plant of a study that is run only once or seldom; else see {@link #build(Blueprint, int, TraceWriter)}. */
    public static Plant build(Study study, int replication, @Nullable TraceWriter trace) {
        return build(Blueprint.of(study), replication, trace);
    }

    /**
     * Builds a plant to run once, as the study's plan has it.
     *
     * @param replication counted from 1
     * @param trace to write to; null to write nothing, at no cost
     * @throws RunTroubleException if something in the study comes to nothing already at the first instant
     */
    public static Plant build(Blueprint blueprint, int replication, @Nullable TraceWriter trace) {
        return new Plant(blueprint, replication, trace, null);
    }

    /**
     * Builds a plant whose active periods are written down.
     *
     * @see Blueprint#diary
     */
    public static Plant buildObserved(Blueprint blueprint, int replication, @Nullable TraceWriter trace, Diary diary) {
        return new Plant(blueprint, replication, trace, diary);
    }

    private Node node(PlantElement element, int index) {
        return switch (element) {
            case GoodsIn in -> new GoodsInNode(flow, index, in, in.supply().orElseThrow());
            case Rack rack -> new RackNode(flow, index, rack, cranes);
            case Buffer buffer -> new BufferNode(flow, index, buffer);
            case Conveyor conveyor -> new ConveyorNode(flow, index, conveyor);
            case Station station -> new StationNode(flow, index, station);
            case AssemblyStation station -> new AssemblyNode(flow, index, station);
            case UnpackingStation station -> new UnpackingNode(flow, index, station);
            case Dock dock -> new DockNode(flow, index, dock);
            case GoodsOut out -> new GoodsOutNode(flow, index, out);
            case ResourceGroup group -> new GroupNode(flow, index, group);
            case Area area -> new IdleNode(flow, index, area);
            case Aisle aisle -> new IdleNode(flow, index, aisle);
            case Structure structure -> new IdleNode(flow, index, structure);
        };
    }

    /** The members of each kind of group, with what all of them share. */
    private final class Groups implements Members.Maker {
        private final VehicleAreas areas = new VehicleAreas();

        @Override
        public Members of(Run run, Staff staff, ResourceGroup group) {
            return switch (group) {
                case Crew crew -> new CrewMembers(run, staff, crew);
                case Fleet fleet -> new FleetMembers(run, staff, fleet, areas);
                case StackerCrane crane -> new AisleCraneMembers(run, staff, crane, cranes);
                case BridgeCrane crane -> new BridgeCraneMembers(run, staff, crane);
            };
        }
    }

    private void begin(long warmUpNanos, RuleBook rules) {
        rules.begin();
        if (warmUpNanos == 0) {
            flow.census.endAfterPieces();
        }
        flow.begin();
        if (warmUpNanos > 0) {
            simulator.schedule(new Event() {
                @Override
                protected void occur() {
                    flow.restartMeasures();
                    flow.census.endAfterPieces();
                }
            }, warmUpNanos, WARM_UP_PRIORITY);
        }
        flow.settle();
    }

    /**
     * Runs up to and including the moment.
     *
     * @param cancelled asked now and then; once it says yes the plant stops where it is
     * @return whether the moment was reached, or a rule has stopped the run before
     * @throws RunTroubleException if it can't go on: a formula comes to nothing, or an instant never ends
     */
    public boolean advance(long untilNanos, BooleanSupplier cancelled) {
        while (simulator.run(untilNanos, EVENTS_BETWEEN_CANCEL_CHECKS) == EVENTS_BETWEEN_CANCEL_CHECKS) {
            if (cancelled.getAsBoolean()) {
                return false;
            }
        }
        if (cancelled.getAsBoolean()) {
            return false;
        }
        if (!isStopped()) {
            simulator.advanceTo(Math.max(untilNanos, now()));
        }
        return true;
    }

    public long now() {
        return simulator.nowNanos();
    }

    /** Whether the run has ended before its length. */
    public boolean isStopped() {
        return flow.isStopped();
    }

    // ---- what can be read off

    /** The figures of what was measured up to now. */
    public RunFigures figures() {
        long now = now();
        List<Node> nodes = flow.nodes();
        nodes.forEach(Node::book);
        List<EquipmentFigures> equipment = nodes.stream()
                .map(node -> node.tally.figures(node.name(), node.element().kind(), now, node.modes())).toList();
        long rejected = equipment.stream().mapToLong(EquipmentFigures::rejected).sum();
        TotalTally whole = flow.census.total();
        Staff staff = flow.staff();
        return new RunFigures(replication, flow.seed(), whole.hours(now), whole.in(), whole.out(), whole.loadCarriersOut(), whole.made(),
                whole.joined(), whole.scrapped(), whole.insideAtStart(), whole.inside(), whole.insideMean(now), rejected, whole.lead(),
                equipment, flow.passages().stream().map(Passage::figures).toList(), flow.census.figures(), simulator.occurred(),
                flow.stoppedBy(), deadlock(), staff == null ? List.of() : staff.figures(), staff == null ? List.of() : staff.skills(),
                staff == null ? List.of() : staff.aisles(),
                nodes.stream().filter(RackNode.class::isInstance).map(RackNode.class::cast).map(RackNode::figures).toList(),
                plannedHours(now, whole.hours(now)));
    }

    private double plannedHours(long now, double measuredHours) {
        List<Calendar> used = flow.study.calendars().stream()
                .filter(c -> flow.unfolded.elements().stream().anyMatch(e -> e.basics().duty().calendar().equals(c.name()))).toList();
        return used.isEmpty()
                ? measuredHours
                : PlannedTime.seconds(used, flow.start.plusNanos(now - Math.round(measuredHours * 3.6e12)), flow.start.plusNanos(now))
                        / 3600;
    }

    /** Something to be read off again and again. */
    public Gauge gauge(String formula) {
        return new Gauge(flow, formula);
    }

    /** What can be read off now. */
    public Sample sample() {
        long now = now();
        List<Node> nodes = flow.nodes();
        int[] contents = new int[nodes.size()];
        long[] done = new long[nodes.size()];
        double[][] timeIn = new double[nodes.size()][];
        nodes.forEach(Node::book);
        for (int i = 0; i < contents.length; i++) {
            Tally tally = nodes.get(i).tally;
            contents[i] = tally.content();
            done[i] = tally.out();
            timeIn[i] = tally.states().times(now);
        }
        return new Sample(now, flow.census.total().inside(), flow.census.piecesOut(), contents, done, timeIn);
    }

    /** What stands still for good now, because each waits for the next. Vehicles that do may be why equipment does, so they come first. */
    public DeadlockFigures deadlock() {
        Staff staff = flow.staff();
        DeadlockFigures vehicles = staff == null ? DeadlockFigures.NONE : staff.deadlock();
        return vehicles.isNone() ? flow.deadlock() : vehicles;
    }
}
