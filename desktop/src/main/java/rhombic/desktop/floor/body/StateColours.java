package rhombic.desktop.floor.body;

import javafx.scene.paint.Color;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;

/**
 * The colour of each state after the stack light of IEC 60204-1: green is normal, amber abnormal, red a fault, blue asks for
 * somebody, white is none of these. A letter or pattern always goes with it.
 */
public final class StateColours {
    public static final Color NORMAL = Color.web("#2F8F83");
    public static final Color NEITHER = Color.web("#FBFAF5");
    public static final Color ABNORMAL = Color.web("#E0A030");
    public static final Color FAULT = Color.web("#C23B2E");
    public static final Color FAULT_PALE = Color.web("#F3D5CF");
    public static final Color SOMEBODY = Color.web("#4E86B8");
    public static final Color PAPER = Color.web("#F4F1E8");
    /** Of people who walk or carry: the normal colour, paler. */
    public static final Color MOVING = Color.web("#9CC7BF");
    public static final Color OUTLINE = Color.web("#8C9396");

    private StateColours() {}

    public static Color of(EquipmentState state) {
        return switch (state) {
            case WORKING, CHANGEOVER, SERVICE -> NORMAL;
            case STARVED -> NEITHER;
            case BLOCKED -> ABNORMAL;
            case PAUSE, OFF_SHIFT -> PAPER;
            case WAITING_FOR_CREW -> SOMEBODY;
            case DOWN -> FAULT;
            case WAITING_FOR_REPAIR -> FAULT_PALE;
        };
    }

    public static Color of(PersonState state) {
        return switch (state) {
            case WORKING, CHANGEOVER, SERVICE, REPAIR -> NORMAL;
            case CARRYING, WALKING, PICKING_UP, SETTING_DOWN, DRIVING -> MOVING;
            case STANDING_BY, FOR_DRIVER -> SOMEBODY;
            case FOR_TRAFFIC -> ABNORMAL;
            case CHARGING, TO_CHARGE -> NEITHER;
            case WAITING -> NEITHER;
            case ON_BREAK, OFF_SHIFT -> PAPER;
            case DOWN -> FAULT;
        };
    }

    /** Of the lamp on the floor, where paper and white would not be told from a lamp that is off. */
    public static Color lamp(EquipmentState state) {
        return switch (state) {
            case PAUSE, STARVED, OFF_SHIFT -> Color.web("#F6F3EA");
            case WAITING_FOR_REPAIR -> FAULT;
            case WORKING, CHANGEOVER, SERVICE, BLOCKED, WAITING_FOR_CREW, DOWN -> of(state);
        };
    }
}
