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
import rhombic.study.site.LineElement;

/**
 * A corner of the selected wall, fence or aisle, an end of it, or the middle of a leg, from which a new corner can be drawn.
 *
 * @param corner index among its corners; of a new one, where it will stand among the others
 */
record LineGrip(LineElement element, int corner, boolean isNew) implements Grip {
    private static final double NEAR_PIXELS = 9;

    static Optional<LineGrip> at(FloorView floor, Workbench bench, double x, double y) {
        if (!(bench.single().orElse(null) instanceof LineElement line)) {
            return Optional.empty();
        }
        List<Pose> places = line.cornersOnFloor();
        for (int i = 0; i < places.size(); i++) {
            if (isNear(floor, places.get(i), x, y)) {
                return Optional.of(new LineGrip(line, i, false));
            }
        }
        for (int i = 0; i + 1 < places.size(); i++) {
            if (isNear(floor, middle(places.get(i), places.get(i + 1)), x, y)) {
                return Optional.of(new LineGrip(line, i + 1, true));
            }
        }
        return Optional.empty();
    }

    private static Pose middle(Pose one, Pose other) {
        return Pose.at((one.x() + other.x()) / 2, (one.y() + other.y()) / 2, one.z(), 0);
    }

    private static boolean isNear(FloorView floor, Pose place, double x, double y) {
        return floor.pixelOf(place.x(), place.y(), place.z()).filter(p -> Math.hypot(p.x() - x, p.y() - y) < NEAR_PIXELS).isPresent();
    }

    @Override
    public void select(Workbench bench) {
        bench.select(element.name());
    }

    @Override
    public String noun() {
        return "lay " + element.name() + " anew";
    }

    @Override
    public double heightMetres() {
        return element.placement().zMetres();
    }

    @Override
    public Study dragged(Study study, Viewpoint.FloorPoint spot) {
        List<Pose> places = new ArrayList<>(element.cornersOnFloor());
        Pose to = Pose.at(Grip.fine(spot.x()), Grip.fine(spot.y()), 0, 0);
        if (isNew) {
            places.add(corner, to);
        } else {
            places.set(corner, to);
        }
        return laid(study, places);
    }

    @Override
    public String takenOutText() {
        return "take a corner out";
    }

    @Override
    public Study takenOut(Study study) {
        List<Pose> places = new ArrayList<>(element.cornersOnFloor());
        if (places.size() > 2) {
            places.remove(corner);
        }
        return laid(study, places);
    }

    private Study laid(Study study, List<Pose> places) {
        return study.changed(element.name(), e -> element.through(places));
    }

    @Override
    public Optional<Path> path(Study study) {
        return study.find(element.name()).flatMap(PlantElement::along).map(PlantElement.Along::path);
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        element.cornersOnFloor().forEach(at -> floor.pixelOf(at.x(), at.y(), at.z()).ifPresent(pixels::add));
        return pixels;
    }
}
