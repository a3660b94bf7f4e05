package rhombic.desktop.frame;

import java.util.Comparator;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.control.TextFormatter;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** Find or do: a few letters find an element or run a command. */
final class FindBox extends VBox {
    private static final double WIDTH = 320;
    private static final int MAX_FOUND = 40;

    private final TextField field = new TextField();
    private final ListView<Command> list = new ListView<>();
    private final Supplier<List<Command>> commands;
    private final Runnable closed;
    private final BooleanSupplier isBuilding;
    private final Label does = new Label();

    /** @param isBuilding whether what can be placed comes first */
    FindBox(Supplier<List<Command>> commands, BooleanSupplier isBuilding, Runnable closed) {
        super(4);
        this.commands = commands;
        this.closed = closed;
        this.isBuilding = isBuilding;
        getStyleClass().add("find-box");
        setId("find-box");
        setMinSize(WIDTH, Region.USE_PREF_SIZE);
        setMaxSize(WIDTH, 300);
        field.setPromptText("find or do: a few letters");
        field.setId("find-field");
        // The stroke that opened the box is still to be typed when the field gets the focus.
        field.setTextFormatter(new TextFormatter<>(change -> change.getControlNewText().startsWith("/") ? null : change));
        list.setId("find-list");
        list.setPrefHeight(230);
        list.setCellFactory(view -> new Cell());
        does.setId("find-does");
        does.getStyleClass().add("caption");
        list.getSelectionModel().selectedItemProperty()
                .addListener((o, was, is) -> does.setText(is == null ? "Nothing is called that." : "Enter: " + is.does()));
        getChildren().addAll(field, does, list);
        setVisible(false);
        setManaged(false);
        field.textProperty().addListener((o, was, is) -> filter(is));
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        list.setOnMouseClicked(e -> run());
        list.setOnKeyPressed(this::key);
    }

    /** Opens at a place of the window, kept inside it. */
    void open(double x, double y, double width, double height) {
        relocate(Math.clamp(x, 8, Math.max(8, width - WIDTH - 8)), Math.clamp(y, 8, Math.max(8, height - 290)));
        setVisible(true);
        field.clear();
        filter("");
        autosize();
        resize(WIDTH, 280);
        field.requestFocus();
    }

    void close() {
        if (isVisible()) {
            setVisible(false);
            closed.run();
        }
    }

    private void filter(String letters) {
        boolean builds = isBuilding.getAsBoolean();
        list.getItems().setAll(commands.get().stream().filter(c -> c.rank(letters, builds) >= 0)
                .sorted(Comparator.comparingInt(c -> c.rank(letters, builds))).limit(MAX_FOUND).toList());
        list.getSelectionModel().selectFirst();
    }

    private void key(KeyEvent e) {
        int step = e.getCode() == KeyCode.DOWN ? 1 : e.getCode() == KeyCode.UP ? -1 : 0;
        if (step != 0) {
            list.getSelectionModel()
                    .select(Math.clamp(list.getSelectionModel().getSelectedIndex() + step, 0, Math.max(0, list.getItems().size() - 1)));
            list.scrollTo(list.getSelectionModel().getSelectedIndex());
        } else if (e.getCode() == KeyCode.ENTER) {
            run();
        } else if (e.getCode() == KeyCode.ESCAPE) {
            close();
        } else {
            return;
        }
        e.consume();
    }

    private void run() {
        Command chosen = list.getSelectionModel().getSelectedItem();
        close();
        if (chosen != null) {
            chosen.action().run();
        }
    }

    private static final class Cell extends ListCell<Command> {
        @Override
        protected void updateItem(Command command, boolean empty) {
            super.updateItem(command, empty);
            if (empty || command == null) {
                setGraphic(null);
                return;
            }
            Label name = new Label(command.name());
            Label keys = new Label(command.keys());
            keys.getStyleClass().add("caption");
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            setGraphic(new HBox(name, gap, keys));
        }
    }
}
