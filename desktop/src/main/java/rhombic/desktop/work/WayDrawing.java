package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Kinds;
import rhombic.study.value.Placement;
import rhombic.study.value.Route;

/** A conveyor while it is drawn, corner by corner. */
public final class WayDrawing {
    /** Directions that a leg snaps to. */
    private static final double STEP_DEGREES = 15;

    private static final double USUAL_RADIUS_METRES = 1;
    private static final double LEAST_METRES = 0.2;

    private final List<double[]> corners = new ArrayList<>();
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
            boolean fits = corners.isEmpty() ? other.givesPieces() : other.takesPieces();
            Pose port = corners.isEmpty() ? Layout.outlet(other, "") : Layout.inlet(other, "");
            if (fits && Math.hypot(port.x() - x, port.y() - y) < Snapping.JOIN_METRES) {
                return Optional.of(new double[] {port.x(), port.y()});
            }
        }
        return Optional.empty();
    }

    /** The conveyor as it would be if its last corner were at the pointer; empty before there is a leg. */
    public Optional<Conveyor> shown(Study study, double x, double y) {
        if (corners.isEmpty()) {
            return Optional.empty();
        }
        List<double[]> all = new ArrayList<>(corners);
        all.add(next(study, x, y));
        return made(study, all);
    }

    /** The conveyor through the corners that are set. */
    public Optional<Conveyor> ended(Study study) {
        return made(study, corners);
    }

    private static Optional<Conveyor> made(Study study, List<double[]> corners) {
        List<double[]> apart = new ArrayList<>();
        for (double[] corner : corners) {
            if (apart.isEmpty() || Math.hypot(corner[0] - apart.getLast()[0], corner[1] - apart.getLast()[1]) >= LEAST_METRES) {
                apart.add(corner);
            }
        }
        if (apart.size() < 2) {
            return Optional.empty();
        }
        Route route = Route.through(apart, USUAL_RADIUS_METRES);
        double[] first = apart.getFirst();
        double heading = Math.toDegrees(Math.atan2(apart.get(1)[1] - first[1], apart.get(1)[0] - first[0]));
        double rounded = Math.round(heading * 1000) / 1000.0;
        Pose start = Pose.at(0, 0, 0, rounded).of(route.start(0));
        return Optional.of(Kinds.CONVEYOR
                .placed(study.names(), study.pieceTypes(), new Placement(first[0] - start.x(), first[1] - start.y(), rounded))
                .withRoute(route));
    }
}
