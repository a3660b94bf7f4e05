package rhombic.desktop.card;

import java.util.Locale;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.floor.body.StateColours;
import rhombic.quantity.Clock;

/** Mean up time and down time of a failure as one little time line, with the share of time in which the element works. */
final class TimelineView extends Canvas {
    private static final double WIDTH = 284;
    private static final double BAR = 12;
    private static final double MIN_PIXELS = 3;
    private static final int CYCLES = 2;

    TimelineView(Sentence.Timeline line) {
        super(WIDTH, 34);
        setId("failure-timeline");
        GraphicsContext g = getGraphicsContext2D();
        double up = Math.max(1e-9, line.upSeconds());
        double down = line.downSeconds();
        double cycle = WIDTH / CYCLES;
        double downPixels = Math.clamp(cycle * down / (up + down), MIN_PIXELS, cycle - MIN_PIXELS);
        for (int i = 0; i < CYCLES; i++) {
            double x = i * cycle;
            g.setFill(StateColours.NORMAL);
            g.fillRect(x, 2, cycle - downPixels, BAR);
            g.setFill(StateColours.FAULT);
            g.fillRect(x + cycle - downPixels, 2, downPixels, BAR);
        }
        g.setFill(Color.web("#5C676C"));
        g.setFont(Font.font("IBM Plex Sans", 11));
        g.setTextBaseline(VPos.CENTER);
        g.setTextAlign(TextAlignment.LEFT);
        g.fillText("up " + Clock.span(up) + (line.ofWork() ? " of work" : "") + ", down " + Clock.span(down), 0, 25);
        g.setTextAlign(TextAlignment.RIGHT);
        g.fillText(String.format(Locale.ROOT, "%.4g %% available", 100 * up / (up + down)), WIDTH, 25);
    }
}
