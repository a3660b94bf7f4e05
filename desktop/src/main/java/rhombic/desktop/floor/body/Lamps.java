package rhombic.desktop.floor.body;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.transform.Translate;
import rhombic.scene.Scene;
import rhombic.space.Pose;
import rhombic.study.Travel;
import rhombic.study.kind.PlantElement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.trace.Moment;

/** The lamps that show states on the floor: one on each machine, and one beside the middle of each link that can fail. */
public final class Lamps {
    private static final double POST_HEIGHT = 0.75;
    private static final double BESIDE = 0.45;

    private final TriangleMesh lampMesh = Bodies.lampMesh();
    private final TriangleMesh postMesh = new MeshMaker().post(0, 0, 0, 0.025, POST_HEIGHT, 6, Swatch.BODY).mesh();
    private final PhongMaterial palette;
    private final Map<EquipmentState, PhongMaterial> lit = new EnumMap<>(EquipmentState.class);
    private final PhongMaterial unlit = new PhongMaterial(Color.web("#D8D3C6"));
    private final Map<String, MeshView> ofEquipment = new HashMap<>();
    private final Map<Integer, MeshView> ofLink = new HashMap<>();
    private final Group besideLinks = new Group();

    public Lamps(PhongMaterial palette) {
        this.palette = palette;
        for (EquipmentState state : EquipmentState.values()) {
            PhongMaterial material = new PhongMaterial(StateColours.lamp(state));
            material.setSelfIlluminationMap(plain(StateColours.lamp(state).deriveColor(0, 1, 0.55, 1)));
            lit.put(state, material);
        }
    }

    /** Those beside links, with their posts. */
    public Group besideLinks() {
        return besideLinks;
    }

    /** A lamp for a machine, where it belongs on it. */
    public MeshView on(PlantElement element) {
        MeshMaker.Point at = Bodies.lamp(element.footprint());
        return lamp(at.x(), at.y(), at.z());
    }

    private MeshView lamp(double x, double y, double z) {
        MeshView lamp = new MeshView(lampMesh);
        lamp.getTransforms().add(new Translate(x, -z, y));
        lamp.setMaterial(unlit);
        return lamp;
    }

    /** The lamps of the machines that are in the scene. */
    public void are(Map<String, MeshView> lamps) {
        ofEquipment.clear();
        ofEquipment.putAll(lamps);
    }

    /** Puts lamps beside the links that can fail. */
    public void standAt(UnfoldedStudy study, Scene scene) {
        ofLink.clear();
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < study.links().size(); i++) {
            if (study.link(i).failures().isEmpty() || study.link(i).travel() instanceof Travel.AtOnce) {
                continue;
            }
            Pose middle = scene.path(i).at(scene.path(i).metres() / 2).of(Pose.at(0, BESIDE, 0, 0));
            MeshView post = new MeshView(postMesh);
            post.setMaterial(palette);
            post.getTransforms().add(new Translate(middle.x(), 0, middle.y()));
            MeshView lamp = lamp(middle.x(), middle.y(), POST_HEIGHT);
            ofLink.put(i, lamp);
            nodes.addAll(List.of(post, lamp));
        }
        besideLinks.getChildren().setAll(nodes);
    }

    public void show(UnfoldedStudy study, Moment moment) {
        for (int i = 0; i < study.size() && !ofEquipment.isEmpty(); i++) {
            MeshView lamp = ofEquipment.get(study.element(i).name());
            if (lamp != null) {
                lamp.setMaterial(moment.state(i).map(lit::get).orElse(unlit));
            }
        }
        if (moment.links() == study.links().size()) { // else it is of the study before the edit
            ofLink.forEach((link, lamp) -> lamp.setMaterial(moment.stateOfLink(link).map(lit::get).orElse(unlit)));
        }
    }

    private static WritableImage plain(Color colour) {
        WritableImage image = new WritableImage(2, 2);
        int[] argb = new int[4];
        Arrays.fill(argb,
                0xff000000 | (int) (colour.getRed() * 255) << 16 | (int) (colour.getGreen() * 255) << 8 | (int) (colour.getBlue() * 255));
        image.getPixelWriter().setPixels(0, 0, 2, 2, PixelFormat.getIntArgbInstance(), argb, 0, 2);
        return image;
    }
}
