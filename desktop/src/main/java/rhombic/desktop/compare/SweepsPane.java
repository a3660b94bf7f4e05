package rhombic.desktop.compare;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import rhombic.chart.Chart;
import rhombic.desktop.parts.ChartView;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Comparing;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Curve;
import rhombic.experiment.Scale;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Factor;
import rhombic.study.Sweep;

/** Factors with their levels, and a curve for each sweep with its knee and the smallest level that is good enough. */
final class SweepsPane extends HBox {
    private static final double FACTORS_WIDTH = 290;
    private static final double CHART_HEIGHT = 250;

    private final Workbench bench;
    private final Consumer<String> say;
    private final VBox factors = new VBox(8);
    private final VBox curves = new VBox(14);
    private final ComboBox<String> response = new ComboBox<>();
    private final Set<String> ticked = new LinkedHashSet<>();
    private Optional<Comparing.State> shown = Optional.empty();

    SweepsPane(Workbench bench, Consumer<String> say) {
        super(18);
        this.bench = bench;
        this.say = say;
        factors.setMinWidth(FACTORS_WIDTH);
        factors.setPrefWidth(FACTORS_WIDTH);
        factors.setPadding(new Insets(4, 0, 0, 0));
        ScrollPane scroll = new ScrollPane(curves);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("clear-scroll");
        HBox.setHgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(factors, scroll);
        response.setId("sweep-response");
        response.setOnAction(e -> shown.ifPresent(this::curves));
    }

    void show(Comparing.State state) {
        shown = Optional.of(state);
        List<String> responses = Sheet.selected(bench.comparison());
        if (!response.getItems().equals(responses)) {
            String before = response.getValue();
            response.getItems().setAll(responses);
            response.setValue(before != null && responses.contains(before) ? before : responses.getFirst());
        }
        factors();
        curves(state);
    }

    private void factors() {
        factors.getChildren().setAll(Words.caption("Factors"));
        List<Factor> all = bench.comparison().factors();
        ticked.retainAll(all.stream().map(Factor::name).toList());
        if (all.isEmpty()) {
            factors.getChildren().add(
                    Words.text("No factor yet. In Build, click a value on a job card and choose \u201ctry several values\u201d under it."));
        }
        for (Factor factor : all) {
            CheckBox tick = new CheckBox(factor.name());
            tick.setId("factor-" + factor.name().replace(' ', '-'));
            tick.setSelected(ticked.contains(factor.name()));
            tick.setWrapText(true);
            tick.setOnAction(e -> {
                ticked.remove(factor.name());
                if (tick.isSelected()) {
                    ticked.add(factor.name());
                }
                factors();
            });
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            HBox row = new HBox(4, tick, gap, Words.quiet("take out", "drop-" + factor.name().replace(' ', '-'),
                    () -> bench.compare("take out factor " + factor.name(), c -> c.withoutFactor(factor.name()))));
            factors.getChildren().addAll(row,
                    Words.caption(factor.levels().stream().map(Factor.Level::text).collect(Collectors.joining(" \u00b7 "))));
        }
        if (ticked.size() > 1 && ticked.size() <= Sweep.MAX_FACTORS) {
            factors.getChildren().add(Words.quiet("Sweep the ticked together", "sweep-together", () -> {
                Sweep together = new Sweep(bench.alternative(), List.copyOf(ticked));
                bench.compare("sweep " + String.join(" and ", ticked), c -> {
                    List<Sweep> more = new ArrayList<>(c.sweeps());
                    if (!more.contains(together)) {
                        more.add(together);
                    }
                    return c.withSweeps(more);
                });
            }));
        } else if (all.size() > 1) {
            factors.getChildren().add(Words.caption("Tick two or more to sweep them together."));
        }
    }

    private void curves(Comparing.State state) {
        curves.getChildren().clear();
        String of = response.getValue();
        if (of == null || state.sweeps().isEmpty()) {
            return;
        }
        HBox pick = new HBox(8, Words.caption("Response"), response);
        pick.setAlignment(Pos.CENTER_LEFT);
        curves.getChildren().add(pick);
        state.sweeps().forEach((sweep, points) -> curves.getChildren().add(sweep(state.sheet(), sweep, points, of)));
    }

