package rhombic.desktop.floor;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import javafx.collections.ObservableFloatArray;
import javafx.scene.shape.MeshView;
import javafx.scene.shape.TriangleMesh;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rhombic.desktop.floor.body.PieceForm;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;

/** The forms of pieces as solids, and what a swarm makes of them. */
class PieceFormTest {
    private static double[] point(PieceForm form, int at) {
        float[] points = form.points();
        return new double[] {points[3 * at], points[3 * at + 1], points[3 * at + 2]};
    }

    /** In the coordinates of the floor. */
    private static double[] normal(PieceForm form, int at) {
        float[] normals = form.normals();
        return new double[] {normals[3 * at], normals[3 * at + 2], -normals[3 * at + 1]};
    }

    private static double[] cross(double[] a, double[] b, double[] c) {
        double[] u = {b[0] - a[0], b[1] - a[1], b[2] - a[2]};
        double[] v = {c[0] - a[0], c[1] - a[1], c[2] - a[2]};
        return new double[] {u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]};
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    @ParameterizedTest
    @EnumSource(value = Look.Form.class, names = "TRUCK", mode = EnumSource.Mode.EXCLUDE)
    void itFillsItsLengthWidthAndHeightAndNoMore(Look.Form form) {
        float[] points = PieceForm.of(form).points();
        double[] min = {9, 9, 9};
        double[] max = {-9, -9, -9};
        for (int i = 0; i < points.length; i++) {
            min[i % 3] = Math.min(min[i % 3], points[i]);
            max[i % 3] = Math.max(max[i % 3], points[i]);
        }
        double reach = form == Look.Form.DRUM ? Math.cos(Math.PI / 12) / 2 : 0.5; // flat sides of a drum touch the edges nearly
        assertArrayEquals(new double[] {-reach, -reach, 0}, min, 1e-6);
        assertArrayEquals(new double[] {reach, reach, 1}, max, 1e-6);
    }

    @ParameterizedTest
    @EnumSource(Look.Form.class)
    void everyFaceIsWoundOutwardsAndLitFromWhereItLooks(Look.Form look) {
        PieceForm form = PieceForm.of(look);
        int[] faces = form.faces(1);
        for (int i = 0; i < faces.length; i += 9) {
            double[] across = cross(point(form, faces[i]), point(form, faces[i + 3]), point(form, faces[i + 6]));
            double size = Math.sqrt(dot(across, across));
            assertTrue(size > 1e-6, "face " + i / 9 + " has no size");
            assertEquals(1, dot(across, normal(form, faces[i + 1])) / size, 1e-5, "face " + i / 9);
            assertEquals(faces[i + 1], faces[i + 4]);
        }
    }

    /** Seen from above nothing is open: the faces that look up cover the whole footprint of what stands there. */
    @ParameterizedTest
    @EnumSource(value = Look.Form.class, names = "TRUCK", mode = EnumSource.Mode.EXCLUDE)
    void fromAboveItIsClosed(Look.Form look) {
        PieceForm form = PieceForm.of(look);
        int[] faces = form.faces(1);
        double top = 0;
        for (int i = 0; i < faces.length; i += 9) {
            double[] across = cross(point(form, faces[i]), point(form, faces[i + 3]), point(form, faces[i + 6]));
            top += across[2] > 0 && point(form, faces[i])[2] > 0.99 ? across[2] / 2 : 0;
        }
        double expected = look == Look.Form.DRUM ? 12 * Math.sin(2 * Math.PI / 12) / 8 : 1;
        assertEquals(expected, top, 1e-5);
    }

    @ParameterizedTest
    @EnumSource(value = Look.Form.class, names = "TRUCK", mode = EnumSource.Mode.EXCLUDE)
    void aQuarterTurnChangesNothing(Look.Form look) {
        PieceForm form = PieceForm.of(look);
        Map<String, Integer> before = new TreeMap<>();
        Map<String, Integer> after = new TreeMap<>();
        for (int i = 0; i < form.points().length / 3; i++) {
            double[] p = point(form, i);
            before.merge(key(p[0], p[1], p[2]), 1, Integer::sum);
            after.merge(key(-p[1], p[0], p[2]), 1, Integer::sum);
        }
        assertEquals(before, after);
    }

    private static String key(double... values) {
        StringBuilder key = new StringBuilder();
        for (double value : values) {
            key.append(Math.round(value * 1e4)).append(' ');
        }
        return key.toString();
    }

    /** Its deck is as long and as wide as the piece, and as high; the cab stands before that, and where it looks follows every turn. */
    @Test
    void theDeckOfATruckFillsThePieceAndItsCabStandsBeforeIt() {
        PieceForm form = PieceForm.of(Look.Form.TRUCK);
        assertEquals(false, form.isAlikeTurned());
        float[] points = form.points();
        for (double x : new double[] {-0.5, 0.5}) {
            for (double y : new double[] {-0.5, 0.5}) {
                assertTrue(IntStream.range(0, points.length / 3).anyMatch(i -> Math.abs(points[3 * i] - x) < 1e-6
                        && Math.abs(points[3 * i + 1] - y) < 1e-6 && Math.abs(points[3 * i + 2] - 1) < 1e-6), "a corner of the deck");
            }
        }
        PieceSwarm swarm = new PieceSwarm(PieceType.truck("Truck"), new Look("usual", "#102030", Look.Form.TRUCK));
        swarm.begin();
        swarm.add(0, 0, 0, 0, 90);
        swarm.add(0, 0, 0, 0, 180);
        swarm.end(NEAR, 700);
        ObservableFloatArray drawn = mesh(swarm).getPoints();
        double cab = 0.68 * 13.6;
        assertArrayEquals(new double[] {-6.8, cab}, range(drawn, 0, points.length, 2), 1e-4, "it looks to the north");
        assertArrayEquals(new double[] {-cab, 6.8}, range(drawn, points.length, 2 * points.length, 0), 1e-4, "it looks to the west");
    }

