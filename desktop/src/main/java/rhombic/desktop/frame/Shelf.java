package rhombic.desktop.frame;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import javafx.css.PseudoClass;
import javafx.geometry.Bounds;
import javafx.geometry.Insets;
import javafx.geometry.Point2D;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Polygon;
import org.jspecify.annotations.Nullable;
import org.kordamp.ikonli.feather.Feather;
import org.kordamp.ikonli.javafx.FontIcon;
import rhombic.desktop.floor.FloorPictures;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.hand.FloorGestures;
import rhombic.desktop.work.Edits;
import rhombic.study.Study;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.place.Placement;

/** The rail of rhombus tiles; each unfolds its elements, to be clicked or dragged onto the floor. */
final class Shelf extends HBox {
    private static final int THUMB_WIDTH = 96;
    private static final int THUMB_HEIGHT = 64;

    private final List<Family> families = Stream.of(Family.values()).filter(family -> !kindsOf(family).isEmpty()).toList();
    private final FloorView floor;
    private final FloorGestures gestures;
    private final VBox rail = new VBox(10);
    private final VBox elements = new VBox(6);
    private final Map<Kind<?>, Button> buttons = new LinkedHashMap<>();
    private @Nullable Family open;

    Shelf(FloorView floor, FloorGestures gestures) {
        this.floor = floor;
        this.gestures = gestures;
        getStyleClass().add("shelf");
        setId("shelf");
        rail.setPadding(new Insets(14, 6, 14, 6));
        rail.setAlignment(Pos.TOP_CENTER);
        rail.setMinWidth(72);
        rail.setMaxWidth(72);
        elements.getStyleClass().add("shelf-things");
        elements.setPadding(new Insets(12, 10, 12, 10));
        elements.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        elements.setVisible(false);
        for (Family family : families) {
            rail.getChildren().add(tile(family));
        }
        getChildren().add(rail);
        setPickOnBounds(false);
    }

    private static List<Kind<?>> kindsOf(Family family) {
        return Kinds.ALL.stream().<Kind<?>>filter(kind -> kind.family() == family).toList();
    }

    private static Feather glyph(Family family) {
        return switch (family) {
            case IN_OUT -> Feather.LOG_IN;
            case WORK -> Feather.TOOL;
            case JOIN_PART -> Feather.GIT_MERGE;
            case MOVE -> Feather.CHEVRONS_RIGHT;
            case STORE -> Feather.LAYERS;
            case PEOPLE -> Feather.USERS;
            case SITE -> Feather.MAP;
        };
    }

    private VBox tile(Family family) {
        Polygon rhombus = new Polygon(0, -21, 17, 0, 0, 21, -17, 0);
        rhombus.getStyleClass().add("tile-rhombus");
        FontIcon glyph = new FontIcon(glyph(family));
        glyph.getStyleClass().add("tile-glyph");
        Button button = new Button("", new StackPane(rhombus, glyph));
        button.getStyleClass().add("tile");
        button.setId("family-" + family.word().replaceAll("[^A-Za-z]+", "-").toLowerCase(Locale.ROOT));
        button.setAccessibleText(family.word());
        button.setOnAction(e -> toggle(family));
        Label name = new Label(family.word());
        name.getStyleClass().add("tile-name");
        VBox box = new VBox(1, button, name);
        box.setAlignment(Pos.CENTER);
        return box;
    }

    /** The unfolded elements; they lie over the floor, so that it stays where it is. */
    VBox elements() {
        return elements;
    }

    private void toggle(Family family) {
        if (open == family) {
            fold();
            return;
        }
        open = family;
        elements.getChildren().setAll(kindsOf(family).stream().map(kind -> button(kind)).toList());
        elements.setVisible(true);
        elements.getChildren().getFirst().requestFocus();
        mark();
    }

    /** Shows only the rail. */
    void fold() {
        open = null;
        elements.setVisible(false);
        mark();
    }

    /** Marks what is in hand and what is open. */
    void mark() {
        buttons.forEach((kind, button) -> button.pseudoClassStateChanged(PseudoClass.getPseudoClass("in-hand"),
                gestures.inHand().filter(kind::equals).isPresent()));
        for (int i = 0; i < families.size(); i++) {
            Family family = families.get(i);
            boolean lit = open == family || gestures.inHand().filter(kind -> kind.family() == family).isPresent();
            rail.getChildren().get(i).pseudoClassStateChanged(PseudoClass.getPseudoClass("lit"), lit);
        }
    }

    private Button button(Kind<?> kind) {
        return buttons.computeIfAbsent(kind, this::made);
    }

    private Button made(Kind<?> kind) {
        ImageView picture = new ImageView(
                FloorPictures.thumbnail(Edits.made(kind, Study.empty(), Placement.at(0, 0)), THUMB_WIDTH, THUMB_HEIGHT));
        Button button = new Button(kind.word(), picture);
        button.setContentDisplay(ContentDisplay.TOP);
        button.getStyleClass().add("thing");
        button.setId("thing-" + kind.word().toLowerCase(Locale.ROOT).replace(' ', '-'));
        button.setTooltip(new Tooltip("Click, then click the floor as often as you like; or drag it there"));
        button.setOnAction(e -> {
            gestures.take(kind);
            floor.requestFocus();
        });
        button.setOnMouseDragged(e -> onFloor(e.getSceneX(), e.getSceneY(), (x, y) -> gestures.ghostAt(kind, x, y)));
        button.setOnMouseReleased(e -> {
            if (!button.contains(e.getX(), e.getY())) {
                onFloor(e.getSceneX(), e.getSceneY(), (x, y) -> gestures.placeAt(kind, x, y));
            }
        });
        return button;
    }

    private interface DropPoint {
        void at(double x, double y);
    }

    private void onFloor(double sceneX, double sceneY, DropPoint spot) {
        Point2D local = floor.sceneToLocal(sceneX, sceneY);
        Bounds bounds = floor.getLayoutBounds();
        if (bounds.contains(local) && !elements.localToScene(elements.getLayoutBounds()).contains(sceneX, sceneY)) {
            spot.at(local.getX(), local.getY());
        }
    }
}
