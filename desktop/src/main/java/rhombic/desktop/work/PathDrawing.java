package rhombic.desktop.work;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.value.Names;
import rhombic.study.value.Routing;

/** A conveyor while it is drawn: it begins and ends at ports, or at the side of other conveyors, which get diverts and merges there. */
public final class PathDrawing extends CornerDrawing {
    /** So near beside a conveyor a click still means it. */
    private static final double NEAR_METRES = 0.1;

    /** That lies on another conveyor, where it joins it, or at an inlet. */
    @Override
    public boolean endsThere(Study study) {
        return canEnd()
                && (corners().getLast().on().isPresent() || port(study, corners().getLast().x(), corners().getLast().y()).isPresent());
    }

    @Override
    public String beginning() {
        return "; on another it branches off";
    }

    @Override
    public String ending() {
        return ", as a conveyor does that it joins";
    }

    @Override
    Optional<Corner> near(Study study, double x, double y) {
        return port(study, x, y).or(() -> onBelt(study, x, y));
    }

    @Override
    Optional<Branch> on(Study study, double x, double y) {
        return near(study, x, y).flatMap(Corner::on);
    }

    /** It begins at the outlet of something, and ends at the inlet of something, that is near. */
    private Optional<Corner> port(Study study, double x, double y) {
        for (PlantElement other : study.elements()) {
            for (Port port : other.ports()) {
                Pose at = Layout.pose(other, port);
                if (port.isIn() != corners().isEmpty() && Math.hypot(at.x() - x, at.y() - y) < Snapping.JOIN_METRES) {
                    return Optional.of(new Corner(at.x(), at.y(), Optional.empty()));
                }
            }
        }
        return Optional.empty();
    }

    /** The place of a conveyor that is there, not at its ends. */
    private static Optional<Corner> onBelt(Study study, double x, double y) {
        for (PlantElement other : study.elements()) {
            if (other instanceof Conveyor conveyor) {
                double metres = Math.round(conveyor.nearest(x, y) * 10) / 10.0;
                Pose at = conveyor.path().at(metres);
                boolean isInside = metres > Snapping.JOIN_METRES && metres < conveyor.conveyorPath().metres() - Snapping.JOIN_METRES;
                if (isInside && Math.hypot(at.x() - x, at.y() - y) < conveyor.totalWidthMetres() / 2 + NEAR_METRES) {
                    return Optional.of(new Corner(at.x(), at.y(), Optional.of(new Branch(conveyor.name(), metres))));
                }
            }
        }
        return Optional.empty();
    }

    @Override
    Optional<Drawn> made(Study study, List<Corner> through) {
        List<Corner> apart = apart(through);
        if (apart.size() < 2) {
            return Optional.empty();
        }
        Map<String, Conveyor> changed = new LinkedHashMap<>();
        apart.set(0, atPort(study, apart.getFirst(), apart.get(1), false, changed));
        apart.set(apart.size() - 1, atPort(study, apart.getLast(), apart.get(apart.size() - 2), true, changed));
        if (apart.get(0).to(apart.get(1)) < MIN_METRES / 2) {
            return Optional.empty(); // nothing is left of it between the two conveyors
        }
        ConveyorPath.Corners corners = new ConveyorPath.Corners(
                apart.stream().map(corner -> ConveyorPath.Corner.at(corner.x(), corner.y(), 0)).toList());
        Conveyor made = Conveyor.KIND.placed(study.names(), study.pieceTypes(), Placement.at(0, 0)).through(corners);
        return Optional.of(new Drawn(made, made.conveyorPath().metres(), List.copyOf(changed.values())));
    }

    /** An end that lies on another conveyor comes to stand at its side, where that gets a divert or a merge. */
    private static Corner atPort(Study study, Corner end, Corner towards, boolean merges, Map<String, Conveyor> changed) {
        Branch branch = end.on().orElse(null);
        if (branch == null || !(study.find(branch.of()).orElse(null) instanceof Conveyor there)) {
            return end;
        }
        Conveyor other = changed.getOrDefault(branch.of(), there);
        Set<String> taken = new HashSet<>(other.fittings().stream().map(Fitting::name).toList());
        Quantity at = Quantity.metres(branch.metres());
        Fitting fitting = merges
                ? new Fitting.Merge(Names.free("Merge 1", taken), at, side(other, branch.metres(), towards), Fitting.Priority.MAIN)
                : new Fitting.Divert(Names.free("Divert 1", taken), at, side(other, branch.metres(), towards), Routing.PREFERENCE);
        Conveyor with = other.and(fitting);
        changed.put(branch.of(), with);
        Pose port = Layout.pose(with, with.port(fitting.name(), merges));
        return new Corner(port.x(), port.y(), end.on());
    }

    private static Fitting.Side side(Conveyor conveyor, double metres, Corner towards) {
        Pose at = conveyor.path().at(metres);
        double heading = Math.toRadians(at.heading());
        double left = -(towards.x() - at.x()) * Math.sin(heading) + (towards.y() - at.y()) * Math.cos(heading);
        return left >= 0 ? Fitting.Side.LEFT : Fitting.Side.RIGHT;
    }
}
