package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Rectangle2D;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import org.jspecify.annotations.Nullable;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;
import rhombic.trace.Moment;

/** What is written and marked over the scene, in pixels: names, numbers, selection, link handles, the sweep of a hand. */
public final class FloorOverlay extends Canvas {
    private static final Color INK = Color.web("#1F272B");
    private static final Color SOFT = Color.web("#5C676C");
    private static final Color CARD = Color.web("#FFFDF8", 0.93);
    private static final Color HAIR = Color.web("#CFC8B7");
    private static final Color SAFFRON = Color.web("#D9952B");
    private static final Color VERDIGRIS = Color.web("#1D6B66");
    private static final Font NAME = Font.font("IBM Plex Sans", FontWeight.MEDIUM, 11);
    private static final Font FIGURES = Font.font("IBM Plex Sans", 10);
    private static final Font LETTER = Font.font("IBM Plex Sans", FontWeight.SEMI_BOLD, 8.5);
    private static final double HANDLE_PIXELS = 7;
    private static final double LETTER_PIXELS = 16;
    /** Widths of figures grow in such steps, so that a digit more does not make the labels jump. */
    private static final double WIDTH_STEP = 28;
    /** Pixels that a metre has where names, and numbers, can be read beside each other. */
    private static final double LEAST_FOR_NAMES = 5;
    private static final double LEAST_FOR_NUMBERS = 11;
    private static final int MOST_LABELS = 200;
    /** With more bodies than that, labels keep clear of each other only. */
    private static final int MOST_KEPT_CLEAR = 400;
    /** With a piece on it, even a low table is that high. */
    private static final double LEAST_BODY_METRES = 1.2;
    /** Parts of a link at which its text may stand. */
    private static final double[] ALONG_LINK = {0.5, 0.35, 0.65, 0.22, 0.78};
    private static final double LEAST_FOR_LINKS = 7;
    private static final int MOST_WIDTHS_KEPT = 5000;

    /** What to write over the equipment. */
    public static final class Options {
        private boolean names = true;
        private boolean numbers;

        public boolean names() {
            return names;
        }

        public boolean numbers() {
            return numbers;
        }

        public void setNames(boolean on) {
            names = on;
        }

        public void setNumbers(boolean on) {
            numbers = on;
        }
    }

    private final Options options = new Options();
    private final Map<String, Double> widths = new HashMap<>();
    private Set<String> selection = Set.of();
    private Set<String> faulty = Set.of();
    private Optional<String> hovered = Optional.empty();
    private @Nullable Moment moment;
    private @Nullable Rectangle2D band;
    private double @Nullable [] sweep;
    private List<String> chain = List.of();
    private Marks marks = Marks.NONE;
    private Set<String> limit = Set.of();
    private List<LabelRoom.Wanted> wantedBefore = List.of();
    private List<LabelRoom.@Nullable Found> foundBefore = List.of();
    /** Where the labels were drawn last, so that they can be clicked. */
    private final Map<String, Rectangle2D> boxes = new LinkedHashMap<>();

    /**
     * What helps a hand: lines and grips in pixels, and a note beside the pointer.
     *
     * @param lines each as x, y, x, y
     * @param grips middle points of what can be dragged
     */
    record Marks(List<double[]> lines, List<Viewpoint.Pixel> grips, String note, double noteX, double noteY) {
        static final Marks NONE = new Marks(List.of(), List.of(), "", 0, 0);
    }

    /** All that a drawing depends on beside the moment; drawing the same again would only cost a frame. */
    private record Drawn(Scenery.Ground ground, Viewpoint view, double leastPixels, boolean names, boolean numbers, Set<String> selection,
            Set<String> faulty, Set<String> limit,
            Optional<String> hovered, @Nullable Rectangle2D band, double @Nullable [] sweep, List<String> chain, Marks marks, double width,
            double height) {}

    private @Nullable Drawn drawn;
    private @Nullable Moment drawnMoment;
    /** A moment is moved on in place, so which it is does not tell when it is. */
    private long drawnNanos;

    FloorOverlay() {
        setMouseTransparent(true);
    }

