package rhombic.desktop.card;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionSketch;
import rhombic.quantity.Clock;

/** The curve of a distribution, with its mean and the band of its middle 90 %. */
final class CurveView extends Canvas {
    private static final double WIDTH = 262;
    private static final double HEIGHT = 78;
    private static final double BASE = HEIGHT - 16;
    private static final Color VERDIGRIS = Color.web("#1D6B66");
    private static final Color SOFT = Color.web("#5C676C");

    CurveView() {
        super(WIDTH, HEIGHT);
        setId("curve");
    }

    void show(Distribution distribution) {
        DistributionSketch sketch = DistributionSketch.of(distribution);
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, WIDTH, HEIGHT);
        g.setStroke(Color.web("#DAD4C5"));
        g.strokeLine(0, BASE + 0.5, WIDTH, BASE + 0.5);
        double span = sketch.toSeconds() - sketch.fromSeconds();
        boolean constant = sketch.heights().length == 1;
        double from = constant ? sketch.fromSeconds() * 0.5 : Math.max(0, sketch.fromSeconds() - 0.06 * span);
        double scale = WIDTH / (constant ? Math.max(1e-9, sketch.fromSeconds()) : sketch.toSeconds() + 0.06 * span - from);
        g.setFill(Color.web("#D9952B", 0.16));
        g.fillRect((sketch.lowSeconds() - from) * scale, 6, Math.max(1, (sketch.highSeconds() - sketch.lowSeconds()) * scale), BASE - 6);
        g.setFill(Color.web("#1D6B66", 0.45));
        int steps = sketch.heights().length;
        double[] xs = new double[steps + 2];
        double[] ys = new double[steps + 2];
        for (int i = 0; i < steps; i++) {
            xs[i + 1] = (sketch.fromSeconds() + span * (i + 0.5) / steps - from) * scale;
            ys[i + 1] = BASE - (constant ? 0 : sketch.heights()[i] * (BASE - 12));
        }
        xs[0] = xs[1];
        xs[steps + 1] = xs[steps];
        ys[0] = BASE;
        ys[steps + 1] = BASE;
        g.fillPolygon(xs, ys, steps + 2);
        double mean = Math.rint((sketch.meanSeconds() - from) * scale) + 0.5;
        g.setStroke(VERDIGRIS);
        g.setLineWidth(1.5);
        g.strokeLine(mean, 4, mean, BASE);
        g.setFont(Font.font("IBM Plex Sans", 10.5));
        g.setFill(SOFT);
        g.fillText(constant
                ? "always " + Clock.span(sketch.meanSeconds())
                : "mean " + Clock.span(sketch.meanSeconds()) + ", 90 % from " + Clock.span(sketch.lowSeconds()) + " to "
                        + Clock.span(sketch.highSeconds()),
                0, HEIGHT - 3);
    }
}
