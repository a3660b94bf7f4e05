package rhombic.desktop.diagnose;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.beans.property.SimpleStringProperty;
import javafx.collections.FXCollections;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.work.Outlook;
import rhombic.desktop.work.ResultSheet;
import rhombic.desktop.work.Workbench;

/** Tables of figures with their margins: of each equipment, piece type, link, person and failure. */
final class ResultsPage extends VBox {
    private static final double DIGIT = 7.3;
    private static final double CELL_PADDING = 16;

    private final Workbench bench;
    private final Label note = new Label();
    private final Label balance = new Label();
    private final TableView<List<String>> table = new TableView<>();
    private ResultSheet.Subject subject = ResultSheet.Subject.EQUIPMENT;
    private List<ResultSheet.Column> columns = List.of();
    private Outlook.State state = new Outlook.State.Empty();
    private boolean isStale = true;
    private Outlook.State.@Nullable Fresh shown;
    private ResultSheet.@Nullable Subject shownSubject;

    ResultsPage(Workbench bench) {
        super(10);
        this.bench = bench;
        note.getStyleClass().add("caption");
        note.setWrapText(true);
        note.setMinHeight(Region.USE_PREF_SIZE);
        balance.setMinHeight(Region.USE_PREF_SIZE);
        balance.setId("balance");
        balance.setWrapText(true);
        table.setId("results-table");
        table.setPlaceholder(new Label("Nothing has been run yet. Place a goods in, a station and a goods out, and link them."));
        VBox.setVgrow(table, Priority.ALWAYS);
        getChildren().addAll(balance, subjects(), note, table);
        table.getSelectionModel().selectedItemProperty()
                .addListener((o, was, row) -> Optional.ofNullable(row).ifPresent(r -> select(r.getFirst())));
        sceneProperty().addListener((o, was, is) -> showIfSeen());
    }

    private FlowPane subjects() {
        FlowPane row = new FlowPane(4, 2);
        ToggleGroup group = new ToggleGroup();
        for (ResultSheet.Subject one : ResultSheet.Subject.values()) {
            ToggleButton button = new ToggleButton(one.word());
            button.getStyleClass().addAll("place", "subject-button");
            button.setId("results-of-" + one.name().toLowerCase(Locale.ROOT));
            button.setToggleGroup(group);
            button.setSelected(one == subject);
            button.setOnAction(e -> {
                button.setSelected(true);
                subject = one;
                isStale = true;
                showIfSeen();
            });
            row.getChildren().add(button);
        }
        return row;
    }

    private void select(String name) {
        if (bench.study().names().contains(name)) {
            bench.select(name);
        }
    }

    /** Takes the news; it is put on the screen once the page is there. */
    void show(Outlook.State newState) {
        state = newState;
        isStale = true;
        showIfSeen();
    }

    private void showIfSeen() {
        if (getScene() == null || !isStale) {
            return;
        }
        isStale = false;
        table.setOpacity(state instanceof Outlook.State.Running || state instanceof Outlook.State.Cancelled ? 0.6 : 1);
        switch (state) {
            case Outlook.State.Fresh fresh -> show(fresh);
            case Outlook.State.Running(double share, Optional<Outlook.State.Fresh> last) -> last.ifPresent(this::show);
            case Outlook.State.Failed(String message) -> {
                clear();
                balance.setText(message);
            }
            case Outlook.State.Empty() -> {
                clear();
                balance.setText("");
                note.setText("");
            }
            case Outlook.State.Cancelled() -> {}
        }
    }

    private void clear() {
        table.getItems().clear();
        shown = null;
    }

    private void show(Outlook.State.Fresh fresh) {
        balance.setText(ResultSheet.balance(fresh.summary()));
        if (fresh == shown && subject == shownSubject) {
            return; // a run is under way, and a table that is put in anew would lose its place
        }
        shown = fresh;
        shownSubject = subject;
        ResultSheet sheet = ResultSheet.of(fresh.summary(), subject);
        note.setText(sheet.note());
        if (!sheet.columns().equals(columns)) {
            columns = sheet.columns();
            table.getColumns().setAll(IntStream.range(0, columns.size()).mapToObj(this::column).toList());
        }
        for (int i = 0; i < columns.size(); i++) {
            table.getColumns().get(i).setPrefWidth(Math.max(columns.get(i).width(), needed(sheet, i)));
        }
        table.setItems(FXCollections.observableArrayList(sheet.rows()));
    }

    /** So wide a column of figures is that neither they nor its heading are cut off. */
    private static double needed(ResultSheet sheet, int column) {
        int longest = sheet.rows().stream().mapToInt(row -> row.get(column).length()).max().orElse(0);
        return column == 0 ? 0 : CELL_PADDING + DIGIT * Math.max(longest, sheet.columns().get(column).heading().length());
    }

    private TableColumn<List<String>, String> column(int at) {
        TableColumn<List<String>, String> column = new TableColumn<>(columns.get(at).heading());
        column.setCellValueFactory(row -> new SimpleStringProperty(row.getValue().get(at)));
        column.setSortable(false);
        column.getStyleClass().add(at == 0 ? "text-column" : "number-column");
        return column;
    }
}
