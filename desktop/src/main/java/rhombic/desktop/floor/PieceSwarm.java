package rhombic.desktop.floor;

import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.shape.VertexFormat;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;

/** All pieces of one type and look, as one mesh whose points are set anew when they move. */
final class PieceSwarm {
    private static final int TEXTURE = 32;
    /** Metres above what it stands on, so that the two do not flicker. */
    private static final double LIFT = 0.005;

    private final PieceForm form;
    private final int floats;
    private TriangleMesh mesh;
    private final MeshView view;
    private final double length;
    private final double width;
    private final double height;
    private float[] points = {};
    private int count;
    private int shown;

    PieceSwarm(PieceType type, Look look) {
        form = PieceForm.of(look.form());
        floats = form.points().length;
        mesh = mesh(new float[0]);
        view = new MeshView(mesh);
        length = type.length().inBaseUnit();
        width = type.width().inBaseUnit();
        height = type.height().inBaseUnit();
        PhongMaterial material = new PhongMaterial();
        material.setDiffuseMap(texture(Color.web(look.colour())));
        material.setSpecularColor(Color.TRANSPARENT);
        view.setMaterial(material);
        view.setMouseTransparent(true);
    }

    MeshView view() {
        return view;
    }

    void begin() {
        count = 0;
    }

    void add(double x, double y, double z, double turnedDegrees) {
        if ((count + 1) * floats > points.length) {
            points = java.util.Arrays.copyOf(points, Math.max(16 * floats, points.length * 2));
        }
        // Sides keep their normals, so quarter turns swap length and width instead; other angles turn the corners.
        double angle = Math.toRadians(turnedDegrees % 90);
        boolean swapped = Math.floorMod(Math.round(Math.floor(turnedDegrees / 90)), 2) == 1;
        double alongX = swapped ? width : length;
        double alongY = swapped ? length : width;
        double cos = Math.cos(angle);
        double sin = Math.sin(angle);
        float[] unit = form.points();
        int at = count++ * floats;
        for (int i = 0; i < unit.length; i += 3) {
            double dx = unit[i] * alongX;
            double dy = unit[i + 1] * alongY;
            points[at++] = (float) (x + dx * cos - dy * sin);
            points[at++] = (float) -(z + Math.max(LIFT, unit[i + 2] * height));
            points[at++] = (float) (y + dx * sin + dy * cos);
        }
    }

    void end() {
        if (mesh.getPoints().size() != points.length) {
            // A mesh that grows and moves within one frame upsets the toolkit, so a larger one takes its place.
            java.util.Arrays.fill(points, count * floats, points.length, 0);
            mesh = mesh(points);
            view.setMesh(mesh);
            shown = count;
            view.setVisible(count > 0);
            return;
        }
        if (count < shown) {
            java.util.Arrays.fill(points, count * floats, shown * floats, 0);
        }
        int changed = Math.max(count, shown) * floats;
        if (changed > 0) {
            mesh.getPoints().set(0, points, 0, changed);
        }
        shown = count;
        view.setVisible(count > 0);
    }

    private TriangleMesh mesh(float[] all) {
        TriangleMesh made = new TriangleMesh(VertexFormat.POINT_NORMAL_TEXCOORD);
        made.getNormals().addAll(form.normals());
        made.getTexCoords().addAll(PieceForm.TEXTURE_CORNERS);
        made.getPoints().addAll(all);
        made.getFaces().addAll(form.faces(all.length / floats));
        return made;
    }

    /** The colour with a darker rim, and a lid line across. */
    private static WritableImage texture(Color colour) {
        WritableImage image = new WritableImage(TEXTURE, TEXTURE);
        Color rim = colour.deriveColor(0, 1, 0.72, 1);
        for (int x = 0; x < TEXTURE; x++) {
            for (int y = 0; y < TEXTURE; y++) {
                boolean edge = x < 2 || y < 2 || x >= TEXTURE - 2 || y >= TEXTURE - 2;
                image.getPixelWriter().setColor(x, y, edge ? rim : y == 9 ? colour.deriveColor(0, 1, 0.88, 1) : colour);
            }
        }
        return image;
    }
}
