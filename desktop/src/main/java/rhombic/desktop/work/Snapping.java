package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;

/** Where an element comes to stand that is held near a place: port to port, on the middle line of another, or on the grid. */
public final class Snapping {
    /** Grid that placements snap to. */
    public static final double GRID_METRES = 0.5;

    /** How near two ports must come to join. */
    public static final double JOIN_METRES = 0.6;

    /** How near a middle must come to the line of another. */
    public static final double LINE_METRES = 0.2;

    private Snapping() {}

    /** A line of the floor that something was snapped to. */
    public record Guide(double fromX, double fromY, double toX, double toY) {}

    /** Where it stands, and why. */
    public record Snap(Placement at, List<Guide> guides) {
        public Snap {
            guides = List.copyOf(guides);
        }
    }

    /** @param without elements that are no neighbours, since they move along */
    public static Snap of(Study study, PlantElement element, Set<String> without) {
        List<PlantElement> others = study.elements().stream()
                .filter(other -> !without.contains(other.name()) && !other.name().equals(element.name())).toList();
        for (PlantElement other : others) {
            for (Port mine : element.ports()) {
                for (Port theirs : other.ports()) {
                    Pose here = Layout.pose(element, mine);
                    Pose there = Layout.pose(other, theirs);
                    if (mine.isIn() != theirs.isIn() && isNear(here, there)) {
                        return new Snap(element.placement().movedBy(there.x() - here.x(), there.y() - here.y()), List.of());
                    }
                }
            }
        }
        double x = element.placement().xMetres();
        double y = element.placement().yMetres();
        List<Guide> guides = new ArrayList<>();
        double snappedX = grid(x);
        double snappedY = grid(y);
        PlantElement onX = nearest(others, x, y, true);
        if (onX != null) {
            snappedX = onX.placement().xMetres();
        }
        PlantElement onY = nearest(others, x, y, false);
        if (onY != null) {
            snappedY = onY.placement().yMetres();
        }
        if (onX != null) {
            guides.add(new Guide(snappedX, onX.placement().yMetres(), snappedX, snappedY));
        }
        if (onY != null) {
            guides.add(new Guide(onY.placement().xMetres(), snappedY, snappedX, snappedY));
        }
        return new Snap(element.placement().movedTo(snappedX, snappedY), guides);
    }

    /** Of those whose middle line is near, the one that stands nearest. */
    private static @org.jspecify.annotations.Nullable PlantElement nearest(List<PlantElement> others, double x, double y, boolean ofX) {
        PlantElement nearest = null;
        double min = Double.MAX_VALUE;
        for (PlantElement other : others) {
            double beside = Math.abs(ofX ? other.placement().xMetres() - x : other.placement().yMetres() - y);
            double away = Math.hypot(other.placement().xMetres() - x, other.placement().yMetres() - y);
            if (beside < LINE_METRES && away < min) {
                nearest = other;
                min = away;
            }
        }
        return nearest;
    }

    private static boolean isNear(Pose a, Pose b) {
        return Math.hypot(a.x() - b.x(), a.y() - b.y()) < JOIN_METRES && Math.abs(a.z() - b.z()) < JOIN_METRES;
    }

    static double grid(double metres) {
        return Math.round(metres / GRID_METRES) * GRID_METRES;
    }
}
