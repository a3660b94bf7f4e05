package rhombic.desktop.floor.hand;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.CornerDrawing;
import rhombic.desktop.work.LineDrawing;
import rhombic.desktop.work.PathDrawing;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Kind;

/**
 * What clicks and keys do while something long is drawn: each click sets a corner, a double click or Enter ends it, and so does a
 * click where it can only end.
 */
final class DrawTool implements Tool {
    private final FloorView floor;
    private final Workbench bench;
    private final Kind<?> kind;
    private final Runnable ended;
    private final CornerDrawing drawing;

    /**
     * @param kind of what is drawn
     * @param ended called once one is drawn, so that the next can begin
     */
    DrawTool(FloorView floor, Workbench bench, Kind<?> kind, Runnable ended) {
        this.kind = kind;
        drawing = kind == Conveyor.KIND ? new PathDrawing() : new LineDrawing(kind);
        this.floor = floor;
        this.bench = bench;
        this.ended = ended;
    }

    @Override
    public boolean takesKeys() {
        return drawing.hasBegun();
    }

    @Override
    public void drag(MouseEvent e) {
        show(e.getX(), e.getY());
    }

    @Override
    public String hint() {
        return drawing.hasBegun()
                ? "click each corner, or type a length (4.5) or length and turn (4.5, 90)\ndouble click or Enter ends it" + drawing.ending()
                        + " \u00b7 Esc gives it up"
                : "click where the " + kind.word().toLowerCase(Locale.ROOT) + " begins" + drawing.beginning()
                        + "\nEsc ends";
    }

    @Override
    public void press(MouseEvent e) {
        boolean isSecondOfTwo = e.getClickCount() % 2 == 0;
        if (isSecondOfTwo) { // it ends one, and never begins one where the first has ended it
            if (drawing.canEnd()) {
                end();
            }
            return;
        }
        add(e.getX(), e.getY());
        endOrShow(e.getX(), e.getY());
    }

    private void endOrShow(double x, double y) {
        if (drawing.endsThere(bench.study())) {
            end();
        } else {
            show(x, y);
        }
    }

    /** What is drawn so far stays. */
    @Override
    public void giveWay() {
        if (drawing.canEnd()) {
            place();
        }
    }

    /** Digits are a length, or a length and a turn; says whether the key was one of its own. */
    @Override
    public boolean key(KeyEvent e, double x, double y) {
        if (!drawing.hasBegun()) {
            return false;
        }
        if (e.getCode() == KeyCode.ENTER) {
            if (drawing.typed().isEmpty()) {
                end();
                return true;
            }
            add(x, y);
            endOrShow(x, y);
            return true;
        } else if (e.getCode() == KeyCode.BACK_SPACE) {
            drawing.takeBack();
        } else if (e.getText().matches("[0-9.,\\- ]")) {
            drawing.type(e.getText());
        } else {
            return false;
        }
        show(x, y);
        return true;
    }

    /** Shows it as it would be if its last corner were at the pixel. */
    private void show(double x, double y) {
        Optional<CornerDrawing.Drawn> shown = spot(x, y).flatMap(spot -> drawing.shown(bench.study(), spot.x(), spot.y()));
        floor.showGhost(shown.map(drawn -> List.of(drawn.element())).orElse(List.of()));
        String length = shown.map(drawn -> String.format(Locale.ROOT, "%.2f m", drawn.metres())).orElse("")
                + (drawing.typed().isEmpty() ? "" : "  typed: " + drawing.typed());
        String note = (length.isEmpty() ? "" : length + "\n") + hint();
        floor.overlay().setMarks(new FloorOverlay.Marks(List.of(), List.of(), note, x, y));
        floor.drawOverlay();
    }

    private void add(double x, double y) {
        spot(x, y).ifPresent(spot -> drawing.add(bench.study(), spot.x(), spot.y()));
    }

    private Optional<Viewpoint.FloorPoint> spot(double x, double y) {
        return floor.floorAt(x, y).filter(FloorGestures::isNear);
    }

    private void end() {
        place();
        ended.run();
    }

    private void place() {
        Optional<CornerDrawing.Drawn> made = drawing.ended(bench.study());
        drawing.clear(); // what is placed is drawn no more, whatever comes next
        made.ifPresent(drawn -> {
            bench.edit("draw " + drawn.element().name(), drawn::placed);
            bench.select(drawn.element().name());
        });
    }
}
