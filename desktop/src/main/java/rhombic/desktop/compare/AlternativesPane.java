package rhombic.desktop.compare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.geometry.HPos;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Comparing;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.FigureText;
import rhombic.experiment.Interval;
import rhombic.experiment.OwnFigure;
import rhombic.experiment.Response;
import rhombic.experiment.ResponseNames;
import rhombic.experiment.Scale;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;
import rhombic.experiment.Verdict;
import rhombic.study.Comparison;
import rhombic.study.OwnResponse;

/** The sheet of alternatives against responses: each figure with its interval, the difference, and what that shows. */
final class AlternativesPane extends ScrollPane {
    private static final double NAME_WIDTH = 250;
    private static final double MIN_CELL = 205;
    private static final double MAX_CELL = 320;
    private static final double PLOT_WIDTH = 185;
    private static final double PLOT_HEIGHT = 14;
    private static final Color VERDIGRIS = Color.web("#1D6B66");
    private static final Color SOFT = Color.web("#5C676C");

    private final Workbench bench;
    private final Runnable toBuild;
    private final VBox content = new VBox(10);

    AlternativesPane(Workbench bench, Runnable toBuild) {
        this.bench = bench;
        this.toBuild = toBuild;
        getStyleClass().add("clear-scroll");
        setFitToWidth(true);
        content.setPadding(new Insets(4, 0, 12, 0));
        setContent(content);
    }

    void show(Comparing.State state) {
        List<Variant> variants = state.alternatives();
        Comparison comparison = bench.comparison();
        Variant against = variants.stream().filter(v -> v.alternative().equals(comparison.reference())).findFirst()
                .orElse(variants.getFirst());
        List<String> responses = Sheet.selected(comparison);
        GridPane grid = new GridPane();
        grid.getStyleClass().add("sheet");
        grid.setId("alternatives-sheet");
        grid.getColumnConstraints().add(fixed(NAME_WIDTH));
        double cell = Math.clamp((getWidth() - NAME_WIDTH - 16) / responses.size(), MIN_CELL, MAX_CELL);
        responses.forEach(r -> grid.getColumnConstraints().add(fixed(cell)));
        grid.add(cell(Words.caption("Alternative")), 0, 0);
        for (int c = 0; c < responses.size(); c++) {
            grid.add(cell(heading(responses.get(c), responses)), c + 1, 0);
        }
        int comparisons = Math.max(1, variants.size() - 1);
        for (int r = 0; r < variants.size(); r++) {
            Variant variant = variants.get(r);
            grid.add(cell(name(variant, variant == against, state)), 0, r + 1);
            for (int c = 0; c < responses.size(); c++) {
                grid.add(cell(figure(state.sheet(), variants, variant, against, responses.get(c), comparisons)), c + 1, r + 1);
            }
        }
        content.getChildren().setAll(sentence(state.sheet(), variants, against, responses, comparisons), grid,
                adding(state.sheet(), responses));
        if (variants.size() > 2) {
            content.getChildren().add(Words.caption("Differences are paired, run by run on the same random numbers. Each is told at "
                    + FigureText.of(100 * (1 - (1 - Interval.CONFIDENCE) / comparisons)) + " % so that all " + comparisons
                    + " of a column hold together at 95 % (Bonferroni)."));
        }
    }

    private static ColumnConstraints fixed(double width) {
        ColumnConstraints column = new ColumnConstraints(width);
        column.setHalignment(HPos.LEFT);
        return column;
    }

    private static VBox cell(Node inside) {
        VBox box = new VBox(inside);
        box.getStyleClass().add("sheet-cell");
        box.setFillWidth(true);
        GridPane.setValignment(box, VPos.TOP);
        GridPane.setVgrow(box, Priority.ALWAYS);
        return box;
    }

    /** What the first response shows, in one line. */
    private static Label sentence(Sheet sheet, List<Variant> variants, Variant against, List<String> responses, int comparisons) {
        String response = responses.getFirst();
        double sign = Response.better(response) == Response.Better.LESS ? -1 : 1;
        Optional<Variant> best = variants.stream().filter(v -> v != against && sheet.runs(v).size() > 1)
                .max(Comparator.comparingDouble(v -> sign * sheet.difference(v, against, response, 0.95).mean()));
        String text = best.map(v -> {
            Verdict verdict = sheet.verdict(v, against, response, comparisons);
            Scale scale = Scale.of(sheet.unit(response), verdict.other());
            return capital(response) + ": " + v.name() + " gains most: " + verdict.text(scale.unit(), scale.factor()) + " against "
                    + against.name() + ".";
        }).orElse(variants.size() == 1
                ? "Nothing to compare yet: start an alternative from the name beside the study\u2019s, or make a factor of any value on a job card."
                : "Run them to see what they show.");
        Label label = Words.text(text);
        label.setId("comparison-says");
        label.getStyleClass().add("card-heading");
        return label;
    }

