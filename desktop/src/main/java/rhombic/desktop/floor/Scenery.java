package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javafx.scene.Node;
import javafx.scene.paint.Material;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.shape.VertexFormat;
import rhombic.desktop.floor.body.MeshMaker;
import rhombic.desktop.floor.body.Swatch;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Dock;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Bend;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.site.LineElement;

/** What lies under and around the bodies of a study: ground, contact shadows, links. */
public final class Scenery {
    public static final double LINK_Z = 0.02;
    private static final double TRACK_METRES = 0.5;
    private static final double TRACK_DEEP_METRES = 0.08;
    private static final double STEP_METRES = 0.3;
    private static final double LEG_PITCH_METRES = 1.6;
    /** What is no higher is painted on the floor. */
    private static final double PAINTED_METRES = 0.1;
    private static final double SHADOW_OVER_METRES = 0.5;
    private static final double SHADOW_ASIDE_METRES = 0.16;
    /** Corners of the texture of a shadow that is soft all round, and of one that is soft at its sides. */
    private static final int[] ROUND = {0, 1, 2, 3};
    private static final int[] ALONG = {4, 4, 5, 5};

    /** All of a study that its ground, shadows, links and labels depend on. */
    record Ground(List<Footing> stands, List<LinkLine> ways) {
        record Footing(String name, String kind, Placement placement, Footprint footprint, List<Port> ports) {}

        record LinkLine(String from, String to, String text, List<Bend> bends, String fromPort, String toPort, Travel travel) {}

        static Ground of(Study study) {
            return new Ground(
                    study.elements().stream().map(e -> new Footing(e.name(), e.kind(), e.placement(), e.footprint(), e.ports())).toList(),
                    study.links().stream()
                            .map(link -> new LinkLine(link.from(), link.to(), LinkText.of(link), link.bends(), link.fromPort(),
                                    link.toPort(),
                                    link.travel()))
                            .toList());
        }
    }

    private final Study study;
    private final Map<String, PlantElement> byName;
    private final Material palette;
    private final GroundPlane ground;

    Scenery(Study study, Map<String, PlantElement> byName, Material palette, GroundPlane ground) {
        this.ground = ground;
        this.study = study;
        this.byName = byName;
        this.palette = palette;
    }

    /** Ground, shadows and links; with {@code crowded}, every equipment as a block too. */
    List<Node> nodes(boolean crowded) {
        double[] box = study.elements().isEmpty() ? new double[] {-15, -10, 15, 10} : extent(study.elements());
        double x0 = Math.floor((box[0] - 12) / 5) * 5;
        double y0 = Math.floor((box[1] - 12) / 5) * 5;
        double x1 = Math.ceil((box[2] + 12) / 5) * 5;
        double y1 = Math.ceil((box[3] + 12) / 5) * 5;
        List<Node> nodes = new ArrayList<>(List.of(ground.of(x0, y0, x1, y1)));
        if (!study.elements().isEmpty()) {
            nodes.add(shadows());
            if (crowded) {
                nodes.add(crowd());
            }
            MeshMaker links = new MeshMaker();
            study.links().forEach(link -> drawLink(links, link));
            study.links().stream().filter(this::hasTrack).forEach(link -> drawTrack(links, link));
            if (!links.isEmpty()) {
                nodes.add(flat(links));
            }
        }
        return nodes;
    }

    /** Whether pieces move along it by themselves, for all to see, and not on the floor. */
    private boolean hasTrack(Link link) {
        boolean isOnFloor = isOnFloor(link.from()) || isOnFloor(link.to());
        return switch (link.travel()) {
            case Travel.InTime in -> !isOnFloor;
            case Travel.AtSpeed at -> !isOnFloor;
            case Travel.AtOnce once -> false;
            case Travel.Carried carried -> false;
        };
    }

    /** Whether pieces stand on the floor there, as trucks do. */
    private boolean isOnFloor(String name) {
        return study.find(name)
                .filter(element -> element instanceof Dock || element instanceof Buffer buffer && buffer.arrangement().isArea())
                .isPresent();
    }