    @Test
    void theFacesOfSeveralPiecesUseTheirOwnPoints() {
        PieceForm form = PieceForm.of(Look.Form.BOX);
        int[] one = form.faces(1);
        int[] three = form.faces(3);
        assertEquals(3 * one.length, three.length);
        assertEquals(one[0] + 16, three[2 * one.length]);
        assertEquals(one[1], three[2 * one.length + 1]);
    }

    @ParameterizedTest
    @EnumSource(value = Look.Form.class, names = "TRUCK", mode = EnumSource.Mode.EXCLUDE)
    void aSwarmPutsEachPieceWhereItIsAsLargeAsItIs(Look.Form form) {
        PieceSwarm swarm = new PieceSwarm(PieceType.usual("Box"), new Look("usual", "#102030", form));
        swarm.begin();
        swarm.add(0, 10, 20, 1, 0);
        swarm.add(0, -5, 0, 0, 90);
        swarm.end(NEAR, 700);
        ObservableFloatArray points = mesh(swarm).getPoints();
        int each = PieceForm.of(form).points().length;
        // A usual piece is 0.6 m by 0.4 m by 0.4 m; turned, its length lies to the north.
        double reach = form == Look.Form.DRUM ? Math.cos(Math.PI / 12) : 1;
        assertArrayEquals(new double[] {10 - 0.3 * reach, 10 + 0.3 * reach}, range(points, 0, each, 0), 1e-5);
        assertArrayEquals(new double[] {20 - 0.2 * reach, 20 + 0.2 * reach}, range(points, 0, each, 2), 1e-5);
        assertArrayEquals(new double[] {-1.4, -1.005}, range(points, 0, each, 1), 1e-5);
        assertArrayEquals(new double[] {-5 - 0.2 * reach, -5 + 0.2 * reach}, range(points, each, 2 * each, 0), 1e-5);
        assertArrayEquals(new double[] {-0.3 * reach, 0.3 * reach}, range(points, each, 2 * each, 2), 1e-5);
        swarm.begin();
        swarm.add(0, 10, 20, 1, 0);
        swarm.end(NEAR, 700);
        assertArrayEquals(new double[] {0, 0}, range(mesh(swarm).getPoints(), each, 2 * each, 0), 0,
                "what is gone has no size");
        swarm.begin();
        swarm.end(NEAR, 700);
        assertTrue(!swarm.view().getChildren().getFirst().isVisible());
    }

    @Test
    void whatIsFarIsDrawnFromAboveAndWhatStandsIsNotTouched() {
        PieceSwarm swarm = new PieceSwarm(PieceType.usual("Box"), new Look("usual", "#102030", Look.Form.BOX));
        for (int round = 0; round < 3; round++) {
            swarm.begin();
            swarm.add(0, 1, 0, 0.75, 30);
            swarm.add(0, 2, 0, 0.75, 30);
            swarm.add(1, 3, 0, 0.75, 0);
            swarm.end(NEAR, 700);
        }
        TriangleMesh standing = mesh(swarm);
        float[] before = standing.getPoints().toArray(null);
        int[] changes = new int[1];
        standing.getPoints().addListener((array, sizeChanged, from, to) -> changes[0]++);
        swarm.begin();
        swarm.add(0, 1, 0, 0.75, 30);
        swarm.add(0, 2, 0, 0.75, 30);
        swarm.add(1, 4, 0, 0.75, 0);
        swarm.end(NEAR, 700);
        assertEquals(0, changes[0], "only the other group has moved");
        swarm.end(new Viewpoint(0, 0, 0, 40, 900, Viewpoint.USUAL_FIELD), 700);
        assertEquals(2, mesh(swarm).getFaces().size() / 9 / (mesh(swarm).getPoints().size() / 12), "two triangles for each piece");
        assertArrayEquals(new double[] {-1.15, -1.15}, range(mesh(swarm).getPoints(), 0, 12, 1), 1e-5);
        swarm.end(NEAR, 700);
        assertArrayEquals(before, mesh(swarm).getPoints().toArray(null), 0);
    }

    private static final Viewpoint NEAR = new Viewpoint(0, 0, 0, 40, 30, Viewpoint.USUAL_FIELD);

    private static TriangleMesh mesh(PieceSwarm swarm) {
        return (TriangleMesh) ((MeshView) swarm.view().getChildren().getFirst()).getMesh();
    }

    private static double[] range(ObservableFloatArray points, int from, int to, int axis) {
        double min = Double.MAX_VALUE;
        double max = -Double.MAX_VALUE;
        for (int i = from + axis; i < to; i += 3) {
            min = Math.min(min, points.get(i));
            max = Math.max(max, points.get(i));
        }
        return new double[] {min, max};
    }
}
