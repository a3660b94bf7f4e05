package rhombic.desktop.floor.hand;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;

/** Tells how far two points of the floor are apart: the first is clicked, the other is where the pointer is. */
final class MeasureTool implements Tool {
    private final FloorView floor;
    private Viewpoint.@Nullable FloorPoint from;

    MeasureTool(FloorView floor) {
        this.floor = floor;
    }

    /** Begins at the pixel, or, where it has begun, leaves what it shows and begins anew with the next click. */
    @Override
    public void press(MouseEvent e) {
        from = from == null ? floor.floorAt(e.getX(), e.getY()).orElse(null) : null;
    }

    @Override
    public void drag(MouseEvent e) {
        show(e.getX(), e.getY());
    }

    @Override
    public String hint() {
        return "measure: click the first point\nEsc ends";
    }

    private void show(double x, double y) {
        Viewpoint.FloorPoint begun = from;
        Optional<Viewpoint.FloorPoint> to = floor.floorAt(x, y);
        if (begun == null || to.isEmpty()) {
            if (begun == null && floor.overlay().hasNoLines()) {
                floor.overlay().setMarks(new FloorOverlay.Marks(List.of(), List.of(), hint(), x, y));
            }
            floor.drawOverlay();
            return;
        }
        List<double[]> lines = new ArrayList<>();
        floor.pixelOf(begun.x(), begun.y(), 0.02).ifPresent(p -> lines.add(new double[] {p.x(), p.y(), x, y}));
        double dx = to.get().x() - begun.x();
        double dy = to.get().y() - begun.y();
        floor.overlay().setMarks(new FloorOverlay.Marks(lines, List.of(),
                String.format(Locale.ROOT, "%.3f m apart: ", Math.hypot(dx, dy)) + TypedDistance.shown(dx, dy)
                        + "\nclick leaves it \u00b7 Esc ends",
                x,
                y));
        floor.drawOverlay();
    }
}
