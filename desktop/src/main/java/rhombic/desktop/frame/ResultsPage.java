package rhombic.desktop.frame;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import javafx.beans.property.SimpleStringProperty;
import javafx.collections.FXCollections;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import rhombic.desktop.work.Outlook;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Interval;
import rhombic.experiment.Response;
import rhombic.experiment.Summary;
import rhombic.measure.EquipmentFigures;
import rhombic.quantity.Clock;
import rhombic.study.Equipment;
import rhombic.study.Study;
import rhombic.trace.EquipmentState;

/** Tables of figures with their margins: each equipment, or the whole plant now and before the last edit. */
final class ResultsPage extends VBox {
    private final Label heading = new Label();
    private final Label note = new Label();
    private final Label balance = new Label();
    private final TableView<Row> table = new TableView<>();
    private final boolean compares;

    /** One line of a table, as text. */
    record Row(List<String> cells) {}

    ResultsPage(Workbench bench, boolean compares) {
        super(10);
        this.compares = compares;
        getStyleClass().add("results");
        setId(compares ? "compare-page" : "diagnose-page");
        setPadding(new Insets(16, 12, 12, 14));
        heading.getStyleClass().add("card-heading");
        heading.setWrapText(true);
        note.getStyleClass().add("caption");
        note.setWrapText(true);
        note.setMinHeight(Region.USE_PREF_SIZE);
        balance.setMinHeight(Region.USE_PREF_SIZE);
        balance.setId("balance");
        balance.setWrapText(true);
        table.setId(compares ? "compare-table" : "results-table");
        table.setPlaceholder(new Label("Nothing has been run yet. Place a goods in, a station and a goods out, and link them."));
        VBox.setVgrow(table, Priority.ALWAYS);
        getChildren().addAll(heading, note, balance, table);
        List<String> columns = compares
                ? List.of("Whole plant", "Now", "\u00b1", "Before the last edit", "\u00b1", "Difference", "\u00b1")
                : List.of("Equipment", "In", "Out", "Inside", "Most", "Stay", "95 % in", "Working", "Starved", "Blocked", "Other", "\u00b1");
        for (int i = 0; i < columns.size(); i++) {
            int at = i;
            TableColumn<Row, String> column = new TableColumn<>(columns.get(i));
            column.setCellValueFactory(row -> new SimpleStringProperty(row.getValue().cells.get(at)));
            column.setSortable(false);
            column.getStyleClass().add(i == 0 ? "text-column" : "number-column");
            column.setPrefWidth(width(i));
            table.getColumns().add(column);
        }
        if (!compares) {
            table.getSelectionModel().selectedItemProperty().addListener((o, was, row) -> Optional.ofNullable(row).ifPresent(r -> bench.select(r.cells.getFirst())));
        }
        empty();
    }

    private static final double[] WIDTHS = {112, 40, 40, 50, 43, 71, 63, 61, 58, 60, 49, 48};

    private double width(int column) {
        if (compares) {
            return column == 0 ? 180 : 122;
        }
        return WIDTHS[column];
    }

    private void empty() {
        heading.setText(compares ? "Compare" : "Diagnose");
        note.setText(compares
                ? "Alternatives will stand here side by side, with intervals and two floors on one clock. For now: the study as it stands against the state before the last edit."
                : "Findings will stand here, each with its evidence and a way to try the remedy. For now: what limits the plant, and the mean figures of each equipment; \u00b1 is the 95 % margin of the working share.");
        balance.setText("");
    }

    void show(Outlook.State state) {
        switch (state) {
            case Outlook.State.Fresh fresh -> show(fresh);
            case Outlook.State.Failed(String message) -> {
                table.getItems().clear();
                balance.setText(message);
            }
            case Outlook.State.Empty() -> {
                table.getItems().clear();
                empty();
            }
            case Outlook.State.Running(double share, var last) -> table.setOpacity(0.6);
            case Outlook.State.Cancelled() -> table.setOpacity(0.6);
        }
    }

