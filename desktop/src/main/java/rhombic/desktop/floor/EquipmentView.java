package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Rotate;
import javafx.scene.transform.Scale;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.body.Bodies;
import rhombic.desktop.floor.body.Lamps;
import rhombic.scene.Hiding;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.site.LineElement;
import rhombic.study.site.Structure;

/**
 * The bodies of all equipment as they are seen from somewhere: what looks as before stays untouched, what is far is drawn simpler, and
 * of a great many only those near enough to be made out have a body of their own.
 */
final class EquipmentView {
    /** Pixels a metre below which equipment among a great many has no body of its own. */
    static final double DETAIL_PIXELS = 9;

    /** How much of a wall is left to be seen where one looks through it. */
    private static final double SEEN_THROUGH = 0.16;
    private static final int CROWD_FROM = 600;
    private static final int MAX_DETAILED = 300;
    private static final int MAX_LINES = 300;
    /** Pixels a metre below which bodies are drawn simpler. */
    private static final double FAR_PIXELS = 14;

    private final Group bodies = new Group();
    /** The building, drawn after all else: one looks through what stands before the plant. */
    private final Group building = new Group();
    /** The toolkit wants colours multiplied by how opaque they are. */
    private final PhongMaterial glass = new PhongMaterial(
            Color.color(SEEN_THROUGH * 0.7, SEEN_THROUGH * 0.68, SEEN_THROUGH * 0.63, SEEN_THROUGH));
    private Hiding hiding = new Hiding(List.of());
    private final Bodies shapes = new Bodies();
    private final PhongMaterial palette;
    private final Lamps lamps;
    private final Map<String, Body> bodyOf = new HashMap<>();
    private final Map<String, PlantElement> byName = new HashMap<>();
    private Study study = Study.empty();

    private record Body(List<MeshView> legs, MeshView solid, TriangleMesh mesh, TriangleMesh far, Placement placement, Footprint size,
            Group group,
            @Nullable MeshView lamp) {
        /** Whether the equipment looks as this does and stands where it does. */
        boolean shows(@Nullable PlantElement element, Bodies shapes) {
            return element != null && mesh == shapes.of(element) && placement.equals(element.placement())
                    && size.equals(element.footprint());
        }
    }

    EquipmentView(PhongMaterial palette, Lamps lamps) {
        this.palette = palette;
        this.lamps = lamps;
        glass.setSpecularColor(Color.TRANSPARENT);
    }

    Group view() {
        return bodies;
    }

    Group building() {
        return building;
    }

    Map<String, PlantElement> byName() {
        return byName;
    }

    void setStudy(Study newStudy) {
        study = newStudy;
        hiding = new Hiding(study.elements());
        byName.clear();
        study.elements().forEach(element -> byName.put(element.name(), element));
        bodyOf.entrySet().removeIf(entry -> !entry.getValue().shows(byName.get(entry.getKey()), shapes));
    }

    /** Whether there is so much that what is far away is seen as blocks, all of them one mesh. */
    boolean isCrowded() {
        return study.elements().size() > CROWD_FROM;
    }

    /**
     * Puts the bodies into the scene, for a scene slows down with the number of its nodes.
     *
     * @return whether others are in it now than before
     */
    boolean show(Viewpoint view, double width, double height) {
        List<PlantElement> detailed = isCrowded() ? near(view, width, height) : study.elements();
        List<Node> nodes = new ArrayList<>(detailed.size());
        List<Node> walls = new ArrayList<>();
        Map<String, MeshView> lit = new HashMap<>();
        for (PlantElement element : detailed) {
            Body body = bodyOf.computeIfAbsent(element.name(), name -> body(element));
            (element instanceof Structure ? walls : nodes).add(body.group);
            if (body.lamp != null) {
                lit.put(element.name(), body.lamp);
            }
        }
        lamps.are(lit);
        if (nodes.equals(bodies.getChildren()) && walls.equals(building.getChildren())) {
            return false;
        }
        bodies.getChildren().setAll(nodes);
        building.getChildren().setAll(walls);
        refine(view, width, height);
        return true;
    }