    Options options() {
        return options;
    }

    void setSelection(Set<String> names) {
        selection = Set.copyOf(names);
    }

    void setFaulty(Set<String> names) {
        faulty = Set.copyOf(names);
    }

    /** What limits the output: its label is left out last. */
    void setLimit(Set<String> names) {
        limit = Set.copyOf(names);
    }

    void setHovered(Optional<String> name) {
        hovered = name;
    }

    void setMoment(@Nullable Moment now) {
        moment = now;
    }

    void setBand(@Nullable Rectangle2D rectangle) {
        band = rectangle;
    }

    /** A link being drawn: from x, y to x, y in pixels; null if none is. */
    void setSweep(double @Nullable [] fromTo) {
        sweep = fromTo;
    }

    void setMarks(Marks now) {
        marks = now;
    }

    boolean hasNoLines() {
        return marks.lines.isEmpty();
    }

    /** The thing whose label is there. */
    Optional<String> labelAt(double x, double y) {
        return boxes.entrySet().stream().filter(entry -> entry.getValue().contains(x, y)).map(Map.Entry::getKey).findFirst();
    }

    /** Things linked so far in one sweep. */
    void setChain(List<String> names) {
        chain = List.copyOf(names);
    }

    /** Where the link handle of the thing is, in pixels. */
    Optional<Viewpoint.Pixel> handle(Equipment thing, Viewpoint view) {
        Pose end = Layout.outlet(thing, "");
        double angle = Math.toRadians(end.heading());
        return view.project(end.x() + 0.35 * Math.cos(angle), end.y() + 0.35 * Math.sin(angle), thing.placement().zMetres() + 0.1,
                getWidth(), getHeight());
    }

    /** @param leastPixels a metre must have for equipment to be named; 0 names all that there is room for */
    void draw(Study study, Scenery.Ground ground, Viewpoint view, double leastPixels) {
        Drawn now = new Drawn(ground, view, leastPixels, options.names, options.numbers, selection, faulty, limit, hovered, band, sweep,
                chain,
                marks, getWidth(), getHeight());
        long momentNanos = moment == null ? -1 : moment.timeNanos();
        if (now.equals(drawn) && moment == drawnMoment && momentNanos == drawnNanos) {
            return;
        }
        drawn = now;
        drawnMoment = moment;
        drawnNanos = momentNanos;
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        for (Equipment thing : study.equipment()) {
            if (selection.contains(thing.name()) || chain.contains(thing.name())) {
                corners(g, thing, view, SAFFRON);
            } else if (hovered.filter(thing.name()::equals).isPresent()) {
                corners(g, thing, view, VERDIGRIS);
            }
        }
        boxes.clear();
        List<LabelRoom.Obstacle> bodies = options.names || options.numbers || !selection.isEmpty() ? bodies(study, view) : List.of();
        if (options.names || options.numbers) {
            labels(g, study, view, leastPixels, bodies);
        }
        if (options.names) {
            linkLabels(g, study, view, bodies);
        }
        handles(g, study, view);
        if (band != null) {
            g.setFill(Color.web("#D9952B", 0.12));
            g.fillRect(band.getMinX(), band.getMinY(), band.getWidth(), band.getHeight());
            g.setStroke(SAFFRON);
            g.setLineWidth(1);
            g.strokeRect(band.getMinX() + 0.5, band.getMinY() + 0.5, band.getWidth(), band.getHeight());
        }
        drawMarks(g);
        if (sweep != null) {
            g.setStroke(VERDIGRIS);
            g.setLineWidth(2);
            g.strokeLine(sweep[0], sweep[1], sweep[2], sweep[3]);
            rhombus(g, sweep[2], sweep[3], HANDLE_PIXELS, VERDIGRIS);
        }
    }

