package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneForm;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Port;
import rhombic.study.site.Aisle;
import rhombic.study.site.LineElement;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.way.PortStop;
import rhombic.trace.Moment;

/**
 * What is drawn round that which is selected: outlines, what a hand can take, and where members are going.
 *
 * @param width of the view in pixels, as its height
 */
record FloorHandles(GraphicsContext g, Viewpoint view, double width, double height) {
    static final double HANDLE_PIXELS = 7;
    private static final double LARGE_PIXELS = HANDLE_PIXELS + 2;
    private static final double CORNER_PIXELS = 6;
    private static final double MIDDLE_PIXELS = 4;
    private static final double BESIDE_METRES = 0.25;
    private static final double LINK_METRES = 0.35;
    private static final double ABOVE_METRES = 0.02;
    /** More that are selected are tinted, each in one stroke. */
    private static final int MAX_OUTLINED = 200;
    /** Of a large group so many routes are drawn. */
    private static final int MAX_ROUTES = 40;
    private static final int CIRCLE = 36;
    private static final double ROUTE_METRES = 0.05;
    private static final double MIN_AHEAD_METRES = 0.2;
    /** No crane moves longer than that. */
    private static final long AT_REST_NANOS = 3_600_000_000_000L;

    /** Where the handle is from which links of the element are drawn. */
    static Pose ofLinks(PlantElement element) {
        Pose end = Layout.outlet(element, "").of(Pose.at(LINK_METRES, 0, 0, 0));
        return Pose.at(end.x(), end.y(), element.placement().zMetres() + 0.1, end.heading());
    }

    private Optional<Viewpoint.Pixel> pixel(Pose at) {
        return view.project(at.x(), at.y(), at.z(), width, height);
    }

    private List<Viewpoint.Pixel> pixels(List<Pose> places, double z) {
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        places.forEach(at -> view.project(at.x(), at.y(), z, width, height).ifPresent(pixels::add));
        return pixels;
    }

    private void grip(Pose at, double half, Color colour) {
        pixel(at).ifPresent(p -> FloorInk.grip(g, p, half, colour));
    }

    private void line(List<Viewpoint.Pixel> pixels, double thick) {
        g.setStroke(FloorInk.SAFFRON);
        g.setLineWidth(thick);
        for (int i = 0; i + 1 < pixels.size(); i++) {
            g.strokeLine(pixels.get(i).x(), pixels.get(i).y(), pixels.get(i + 1).x(), pixels.get(i + 1).y());
        }
    }

    private void rhombus(Viewpoint.Pixel at, double half, Color colour) {
        FloorInk.rhombus(g, at.x(), at.y(), half, colour);
    }

    /** Where the members of what is selected are going. */
    void routes(UnfoldedStudy unfolded, Moment now, Set<String> selection) {
        if (selection.isEmpty() || now.nodes() != unfolded.size()) {
            return;
        }
        int drawn = 0;
        for (int i = 0; i < Math.min(now.movers().count(), unfolded.members().size()) && drawn < MAX_ROUTES; i++) {
            ResourceGroup group = (ResourceGroup) unfolded.element(unfolded.members().get(i).group());
            if (!selection.contains(group.name()) || !group.goOnRoutes() && group.movingParts() == 0) {
                continue;
            }
            boolean isCrane = group.movingParts() > 0;
            List<Pose> ahead = isCrane ? craneAhead(unfolded, i, now) : now.movers().ahead(i, now.timeNanos());
            List<Viewpoint.Pixel> pixels = pixels(ahead, isCrane ? 0 : ROUTE_METRES);
            if (pixels.size() == ahead.size() && ahead.size() > 1) {
                line(pixels, 2);
                rhombus(pixels.getLast(), 6, FloorInk.SAFFRON);
                drawn++;
            }
        }
    }

    /** From where a crane holds its load now to where it will hold it when all its parts have come to rest. */
    private static List<Pose> craneAhead(UnfoldedStudy unfolded, int member, Moment now) {
        int tip = CraneParts.ofMember(unfolded, member).tip();
        if (tip >= now.movers().count()) {
            return List.of();
        }
        Pose from = now.movers().pose(tip, now.timeNanos());
        Pose to = now.movers().pose(tip, now.timeNanos() + AT_REST_NANOS);
        return from.distanceTo(to) < MIN_AHEAD_METRES ? List.of() : List.of(from, to);
    }

    /** What a hand can take of what is selected alone, and the link handle of that and of what is pointed at. */
    void handles(Study study, Set<String> selection, Optional<String> hovered) {
        for (PlantElement element : study.elements()) {
            boolean isSingle = selection.size() == 1 && selection.contains(element.name());
            if (isSingle) {
                ofSingle(element);
            }
            if (element.givesPieces() && (isSingle || hovered.filter(element.name()::equals).isPresent())) {
                grip(ofLinks(element), LARGE_PIXELS, FloorInk.VERDIGRIS);
            }
        }
    }

