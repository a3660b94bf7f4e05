package rhombic.plant.handover;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.measure.tally.Tally;
import rhombic.study.kind.PlantElement;

/** An element that pieces never meet, such as an area. */
public class IdleNode extends Node {
    public IdleNode(Flow flow, int index, PlantElement element) {
        this(flow, index, element, new Tally(0));
    }

    protected IdleNode(Flow flow, int index, PlantElement element, Tally tally) {
        super(flow, index, element, tally);
    }

    @Override
    protected void begin() {}

    @Override
    protected List<? extends Part> parts() {
        return List.of();
    }

    @Override
    protected @Nullable Part entryAt(String port) {
        return null;
    }

    @Override
    protected @Nullable Part exitAt(String port) {
        return null;
    }

    @Override
    public final void attend() {}
}
