package rhombic.desktop.floor.hand;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.value.Port;
import rhombic.study.value.Route;

/**
 * A corner of the selected conveyor, an end of it, or the middle of a leg, from which a new corner can be drawn.
 *
 * @param corner index among its corners; of a new one, where it will stand among the others
 */
record WayGrip(Conveyor conveyor, int corner, boolean isNew) implements Grip {
    private static final double NEAR_PIXELS = 9;
    private static final double NEW_RADIUS_METRES = 1;

    static Optional<WayGrip> at(FloorView floor, Workbench bench, double x, double y) {
        Optional<Conveyor> conveyor = bench.single().filter(Conveyor.class::isInstance).map(Conveyor.class::cast);
        Optional<Route.Corners> corners = conveyor.flatMap(Conveyor::corners);
        if (conveyor.isEmpty() || corners.isEmpty()) {
            return Optional.empty();
        }
        List<double[]> places = corners.get().places();
        double z = height(conveyor.get());
        for (int i = 0; i < places.size(); i++) {
            if (isNear(floor, places.get(i), z, x, y)) {
                return Optional.of(new WayGrip(conveyor.get(), i, false));
            }
        }
        for (int i = 0; i + 1 < places.size(); i++) {
            if (isNear(floor, middle(places.get(i), places.get(i + 1)), z, x, y)) {
                return Optional.of(new WayGrip(conveyor.get(), i + 1, true));
            }
        }
        return Optional.empty();
    }

    private static double height(Conveyor conveyor) {
        return conveyor.placement().zMetres() + Port.TABLE_METRES;
    }

    private static double[] middle(double[] a, double[] b) {
        return new double[] {(a[0] + b[0]) / 2, (a[1] + b[1]) / 2};
    }

    private static boolean isNear(FloorView floor, double[] place, double z, double x, double y) {
        return floor.pixelOf(place[0], place[1], z).filter(p -> Math.hypot(p.x() - x, p.y() - y) < NEAR_PIXELS).isPresent();
    }

    @Override
    public String owner() {
        return conveyor.name();
    }

    @Override
    public String what() {
        return "lay " + conveyor.name() + " anew";
    }

    @Override
    public Study dragged(Study study, Viewpoint.Spot spot) {
        Route.Corners before = conveyor.corners().orElseThrow();
        double x = Grip.fine(spot.x());
        double y = Grip.fine(spot.y());
        return laid(study, isNew ? before.with(corner, x, y, NEW_RADIUS_METRES) : before.moved(corner, x, y));
    }

    @Override
    public Study takenOut(Study study) {
        return laid(study, conveyor.corners().orElseThrow().without(corner));
    }

    private Study laid(Study study, Route.Corners corners) {
        return Edits.laid(study, conveyor.through(corners));
    }

    @Override
    public Optional<Path> path(Study study) {
        return study.find(conveyor.name()).filter(Conveyor.class::isInstance).map(found -> ((Conveyor) found).path());
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        conveyor.corners().ifPresent(
                corners -> corners.places().forEach(at -> floor.pixelOf(at[0], at[1], height(conveyor)).ifPresent(pixels::add)));
        return pixels;
    }
}