    /** Where ports are reached from an aisle. */
    void stops(List<PortStop> stops) {
        for (PortStop stop : stops) {
            Pose port = stop.portPose();
            thin(List.of(stop.pose(), Pose.at(port.x(), port.y(), 0, 0)), ABOVE_METRES);
            grip(stop.pose().of(Pose.at(0, 0, ABOVE_METRES, 0)), HANDLE_PIXELS, FloorInk.SAFFRON);
        }
    }

    private void ofSingle(PlantElement element) {
        switch (element) {
            case WorkEquipment work when !work.needs().isEmpty() -> {
                Pose at = Layout.stand(work, 0);
                grip(Pose.at(at.x(), at.y(), ABOVE_METRES, 0), HANDLE_PIXELS, FloorInk.SAFFRON);
            }
            case Conveyor conveyor -> conveyor.corners().ifPresent(path -> corners(onTable(conveyor, path.all())));
            case LineElement line -> {
                corners(line.cornersOnFloor());
                if (line instanceof Aisle aisle) {
                    grip(aisle.arrow(), LARGE_PIXELS, FloorInk.VERDIGRIS);
                }
            }
            case BridgeCrane crane -> {
                reach(crane);
                sizing(crane);
            }
            default -> sizing(element);
        }
    }

    private void sizing(PlantElement element) {
        element.sizingCorner().ifPresent(corner -> grip(corner, LARGE_PIXELS, FloorInk.VERDIGRIS));
    }

    /** How high loads are lifted, all over the runway; on the floor the room that each crane keeps for itself where it waits at first. */
    private void reach(BridgeCrane crane) {
        if (crane.form() == CraneForm.JIB) {
            double reach = crane.jibMetres();
            thin(IntStream.rangeClosed(0, CIRCLE).mapToObj(i -> crane.geometry().below(reach * Math.PI * (2.0 * i / CIRCLE - 1), 0))
                    .toList(),
                    crane.runway().liftHeight().inBaseUnit());
            return;
        }
        double l = crane.runway().length().inBaseUnit() / 2;
        double w = crane.runway().span().inBaseUnit() / 2;
        Pose middle = crane.placement().pose();
        thin(Stream.of(Pose.at(-l, -w, 0, 0), Pose.at(l, -w, 0, 0), Pose.at(l, w, 0, 0), Pose.at(-l, w, 0, 0), Pose.at(-l, -w, 0, 0))
                .map(middle::of).toList(), crane.runway().liftHeight().inBaseUnit());
        double half = crane.runway().safeDistance().inBaseUnit() / 2;
        for (int i = 0; crane.cranes() > 1 && i < crane.cranes(); i++) {
            double x = crane.geometry().along(Layout.home(crane, i));
            for (double edge : new double[] {x - half, x + half}) {
                thin(List.of(middle.of(Pose.at(edge, -w, 0, 0)), middle.of(Pose.at(edge, w, 0, 0))), ABOVE_METRES);
            }
        }
    }

    private void thin(List<Pose> places, double z) {
        List<Viewpoint.Pixel> pixels = pixels(places, z);
        if (pixels.size() == places.size()) {
            g.setLineDashes(5, 4);
            line(pixels, 1);
            g.setLineDashes();
        }
    }

    private static List<Pose> onTable(Conveyor conveyor, List<ConveyorPath.Corner> corners) {
        double z = conveyor.placement().zMetres() + Port.TABLE_METRES;
        return corners.stream().map(at -> Pose.at(at.x(), at.y(), z + at.height(), 0)).toList();
    }

    /** Corners and ends, and smaller the middles between them, where a new one begins. */
    private void corners(List<Pose> places) {
        for (int i = 0; i < places.size(); i++) {
            Pose at = places.get(i);
            grip(at, CORNER_PIXELS, FloorInk.SAFFRON);
            if (i > 0) {
                Pose before = places.get(i - 1);
                grip(Pose.at((at.x() + before.x()) / 2, (at.y() + before.y()) / 2, (at.z() + before.z()) / 2, 0), MIDDLE_PIXELS,
                        FloorInk.SAFFRON);
            }
        }
    }

    /** A line round what it covers of the floor, with a rhombus at each of its corners; of a way along both of its sides. */
    void outline(PlantElement element, Color colour, int selected) {
        List<Pose> round = element.along().map(FloorHandles::sides).orElseGet(() -> footprint(element));
        List<Viewpoint.Pixel> pixels = pixels(round, element.placement().zMetres() + ABOVE_METRES);
        if (pixels.size() < round.size()) {
            return;
        }
        if (selected > MAX_OUTLINED) {
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
                rhombus(a, 4.5, colour);
            }
        }
    }

    /** A line along a link that is selected, with a rhombus at each end. */
    void link(Path path) {
        List<Viewpoint.Pixel> pixels = pixels(path.outline(), Scenery.LINK_Z);
        line(pixels, 3);
        if (!pixels.isEmpty()) {
            rhombus(pixels.getFirst(), 5, FloorInk.SAFFRON);
            rhombus(pixels.getLast(), 5, FloorInk.SAFFRON);
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
}
