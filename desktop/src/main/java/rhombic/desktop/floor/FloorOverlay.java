package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
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
import javafx.scene.text.TextAlignment;
import org.jspecify.annotations.Nullable;
import rhombic.chart.Chart;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Aisle;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.LineElement;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.ConveyorPath;
import rhombic.study.value.Port;
import rhombic.trace.Moment;

/** What is written and marked over the scene, in pixels: names, numbers, selection, link handles, the sweep of a hand. */
public final class FloorOverlay extends Canvas {
    static final Color INK = Color.web("#1F272B");
    static final Color CARD = Color.web("#FFFDF8", 0.93);
    private static final double NOTE_LINE = 17;
    /** More that are selected are tinted, each in one stroke. */
    private static final int MAX_OUTLINED = 200;
    private static final Color SAFFRON = Color.web("#D9952B");
    static final Color VERDIGRIS = Color.web("#1D6B66");
    static final Font NAME = Font.font("IBM Plex Sans", FontWeight.MEDIUM, 11);
    private static final double HANDLE_PIXELS = 7;
    private static final double CORNER_PIXELS = 6;
    private static final double BESIDE_METRES = 0.25;
    /** Of a large group so many routes are drawn. */
    private static final int MAX_ROUTES = 40;
    private static final double ROUTE_METRES = 0.05;
    private static final double MIDDLE_PIXELS = 4;

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

    private static final double CHART_ASIDE = 26;
    private static final double CHART_BELOW = 20;
    /** So near to a chart an element is covered by it in part. */
    private static final double CHART_CLEAR = 14;
    private static final Color LEADER = Color.web("#5C676C");

    private final Options options = new Options();
    private Set<String> selection = Set.of();
    private Optional<Link> selectedLink = Optional.empty();
    private Set<String> faulty = Set.of();
    private Optional<String> hovered = Optional.empty();
    private @Nullable Moment moment;
    private @Nullable Rectangle2D band;
    private double @Nullable [] sweep;
    private List<String> chain = List.of();
    private Marks marks = Marks.NONE;
    private Set<String> limit = Set.of();
    private Set<String> different = Set.of();
    private Map<String, Double> heat = Map.of();
    private Map<String, Chart> charts = Map.of();
    private final FloorLabels labels = new FloorLabels();
    private final FloorCharts pictures;
    private Map<String, FloorCharts.Position> spots = Map.of();

    /**
     * What helps a hand: lines and grips in pixels, and a note beside the pointer.
     *
     * @param lines each as x, y, x, y
     * @param grips middle points of what can be dragged
     */
    public record Marks(List<double[]> lines, List<Viewpoint.Pixel> grips, String note, double noteX, double noteY) {
        public static final Marks NONE = new Marks(List.of(), List.of(), "", 0, 0);
    }

    /** All that a drawing depends on beside the moment; drawing the same again would only cost a frame. */
    private record Drawn(Scenery.Ground ground, Viewpoint view, double minPixels, boolean names, boolean numbers, Set<String> selection,
            Set<String> faulty, Set<String> limit, Set<String> different, Map<String, Double> heat, Set<String> charts,
            Optional<String> hovered, Optional<Link> selectedLink, @Nullable Rectangle2D band, double @Nullable [] sweep,
            List<String> chain, Marks marks, double width,
            double height) {}

    private @Nullable Drawn drawn;
    private @Nullable Moment drawnMoment;
    /** A moment is moved on in place, so which it is does not tell when it is. */
    private long drawnNanos;

    /** @param pictures on which it puts charts */
    FloorOverlay(FloorCharts pictures) {
        this.pictures = pictures;
        setMouseTransparent(true);
    }

    Options options() {
        return options;
    }

    void setSelection(Set<String> names) {
        selection = Set.copyOf(names);
    }

    /** What stands at the pointer; empty if nothing does. */
    public String note() {
        return marks.note;
    }

    void setSelectedLink(Optional<Link> link) {
        selectedLink = link;
    }

    void setFaulty(Set<String> names) {
        faulty = Set.copyOf(names);
    }

    /** What limits the output: its label is left out last. */
    void setLimit(Set<String> names) {
        limit = Set.copyOf(names);
    }

    /** Charts that stand beside their equipment. */
    void setCharts(Map<String, Chart> now) {
        charts = Map.copyOf(now);
    }

