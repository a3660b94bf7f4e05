package rhombic.desktop.floor;

import javafx.scene.paint.Color;
import rhombic.study.value.EquipmentState;

/**
 * The colour of each state after the stack light of IEC 60204-1: green is normal, amber abnormal, red a fault, blue asks for
 * somebody, white is none of these. A letter or pattern always goes with it.
 */
public final class StateColours {
    public static final Color NORMAL = Color.web("#2F8F83");
    public static final Color NEITHER = Color.web("#FBFAF5");
    public static final Color ABNORMAL = Color.web("#E0A030");
    public static final Color PAPER = Color.web("#F4F1E8");
    public static final Color OUTLINE = Color.web("#8C9396");

    private StateColours() {}

    public static Color of(EquipmentState state) {
        return switch (state) {
            case WORKING, CHANGEOVER, SERVICE -> NORMAL;
            case STARVED -> NEITHER;
            case BLOCKED -> ABNORMAL;
            case PAUSE -> PAPER;
        };
    }

    /** Of the lamp on the floor, where paper and white would not be told from a lamp that is off. */
    public static Color lamp(EquipmentState state) {
        return state == EquipmentState.PAUSE || state == EquipmentState.STARVED ? Color.web("#F6F3EA") : of(state);
    }
}
