package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Rectangle2D;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.body.Bodies;
import rhombic.desktop.floor.body.StateColours;
import rhombic.scene.Scene;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.kind.Area;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.site.Aisle;
import rhombic.study.site.Structure;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.trace.Moment;

/** The names, states and numbers that are written over equipment, and what links are for. */
final class FloorLabels {
    private static final Color SOFT = Color.web("#5C676C");
    private static final Color HAIR = Color.web("#CFC8B7");
    private static final Font FIGURES = Font.font("IBM Plex Sans", 10);
    private static final Font LETTER = Font.font("IBM Plex Sans", FontWeight.SEMI_BOLD, 8.5);
    private static final double LETTER_PIXELS = 16;
    /** Widths of figures grow in such steps, so that a digit more does not make the labels jump. */
    private static final double WIDTH_STEP = 28;
    /** Pixels that a metre has where names, and numbers, can be read beside each other. */
    private static final double MIN_FOR_NAMES = 5;
    private static final double MIN_FOR_NUMBERS = 11;
    private static final int MAX_LABELS = 200;
    /** Of more that are selected none must be named. */
    private static final int MAX_URGENT = 40;
    /** With more bodies than that, labels keep clear of each other only. */
    private static final int MAX_KEPT_CLEAR = 400;
    /** So high are pieces on what lies along a way. */
    private static final double PIECE_METRES = 0.4;
    /** With a piece on it, even a low table is that high. */
    private static final double MIN_BODY_METRES = 1.2;
    /** Parts of a link at which its text may stand. */
    private static final double[] ALONG_LINK = {0.5, 0.35, 0.65, 0.22, 0.78};
    private static final double MIN_FOR_LINKS = 7;
    private static final int MAX_WIDTHS_KEPT = 5000;

    /** All that labels depend on. */
    record Shown(UnfoldedStudy study, Viewpoint view, double width, double height, double minPixels, boolean names,
            boolean numbers, Set<String> selection, Set<String> faulty, Optional<String> hovered, Set<String> limit,
            @Nullable Moment moment) {
        Optional<Viewpoint.Pixel> pixel(double x, double y, double z) {
            return view.project(x, y, z, width, height);
        }

        double pixelsPerMetre(Viewpoint.Pixel at) {
            return view.pixelsPerMetre(at.depth(), height);
        }
    }

    /** What the outlines of bodies follow from. */
    private record Seen(UnfoldedStudy study, Viewpoint view, double width, double height) {
        boolean isOf(Shown shown) {
            return study == shown.study && width == shown.width && height == shown.height && view.equals(shown.view);
        }
    }

    private final Map<String, Double> widths = new HashMap<>();
    /** Where the labels were drawn last, so that they can be clicked. */
    private final Map<String, Rectangle2D> boxes = new LinkedHashMap<>();
    private @Nullable Seen seen;
    private List<LabelPlacement.Obstacle> bodies = List.of();
    private List<LabelPlacement.Obstacle> bodiesOfFound = List.of();
    private List<LabelPlacement.Wanted> wantedBefore = List.of();
    private List<LabelPlacement.@Nullable Found> foundBefore = List.of();

    /** The element whose label is there. */
    Optional<String> at(double x, double y) {
        return boxes.entrySet().stream().filter(entry -> entry.getValue().contains(x, y)).map(Map.Entry::getKey).findFirst();
    }

    void draw(GraphicsContext g, Shown shown) {
        boxes.clear();
        if (shown.names || shown.numbers) {
            if (seen == null || !seen.isOf(shown)) {
                seen = new Seen(shown.study, shown.view, shown.width, shown.height);
                bodies = bodies(shown);
            }
            names(g, shown, bodies);
        }
        if (shown.names) {
            links(g, shown, bodies);
        }
    }

    /** What a link is for, and its share, on its way; where there is room to read it, clear of bodies and labels. */
    private void links(GraphicsContext g, Shown shown, List<LabelPlacement.Obstacle> bodies) {
        Map<String, PlantElement> byName = new HashMap<>();
        g.setFont(FIGURES);
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        List<Rectangle2D> taken = new ArrayList<>(boxes.values());
        for (Link link : shown.study.links()) {
            String text = LinkText.of(link);
            if (text.isEmpty()) {
                continue;
            }
            if (byName.isEmpty()) {
                shown.study.elements().forEach(element -> byName.put(element.name(), element));
            }
            Path path = Scenery.path(link, byName);
            for (double part : ALONG_LINK) {
                Pose at = path.at(path.metres() * part);
                Optional<Viewpoint.Pixel> p = shown.pixel(at.x(), at.y(), Scenery.LINK_Z);
                if (p.isPresent() && link(g, text, p.get(), shown, bodies, taken)) {
                    break;
                }
            }
        }
    }

