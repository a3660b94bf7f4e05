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
import rhombic.study.kind.PlantElement;

/** A corner of what is selected: dragging it sizes that, as far as its kind does so. */
record CornerGrip(PlantElement element, Pose corner) implements Grip {
    private static final double NEAR_PIXELS = 9;

    static Optional<CornerGrip> at(FloorView floor, Workbench bench, double x, double y) {
        return bench.single().flatMap(element -> element.sizingCorner().map(corner -> new CornerGrip(element, corner)))
                .filter(grip -> floor.pixelOf(grip.corner.x(), grip.corner.y(), 0)
                        .filter(p -> Math.hypot(p.x() - x, p.y() - y) < NEAR_PIXELS).isPresent());
    }

    @Override
    public boolean isNew() {
        return false;
    }

    @Override
    public void select(Workbench bench) {
        bench.select(element.name());
    }

    @Override
    public String noun() {
        return "size " + element.name();
    }

    @Override
    public String hint() {
        return element.sizingHint();
    }

    @Override
    public Study dragged(Study study, Viewpoint.FloorPoint spot) {
        return study.changed(element.name(), e -> e.sizedTo(Pose.at(spot.x(), spot.y(), 0, 0)));
    }

    @Override
    public String takenOutText() {
        return noun();
    }

    /** What is sized always has a size. */
    @Override
    public Study takenOut(Study study) {
        return study;
    }

    /** Round it as it would be. */
    @Override
    public Optional<Path> path(Study study) {
        return study.find(element.name()).map(sized -> {
            List<Pose> corners = new ArrayList<>(sized.onFootprint());
            corners.add(corners.getFirst());
            return Path.through(corners, 0);
        });
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        return floor.pixelOf(corner.x(), corner.y(), 0).stream().toList();
    }
}
