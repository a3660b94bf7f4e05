package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Group;
import javafx.scene.paint.Color;
import org.jspecify.annotations.Nullable;
import rhombic.scene.Poses;
import rhombic.scene.RackHeat;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;

/** The loads of one rack, drawn in the colours of their heat: for each type and look a mesh of each level. */
public final class HeatedLoads {
    private static final Color COLD = Color.web("#CFE3DF");
    private static final Color HOT = Color.web("#0F4D49");
    private static final Color OVERDUE = Color.web("#B3261E");

    private final RackHeat heat;
    private final int node;
    private final List<@Nullable PieceSwarm> swarms = new ArrayList<>();
    private final List<Kind> kinds;
    private final Group view = new Group();

    private record Kind(PieceType type, Look look) {}

    HeatedLoads(RackHeat heat, int node, List<PieceType> types) {
        this.heat = heat;
        this.node = node;
        kinds = types.stream().flatMap(type -> type.looks().stream().map(look -> new Kind(type, look))).toList();
        for (int i = 0; i < kinds.size() * (RackHeat.OVERDUE + 1); i++) {
            swarms.add(null);
        }
    }

    /** The colour of a level of heat, from {@code 0} to {@link RackHeat#OVERDUE}. */
    public static Color colour(int level) {
        return level >= RackHeat.OVERDUE ? OVERDUE : COLD.interpolate(HOT, (double) level / (RackHeat.LEVELS - 1));
    }

    Group view() {
        return view;
    }

    void begin(Moment moment) {
        heat.look(moment);
        clear();
    }

    void clear() {
        for (PieceSwarm swarm : swarms) {
            if (swarm != null) {
                swarm.begin();
            }
        }
    }

    /** Where a piece is drawn; null if it is not at the rack. */
    @Nullable
    PieceSwarm swarm(Moment moment, Poses poses, int piece) {
        if (poses.place(piece) != node) {
            return null;
        }
        int level = heat.level(moment, poses.body(piece));
        int number = poses.kind(piece) * (RackHeat.OVERDUE + 1) + level;
        PieceSwarm swarm = swarms.get(number);
        if (swarm == null) {
            Kind kind = kinds.get(poses.kind(piece));
            swarm = new PieceSwarm(kind.type, kind.look.form(), colour(level));
            swarms.set(number, swarm);
            view.getChildren().add(swarm.view());
        }
        return swarm;
    }

    void end(Viewpoint seen, double pixelsHigh) {
        for (PieceSwarm swarm : swarms) {
            if (swarm != null) {
                swarm.end(seen, pixelsHigh);
            }
        }
    }
}
