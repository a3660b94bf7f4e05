package rhombic.desktop.floor;

import javafx.scene.paint.Color;
import rhombic.trace.EquipmentState;

/** The colour of each state; a letter or pattern always goes with it. */
public final class StateColours {
    private static final Color WORKING = Color.web("#2F8F83");
    private static final Color STARVED = Color.web("#C5CAC4");
    private static final Color BLOCKED = Color.web("#E0A030");

    private StateColours() {}

    public static Color of(EquipmentState state) {
        return switch (state) {
            case WORKING -> WORKING;
            case STARVED -> STARVED;
            case BLOCKED -> BLOCKED;
        };
    }
}
