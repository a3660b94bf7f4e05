package rhombic.desktop.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import rhombic.chart.Chart;
import rhombic.desktop.parts.ChartView;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Workbench;
import rhombic.insight.Board;
import rhombic.study.BoardChart;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/** The charts that stay with the study; fresh after each edit. While the plant plays they go with it, up to the playhead. */
public final class BoardPane extends VBox {
    private static final double CHART_HEIGHT = 220;
    private static final int MOVING_MEAN = 20;
    private static final double EXTENT_WIDTH = 116;

    private final Workbench bench;
    private final Consumer<String> say;
    private final Consumer<Map<String, Chart>> floor;
    /** Has the runs analysed once more, with all that charts ask for now. */
    private final Runnable readAgain;
    private final VBox charts = new VBox(10);
    private final Map<BoardChart, ChartView> views = new LinkedHashMap<>();
    /** The charts that are laid out; null before any were. */
    private @Nullable List<BoardChart> built;
    private Optional<Board> board = Optional.empty();
    private final Button extent = Words.quiet("", "board-extent", this::changeExtent);
    private long playhead = -1;
    private boolean isUpToPlayhead;
    private boolean isAsked;

    BoardPane(Workbench bench, Consumer<String> say, Consumer<Map<String, Chart>> floor, Runnable readAgain) {
        super(8);
        this.bench = bench;
        this.say = say;
        this.floor = floor;
        this.readAgain = readAgain;
        FlowPane kinds = new FlowPane(2, 0);
        kinds.setId("board-kinds");
        kinds.setPadding(new Insets(0, EXTENT_WIDTH, 0, 0));
        for (BoardChart.Kind one : BoardChart.Kind.values()) {
            Button kind = new Button("+ " + one.word());
            kind.getStyleClass().add("add-token");
            kind.setId("board-add-" + one.word().replace(' ', '-'));
            kind.setOnAction(e -> add(one));
            kinds.getChildren().add(kind);
        }
        ScrollPane scroll = new ScrollPane(charts);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("clear-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        charts.setId("board");
        charts.setPadding(new Insets(0, 8, 8, 0));
        extent.setTooltip(new Tooltip("What charts show: the whole run, or what has been up to the playhead; playing begins the latter"));
        StackPane.setAlignment(extent, Pos.TOP_RIGHT);
        StackPane row = new StackPane(kinds, extent); // which gives the kinds as many lines as they need at this width
        nameExtent();
        getChildren().addAll(row, scroll);
        bench.addListener(new Workbench.Listener() {
            @Override
            public void onStudyChanged() {
                if (!bench.comparison().board().equals(built)) {
                    rebuild(); // else nothing is new to the charts until the new runs are there
                }
            }
        });
    }

    private void add(BoardChart.Kind kind) {
        boolean isFormula = kind == BoardChart.Kind.FORMULA;
        List<String> elements = isFormula ? usualFormulas() : selected();
        Set<String> taken = new HashSet<>(bench.comparison().board().stream().map(BoardChart::title).toList());
        String word = kind.word().substring(0, 1).toUpperCase(Locale.ROOT) + kind.word().substring(1);
        BoardChart made = new BoardChart(Names.free(word, taken), kind, elements, BoardChart.Series.EACH,
                kind == BoardChart.Kind.OUTPUT || kind == BoardChart.Kind.BUSY ? MOVING_MEAN : 1, false);
        BoardChart chart = isFormula || made.isOfEquipment() ? made : made.withElements(List.of());
        bench.compare("add chart " + chart.title(), c -> {
            List<BoardChart> all = new ArrayList<>(c.board());
            all.add(chart);
            return c.withBoard(all);
        });
    }

    /** Something to begin with: what is in what is selected, or in the plant. */
    private List<String> usualFormulas() {
        List<String> chosen = bench.study().equipment().stream().filter(e -> bench.selection().contains(e.name()))
                .limit(BoardChart.MAX_FORMULAS).map(e -> "at('" + e.name().replace("'", "") + "').content").toList();
        return chosen.isEmpty() ? List.of("here.inside") : chosen;
    }

    private void changeExtent() {
        isUpToPlayhead = !isUpToPlayhead;
        nameExtent();
        redraw();
    }

    private void nameExtent() {
        extent.setText(isUpToPlayhead ? "up to the playhead" : "of the whole run");
    }

    /** Whether charts stand on the floor, so that they are seen wherever the floor is. */
    boolean standsOnFloor() {
        return bench.comparison().board().stream().anyMatch(chart -> chart.onFloor() && !chart.elements().isEmpty());
    }

    void show(Board now) {
        board = Optional.of(now);
        isAsked = false;
        views.clear();
        rebuild();
    }

    private void rebuild() {
        built = bench.comparison().board();
        charts.getChildren().clear();
        views.keySet().retainAll(bench.comparison().board());
        for (BoardChart wanted : bench.comparison().board()) {
            ChartView view = views.computeIfAbsent(wanted, key -> new ChartView(say));
            view.setPrefHeight(CHART_HEIGHT);
            draw(wanted, view);
            charts.getChildren().add(new VBox(2, view, settings(wanted)));
        }
        floor.accept(onFloor());
        if (board.isPresent() && bench.comparison().board().stream().anyMatch(wanted -> !board.get().has(wanted)) && !isAsked) {
            isAsked = true; // until there are other charts
            readAgain.run();
        }
        if (bench.comparison().board().isEmpty()) {
            charts.getChildren().add(Words.text(
                    "No chart yet. Add one above: of what is selected on the floor, or of all. Charts stay with the study and are fresh after "
                            + "each edit; the right button copies or saves them."));
        }
    }

    private FlowPane settings(BoardChart chart) {
        FlowPane row = new FlowPane(6, 2);
        boolean isFormula = chart.kind() == BoardChart.Kind.FORMULA;
        if (isFormula) {
            TextField field = formulas(chart);
            field.prefWidthProperty().bind(widthProperty().subtract(32)); // a row of its own
            row.getChildren().add(field);
        }
        if (chart.isOverTime() && chart.kind() != BoardChart.Kind.LIMIT) {
            BoardChart.Series[] all = BoardChart.Series.values();
            row.getChildren().add(small(chart.series().word(),
                    () -> change(chart, chart.withSeries(all[(chart.series().ordinal() + 1) % all.length]))));
            row.getChildren().add(small(chart.movingMean() == 1 ? "not smoothed" : "moving mean of " + chart.movingMean() + " steps",
                    () -> change(chart, chart.withMovingMean(next(chart.movingMean())))));
        }
        if (chart.isOfEquipment()) {
            row.getChildren().add(small("of what is selected", () -> change(chart, chart.withElements(selected()))));
        }
        if (!isFormula && !chart.elements().isEmpty()) {
            row.getChildren().add(small(chart.onFloor() ? "take off the floor" : "stand on the floor",
                    () -> change(chart, chart.withOnFloor(!chart.onFloor()))));
        }
        row.getChildren().add(small("take out", () -> bench.compare("take out chart " + chart.title(),
                c -> c.withBoard(c.board().stream().filter(b -> !b.equals(chart)).toList()))));
        return row;
    }

    /** The formulas of a chart, one behind the other. */
    private TextField formulas(BoardChart chart) {
        TextField field = new TextField(String.join("; ", chart.elements()));
        field.setId("chart-formulas");
        field.setPromptText("at('Store').content; here.inside");
        field.setTooltip(new Tooltip(
                "Formulas, parted by ; each with a name and a colon before it or not — content, done, coming of at('Name'); waiting and busy of a station, busy and free of a "
                        + "crew; attributes; here.inside, in, out, scrapped of the plant; clock.hours"));
        field.setOnAction(e -> {
            try {
                change(chart,
                        chart.withElements(
                                Arrays.stream(field.getText().split(";")).map(String::strip).filter(f -> !f.isEmpty()).toList()));
            } catch (StudyException wrong) {
                say.accept(String.valueOf(wrong.getMessage()));
            }
        });
        return field;
    }

    private List<String> selected() {
        return bench.study().elements().stream().map(e -> e.name()).filter(bench.selection()::contains).toList();
    }

    private static int next(int steps) {
        return steps == 1 ? 8 : steps < MOVING_MEAN ? MOVING_MEAN : steps < 60 ? 60 : 1;
    }

    private static Button small(String text, Runnable action) {
        Button button = Words.quiet(text, "chart-setting", action);
        button.getStyleClass().add("small-setting");
        return button;
    }

    private void change(BoardChart from, BoardChart to) {
        bench.compare("change chart " + from.title(), c -> c.withBoard(c.board().stream().map(b -> b.equals(from) ? to : b).toList()));
    }

    private void draw(BoardChart wanted, ChartView view) {
        chart(wanted).ifPresent(view::show);
    }

    private Optional<Chart> chart(BoardChart wanted) {
        boolean isPart = isUpToPlayhead && playhead > 0;
        return board.map(b -> withPlayhead((isPart ? b.upTo(playhead) : b).of(wanted), wanted));
    }

    /** Charts that stand on the floor, with the first element that each is of. */
    private Map<String, Chart> onFloor() {
        Map<String, Chart> all = new LinkedHashMap<>();
        for (BoardChart wanted : bench.comparison().board()) {
            if (wanted.onFloor() && !wanted.elements().isEmpty()) {
                chart(wanted).ifPresent(chart -> all.put(wanted.elements().getFirst(), chart));
            }
        }
        return all;
    }

    private Chart withPlayhead(Chart chart, BoardChart wanted) {
        if (!wanted.isOverTime() || playhead < 0) {
            return chart;
        }
        List<Chart.Series> series = new ArrayList<>(chart.series());
        series.add(new Chart.Mark("", "#D9952B", playhead / 3.6e12, true));
        return new Chart(chart.title(), chart.xLabel(), chart.yLabel(), series, chart.categories());
    }

    /** @param plays whether it moves by itself */
    void showPlayhead(long nanos, boolean plays) {
        if (plays && !isUpToPlayhead) {
            changeExtent();
        }
        if (nanos != playhead) {
            playhead = nanos;
            redraw();
        }
    }

    void redraw() {
        if (getScene() != null) {
            views.forEach(this::draw);
        }
        floor.accept(onFloor());
    }
}
