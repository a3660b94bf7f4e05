package rhombic.desktop.floor;

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
import javafx.scene.text.TextAlignment;
import org.jspecify.annotations.Nullable;
import rhombic.chart.Chart;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.Aisle;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.way.PortStop;
import rhombic.trace.Moment;

/** What is written and marked over the scene, in pixels: names, numbers, selection, link handles, the sweep of a hand. */
public final class FloorOverlay extends Canvas {
    private static final double NOTE_LINE = 17;

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
    private final StopMarks stopMarks = new StopMarks();
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

    /** The stops that a hand can take of what is selected. */
    public List<PortStop> stops(Study study, Set<String> selected) {
        return stopMarks.of(study, selected);
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
        if (element instanceof Aisle aisle) {
            warm(g, aisle, view, hot);
            return;
        }
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
                g.setFill(warmth(hot).deriveColor(0, 1, 1, 0.1 + 0.16 * hot));
                g.fillPolygon(xs, ys, corners);
            }
        }
    }

    /** Along its line, as wide as it is. */
    private void warm(GraphicsContext g, Aisle aisle, Viewpoint view, double hot) {
        List<Pose> corners = aisle.cornersOnFloor();
        g.setFill(warmth(hot).deriveColor(0, 1, 1, 0.25 + 0.4 * hot));
        for (int i = 0; i + 1 < corners.size(); i++) {
            List<Viewpoint.Pixel> strip = PlantElement.strip(corners.get(i), corners.get(i + 1), aisle.widthMetres()).stream()
                    .flatMap(pose -> view.project(pose.x(), pose.y(), 0.02, getWidth(), getHeight()).stream()).toList();
            if (strip.size() == 4) {
                g.fillPolygon(strip.stream().mapToDouble(Viewpoint.Pixel::x).toArray(),
                        strip.stream().mapToDouble(Viewpoint.Pixel::y).toArray(),
                        4);
            }
        }
    }

    private static Color warmth(double hot) {
        return Color.web("#E0A83C").interpolate(Color.web("#A8341F"), hot);
    }

    /** A rhombus beside what an alternative has added or changed. */
    private void differs(GraphicsContext g, PlantElement element, Viewpoint view) {
        view.project(element.placement().xMetres(), element.placement().yMetres(), element.placement().zMetres() + 0.02, getWidth(),
                getHeight())
                .ifPresent(p -> {
                    double r = 8;
                    double[] xs = {p.x(), p.x() + r, p.x(), p.x() - r};
                    double[] ys = {p.y() - r, p.y(), p.y() + r, p.y()};
                    g.setFill(FloorInk.PAPER);
                    g.fillPolygon(xs, ys, 4);
                    g.setStroke(FloorInk.VERDIGRIS);
                    g.setLineWidth(2);
                    g.strokePolygon(xs, ys, 4);
                    g.setFill(FloorInk.VERDIGRIS);
                    g.fillOval(p.x() - 2, p.y() - 2, 4, 4);
                });
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
        FloorHandles handles = new FloorHandles(g, view, getWidth(), getHeight());
        for (PlantElement element : study.elements()) {
            Double hot = heat.get(element.name());
            if (hot != null) {
                warm(g, element, view, hot);
            }
            if (different.contains(element.name())) {
                differs(g, element, view);
            }
            if (selection.contains(element.name()) || chain.contains(element.name())) {
                handles.outline(element, FloorInk.SAFFRON, selection.size());
            } else if (hovered.filter(element.name()::equals).isPresent()) {
                handles.outline(element, FloorInk.VERDIGRIS, selection.size());
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
                .ifPresent(link -> handles.link(Layout.drawn(study, link)));
        handles.handles(study, selection, hovered);
        handles.stops(stops(study, selection));
        if (moment != null) {
            handles.routes(unfolded, moment, selection);
        }
        if (band != null) {
            g.setFill(FloorInk.SAFFRON.deriveColor(0, 1, 1, 0.12));
            g.fillRect(band.getMinX(), band.getMinY(), band.getWidth(), band.getHeight());
            g.setStroke(FloorInk.SAFFRON);
            g.setLineWidth(1);
            g.strokeRect(band.getMinX() + 0.5, band.getMinY() + 0.5, band.getWidth(), band.getHeight());
        }
        drawMarks(g);
        if (sweep != null) {
            g.setStroke(FloorInk.VERDIGRIS);
            g.setLineWidth(2);
            g.strokeLine(sweep[0], sweep[1], sweep[2], sweep[3]);
            FloorInk.rhombus(g, sweep[2], sweep[3], FloorHandles.HANDLE_PIXELS, FloorInk.VERDIGRIS);
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
        g.setStroke(FloorInk.LEADER);
        g.setLineWidth(1);
        g.strokeLine(at.x(), at.y(), Math.clamp(at.x(), bestX, bestX + FloorCharts.WIDTH),
                Math.clamp(at.y(), bestY, bestY + FloorCharts.HEIGHT));
        FloorInk.rhombus(g, at.x(), at.y(), 4, FloorInk.LEADER);
        return new FloorCharts.Position(bestX, bestY);
    }

    private Viewpoint.@Nullable Pixel seen(Viewpoint view, PlantElement element) {
        return view
                .project(element.placement().xMetres(), element.placement().yMetres(), element.placement().zMetres() + 0.02, getWidth(),
                        getHeight())
                .orElse(null);
    }

    private void drawMarks(GraphicsContext g) {
        g.setStroke(FloorInk.SAFFRON);
        g.setLineWidth(1.2);
        marks.lines.forEach(line -> g.strokeLine(line[0], line[1], line[2], line[3]));
        for (Viewpoint.Pixel grip : marks.grips) {
            FloorInk.grip(g, grip, FloorHandles.HANDLE_PIXELS, FloorInk.SAFFRON);
        }
        if (!marks.note.isEmpty()) {
            List<String> noted = marks.note.lines().toList();
            double width = noted.stream().mapToDouble(line -> labels.width(line, FloorInk.NAME)).max().orElse(0) + 14;
            double height = 5 + NOTE_LINE * noted.size();
            double x = Math.clamp(marks.noteX + 14, 0, Math.max(0, getWidth() - width));
            double y = Math.clamp(marks.noteY + 16, 0, Math.max(0, getHeight() - height));
            g.setFill(FloorInk.CARD);
            g.fillRoundRect(x, y, width, height, 6, 6);
            g.setStroke(FloorInk.SAFFRON);
            g.strokeRoundRect(x + 0.5, y + 0.5, width - 1, height - 1, 6, 6);
            g.setFont(FloorInk.NAME);
            g.setFill(FloorInk.INK);
            g.setTextAlign(TextAlignment.LEFT);
            g.setTextBaseline(VPos.CENTER);
            for (int i = 0; i < noted.size(); i++) {
                g.fillText(noted.get(i), x + 7, y + 11 + NOTE_LINE * i);
            }
        }
    }
}