    private boolean link(GraphicsContext g, String text, Viewpoint.Pixel p, Shown shown, List<LabelPlacement.Obstacle> bodies,
            List<Rectangle2D> taken) {
        double half = width(text, FIGURES) / 2 + 5;
        Rectangle2D box = new Rectangle2D(p.x() - half, p.y() - 8, 2 * half, 16);
        if (shown.pixelsPerMetre(p) < MIN_FOR_LINKS || taken.stream().anyMatch(box::intersects)
                || bodies.stream().anyMatch(body -> body.isMeeting(box.getMinX(), box.getMinY(), box.getMaxX(), box.getMaxY()))) {
            return false;
        }
        taken.add(box);
        g.setFill(FloorInk.CARD);
        g.fillRoundRect(box.getMinX(), box.getMinY(), box.getWidth(), box.getHeight(), 6, 6);
        g.setFill(FloorInk.VERDIGRIS);
        g.fillText(text, p.x(), p.y());
        return true;
    }

    /** How the bodies are seen, with what stands on them; none where there are too many to keep clear of. */
    private static List<LabelPlacement.Obstacle> bodies(Shown shown) {
        if (shown.study.size() > MAX_KEPT_CLEAR) {
            return List.of();
        }
        List<LabelPlacement.Obstacle> bodies = new ArrayList<>();
        for (int owner = 0; owner < shown.study.size(); owner++) {
            PlantElement element = shown.study.element(owner);
            if (isSite(element)) {
                continue;
            }
            double angle = Math.toRadians(element.placement().headingDegrees());
            double l = element.footprint().lengthMetres() / 2;
            double w = element.footprint().widthMetres() / 2;
            double z = element.placement().zMetres();
            List<Viewpoint.Pixel> pixels = new ArrayList<>();
            if (element.along().isPresent()) {
                List<Pose> points = element.along().get().path().outline();
                for (int i = 1; i < points.size(); i++) {
                    between(shown, points.get(i - 1), points.get(i), element, owner).ifPresent(bodies::add);
                }
                continue;
            }
            double before = element instanceof WorkEquipment work
                    ? Math.min(Bodies.MAX_INPUT_DRAWN, work.work().inputCapacity()) * Scene.PITCH_METRES
                    : 0;
            for (double[] c : new double[][] {{-l - before, -w}, {l, -w}, {l, w}, {-l - before, w}}) {
                double x = element.placement().xMetres() + c[0] * Math.cos(angle) - c[1] * Math.sin(angle);
                double y = element.placement().yMetres() + c[0] * Math.sin(angle) + c[1] * Math.cos(angle);
                shown.pixel(x, y, z).ifPresent(pixels::add);
                shown.pixel(x, y, z + Math.max(MIN_BODY_METRES, element.footprint().heightMetres()))
                        .ifPresent(pixels::add);
            }
            double depth = shown.pixel(element.placement().xMetres(), element.placement().yMetres(), z)
                    .map(Viewpoint.Pixel::depth).orElse(Double.MAX_VALUE);
            if (pixels.size() >= 8) {
                bodies.add(LabelPlacement.Obstacle.around(pixels, depth, owner));
            }
        }
        return bodies;
    }

    /** One part of a bent way: what is inside its bend is not covered by it. */
    private static Optional<LabelPlacement.Obstacle> between(Shown shown, Pose from, Pose to, PlantElement element, int owner) {
        double half = element.along().map(PlantElement.Along::widthMetres).orElse(0.0) / 2;
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        for (Pose p : List.of(from.of(Pose.at(0, half, 0, 0)), from.of(Pose.at(0, -half, 0, 0)), to.of(Pose.at(0, half, 0, 0)),
                to.of(Pose.at(0, -half, 0, 0)))) {
            shown.pixel(p.x(), p.y(), p.z() + PIECE_METRES).ifPresent(pixels::add);
            shown.pixel(p.x(), p.y(), element.placement().zMetres()).ifPresent(pixels::add);
        }
        return pixels.size() < 8 ? Optional.empty() : Optional.of(LabelPlacement.Obstacle.around(pixels, pixels.getFirst().depth(), owner));
    }