    private Node heading(String response, List<String> responses) {
        Label label = new Label(capital(response));
        label.getStyleClass().add("subject");
        Button out = Words.quiet("\u00d7", "drop-response", () -> {
            List<String> left = new ArrayList<>(responses);
            left.remove(response);
            bench.compare("leave out " + response, c -> c.withResponses(left));
        });
        out.getStyleClass().add("small-glyph");
        out.setAccessibleText("Leave out " + response);
        out.setVisible(responses.size() > 1);
        label.setMaxWidth(MIN_CELL - 40);
        HBox row = new HBox(4, label, out);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private Node name(Variant variant, boolean isAgainst, Comparing.State state) {
        Button name = new Button(variant.name());
        name.getStyleClass().add("card-title");
        name.setId("show-" + variant.name().replace(' ', '-'));
        name.setMaxWidth(NAME_WIDTH - 40);
        name.setWrapText(true);
        name.setMinHeight(Region.USE_PREF_SIZE);
        name.getStyleClass().add("alternative-name");
        name.setOnAction(e -> {
            bench.show(variant.alternative());
            toBuild.run();
        });
        Button more = Words.quiet("\u22ef", "more-" + variant.name().replace(' ', '-'), () -> {});
        more.getStyleClass().add("small-glyph");
        more.setAccessibleText("What can be done with " + variant.name());
        ContextMenu menu = new ContextMenu(menu(variant, isAgainst));
        more.setOnAction(e -> menu.show(more, Side.BOTTOM, 0, 2));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        VBox box = new VBox(2, new HBox(2, name, gap, more));
        variant.changes().stream().limit(5).forEach(change -> box.getChildren().add(Words.caption("\u25C6 " + change)));
        variant.contradictions().forEach(told -> {
            Label label = Words.caption(told + ".");
            label.getStyleClass().addAll("problem", "warning");
            box.getChildren().add(label);
        });
        state.sheet().failure(variant).ifPresent(why -> {
            Label label = Words.caption("Could not be run: " + why);
            label.getStyleClass().addAll("problem", "error");
            box.getChildren().add(label);
        });
        Double cost = variant.cost();
        Comparing.Share done = state.done().get(variant.name());
        String runs = done == null
                ? ""
                : done.done() < done.asked() ? done.done() + " of " + done.asked() + " runs" : done.done() + " runs";
        box.getChildren().add(Words.caption(
                (isAgainst ? "differences are from here; " : "") + (cost == null ? "" : "cost " + FigureText.of(cost) + "; ") + runs));
        return box;
    }

    private MenuItem[] menu(Variant variant, boolean isAgainst) {
        List<MenuItem> items = new ArrayList<>();
        items.add(item("Show on the floor", () -> {
            bench.show(variant.alternative());
            toBuild.run();
        }));
        if (!isAgainst) {
            items.add(item("Take differences from here",
                    () -> bench.compare("compare against " + variant.name(), c -> c.withReference(variant.alternative()))));
        }
        if (!variant.isBase()) {
            items.add(item("Rename\u2026", () -> ask("Name of the alternative", variant.name(),
                    text -> bench.compare("rename " + variant.name(), c -> c.changed(variant.alternative(),
                            c.alternative(variant.alternative()).orElseThrow().named(text.strip()))))));
            Double known = variant.cost();
            items.add(item("Say what it costs\u2026", () -> ask("Cost, in any one unit of money; empty: not given",
                    known == null ? "" : FigureText.of(known), text -> cost(variant, text))));
            items.add(item("Make it the base", () -> bench.takeOver(variant.alternative())));
            items.add(item("Take it out", () -> bench.compare("take out " + variant.name(), c -> c.without(variant.alternative()))));
        }
        return items.toArray(MenuItem[]::new);
    }

    private void cost(Variant variant, String text) {
        Double cost;
        try {
            cost = text.isBlank() ? null : (Double) Double.parseDouble(text.strip());
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("A cost must be a number such as 120000; got \u201c" + text.strip() + "\u201d");
        }
        bench.compare("cost of " + variant.name(),
                c -> c.changed(variant.alternative(), c.alternative(variant.alternative()).orElseThrow().withCost(cost)));
    }

    /** Asks in a line over the sheet; Enter takes what was typed, Esc leaves it. */
    private void ask(String label, String now, Consumer<String> then) {
        TextField field = new TextField(now);
        field.setId("ask-field");
        field.setPrefColumnCount(34);
        Label fault = Words.caption("");
        fault.getStyleClass().add("worse");
        fault.setId("ask-message");
        VBox line = new VBox(3, Words.caption(label), field, fault);
        line.getStyleClass().add("editor");
        field.setOnAction(e -> {
            try {
                then.accept(field.getText());
                content.getChildren().remove(line);
            } catch (IllegalArgumentException wrong) {
                fault.setText(String.valueOf(wrong.getMessage()));
            }
        });
        field.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                content.getChildren().remove(line);
                e.consume();
            }
        });
        content.getChildren().removeIf(node -> node.getStyleClass().contains("editor"));
        content.getChildren().addFirst(line);
        setVvalue(0);
        field.requestFocus();
        field.selectAll();
    }

    private static MenuItem item(String name, Runnable action) {
        MenuItem item = new MenuItem(name);
        item.setOnAction(e -> action.run());
        return item;
    }

    private static Node figure(Sheet sheet, List<Variant> variants, Variant variant, Variant against, String response, int comparisons) {
        Interval interval = sheet.interval(variant, response);
        if (interval.count() == 0) {
            return Words.caption(sheet.runs(variant).isEmpty() ? "not run yet" : "never observed");
        }
        double size = sheet.interval(against, response).mean();
        Scale scale = Scale.of(sheet.unit(response), Double.isFinite(size) ? size : interval.mean());
        Label figure = new Label(scale.text(interval));
        figure.getStyleClass().add("sheet-figure");
        VBox box = new VBox(1, figure, plot(sheet, variants, variant, against, response));
        if (interval.count() == 1) {
            box.getChildren().add(Words.caption("one run: no interval"));
        }
        if (variant != against) {
            Verdict verdict = sheet.verdict(variant, against, response, comparisons);
            Label label = Words.caption(verdict.text(scale.unit(), scale.factor()));
            switch (verdict.kind()) {
                case BETTER -> label.getStyleClass().setAll("label", "better");
                case WORSE -> label.getStyleClass().setAll("label", "worse");
                default -> {}
            }
            box.getChildren().add(label);
        }
        return box;
    }

    /** The interval on the scale of the column, with a line where that of the other stands. */
    private static Canvas plot(Sheet sheet, List<Variant> variants, Variant variant, Variant against, String response) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (Variant one : variants) {
            Interval interval = sheet.interval(one, response);
            double margin = Double.isFinite(interval.halfWidth()) ? interval.halfWidth() : 0;
            if (Double.isFinite(interval.mean())) {
                low = Math.min(low, interval.mean() - margin);
                high = Math.max(high, interval.mean() + margin);
            }
        }
        Canvas canvas = new Canvas(PLOT_WIDTH, PLOT_HEIGHT);
        if (!(high > low)) {
            return canvas;
        }
        double from = low;
        double perPixel = (high - low) / (PLOT_WIDTH - 12);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.setStroke(Color.web("#DAD4C5"));
        g.strokeLine(0, PLOT_HEIGHT / 2, PLOT_WIDTH, PLOT_HEIGHT / 2);
        double other = 6 + (sheet.interval(against, response).mean() - from) / perPixel;
        g.setStroke(SOFT);
        g.strokeLine(other, 0, other, PLOT_HEIGHT);
        Interval own = sheet.interval(variant, response);
        double at = 6 + (own.mean() - from) / perPixel;
        double margin = Double.isFinite(own.halfWidth()) ? own.halfWidth() / perPixel : 0;
        Color colour = variant == against ? SOFT : VERDIGRIS;
        g.setStroke(colour);
        g.setLineWidth(2);
        g.strokeLine(at - margin, PLOT_HEIGHT / 2, at + margin, PLOT_HEIGHT / 2);
        g.setFill(colour);
        g.fillPolygon(new double[] {at - 5, at, at + 5, at}, new double[] {7, 2, 7, 12}, 4);
        return canvas;
    }

    /** Another response, picked from all there are or made by a formula. */
    private Node adding(Sheet sheet, List<String> responses) {
        ComboBox<String> more = new ComboBox<>();
        more.setId("more-responses");
        more.setPromptText("+ another response");
        more.setVisibleRowCount(14);
        more.getItems().setAll(sheet.responses().stream().filter(r -> !responses.contains(r)).toList());
        more.setOnAction(e -> {
            String chosen = more.getValue();
            if (chosen != null) {
                List<String> all = new ArrayList<>(responses);
                all.add(chosen);
                Platform.runLater(() -> bench.compare("look at " + chosen, c -> c.withResponses(all)));
            }
        });
        Button own = Words.quiet("+ one by a formula", "own-response",
                () -> ask("Name = formula of figures, such as  per packer = at('Packing').out / at('Packer').utilisation", "",
                        text -> own(text, responses)));
        HBox row = new HBox(10, more, own);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private void own(String text, List<String> responses) {
        int at = text.indexOf('=');
        if (at < 1) {
            throw new IllegalArgumentException("Write a name, = and a formula, such as  per hour = here.out / 8");
        }
        OwnResponse made = new OwnResponse(text.substring(0, at).strip(), "", text.substring(at + 1).strip());
        List<String> unknown = new OwnFigure(made)
                .unknownNames(new ResponseNames(Response.all(bench.study()).stream().map(Response::key).toList()));
        if (!unknown.isEmpty()) {
            throw new IllegalArgumentException(
                    "There is no figure \u201c" + unknown.getFirst() + "\u201d; write here.throughput, or at('Packing').out");
        }
        List<String> all = new ArrayList<>(responses);
        all.add(made.name());
        bench.compare("response " + made.name(), c -> {
            List<OwnResponse> own = new ArrayList<>(c.own());
            own.removeIf(one -> one.name().equals(made.name()));
            own.add(made);
            return c.withOwn(own).withResponses(all);
        });
    }

    private static String capital(String text) {
        return text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }
}
