package rhombic.desktop.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Comparing;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Scale;
import rhombic.experiment.Search;
import rhombic.experiment.Sheet;
import rhombic.study.Factor;

/** Searches the combinations of factors for the best within a budget of runs. */
final class SearchPane extends VBox {
    private final Workbench bench;
    private final Comparing comparing;
    private final VBox ticks = new VBox(4);
    private final TextField matters = new TextField("0.5");
    private final TextField budget = new TextField("600");
    private final Label message = Words.text("");
    private final GridPane standings = new GridPane(18, 4);

    SearchPane(Workbench bench, Comparing comparing) {
        super(8);
        this.bench = bench;
        this.comparing = comparing;
        matters.setId("search-matters");
        budget.setId("search-budget");
        matters.setPrefColumnCount(5);
        budget.setPrefColumnCount(5);
        message.setId("search-says");
        HBox row = new HBox(8, Words.caption("A difference matters from"), matters, Words.caption("on; max."), budget,
                Words.caption("runs"),
                Words.strong("Search", "start-search", this::start));
        row.setAlignment(Pos.CENTER_LEFT);
        ScrollPane scroll = new ScrollPane(standings);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("clear-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        standings.getColumnConstraints().addAll(new ColumnConstraints(340), new ColumnConstraints(160), new ColumnConstraints(200));
        getChildren().addAll(Words.caption("Factors of which all combinations are searched"), ticks, row, message, scroll,
                Words.caption(
                        "Kim and Nelson\u2019s fully sequential procedure (2001): runs go only to combinations that may still be the best. If the best is "
                                + "better than all others by the difference that matters, it is found with 95 % confidence; when the budget is spent before, nothing is "
                                + "promised. Runs are kept: started again, the search goes on."));
    }

    void show(Comparing.State state) {
        List<String> before = ticked();
        boolean isFirst = ticks.getChildren().isEmpty();
        ticks.getChildren().clear();
        for (Factor factor : bench.comparison().factors()) {
            CheckBox box = new CheckBox(factor.name() + ", " + factor.levels().size() + " levels");
            box.setUserData(factor.name());
            box.setSelected(isFirst || before.contains(factor.name()));
            ticks.getChildren().add(box);
        }
        if (ticks.getChildren().isEmpty()) {
            ticks.getChildren().add(Words.text("No factor yet: make one of any value on a job card."));
        }
        state.search().ifPresent(found -> standings(state, found));
        if (!state.message().isEmpty() || state.search().isPresent()) {
            message.setText(state.message());
        }
    }

    private List<String> ticked() {
        return ticks.getChildren().stream().filter(node -> node instanceof CheckBox box && box.isSelected())
                .map(node -> (String) node.getUserData()).toList();
    }

    private void start() {
        Optional<Double> difference = number(matters.getText());
        Optional<Double> runs = number(budget.getText());
        List<String> factors = new ArrayList<>(ticked());
        if (factors.isEmpty()) {
            message.setText("Tick at least one factor.");
        } else if (difference.filter(d -> d > 0).isEmpty()) {
            message.setText("The difference that matters must be a number above 0, in the unit of the response.");
        } else if (runs.filter(r -> r >= 10 && r <= 1e6).isEmpty()) {
            message.setText("The budget must be a number of runs from 10 to 1000000.");
        } else {
            message.setText("Searching\u2026");
            comparing.search(bench.base(), bench.file(), factors, Sheet.selected(bench.comparison()).getFirst(), difference.get(),
                    runs.get().intValue());
        }
    }

    private static Optional<Double> number(String text) {
        try {
            return Optional.of(Double.parseDouble(text.strip()));
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    private void standings(Comparing.State state, Search.State found) {
        standings.getChildren().clear();
        String response = Sheet.selected(bench.comparison()).getFirst();
        Scale scale = Scale.of(found.candidates().isEmpty()
                ? ""
                : new Sheet(List.of(found.candidates().getFirst().variant()), Map.of(),
                        bench.comparison().own(), Map.of()).unit(response),
                found.candidates().getFirst().value().mean());
        int row = 0;
        for (Search.Candidate standing : found.candidates()) {
            Label name = Words.text(standing.variant().name());
            Label value = Words.text(scale.text(standing.value()));
            Label out = Words.caption(standing.droppedAt() == 0 ? "in" : "out after " + standing.droppedAt() + " runs");
            standings.addRow(row++, name, value, out);
        }
    }
}
