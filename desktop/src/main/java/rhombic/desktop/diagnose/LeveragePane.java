package rhombic.desktop.diagnose;

import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Diagnosing;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Response;
import rhombic.experiment.Scale;
import rhombic.experiment.Sheet;
import rhombic.experiment.Verdict;
import rhombic.insight.Leverage;
import rhombic.insight.Trial;

/** What should be changed first: the plant is run again with one change at a time, and the gains are ranked. */
public final class LeveragePane extends VBox {
    private static final double PLOT_WIDTH = 120;
    private static final double PLOT_HEIGHT = 16;

    private final Workbench bench;
    private final Consumer<Trial> tryIt;
    private final Button start;
    private final Button stop;
    private final ProgressBar progress = new ProgressBar(0);
    private final Label message = Words.caption("");
    private final VBox rows = new VBox(2);
    private boolean done;

    LeveragePane(Workbench bench, Diagnosing diagnosing, Consumer<Trial> tryIt) {
        super(8);
        this.bench = bench;
        this.tryIt = tryIt;
        start = Words.strong("Find the leverage", "find-leverage",
                () -> diagnosing.findLeverage(bench.study(), bench.file(), response()));
        stop = Words.quiet("Stop", "stop-leverage", diagnosing::stopLeverage);
        progress.setPrefWidth(120);
        message.setId("leverage-message");
        rows.setId("gains");
        rows.setPadding(new Insets(0, 8, 8, 0));
        HBox row = new HBox(8, start, progress, stop, message);
        row.setAlignment(Pos.CENTER_LEFT);
        ScrollPane scroll = new ScrollPane(rows);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("clear-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(Words.text(
                "What should be changed first? The plant is run again with one change at a time: a time a tenth shorter, "
                        + "one more person, place or room, half a repair time, a conveyor a tenth faster."),
                row, scroll);
        setRunning(false);
    }

    private String response() {
        return Sheet.selected(bench.comparison()).getFirst();
    }

    /** The study is another. */
    void forget() {
        rows.getChildren().clear();
        message.setText("");
        done = false;
        setRunning(false);
    }

    /** Starts it, as the button does. */
    public void start() {
        start.fire();
    }

    public boolean isDone() {
        return done;
    }

    private void setRunning(boolean running) {
        progress.setVisible(running);
        progress.setManaged(running);
        stop.setVisible(running);
        stop.setManaged(running);
        start.setDisable(running);
    }

    void show(List<Leverage.Gain> gains, int made, int asked, boolean isRunning, String text) {
        setRunning(isRunning);
        progress.setProgress(asked == 0 ? 0 : (double) made / asked);
        done = !isRunning && text.isEmpty();
        message.setText(text.isEmpty()
                ? isRunning ? made + " of " + asked + " runs" : gains.size() + " changes, all intervals together at 95 %"
                : text);
        rows.getChildren().clear();
        if (gains.isEmpty()) {
            return;
        }
        String response = response();
        double max = gains.stream().mapToDouble(g -> reach(g.verdict())).max().orElse(1);
        String unit = Response.all(bench.study()).stream().filter(r -> r.key().equals(response)).map(Response::unit).findFirst().orElse("");
        List<Leverage.Gain> alike = gains.stream().filter(g -> g.verdict().kind() == Verdict.Kind.ALIKE).toList();
        for (Leverage.Gain gain : gains) {
            if (!alike.contains(gain)) {
                rows.getChildren().add(row(gain, unit, max));
            }
        }
        if (!alike.isEmpty()) {
            rows.getChildren().add(
                    Words.caption("No run was changed by: " + String.join("; ", alike.stream().map(g -> g.trial().text()).toList()) + "."));
        }
    }

    private static double reach(Verdict verdict) {
        double margin = Double.isFinite(verdict.difference().halfWidth()) ? verdict.difference().halfWidth() : 0;
        return Math.abs(verdict.difference().mean()) + margin;
    }

    private HBox row(Leverage.Gain gain, String unit, double max) {
        Verdict verdict = gain.verdict();
        Scale scale = Scale.of(unit, verdict.other());
        Label name = Words.text(gain.trial().text());
        Label label = Words.caption(verdict.text(scale.unit(), scale.factor()));
        if (verdict.kind() == Verdict.Kind.BETTER) {
            label.getStyleClass().setAll("label", "better");
        } else if (verdict.kind() == Verdict.Kind.WORSE) {
            label.getStyleClass().setAll("label", "worse");
        }
        VBox texts = new VBox(0, name, label);
        HBox.setHgrow(texts, Priority.ALWAYS);
        texts.setMinWidth(120);
        Button more = Words.quiet("Try it", "try-gain", () -> tryIt.accept(gain.trial()));
        more.setMinWidth(Region.USE_PREF_SIZE);
        HBox row = new HBox(10, plot(verdict, max), texts, more);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("sheet-cell");
        return row;
    }

    /** The gain and its interval, zero in the middle. */
    private static Canvas plot(Verdict verdict, double max) {
        Canvas canvas = new Canvas(PLOT_WIDTH, PLOT_HEIGHT);
        GraphicsContext g = canvas.getGraphicsContext2D();
        double middle = PLOT_WIDTH / 2;
        double perUnit = (middle - 6) / Math.max(1e-12, max);
        double at = middle + verdict.difference().mean() * perUnit;
        g.setStroke(Color.web("#DAD4C5"));
        g.strokeLine(middle, 0, middle, PLOT_HEIGHT);
        Color colour = switch (verdict.kind()) {
            case BETTER -> Color.web("#1D6B66");
            case WORSE -> Color.web("#A8341F");
            default -> Color.web("#5C676C");
        };
        double margin = Double.isFinite(verdict.difference().halfWidth()) ? verdict.difference().halfWidth() * perUnit : 0;
        g.setStroke(colour);
        g.setLineWidth(2);
        g.strokeLine(at - margin, PLOT_HEIGHT / 2, at + margin, PLOT_HEIGHT / 2);
        g.setFill(colour);
        g.fillPolygon(new double[] {at - 5, at, at + 5, at}, new double[] {8, 3, 8, 13}, 4);
        return canvas;
    }
}
