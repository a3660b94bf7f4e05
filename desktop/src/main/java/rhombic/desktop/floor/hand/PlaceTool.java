package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Snapping;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;

/** Each click places one of a kind. */
final class PlaceTool implements Tool {
    private final FloorView floor;
    private final Workbench bench;
    private final Kind<?> kind;
    private double turned;
    /** Whether the last click was where nothing can stand. */
    private boolean isTooFar;

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
        place(e.getX(), e.getY());
        show(e.getX(), e.getY());
    }

    @Override
    public void drag(MouseEvent e) {
        show(e.getX(), e.getY());
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

    @Override
    public String hint() {
        return (isTooFar ? "nothing can stand that far away\n" : "") + "click places a " + kind.word().toLowerCase(Locale.ROOT)
                + "\nR turns it \u00b7 Esc ends";
    }
}