    /** What is far is drawn simpler, and walls before the plant are looked through. */
    void refine(Viewpoint view, double width, double height) {
        if (!building.getChildren().isEmpty()) {
            lookThrough(view);
        }
        for (Body body : bodyOf.values()) {
            if (body.far != body.mesh) {
                boolean isFar = view.project(body.placement.xMetres(), body.placement.yMetres(), 0, width, height)
                        .map(at -> view.pixelsPerMetre(at.depth(), height) < FAR_PIXELS).orElse(true);
                TriangleMesh wanted = isFar ? body.far : body.mesh;
                if (body.solid.getMesh() != wanted) {
                    body.solid.setMesh(wanted);
                }
            }
        }
    }

    private void lookThrough(Viewpoint view) {
        bodyOf.forEach((name, body) -> {
            if (byName.get(name) instanceof Structure structure) {
                boolean[] hides = view.isPlan() ? new boolean[body.legs.size()] : hiding.hidingLegs(structure, view.position());
                for (int leg = 0; leg < body.legs.size(); leg++) {
                    PhongMaterial wanted = hides[Math.min(leg, hides.length - 1)] ? glass : palette;
                    if (body.legs.get(leg).getMaterial() != wanted) {
                        body.legs.get(leg).setMaterial(wanted);
                    }
                }
            }
        });
    }

    private List<PlantElement> near(Viewpoint view, double width, double height) {
        record Near(PlantElement element, double depth) {}
        List<Near> near = new ArrayList<>();
        for (PlantElement element : study.elements()) {
            view.project(element.placement().xMetres(), element.placement().yMetres(), 0, width, height)
                    .filter(p -> view.pixelsPerMetre(p.depth(), height) >= DETAIL_PIXELS)
                    .filter(p -> p.x() > -100 && p.y() > -100 && p.x() < width + 100 && p.y() < height + 150)
                    .ifPresent(p -> near.add(new Near(element, p.depth())));
        }
        Stream<PlantElement> site = study.elements().stream().filter(LineElement.class::isInstance).limit(MAX_LINES); // seen from anywhere
        return Stream.concat(near.stream().sorted(Comparator.comparingDouble(Near::depth)).limit(MAX_DETAILED).map(Near::element)
                .filter(element -> !(element instanceof LineElement)), site).toList();
    }

    private Body body(PlantElement element) {
        TriangleMesh mesh = shapes.of(element);
        List<MeshView> legs = (element instanceof Structure ? shapes.legs(element) : List.of(mesh)).stream().map(MeshView::new).toList();
        Group group = new Group();
        for (MeshView leg : legs) {
            leg.setMaterial(palette);
            stretch(leg, element);
            group.getChildren().add(leg);
        }
        MeshView lamp = null;
        if (element instanceof WorkEquipment) {
            lamp = lamps.on(element);
            group.getChildren().add(lamp);
        }
        return new Body(legs, legs.getFirst(), mesh, shapes.far(element), element.placement(), element.footprint(), placed(group, element),
                lamp);
    }

    /** A pale body of what would stand there. */
    Node ghost(PlantElement element) {
        MeshView body = new MeshView(shapes.of(element));
        body.setMaterial(new PhongMaterial(Color.web("#F3D9A8")));
        stretch(body, element);
        return placed(new Group(body), element);
    }

    private static void stretch(MeshView body, PlantElement element) {
        double[] by = Bodies.stretch(element);
        if (by[0] != 1 || by[1] != 1 || by[2] != 1) {
            body.getTransforms().add(new Scale(by[0], by[2], by[1]));
        }
    }

    private static Group placed(Group group, PlantElement element) {
        group.setTranslateX(element.placement().xMetres());
        group.setTranslateZ(element.placement().yMetres());
        group.setTranslateY(-element.placement().zMetres());
        group.setRotationAxis(Rotate.Y_AXIS);
        group.getTransforms().setAll(new Rotate(-element.placement().headingDegrees(), Rotate.Y_AXIS));
        return group;
    }
}
