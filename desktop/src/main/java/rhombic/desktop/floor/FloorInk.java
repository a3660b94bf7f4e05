package rhombic.desktop.floor;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;

/** What all that is drawn over the scene has in common: colours, the font of names, and the rhombus. */
final class FloorInk {
    static final Color INK = Color.web("#1F272B");
    static final Color PAPER = Color.web("#FFFDF8");
    static final Color CARD = PAPER.deriveColor(0, 1, 1, 0.93);
    static final Color LEADER = Color.web("#5C676C");
    static final Color SAFFRON = Color.web("#D9952B");
    static final Color VERDIGRIS = Color.web("#1D6B66");
    static final Font NAME = Font.font("IBM Plex Sans", FontWeight.MEDIUM, 11);

    private FloorInk() {}

    static void rhombus(GraphicsContext g, double x, double y, double half, Color colour) {
        g.setFill(colour);
        g.fillPolygon(new double[] {x - half, x, x + half, x}, new double[] {y, y - half, y, y + half}, 4);
    }

    /** What a hand can take: a rhombus with a pale rim. */
    static void grip(GraphicsContext g, Viewpoint.Pixel at, double half, Color colour) {
        rhombus(g, at.x(), at.y(), half, PAPER);
        rhombus(g, at.x(), at.y(), half - 2, colour);
    }
}
