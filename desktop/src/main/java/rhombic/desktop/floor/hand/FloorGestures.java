package rhombic.desktop.floor.hand;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.geometry.Rectangle2D;
import javafx.scene.Cursor;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Snapping;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Kind;
import rhombic.study.value.Placement;

/**
 * What hands do on the floor. Left: select, move, sweep a box, or place what is in hand. Right: orbit. Middle, or
 * right with Shift: pan. Wheel: zoom to the pointer.
 */
public final class FloorGestures {
    private static final double CLICK_PIXELS = 4;
    private static final double HANDLE_PIXELS = 11;

    /** What the left button is doing while it is down. */
    private enum Doing {
        NOTHING, MOVE, BAND, LINK, BEND
    }

    private final FloorView floor;
    private final Workbench bench;
    private final Consumer<Optional<Integer>> pieceChosen;
    private final Runnable handChanged;
    private Optional<Kind<?>> inHand = Optional.empty();
    /** What is drawn corner by corner; null unless such an element is in hand. */
    private @Nullable PathHand way;
    private boolean linking;
    private List<String> chain = List.of();
    private double handTurned;
    private Doing doing = Doing.NOTHING;
    private double pressX;
    private double pressY;
    private double lastX;
    private double lastY;
    private @Nullable String pressed;
    private @Nullable Grip grip;
    /** A distance that is typed while something is dragged. */
    private String typed = "";
    /** Whether what was dragged stands already, by Enter, while the button is still down. */
    private boolean isPut;
    /** What is laid between two points; null unless it is in hand. */
    private @Nullable MeasuringTape tape;

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

    public Optional<Kind<?>> inHand() {
        return inHand;
    }

    public boolean isLinking() {
        return linking;
    }

    /** Takes a kind in hand; each click on the floor then places one, until Esc. */
    public void take(Kind<?> kind) {
        putAway();
        inHand = Optional.of(kind);
        way = kind.isDrawn() ? new PathHand(floor, bench, () -> take(kind)) : null;
        chain = List.of();
        floor.overlay().setChain(chain);
        handTurned = 0;
        floor.setCursor(Cursor.CROSSHAIR);
        handChanged.run();
    }

    /** Clicks on equipment then link each to the next, until Esc. */
    public void takeLink() {
        inHand = Optional.empty();
        way = null;
        linking = true;
        chain = new ArrayList<>(bench.single().filter(Equipment::givesPieces).map(e -> List.of(e.name())).orElse(List.of()));
        floor.overlay().setChain(chain);
        floor.setCursor(Cursor.CROSSHAIR);
        floor.drawOverlay();
        handChanged.run();
    }

    /** The next two clicks tell how far they are apart, until Esc. */
    public void takeMeasure() {
        putAway();
        tape = new MeasuringTape(floor);
        floor.setCursor(Cursor.CROSSHAIR);
        handChanged.run();
    }

    /** Whether something is dragged; digits are then the distance that it goes. */
    public boolean isDragging() {
        return doing == Doing.MOVE || way != null && way.hasBegun();
    }

    public boolean isMeasuring() {
        return tape != null;
    }

