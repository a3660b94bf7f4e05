package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import javafx.scene.Cursor;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Snapping;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.Kind;
import rhombic.study.place.Placement;

/**
 * What hands do on the floor. The left button and the keys belong to the {@link Tool} in hand; the right button orbits, the middle one, or
 * the right one with Shift, pans; the wheel zooms to the pointer.
 */
public final class FloorGestures {
    private final FloorView floor;
    private final Workbench bench;
    private final Runnable toolChanged;
    private final SelectTool select;
    private Tool tool;
    /** What each click places; empty if another tool is in hand. */
    private Optional<Kind<?>> inHand = Optional.empty();
    private double lastX;
    private double lastY;

    /**
     * @param pieceChosen hears which piece was clicked, or that none was
     * @param piecesFirst whether a click takes the piece rather than what it lies on
     * @param toolChanged hears that another tool is in hand
     */
    public FloorGestures(FloorView floor, Workbench bench, Consumer<Optional<Integer>> pieceChosen, BooleanSupplier piecesFirst,
            Runnable toolChanged) {
        this.floor = floor;
        this.bench = bench;
        this.toolChanged = toolChanged;
        select = new SelectTool(floor, bench, pieceChosen, piecesFirst);
        tool = select;
        floor.addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        floor.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        floor.addEventHandler(MouseEvent.MOUSE_RELEASED, this::release);
        floor.addEventHandler(MouseEvent.MOUSE_MOVED, this::point);
        floor.addEventHandler(MouseEvent.MOUSE_EXITED, e -> leave());
        floor.addEventHandler(ScrollEvent.SCROLL, this::wheel);
        floor.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    // ---- the tool in hand

    public Optional<Kind<?>> inHand() {
        return inHand;
    }

    public boolean isLinking() {
        return tool instanceof LinkTool;
    }

    public boolean isMeasuring() {
        return tool instanceof MeasureTool;
    }

    /** Whether letters and digits belong to the tool now. */
    public boolean takesKeys() {
        return tool.takesKeys();
    }

    /** Takes a kind in hand; each click on the floor then places one, or draws one corner by corner, until Esc. */
    public void take(Kind<?> kind) {
        use(kind.isDrawn() ? new DrawTool(floor, bench, kind, () -> take(kind)) : new PlaceTool(floor, bench, kind), Optional.of(kind));
    }

    /** Clicks on equipment then link each to the next, until Esc. */
    public void takeLink() {
        use(new LinkTool(floor, bench), Optional.empty());
    }

    /** The next two clicks tell how far they are apart, until Esc. */
    public void takeMeasure() {
        use(new MeasureTool(floor), Optional.empty());
    }

    private void use(Tool next, Optional<Kind<?>> kind) {
        if (next != select) {
            tool.giveWay();
        }
        tool.cancel();
        floor.requestFocus(); // its keys are those of the floor
        tool = next;
        inHand = kind;
        floor.showGhost(List.of());
        floor.setCursor(next == select ? Cursor.DEFAULT : Cursor.CROSSHAIR);
        String hint = next.hint();
        floor.overlay()
                .setMarks(hint.isEmpty()
                        ? FloorOverlay.Marks.NONE
                        : new FloorOverlay.Marks(List.of(), List.of(), hint, pointerX(), pointerY()));
        floor.drawOverlay();
        toolChanged.run();
    }

    /** Puts away what is in hand; says whether there was something. */
    public boolean putAway() {
        boolean had = tool != select || select.isDragging();
        use(select, Optional.empty());
        return had;
    }

    /** Shows the kind where it would be placed, at a pixel of the floor. */
    public void ghostAt(Kind<?> kind, double x, double y) {
        new PlaceTool(floor, bench, kind).show(x, y);
    }

    /** Places one of the kind at a pixel of the floor. */
    public void placeAt(Kind<?> kind, double x, double y) {
        new PlaceTool(floor, bench, kind).place(x, y);
    }

    static boolean isNear(Viewpoint.FloorPoint spot) {
        return Math.abs(spot.x()) < Placement.MAX_DISTANCE_METRES - 1 && Math.abs(spot.y()) < Placement.MAX_DISTANCE_METRES - 1;
    }

    // ---- mouse

    private void press(MouseEvent e) {
        floor.requestFocus();
        at(e);
        if (e.getButton() == MouseButton.PRIMARY) {
            attempt(() -> tool.press(e));
        }
    }

    private void drag(MouseEvent e) {
        boolean isPan = e.getButton() == MouseButton.MIDDLE
                || e.getButton() == MouseButton.SECONDARY && (e.isShiftDown() || floor.isPlan());
        if (isPan) {
            floor.pan(lastX, lastY, e.getX(), e.getY());
        } else if (e.getButton() == MouseButton.SECONDARY) {
            floor.orbit(e.getX() - lastX, e.getY() - lastY);
        } else if (e.getButton() == MouseButton.PRIMARY) {
            attempt(() -> tool.drag(e));
        }
        at(e);
    }

    /** What can't be is said at the pointer; nothing is changed then. */
    private void attempt(Runnable action) {
        try {
            action.run();
        } catch (IllegalArgumentException e) {
            floor.overlay().setMarks(new FloorOverlay.Marks(List.of(), List.of(),
                    String.valueOf(e.getMessage()).replace("; ", "\n").replace(": ", ":\n"), lastX, lastY));
            floor.drawOverlay();
        }
    }

    private void release(MouseEvent e) {
        if (e.getButton() == MouseButton.PRIMARY) {
            attempt(() -> tool.release(e));
        }
    }

    private void point(MouseEvent e) {
        at(e);
        attempt(() -> tool.drag(e));
    }

    private void at(MouseEvent e) {
        lastX = e.getX();
        lastY = e.getY();
    }

    private void leave() {
        floor.overlay().setHovered(Optional.empty());
        if (tool != select) {
            floor.showGhost(List.of());
        }
        floor.drawOverlay();
    }

    private void wheel(ScrollEvent e) {
        floor.zoom(e.getDeltaY(), e.getX(), e.getY());
        e.consume();
    }

    /** Where the pointer was last, for commands that act there. */
    public double pointerX() {
        return lastX > 0 ? lastX : floor.getWidth() / 2;
    }

    public double pointerY() {
        return lastY > 0 ? lastY : floor.getHeight() / 2;
    }

    // ---- keys that only mean something on the floor

    private void key(KeyEvent e) {
        boolean[] taken = new boolean[1];
        attempt(() -> taken[0] = tool.key(e, lastX, lastY) || look(e));
        if (taken[0]) {
            e.consume();
        }
    }

    private boolean look(KeyEvent e) {
        double step = e.isShiftDown() ? 0.1 : Snapping.GRID_METRES;
        boolean arrow = e.getCode().isArrowKey();
        if (arrow && e.isControlDown()) {
            int yaw = e.getCode() == KeyCode.LEFT ? -6 : e.getCode() == KeyCode.RIGHT ? 6 : 0;
            int pitch = e.getCode() == KeyCode.UP ? 5 : e.getCode() == KeyCode.DOWN ? -5 : 0;
            floor.look(floor.view().turnedBy(yaw, pitch));
        } else if (arrow) {
            int dx = e.getCode() == KeyCode.LEFT ? -1 : e.getCode() == KeyCode.RIGHT ? 1 : 0;
            int dy = e.getCode() == KeyCode.DOWN ? -1 : e.getCode() == KeyCode.UP ? 1 : 0;
            if (bench.selection().isEmpty()) {
                double part = floor.view().distance() * Math.tan(Math.toRadians(floor.view().fieldDegrees() / 2)) * 0.15;
                floor.look(floor.view().movedBy(dx * part, dy * part));
            } else {
                bench.edit("move", study -> Edits.moved(study, bench.selection(), dx * step, dy * step));
            }
        } else if (e.getCode() == KeyCode.PLUS || e.getCode() == KeyCode.ADD || e.getCode() == KeyCode.EQUALS) {
            floor.look(floor.view().zoomed(0.87, floor.getWidth() / 2, floor.getHeight() / 2, floor.getWidth(), floor.getHeight()));
        } else if (e.getCode() == KeyCode.MINUS || e.getCode() == KeyCode.SUBTRACT) {
            floor.look(floor.view().zoomed(1.15, floor.getWidth() / 2, floor.getHeight() / 2, floor.getWidth(), floor.getHeight()));
        } else {
            return false;
        }
        return true;
    }
}