    private void show(Outlook.State.Fresh fresh) {
        table.setOpacity(1);
        empty();
        Summary summary = fresh.summary();
        if (!compares) {
            fresh.limit().ifPresent(limit -> heading.setText(limit.what() + "."));
        }
        var runs = summary.runs();
        balance.setText(String.format(Locale.ROOT, "Mean of %d %s after the warm-up: %.1f inside at the start + %.1f in%s%s%s \u2212 %.1f out = %.1f inside at the end%s.",
                runs.size(), runs.size() == 1 ? "run" : "runs", mean(summary, r -> r.insideAtStart()), mean(summary, r -> r.in()), some(" + ", mean(summary, r -> r.made()), " made"),
                some(" \u2212 ", mean(summary, r -> r.joined()), " joined"), some(" \u2212 ", mean(summary, r -> r.scrapped()), " scrapped"), mean(summary, r -> r.out()),
                mean(summary, r -> r.inside()), mean(summary, r -> r.turnedAway()) > 0 ? String.format(Locale.ROOT, "; %.1f turned away", mean(summary, r -> r.turnedAway())) : ""));
        table.setItems(FXCollections.observableArrayList(compares ? comparison(fresh) : equipment(summary)));
    }

    private static String some(String before, double count, String what) {
        return count == 0 ? "" : before + String.format(Locale.ROOT, "%.1f", count) + what;
    }

    private static double mean(Summary summary, ToDoubleFunction<rhombic.measure.RunFigures> figure) {
        return summary.runs().stream().mapToDouble(figure).average().orElse(Double.NaN);
    }

    private static List<Row> equipment(Summary summary) {
        Study study = summary.study();
        return java.util.stream.IntStream.range(0, study.equipment().size()).mapToObj(i -> row(summary, i, study.equipment().get(i))).toList();
    }

    private static Row row(Summary summary, int index, Equipment thing) {
        Function<ToDoubleFunction<EquipmentFigures>, Double> mean = figure -> summary.runs().stream()
                .mapToDouble(run -> figure.applyAsDouble(run.equipment().get(index))).filter(v -> !Double.isNaN(v)).average().orElse(Double.NaN);
        Interval working = summary.interval(Response.share(index, "", EquipmentState.WORKING));
        return new Row(List.of(thing.name(), number(mean.apply(EquipmentFigures::in)), number(mean.apply(EquipmentFigures::out)),
                number(mean.apply(EquipmentFigures::contentMean)), number(mean.apply(EquipmentFigures::contentMost)),
                Clock.span(mean.apply(e -> e.stay().mean())), Clock.span(mean.apply(e -> e.stay().p95())), percent(working.mean()),
                percent(summary.interval(Response.share(index, "", EquipmentState.STARVED)).mean()),
                percent(summary.interval(Response.share(index, "", EquipmentState.BLOCKED)).mean()), other(summary, index), percent(working.halfWidth())));
    }

    /** Changeover, service and pause together; empty where there are none. */
    private static String other(Summary summary, int index) {
        double share = java.util.stream.Stream.of(EquipmentState.CHANGEOVER, EquipmentState.SERVICE, EquipmentState.PAUSE)
                .mapToDouble(state -> summary.interval(Response.share(index, "", state)).mean()).sum();
        return share > 0 ? percent(share) : "";
    }

    private static List<Row> comparison(Outlook.State.Fresh fresh) {
        return Response.OF_PLANT.stream().map(response -> {
            Interval now = fresh.summary().interval(response);
            Optional<Interval> before = fresh.before().map(b -> b.interval(response));
            Optional<Interval> change = fresh.change(response);
            Function<Double, String> text = value -> response.unit().equals("s") ? Clock.span(value) : number(value) + (response.unit().isEmpty() ? "" : " " + response.unit());
            return new Row(List.of(response.name(), text.apply(now.mean()), text.apply(now.halfWidth()), before.map(b -> text.apply(b.mean())).orElse("\u2013"),
                    before.map(b -> text.apply(b.halfWidth())).orElse("\u2013"), change.map(c -> text.apply(c.mean())).orElse("\u2013"),
                    change.map(c -> text.apply(c.halfWidth()) + (c.isClear() || c.mean() == 0 ? "" : " (may be chance)")).orElse("\u2013")));
        }).toList();
    }

    private static String number(double value) {
        return Double.isNaN(value) ? "\u2013" : String.format(Locale.ROOT, Math.abs(value) < 99.95 ? "%.1f" : "%.0f", value);
    }

    private static String percent(double share) {
        return Double.isNaN(share) ? "" : String.format(Locale.ROOT, share < 0.9995 ? "%.1f %%" : "%.0f %%", 100 * share);
    }
}
