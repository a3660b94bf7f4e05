package rhombic.desktop.diagnose;

import java.util.List;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Workbench;
import rhombic.insight.Board;
import rhombic.measure.Diary;
import rhombic.quantity.Clock;

/** The pieces that took longest, with what their lead time was made of; a click shows where they were. */
final class JourneysPane extends VBox {
    private static final double SLOWEST = 0.05;
    private static final int MAX_SHOWN = 40;
    private static final double STRIP_WIDTH = 260;
    private static final List<String> WORDS = List.of("work", "waiting", "blocked", "moving", "waiting for people");
    private static final List<String> COLOURS = List.of("#1D6B66", "#DAD4C5", "#E0A83C", "#8FBDB5", "#4A6FA5");

    private final Workbench bench;
    private final DiagnosePage.Actions actions;
    private final Supplier<List<Diary.Journey>> left;
    private final Label heading = Words.text("");
    private final VBox rows = new VBox(3);

    JourneysPane(Workbench bench, DiagnosePage.Actions actions, Supplier<List<Diary.Journey>> left) {
        super(8);
        this.bench = bench;
        this.actions = actions;
        this.left = left;
        ScrollPane scroll = new ScrollPane(rows);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("clear-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        rows.setPadding(new Insets(0, 8, 8, 0));
        rows.setId("journeys");
        heading.setId("journeys-heading");
        getChildren().addAll(heading, legend(), scroll);
    }

    private static HBox legend() {
        HBox row = new HBox(10);
        for (int i = 0; i < WORDS.size(); i++) {
            Canvas swatch = new Canvas(10, 10);
            swatch.getGraphicsContext2D().setFill(Color.web(COLOURS.get(i)));
            swatch.getGraphicsContext2D().fillRect(0, 0, 10, 10);
            HBox one = new HBox(4, swatch, Words.caption(WORDS.get(i)));
            one.setAlignment(Pos.CENTER_LEFT);
            row.getChildren().add(one);
        }
        return row;
    }

    void refresh() {
        if (getScene() == null) {
            return;
        }
        long warm = bench.study().plan().warmUp().nanos();
        List<Diary.Journey> all = left.get().stream().filter(j -> j.leftNanos() >= warm).toList();
        List<Diary.Journey> slow = Board.slowest(all, SLOWEST);
        rows.getChildren().clear();
        if (slow.isEmpty()) {
            heading.setText("No piece has left the run that is watched yet.");
            return;
        }
        double mean = all.stream().mapToLong(Diary.Journey::leadNanos).average().orElse(0) / 1e9;
        double slowMean = slow.stream().mapToLong(Diary.Journey::leadNanos).average().orElse(0) / 1e9;
        double[] usual = parts(all);
        double[] late = parts(slow);
        int max = IntStream.range(0, late.length).reduce((a, b) -> late[a] - usual[a] >= late[b] - usual[b] ? a : b).orElse(0);
        heading.setText("The slowest 5 % of " + all.size() + " pieces take " + Clock.span(slowMean) + " against " + Clock.span(mean)
                + " of all; most of the difference is "
                + WORDS.get(max) + ", " + Clock.span(late[max] - usual[max]) + " more.");
        double longest = slow.getFirst().leadNanos();
        for (Diary.Journey journey : slow.subList(0, Math.min(MAX_SHOWN, slow.size()))) {
            rows.getChildren().add(row(journey, longest));
        }
    }

    private static double[] of(Diary.Journey j) {
        return new double[] {j.workNanos() / 1e9, j.waitNanos() / 1e9, j.blockedNanos() / 1e9, j.moveNanos() / 1e9, j.crewNanos() / 1e9};
    }

    private static double[] parts(List<Diary.Journey> journeys) {
        double[] sum = new double[WORDS.size()];
        for (Diary.Journey journey : journeys) {
            double[] parts = of(journey);
            for (int i = 0; i < sum.length; i++) {
                sum[i] += parts[i] / journeys.size();
            }
        }
        return sum;
    }

    private HBox row(Diary.Journey journey, double longest) {
        Canvas strip = new Canvas(STRIP_WIDTH, 14);
        GraphicsContext g = strip.getGraphicsContext2D();
        double perSecond = STRIP_WIDTH / (longest / 1e9);
        double x = 0;
        double[] parts = of(journey);
        for (int i = 0; i < parts.length; i++) {
            g.setFill(Color.web(COLOURS.get(i)));
            g.fillRect(x, 0, parts[i] * perSecond, 14);
            x += parts[i] * perSecond;
        }
        Label name = Words
                .caption(bench.study().pieceTypes().get(journey.type()).name() + ", out at " + Clock.elapsed(journey.leftNanos()) + ", "
                        + Clock.span(journey.leadNanos() / 1e9));
        HBox.setHgrow(name, Priority.ALWAYS);
        name.setMaxWidth(Double.MAX_VALUE);
        HBox row = new HBox(8, strip, name,
                Words.quiet("Follow", "follow", () -> actions.follow(Math.max(0, journey.leftNanos() - 1_000_000), journey.body())));
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }
}
