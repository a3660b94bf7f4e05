package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Optional;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.study.Study;
import rhombic.study.way.PortStop;

/**
 * A stop of the selected equipment, or on the selected aisle: dragged, it goes along the aisle, or onto another one; a double click puts it
 * back to where an aisle is nearest.
 */
record StopGrip(PortStop stop) implements Grip {
    private static final double NEAR_PIXELS = 9;

    static Optional<StopGrip> at(FloorView floor, Workbench bench, double x, double y) {
        return floor.overlay().stops(bench.study(), bench.selection()).stream().map(StopGrip::new)
                .filter(grip -> grip.corners(floor).stream().anyMatch(p -> Math.hypot(p.x() - x, p.y() - y) < NEAR_PIXELS)).findFirst();
    }

    private String name() {
        return stop.element().name();
    }

    @Override
    public boolean isNew() {
        return false;
    }

    @Override
    public void select(Workbench bench) {
        bench.select(name());
    }

    @Override
    public String noun() {
        return "move the stop of " + name();
    }

    @Override
    public String takenOutText() {
        return "put the stop of " + name() + " where an aisle is nearest";
    }

    @Override
    public String hint() {
        return "stop of " + name() + " (" + stop.port().name() + "): drag it along the aisle"
                + (stop.stop().isMoved() ? ", or double-click for the nearest place" : "");
    }

    private PortStop to(Viewpoint.FloorPoint spot) {
        return stop.movedTo(Grip.fine(spot.x()), Grip.fine(spot.y()));
    }

    @Override
    public Study dragged(Study study, Viewpoint.FloorPoint spot) {
        return to(spot).appliedTo(study);
    }

    @Override
    public Study takenOut(Study study) {
        return stop.undoneIn(study);
    }

    @Override
    public Optional<Path> path(Study study) {
        return stop.in(study).map(there -> Path.through(List.of(there.pose(), there.portPose()), 0));
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        return floor.pixelOf(stop.stop().x(), stop.stop().y(), 0).stream().toList();
    }
}
