package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.PlantElement;

/** The hand when nothing is taken: it selects, and drags what is under it. */
final class SelectTool implements Tool {
    private static final double CLICK_PIXELS = 4;
    private static final double HANDLE_PIXELS = 11;

    private final FloorView floor;
    private final Workbench bench;
    private final Consumer<Optional<Integer>> pieceChosen;
    private final BooleanSupplier piecesFirst;
    private double pressX;
    private double pressY;
    private @Nullable PlantElement pressed;
    private @Nullable Grip grip;
    private @Nullable PlantElement handle;
    private @Nullable Drag dragged;
    /** Whether what was dragged stands already, by Enter, while the button is still down. */
    private boolean isPut;
    private boolean isDown;

    /**
     * @param pieceChosen hears which piece was clicked, or that none was
     * @param piecesFirst whether a click takes the piece rather than what it lies on
     */
    SelectTool(FloorView floor, Workbench bench, Consumer<Optional<Integer>> pieceChosen, BooleanSupplier piecesFirst) {
        this.floor = floor;
        this.bench = bench;
        this.pieceChosen = pieceChosen;
        this.piecesFirst = piecesFirst;
    }

    @Override
    public void press(MouseEvent e) {
        pressX = e.getX();
        pressY = e.getY();
        isDown = true;
        isPut = false;
        pressed = floor.equipmentAt(e.getX(), e.getY()).orElse(null);
        Grip held = Grip.at(floor, bench, e.getX(), e.getY(), pressed != null).orElse(null);
        grip = held;
        if (held != null && e.getClickCount() == 2 && !held.isNew()) {
            grip = null;
            bench.edit(held.takenOutText(), held::takenOut);
            return;
        }
        handle = handleAt(e.getX(), e.getY()).orElse(null);
    }

    /** The handle from which a link is drawn: of what is selected alone, or of what is under the pointer. */
    private Optional<PlantElement> handleAt(double x, double y) {
        return Stream.of(bench.single(), floor.equipmentAt(x, y)).flatMap(Optional::stream)
                .filter(PlantElement::givesPieces)
                .filter(element -> floor.linkHandle(element)
                        .filter(p -> Math.hypot(p.x() - x, p.y() - y) < HANDLE_PIXELS)
                        .isPresent())
                .findFirst();
    }

    @Override
    public void drag(MouseEvent e) {
        if (!isDown) {
            point(e);
            return;
        }
        if (dragged == null && !isPut && Math.hypot(e.getX() - pressX, e.getY() - pressY) > CLICK_PIXELS) {
            dragged = begun();
        }
        if (dragged != null) {
            dragged.show(e.getX(), e.getY());
            floor.drawOverlay();
        }
    }

    private Drag begun() {
        Grip held = grip;
        PlantElement over = pressed;
        PlantElement from = handle;
        if (from != null) {
            return new LinkDrag(floor, bench, from, pressX, pressY);
        }
        if (held != null) {
            return new GripDrag(floor, bench, held);
        }
        if (over != null) {
            if (!bench.selection().contains(over.name())) {
                bench.select(over.name());
            }
            return new MoveDrag(floor, bench, over, pressX, pressY);
        }
        return new BandDrag(floor, bench, pressX, pressY);
    }

    /** The pointer moves over the floor, with nothing held. */
    private void point(MouseEvent e) {
        Optional<String> over = floor.equipmentAt(e.getX(), e.getY()).map(PlantElement::name);
        floor.overlay().setHovered(over);
        Optional<? extends Grip> near = Grip.at(floor, bench, e.getX(), e.getY(), over.isPresent());
        List<Viewpoint.Pixel> grips = near
                .map(g -> g.isNew() ? List.of(new Viewpoint.Pixel(e.getX(), e.getY(), 0)) : g.corners(floor)).orElse(List.of());
        floor.overlay().setMarks(near.isEmpty()
                ? FloorOverlay.Marks.NONE
                : new FloorOverlay.Marks(List.of(), grips, near.get().hint(), e.getX(), e.getY()));
        floor.drawOverlay();
    }

    @Override
    public void release(MouseEvent e) {
        boolean wasDown = isDown;
        Drag done = dragged;
        isDown = false;
        dragged = null;
        if (isPut) {
            isPut = false;
        } else if (done != null) {
            try {
                done.release(e.getX(), e.getY(), e.isShiftDown());
            } finally {
                tidy();
            }
        } else if (wasDown) {
            click(e);
            tidy();
        }
    }

    private void click(MouseEvent e) {
        boolean wantsPiece = piecesFirst.getAsBoolean() != e.isAltDown();
        Optional<Integer> piece = e.isShiftDown() ? Optional.empty() : floor.pieceAt(e.getX(), e.getY());
        boolean nothingElse = pressed == null && grip == null;
        if (piece.isPresent() && (wantsPiece || nothingElse)) {
            pieceChosen.accept(piece);
            return;
        }
        pieceChosen.accept(Optional.empty());
        Grip held = grip;
        PlantElement over = pressed;
        if (held != null && !e.isShiftDown()) {
            held.select(bench);
        } else if (over == null) {
            bench.select(Set.of());
        } else if (e.isShiftDown()) {
            bench.toggle(over.name());
        } else {
            bench.select(over.name());
        }
    }

    @Override
    public boolean key(KeyEvent e, double x, double y) {
        Drag held = dragged;
        if (held == null) {
            return false;
        }
        Drag.Key done = held.key(e, x, y);
        if (done == Drag.Key.ENDS) {
            dragged = null;
            isPut = true; // what is selected stays so when the button comes up
            tidy();
        }
        floor.drawOverlay();
        return done != Drag.Key.NOT_MINE;
    }

    @Override
    public void cancel() {
        isPut = dragged != null; // the button may still be down
        dragged = null;
        tidy();
    }

    private void tidy() {
        grip = null;
        handle = null;
        floor.overlay().setMarks(FloorOverlay.Marks.NONE);
        floor.showGhost(List.of());
        floor.overlay().setBand(null);
        floor.overlay().setSweep(null);
        floor.drawOverlay();
    }

    boolean isDragging() {
        return dragged != null;
    }

    @Override
    public boolean takesKeys() {
        return dragged instanceof MoveDrag;
    }

    @Override
    public String hint() {
        return "";
    }
}