    private void drawMarks(GraphicsContext g) {
        g.setStroke(SAFFRON);
        g.setLineWidth(1.2);
        marks.lines.forEach(line -> g.strokeLine(line[0], line[1], line[2], line[3]));
        for (Viewpoint.Pixel grip : marks.grips) {
            rhombus(g, grip.x(), grip.y(), HANDLE_PIXELS, Color.web("#FFFDF8"));
            rhombus(g, grip.x(), grip.y(), HANDLE_PIXELS - 2, SAFFRON);
        }
        if (!marks.note.isEmpty()) {
            double width = width(marks.note, NAME) + 14;
            double x = Math.clamp(marks.noteX + 14, 0, Math.max(0, getWidth() - width));
            double y = Math.clamp(marks.noteY + 16, 0, Math.max(0, getHeight() - 22));
            g.setFill(CARD);
            g.fillRoundRect(x, y, width, 22, 6, 6);
            g.setStroke(SAFFRON);
            g.strokeRoundRect(x + 0.5, y + 0.5, width - 1, 21, 6, 6);
            g.setFont(NAME);
            g.setFill(INK);
            g.setTextAlign(TextAlignment.LEFT);
            g.setTextBaseline(VPos.CENTER);
            g.fillText(marks.note, x + 7, y + 11);
        }
    }

    /** What a link is for, and its share, on its way; where there is room to read it, clear of bodies and labels. */
    private void linkLabels(GraphicsContext g, Study study, Viewpoint view, List<LabelRoom.Obstacle> bodies) {
        Map<String, Equipment> byName = new HashMap<>();
        g.setFont(FIGURES);
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        List<Rectangle2D> taken = new ArrayList<>(boxes.values());
        for (Link link : study.links()) {
            String text = LinkText.of(link);
            if (text.isEmpty()) {
                continue;
            }
            if (byName.isEmpty()) {
                study.equipment().forEach(thing -> byName.put(thing.name(), thing));
            }
            Path path = Scenery.path(link, byName);
            for (double part : ALONG_LINK) {
                Pose at = path.at(path.metres() * part);
                Optional<Viewpoint.Pixel> p = view.project(at.x(), at.y(), Scenery.LINK_Z, getWidth(), getHeight());
                if (p.isPresent() && linkLabel(g, text, p.get(), view, bodies, taken)) {
                    break;
                }
            }
        }
    }

    private boolean linkLabel(GraphicsContext g, String text, Viewpoint.Pixel p, Viewpoint view, List<LabelRoom.Obstacle> bodies,
            List<Rectangle2D> taken) {
        double half = width(text, FIGURES) / 2 + 5;
        Rectangle2D box = new Rectangle2D(p.x() - half, p.y() - 8, 2 * half, 16);
        if (view.pixelsPerMetre(p.depth(), getHeight()) < LEAST_FOR_LINKS || taken.stream().anyMatch(box::intersects)
                || bodies.stream().anyMatch(body -> body.meets(box.getMinX(), box.getMinY(), box.getMaxX(), box.getMaxY()))) {
            return false;
        }
        taken.add(box);
        g.setFill(CARD);
        g.fillRoundRect(box.getMinX(), box.getMinY(), box.getWidth(), box.getHeight(), 6, 6);
        g.setFill(VERDIGRIS);
        g.fillText(text, p.x(), p.y());
        return true;
    }