    /** How hot each equipment is, 0 to 1. */
    void setHeat(Map<String, Double> now) {
        heat = Map.copyOf(now);
    }

    /** What is not as in the base. */
    void setDifferent(Set<String> names) {
        different = Set.copyOf(names);
    }

    public void setHovered(Optional<String> name) {
        hovered = name;
    }

    void setMoment(@Nullable Moment now) {
        moment = now;
    }

    public void setBand(@Nullable Rectangle2D rectangle) {
        band = rectangle;
    }

    /** A link being drawn: from x, y to x, y in pixels; null if none is. */
    public void setSweep(double @Nullable [] fromTo) {
        sweep = fromTo;
    }

    public void setMarks(Marks now) {
        marks = now;
    }

    public boolean hasNoLines() {
        return marks.lines.isEmpty();
    }

    /** The element whose label is there. */
    Optional<String> labelAt(double x, double y) {
        return labels.at(x, y);
    }

    /** Elements linked so far in one sweep. */
    public void setChain(List<String> names) {
        chain = List.copyOf(names);
    }

    /** Heat lies on the ground about the element, from pale to deep. */
    private void warm(GraphicsContext g, PlantElement element, Viewpoint view, double hot) {
        double reach = 0.9 + Math.max(element.footprint().lengthMetres(), element.footprint().widthMetres()) / 2;
        int corners = 24;
        for (int ring = 3; ring >= 1; ring--) {
            double[] xs = new double[corners];
            double[] ys = new double[corners];
            int found = 0;
            for (int i = 0; i < corners; i++) {
                double angle = 2 * Math.PI * i / corners;
                double r = reach * (0.55 + 0.2 * ring);
                Optional<Viewpoint.Pixel> p = view.project(element.placement().xMetres() + r * Math.cos(angle),
                        element.placement().yMetres() + r * Math.sin(angle), 0.02, getWidth(), getHeight());
                if (p.isPresent()) {
                    xs[found] = p.get().x();
                    ys[found++] = p.get().y();
                }
            }
            if (found == corners) {
                g.setFill(Color.web("#E0A83C").interpolate(Color.web("#A8341F"), hot).deriveColor(0, 1, 1, 0.1 + 0.16 * hot));
                g.fillPolygon(xs, ys, corners);
            }
        }
    }

    /** A rhombus beside what an alternative has added or changed. */
    private void differs(GraphicsContext g, PlantElement element, Viewpoint view) {
        view.project(element.placement().xMetres(), element.placement().yMetres(), element.placement().zMetres() + 0.02, getWidth(),
                getHeight())
                .ifPresent(p -> {
                    double r = 8;
                    double[] xs = {p.x(), p.x() + r, p.x(), p.x() - r};
                    double[] ys = {p.y() - r, p.y(), p.y() + r, p.y()};
                    g.setFill(Color.web("#FFFDF8"));
                    g.fillPolygon(xs, ys, 4);
                    g.setStroke(VERDIGRIS);
                    g.setLineWidth(2);
                    g.strokePolygon(xs, ys, 4);
                    g.setFill(VERDIGRIS);
                    g.fillOval(p.x() - 2, p.y() - 2, 4, 4);
                });
    }

    /** Where the link handle of the element is, in pixels. */
    public Optional<Viewpoint.Pixel> handle(PlantElement element, Viewpoint view) {
        Pose end = Layout.outlet(element, "");
        double angle = Math.toRadians(end.heading());
        return view.project(end.x() + 0.35 * Math.cos(angle), end.y() + 0.35 * Math.sin(angle), element.placement().zMetres() + 0.1,
                getWidth(), getHeight());
    }

