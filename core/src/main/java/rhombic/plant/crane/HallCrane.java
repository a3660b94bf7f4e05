package rhombic.plant.crane;

import java.util.BitSet;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Group;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Worker;
import rhombic.space.Pose;
import rhombic.study.area.Zone;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneSharing;
import rhombic.study.crane.CraneTool;
import rhombic.study.crane.HookWays;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.unfold.CraneParts;
import rhombic.study.value.TimeSource;

/** One hall crane. It holds one piece at a time. */
final class HallCrane extends Worker {
    private static final int ANY = -1;

    private final BridgeCrane element;
    private final HookWays ways;
    private final RunwayTraffic runway;
    private final Run run;
    private final int place;
    private final int trolley;
    private final Handling handling;
    private final List<Zone> zones;
    /** Of each piece type, with which it is gripped; {@link #ANY}: with whichever is on the crane. */
    private final int[] toolOf;
    /** Of each tool. */
    private final List<Handling> withTool;
    private final TimeSampler toolChange;
    /** That is on it. */
    private int tool;

    HallCrane(int number, String name, Group group, boolean[] skills, Pose home, BridgeCrane element, HookWays ways, RunwayTraffic runway,
            Run run, @Nullable Listener listener) {
        super(number, name, group, skills, 1, home, listener);
        this.element = element;
        this.ways = ways;
        this.runway = runway;
        this.run = run;
        CraneParts<?> parts = CraneParts.ofMember(run.unfolded, number);
        place = parts.number();
        trolley = parts.inner();
        handling = new Handling(element.id(), element.loading().pickUpTime(), element.loading().setDownTime(),
                element.loading().stopTime());
        List<CraneTool> tools = element.use().tools();
        toolOf = run.study.pieceTypes().stream().mapToInt(type -> IntStream.range(0, tools.size())
                .filter(i -> tools.get(i).types().contains(type.name())).findFirst().orElse(ANY)).toArray();
        withTool = tools.stream().map(one -> new Handling(element.id() + "\u0000" + one.name(),
                one.pickUpTime().<TimeSource>map(TimeSource.Drawn::new).orElse(element.loading().pickUpTime()),
                one.setDownTime().<TimeSource>map(TimeSource.Drawn::new).orElse(element.loading().setDownTime()),
                element.loading().stopTime())).toList();
        toolChange = element.use().toolChange()
                .onlySampler(run.stream(element.id() + "\u0000tools\u0000" + place, Purpose.CHANGEOVER));
        zones = element.use().zones().stream().flatMap(zone -> run.study.find(zone, Zone.class).stream()).toList();
    }

    @Override
    public int freeSlot(Piece piece, BitSet taken) {
        return taken.isEmpty() ? 0 : -1;
    }

    @Override
    public double maxKilograms() {
        return element.maxLoadKilograms();
    }

    @Override
    public Handling handling() {
        return handling;
    }

    @Override
    public Handling handling(Piece piece) {
        return toolOf[piece.type] == ANY ? handling : withTool.get(toolOf[piece.type]);
    }

    @Override
    public long preparesFor(Piece piece) {
        int wanted = toolOf[piece.type];
        if (wanted == ANY || wanted == tool) {
            return 0;
        }
        tool = wanted;
        return toolChange.nextNanos();
    }

    @Override
    protected int driverRidesOn() {
        return trolley;
    }

    @Override
    protected double backMetres() {
        return element.reachMetres() - ResourceGroup.PERSON_REACH_METRES;
    }

    @Override
    protected boolean isChoosy() {
        return true;
    }

    /** It comes over both ends, a load passes between them, and it is its turn to fetch there. */
    @Override
    public boolean serves(Pose outlet, Pose inlet) {
        return canReach(place, outlet, inlet) && (zones.isEmpty() || zones.stream().anyMatch(zone -> zone.contains(outlet)))
                && ways.canPass(outlet, inlet) && (element.use().sharing() == CraneSharing.EVERYWHERE || isOwner(outlet, inlet));
    }

    private boolean canReach(int crane, Pose outlet, Pose inlet) {
        return element.reaches(crane, outlet) && element.reaches(crane, inlet);
    }

    /** Of those that can serve there now, none is nearer to whose part of the runway that is. */
    private boolean isOwner(Pose outlet, Pose inlet) {
        int owner = element.ownerOf(outlet);
        int away = Math.abs(place - owner);
        return IntStream.range(0, element.count())
                .filter(other -> other != place && !runway.isAway(other) && canReach(other, outlet, inlet))
                .noneMatch(other -> Math.abs(other - owner) < away || Math.abs(other - owner) == away && other < place);
    }

    @Override
    protected void onHoldsChanged(boolean isDown) {
        run.atEndOfInstant(runway::serve);
    }

    /** Others may send it aside from now on. */
    @Override
    protected void onIdle() {
        run.atEndOfInstant(runway::serve);
    }
}
