package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.ConveyorPath;
import rhombic.study.value.Fitting;
import rhombic.study.value.Names;
import rhombic.study.value.Placement;
import rhombic.study.value.Port;
import rhombic.study.value.Routing;
import rhombic.study.value.StudyException;

/** A conveyor while it is drawn, corner by corner. */
public final class PathDrawing {
    /** Directions that a leg snaps to. */
    private static final double STEP_DEGREES = 15;

    private static final double MIN_METRES = 0.2;
    /** So near beside a conveyor a click still means it. */
    private static final double NEAR_METRES = 0.1;

    private final List<Corner> corners = new ArrayList<>();

    /** A place along another conveyor. */
    private record Branch(String of, double metres) {}

    /** @param on what other conveyor it lies on, if any */
    private record Corner(double x, double y, Optional<Branch> on) {
        double to(Corner other) {
            return Math.hypot(other.x - x, other.y - y);
        }

        double heading(double towardsX, double towardsY) {
            return Math.toDegrees(Math.atan2(towardsY - y, towardsX - x));
        }
    }

    /** A conveyor that was drawn, and the other conveyors with the diverts and merges at which it begins and ends. */
    public record Drawn(Conveyor conveyor, List<Conveyor> changed) {
        public Study placed(Study study) {
            Study result = study;
            for (Conveyor other : changed) {
                result = result.changed(other.name(), e -> other);
            }
            return Edits.placed(result, conveyor);
        }
    }
    private String typed = "";

    public boolean hasBegun() {
        return !corners.isEmpty();
    }

    /** Whether there is a leg already, so that it can end. */
    public boolean canEnd() {
        return corners.size() > 1;
    }

    /** Whether it can only end at its last corner: that lies on another conveyor, where it joins it, or at an inlet. */
    public boolean endsThere(Study study) {
        return canEnd() && (corners.getLast().on.isPresent() || port(study, corners.getLast().x, corners.getLast().y).isPresent());
    }

    /** Begins anew. */
    public void clear() {
        corners.clear();
        typed = "";
    }

    public String typed() {
        return typed;
    }

    public void type(String text) {
        typed += text;
    }

    public void takeBack() {
        if (!typed.isEmpty()) {
            typed = typed.substring(0, typed.length() - 1);
        } else if (!corners.isEmpty()) {
            corners.removeLast();
        }
    }

    /**
     * Sets the next corner where the pointer, or what was typed, has it; says whether it is one.
     *
     * @throws StudyException if no conveyor can be laid that way; the corner is not set then
     */
    public boolean add(Study study, double x, double y) {
        Corner next = next(study, x, y);
        if (!corners.isEmpty() && corners.getLast().to(next) < MIN_METRES) {
            return false;
        }
        corners.add(next);
        try {
            made(study, corners);
        } catch (StudyException e) {
            corners.removeLast();
            throw e;
        }
        typed = "";
        return true;
    }

    /** Where the next corner would be: at a port or on a conveyor that is near, as far and turned as typed, or on the grid. */
    private Corner next(Study study, double x, double y) {
        if (typed.isEmpty()) {
            Optional<Corner> near = port(study, x, y).or(() -> on(study, x, y));
            if (near.isPresent()) {
                return near.get();
            }
            if (corners.isEmpty()) {
                return new Corner(Snapping.grid(x), Snapping.grid(y), Optional.empty());
            }
        }
        Corner last = corners.getLast();
        String[] parts = typed.strip().split("\\s*,\\s*", 2);
        OptionalDouble length = number(parts[0]);
        OptionalDouble turn = parts.length > 1 ? number(parts[1]) : OptionalDouble.empty();
        double heading = Math.toRadians(turn.isPresent()
                ? lastHeading() + turn.getAsDouble()
                : Math.round(last.heading(x, y) / STEP_DEGREES) * STEP_DEGREES);
        double along = (x - last.x) * Math.cos(heading) + (y - last.y) * Math.sin(heading);
        double metres = length.orElse(Math.max(0, Math.round(along * 10) / 10.0));
        double nextX = last.x + metres * Math.cos(heading);
        double nextY = last.y + metres * Math.sin(heading);
        return new Corner(nextX, nextY, port(study, nextX, nextY).or(() -> on(study, nextX, nextY)).flatMap(Corner::on));
    }

