package rhombic.desktop.floor.body;

import java.util.Arrays;
import javafx.scene.shape.TriangleMesh;
import javafx.scene.shape.VertexFormat;
import rhombic.space.Pose;

/** Puts bodies together from flat faces into one mesh. Coordinates are those of the floor: x east, y north, z up. */
public final class MeshMaker {
    private static final double EDGE_METRES = 0.022;

    private float[] points = new float[600];
    private int pointCount;
    private float[] normals = new float[300];
    private int normalCount;
    private int[] faces = new int[1800];
    private int faceSize;

    record Point(double x, double y, double z) {
        Point toward(Point other, double part) {
            return new Point(x + (other.x - x) * part, y + (other.y - y) * part, z + (other.z - z) * part);
        }

        Point lower(double by) {
            return new Point(x, y, z - by);
        }

        double to(Point other) {
            return Math.sqrt((x - other.x) * (x - other.x) + (y - other.y) * (y - other.y) + (z - other.z) * (z - other.z));
        }
    }

    public boolean isEmpty() {
        return faceSize == 0;
    }

    /** A flat face with its corners anticlockwise as seen from its front. */
    MeshMaker quad(Point a, Point b, Point c, Point d, Swatch swatch) {
        int normal = normal(a, b, c);
        int pa = point(a);
        int pb = point(b);
        int pc = point(c);
        int pd = point(d);
        triangle(pa, pb, pc, normal, swatch);
        triangle(pa, pc, pd, normal, swatch);
        return this;
    }

    MeshMaker triangle(Point a, Point b, Point c, Swatch swatch) {
        triangle(point(a), point(b), point(c), normal(a, b, c), swatch);
        return this;
    }

    /** A face with a darker rim, as a drawing has it. */
    MeshMaker rimmed(Point a, Point b, Point c, Point d, Swatch swatch, Swatch rim) {
        double across = Math.min(0.3, EDGE_METRES / Math.max(1e-6, Math.min(a.to(b), c.to(d))));
        double up = Math.min(0.3, EDGE_METRES / Math.max(1e-6, Math.min(b.to(c), d.to(a))));
        Point ia = inner(a, b, d, c, across, up);
        Point ib = inner(b, a, c, d, across, up);
        Point ic = inner(c, d, b, a, across, up);
        Point id = inner(d, c, a, b, across, up);
        return quad(ia, ib, ic, id, swatch).quad(a, b, ib, ia, rim).quad(b, c, ic, ib, rim).quad(c, d, id, ic, rim).quad(d, a, ia, id, rim);
    }

    private static Point inner(Point corner, Point along, Point beside, Point opposite, double across, double up) {
        Point low = corner.toward(along, across);
        Point high = beside.toward(opposite, across);
        return low.toward(high, up);
    }

    /** A box on its middle, from z to z + height, with darker edges; no underside. */
    MeshMaker box(double x, double y, double z, double length, double width, double height, Swatch swatch, Swatch rim) {
        double x0 = x - length / 2;
        double x1 = x + length / 2;
        double y0 = y - width / 2;
        double y1 = y + width / 2;
        double z1 = z + height;
        Point a = new Point(x0, y0, z);
        Point b = new Point(x1, y0, z);
        Point c = new Point(x1, y1, z);
        Point d = new Point(x0, y1, z);
        Point e = new Point(x0, y0, z1);
        Point f = new Point(x1, y0, z1);
        Point g = new Point(x1, y1, z1);
        Point h = new Point(x0, y1, z1);
        return rimmed(a, b, f, e, swatch, rim).rimmed(b, c, g, f, swatch, rim).rimmed(c, d, h, g, swatch, rim)
                .rimmed(d, a, e, h, swatch, rim).rimmed(e, f, g, h, swatch, rim);
    }

