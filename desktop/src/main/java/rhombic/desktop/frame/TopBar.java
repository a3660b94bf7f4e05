package rhombic.desktop.frame;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Polygon;
import rhombic.desktop.work.Workbench;

/** The mark, the name of the study, the four places, and find or do. */
final class TopBar extends StackPane {
    private final Label name = new Label();
    private final Label saved = new Label();
    private final Map<Workspace, ToggleButton> places = new EnumMap<>(Workspace.class);
    private final ContextMenu menu = new ContextMenu();
    /** The base, or the alternative that is on the floor. */
    private final Button alternative = new Button();

    TopBar(Consumer<Workspace> go, Runnable find, Supplier<List<Command>> fileCommands,
            Supplier<List<Command>> alternatives) {
        getStyleClass().add("top-bar");
        setMinHeight(44);
        setMaxHeight(44);
        Polygon rhombus = new Polygon(0, -11, 10, 0, 0, 11, -10, 0);
        rhombus.getStyleClass().add("mark");
        name.getStyleClass().add("study-name");
        name.setId("study-name");
        name.setMaxWidth(190);
        saved.getStyleClass().add("caption");
        saved.setId("saved-mark");
        Button file = new Button("", new HBox(12, rhombus, name));
        ((HBox) file.getGraphic()).setAlignment(Pos.CENTER_LEFT);
        file.getStyleClass().add("file-button");
        file.setId("file-menu");
        file.setAccessibleText("Study: new, open, save");
        file.setOnAction(e -> {
            menu.getItems().setAll(fileCommands.get().stream().map(TopBar::item).toList());
            menu.show(file, Side.BOTTOM, 0, 2);
        });
        alternative.getStyleClass().add("alternative-button");
        alternative.setId("alternative-menu");
        alternative.setMaxWidth(170);
        alternative.setOnAction(e -> {
            menu.getItems().setAll(alternatives.get().stream().map(TopBar::item).toList());
            menu.show(alternative, Side.BOTTOM, 0, 2);
        });
        HBox left = new HBox(8, file, saved, alternative);
        left.setAlignment(Pos.CENTER_LEFT);
        left.setMaxWidth(Region.USE_PREF_SIZE);
        ToggleGroup group = new ToggleGroup();
        HBox middle = new HBox(8);
        middle.setAlignment(Pos.CENTER);
        middle.setMaxWidth(Region.USE_PREF_SIZE);
        for (Workspace place : Workspace.values()) {
            ToggleButton button = new ToggleButton(place.word());
            button.getStyleClass().add("place");
            button.setId("place-" + place.word().toLowerCase(Locale.ROOT));
            button.setToggleGroup(group);
            button.setOnAction(e -> go.accept(place));
            places.put(place, button);
            middle.getChildren().add(button);
        }
        Button search = new Button("/  find or do");
        search.getStyleClass().add("find-button");
        search.setId("find-button");
        search.setOnAction(e -> find.run());
        HBox right = new HBox(search);
        right.setAlignment(Pos.CENTER_RIGHT);
        right.setMaxWidth(Region.USE_PREF_SIZE);
        HBox.setHgrow(right, Priority.NEVER);
        setAlignment(left, Pos.CENTER_LEFT);
        setAlignment(right, Pos.CENTER_RIGHT);
        setPadding(new Insets(0, 16, 0, 10));
        getChildren().addAll(left, middle, right);
    }

    private static MenuItem item(Command command) {
        MenuItem item = new MenuItem(command.name() + (command.keys().isEmpty() ? "" : "    " + command.keys()));
        item.setOnAction(e -> command.action().run());
        return item;
    }

    void update(Workbench bench, Workspace place) {
        name.setText(bench.base().name());
        alternative.setText((bench.alternative().isEmpty() ? "Base" : bench.alternative()) + " \u25BE");
        alternative.pseudoClassStateChanged(PseudoClass.getPseudoClass("shown"), !bench.alternative().isEmpty());
        boolean isThere = !bench.comparison().alternatives().isEmpty() || !bench.study().elements().isEmpty();
        alternative.setVisible(isThere);
        alternative.setManaged(isThere);
        saved.setText(bench.isSaved() ? bench.file().isPresent() ? "saved" : "" : "not saved");
        places.forEach((key, button) -> button.setSelected(key == place));
    }
}
