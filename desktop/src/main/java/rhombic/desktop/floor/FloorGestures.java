package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.Rectangle2D;
import javafx.scene.Cursor;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.Equipment;
import rhombic.study.value.Placement;

/**
 * What hands do on the floor. Left: select, move, sweep a box, or place what is in hand. Right: orbit. Middle, or
 * right with Shift: pan. Wheel: zoom to the pointer.
 */
public final class FloorGestures {
    private static final double CLICK_PIXELS = 4;
    private static final double DEGREES_PER_PIXEL = 0.35;
    private static final double HANDLE_PIXELS = 11;

    /** What the left button is doing while it is down. */
    private enum Doing {
        NOTHING,
        MOVE,
        BAND,
        LINK
    }

    private final FloorView floor;
    private final Workbench bench;
    private final Consumer<Optional<Integer>> pieceChosen;
    private final Runnable handChanged;
    private Optional<Edits.Kind> inHand = Optional.empty();
    private boolean linking;
    private List<String> chain = List.of();
    private double handTurned;
    private Doing doing = Doing.NOTHING;
    private double pressX;
    private double pressY;
    private double lastX;
    private double lastY;
    private @Nullable String pressed;

    /**
     * @param pieceChosen hears which piece was clicked, or that none was
     * @param handChanged hears that what is in hand has changed
     */
    public FloorGestures(FloorView floor, Workbench bench, Consumer<Optional<Integer>> pieceChosen, Runnable handChanged) {
        this.floor = floor;
        this.bench = bench;
        this.pieceChosen = pieceChosen;
        this.handChanged = handChanged;
        floor.addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        floor.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        floor.addEventHandler(MouseEvent.MOUSE_RELEASED, this::release);
        floor.addEventHandler(MouseEvent.MOUSE_MOVED, this::hover);
        floor.addEventHandler(MouseEvent.MOUSE_EXITED, e -> leave());
        floor.addEventHandler(ScrollEvent.SCROLL, this::wheel);
        floor.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    // ---- what is in hand

    public Optional<Edits.Kind> inHand() {
        return inHand;
    }

    public boolean isLinking() {
        return linking;
    }

    /** Takes a kind in hand; each click on the floor then places one, until Esc. */
    public void take(Edits.Kind kind) {
        inHand = Optional.of(kind);
        linking = false;
        chain = List.of();
        floor.overlay().setChain(chain);
        handTurned = 0;
        floor.setCursor(Cursor.CROSSHAIR);
        handChanged.run();
    }

    /** Clicks on equipment then link each to the next, until Esc. */
    public void takeLink() {
        inHand = Optional.empty();
        linking = true;
        chain = new ArrayList<>(bench.single().filter(Equipment::givesPieces).map(e -> List.of(e.name())).orElse(List.of()));
        floor.overlay().setChain(chain);
        floor.setCursor(Cursor.CROSSHAIR);
        floor.drawOverlay();
        handChanged.run();
    }

    /** Puts away what is in hand; says whether there was something. */
    public boolean putAway() {
        boolean had = inHand.isPresent() || linking || doing != Doing.NOTHING;
        inHand = Optional.empty();
        linking = false;
        chain = List.of();
        doing = Doing.NOTHING;
        floor.overlay().setChain(chain);
        floor.overlay().setSweep(null);
        floor.overlay().setBand(null);
        floor.showGhost(List.of());
        floor.setCursor(Cursor.DEFAULT);
        floor.drawOverlay();
        handChanged.run();
        return had;
    }

    /** Shows the kind where it would be placed, at a pixel of the floor. */
    public void ghostAt(Edits.Kind kind, double x, double y) {
        floor.floorAt(x, y).ifPresent(spot -> floor.showGhost(List.of(candidate(kind, spot))));
    }

    /** Places one of the kind at a pixel of the floor. */
    public void placeAt(Edits.Kind kind, double x, double y) {
        floor.floorAt(x, y).filter(FloorGestures::isNear).ifPresent(spot -> {
            Equipment thing = candidate(kind, spot);
            bench.edit("place " + thing.name(), study -> Edits.placed(study, thing));
            bench.select(thing.name());
        });
        floor.showGhost(List.of());
    }

    private static boolean isNear(Viewpoint.Spot spot) {
        return Math.abs(spot.x()) < Placement.FARTHEST_METRES - 1 && Math.abs(spot.y()) < Placement.FARTHEST_METRES - 1;
    }

    private Equipment candidate(Edits.Kind kind, Viewpoint.Spot spot) {
        double limit = Placement.FARTHEST_METRES - 1;
        Placement at = new Placement(Math.clamp(spot.x(), -limit, limit), Math.clamp(spot.y(), -limit, limit), handTurned);
        Equipment thing = Edits.made(kind, bench.study(), at);
        return thing.placed(Edits.snapped(bench.study(), thing, Set.of()));
    }

    // ---- mouse

    private void press(MouseEvent e) {
        floor.requestFocus();
        pressX = lastX = e.getX();
        pressY = lastY = e.getY();
        if (e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        if (inHand.isPresent()) {
            placeAt(inHand.get(), e.getX(), e.getY());
            ghostAt(inHand.get(), e.getX(), e.getY());
            return;
        }
        pressed = floor.equipmentAt(e.getX(), e.getY()).map(Equipment::name).orElse(null);
        if (linking) {
            continueChain();
            return;
        }
        Optional<Equipment> handle = handleAt(e.getX(), e.getY());
        if (handle.isPresent()) {
            pressed = handle.get().name();
            doing = Doing.LINK;
        }
    }

    private Optional<Equipment> handleAt(double x, double y) {
        return bench.study().equipment().stream()
                .filter(Equipment::givesPieces)
                .filter(thing -> bench.selection().equals(Set.of(thing.name())) || floor.equipmentAt(x, y).filter(thing::equals).isPresent())
                .filter(thing -> floor.overlay().handle(thing, floor.view()).filter(p -> Math.hypot(p.x() - x, p.y() - y) < HANDLE_PIXELS).isPresent())
                .findFirst();
    }

    private void continueChain() {
        if (pressed == null) {
            return;
        }
        List<String> longer = new ArrayList<>(chain);
        longer.add(pressed);
        if (longer.size() > 1) {
            List<String> two = longer.subList(longer.size() - 2, longer.size());
            bench.edit("link " + two.get(0) + " to " + two.get(1), study -> Edits.linkedInOrder(study, two));
        }
        chain = longer;
        floor.overlay().setChain(chain);
        floor.drawOverlay();
    }

    private void drag(MouseEvent e) {
        double dx = e.getX() - lastX;
        double dy = e.getY() - lastY;
        boolean isPan = e.getButton() == MouseButton.MIDDLE || e.getButton() == MouseButton.SECONDARY && (e.isShiftDown() || floor.isPlan());
        if (isPan) {
            pan(lastX, lastY, e.getX(), e.getY());
        } else if (e.getButton() == MouseButton.SECONDARY) {
            floor.look(floor.view().turnedBy(dx * DEGREES_PER_PIXEL, dy * DEGREES_PER_PIXEL));
        } else if (e.getButton() == MouseButton.PRIMARY && inHand.isEmpty() && !linking) {
            dragLeft(e);
        }
        lastX = e.getX();
        lastY = e.getY();
    }

    private void pan(double fromX, double fromY, double toX, double toY) {
        Optional<Viewpoint.Spot> from = floor.floorAt(fromX, fromY);
        Optional<Viewpoint.Spot> to = floor.floorAt(toX, toY);
        if (from.isPresent() && to.isPresent()) {
            floor.look(floor.view().movedBy(from.get().x() - to.get().x(), from.get().y() - to.get().y()));
        }
    }

    private void dragLeft(MouseEvent e) {
        if (doing == Doing.NOTHING && Math.hypot(e.getX() - pressX, e.getY() - pressY) > CLICK_PIXELS) {
            doing = pressed == null ? Doing.BAND : Doing.MOVE;
            if (doing == Doing.MOVE && !bench.selection().contains(pressed)) {
                bench.select(pressed);
            }
        }
        switch (doing) {
            case NOTHING -> { }
            case BAND -> {
                floor.overlay().setBand(new Rectangle2D(Math.min(pressX, e.getX()), Math.min(pressY, e.getY()), Math.abs(e.getX() - pressX), Math.abs(e.getY() - pressY)));
                floor.drawOverlay();
            }
            case MOVE -> floor.showGhost(movedThings(e));
            case LINK -> {
                floor.overlay().setHovered(floor.equipmentAt(e.getX(), e.getY()).map(Equipment::name));
                floor.overlay().setSweep(new double[] {pressX, pressY, e.getX(), e.getY()});
                floor.drawOverlay();
            }
        }
    }

    private double[] shift(MouseEvent e) {
        Optional<Viewpoint.Spot> from = floor.floorAt(pressX, pressY);
        Optional<Viewpoint.Spot> to = floor.floorAt(e.getX(), e.getY());
        Optional<Equipment> held = pressed == null ? Optional.empty() : bench.study().find(pressed);
        if (from.isEmpty() || to.isEmpty() || held.isEmpty() || !isNear(to.get())) {
            return new double[] {0, 0};
        }
        Equipment wanted = held.get().placed(held.get().placement().movedBy(to.get().x() - from.get().x(), to.get().y() - from.get().y()));
        Placement snapped = Edits.snapped(bench.study(), wanted, bench.selection());
        return new double[] {snapped.xMetres() - held.get().placement().xMetres(), snapped.yMetres() - held.get().placement().yMetres()};
    }

    private List<Equipment> movedThings(MouseEvent e) {
        double[] by = shift(e);
        return bench.study().equipment().stream()
                .filter(thing -> bench.selection().contains(thing.name()))
                .map(thing -> thing.placed(thing.placement().movedBy(by[0], by[1])))
                .toList();
    }

    private void release(MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY || inHand.isPresent() || linking) {
            return;
        }
        Doing done = doing;
        doing = Doing.NOTHING;
        switch (done) {
            case NOTHING -> click(e);
            case BAND -> selectInBand(e.isShiftDown());
            case MOVE -> {
                double[] by = shift(e);
                int count = bench.selection().size();
                bench.edit("move " + (count == 1 ? pressed : count + " things"), study -> Edits.moved(study, bench.selection(), by[0], by[1]));
            }
            case LINK -> link(e);
        }
        floor.showGhost(List.of());
        floor.overlay().setBand(null);
        floor.overlay().setSweep(null);
        floor.drawOverlay();
    }

    private void link(MouseEvent e) {
        Optional<Equipment> to = floor.equipmentAt(e.getX(), e.getY());
        if (pressed != null && to.isPresent() && !to.get().name().equals(pressed)) {
            String from = pressed;
            bench.edit("link " + from + " to " + to.get().name(), study -> study.linked(from, to.get().name()));
            bench.select(from);
        }
    }

    private void click(MouseEvent e) {
        Optional<Integer> piece = e.isShiftDown() ? Optional.empty() : floor.pieceAt(e.getX(), e.getY());
        pieceChosen.accept(piece);
        if (piece.isPresent()) {
            return;
        }
        if (pressed == null) {
            bench.select(Set.of());
        } else if (e.isShiftDown()) {
            bench.toggle(pressed);
        } else {
            bench.select(pressed);
        }
    }

    private void selectInBand(boolean add) {
        Rectangle2D band = new Rectangle2D(Math.min(pressX, lastX), Math.min(pressY, lastY), Math.abs(lastX - pressX), Math.abs(lastY - pressY));
        Set<String> names = new HashSet<>(add ? bench.selection() : Set.of());
        for (Equipment thing : bench.study().equipment()) {
            floor.pixelOf(thing.placement().xMetres(), thing.placement().yMetres(), 0.5)
                    .filter(p -> band.contains(p.x(), p.y()))
                    .ifPresent(p -> names.add(thing.name()));
        }
        bench.select(names);
    }

    private void hover(MouseEvent e) {
        lastX = e.getX();
        lastY = e.getY();
        if (inHand.isPresent()) {
            ghostAt(inHand.get(), e.getX(), e.getY());
            return;
        }
        Optional<String> over = floor.equipmentAt(e.getX(), e.getY()).map(Equipment::name);
        floor.overlay().setHovered(over);
        if (linking && !chain.isEmpty()) {
            bench.study().find(chain.getLast()).flatMap(from -> floor.pixelOf(from.placement().xMetres(), from.placement().yMetres(), 0.5))
                    .ifPresent(p -> floor.overlay().setSweep(new double[] {p.x(), p.y(), e.getX(), e.getY()}));
        }
        floor.drawOverlay();
    }

    private void leave() {
        floor.overlay().setHovered(Optional.empty());
        if (inHand.isPresent()) {
            floor.showGhost(List.of());
        }
        floor.drawOverlay();
    }

    private void wheel(ScrollEvent e) {
        double factor = Math.pow(0.9985, e.getDeltaY());
        floor.look(floor.view().zoomed(Math.clamp(factor, 0.5, 2), e.getX(), e.getY(), floor.getWidth(), floor.getHeight()));
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
        double step = e.isShiftDown() ? 0.1 : Edits.GRID_METRES;
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
        } else if (e.getCode() == KeyCode.R && inHand.isPresent() && !e.isControlDown()) {
            handTurned += 90;
            ghostAt(inHand.get(), lastX, lastY);
        } else {
            return;
        }
        e.consume();
    }
}
