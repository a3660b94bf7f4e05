package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Kinds;
import rhombic.study.value.Fitting;
import rhombic.study.value.Names;
import rhombic.study.value.Placement;
import rhombic.study.value.Port;
import rhombic.study.value.WayOut;

/** A conveyor while it is drawn, corner by corner. */
public final class WayDrawing {
    /** Directions that a leg snaps to. */
    private static final double STEP_DEGREES = 15;

    private static final double USUAL_RADIUS_METRES = 1;
    private static final double LEAST_METRES = 0.2;
    /** So near beside a conveyor a click still means it. */
    private static final double NEAR_METRES = 0.1;

    private final List<double[]> corners = new ArrayList<>();
    /** What the first corner branches off, if it lies on another conveyor. */
    private Optional<Branch> branch = Optional.empty();
    /** The same for the last. */
    private Optional<Branch> merge = Optional.empty();

    /** A place along another conveyor. */
    private record Branch(Conveyor of, double metres) {}

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

    /** Sets the next corner where the pointer, or what was typed, has it; says whether it is one. */
    public boolean add(Study study, double x, double y) {
        double[] next = next(study, x, y);
        if (!corners.isEmpty() && Math.hypot(next[0] - corners.getLast()[0], next[1] - corners.getLast()[1]) < LEAST_METRES) {
            return false;
        }
        Optional<Branch> on = port(study, next[0], next[1]).isPresent() ? Optional.empty() : on(study, next[0], next[1]);
        if (corners.isEmpty()) {
            branch = on;
        } else {
            merge = on;
        }
        corners.add(next);
        typed = "";
        return true;
    }

    /** Where the next corner would be: at a port that is near, as far and turned as typed, or on the grid. */
    private double[] next(Study study, double x, double y) {
        Optional<double[]> port = typed.isEmpty() ? port(study, x, y) : Optional.empty();
        if (port.isPresent()) {
            return port.get();
        }
        Optional<Branch> on = typed.isEmpty() ? on(study, x, y) : Optional.empty();
        if (on.isPresent()) {
            Pose at = on.get().of.path().at(on.get().metres);
            return new double[] {at.x(), at.y()};
        }
        if (corners.isEmpty()) {
            return new double[] {Snapping.grid(x), Snapping.grid(y)};
        }
        double[] last = corners.getLast();
        String[] parts = typed.strip().split("\\s*,\\s*", 2);
        OptionalDouble length = number(parts[0]);
        OptionalDouble turn = parts.length > 1 ? number(parts[1]) : OptionalDouble.empty();
        double pointed = Math.toDegrees(Math.atan2(y - last[1], x - last[0]));
        double heading = turn.isPresent() ? lastHeading() + turn.getAsDouble() : Math.round(pointed / STEP_DEGREES) * STEP_DEGREES;
        double along = (x - last[0]) * Math.cos(Math.toRadians(heading)) + (y - last[1]) * Math.sin(Math.toRadians(heading));
        double metres = length.orElse(Math.max(0, Math.round(along * 10) / 10.0));
        return new double[] {last[0] + metres * Math.cos(Math.toRadians(heading)), last[1] + metres * Math.sin(Math.toRadians(heading))};
    }

    private double lastHeading() {
        if (corners.size() < 2) {
            return 0;
        }
        double[] a = corners.get(corners.size() - 2);
        double[] b = corners.getLast();
        return Math.toDegrees(Math.atan2(b[1] - a[1], b[0] - a[0]));
    }

    private static OptionalDouble number(String text) {
        try {
            return text.isBlank() ? OptionalDouble.empty() : OptionalDouble.of(Double.parseDouble(text.strip()));
        } catch (NumberFormatException e) {
            return OptionalDouble.empty(); // half typed, such as "-"
        }
    }

    /** It begins at the outlet of something, and ends at the inlet of something, that is near. */
    private Optional<double[]> port(Study study, double x, double y) {
        for (Equipment other : study.equipment()) {
            for (Port port : other.ports()) {
                Pose at = Layout.pose(other, port);
                if (port.isIn() != corners.isEmpty() && Math.hypot(at.x() - x, at.y() - y) < Snapping.JOIN_METRES) {
                    return Optional.of(new double[] {at.x(), at.y()});
                }
            }
        }
        return Optional.empty();
    }

