package rhombic.desktop.floor;

import javafx.scene.paint.Color;
import rhombic.trace.EquipmentState;

/** The colour of each state; a letter or pattern always goes with it. */
public final class StateColours {
    private StateColours() {}

    public static Color of(EquipmentState state) {
        return switch (state) {
            case WORKING -> Color.web("#2F8F83");
            case STARVED -> Color.web("#C5CAC4");
            case BLOCKED -> Color.web("#E0A030");
        };
    }
}
