package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Snapping;
import rhombic.desktop.work.Workbench;
import rhombic.space.Pose;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;

/** Each click places one of a kind; what is made of rows can be dragged out from corner to corner. */
final class PlaceTool implements Tool {
    /** What is dragged less is clicked. */
    private static final double MIN_DRAGGED_METRES = 2;

    private final FloorView floor;
    private final Workbench bench;
    private final Kind<?> kind;
    private double turned;
    /** Whether the last click was where nothing can stand. */
    private boolean isTooFar;
    /** Where the button went down on the floor, of what can be dragged out; null while it is up. */
    private Viewpoint.@Nullable FloorPoint began;

    PlaceTool(FloorView floor, Workbench bench, Kind<?> kind) {
        this.floor = floor;
        this.bench = bench;
        this.kind = kind;
    }

    /** Shows it where it would be placed, at a pixel of the floor. */
    void show(double x, double y) {
        floor.floorAt(x, y).ifPresent(spot -> floor.showGhost(List.of(candidate(spot))));
        floor.overlay().setMarks(new FloorOverlay.Marks(List.of(), List.of(), hint(), x, y));
        floor.drawOverlay();
    }

    void place(double x, double y) {
        isTooFar = floor.floorAt(x, y).filter(FloorGestures::isNear).isEmpty();
        floor.floorAt(x, y).filter(FloorGestures::isNear).ifPresent(spot -> {
            PlantElement element = candidate(spot);
            bench.edit("place " + element.name(), study -> Edits.placed(study, element));
            bench.select(element.name());
        });
        floor.showGhost(List.of());
    }

    private PlantElement candidate(Viewpoint.FloorPoint spot) {
        double limit = Placement.MAX_DISTANCE_METRES - 1;
        Placement at = new Placement(Math.clamp(spot.x(), -limit, limit), Math.clamp(spot.y(), -limit, limit), turned);
        PlantElement element = Edits.made(kind, bench.study(), at);
        return element.placed(Snapping.of(bench.study(), element, Set.of()).at());
    }

    @Override
    public void press(MouseEvent e) {
        began = floor.floorAt(e.getX(), e.getY()).filter(FloorGestures::isNear).filter(spot -> dragged(spot, spot).isPresent())
                .orElse(null);
        if (began == null) {
            place(e.getX(), e.getY());
        }
        show(e.getX(), e.getY());
    }

    @Override
    public void drag(MouseEvent e) {
        Optional<PlantElement> dragged = dragged(e.getX(), e.getY());
        show(e.getX(), e.getY());
        dragged.ifPresent(element -> floor.showGhost(List.of(element)));
    }

    @Override
    public void release(MouseEvent e) {
        Optional<PlantElement> dragged = dragged(e.getX(), e.getY());
        boolean wasDown = began != null;
        began = null;
        if (dragged.isPresent()) {
            PlantElement element = dragged.get();
            bench.edit("place " + element.name(), study -> Edits.placed(study, element));
            bench.select(element.name());
            floor.showGhost(List.of());
        } else if (wasDown) {
            place(e.getX(), e.getY());
            show(e.getX(), e.getY());
        }
    }

    @Override
    public void cancel() {
        began = null;
    }

    /** As it has been dragged out so far; empty if it has not been, or can't be. */
    private Optional<PlantElement> dragged(double x, double y) {
        Viewpoint.FloorPoint from = began;
        return from == null
                ? Optional.empty()
                : floor.floorAt(x, y).filter(FloorGestures::isNear)
                        .filter(to -> Math.hypot(to.x() - from.x(), to.y() - from.y()) > MIN_DRAGGED_METRES)
                        .flatMap(to -> dragged(from, to));
    }

    private Optional<PlantElement> dragged(Viewpoint.FloorPoint from, Viewpoint.FloorPoint to) {
        return Edits.made(kind, bench.study(), new Placement(from.x(), from.y(), 0)).spanning(
                Pose.at(Grip.fine(from.x()), Grip.fine(from.y()), 0, 0), Pose.at(to.x(), to.y(), 0, 0));
    }

    @Override
    public boolean key(KeyEvent e, double x, double y) {
        if (e.getCode() != KeyCode.R || e.isControlDown()) {
            return false;
        }
        turned += 90;
        show(x, y);
        return true;
    }

    private boolean isDraggedOut() {
        Pose here = Pose.at(0, 0, 0, 0);
        return Edits.made(kind, bench.study(), new Placement(0, 0, 0)).spanning(here, here).isPresent();
    }

    @Override
    public String hint() {
        return (isTooFar ? "nothing can stand that far away\n" : "") + "click places a " + kind.word().toLowerCase(Locale.ROOT)
                + (isDraggedOut() ? ", drag lays it from corner to corner" : "")
                + "\nR turns it \u00b7 Esc ends";
    }
}