    /** The place of a conveyor that is there, not at its ends. */
    private static Optional<Branch> on(Study study, double x, double y) {
        for (Equipment other : study.equipment()) {
            if (other instanceof Conveyor conveyor) {
                double metres = conveyor.nearest(x, y);
                Pose at = conveyor.path().at(metres);
                boolean isInside = metres > Snapping.JOIN_METRES && metres < conveyor.route().metres() - Snapping.JOIN_METRES;
                if (isInside && Math.hypot(at.x() - x, at.y() - y) < conveyor.wholeWidthMetres() / 2 + NEAR_METRES) {
                    return Optional.of(new Branch(conveyor, Math.round(metres * 10) / 10.0));
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
        List<double[]> all = new ArrayList<>(corners);
        double[] next = next(study, x, y);
        all.add(next);
        return made(study, all, port(study, next[0], next[1]).isPresent() ? Optional.empty() : on(study, next[0], next[1]));
    }

    /** The conveyor through the corners that are set. */
    public Optional<Drawn> ended(Study study) {
        return made(study, corners, merge);
    }

    private Optional<Drawn> made(Study study, List<double[]> through, Optional<Branch> into) {
        List<double[]> apart = new ArrayList<>();
        for (double[] corner : through) {
            if (apart.isEmpty() || Math.hypot(corner[0] - apart.getLast()[0], corner[1] - apart.getLast()[1]) >= LEAST_METRES) {
                apart.add(corner);
            }
        }
        if (apart.size() < 2) {
            return Optional.empty();
        }
        List<Conveyor> changed = new ArrayList<>();
        branch.ifPresent(from -> {
            Fitting.Side side = side(from, apart.get(1));
            String name = free("Divert 1", from.of);
            changed.add(fitted(from.of, new Fitting.Divert(name, Quantity.metres(from.metres), side, WayOut.PREFERENCE), apart, 0));
        });
        into.ifPresent(to -> {
            Conveyor other = changed.stream().filter(one -> one.name().equals(to.of.name())).findFirst().orElse(to.of);
            changed.remove(other);
            Fitting.Side side = side(to, apart.get(apart.size() - 2));
            String name = free("Merge 1", other);
            changed.add(
                    fitted(other, new Fitting.Merge(name, Quantity.metres(to.metres), side, Fitting.First.MAIN), apart, apart.size() - 1));
        });
        if (Math.hypot(apart.get(1)[0] - apart.get(0)[0], apart.get(1)[1] - apart.get(0)[1]) < LEAST_METRES / 2) {
            return Optional.empty();
        }
        double[] radii = new double[apart.size()];
        java.util.Arrays.fill(radii, USUAL_RADIUS_METRES);
        Conveyor made = Kinds.CONVEYOR.placed(study.names(), study.pieceTypes(), Placement.at(0, 0)).through(apart, radii);
        return Optional.of(new Drawn(made, changed));
    }

    /** Adds it, and lets the corner stand at its port, at the side of the other conveyor. */
    private static Conveyor fitted(Conveyor other, Fitting fitting, List<double[]> corners, int corner) {
        Conveyor with = other.and(fitting);
        Pose port = Layout.pose(with, with.port(fitting.name(), fitting instanceof Fitting.Merge));
        corners.set(corner, new double[] {port.x(), port.y()});
        return with;
    }

    private static Fitting.Side side(Branch branch, double[] towards) {
        Pose at = branch.of.path().at(branch.metres);
        double heading = Math.toRadians(at.heading());
        double left = -(towards[0] - at.x()) * Math.sin(heading) + (towards[1] - at.y()) * Math.cos(heading);
        return left >= 0 ? Fitting.Side.LEFT : Fitting.Side.RIGHT;
    }

    private static String free(String wish, Conveyor conveyor) {
        return Names.free(wish, new HashSet<>(conveyor.fittings().stream().map(Fitting::name).toList()));
    }
}
