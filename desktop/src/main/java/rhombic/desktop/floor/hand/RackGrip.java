package rhombic.desktop.floor.hand;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.Rack;

/** The rear corner of the selected rack: dragging it adds or takes out bays and aisles. */
record RackGrip(Rack rack) implements Grip {
    private static final double NEAR_PIXELS = 9;

    static Optional<RackGrip> at(FloorView floor, Workbench bench, double x, double y) {
        return bench.single().filter(Rack.class::isInstance).map(Rack.class::cast)
                .filter(rack -> floor.pixelOf(rack.rearCorner().x(), rack.rearCorner().y(), 0)
                        .filter(p -> Math.hypot(p.x() - x, p.y() - y) < NEAR_PIXELS).isPresent())
                .map(RackGrip::new);
    }

    @Override
    public boolean isNew() {
        return false;
    }

    @Override
    public void select(Workbench bench) {
        bench.select(rack.name());
    }

    @Override
    public String noun() {
        return "size " + rack.name();
    }

    @Override
    public String hint() {
        return "drag to add bays and aisles";
    }

    @Override
    public Study dragged(Study study, Viewpoint.FloorPoint spot) {
        return study.changed(rack.name(), e -> ((Rack) e).withRearCorner(Pose.at(spot.x(), spot.y(), 0, 0)));
    }

    @Override
    public String takenOutText() {
        return noun();
    }

    /** A rack always has a rear. */
    @Override
    public Study takenOut(Study study) {
        return study;
    }

    /** Round the rack as it would be. */
    @Override
    public Optional<Path> path(Study study) {
        return study.find(rack.name()).map(element -> {
            List<Pose> corners = new ArrayList<>(element.onFootprint());
            corners.add(corners.getFirst());
            return Path.through(corners, 0);
        });
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        return floor.pixelOf(rack.rearCorner().x(), rack.rearCorner().y(), 0).stream().toList();
    }
}
