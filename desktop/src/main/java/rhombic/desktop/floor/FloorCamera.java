package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.PerspectiveCamera;
import javafx.scene.transform.Affine;
import rhombic.space.Pose;
import rhombic.study.NamedView;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.LineElement;

/** The camera over the floor: it looks from a viewpoint, and finds the viewpoint from which all is seen. */
final class FloorCamera {
    /** What is higher is brought into view up to its top. */
    private static final double HIGH_METRES = 4;
    /** So far round an element at least is shown. */
    private static final double NEAR_METRES = 2;
    /** An empty floor is seen so. */
    private static final List<double[]> EMPTY = List.of(new double[] {-12, -8, 0}, new double[] {12, -8, 0}, new double[] {12, 8, 0},
            new double[] {-12, 8, 0});

    private final PerspectiveCamera camera = new PerspectiveCamera(true);
    private Viewpoint view = Viewpoint.usual();
    private double lastYaw = view.yawDegrees();
    private double lastPitch = view.pitchDegrees();

    FloorCamera() {
        camera.setVerticalFieldOfView(true);
    }

    PerspectiveCamera camera() {
        return camera;
    }

    Viewpoint view() {
        return view;
    }

    void look(Viewpoint from) {
        view = from;
        double[] r = view.right();
        double[] u = view.up();
        double[] f = view.forward();
        double[] p = view.position();
        // Columns: right, down and forward of the camera, in the coordinates of the toolkit (x, -z, y).
        camera.getTransforms().setAll(new Affine(r[0], -u[0], f[0], p[0], -r[2], u[2], -f[2], -p[2], r[1], -u[1], f[1], p[1]));
        camera.setFieldOfView(view.fieldDegrees());
        double depth = 60 + view.distance();
        camera.setNearClip(view.isPlan() ? Math.max(0.1, view.distance() - 40) : 0.2);
        camera.setFarClip(view.isPlan() ? view.distance() + 10 : depth * 6);
    }

    /** From above instead of aslant, or aslant as it was before. */
    Viewpoint planToggled() {
        if (view.isPlan()) {
            return view.as3D(lastYaw, lastPitch);
        }
        lastYaw = view.yawDegrees();
        lastPitch = view.pitchDegrees();
        return view.asPlan();
    }

    /** The present view under that name, to the centimetre and a tenth of a degree. */
    NamedView seen(String name) {
        return new NamedView(name, rounded(view.targetX(), 100), rounded(view.targetY(), 100), rounded(view.yawDegrees() % 360, 10),
                rounded(view.pitchDegrees(), 10), rounded(view.distance(), 100), view.isPlan());
    }

    private static double rounded(double value, double parts) {
        return Math.round(value * parts) / parts;
    }

    /** From where all those are in view. */
    Viewpoint fitted(List<PlantElement> elements, double widthPixels, double heightPixels) {
        List<double[]> points = new ArrayList<>();
        elements.forEach(element -> corners(element, points));
        return view.fitted(points.isEmpty() ? EMPTY : points, widthPixels, heightPixels);
    }

    private static void corners(PlantElement element, List<double[]> points) {
        if (element instanceof LineElement line) {
            for (Pose corner : line.cornersOnFloor()) {
                points.add(new double[] {corner.x(), corner.y(), 0});
                points.add(new double[] {corner.x(), corner.y(), Math.min(2, line.heightMetres())});
            }
            return;
        }
        for (double dx : new double[] {-NEAR_METRES, NEAR_METRES}) {
            for (double dy : new double[] {-NEAR_METRES, NEAR_METRES}) {
                points.add(new double[] {element.placement().xMetres() + dx, element.placement().yMetres() + dy, 0});
            }
        }
        element.onFootprint().forEach(corner -> points.add(new double[] {corner.x(), corner.y(), 0}));
        points.add(new double[] {element.placement().xMetres(), element.placement().yMetres(), element.placement().zMetres() + 2.9});
        double high = element.placement().zMetres() + element.footprint().heightMetres();
        if (high > HIGH_METRES) {
            element.onFootprint().forEach(corner -> points.add(new double[] {corner.x(), corner.y(), high}));
        }
    }
}
