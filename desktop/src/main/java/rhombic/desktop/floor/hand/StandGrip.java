package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Optional;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.duty.StandPoint;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.WorkEquipment;

/** Where people stand at the selected station: dragged, they stand elsewhere; a double click puts them back to its working side. */
record StandGrip(WorkEquipment station) implements Grip {
    private static final double NEAR_PIXELS = 9;

    static Optional<StandGrip> at(FloorView floor, Workbench bench, double x, double y) {
        return bench.single().filter(WorkEquipment.class::isInstance).map(WorkEquipment.class::cast)
                .filter(work -> !work.needs().isEmpty() || work.basics().duty().standOffset() != null).map(StandGrip::new)
                .filter(grip -> grip.corners(floor).stream().anyMatch(p -> Math.hypot(p.x() - x, p.y() - y) < NEAR_PIXELS));
    }

    @Override
    public boolean isNew() {
        return false;
    }

    @Override
    public void select(Workbench bench) {
        bench.select(station.name());
    }

    @Override
    public String noun() {
        return "move where people stand at " + station.name();
    }

    @Override
    public String takenOutText() {
        return "people stand at the usual place of " + station.name();
    }

    @Override
    public String hint() {
        return "people stand here: drag them, or double-click for the usual place";
    }

    @Override
    public Study dragged(Study study, Viewpoint.FloorPoint spot) {
        PlantElement plain = stood(station, new StandPoint(0, 0));
        Pose zero = Layout.stand(plain, 0);
        double angle = Math.toRadians(station.placement().headingDegrees());
        double dx = Grip.fine(spot.x()) - zero.x();
        double dy = Grip.fine(spot.y()) - zero.y();
        StandPoint local = new StandPoint(round(dx * Math.cos(angle) + dy * Math.sin(angle)),
                round(-dx * Math.sin(angle) + dy * Math.cos(angle)));
        return study.changed(station.name(), element -> stood(element, local));
    }

    /** To the millimetre. */
    private static double round(double metres) {
        return Math.round(metres * 1000) / 1000.0;
    }

    private static PlantElement stood(PlantElement element, @org.jspecify.annotations.Nullable StandPoint spot) {
        return element.with(element.basics().withDuty(element.basics().duty().withStandOffset(spot)));
    }

    @Override
    public Study takenOut(Study study) {
        return study.changed(station.name(), element -> stood(element, null));
    }

    @Override
    public Optional<Path> path(Study study) {
        return Optional.empty();
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        Pose at = Layout.stand(station, 0);
        return floor.pixelOf(at.x(), at.y(), 0).stream().toList();
    }
}
