package rhombic.desktop.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import rhombic.chart.Chart;
import rhombic.desktop.parts.ChartView;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Comparing;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Scale;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;

/** Two responses beside each other, or what an alternative costs beside what it gains, with those that no other beats. */
final class GainPane extends VBox {

    private final Workbench bench;
    private final ComboBox<String> across = new ComboBox<>();
    private final ComboBox<String> up = new ComboBox<>();
    private final ChartView chart;
    private final Label message = Words.text("");
    private Comparing.State shown;

    GainPane(Workbench bench, Consumer<String> say, Comparing.State first) {
        super(8);
        this.bench = bench;
        shown = first;
        chart = new ChartView(say);
        chart.setId("gain-chart");
        across.setId("gain-across");
        up.setId("gain-up");
        VBox.setVgrow(chart, Priority.ALWAYS);
        HBox pick = new HBox(8, Words.caption("Across"), across, Words.caption("Up"), up);
        pick.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(pick, message, chart);
        across.setOnAction(e -> draw());
        up.setOnAction(e -> draw());
    }

    void show(Comparing.State state) {
        shown = state;
        List<String> responses = new ArrayList<>(Sheet.selected(bench.comparison()));
        List<String> both = new ArrayList<>(responses);
        both.add(Sheet.COST);
        if (!across.getItems().equals(both)) {
            boolean costs = state.alternatives().stream().anyMatch(v -> v.cost() != null);
            across.getItems().setAll(both);
            up.getItems().setAll(responses);
            up.setValue(responses.getFirst());
            across.setValue(costs || responses.size() < 2 ? Sheet.COST : responses.get(1));
        }
        draw();
    }

    private void draw() {
        String x = across.getValue();
        String y = up.getValue();
        if (x == null || y == null) {
            return;
        }
        Sheet sheet = shown.sheet();
        List<Variant> variants = shown.alternatives().stream().filter(v -> !sheet.runs(v).isEmpty()).toList();
        if (variants.isEmpty()) {
            message.setText("Run the alternatives to see them here.");
            chart.show(Chart.of("", x, y, List.of()));
            return;
        }
        Scale sx = x.equals(Sheet.COST) ? new Scale("", 1) : Scale.of(sheet.unit(x), sheet.interval(variants.getFirst(), x).mean());
        Scale sy = Scale.of(sheet.unit(y), sheet.interval(variants.getFirst(), y).mean());
        double[] xs = variants.stream().mapToDouble(v -> sheet.value(v, x) * sx.factor()).toArray();
        double[] ys = variants.stream().mapToDouble(v -> sheet.interval(v, y).mean() * sy.factor()).toArray();
        double[] margins = variants.stream().mapToDouble(v -> sheet.interval(v, y).halfWidth() * sy.factor()).toArray();
        List<Chart.Series> series = new ArrayList<>();
        List<Variant> frontier = sheet.frontier(x, y).stream().filter(variants::contains).toList();
        if (frontier.size() > 1) {
            series.add(new Chart.Curve("", "#DAD4C5", frontier.stream().mapToDouble(v -> sheet.value(v, x) * sx.factor()).toArray(),
                    frontier.stream().mapToDouble(v -> sheet.interval(v, y).mean() * sy.factor()).toArray(), false));
        }
        series.add(new Chart.Points("", Chart.COLOURS.getFirst(), xs, ys, margins, false, variants.stream().map(Variant::name).toList()));
        chart.show(Chart.of("", x + unit(sx), y + unit(sy), series));
        message.setText(frontier.isEmpty()
                ? ""
                : "Not beaten in both at once: " + frontier.stream().map(Variant::name).collect(Collectors.joining(", ")) + ".");
    }

    private static String unit(Scale scale) {
        return scale.unit().isEmpty() ? "" : ", " + scale.unit();
    }
}
