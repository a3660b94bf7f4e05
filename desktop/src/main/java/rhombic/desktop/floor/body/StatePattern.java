package rhombic.desktop.floor.body;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;

/** Draws a stretch of time in a state: its colour with a pattern of its own, so that none needs its colour to be told. */
public final class StatePattern {
    private static final Color HATCH = Color.web("#7A520C", 0.75);
    private static final Color LINE = Color.web("#FFFDF8", 0.75);
    private static final Color EMPTY_LINE = Color.web("#CFC8B7");

    /** What is drawn over the colour. */
    private enum Pattern {
        PLAIN, BASE_LINE, HATCHED, UPRIGHT, LYING, OUTLINED, DOTTED, CROSSED, DOTS, STEPS
    }

    private StatePattern() {}

    /** Working is plain, changeover has upright lines, service lying ones; blocked is hatched, down crossed, starved empty. */
    public static void draw(GraphicsContext g, EquipmentState state, double x, double y, double width, double height) {
        draw(g, StateColours.of(state), switch (state) {
            case WORKING -> Pattern.PLAIN;
            case STARVED -> Pattern.BASE_LINE;
            case BLOCKED -> Pattern.HATCHED;
            case CHANGEOVER -> Pattern.UPRIGHT;
            case SERVICE -> Pattern.LYING;
            case PAUSE -> Pattern.OUTLINED;
            case OFF_SHIFT -> Pattern.DOTTED;
            case WAITING_FOR_CREW -> Pattern.DOTS;
            case DOWN -> Pattern.CROSSED;
            case WAITING_FOR_REPAIR -> Pattern.OUTLINED;
        }, state == EquipmentState.WAITING_FOR_REPAIR ? StateColours.FAULT : StateColours.OUTLINE, x, y, width, height);
    }

    /** What people do is drawn as what equipment does; who walks or carries is paler, with steps or lying lines. */
    public static void draw(GraphicsContext g, PersonState state, double x, double y, double width, double height) {
        draw(g, StateColours.of(state), switch (state) {
            case WORKING -> Pattern.PLAIN;
            case CHANGEOVER -> Pattern.UPRIGHT;
            case SERVICE -> Pattern.LYING;
            case REPAIR -> Pattern.CROSSED;
            case CARRYING -> Pattern.LYING;
            case WALKING -> Pattern.STEPS;
            case PICKING_UP, SETTING_DOWN -> Pattern.UPRIGHT;
            case STANDING_BY -> Pattern.DOTS;
            case DRIVING -> Pattern.PLAIN;
            case FOR_DRIVER -> Pattern.HATCHED;
            case FOR_TRAFFIC -> Pattern.HATCHED;
            case CHARGING -> Pattern.UPRIGHT;
            case TO_CHARGE -> Pattern.DOTS;
            case WAITING -> Pattern.BASE_LINE;
            case ON_BREAK -> Pattern.OUTLINED;
            case DOWN -> Pattern.CROSSED;
            case OFF_SHIFT -> Pattern.DOTTED;
        }, StateColours.OUTLINE, x, y, width, height);
    }

    private static void draw(GraphicsContext g, Color colour, Pattern pattern, Color outline, double x, double y, double width,
            double height) {
        g.setFill(colour);
        g.fillRect(x, y, width, height);
        g.setLineWidth(1);
        switch (pattern) {
            case PLAIN -> {}
            case BASE_LINE -> {
                g.setStroke(EMPTY_LINE);
                g.strokeLine(x, y + height - 0.5, x + width, y + height - 0.5);
            }
            case HATCHED -> {
                g.setStroke(HATCH);
                for (double at = Math.ceil(x / 5) * 5; at + 3 <= x + width; at += 5) {
                    g.strokeLine(at, y + height, at + 3, y);
                }
            }
            case UPRIGHT -> {
                g.setStroke(LINE);
                for (double at = Math.ceil(x / 4) * 4 + 0.5; at < x + width; at += 4) {
                    g.strokeLine(at, y, at, y + height);
                }
            }
            case LYING -> {
                g.setStroke(LINE);
                g.setLineWidth(1.5);
                g.strokeLine(x, y + height * 0.35, x + width, y + height * 0.35);
                g.strokeLine(x, y + height * 0.7, x + width, y + height * 0.7);
            }
            case OUTLINED -> {
                g.setStroke(outline);
                g.strokeLine(x, y + 0.5, x + width, y + 0.5);
                g.strokeLine(x, y + height - 0.5, x + width, y + height - 0.5);
            }
            case DOTTED -> {
                g.setFill(outline);
                for (double at = Math.ceil(x / 4) * 4; at < x + width; at += 4) {
                    g.fillRect(at, y, 1.5, 1);
                    g.fillRect(at, y + height - 1, 1.5, 1);
                }
            }
            case CROSSED -> {
                g.setStroke(LINE);
                for (double at = Math.ceil(x / 6) * 6; at + 4 <= x + width; at += 6) {
                    g.strokeLine(at, y + 2, at + 4, y + height - 2);
                    g.strokeLine(at, y + height - 2, at + 4, y + 2);
                }
            }
            case DOTS -> {
                g.setFill(LINE);
                for (double at = Math.ceil(x / 5) * 5; at + 2 <= x + width; at += 5) {
                    g.fillRect(at, y + height / 2 - 1, 2, 2);
                }
            }
            case STEPS -> {
                g.setFill(LINE);
                for (double at = Math.ceil(x / 6) * 6; at + 2 <= x + width; at += 6) {
                    g.fillRect(at, y + height * (at % 12 == 0 ? 0.25 : 0.6), 2, 2);
                }
            }
        }
    }
}