    /** @param name as it is written there: empty if it is far away; the same for the figures */
    private record Label(PlantElement element, int node, Viewpoint.Pixel at, boolean urgent, String name, String figures,
            Optional<EquipmentState> state) {}

    private void names(GraphicsContext g, Shown shown, List<LabelPlacement.Obstacle> bodies) {
        List<Label> labels = new ArrayList<>();
        for (int i = 0; i < shown.study.size(); i++) {
            PlantElement element = shown.study.element(i);
            int node = i;
            boolean urgent = shown.selection.size() <= MAX_URGENT && shown.selection.contains(element.name())
                    || shown.hovered.filter(element.name()::equals).isPresent();
            if (isSite(element) && !urgent && !shown.faulty.contains(element.name())) {
                continue; // the building is known without its names
            }
            named(shown, element)
                    .filter(p -> p.x() > -60 && p.y() > -20 && p.x() < shown.width + 60 && p.y() < shown.height + 40)
                    .filter(p -> urgent || shown.pixelsPerMetre(p) >= shown.minPixels)
                    .ifPresent(p -> labels.add(label(shown, node, p, urgent)));
        }
        labels.sort(Comparator.comparing((Label l) -> !l.urgent).thenComparingDouble(l -> l.at.depth()));
        List<Label> first = labels.subList(0, Math.min(MAX_LABELS, labels.size()));
        List<LabelPlacement.@Nullable Found> found = found(first, shown, bodies);
        for (int i = 0; i < first.size(); i++) { // all leaders first: none crosses a label
            LabelPlacement.Found place = found.get(i);
            if (place != null) {
                leader(g, first.get(i).at, place.box());
            }
        }
        for (int i = 0; i < first.size(); i++) {
            LabelPlacement.Found place = found.get(i);
            if (place != null) {
                draw(g, first.get(i), place, shown.faulty.contains(first.get(i).element.name()));
            }
        }
    }

    private static boolean isSite(PlantElement element) {
        return element instanceof Aisle || element instanceof Structure;
    }

    private static void leader(GraphicsContext g, Viewpoint.Pixel at, Rectangle2D box) {
        g.setStroke(SOFT);
        g.setLineWidth(0.6);
        g.strokeLine(Math.clamp(at.x(), box.getMinX(), box.getMaxX()), box.getMaxY(), at.x(), at.y() + 8);
    }

    /** Where the leader of its label ends: above its middle, or, in plan, beyond it; of what goes along a way, in the middle of that. */
    private static Optional<Viewpoint.Pixel> named(Shown shown, PlantElement element) {
        boolean isPlan = shown.view.isPlan();
        if (element.along().isPresent()) {
            PlantElement.Along along = element.along().get();
            Pose middle = along.path().at(along.path().metres() / 2);
            return shown.pixel(middle.x(), middle.y() + (isPlan ? along.widthMetres() / 2 + 0.2 : 0),
                    isPlan ? 0 : middle.z() + PIECE_METRES);
        }
        double north = isPlan ? reach(element) + 0.2 : 0;
        return shown.pixel(element.placement().xMetres(), element.placement().yMetres() + north, isPlan ? 0 : top(element));
    }

