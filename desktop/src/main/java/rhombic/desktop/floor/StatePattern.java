package rhombic.desktop.floor;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import rhombic.study.value.EquipmentState;

/** Draws a stretch of time in a state: its colour with a pattern of its own, so that none needs its colour to be told. */
public final class StatePattern {
    private static final Color HATCH = Color.web("#7A520C", 0.75);
    private static final Color LINE = Color.web("#FFFDF8", 0.75);

    private StatePattern() {}

    /** Working is plain, changeover has upright lines, service lying ones; blocked is hatched, starved empty, a pause outlined. */
    public static void draw(GraphicsContext g, EquipmentState state, double x, double y, double width, double height) {
        g.setFill(StateColours.of(state));
        switch (state) {
            case WORKING -> g.fillRect(x, y, width, height);
            case STARVED -> {
                g.fillRect(x, y, width, height);
                g.setStroke(Color.web("#CFC8B7"));
                g.setLineWidth(1);
                g.strokeLine(x, y + height - 0.5, x + width, y + height - 0.5);
            }
            case BLOCKED -> {
                g.fillRect(x, y, width, height);
                g.setStroke(HATCH);
                g.setLineWidth(1);
                for (double at = Math.ceil(x / 5) * 5; at + 3 <= x + width; at += 5) {
                    g.strokeLine(at, y + height, at + 3, y);
                }
            }
            case CHANGEOVER -> {
                g.fillRect(x, y, width, height);
                g.setStroke(LINE);
                g.setLineWidth(1);
                for (double at = Math.ceil(x / 4) * 4 + 0.5; at < x + width; at += 4) {
                    g.strokeLine(at, y, at, y + height);
                }
            }
            case SERVICE -> {
                g.fillRect(x, y, width, height);
                g.setStroke(LINE);
                g.setLineWidth(1.5);
                g.strokeLine(x, y + height * 0.35, x + width, y + height * 0.35);
                g.strokeLine(x, y + height * 0.7, x + width, y + height * 0.7);
            }
            case PAUSE -> {
                g.fillRect(x, y, width, height);
                g.setStroke(StateColours.OUTLINE);
                g.setLineWidth(1);
                g.strokeLine(x, y + 0.5, x + width, y + 0.5);
                g.strokeLine(x, y + height - 0.5, x + width, y + height - 0.5);
            }
        }
    }
}