    /** Puts away what is in hand; says whether there was something. */
    public boolean putAway() {
        boolean had = inHand.isPresent() || linking || tape != null || doing != Doing.NOTHING;
        tape = null;
        typed = "";
        grip = null;
        floor.overlay().setMarks(FloorOverlay.Marks.NONE);
        inHand = Optional.empty();
        way = null;
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
    public void ghostAt(Kind<?> kind, double x, double y) {
        floor.floorAt(x, y).ifPresent(spot -> floor.showGhost(List.of(candidate(kind, spot))));
    }

    /** Places one of the kind at a pixel of the floor. */
    public void placeAt(Kind<?> kind, double x, double y) {
        floor.floorAt(x, y).filter(FloorGestures::isNear).ifPresent(spot -> {
            Equipment element = candidate(kind, spot);
            bench.edit("place " + element.name(), study -> Edits.placed(study, element));
            bench.select(element.name());
        });
        floor.showGhost(List.of());
    }

    static boolean isNear(Viewpoint.FloorPoint spot) {
        return Math.abs(spot.x()) < Placement.MAX_DISTANCE_METRES - 1 && Math.abs(spot.y()) < Placement.MAX_DISTANCE_METRES - 1;
    }

    private Equipment candidate(Kind<?> kind, Viewpoint.FloorPoint spot) {
        double limit = Placement.MAX_DISTANCE_METRES - 1;
        Placement at = new Placement(Math.clamp(spot.x(), -limit, limit), Math.clamp(spot.y(), -limit, limit), handTurned);
        Equipment element = Edits.made(kind, bench.study(), at);
        return element.placed(Snapping.of(bench.study(), element, Set.of()).at());
    }

    // ---- mouse

    private void press(MouseEvent e) {
        floor.requestFocus();
        pressX = lastX = e.getX();
        pressY = lastY = e.getY();
        if (e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        if (way != null) {
            way.press(e);
            return;
        }
        if (inHand.isPresent()) {
            placeAt(inHand.get(), e.getX(), e.getY());
            ghostAt(inHand.get(), e.getX(), e.getY());
            return;
        }
        if (tape != null) {
            tape.press(e.getX(), e.getY());
            return;
        }
        pressed = floor.equipmentAt(e.getX(), e.getY()).map(Equipment::name).orElse(null);
        typed = "";
        grip = gripAt(e.getX(), e.getY(), pressed != null).orElse(null);
        if (grip != null && e.getClickCount() == 2 && !grip.isNew()) {
            Grip gone = grip;
            grip = null;
            bench.edit(gone.takenOutText(), gone::takenOut);
            return;
        }
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

    /** The handle from which a link is drawn: of what is selected alone, or of what is under the pointer. */
    private Optional<Equipment> handleAt(double x, double y) {
        return Stream.of(bench.single(), floor.equipmentAt(x, y)).flatMap(Optional::stream)
                .filter(Equipment::givesPieces)
                .filter(element -> floor.overlay().handle(element, floor.view())
                        .filter(p -> Math.hypot(p.x() - x, p.y() - y) < HANDLE_PIXELS)
                        .isPresent())
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
        boolean isPan = e.getButton() == MouseButton.MIDDLE
                || e.getButton() == MouseButton.SECONDARY && (e.isShiftDown() || floor.isPlan());
        if (isPan) {
            floor.pan(lastX, lastY, e.getX(), e.getY());
        } else if (e.getButton() == MouseButton.SECONDARY) {
            floor.orbit(dx, dy);
        } else if (e.getButton() == MouseButton.PRIMARY && inHand.isEmpty() && !linking && tape == null && !isPut) {
            dragLeft(e);
        }
        lastX = e.getX();
        lastY = e.getY();
    }

    private void dragLeft(MouseEvent e) {
        if (doing == Doing.NOTHING && Math.hypot(e.getX() - pressX, e.getY() - pressY) > CLICK_PIXELS) {
            doing = grip != null ? Doing.BEND : pressed == null ? Doing.BAND : Doing.MOVE;
            if (doing == Doing.MOVE && pressed != null && !bench.selection().contains(pressed)) {
                bench.select(pressed);
            }
        }
        switch (doing) {
            case NOTHING -> {}
            case BAND -> {
                floor.overlay().setBand(new Rectangle2D(Math.min(pressX, e.getX()), Math.min(pressY, e.getY()), Math.abs(e.getX() - pressX),
                        Math.abs(e.getY() - pressY)));
                floor.drawOverlay();
            }
            case MOVE -> showMove(e.getX(), e.getY());
            case BEND -> showBend(e);
            case LINK -> {
                floor.overlay().setHovered(floor.equipmentAt(e.getX(), e.getY()).map(Equipment::name));
                floor.overlay().setSweep(new double[] {pressX, pressY, e.getX(), e.getY()});
                floor.drawOverlay();
            }
        }
    }

    /** How far what is held goes, and the lines that it was snapped to. */
    private record Shift(double dx, double dy, List<Snapping.Guide> guides) {
        static final Shift NONE = new Shift(0, 0, List.of());
    }

    private Shift shift(double x, double y) {
        Optional<Viewpoint.FloorPoint> from = floor.floorAt(pressX, pressY);
        Optional<Viewpoint.FloorPoint> to = floor.floorAt(x, y);
        Optional<Equipment> held = pressed == null ? Optional.empty() : bench.study().find(pressed);
        if (from.isEmpty() || to.isEmpty() || held.isEmpty() || !isNear(to.get())) {
            return Shift.NONE;
        }
        double dx = to.get().x() - from.get().x();
        double dy = to.get().y() - from.get().y();
        Optional<double[]> exact = TypedDistance.parse(typed, dx, dy);
        if (exact.isPresent()) {
            return new Shift(exact.get()[0], exact.get()[1], List.of());
        }
        Equipment wanted = held.get().placed(held.get().placement().movedBy(dx, dy));
        Snapping.Snap snap = Snapping.of(bench.study(), wanted, bench.selection());
        return new Shift(snap.at().xMetres() - held.get().placement().xMetres(), snap.at().yMetres() - held.get().placement().yMetres(),
                snap.guides());
    }

    private void showMove(double x, double y) {
        Shift by = shift(x, y);
        floor.showGhost(bench.study().equipment().stream()
                .filter(element -> bench.selection().contains(element.name()))
                .map(element -> element.placed(element.placement().movedBy(by.dx, by.dy)))
                .toList());
        List<double[]> lines = new ArrayList<>();
        for (Snapping.Guide guide : by.guides) {
            Optional<Viewpoint.Pixel> from = floor.pixelOf(guide.fromX(), guide.fromY(), 0.02);
            Optional<Viewpoint.Pixel> to = floor.pixelOf(guide.toX(), guide.toY(), 0.02);
            if (from.isPresent() && to.isPresent()) {
                lines.add(new double[] {from.get().x(), from.get().y(), to.get().x(), to.get().y()});
            }
        }
        String note = TypedDistance.shown(by.dx, by.dy) + (typed.isEmpty() ? "" : "  typed " + typed);
        floor.overlay().setMarks(new FloorOverlay.Marks(lines, List.of(), note, x, y));
        floor.drawOverlay();
    }

    private Optional<? extends Grip> gripAt(double x, double y, boolean isOverSomething) {
        return linking ? Optional.empty() : Grip.at(floor, bench, x, y, isOverSomething);
    }

    /** Where it is dragged to. */
    private Optional<Viewpoint.FloorPoint> spot(Grip held, MouseEvent e) {
        return floor.levelAt(held.heightMetres(), e.getX(), e.getY()).filter(FloorGestures::isNear);
    }

    private void showBend(MouseEvent e) {
        Grip held = grip;
        if (held != null) {
            spot(held, e).ifPresent(spot -> showBend(held, spot, e.getX(), e.getY()));
        }
    }

    private void showBend(Grip held, Viewpoint.FloorPoint spot, double x, double y) {
        Optional<Path> path = held.path(held.dragged(bench.study(), spot));
        List<Viewpoint.Pixel> pixels = path.map(floor::pixelsOf).orElse(List.of());
        List<double[]> lines = new ArrayList<>();
        for (int i = 0; i + 1 < pixels.size(); i++) {
            lines.add(new double[] {pixels.get(i).x(), pixels.get(i).y(), pixels.get(i + 1).x(), pixels.get(i + 1).y()});
        }
        String note = String.format(Locale.ROOT, "%.2f m east, %.2f m north", Grip.fine(spot.x()), Grip.fine(spot.y()))
                + path.map(way -> String.format(Locale.ROOT, "; %.2f m long", way.metres())).orElse("");
        floor.overlay().setMarks(new FloorOverlay.Marks(lines, held.corners(floor), note, x, y));
        floor.drawOverlay();
    }

    private void release(MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY || inHand.isPresent() || linking || tape != null) {
            return;
        }
        Doing done = doing;
        doing = Doing.NOTHING;
        if (isPut) {
            isPut = false;
            return;
        }
        switch (done) {
            case NOTHING -> click(e);
            case BAND -> selectInBand(e.isShiftDown());
            case MOVE -> move(shift(e.getX(), e.getY()));
            case LINK -> link(e);
            case BEND -> bend(e);
        }
        typed = "";
        grip = null;
        floor.overlay().setMarks(FloorOverlay.Marks.NONE);
        floor.showGhost(List.of());
        floor.overlay().setBand(null);
        floor.overlay().setSweep(null);
        floor.drawOverlay();
    }

    private void move(Shift by) {
        int count = bench.selection().size();
        bench.edit("move " + (count == 1 ? pressed : count + " elements"), study -> Edits.moved(study, bench.selection(), by.dx, by.dy));
    }

    private void bend(MouseEvent e) {
        Grip held = grip;
        if (held != null) {
            spot(held, e).ifPresent(spot -> bench.edit(held.noun(), study -> held.dragged(study, spot)));
        }
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
        Grip held = grip;
        if (held != null && !e.isShiftDown()) {
            bench.select(held.owner()); // its card says all of it
        } else if (pressed == null) {
            bench.select(Set.of());
        } else if (e.isShiftDown()) {
            bench.toggle(pressed);
        } else {
            bench.select(pressed);
        }
    }

    private void selectInBand(boolean add) {
        Rectangle2D band = new Rectangle2D(Math.min(pressX, lastX), Math.min(pressY, lastY), Math.abs(lastX - pressX),
                Math.abs(lastY - pressY));
        Set<String> names = new HashSet<>(add ? bench.selection() : Set.of());
        for (Equipment element : bench.study().equipment()) {
            floor.pixelOf(element.placement().xMetres(), element.placement().yMetres(), 0.5)
                    .filter(p -> band.contains(p.x(), p.y()))
                    .ifPresent(p -> names.add(element.name()));
        }
        bench.select(names);
    }

    private void hover(MouseEvent e) {
        lastX = e.getX();
        lastY = e.getY();
        if (way != null) {
            way.show(e.getX(), e.getY());
            return;
        }
        if (inHand.isPresent()) {
            ghostAt(inHand.get(), e.getX(), e.getY());
            return;
        }
        if (tape != null) {
            tape.show(e.getX(), e.getY());
            return;
        }
        Optional<String> over = floor.equipmentAt(e.getX(), e.getY()).map(Equipment::name);
        floor.overlay().setHovered(over);
        Optional<? extends Grip> near = gripAt(e.getX(), e.getY(), over.isPresent());
        List<Viewpoint.Pixel> grips = near
                .map(g -> g.isNew() ? List.of(new Viewpoint.Pixel(e.getX(), e.getY(), 0)) : g.corners(floor)).orElse(List.of());
        floor.overlay().setMarks(near.isEmpty()
                ? FloorOverlay.Marks.NONE
                : new FloorOverlay.Marks(List.of(), grips, near.get().hint(),
                        e.getX(), e.getY()));
        if (linking && !chain.isEmpty()) {
            bench.study().find(chain.getLast()).flatMap(from -> floor.pixelOf(from.placement().xMetres(), from.placement().yMetres(), 0.5))
                    .ifPresent(p -> floor.overlay().setSweep(new double[] {p.x(), p.y(), e.getX(), e.getY()}));
        }
        floor.drawOverlay();
    }

    /** Digits typed while something is dragged are the distance that it goes; Enter puts it there. */
    private boolean typeDistance(KeyEvent e) {
        if (doing != Doing.MOVE) {
            return false;
        }
        if (e.getCode() == KeyCode.ENTER) {
            Shift by = shift(lastX, lastY);
            move(by);
            putAway();
            isPut = true; // what is selected stays so when the button comes up
        } else if (e.getCode() == KeyCode.BACK_SPACE) {
            typed = typed.isEmpty() ? "" : typed.substring(0, typed.length() - 1);
            showMove(lastX, lastY);
        } else if (e.getText().matches("[0-9.,\\- ]")) {
            typed += e.getText();
            showMove(lastX, lastY);
        } else {
            return false;
        }
        return true;
    }

    private void leave() {
        floor.overlay().setHovered(Optional.empty());
        if (inHand.isPresent()) {
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
        if (way != null && way.key(e, lastX, lastY) || typeDistance(e)) {
            e.consume();
            return;
        }
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
        } else if (e.getCode() == KeyCode.R && inHand.isPresent() && !e.isControlDown()) {
            handTurned += 90;
            ghostAt(inHand.get(), lastX, lastY);
        } else {
            return;
        }
        e.consume();
    }
}
