package rhombic.desktop.parts;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;

/** The rooms of a page, one of which is open. */
public final class RoomsBar<R extends Enum<R>> extends HBox {
    private final List<R> rooms;
    private final List<ToggleButton> buttons = new ArrayList<>();
    private final Consumer<R> go;

    /**
     * Makes a button for each.
     *
     * @param page begins the ids of the buttons
     * @param go opens a room; is to call {@link #mark}
     */
    public RoomsBar(String page, R[] all, Function<R, String> word, Consumer<R> go) {
        super(2);
        rooms = List.of(all);
        this.go = go;
        ToggleGroup group = new ToggleGroup();
        for (R one : all) {
            ToggleButton button = new ToggleButton(word.apply(one));
            button.getStyleClass().addAll("place", "subject-button");
            button.setId(page + "-" + one.name().toLowerCase(Locale.ROOT));
            button.setToggleGroup(group);
            button.setOnAction(e -> go.accept(one));
            buttons.add(button);
            getChildren().add(button);
        }
    }

    /** Shows which is open. */
    public void mark(R open) {
        for (int i = 0; i < buttons.size(); i++) {
            buttons.get(i).setSelected(rooms.get(i) == open);
        }
    }

    /** Opens the room of that name, if there is one. */
    public void go(String name) {
        rooms.stream().filter(room -> room.name().equalsIgnoreCase(name)).findFirst().ifPresent(go);
    }
}
