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
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Port;

/**
 * A corner of the selected conveyor, an end of it, or the middle of a leg, from which a new corner can be drawn.
 *
 * @param corner index among its corners; of a new one, where it will stand among the others
 */
record PathGrip(Conveyor conveyor, int corner, boolean isNew) implements Grip {
    private static final double NEAR_PIXELS = 9;

    static Optional<PathGrip> at(FloorView floor, Workbench bench, double x, double y) {
        Optional<Conveyor> conveyor = bench.single().filter(Conveyor.class::isInstance).map(Conveyor.class::cast);
        Optional<ConveyorPath.Corners> corners = conveyor.flatMap(Conveyor::corners);
        if (conveyor.isEmpty() || corners.isEmpty()) {
            return Optional.empty();
        }
        List<ConveyorPath.Corner> places = corners.get().all();
        for (int i = 0; i < places.size(); i++) {
            if (isNear(floor, conveyor.get(), places.get(i), x, y)) {
                return Optional.of(new PathGrip(conveyor.get(), i, false));
            }
        }
        for (int i = 0; i + 1 < places.size(); i++) {
            if (isNear(floor, conveyor.get(), places.get(i).between(places.get(i + 1)), x, y)) {
                return Optional.of(new PathGrip(conveyor.get(), i + 1, true));
            }
        }
        return Optional.empty();
    }

    private static Optional<Viewpoint.Pixel> pixelOf(FloorView floor, Conveyor conveyor, ConveyorPath.Corner at) {
        return floor.pixelOf(at.x(), at.y(), height(conveyor, at));
    }

    private static boolean isNear(FloorView floor, Conveyor conveyor, ConveyorPath.Corner place, double x, double y) {
        return pixelOf(floor, conveyor, place).filter(p -> Math.hypot(p.x() - x, p.y() - y) < NEAR_PIXELS).isPresent();
    }

    @Override
    public void select(Workbench bench) {
        bench.select(conveyor.name());
    }

    @Override
    public String noun() {
        return "lay " + conveyor.name() + " anew";
    }

    @Override
    public double heightMetres() {
        List<ConveyorPath.Corner> all = conveyor.corners().orElseThrow().all();
        ConveyorPath.Corner held = isNew ? all.get(corner - 1).between(all.get(corner)) : all.get(corner);
        return height(conveyor, held);
    }

    private static double height(Conveyor conveyor, ConveyorPath.Corner at) {
        return conveyor.placement().zMetres() + Port.TABLE_METRES + at.height();
    }

    @Override
    public Study dragged(Study study, Viewpoint.FloorPoint spot) {
        ConveyorPath.Corners before = conveyor.corners().orElseThrow();
        double x = Grip.fine(spot.x());
        double y = Grip.fine(spot.y());
        return laid(study, isNew ? before.with(corner, x, y) : before.moved(corner, x, y));
    }

    @Override
    public Study takenOut(Study study) {
        return laid(study, conveyor.corners().orElseThrow().without(corner));
    }

    private Study laid(Study study, ConveyorPath.Corners corners) {
        return Edits.laid(study, conveyor.through(corners));
    }

    @Override
    public Optional<Path> path(Study study) {
        return study.find(conveyor.name()).filter(Conveyor.class::isInstance).map(found -> ((Conveyor) found).path());
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        conveyor.corners().ifPresent(corners -> corners.all().forEach(at -> pixelOf(floor, conveyor, at).ifPresent(pixels::add)));
        return pixels;
    }
}