    private static Label label(Shown shown, int node, Viewpoint.Pixel at, boolean urgent) {
        PlantElement element = shown.study.element(node);
        double pixelsPerMetre = shown.pixelsPerMetre(at);
        boolean isFar = pixelsPerMetre < MIN_FOR_NAMES && !urgent;
        boolean isNear = pixelsPerMetre >= MIN_FOR_NUMBERS || urgent;
        Moment now = shown.moment != null && node < shown.moment.nodes() ? shown.moment : null;
        return new Label(element, node, at, urgent, (shown.names || urgent) && !isFar ? element.name() : "",
                now == null || !isNear ? "" : figures(element, node, now, shown.numbers), now == null ? Optional.empty() : now.state(node));
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

    private LabelPlacement.Size size(Label label, Form form) {
        double letter = label.state.isPresent() ? LETTER_PIXELS : 0;
        double name = width(label.name, FloorInk.NAME);
        return switch (form) {
            case ALL -> new LabelPlacement.Size(
                    Math.max(name, Math.ceil(width(label.figures, FIGURES) / WIDTH_STEP) * WIDTH_STEP) + 12 + letter,
                    (label.name.isEmpty() && label.state.isEmpty() ? 0 : 15) + 17);
            case NAME -> new LabelPlacement.Size(name + 12 + letter, 18);
            case LETTER -> new LabelPlacement.Size(letter, letter == 0 ? 0 : 18);
        };
    }

    /** Room for the labels; the same as long as neither the view nor their sizes change, so that none of them jumps. */
    private List<LabelPlacement.@Nullable Found> found(List<Label> labels, Shown shown, List<LabelPlacement.Obstacle> bodies) {
        List<LabelPlacement.Wanted> wanted = labels.stream().map(label -> {
            boolean isLimit = shown.limit.contains(label.element.name());
            return new LabelPlacement.Wanted(label.at.x(), label.at.y(), label.at.depth(), label.urgent ? 0 : isLimit ? 1 : 2,
                    forms(label).stream().map(form -> size(label, form)).toList(), label.urgent || isLimit, label.node);
        }).toList();
        if (!wanted.equals(wantedBefore) || bodies != bodiesOfFound) {
            wantedBefore = wanted;
            bodiesOfFound = bodies;
            foundBefore = new LabelPlacement(bodies, shown.width, shown.height).find(wanted);
        }
        return foundBefore;
    }

    /** How far the footprint reaches to the north. */
    private static double reach(PlantElement element) {
        double angle = Math.toRadians(element.placement().headingDegrees());
        return Math.abs(Math.sin(angle)) * element.footprint().lengthMetres() / 2
                + Math.abs(Math.cos(angle)) * element.footprint().widthMetres() / 2;
    }

    private static double top(PlantElement element) {
        return element.placement().zMetres() + (element instanceof WorkEquipment
                ? Math.max(2.75, element.footprint().heightMetres() + 0.3)
                : element.footprint().heightMetres() + 0.55);
    }

    private void draw(GraphicsContext g, Label label, LabelPlacement.Found place, boolean isFaulty) {
        Rectangle2D box = place.box();
        if (box.getHeight() < 6 || box.getWidth() < 6) {
            return;
        }
        boxes.put(label.element.name(), box);
        Form form = forms(label).get(place.form());
        if (form == Form.LETTER) {
            label.state.ifPresent(state -> letter(g, box.getMinX() + box.getWidth() / 2, box.getMinY() + 9, state));
            return;
        }
        g.setFill(FloorInk.CARD);
        g.fillRoundRect(box.getMinX(), box.getMinY(), box.getWidth(), box.getHeight(), 6, 6);
        g.setStroke(isFaulty ? Color.web("#C8452F") : HAIR);
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
            g.setFont(FloorInk.NAME);
            g.setFill(FloorInk.INK);
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
    private static String figures(PlantElement element, int node, Moment now, boolean withNumbers) {
        String shut = now.isShut(node) ? "inlet shut" : "";
        return !withNumbers ? shut : shut.isEmpty() ? numbers(element, node, now) : shut + ", " + numbers(element, node, now);
    }

    private static String numbers(PlantElement element, int node, Moment moment) {
        String holds = moment.content(node) + " inside, " + moment.out(node) + " done";
        return switch (element) {
            case WorkEquipment s -> holds + String.format(Locale.ROOT, ", %.0f %%", 100 * moment.share(node, EquipmentState.WORKING));
            case ResourceGroup group -> group.count() + " " + group.memberWord(group.count() > 1);
            case Area area -> "";
            case Aisle aisle -> "";
            case Structure structure -> "";
            case GoodsIn in when moment.rejected(node) > 0 -> holds + ", " + moment.rejected(node) + " turned away";
            default -> holds;
        };
    }

    private static void letter(GraphicsContext g, double x, double y, EquipmentState state) {
        FloorInk.rhombus(g, x, y, 8, StateColours.of(state));
        g.setFont(LETTER);
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        g.setFill(state == EquipmentState.WORKING ? Color.WHITE : FloorInk.INK);
        g.fillText(String.valueOf(state.letter()), x, y + 0.5);
    }

    /** Laying out text is slow, and the same few texts come with every frame. */
    double width(String text, Font font) {
        if (text.isEmpty()) {
            return 0;
        }
        if (widths.size() > MAX_WIDTHS_KEPT) {
            widths.clear();
        }
        return widths.computeIfAbsent(font.getSize() + text, key -> {
            Text measure = new Text(text);
            measure.setFont(font);
            return measure.getLayoutBounds().getWidth();
        });
    }
}