    /** How the bodies are seen, with what stands on them; none of them where there are too many to keep clear of. */
    private List<LabelRoom.Obstacle> bodies(Study study, Viewpoint view) {
        List<LabelRoom.Obstacle> bodies = new ArrayList<>();
        for (Equipment thing : study.equipment()) {
            double angle = Math.toRadians(thing.placement().turnedDegrees());
            double l = thing.footprint().lengthMetres() / 2;
            double w = thing.footprint().widthMetres() / 2;
            double z = thing.placement().zMetres();
            List<Viewpoint.Pixel> pixels = new ArrayList<>();
            if (thing instanceof Conveyor conveyor) {
                conveyor.path().outline()
                        .forEach(p -> view.project(p.x(), p.y(), p.z() + 0.4, getWidth(), getHeight()).ifPresent(pixels::add));
                conveyor.path().outline().forEach(p -> view.project(p.x(), p.y(), z, getWidth(), getHeight()).ifPresent(pixels::add));
                bodies.add(pixels.size() < 4 || study.equipment().size() > MOST_KEPT_CLEAR
                        ? new LabelRoom.Obstacle(new double[0], Double.MAX_VALUE)
                        : LabelRoom.Obstacle.around(pixels, pixels.getFirst().depth()));
                continue;
            }
            double before = thing instanceof WorkEquipment work
                    ? Math.min(Bodies.MOST_INPUT_DRAWN, work.work().inputRoom()) * rhombic.scene.Scene.PITCH_METRES
                    : 0;
            for (double[] c : new double[][] {{-l - before, -w}, {l, -w}, {l, w}, {-l - before, w}}) {
                double x = thing.placement().xMetres() + c[0] * Math.cos(angle) - c[1] * Math.sin(angle);
                double y = thing.placement().yMetres() + c[0] * Math.sin(angle) + c[1] * Math.cos(angle);
                view.project(x, y, z, getWidth(), getHeight()).ifPresent(pixels::add);
                view.project(x, y, z + Math.max(LEAST_BODY_METRES, thing.footprint().heightMetres()), getWidth(), getHeight())
                        .ifPresent(pixels::add);
            }
            double depth = view.project(thing.placement().xMetres(), thing.placement().yMetres(), z, getWidth(), getHeight())
                    .map(Viewpoint.Pixel::depth).orElse(Double.MAX_VALUE);
            bodies.add(pixels.size() < 8 || study.equipment().size() > MOST_KEPT_CLEAR
                    ? new LabelRoom.Obstacle(new double[0], depth)
                    : LabelRoom.Obstacle.around(pixels, depth));
        }
        return bodies;
    }

    private void handles(GraphicsContext g, Study study, Viewpoint view) {
        for (Equipment thing : study.equipment()) {
            boolean wanted = thing.givesPieces()
                    && (selection.contains(thing.name()) && selection.size() == 1 || hovered.filter(thing.name()::equals).isPresent());
            if (wanted) {
                handle(thing, view).ifPresent(p -> {
                    rhombus(g, p.x(), p.y(), HANDLE_PIXELS + 2, Color.web("#FFFDF8"));
                    rhombus(g, p.x(), p.y(), HANDLE_PIXELS, VERDIGRIS);
                });
            }
        }
    }

    /** Rhombus corners round the footprint. */
    private void corners(GraphicsContext g, Equipment thing, Viewpoint view, Color colour) {
        double angle = Math.toRadians(thing.placement().turnedDegrees());
        double l = thing.footprint().lengthMetres() / 2 + 0.25;
        double w = thing.footprint().widthMetres() / 2 + 0.25;
        double[][] floor = {{-l, -w}, {l, -w}, {l, w}, {-l, w}};
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        for (double[] c : floor) {
            double x = thing.placement().xMetres() + c[0] * Math.cos(angle) - c[1] * Math.sin(angle);
            double y = thing.placement().yMetres() + c[0] * Math.sin(angle) + c[1] * Math.cos(angle);
            view.project(x, y, thing.placement().zMetres() + 0.02, getWidth(), getHeight()).ifPresent(pixels::add);
        }
        if (pixels.size() < 4) {
            return;
        }
        g.setStroke(colour.deriveColor(0, 1, 1, 0.6));
        g.setLineWidth(1);
        for (int i = 0; i < 4; i++) {
            Viewpoint.Pixel a = pixels.get(i);
            Viewpoint.Pixel b = pixels.get((i + 1) % 4);
            g.strokeLine(a.x(), a.y(), b.x(), b.y());
            rhombus(g, a.x(), a.y(), 4.5, colour);
        }
    }

    /** @param name as it is written there: empty if it is far away; the same for the figures */
    private record Label(Equipment thing, int node, Viewpoint.Pixel at, boolean urgent, String name, String figures,
            Optional<EquipmentState> state) {}

