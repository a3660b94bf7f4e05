package rhombic.desktop.floor;

import javafx.scene.paint.Color;
import rhombic.study.value.EquipmentState;

/** The colour of each state; a letter or pattern always goes with it. */
public final class StateColours {
    private static final Color WORKING = Color.web("#2F8F83");
    private static final Color STARVED = Color.web("#C5CAC4");
    private static final Color BLOCKED = Color.web("#E0A030");

    private static final Color CHANGEOVER = Color.web("#5A7FB5");
    private static final Color SERVICE = Color.web("#7E6A55");
    private static final Color PAUSE = Color.web("#9FB3C8");

    private StateColours() {}

    public static Color of(EquipmentState state) {
        return switch (state) {
            case WORKING -> WORKING;
            case STARVED -> STARVED;
            case BLOCKED -> BLOCKED;
            case CHANGEOVER -> CHANGEOVER;
            case SERVICE -> SERVICE;
            case PAUSE -> PAUSE;
        };
    }
}
