package rhombic.desktop.floor.hand;

import rhombic.desktop.floor.FloorView;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.PlantElement;

/** Draws a link from the handle of something to whatever it is dropped on. */
record LinkDrag(FloorView floor, Workbench bench, PlantElement from, double fromX, double fromY) implements Drag {
    @Override
    public void show(double x, double y) {
        floor.overlay().setHovered(floor.equipmentAt(x, y).map(PlantElement::name));
        floor.overlay().setSweep(new double[] {fromX, fromY, x, y});
    }

    @Override
    public void release(double x, double y, boolean more) {
        floor.equipmentAt(x, y).filter(to -> !to.name().equals(from.name())).ifPresent(to -> {
            bench.edit("link " + from.name() + " to " + to.name(), study -> study.linked(from.name(), to.name()));
            bench.select(from.name());
        });
    }
}