    private void labels(GraphicsContext g, Study study, Viewpoint view, double leastPixels, List<LabelRoom.Obstacle> bodies) {
        List<Label> labels = new ArrayList<>();
        for (int i = 0; i < study.equipment().size(); i++) {
            Equipment thing = study.equipment().get(i);
            int node = i;
            boolean urgent = selection.contains(thing.name()) || hovered.filter(thing.name()::equals).isPresent();
            double north = view.isPlan() ? reach(thing) + 0.2 : 0;
            view.project(thing.placement().xMetres(), thing.placement().yMetres() + north, view.isPlan() ? 0 : top(thing), getWidth(),
                    getHeight())
                    .filter(p -> p.x() > -60 && p.y() > -20 && p.x() < getWidth() + 60 && p.y() < getHeight() + 40)
                    .filter(p -> urgent || view.pixelsPerMetre(p.depth(), getHeight()) >= leastPixels)
                    .ifPresent(p -> labels.add(label(thing, node, p, view.pixelsPerMetre(p.depth(), getHeight()), urgent)));
        }
        labels.sort(Comparator.comparing((Label l) -> !l.urgent).thenComparingDouble(l -> l.at.depth()));
        List<Label> shown = labels.subList(0, Math.min(MOST_LABELS, labels.size()));
        List<LabelRoom.@Nullable Found> found = found(shown, bodies);
        for (int i = 0; i < shown.size(); i++) {
            LabelRoom.Found place = found.get(i);
            if (place != null) {
                draw(g, shown.get(i), place);
            }
        }
    }

    private Label label(Equipment thing, int node, Viewpoint.Pixel at, double pixelsPerMetre, boolean urgent) {
        boolean isFar = pixelsPerMetre < LEAST_FOR_NAMES && !urgent;
        boolean isNear = pixelsPerMetre >= LEAST_FOR_NUMBERS || urgent;
        Moment now = moment != null && node < moment.nodes() ? moment : null;
        return new Label(thing, node, at, urgent, (options.names || urgent) && !isFar ? thing.name() : "",
                now == null || !isNear ? "" : figures(thing, node, now), now == null ? Optional.empty() : now.state(node));
    }

    /** How much of a label is written. */
    private enum Form {
        ALL, NAME, LETTER
    }

    private static List<Form> forms(Label label) {
        List<Form> forms = new ArrayList<>();
        if (!label.figures.isEmpty()) {
            forms.add(Form.ALL);
        }
        if (!label.name.isEmpty()) {
            forms.add(Form.NAME);
        }
        if (label.state.isPresent() || forms.isEmpty()) {
            forms.add(Form.LETTER);
        }
        return forms;
    }

    private LabelRoom.Size size(Label label, Form form) {
        double letter = label.state.isPresent() ? LETTER_PIXELS : 0;
        double name = width(label.name, NAME);
        return switch (form) {
            case ALL -> new LabelRoom.Size(
                    Math.max(name, Math.ceil(width(label.figures, FIGURES) / WIDTH_STEP) * WIDTH_STEP) + 12 + letter,
                    (label.name.isEmpty() && label.state.isEmpty() ? 0 : 15) + 17);
            case NAME -> new LabelRoom.Size(name + 12 + letter, 18);
            case LETTER -> new LabelRoom.Size(letter, letter == 0 ? 0 : 18);
        };
    }

    /** Room for the labels; the same as long as neither the view nor their sizes change, so that none of them jumps. */
    private List<LabelRoom.@Nullable Found> found(List<Label> labels, List<LabelRoom.Obstacle> bodies) {
        List<LabelRoom.Wanted> wanted = labels.stream().map(label -> {
            boolean isLimit = limit.contains(label.thing.name());
            return new LabelRoom.Wanted(label.at.x(), label.at.y(), label.at.depth(), label.urgent ? 0 : isLimit ? 1 : 2,
                    forms(label).stream().map(form -> size(label, form)).toList(), label.urgent || isLimit, label.node);
        }).toList();
        if (!wanted.equals(wantedBefore)) {
            wantedBefore = wanted;
            foundBefore = new LabelRoom(bodies, getWidth(), getHeight()).find(wanted);
        }
        return foundBefore;
    }

