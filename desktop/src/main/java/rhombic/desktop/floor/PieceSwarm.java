package rhombic.desktop.floor;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import javafx.scene.Group;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.shape.VertexFormat;
import rhombic.desktop.floor.body.PieceForm;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;

/**
 * All pieces of one type and look, as a mesh for each group of places. A mesh is touched only if something in it has moved; what
 * is far away is drawn from above alone.
 */
final class PieceSwarm {
    private static final int TEXTURE = 32;
    /** Metres above what it stands on, so that the two do not flicker. */
    private static final double LIFT = 0.005;
    /** A piece that is smaller than this is far away. */
    private static final double FAR_PIXELS = 5;
    /** Numbers kept for a piece: x, y, z and turn. */
    private static final int POSE = 4;

    private final PieceForm near;
    private final PieceForm far = PieceForm.far();
    private final double length;
    private final double width;
    private final double height;
    /** Of what is not looked for. */
    static final Color PALE = Color.web("#D8D2C4");

    private final PhongMaterial material = new PhongMaterial();
    private final Color colour;
    private boolean pale;
    private final Group view = new Group();
    private final Map<Integer, Flock> flocks = new HashMap<>();

    /** Those at one group of places. */
    private final class Flock {
        private final MeshView mesh = new MeshView();
        private PieceForm form = near;
        private TriangleMesh drawn = mesh(form, new float[0]);
        private double[] poses = new double[16 * POSE];
        private float[] points = {};
        private int count;
        private int shown;
        private boolean hasMoved;

        Flock() {
            mesh.setMaterial(material);
            mesh.setMouseTransparent(true);
        }

        void add(double x, double y, double z, double headingDegrees) {
            int at = count++ * POSE;
            if (at == poses.length) {
                poses = Arrays.copyOf(poses, at * 2);
            }
            hasMoved |= poses[at] != x || poses[at + 1] != y || poses[at + 2] != z || poses[at + 3] != headingDegrees;
            poses[at] = x;
            poses[at + 1] = y;
            poses[at + 2] = z;
            poses[at + 3] = headingDegrees;
        }

        void end(Viewpoint seen, double pixelsHigh) {
            if (count == 0 && shown == 0) {
                return;
            }
            PieceForm wanted = isFar(seen, pixelsHigh) ? far : near;
            if (hasMoved || count != shown || wanted != form) {
                form = wanted;
                draw();
            }
            hasMoved = false;
        }

        private boolean isFar(Viewpoint seen, double pixelsHigh) {
            return count > 0 && seen.project(poses[0], poses[1], poses[2], pixelsHigh, pixelsHigh)
                    .map(at -> seen.pixelsPerMetre(at.depth(), pixelsHigh) * Math.max(height, Math.max(length, width)) < FAR_PIXELS)
                    .orElse(false);
        }

        private void draw() {
            int floats = form.points().length;
            int room = poses.length / POSE * floats;
            boolean isAnother = points.length != room;
            if (isAnother) {
                points = new float[room];
            }
            for (int i = 0; i < count; i++) {
                put(i);
            }
            int used = count * floats;
            if (isAnother) {
                // A mesh that grows and moves within one frame upsets the toolkit, so a larger one takes its place.
                drawn = mesh(form, points);
                mesh.setMesh(drawn);
            } else {
                int before = shown * floats;
                if (used < before) {
                    Arrays.fill(points, used, before, 0);
                }
                drawn.getPoints().set(0, points, 0, Math.max(used, before));
            }
            shown = count;
            mesh.setVisible(count > 0);
        }

        private void put(int piece) {
            double headingDegrees = poses[piece * POSE + 3];
            // Sides keep their normals, so quarter turns swap length and width where that looks the same; other angles turn the corners.
            boolean isAlike = form.isAlikeTurned();
            double angle = Math.toRadians(isAlike ? headingDegrees % 90 : headingDegrees);
            boolean swapped = isAlike && Math.floorMod(Math.round(Math.floor(headingDegrees / 90)), 2) == 1;
            double alongX = swapped ? width : length;
            double alongY = swapped ? length : width;
            double cos = Math.cos(angle);
            double sin = Math.sin(angle);
            double x = poses[piece * POSE];
            double y = poses[piece * POSE + 1];
            double z = poses[piece * POSE + 2];
            float[] unit = form.points();
            int at = piece * unit.length;
            for (int i = 0; i < unit.length; i += 3) {
                double dx = unit[i] * alongX;
                double dy = unit[i + 1] * alongY;
                points[at++] = (float) (x + dx * cos - dy * sin);
                points[at++] = (float) -(z + Math.max(LIFT, unit[i + 2] * height));
                points[at++] = (float) (y + dx * sin + dy * cos);
            }
        }
    }

    PieceSwarm(PieceType type, Look look) {
        this(type, look.form(), Color.web(look.colour()));
    }

    PieceSwarm(PieceType type, Look.Form form, Color colour) {
        near = PieceForm.of(form);
        this.colour = colour;
        length = type.length().inBaseUnit();
        width = type.width().inBaseUnit();
        height = type.height().inBaseUnit();
        material.setDiffuseMap(texture(colour));
        material.setSpecularColor(Color.TRANSPARENT);
        view.setMouseTransparent(true);
    }

    /** Whether it is drawn pale, since others are looked for. */
    void setPale(boolean isPale) {
        if (pale != isPale) {
            pale = isPale;
            material.setDiffuseMap(texture(isPale ? PALE : colour));
        }
    }

    Group view() {
        return view;
    }

    void begin() {
        flocks.values().forEach(flock -> flock.count = 0);
    }

    void add(int group, double x, double y, double z, double headingDegrees) {
        Flock flock = flocks.get(group);
        if (flock == null) {
            flock = new Flock();
            flocks.put(group, flock);
            view.getChildren().add(flock.mesh);
        }
        flock.add(x, y, z, headingDegrees);
    }

    /**
     * Draws what has changed.
     *
     * @param pixelsHigh of the picture
     */
    void end(Viewpoint seen, double pixelsHigh) {
        flocks.values().forEach(flock -> flock.end(seen, pixelsHigh));
    }

    private static TriangleMesh mesh(PieceForm form, float[] all) {
        TriangleMesh made = new TriangleMesh(VertexFormat.POINT_NORMAL_TEXCOORD);
        made.getNormals().addAll(form.normals());
        made.getTexCoords().addAll(PieceForm.TEXTURE_CORNERS);
        made.getPoints().addAll(all);
        made.getFaces().addAll(form.faces(all.length / form.points().length));
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
