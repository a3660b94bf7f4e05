package rhombic.desktop.watch;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.LongConsumer;
import javafx.geometry.Orientation;
import javafx.geometry.VPos;
import javafx.scene.Group;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Shape;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.TextAlignment;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.body.StateColours;
import rhombic.desktop.floor.body.StatePattern;
import rhombic.desktop.work.FlowOrder;
import rhombic.desktop.work.StripLog;
import rhombic.insight.Shifting;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.trace.Trace;

/**
 * One strip for each equipment over the time line, in the order of the flow. Dragging moves the playhead; a click on
 * a name selects the equipment.
 */
public final class StripsView extends Region {
    private static final double ROW = 17;
    private static final double AXIS = 16;
    private static final double NAMES = 124;
    private static final double RIGHT = 16;
    private static final Color INK = Color.web("#1F272B");
    private static final Color SOFT = Color.web("#5C676C");
    private static final Color SAFFRON = Color.web("#D9952B");
    private static final Color CONTENTS = Color.web("#8FA3A0");

    private final Canvas strips = new Canvas();
    /** Nodes that are moved, so that a frame need not draw the strips anew. */
    private final Line playheadLine = new Line(0, AXIS - 4, 0, AXIS);
    private final Group playhead = new Group(playheadLine, new Polygon(-5, AXIS - 8, 0, AXIS - 13, 5, AXIS - 8, 0, AXIS - 3));
    private final ScrollBar bar = new ScrollBar();
    private final LongConsumer seek;
    private final Consumer<String> select;
    private UnfoldedStudy study = UnfoldedStudy.of(Study.empty());
    /** Equipment by its index; a person by -1 less its number. */
    private List<Integer> order = List.of();
    private List<Person> people = List.of();

    private record Person(String name, String crew) {}

    private @Nullable StripLog log;
    private long length = 1;
    private long now;
    private Set<String> selection = Set.of();
    private List<Shifting.Span> limits = List.of();
    private long lastDrawn;
    private long drawnUntil = -1;

