package rhombic.desktop.floor.hand;

import java.util.HashSet;
import java.util.Set;
import javafx.geometry.Rectangle2D;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.PlantElement;

/** Sweeps a box: what has its middle in it is selected. */
record BandDrag(FloorView floor, Workbench bench, double fromX, double fromY) implements Drag {
    @Override
    public void show(double x, double y) {
        floor.overlay().setBand(band(x, y));
    }

    @Override
    public void release(double x, double y, boolean more) {
        Rectangle2D band = band(x, y);
        Set<String> names = new HashSet<>(more ? bench.selection() : Set.of());
        for (PlantElement element : bench.study().elements()) {
            floor.pixelOf(element.placement().xMetres(), element.placement().yMetres(), 0.5)
                    .filter(p -> band.contains(p.x(), p.y()))
                    .ifPresent(p -> names.add(element.name()));
        }
        bench.select(names);
    }

    private Rectangle2D band(double x, double y) {
        return new Rectangle2D(Math.min(fromX, x), Math.min(fromY, y), Math.abs(fromX - x), Math.abs(fromY - y));
    }
}
