package rhombic.desktop.floor.hand;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;

/** Drags a corner of a way. */
record GripDrag(FloorView floor, Workbench bench, Grip held) implements Drag {
    @Override
    public void show(double x, double y) {
        spot(x, y).ifPresent(spot -> show(spot, x, y));
    }

    private void show(Viewpoint.FloorPoint spot, double x, double y) {
        Optional<Path> path = held.path(held.dragged(bench.study(), spot));
        List<Viewpoint.Pixel> pixels = path.map(floor::pixelsOf).orElse(List.of());
        List<double[]> lines = new ArrayList<>();
        for (int i = 0; i + 1 < pixels.size(); i++) {
            lines.add(new double[] {pixels.get(i).x(), pixels.get(i).y(), pixels.get(i + 1).x(), pixels.get(i + 1).y()});
        }
        String note = String.format(Locale.ROOT, "%.2f m east, %.2f m north", Grip.fine(spot.x()), Grip.fine(spot.y()))
                + path.map(way -> String.format(Locale.ROOT, "; %.2f m long", way.metres())).orElse("");
        floor.overlay().setMarks(new FloorOverlay.Marks(lines, held.corners(floor), note, x, y));
    }

    @Override
    public void release(double x, double y, boolean more) {
        spot(x, y).ifPresent(spot -> bench.edit(held.noun(), study -> held.dragged(study, spot)));
    }

    private Optional<Viewpoint.FloorPoint> spot(double x, double y) {
        return floor.levelAt(held.heightMetres(), x, y).filter(FloorGestures::isNear);
    }
}