    public StripsView(LongConsumer seek, Consumer<String> select) {
        this.seek = seek;
        this.select = select;
        getStyleClass().add("strips");
        setId("strips");
        setFocusTraversable(true);
        bar.setOrientation(Orientation.VERTICAL);
        bar.valueProperty().addListener((o, was, is) -> draw());
        playhead.getChildren().forEach(node -> ((Shape) node).setFill(SAFFRON));
        playheadLine.setStroke(SAFFRON);
        playheadLine.setStrokeWidth(1.5);
        playhead.setManaged(false);
        playhead.setMouseTransparent(true);
        getChildren().addAll(strips, playhead, bar);
        setMinHeight(0);
        setOnMousePressed(this::press);
        setOnMouseDragged(this::drag);
        setOnScroll(e -> bar.setValue(Math.clamp(bar.getValue() - e.getDeltaY(), bar.getMin(), bar.getMax())));
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    public void setStudy(UnfoldedStudy newStudy, @Nullable Trace trace) {
        if (newStudy != study) {
            limits = List.of();
        }
        study = newStudy;
        people = study.members().stream().map(member -> new Person(member.person().name(), study.element(member.group()).name())).toList();
        List<Integer> rows = new ArrayList<>(FlowOrder.of(study).stream()
                .filter(i -> study.element(i) instanceof Equipment && !(study.element(i) instanceof GoodsOut)).toList());
        for (int person = 0; person < people.size(); person++) {
            rows.add(-1 - person);
        }
        order = List.copyOf(rows);
        length = Math.max(1, study.study().plan().length().nanos());
        drawnUntil = -1;
        log = trace == null ? null : new StripLog(trace, study.size(), people.size());
        requestLayout();
        draw();
    }

    /** What was written down, for strips elsewhere; null while there is no run. */
    public @Nullable StripLog log() {
        return log;
    }

    public void setSelection(Set<String> names) {
        boolean isNew = !names.equals(selection);
        selection = names;
        if (isNew) {
            reveal();
        }
        draw();
    }

    /** Brings the first strip of what is selected into view, if none of them is. */
    private void reveal() {
        double seen = getHeight() - AXIS;
        int first = -1;
        for (int row = 0; row < order.size(); row++) {
            int node = order.get(row);
            if (selection.contains(node >= 0 ? study.element(node).name() : people.get(-1 - node).crew())) {
                double y = row * ROW - bar.getValue();
                if (y >= 0 && y + ROW <= seen) {
                    return;
                }
                first = first < 0 ? row : first;
            }
        }
        if (first >= 0) {
            bar.setValue(Math.clamp(first * ROW - seen / 2, bar.getMin(), bar.getMax()));
        }
    }

    /** Marks when which station or crew limited the plant; none: nothing is known of that. */
    public void setLimits(List<Shifting.Span> spans) {
        limits = List.copyOf(spans);
        draw();
    }

    /** A dark line under the strip while it was the limit. */
    /** How many spans are marked on the strip of that name, since it was the limit then. */
    public int limitsOf(String name) {
        return (int) limits.stream()
                .filter(span -> span.participant() < study.size()
                        && study.element(span.participant()).name().equals(name))
                .count();
    }

    private void limits(GraphicsContext g, String name, double y) {
        g.setFill(INK);
        for (Shifting.Span span : limits) {
            if (span.participant() < study.size() && study.element(span.participant()).name().equals(name)) {
                double from = left() + (double) span.fromNanos() / length * width();
                double to = left() + (double) span.toNanos() / length * width();
                g.fillRect(from, y + ROW - 3.5, Math.max(1, to - from), 2);
            }
        }
    }

    /** Shows the playhead, and what has been written down since. */
    public void update(long playheadNanos) {
        boolean moved = playheadNanos != now;
        now = playheadNanos;
        StripLog current = log;
        long time = System.nanoTime();
        if (current != null && isVisible() && time - lastDrawn > 100_000_000L && isNew(current)) {
            lastDrawn = time;
            draw();
        }
        if (moved) {
            drawPlayhead();
        }
    }

    /** Whether more is written down than was drawn last; somebody else may have read it meanwhile. */
    private boolean isNew(StripLog current) {
        current.update();
        boolean more = current.readUntilNanos() != drawnUntil;
        drawnUntil = current.readUntilNanos();
        return more;
    }

    @Override
    protected void layoutChildren() {
        strips.setWidth(getWidth());
        strips.setHeight(getHeight());
        playheadLine.setEndY(Math.max(AXIS, getHeight()));
        double whole = order.size() * ROW;
        double seen = Math.max(1, getHeight() - AXIS);
        bar.resizeRelocate(getWidth() - 12, 0, 12, Math.max(0, getHeight()));
        bar.setVisible(whole > seen);
        bar.setMax(Math.max(0, whole - seen));
        bar.setVisibleAmount(bar.getMax() * seen / Math.max(seen, whole));
        bar.setValue(Math.min(bar.getValue(), bar.getMax()));
        draw();
    }

    private double left() {
        return NAMES;
    }

    private double width() {
        return Math.max(10, getWidth() - NAMES - RIGHT);
    }

    private void draw() {
        GraphicsContext g = strips.getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        if (getWidth() < 50 || getHeight() < AXIS) {
            return;
        }
        axis(g);
        int first = (int) (bar.getValue() / ROW);
        int last = Math.min(order.size(), first + (int) Math.ceil((getHeight() - AXIS) / ROW) + 1);
        for (int row = first; row < last; row++) {
            double y = AXIS + row * ROW - bar.getValue();
            if (y >= AXIS - ROW / 2) {
                int node = order.get(row);
                if (node >= 0) {
                    row(g, node, y);
                } else {
                    person(g, -1 - node, y);
                }
            }
        }
        drawPlayhead();
    }

    private void axis(GraphicsContext g) {
        double seconds = length / 1e9;
        double[] steps = {1, 5, 15, 60, 300, 900, 1800, 3600, 7200, 14_400, 28_800, 86_400, 7 * 86_400, 30 * 86_400, 365 * 86_400};
        double step = steps[steps.length - 1] * Math.max(1, Math.ceil(seconds / (steps[steps.length - 1] * 12)));
        for (double candidate : steps) {
            if (seconds / candidate <= 12) {
                step = candidate;
                break;
            }
        }
        g.setFont(Font.font("IBM Plex Sans", 10));
        g.setTextBaseline(VPos.CENTER);
        g.setTextAlign(TextAlignment.CENTER);
        for (double s = 0; s <= seconds; s += step) {
            double x = Math.rint(left() + s / seconds * width()) + 0.5;
            g.setStroke(Color.web("#E4DECF"));
            g.strokeLine(x, AXIS - 3, x, getHeight());
            g.setFill(SOFT);
            if (x > left() + 14 && x < left() + width() - 14) {
                g.fillText(step >= 86_400
                        ? (long) (s / 86_400) + " d"
                        : DateTimeFormatter.ofPattern(step < 60 ? "HH:mm:ss" : "HH:mm")
                                .format(study.study().plan().start().plusSeconds((long) s)),
                        x, 7);
            }
        }
    }

    private void person(GraphicsContext g, int person, double y) {
        Person one = people.get(person);
        heading(g, one.name(), selection.contains(one.crew()), y);
        limits(g, one.crew(), y);
        StripLog current = log;
        if (current != null) {
            runs(current.personDominant(person, 0, length, (int) width()),
                    (state, x, w) -> StatePattern.draw(g, PersonState.values()[state], left() + x, y + 1, w, ROW - 4));
        }
    }

    private void heading(GraphicsContext g, String name, boolean chosen, double y) {
        g.setFont(Font.font("IBM Plex Sans", chosen ? FontWeight.SEMI_BOLD : FontWeight.NORMAL, 11));
        g.setFill(chosen ? INK : SOFT);
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        g.fillText(shortened(name), 16, y + ROW / 2 - 1);
        g.setFill(Color.web("#EFEADD"));
        g.fillRect(left(), y + 1, width(), ROW - 4);
    }

    /** A stretch in one state. */
    private interface Run {
        void draw(int state, int x, int width);
    }

    private static void runs(byte[] states, Run run) {
        int from = 0;
        for (int x = 1; x <= states.length; x++) {
            if (x == states.length || states[x] != states[from]) {
                if (states[from] >= 0) {
                    run.draw(states[from], from, x - from);
                }
                from = x;
            }
        }
    }

    private void row(GraphicsContext g, int node, double y) {
        PlantElement element = study.element(node);
        heading(g, element.name(), selection.contains(element.name()), y);
        limits(g, element.name(), y);
        StripLog current = log;
        if (current != null) {
            int pixels = (int) width();
            OptionalInt room = element instanceof Equipment equipment
                    ? equipment.contentCapacity(study.study().pieceTypes())
                    : OptionalInt.empty();
            if (room.isPresent()) {
                contents(g, current, node, room.getAsInt(), y, pixels);
                return;
            }
            runs(current.dominant(node, 0, length, pixels),
                    (state, x, w) -> StatePattern.draw(g, EquipmentState.values()[state], left() + x, y + 1, w, ROW - 4));
        }
    }

    /** The silhouette of what a buffer holds against its room, amber where it was full. */
    private void contents(GraphicsContext g, StripLog current, int node, int room, double y, int pixels) {
        int[] max = current.max(node, 0, length, pixels);
        int scale = room < Integer.MAX_VALUE ? room : Math.max(1, Arrays.stream(max).max().orElse(1));
        double height = ROW - 4;
        for (int x = 0; x < pixels; x++) {
            if (max[x] > 0) {
                double part = Math.max(1.5, Math.min(1.0, (double) max[x] / scale) * height);
                g.setFill(max[x] >= room ? StateColours.ABNORMAL : CONTENTS);
                g.fillRect(left() + x, y + 1 + height - part, 1, part);
            }
        }
    }

    private void drawPlayhead() {
        playhead.setVisible(getWidth() >= 50 && getHeight() >= AXIS);
        playhead.setTranslateX(Math.rint(left() + (double) now / length * width()) + 0.5);
    }

    private void press(MouseEvent e) {
        requestFocus();
        if (e.getX() < left()) {
            int row = (int) ((e.getY() - AXIS + bar.getValue()) / ROW);
            if (e.getY() > AXIS && row < order.size()) {
                int node = order.get(row);
                select.accept(node >= 0 ? study.element(node).name() : people.get(-1 - node).crew());
            }
        } else {
            drag(e);
        }
    }

    private void drag(MouseEvent e) {
        if (e.getX() >= left() - 10 && e.getX() < left() + width() + 10) {
            seek.accept(timeAt(e.getX()));
        }
    }

    /** The moment at that many pixels from the left. */
    long timeAt(double x) {
        return (long) (Math.clamp((x - left()) / width(), 0.0, 1.0) * length);
    }

    private void key(KeyEvent e) {
        long step = length / 200;
        if (e.getCode() == KeyCode.LEFT || e.getCode() == KeyCode.RIGHT) {
            seek.accept(Math.clamp(now + (e.getCode() == KeyCode.LEFT ? -step : step), 0, length));
            e.consume();
        }
    }

    private static String shortened(String name) {
        return name.length() > 17 ? name.substring(0, 16) + "\u2026" : name;
    }
}