    /** A line on the floor with a rhombus at its end, in steps where pieces are carried. A track at the height at which they come is apart. */
    private void drawLink(MeshMaker maker, Link link) {
        Path drawn = Layout.drawn(study, link);
        List<Pose> points = drawn.outline();
        if (link.travel() instanceof Travel.Carried) {
            for (double at = 0; at < drawn.metres(); at += 2 * STEP_METRES) {
                ribbon(maker, drawn.at(at), drawn.at(at + STEP_METRES));
            }
        } else {
            for (int i = 0; i + 1 < points.size(); i++) {
                ribbon(maker, points.get(i), points.get(i + 1));
            }
        }
        Pose before = points.get(points.size() - 2);
        Pose end = points.getLast();
        double last = Math.hypot(end.x() - before.x(), end.y() - before.y());
        if (last < 0.05) {
            return;
        }
        double dx = (end.x() - before.x()) / last;
        double dy = (end.y() - before.y()) / last;
        maker.rhombus(end.x() - dx * 0.12, end.y() - dy * 0.12, LINK_Z + 0.004, dx, dy, 0.2, 0.1, Swatch.INK);
    }

    private static void ribbon(MeshMaker maker, Pose from, Pose to) {
        maker.ribbon(from.x(), from.y(), to.x(), to.y(), 0.05, LINK_Z, Swatch.LINK);
    }

    private void drawTrack(MeshMaker maker, Link link) {
        Path path = path(link, byName);
        List<Pose> points = path.outline();
        for (int i = 0; i + 1 < points.size(); i++) {
            maker.beam(points.get(i), points.get(i + 1), TRACK_METRES, TRACK_DEEP_METRES, Swatch.BODY);
        }
        for (double at = LEG_PITCH_METRES / 2; at < path.metres(); at += LEG_PITCH_METRES) {
            Pose leg = path.at(at);
            if (leg.z() > 2 * TRACK_DEEP_METRES) {
                maker.bar(leg.x(), leg.y(), 0, 0.06, 0.06, leg.z() - TRACK_DEEP_METRES, Swatch.STEEL_DARK);
            }
        }
    }

    /** From the outlet of the giver to the inlet of the taker. */
    static Path path(Link link, Map<String, PlantElement> byName) {
        return Layout.path(link, Objects.requireNonNull(byName.get(link.from())), Objects.requireNonNull(byName.get(link.to())));
    }

    /** Every equipment as a plain block, a little smaller than its body, which hides it where it is drawn. */
    private MeshView crowd() {
        MeshMaker maker = new MeshMaker();
        for (PlantElement element : study.elements()) {
            if (element instanceof LineElement || element.isOpen() && !element.takesPieces()) {
                continue;
            }
            boolean lengthways = Math.round(element.placement().headingDegrees() / 90) % 2 == 0;
            double length = lengthways ? element.footprint().lengthMetres() : element.footprint().widthMetres();
            double width = lengthways ? element.footprint().widthMetres() : element.footprint().lengthMetres();
            maker.bar(element.placement().xMetres(), element.placement().yMetres(), 0.1, 0.85 * length, 0.8 * width,
                    0.55 * element.footprint().heightMetres(), Swatch.BODY);
        }
        return flat(maker);
    }

    private MeshView flat(MeshMaker maker) {
        MeshView flat = new MeshView(maker.mesh());
        flat.setMaterial(palette);
        flat.setMouseTransparent(true);
        return flat;
    }

