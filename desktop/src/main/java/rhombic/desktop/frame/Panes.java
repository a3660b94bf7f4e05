package rhombic.desktop.frame;

import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import rhombic.desktop.card.JobCardView;
import rhombic.desktop.compare.ComparePage;
import rhombic.desktop.diagnose.DiagnosePage;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.watch.StripsView;
import rhombic.desktop.watch.TransportBar;

/** Where each part of the window stands, in each workspace. */
final class Panes {
    /** Under the bars at the top. */
    private static final double QUESTION_Y = 96;
    private static final double CARD_WIDTH = 320;
    private static final double STRIPS_HEIGHT = 196;

    private final On on;
    private final BooleanProperty isToolInHand = new SimpleBooleanProperty();
    private final Pane over = new Pane();
    private final BorderPane root = new BorderPane();
    private final StackPane middle = new StackPane();
    private final VBox bottom;
    private final StackPane whole;

    /** What stands in it. */
    record On(TopBar top, OutlookBar outlook, FloorView floor, ViewsBar views, Notice message, Shelf shelf, JobCardView card,
            TransportBar transport, StripsView strips, DiagnosePage diagnose, ComparePage compare, LeaveQuestion question, FindBox find) {}

    Panes(On on) {
        this.on = on;
        over.getChildren().addAll(on.find, on.question);
        over.setPickOnBounds(false);
        on.question.layoutXProperty().bind(over.widthProperty().subtract(on.question.widthProperty()).divide(2));
        on.question.setLayoutY(QUESTION_Y);
        bottom = new VBox(on.transport, on.strips);
        bottom.getStyleClass().add("time");
        on.strips.setPrefHeight(STRIPS_HEIGHT);
        layOutMiddle();
        root.setTop(new VBox(on.top, on.outlook));
        root.setBottom(bottom);
        root.setLeft(on.shelf);
        root.setCenter(middle);
        root.setRight(on.card);
        whole = new StackPane(root, over);
        whole.getStyleClass().add("window");
    }

    private void layOutMiddle() {
        Label keys = new Label("P plan    F fit    N numbers    / find or do");
        keys.getStyleClass().add("floor-keys");
        keys.setMouseTransparent(true);
        keys.visibleProperty().bind(isToolInHand.not().and(on.shelf.elements().visibleProperty().not()));
        StackPane.setAlignment(keys, Pos.TOP_LEFT);
        StackPane.setMargin(keys, new Insets(10, 0, 0, 12));
        StackPane.setAlignment(on.shelf.elements(), Pos.TOP_LEFT);
        StackPane.setAlignment(on.views, Pos.TOP_RIGHT);
        StackPane.setMargin(on.views, new Insets(6, 10, 0, 0));
        middle.setMinSize(200, 120);
        middle.getChildren().addAll(on.floor, keys, on.views, on.message, on.shelf.elements());
    }

    StackPane whole() {
        return whole;
    }

    /** Puts something over the floor. */
    void addToFloor(Node node) {
        middle.getChildren().add(node);
    }

    /** Says nothing of keys while a tool is in hand, which has words of its own. */
    void setToolInHand(boolean inHand) {
        isToolInHand.set(inHand);
    }

    void arrangeFor(Workspace workspace) {
        boolean showsStrips = workspace == Workspace.WATCH;
        on.card.setWatching(showsStrips);
        on.strips.setVisible(showsStrips);
        on.strips.setManaged(showsStrips);
        bottom.setVisible(workspace != Workspace.COMPARE); // there it has a clock of its own
        bottom.setManaged(workspace != Workspace.COMPARE);
        root.setLeft(workspace == Workspace.BUILD ? on.shelf : null);
        root.setCenter(workspace == Workspace.COMPARE ? on.compare : middle);
        if (workspace == Workspace.DIAGNOSE) {
            on.diagnose.setPrefWidth(Math.max(430, Math.min(700, whole.getWidth() * 0.5)));
            root.setRight(on.diagnose);
        } else {
            on.card.setPrefWidth(CARD_WIDTH);
            root.setRight(workspace == Workspace.COMPARE ? null : on.card);
        }
    }
}
