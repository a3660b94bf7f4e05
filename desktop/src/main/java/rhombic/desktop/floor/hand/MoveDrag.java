package rhombic.desktop.floor.hand;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Snapping;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.PlantElement;

/** Moves what is selected. Digits are the distance that it goes; Enter puts it there. */
final class MoveDrag implements Drag {
    private final FloorView floor;
    private final Workbench bench;
    private final PlantElement held;
    private final double fromX;
    private final double fromY;
    private String typed = "";

    /** @param held the one that the hand has hold of, which is snapped */
    MoveDrag(FloorView floor, Workbench bench, PlantElement held, double fromX, double fromY) {
        this.floor = floor;
        this.bench = bench;
        this.held = held;
        this.fromX = fromX;
        this.fromY = fromY;
    }

    /** How far what is held goes, and the lines that it was snapped to. */
    private record Shift(double dx, double dy, List<Snapping.Guide> guides) {
        static final Shift NONE = new Shift(0, 0, List.of());
    }

    private Shift shift(double x, double y) {
        Optional<Viewpoint.FloorPoint> from = floor.floorAt(fromX, fromY);
        Optional<Viewpoint.FloorPoint> to = floor.floorAt(x, y);
        if (from.isEmpty() || to.isEmpty() || !FloorGestures.isNear(to.get())) {
            return Shift.NONE;
        }
        double dx = to.get().x() - from.get().x();
        double dy = to.get().y() - from.get().y();
        Optional<double[]> exact = TypedDistance.parse(typed, dx, dy);
        if (exact.isPresent()) {
            return new Shift(exact.get()[0], exact.get()[1], List.of());
        }
        PlantElement wanted = held.placed(held.placement().movedBy(dx, dy));
        Snapping.Snap snap = Snapping.of(bench.study(), wanted, bench.selection());
        return new Shift(snap.at().xMetres() - held.placement().xMetres(), snap.at().yMetres() - held.placement().yMetres(), snap.guides());
    }

    @Override
    public void show(double x, double y) {
        Shift by = shift(x, y);
        floor.showGhost(bench.study().elements().stream()
                .filter(element -> bench.selection().contains(element.name()))
                .map(element -> element.placed(element.placement().movedBy(by.dx, by.dy)))
                .toList());
        List<double[]> lines = new ArrayList<>();
        for (Snapping.Guide guide : by.guides) {
            Optional<Viewpoint.Pixel> from = floor.pixelOf(guide.fromX(), guide.fromY(), 0.02);
            Optional<Viewpoint.Pixel> to = floor.pixelOf(guide.toX(), guide.toY(), 0.02);
            if (from.isPresent() && to.isPresent()) {
                lines.add(new double[] {from.get().x(), from.get().y(), to.get().x(), to.get().y()});
            }
        }
        String note = TypedDistance.shown(by.dx, by.dy) + (typed.isEmpty() ? "" : "  typed " + typed);
        floor.overlay().setMarks(new FloorOverlay.Marks(lines, List.of(), note, x, y));
    }

    @Override
    public void release(double x, double y, boolean more) {
        Shift by = shift(x, y);
        int count = bench.selection().size();
        bench.edit("move " + (count == 1 ? held.name() : count + " elements"),
                study -> Edits.moved(study, bench.selection(), by.dx, by.dy));
    }

    @Override
    public Key key(KeyEvent e, double x, double y) {
        if (e.getCode() == KeyCode.ENTER) {
            release(x, y, false);
            return Key.ENDS;
        }
        if (e.getCode() == KeyCode.BACK_SPACE) {
            typed = typed.isEmpty() ? "" : typed.substring(0, typed.length() - 1);
        } else if (e.getText().matches("[0-9.,\\- ]")) {
            typed += e.getText();
        } else {
            return Key.NOT_MINE;
        }
        show(x, y);
        return Key.TAKEN;
    }
}