    /** A soft dark spot under each body, along its way under what lies along one; all in one mesh. */
    private MeshView shadows() {
        List<double[]> spots = new ArrayList<>();
        for (PlantElement element : study.elements()) {
            if (element.footprint().heightMetres() <= PAINTED_METRES || element.isOpen()) {
                continue; // what is painted on the floor casts no shadow, nor does what is open to the light
            }
            element.along().ifPresentOrElse(along -> alongWay(along, spots), () -> spots.add(round(element)));
        }
        TriangleMesh mesh = new TriangleMesh(VertexFormat.POINT_NORMAL_TEXCOORD);
        mesh.getNormals().addAll(0, -1, 0);
        mesh.getTexCoords().addAll(0, 0, 1, 0, 1, 1, 0, 1, 0.5f, 0, 0.5f, 1);
        int n = spots.size();
        float[] points = new float[n * 12];
        int[] faces = new int[n * 18];
        int[] order = {0, 1, 2, 0, 2, 3};
        for (int i = 0; i < n; i++) {
            double[] spot = spots.get(i);
            for (int c = 0; c < 4; c++) {
                points[i * 12 + c * 3] = (float) (spot[2 * c] + SHADOW_ASIDE_METRES);
                points[i * 12 + c * 3 + 1] = -0.012f;
                points[i * 12 + c * 3 + 2] = (float) (spot[2 * c + 1] + SHADOW_ASIDE_METRES);
            }
            int[] texture = spot.length > 8 ? ALONG : ROUND;
            for (int k = 0; k < 6; k++) {
                faces[i * 18 + k * 3] = i * 4 + order[k];
                faces[i * 18 + k * 3 + 2] = texture[order[k]];
            }
        }
        mesh.getPoints().setAll(points);
        mesh.getFaces().setAll(faces);
        MeshView view = new MeshView(mesh);
        view.setMaterial(ground.shade());
        view.setMouseTransparent(true);
        return view;
    }

    private static double[] round(PlantElement element) {
        double angle = Math.toRadians(element.placement().headingDegrees());
        double l = element.footprint().lengthMetres() / 2 + SHADOW_OVER_METRES;
        double w = element.footprint().widthMetres() / 2 + SHADOW_OVER_METRES;
        double[][] corners = {{-l, -w}, {l, -w}, {l, w}, {-l, w}};
        double[] spot = new double[8];
        for (int c = 0; c < 4; c++) {
            spot[2 * c] = element.placement().xMetres() + corners[c][0] * Math.cos(angle) - corners[c][1] * Math.sin(angle);
            spot[2 * c + 1] = element.placement().yMetres() + corners[c][0] * Math.sin(angle) + corners[c][1] * Math.cos(angle);
        }
        return spot;
    }

    /** One spot after the other, soft at the sides only; a ninth number marks them. */
    private static void alongWay(PlantElement.Along along, List<double[]> spots) {
        double side = along.widthMetres() / 2 + SHADOW_OVER_METRES * 0.7;
        List<Pose> points = along.path().outline();
        for (int i = 0; i + 1 < points.size(); i++) {
            Pose a = points.get(i);
            Pose b = points.get(i + 1);
            double sinA = Math.sin(Math.toRadians(a.heading())) * side;
            double cosA = Math.cos(Math.toRadians(a.heading())) * side;
            double sinB = Math.sin(Math.toRadians(b.heading())) * side;
            double cosB = Math.cos(Math.toRadians(b.heading())) * side;
            spots.add(new double[] {a.x() + sinA, a.y() - cosA, b.x() + sinB, b.y() - cosB, b.x() - sinB, b.y() + cosB, a.x() - sinA,
                    a.y() + cosA, 1});
        }
    }

    private static double[] extent(List<PlantElement> elements) {
        double[] box = {Double.MAX_VALUE, Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
        for (PlantElement e : elements) {
            double reach = Math.hypot(e.footprint().lengthMetres(), e.footprint().widthMetres()) / 2;
            box[0] = Math.min(box[0], e.placement().xMetres() - reach);
            box[1] = Math.min(box[1], e.placement().yMetres() - reach);
            box[2] = Math.max(box[2], e.placement().xMetres() + reach);
            box[3] = Math.max(box[3], e.placement().yMetres() + reach);
        }
        return box;
    }
}