    /** @param minPixels a metre must have for equipment to be named; 0 names all that there is room for */
    void draw(UnfoldedStudy unfolded, Scenery.Ground ground, Viewpoint view, double minPixels) {
        Study study = unfolded.study();
        Drawn now = new Drawn(ground, view, minPixels, options.names, options.numbers, selection, faulty, limit, different, heat,
                charts.keySet(),
                hovered,
                selectedLink,
                band,
                sweep,
                chain,
                marks, getWidth(), getHeight());
        long momentNanos = moment == null ? -1 : moment.timeNanos();
        if (now.equals(drawn) && moment == drawnMoment && momentNanos == drawnNanos) {
            pictures.show(charts, spots);
            return;
        }
        drawn = now;
        drawnMoment = moment;
        drawnNanos = momentNanos;
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        for (PlantElement element : study.elements()) {
            Double hot = heat.get(element.name());
            if (hot != null) {
                warm(g, element, view, hot);
            }
            if (different.contains(element.name())) {
                differs(g, element, view);
            }
            if (selection.contains(element.name()) || chain.contains(element.name())) {
                corners(g, element, view, SAFFRON);
            } else if (hovered.filter(element.name()::equals).isPresent()) {
                corners(g, element, view, VERDIGRIS);
            }
        }
        labels.draw(g, new FloorLabels.Shown(unfolded, view, getWidth(), getHeight(), minPixels, options.names, options.numbers,
                selection, faulty, hovered, limit, moment));
        Map<String, FloorCharts.Position> found = new LinkedHashMap<>();
        charts.keySet()
                .forEach(name -> study.find(name).map(element -> chart(g, study, view, element)).ifPresent(spot -> found.put(name, spot)));
        spots = found;
        pictures.show(charts, spots);
        selectedLink.filter(link -> study.linksFrom(link.from()).contains(link))
                .ifPresent(link -> along(g, Layout.drawn(study, link), view));
        handles(g, study, view);
        routes(g, unfolded, view);
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

    /** A chart stands beside its element, on the side where it covers least of the others, with a leader; null if it is out of sight. */
    private FloorCharts.@Nullable Position chart(GraphicsContext g, Study study, Viewpoint view, PlantElement element) {
        Viewpoint.Pixel at = seen(view, element);
        if (at == null) {
            return null;
        }
        double bestX = 0;
        double bestY = 0;
        double min = Double.MAX_VALUE;
        for (int side = 0; side < 4; side++) {
            double x = side % 2 == 0 ? at.x() + CHART_ASIDE : at.x() - CHART_ASIDE - FloorCharts.WIDTH;
            double y = side < 2 ? at.y() + CHART_BELOW : at.y() - CHART_BELOW - FloorCharts.HEIGHT;
            double covered = x < 0 || y < 0 || x + FloorCharts.WIDTH > getWidth() || y + FloorCharts.HEIGHT > getHeight() ? 0.5 : 0;
            for (PlantElement other : study.elements()) {
                Viewpoint.Pixel there = seen(view, other);
                boolean isUnder = there != null && there.x() > x - CHART_CLEAR && there.x() < x + FloorCharts.WIDTH + CHART_CLEAR
                        && there.y() > y - CHART_CLEAR && there.y() < y + FloorCharts.HEIGHT + CHART_CLEAR;
                covered += isUnder ? 1 : 0;
            }
            if (covered < min) {
                min = covered;
                bestX = x;
                bestY = y;
            }
        }
        g.setStroke(LEADER);
        g.setLineWidth(1);
        g.strokeLine(at.x(), at.y(), Math.clamp(at.x(), bestX, bestX + FloorCharts.WIDTH),
                Math.clamp(at.y(), bestY, bestY + FloorCharts.HEIGHT));
        rhombus(g, at.x(), at.y(), 4, LEADER);
        return new FloorCharts.Position(bestX, bestY);
    }

    private Viewpoint.@Nullable Pixel seen(Viewpoint view, PlantElement element) {
        return view
                .project(element.placement().xMetres(), element.placement().yMetres(), element.placement().zMetres() + 0.02, getWidth(),
                        getHeight())
                .orElse(null);
    }

    private void drawMarks(GraphicsContext g) {
        g.setStroke(SAFFRON);
        g.setLineWidth(1.2);
        marks.lines.forEach(line -> g.strokeLine(line[0], line[1], line[2], line[3]));
        for (Viewpoint.Pixel grip : marks.grips) {
            grip(g, grip, HANDLE_PIXELS, SAFFRON);
        }
        if (!marks.note.isEmpty()) {
            List<String> noted = marks.note.lines().toList();
            double width = noted.stream().mapToDouble(line -> labels.width(line, NAME)).max().orElse(0) + 14;
            double height = 5 + NOTE_LINE * noted.size();
            double x = Math.clamp(marks.noteX + 14, 0, Math.max(0, getWidth() - width));
            double y = Math.clamp(marks.noteY + 16, 0, Math.max(0, getHeight() - height));
            g.setFill(CARD);
            g.fillRoundRect(x, y, width, height, 6, 6);
            g.setStroke(SAFFRON);
            g.strokeRoundRect(x + 0.5, y + 0.5, width - 1, height - 1, 6, 6);
            g.setFont(NAME);
            g.setFill(INK);
            g.setTextAlign(TextAlignment.LEFT);
            g.setTextBaseline(VPos.CENTER);
            for (int i = 0; i < noted.size(); i++) {
                g.fillText(noted.get(i), x + 7, y + 11 + NOTE_LINE * i);
            }
        }
    }

    /** Where the members of what is selected are going. */
    private void routes(GraphicsContext g, UnfoldedStudy unfolded, Viewpoint view) {
        Moment now = moment;
        if (now == null || selection.isEmpty() || now.nodes() != unfolded.size()) {
            return;
        }
        g.setStroke(SAFFRON);
        g.setLineWidth(2);
        int drawn = 0;
        for (int i = 0; i < Math.min(now.movers().count(), unfolded.members().size()) && drawn < MAX_ROUTES; i++) {
            if (!selection.contains(unfolded.element(unfolded.members().get(i).group()).name())) {
                continue;
            }
            List<Pose> ahead = now.movers().ahead(i, now.timeNanos());
            List<Viewpoint.Pixel> pixels = new ArrayList<>();
            ahead.forEach(at -> view.project(at.x(), at.y(), ROUTE_METRES, getWidth(), getHeight()).ifPresent(pixels::add));
            if (pixels.size() == ahead.size() && ahead.size() > 1) {
                for (int k = 0; k + 1 < pixels.size(); k++) {
                    g.strokeLine(pixels.get(k).x(), pixels.get(k).y(), pixels.get(k + 1).x(), pixels.get(k + 1).y());
                }
                rhombus(g, pixels.getLast().x(), pixels.getLast().y(), 6, SAFFRON);
                drawn++;
            }
        }
    }

    private void handles(GraphicsContext g, Study study, Viewpoint view) {
        for (PlantElement element : study.elements()) {
            boolean isSingle = selection.size() == 1 && selection.contains(element.name());
            if (isSingle && element instanceof WorkEquipment work && !work.needs().isEmpty()) {
                Pose at = Layout.stand(element, 0);
                view.project(at.x(), at.y(), 0.02, getWidth(), getHeight()).ifPresent(p -> grip(g, p, HANDLE_PIXELS, SAFFRON));
            }
            if (isSingle && element instanceof Conveyor conveyor) {
                conveyor.corners().ifPresent(corners -> corners(g, conveyor, corners.all(), view));
            }
            if (isSingle && element instanceof LineElement line) {
                corners(g, line.cornersOnFloor(), view);
            }
            if (isSingle && element instanceof Aisle aisle) {
                Pose at = aisle.arrow();
                view.project(at.x(), at.y(), at.z(), getWidth(), getHeight()).ifPresent(p -> grip(g, p, HANDLE_PIXELS + 2, VERDIGRIS));
            }
            if (element.givesPieces() && (isSingle || hovered.filter(element.name()::equals).isPresent())) {
                handle(element, view).ifPresent(p -> grip(g, p, HANDLE_PIXELS + 2, VERDIGRIS));
            }
        }
    }

    /** What a hand can take of the way of a conveyor: its corners and ends, and smaller the middles of its legs, where a new one begins. */
    private void corners(GraphicsContext g, Conveyor conveyor, List<ConveyorPath.Corner> places, Viewpoint view) {
        double z = conveyor.placement().zMetres() + Port.TABLE_METRES;
        for (int i = 0; i < places.size(); i++) {
            corner(g, places.get(i), z, view, CORNER_PIXELS);
            if (i > 0) {
                corner(g, places.get(i - 1).between(places.get(i)), z, view, MIDDLE_PIXELS);
            }
        }
    }

    /** The same of a line on the floor. */
    private void corners(GraphicsContext g, List<Pose> places, Viewpoint view) {
        for (int i = 0; i < places.size(); i++) {
            Pose at = places.get(i);
            view.project(at.x(), at.y(), at.z(), getWidth(), getHeight()).ifPresent(p -> grip(g, p, CORNER_PIXELS, SAFFRON));
            if (i > 0) {
                Pose before = places.get(i - 1);
                view.project((at.x() + before.x()) / 2, (at.y() + before.y()) / 2, at.z(), getWidth(), getHeight())
                        .ifPresent(p -> grip(g, p, MIDDLE_PIXELS, SAFFRON));
            }
        }
    }

    private void corner(GraphicsContext g, ConveyorPath.Corner at, double z, Viewpoint view, double half) {
        view.project(at.x(), at.y(), z + at.height(), getWidth(), getHeight()).ifPresent(p -> grip(g, p, half, SAFFRON));
    }

    private static void grip(GraphicsContext g, Viewpoint.Pixel at, double half, Color colour) {
        rhombus(g, at.x(), at.y(), half, Color.web("#FFFDF8"));
        rhombus(g, at.x(), at.y(), half - 2, colour);
    }

    /** A line round what it covers of the floor, with a rhombus at each of its corners; of a way along both of its sides. */
    private void corners(GraphicsContext g, PlantElement element, Viewpoint view, Color colour) {
        List<Pose> round = element.along().map(FloorOverlay::sides).orElseGet(() -> footprint(element));
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        for (Pose at : round) {
            view.project(at.x(), at.y(), element.placement().zMetres() + 0.02, getWidth(), getHeight()).ifPresent(pixels::add);
        }
        if (pixels.size() < round.size()) {
            return;
        }
        if (selection.size() > MAX_OUTLINED) {
            double left = pixels.stream().mapToDouble(Viewpoint.Pixel::x).min().orElse(0);
            double top = pixels.stream().mapToDouble(Viewpoint.Pixel::y).min().orElse(0);
            g.setFill(colour.deriveColor(0, 1, 1, 0.35));
            g.fillRect(left, top, pixels.stream().mapToDouble(Viewpoint.Pixel::x).max().orElse(0) - left,
                    pixels.stream().mapToDouble(Viewpoint.Pixel::y).max().orElse(0) - top);
            return;
        }
        g.setStroke(colour.deriveColor(0, 1, 1, 0.6));
        g.setLineWidth(1);
        for (int i = 0; i < pixels.size(); i++) {
            Viewpoint.Pixel a = pixels.get(i);
            Viewpoint.Pixel b = pixels.get((i + 1) % pixels.size());
            g.strokeLine(a.x(), a.y(), b.x(), b.y());
            if (element.along().isEmpty()) {
                rhombus(g, a.x(), a.y(), 4.5, colour);
            }
        }
    }

    /** A line along a link that is selected, with a rhombus at each end. */
    private void along(GraphicsContext g, Path path, Viewpoint view) {
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        path.outline().forEach(p -> view.project(p.x(), p.y(), Scenery.LINK_Z, getWidth(), getHeight()).ifPresent(pixels::add));
        g.setStroke(SAFFRON);
        g.setLineWidth(3);
        for (int i = 0; i + 1 < pixels.size(); i++) {
            g.strokeLine(pixels.get(i).x(), pixels.get(i).y(), pixels.get(i + 1).x(), pixels.get(i + 1).y());
        }
        if (!pixels.isEmpty()) {
            rhombus(g, pixels.getFirst().x(), pixels.getFirst().y(), 5, SAFFRON);
            rhombus(g, pixels.getLast().x(), pixels.getLast().y(), 5, SAFFRON);
        }
    }

    private static List<Pose> footprint(PlantElement element) {
        double l = element.footprint().lengthMetres() / 2 + BESIDE_METRES;
        double w = element.footprint().widthMetres() / 2 + BESIDE_METRES;
        Pose middle = element.placement().pose();
        return List.of(middle.of(Pose.at(-l, -w, 0, 0)), middle.of(Pose.at(l, -w, 0, 0)), middle.of(Pose.at(l, w, 0, 0)),
                middle.of(Pose.at(-l, w, 0, 0)));
    }

    private static List<Pose> sides(PlantElement.Along along) {
        double beside = along.widthMetres() / 2 + BESIDE_METRES;
        List<Pose> outline = along.path().outline();
        List<Pose> round = new ArrayList<>();
        outline.forEach(at -> round.add(at.of(Pose.at(0, -beside, 0, 0))));
        outline.reversed().forEach(at -> round.add(at.of(Pose.at(0, beside, 0, 0))));
        return round;
    }

    static void rhombus(GraphicsContext g, double x, double y, double half, Color colour) {
        g.setFill(colour);
        g.fillPolygon(new double[] {x - half, x, x + half, x}, new double[] {y, y - half, y, y + half}, 4);
    }
}
