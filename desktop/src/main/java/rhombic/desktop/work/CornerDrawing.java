package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.StudyException;

/** Something long while it is drawn, corner by corner: each by a click, or as far and turned as typed. */
public abstract class CornerDrawing {
    /** Directions that a leg snaps to. */
    private static final double STEP_DEGREES = 15;
    static final double MIN_METRES = 0.2;

    private final List<Corner> corners = new ArrayList<>();
    private String typed = "";

    /** A place along another element. */
    record Branch(String of, double metres) {}

    /** @param on what other element it lies on, if that matters */
    record Corner(double x, double y, Optional<Branch> on) {
        double to(Corner other) {
            return Math.hypot(other.x - x, other.y - y);
        }

        double heading(double towardsX, double towardsY) {
            return Math.toDegrees(Math.atan2(towardsY - y, towardsX - x));
        }
    }

    /** What was drawn, and the elements that it has changed by where it begins and ends. */
    public record Drawn(PlantElement element, double metres, List<PlantElement> changed) {
        public Study placed(Study study) {
            Study result = study;
            for (PlantElement other : changed) {
                result = result.changed(other.name(), e -> other);
            }
            return Edits.placed(result, element);
        }
    }

    // ---- what is a matter of its kind

    /** What begins there if it is something that is near; the first corner of nothing is on the grid. */
    abstract Optional<Corner> near(Study study, double x, double y);

    /** What a corner that was typed lies on. */
    abstract Optional<Branch> on(Study study, double x, double y);

    /** What it would be through those corners; empty if there is nothing to lay. */
    abstract Optional<Drawn> made(Study study, List<Corner> through);

    /** Whether it can only end at its last corner. */
    public abstract boolean endsThere(Study study);

    /** What the first click does beside beginning it. */
    public abstract String beginning();

    /** What ends it beside a double click and Enter. */
    public abstract String ending();

    // ---- corners

    final List<Corner> corners() {
        return corners;
    }

    public final boolean hasBegun() {
        return !corners.isEmpty();
    }

    /** Whether there is a leg already, so that it can end. */
    public final boolean canEnd() {
        return corners.size() > 1;
    }

    /** Begins anew. */
    public final void clear() {
        corners.clear();
        typed = "";
    }

    public final String typed() {
        return typed;
    }

    public final void type(String text) {
        typed += text;
    }

    public final void takeBack() {
        if (!typed.isEmpty()) {
            typed = typed.substring(0, typed.length() - 1);
        } else if (!corners.isEmpty()) {
            corners.removeLast();
        }
    }

    /**
     * Sets the next corner where the pointer, or what was typed, has it; says whether it is one.
     *
     * @throws StudyException if nothing can be laid that way; the corner is not set then
     */
    public final boolean add(Study study, double x, double y) {
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

    /** Where the next corner would be: at what is near, as far and turned as typed, or on the grid. */
    private Corner next(Study study, double x, double y) {
        if (typed.isEmpty()) {
            Optional<Corner> near = near(study, x, y);
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
        return new Corner(nextX, nextY, on(study, nextX, nextY));
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

    /** It as it would be if its last corner were at the pointer; empty before there is a leg. */
    public final Optional<Drawn> shown(Study study, double x, double y) {
        if (corners.isEmpty()) {
            return Optional.empty();
        }
        List<Corner> all = new ArrayList<>(corners);
        all.add(next(study, x, y));
        return made(study, all);
    }

    /** It through the corners that are set. */
    public final Optional<Drawn> ended(Study study) {
        return made(study, corners);
    }

    /** Without corners that are too near to the one before. */
    static List<Corner> apart(List<Corner> through) {
        List<Corner> apart = new ArrayList<>();
        for (Corner corner : through) {
            if (apart.isEmpty() || corner.to(apart.getLast()) >= MIN_METRES) {
                apart.add(corner);
            }
        }
        return apart;
    }
}