    /** A box of one colour, for thin parts. */
    public MeshMaker bar(double x, double y, double z, double length, double width, double height, Swatch swatch) {
        Point a = new Point(x - length / 2, y - width / 2, z);
        Point b = new Point(x + length / 2, y - width / 2, z);
        Point c = new Point(x + length / 2, y + width / 2, z);
        Point d = new Point(x - length / 2, y + width / 2, z);
        Point e = new Point(a.x, a.y, z + height);
        Point f = new Point(b.x, b.y, z + height);
        Point g = new Point(c.x, c.y, z + height);
        Point h = new Point(d.x, d.y, z + height);
        return quad(a, b, f, e, swatch).quad(b, c, g, f, swatch).quad(c, d, h, g, swatch).quad(d, a, e, h, swatch).quad(e, f, g, h, swatch);
    }

    /** An upright prism with that many sides, for posts and lamps. */
    MeshMaker post(double x, double y, double z, double radius, double height, int sides, Swatch swatch) {
        Point top = new Point(x, y, z + height);
        for (int i = 0; i < sides; i++) {
            Point a = around(x, y, z, radius, i, sides);
            Point b = around(x, y, z, radius, i + 1, sides);
            Point c = new Point(b.x, b.y, z + height);
            Point d = new Point(a.x, a.y, z + height);
            quad(a, b, c, d, swatch).triangle(d, c, top, swatch);
        }
        return this;
    }

    private static Point around(double x, double y, double z, double radius, int i, int sides) {
        double angle = 2 * Math.PI * i / sides;
        return new Point(x + radius * Math.cos(angle), y + radius * Math.sin(angle), z);
    }

    /** A strip on the floor from one point to another. */
    public MeshMaker ribbon(double x0, double y0, double x1, double y1, double width, double z, Swatch swatch) {
        double length = Math.hypot(x1 - x0, y1 - y0);
        if (length < 1e-9) {
            return this;
        }
        double nx = -(y1 - y0) / length * width / 2;
        double ny = (x1 - x0) / length * width / 2;
        return quad(new Point(x0 - nx, y0 - ny, z), new Point(x1 - nx, y1 - ny, z), new Point(x1 + nx, y1 + ny, z),
                new Point(x0 + nx, y0 + ny, z), swatch);
    }

    /** A flat beam from one point to another, its top at their height, level or sloping. */
    public MeshMaker beam(Pose from, Pose to, double width, double deep, Swatch swatch) {
        double length = Math.hypot(to.x() - from.x(), to.y() - from.y());
        if (length < 1e-9) {
            return this;
        }
        double nx = -(to.y() - from.y()) / length * width / 2;
        double ny = (to.x() - from.x()) / length * width / 2;
        Point a = new Point(from.x() - nx, from.y() - ny, from.z());
        Point b = new Point(to.x() - nx, to.y() - ny, to.z());
        Point c = new Point(to.x() + nx, to.y() + ny, to.z());
        Point d = new Point(from.x() + nx, from.y() + ny, from.z());
        return quad(a, b, c, d, swatch)
                .quad(new Point(a.x, a.y, a.z - deep), new Point(b.x, b.y, b.z - deep), b, a, swatch)
                .quad(new Point(c.x, c.y, c.z - deep), new Point(d.x, d.y, d.z - deep), d, c, swatch);
    }

    /**
     * A bar along a path between two poses, from that far to the left of it to that far; corners lie across the path at
     * either end, so that bars one after the other join without a gap, in arcs too.
     */
    public MeshMaker bar(Pose from, Pose to, double left, double right, double over, double deep,
            Swatch swatch) {
        Point a = beside(from, right, over);
        Point b = beside(to, right, over);
        Point c = beside(to, left, over);
        Point d = beside(from, left, over);
        return quad(a, b, c, d, swatch).quad(a.lower(deep), b.lower(deep), b, a, swatch).quad(c.lower(deep), d.lower(deep), d, c, swatch);
    }

    private static Point beside(Pose pose, double left, double over) {
        double heading = Math.toRadians(pose.heading());
        return new Point(pose.x() - left * Math.sin(heading), pose.y() + left * Math.cos(heading), pose.z() + over);
    }

