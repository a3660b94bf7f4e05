package rhombic.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import rhombic.desktop.work.Workbench;
import rhombic.study.NamedView;
import rhombic.study.Study;
import rhombic.study.value.StudyException;

/** The views of the floor that were kept by name, over its upper right corner: click one to see the floor so again. */
final class ViewsBar extends HBox {
    private final Workbench bench;
    private final Consumer<NamedView> go;
    private final Function<String, NamedView> seen;
    private final Consumer<String> say;
    private List<NamedView> shown = List.of();

    /**
     * @param go brings the floor to a view
     * @param seen gives the present view that name
     */
    ViewsBar(Workbench bench, Consumer<NamedView> go, Function<String, NamedView> seen, Consumer<String> say) {
        super(2);
        this.bench = bench;
        this.go = go;
        this.seen = seen;
        this.say = say;
        setId("views");
        setAlignment(Pos.TOP_RIGHT);
        setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        setPickOnBounds(false);
        showButtons();
    }

    void update(Study study) {
        if (!study.views().equals(shown)) {
            shown = study.views();
            showButtons();
        }
    }

    private void showButtons() {
        getChildren().clear();
        for (NamedView view : shown) {
            Button button = quiet(view.name(), "See the floor so again");
            button.setId("view-" + view.name().replace(' ', '-'));
            button.setOnAction(e -> go.accept(view));
            Button drop = quiet("\u00d7", "Takes this view out");
            drop.setId("drop-" + button.getId());
            drop.setOnAction(e -> bench.edit("take the view " + view.name() + " out",
                    study -> study.withViews(study.views().stream().filter(v -> !v.name().equals(view.name())).toList())));
            getChildren().addAll(button, drop);
        }
        Button keep = quiet("+ keep this view", "Gives the present view a name");
        keep.setId("keep-view");
        keep.setOnAction(e -> askName());
        getChildren().add(keep);
    }

    private static Button quiet(String text, String hint) {
        Button button = new Button(text);
        button.getStyleClass().addAll("quiet-button", "view-button");
        button.setTooltip(new Tooltip(hint));
        return button;
    }

    void askName() {
        TextField name = new TextField();
        name.setId("view-name");
        name.setPromptText("Name of this view");
        name.setPrefColumnCount(12);
        name.setOnAction(e -> keep(name.getText().strip()));
        name.addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                showButtons();
                e.consume();
            }
        });
        getChildren().set(getChildren().size() - 1, name);
        name.requestFocus();
    }

    /** Keeps the present view; one of that name is replaced. */
    private void keep(String name) {
        try {
            NamedView kept = seen.apply(name);
            List<NamedView> views = new ArrayList<>(bench.study().views());
            views.removeIf(view -> view.name().equals(name));
            views.add(kept);
            bench.edit("keep the view " + name, study -> study.withViews(views));
            showButtons();
        } catch (StudyException e) {
            say.accept(String.valueOf(e.getMessage()));
        }
    }
}
