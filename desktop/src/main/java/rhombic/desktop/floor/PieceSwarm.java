package rhombic.desktop.floor;

import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.shape.VertexFormat;
import rhombic.study.Look;
import rhombic.study.PieceType;

/** All pieces of one type and look, as one mesh whose points are set anew when they move. */
final class PieceSwarm {
    private static final int POINTS = 8;
    private static final int FLOATS = POINTS * 3;
    private static final int TEXTURE = 32;

    /** Corners of each side, anticlockwise from outside; corner bits: 1 east, 2 north, 4 top. */
    private static final int[][] SIDES = {{0, 1, 5, 4}, {1, 3, 7, 5}, {3, 2, 6, 7}, {2, 0, 4, 6}, {4, 5, 7, 6}};
    private static final float[] NORMALS = {0, 0, -1, 1, 0, 0, 0, 0, 1, -1, 0, 0, 0, -1, 0};

    private TriangleMesh mesh = mesh(new float[0]);
    private final MeshView view = new MeshView(mesh);
    private final double length;
    private final double width;
    private final double height;
    private float[] points = {};
    private int count;
    private int shown;

    PieceSwarm(PieceType type, Look look) {
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
        if ((count + 1) * FLOATS > points.length) {
            points = java.util.Arrays.copyOf(points, Math.max(16 * FLOATS, points.length * 2));
        }
        // Sides keep their normals, so quarter turns swap length and width instead; other angles turn the corners.
        double angle = Math.toRadians(turnedDegrees % 90);
        boolean swapped = Math.floorMod(Math.round(Math.floor(turnedDegrees / 90)), 2) == 1;
        double halfX = (swapped ? width : length) / 2;
        double halfY = (swapped ? length : width) / 2;
        double cos = Math.cos(angle);
        double sin = Math.sin(angle);
        int at = count++ * FLOATS;
        for (int corner = 0; corner < POINTS; corner++) {
            double dx = (corner & 1) == 0 ? -halfX : halfX;
            double dy = (corner & 2) == 0 ? -halfY : halfY;
            points[at++] = (float) (x + dx * cos - dy * sin);
            points[at++] = (float) -(z + ((corner & 4) == 0 ? 0.005 : height));
            points[at++] = (float) (y + dx * sin + dy * cos);
        }
    }

    void end() {
        if (mesh.getPoints().size() != points.length) {
            // A mesh that grows and moves within one frame upsets the toolkit, so a larger one takes its place.
            java.util.Arrays.fill(points, count * FLOATS, points.length, 0);
            mesh = mesh(points);
            view.setMesh(mesh);
            shown = count;
            view.setVisible(count > 0);
            return;
        }
        if (count < shown) {
            java.util.Arrays.fill(points, count * FLOATS, shown * FLOATS, 0);
        }
        int changed = Math.max(count, shown) * FLOATS;
        if (changed > 0) {
            mesh.getPoints().set(0, points, 0, changed);
        }
        shown = count;
        view.setVisible(count > 0);
    }

    private static TriangleMesh mesh(float[] points) {
        TriangleMesh mesh = new TriangleMesh(VertexFormat.POINT_NORMAL_TEXCOORD);
        mesh.getNormals().addAll(NORMALS);
        mesh.getTexCoords().addAll(0, 1, 1, 1, 1, 0, 0, 0);
        mesh.getPoints().addAll(points);
        mesh.getFaces().addAll(faces(points.length / FLOATS));
        return mesh;
    }

    private static int[] faces(int room) {
        int[] faces = new int[room * SIDES.length * 2 * 9];
        int at = 0;
        for (int piece = 0; piece < room; piece++) {
            for (int side = 0; side < SIDES.length; side++) {
                for (int[] corners : new int[][] {{0, 1, 2}, {0, 2, 3}}) {
                    for (int corner : corners) {
                        faces[at++] = piece * POINTS + SIDES[side][corner];
                        faces[at++] = side;
                        faces[at++] = corner;
                    }
                }
            }
        }
        return faces;
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