    private double lastHeading() {
        return corners.size() < 2 ? 0 : corners.get(corners.size() - 2).heading(corners.getLast().x, corners.getLast().y);
    }

    private static OptionalDouble number(String text) {
        try {
            return text.isBlank() ? OptionalDouble.empty() : OptionalDouble.of(Double.parseDouble(text.strip()));
        } catch (NumberFormatException e) {
            return OptionalDouble.empty(); // half typed, such as "-"
        }
    }

    /** It begins at the outlet of something, and ends at the inlet of something, that is near. */
    private Optional<Corner> port(Study study, double x, double y) {
        for (PlantElement other : study.elements()) {
            for (Port port : other.ports()) {
                Pose at = Layout.pose(other, port);
                if (port.isIn() != corners.isEmpty() && Math.hypot(at.x() - x, at.y() - y) < Snapping.JOIN_METRES) {
                    return Optional.of(new Corner(at.x(), at.y(), Optional.empty()));
                }
            }
        }
        return Optional.empty();
    }

    /** The place of a conveyor that is there, not at its ends. */
    private static Optional<Corner> on(Study study, double x, double y) {
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

    /** The conveyor as it would be if its last corner were at the pointer; empty before there is a leg. */
    public Optional<Drawn> shown(Study study, double x, double y) {
        if (corners.isEmpty()) {
            return Optional.empty();
        }
        List<Corner> all = new ArrayList<>(corners);
        all.add(next(study, x, y));
        return made(study, all);
    }

    /** The conveyor through the corners that are set. */
    public Optional<Drawn> ended(Study study) {
        return made(study, corners);
    }

    private static Optional<Drawn> made(Study study, List<Corner> through) {
        List<Corner> apart = new ArrayList<>();
        for (Corner corner : through) {
            if (apart.isEmpty() || corner.to(apart.getLast()) >= MIN_METRES) {
                apart.add(corner);
            }
        }
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
                apart.stream().map(corner -> ConveyorPath.Corner.at(corner.x, corner.y, 0)).toList());
        Conveyor made = Conveyor.KIND.placed(study.names(), study.pieceTypes(), Placement.at(0, 0)).through(corners);
        return Optional.of(new Drawn(made, List.copyOf(changed.values())));
    }

    /** An end that lies on another conveyor comes to stand at its side, where that gets a divert or a merge. */
    private static Corner atPort(Study study, Corner end, Corner towards, boolean merges, Map<String, Conveyor> changed) {
        Branch branch = end.on.orElse(null);
        if (branch == null || !(study.find(branch.of).orElse(null) instanceof Conveyor there)) {
            return end;
        }
        Conveyor other = changed.getOrDefault(branch.of, there);
        Set<String> taken = new HashSet<>(other.fittings().stream().map(Fitting::name).toList());
        Quantity at = Quantity.metres(branch.metres);
        Fitting fitting = merges
                ? new Fitting.Merge(Names.free("Merge 1", taken), at, side(other, branch.metres, towards), Fitting.Priority.MAIN)
                : new Fitting.Divert(Names.free("Divert 1", taken), at, side(other, branch.metres, towards), Routing.PREFERENCE);
        Conveyor with = other.and(fitting);
        changed.put(branch.of, with);
        Pose port = Layout.pose(with, with.port(fitting.name(), merges));
        return new Corner(port.x(), port.y(), end.on);
    }

    private static Fitting.Side side(Conveyor conveyor, double metres, Corner towards) {
        Pose at = conveyor.path().at(metres);
        double heading = Math.toRadians(at.heading());
        double left = -(towards.x - at.x()) * Math.sin(heading) + (towards.y - at.y()) * Math.cos(heading);
        return left >= 0 ? Fitting.Side.LEFT : Fitting.Side.RIGHT;
    }
}