    /** A square bar from the middle of one end to that of the other, whichever way it leans; for limbs. */
    MeshMaker limb(Point from, Point to, double thick, Swatch swatch) {
        double length = Math.max(1e-9, from.to(to));
        double dx = (to.x - from.x) / length;
        double dy = (to.y - from.y) / length;
        double dz = (to.z - from.z) / length;
        // any direction across, then the one across both
        double ax = Math.abs(dz) > 0.9 ? 0 : -dy;
        double ay = Math.abs(dz) > 0.9 ? 1 : dx;
        double flat = Math.max(1e-9, Math.hypot(ax, ay));
        ax /= flat;
        ay /= flat;
        double bx = dy * 0 - dz * ay;
        double by = dz * ax - dx * 0;
        double bz = dx * ay - dy * ax;
        double h = thick / 2;
        Point[] low = new Point[4];
        Point[] high = new Point[4];
        for (int i = 0; i < 4; i++) {
            double u = (i == 0 || i == 3 ? -h : h);
            double v = (i < 2 ? -h : h);
            low[i] = new Point(from.x + u * ax + v * bx, from.y + u * ay + v * by, from.z + v * bz);
            high[i] = new Point(to.x + u * ax + v * bx, to.y + u * ay + v * by, to.z + v * bz);
        }
        for (int i = 0; i < 4; i++) {
            int next = (i + 1) % 4;
            quad(low[i], low[next], high[next], high[i], swatch);
        }
        return quad(high[0], high[1], high[2], high[3], swatch).quad(low[3], low[2], low[1], low[0], swatch);
    }

    /** A rhombus lying on the floor, its long diagonal along the direction (dx, dy) of length 1. */
    public MeshMaker rhombus(double x, double y, double z, double dx, double dy, double halfLong, double halfShort, Swatch swatch) {
        return quad(new Point(x - dx * halfLong, y - dy * halfLong, z), new Point(x + dy * halfShort, y - dx * halfShort, z),
                new Point(x + dx * halfLong, y + dy * halfLong, z), new Point(x - dy * halfShort, y + dx * halfShort, z), swatch);
    }

    public TriangleMesh mesh() {
        TriangleMesh mesh = new TriangleMesh(VertexFormat.POINT_NORMAL_TEXCOORD);
        mesh.getPoints().addAll(points, 0, pointCount * 3);
        mesh.getNormals().addAll(normals, 0, normalCount * 3);
        for (Swatch swatch : Swatch.values()) {
            mesh.getTexCoords().addAll(swatch.u(), 0.5f);
        }
        mesh.getFaces().addAll(faces, 0, faceSize);
        return mesh;
    }

    private int point(Point p) {
        if (pointCount * 3 == points.length) {
            points = Arrays.copyOf(points, points.length * 2);
        }
        put(points, pointCount, p.x, p.y, p.z);
        return pointCount++;
    }

    private int normal(Point a, Point b, Point c) {
        double ux = b.x - a.x;
        double uy = b.y - a.y;
        double uz = b.z - a.z;
        double vx = c.x - a.x;
        double vy = c.y - a.y;
        double vz = c.z - a.z;
        double nx = uy * vz - uz * vy;
        double ny = uz * vx - ux * vz;
        double nz = ux * vy - uy * vx;
        double size = Math.max(1e-12, Math.sqrt(nx * nx + ny * ny + nz * nz));
        if (normalCount * 3 == normals.length) {
            normals = Arrays.copyOf(normals, normals.length * 2);
        }
        put(normals, normalCount, nx / size, ny / size, nz / size);
        return normalCount++;
    }

    /** The toolkit has y down and z into the picture. */
    private static void put(float[] target, int index, double x, double y, double z) {
        target[3 * index] = (float) x;
        target[3 * index + 1] = (float) -z;
        target[3 * index + 2] = (float) y;
    }

    private void triangle(int a, int b, int c, int normal, Swatch swatch) {
        if (faceSize + 9 > faces.length) {
            faces = Arrays.copyOf(faces, faces.length * 2);
        }
        for (int p : new int[] {a, b, c}) {
            faces[faceSize++] = p;
            faces[faceSize++] = normal;
            faces[faceSize++] = swatch.ordinal();
        }
    }
}
