package rhombic.scene;

import java.util.Arrays;

/** Where every drawn piece is, in columns; used again from frame to frame. */
public final class Poses {
    private int count;
    private double[] x = new double[256];
    private double[] y = new double[256];
    private double[] z = new double[256];
    private double[] headingDegrees = new double[256];
    private int[] body = new int[256];
    private int[] kind = new int[256];
    private int[] place = new int[256];
    private int nextPlace;

    void clear() {
        count = 0;
    }

    /** What is added from now on is at that equipment, or on that link behind all equipment. */
    void at(int newPlace) {
        nextPlace = newPlace;
    }

    void add(int newBody, int newKind, double newX, double newY, double newZ, double newTurned) {
        if (count == x.length) {
            int room = count * 2;
            x = Arrays.copyOf(x, room);
            y = Arrays.copyOf(y, room);
            z = Arrays.copyOf(z, room);
            headingDegrees = Arrays.copyOf(headingDegrees, room);
            body = Arrays.copyOf(body, room);
            kind = Arrays.copyOf(kind, room);
            place = Arrays.copyOf(place, room);
        }
        x[count] = newX;
        y[count] = newY;
        z[count] = newZ;
        headingDegrees[count] = newTurned;
        body[count] = newBody;
        place[count] = nextPlace;
        kind[count++] = newKind;
    }

    public int count() {
        return count;
    }

    /** Middle of its underside, metres to the east. */
    public double x(int i) {
        return x[i];
    }

    /** Metres to the north. */
    public double y(int i) {
        return y[i];
    }

    /** Metres above the floor. */
    public double z(int i) {
        return z[i];
    }

    /** Degrees anticlockwise seen from above. */
    public double headingDegrees(int i) {
        return headingDegrees[i];
    }

    /** Its body in the trace. */
    public int body(int i) {
        return body[i];
    }

    /** Number of the equipment it is at; of a link, its number behind all equipment. */
    public int place(int i) {
        return place[i];
    }

    /** Number of its type and look, see {@link Scene#kindOf}. */
    public int kind(int i) {
        return kind[i];
    }
}
