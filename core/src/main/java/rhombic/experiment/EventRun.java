package rhombic.experiment;

import java.util.function.BooleanSupplier;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.PieceListener;
import rhombic.trace.TraceWriter;

/** One run of which every event of a piece is heard. */
public final class EventRun {
    private static final int KEPT = 1000;

    private EventRun() {}

    /**
     * Makes the replication.
     *
     * @return whether it came to its end
     * @throws rhombic.plant.blueprint.RunTroubleException if the plant can't go on
     */
    public static boolean of(UnfoldedStudy unfolded, int replication, PieceListener ear, BooleanSupplier cancelled) {
        TraceWriter writer = new TraceWriter(unfolded.size(), unfolded.links().size(), KEPT);
        writer.setListener(ear);
        Plant plant = Plant.build(Blueprint.of(unfolded), replication, writer);
        return plant.advance(unfolded.study().plan().length().nanos(), cancelled);
    }
}
