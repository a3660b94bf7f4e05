package rhombic.desktop.floor.body;

import java.util.ArrayList;
import java.util.List;
import rhombic.study.value.Look;

/**
 * The form of a piece as flat faces, in parts of its length and width from the middle and of its height from below. The
 * forms look the same after a quarter turn, so that a turned piece can keep their normals.
 */
public final class PieceForm {
    /** Lower left, lower right, upper right and upper left corner of the picture that is on each side. */
    public static final float[] TEXTURE_CORNERS = {0, 1, 1, 1, 1, 0, 0, 0};

    private static final int DRUM_SIDES = 12;
    private static final double DECK_FROM = 0.7;
    private static final double BLOCK = 0.17;

    private final List<float[]> points = new ArrayList<>();
    private final List<float[]> normals = new ArrayList<>();
    /** Of each corner of each triangle: its point, normal and place in the picture. */
    private final List<int[]> corners = new ArrayList<>();
    private float[] unit = {};
    private boolean isAlikeTurned = true;

    private PieceForm(Look.Form form) {
        switch (form) {
            case BOX -> box(-0.5, 0.5, -0.5, 0.5, 0, 1);
            case DRUM -> drum();
            case PALLET -> pallet();
            case TRUCK -> truck();
        }
        unit = flat(points);
    }

    /** As it is drawn from far away: what is seen of it from above. */
    public static PieceForm far() {
        PieceForm form = new PieceForm();
        for (int corner = 0; corner < 4; corner++) {
            form.point((corner & 1) == 0 ? -0.5 : 0.5, (corner & 2) == 0 ? -0.5 : 0.5, 1);
        }
        form.side(form.normal(0, 0, 1), 0, 1, 3, 2);
        form.unit = flat(form.points);
        return form;
    }

    private PieceForm() {}

    public static PieceForm of(Look.Form form) {
        return new PieceForm(form);
    }

    /** Whether it looks the same when it is turned by 180 degrees, and stretched when it is turned by 90. */
    public boolean isAlikeTurned() {
        return isAlikeTurned;
    }

    /** x, y and z of every point. */
    public float[] points() {
        return unit;
    }

    /** In the coordinates of the toolkit, which has y down and z into the picture. */
    public float[] normals() {
        float[] all = flat(normals);
        for (int i = 0; i < all.length; i += 3) {
            float north = all[i + 1];
            all[i + 1] = -all[i + 2];
            all[i + 2] = north;
        }
        return all;
    }

    /** The faces of so many pieces whose points follow each other. */
    public int[] faces(int pieces) {
        int[] faces = new int[pieces * corners.size() * 3];
        int at = 0;
        for (int piece = 0; piece < pieces; piece++) {
            for (int[] corner : corners) {
                faces[at++] = piece * points.size() + corner[0];
                faces[at++] = corner[1];
                faces[at++] = corner[2];
            }
        }
        return faces;
    }

    private static float[] flat(List<float[]> triples) {
        float[] flat = new float[triples.size() * 3];
        for (int i = 0; i < triples.size(); i++) {
            System.arraycopy(triples.get(i), 0, flat, 3 * i, 3);
        }
        return flat;
    }

    /** Without an underside, which nobody sees. */
    private void box(double west, double east, double south, double north, double low, double high) {
        int first = points.size();
        for (int corner = 0; corner < 8; corner++) {
            point((corner & 1) == 0 ? west : east, (corner & 2) == 0 ? south : north, (corner & 4) == 0 ? low : high);
        }
        side(normal(0, -1, 0), first, first + 1, first + 5, first + 4);
        side(normal(1, 0, 0), first + 1, first + 3, first + 7, first + 5);
        side(normal(0, 1, 0), first + 3, first + 2, first + 6, first + 7);
        side(normal(-1, 0, 0), first + 2, first, first + 4, first + 6);
        side(normal(0, 0, 1), first + 4, first + 5, first + 7, first + 6);
    }

    /** The deck fills the piece; the cab stands before it, and higher. */
    private void truck() {
        isAlikeTurned = false;
        box(-0.5, 0.5, -0.5, 0.5, 0.86, 1);
        box(-0.48, 0.6, -0.2, 0.2, 0.45, 0.86);
        box(0.49, 0.5, -0.5, 0.5, 1, 1.9);
        box(0.54, 0.68, -0.48, 0.48, 0.35, 2.3);
        for (double at : new double[] {-0.38, -0.29, 0.36, 0.6}) {
            box(at - 0.034, at + 0.034, -0.48, -0.28, 0, 0.72);
            box(at - 0.034, at + 0.034, 0.28, 0.48, 0, 0.72);
        }
    }

    private void drum() {
        for (int i = 0; i < DRUM_SIDES; i++) {
            double angle = 2 * Math.PI * (i + 0.5) / DRUM_SIDES;
            point(Math.cos(angle) / 2, Math.sin(angle) / 2, 0);
            point(Math.cos(angle) / 2, Math.sin(angle) / 2, 1);
        }
        int middle = point(0, 0, 1);
        int up = normal(0, 0, 1);
        for (int i = 0; i < DRUM_SIDES; i++) {
            int next = (i + 1) % DRUM_SIDES;
            double angle = 2 * Math.PI * (i + 1) / DRUM_SIDES;
            side(normal(Math.cos(angle), Math.sin(angle), 0), 2 * i, 2 * next, 2 * next + 1, 2 * i + 1);
            triangle(up, 2 * i + 1, 2 * next + 1, middle);
        }
    }

    private void pallet() {
        box(-0.5, 0.5, -0.5, 0.5, DECK_FROM, 1);
        double[] starts = {-0.5, -BLOCK / 2, 0.5 - BLOCK};
        for (double west : starts) {
            for (double south : starts) {
                box(west, west + BLOCK, south, south + BLOCK, 0, DECK_FROM);
            }
        }
    }

    private int point(double x, double y, double z) {
        points.add(new float[] {(float) x, (float) y, (float) z});
        return points.size() - 1;
    }

    private int normal(double x, double y, double z) {
        normals.add(new float[] {(float) x, (float) y, (float) z});
        return normals.size() - 1;
    }

    /** A side with its corners anticlockwise as seen from outside. */
    private void side(int normal, int a, int b, int c, int d) {
        corner(a, normal, 0);
        corner(b, normal, 1);
        corner(c, normal, 2);
        corner(a, normal, 0);
        corner(c, normal, 2);
        corner(d, normal, 3);
    }

    private void triangle(int normal, int a, int b, int c) {
        corner(a, normal, 0);
        corner(b, normal, 1);
        corner(c, normal, 2);
    }

    private void corner(int point, int normal, int picture) {
        corners.add(new int[] {point, normal, picture});
    }
}