    /** How far the footprint reaches to the north. */
    private static double reach(Equipment thing) {
        double angle = Math.toRadians(thing.placement().turnedDegrees());
        return Math.abs(Math.sin(angle)) * thing.footprint().lengthMetres() / 2
                + Math.abs(Math.cos(angle)) * thing.footprint().widthMetres() / 2;
    }

    private static double top(Equipment thing) {
        return thing.placement().zMetres() + (thing instanceof WorkEquipment
                ? Math.max(2.75, thing.footprint().heightMetres() + 0.3)
                : thing.footprint().heightMetres() + 0.55);
    }

    private void draw(GraphicsContext g, Label label, LabelRoom.Found place) {
        Rectangle2D box = place.box();
        if (box.getHeight() < 6 || box.getWidth() < 6) {
            return;
        }
        boxes.put(label.thing.name(), box);
        g.setStroke(SOFT);
        g.setLineWidth(0.6);
        g.strokeLine(Math.clamp(label.at.x(), box.getMinX(), box.getMaxX()), box.getMaxY(), label.at.x(), label.at.y() + 8);
        Form form = forms(label).get(place.form());
        if (form == Form.LETTER) {
            label.state.ifPresent(state -> letter(g, box.getMinX() + box.getWidth() / 2, box.getMinY() + 9, state));
            return;
        }
        g.setFill(CARD);
        g.fillRoundRect(box.getMinX(), box.getMinY(), box.getWidth(), box.getHeight(), 6, 6);
        g.setStroke(faulty.contains(label.thing.name()) ? Color.web("#C8452F") : HAIR);
        g.setLineWidth(1);
        g.strokeRoundRect(box.getMinX() + 0.5, box.getMinY() + 0.5, box.getWidth() - 1, box.getHeight() - 1, 6, 6);
        double left = box.getMinX() + 6;
        if (label.state.isPresent()) {
            letter(g, left + 5, box.getMinY() + 9, label.state.get());
            left += LETTER_PIXELS;
        }
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        double y = box.getMinY() + 9;
        if (!label.name.isEmpty()) {
            g.setFont(NAME);
            g.setFill(INK);
            g.fillText(label.name, left, y);
            y += 14;
        }
        if (form == Form.ALL) {
            g.setFont(FIGURES);
            g.setFill(SOFT);
            g.fillText(label.figures, left, y);
        }
    }

    /** Whether its inlet is shut; content, done and utilisation, if wanted. */
    private String figures(Equipment thing, int node, Moment now) {
        String shut = now.isShut(node) ? "inlet shut" : "";
        return !options.numbers ? shut : shut.isEmpty() ? numbers(thing, node, now) : shut + ", " + numbers(thing, node, now);
    }

    private static String numbers(Equipment thing, int node, Moment moment) {
        String holds = moment.content(node) + " inside, " + moment.out(node) + " done";
        return switch (thing) {
            case WorkEquipment s -> holds + String.format(Locale.ROOT, ", %.0f %%", 100 * moment.share(node, EquipmentState.WORKING));
            case GoodsIn in when moment.turnedAway(node) > 0 -> holds + ", " + moment.turnedAway(node) + " turned away";
            default -> holds;
        };
    }

    private static void letter(GraphicsContext g, double x, double y, EquipmentState state) {
        rhombus(g, x, y, 8, StateColours.of(state));
        g.setFont(LETTER);
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        g.setFill(state == EquipmentState.WORKING ? Color.WHITE : INK);
        g.fillText(String.valueOf(state.letter()), x, y + 0.5);
    }

    static void rhombus(GraphicsContext g, double x, double y, double half, Color colour) {
        g.setFill(colour);
        g.fillPolygon(new double[] {x - half, x, x + half, x}, new double[] {y, y - half, y, y + half}, 4);
    }

    /** Laying out text is slow, and the same few texts come with every frame. */
    private double width(String text, Font font) {
        if (text.isEmpty()) {
            return 0;
        }
        if (widths.size() > MOST_WIDTHS_KEPT) {
            widths.clear();
        }
        return widths.computeIfAbsent(font.getSize() + text, key -> {
            Text measure = new Text(text);
            measure.setFont(font);
            return measure.getLayoutBounds().getWidth();
        });
    }
}
