package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Optional;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.site.Aisle;

/** The arrow of the selected aisle: a click makes it one-way, the next turns it round, the one after that opens it both ways. */
record ArrowGrip(Aisle aisle) implements Grip {
    private static final double NEAR_PIXELS = 11;

    static Optional<ArrowGrip> at(FloorView floor, Workbench bench, double x, double y) {
        return bench.single().filter(Aisle.class::isInstance).map(Aisle.class::cast)
                .filter(aisle -> pixel(floor, aisle).filter(p -> Math.hypot(p.x() - x, p.y() - y) < NEAR_PIXELS).isPresent())
                .map(ArrowGrip::new);
    }

    private static Optional<Viewpoint.Pixel> pixel(FloorView floor, Aisle aisle) {
        Pose at = aisle.arrow();
        return floor.pixelOf(at.x(), at.y(), at.z());
    }

    @Override
    public boolean isNew() {
        return false;
    }

    @Override
    public void select(Workbench bench) {
        bench.edit(noun(), study -> study.changed(aisle.name(), e -> ((Aisle) e).turned()));
    }

    @Override
    public String noun() {
        return "turn " + aisle.name();
    }

    @Override
    public String hint() {
        return aisle.direction() == Aisle.Direction.BOTH_WAYS
                ? "click makes it one-way"
                : "click turns it round, or opens it both ways";
    }

    @Override
    public Study dragged(Study study, Viewpoint.FloorPoint spot) {
        return study;
    }

    @Override
    public String takenOutText() {
        return "open " + aisle.name() + " both ways";
    }

    @Override
    public Study takenOut(Study study) {
        return study.changed(aisle.name(), e -> ((Aisle) e).withDirection(Aisle.Direction.BOTH_WAYS));
    }

    @Override
    public Optional<Path> path(Study study) {
        return Optional.empty();
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        return pixel(floor, aisle).map(List::of).orElse(List.of());
    }
}