    private VBox sweep(Sheet sheet, Sweep sweep, List<Variant> points, String of) {
        int last = sweep.factors().size() - 1;
        List<Curve> lines = new ArrayList<>();
        List<String> names = new ArrayList<>();
        for (List<Variant> line : Curve.lines(points)) {
            Curve curve = Curve.of(sheet, line, last, of);
            if (!curve.points().isEmpty()) {
                lines.add(curve);
                List<String> others = line.getFirst().levels().subList(0, last);
                names.add(IntStream.range(0, last).mapToObj(i -> sweep.factors().get(i) + " " + others.get(i))
                        .collect(Collectors.joining(", ")));
            }
        }
        String title = sweep.factors().get(last) + (sweep.alternative().isEmpty() ? "" : ", in " + sweep.alternative());
        Label heading = Words.text(title);
        heading.getStyleClass().add("subject");
        HBox head = new HBox(8, heading, Words.quiet("take out", "drop-sweep",
                () -> bench.compare("take out a sweep", c -> c.withSweeps(c.sweeps().stream().filter(s -> !s.equals(sweep)).toList()))));
        VBox box = new VBox(4, head);
        if (lines.isEmpty()) {
            box.getChildren().add(Words.caption("Not run yet."));
            return box;
        }
        ChartView view = new ChartView(say);
        view.setPrefHeight(CHART_HEIGHT);
        view.setId("sweep-chart");
        view.show(chart(sheet, sweep, lines, names, of));
        box.getChildren().add(view);
        for (int i = 0; i < lines.size(); i++) {
            Label read = Words.text(text(sheet, lines.get(i), names.get(i), of));
            read.setId("sweep-says");
            box.getChildren().add(read);
        }
        return box;
    }

    private static Chart chart(Sheet sheet, Sweep sweep, List<Curve> lines, List<String> names, String of) {
        double size = lines.getFirst().best().map(p -> p.value().mean()).orElse(0.0);
        Scale scale = Scale.of(sheet.unit(of), size);
        List<Chart.Series> series = new ArrayList<>();
        List<String> categories = lines.getFirst().points().stream().map(Curve.Point::level).toList();
        boolean numbers = categories.stream().allMatch(level -> Curve.number(level).isPresent());
        for (int i = 0; i < lines.size(); i++) {
            List<Curve.Point> points = lines.get(i).points();
            String name = names.get(i).isEmpty() ? "" : names.get(i);
            double[] xs = IntStream.range(0, points.size()).mapToDouble(p -> numbers ? points.get(p).x() : p + 1.0)
                    .toArray();
            series.add(new Chart.Points(name, Chart.COLOURS.get(i % Chart.COLOURS.size()), xs,
                    points.stream().mapToDouble(p -> p.value().mean() * scale.factor()).toArray(),
                    points.stream().mapToDouble(p -> p.value().halfWidth() * scale.factor()).toArray(), true, List.of()));
        }
        if (lines.size() == 1) {
            lines.getFirst().knee().ifPresent(
                    knee -> series.add(new Chart.Mark("knee", "#5C676C", numbers ? knee.x() : index(lines.getFirst(), knee), true)));
        }
        return new Chart("", sweep.factors().getLast() + (numbers ? unit(categories.getFirst()) : ""),
                of + (scale.unit().isEmpty() ? "" : ", " + scale.unit()), series, numbers ? List.of() : categories);
    }

    /** Levels are drawn in base units. */
    private static String unit(String level) {
        for (Dimension dimension : Dimension.values()) {
            try {
                Quantity.parse(level, dimension);
                return switch (dimension) {
                    case TIME -> ", s";
                    case LENGTH -> ", m";
                    case SPEED -> ", m/s";
                    case MASS -> ", kg";
                    case ACCELERATION -> ", m/s\u00b2";
                    case SHARE -> ", as a part of 1";
                };
            } catch (IllegalArgumentException e) {
                continue; // of another dimension
            }
        }
        return "";
    }

    private static double index(Curve curve, Curve.Point point) {
        return curve.points().indexOf(point) + 1.0;
    }

    static String text(Sheet sheet, Curve curve, String name, String of) {
        Scale scale = Scale.of(sheet.unit(of), curve.best().map(p -> p.value().mean()).orElse(0.0));
        StringBuilder text = new StringBuilder(name.isEmpty() ? "" : name + ": ");
        if (curve.points().size() > 1 && curve.points().stream().noneMatch(p -> p.loss().isClear())) {
            return text.append(name.isEmpty() ? "No" : "no").append(" difference between the levels is shown.").toString();
        }
        curve.best().ifPresent(best -> text.append(name.isEmpty() ? "Best at " : "best at ").append(best.level()).append(", ")
                .append(scale.text(best.value())));
        curve.knee().ifPresent(knee -> text.append("; knee at ").append(knee.level()));
        curve.smallestGoodEnough().filter(level -> !level.equals(curve.best().orElse(null)))
                .ifPresent(level -> text.append("; already ").append(level.level()).append(" loses less than 1 %"));
        return text.append('.').toString();
    }
}
