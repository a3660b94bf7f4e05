package rhombic.trace;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pace;
import rhombic.space.Path;

/**
 * What records say beside, in a table for each sort of them: one column for each thing said, and one row for each record. A table is written
 * at its end only, so a reader may look at the rows that were there when it got it while the writer goes on.
 */
final class Tables {
    private Tables() {}

    /**
     * The motion of a piece along a link, which is even.
     *
     * @param from metres along the link at its begin
     * @param speed metres a second at its begin
     * @param gain of speed, metres a second in each second
     */
    record Motions(int[] link, long[] nanos, double[] from, double[] speed, double[] gain) {
        Motions(int rows) {
            this(new int[rows], new long[rows], new double[rows], new double[rows], new double[rows]);
        }

        Motions withRows(int rows) {
            return new Motions(Arrays.copyOf(link, rows), Arrays.copyOf(nanos, rows), Arrays.copyOf(from, rows),
                    Arrays.copyOf(speed, rows), Arrays.copyOf(gain, rows));
        }
    }

    /**
     * A piece rides on what carries it along a link.
     *
     * @param carrier number of the mover
     * @param below how many other pieces it holds below
     */
    record Carries(int[] link, int[] carrier, int[] below) {
        Carries(int rows) {
            this(new int[rows], new int[rows], new int[rows]);
        }

        Carries withRows(int rows) {
            return new Carries(Arrays.copyOf(link, rows), Arrays.copyOf(carrier, rows), Arrays.copyOf(below, rows));
        }
    }

    /** A piece comes onto a lane of a conveyor, at that place of its measure. */
    record Rides(int[] lane, boolean[] aside, double[] measure) {
        Rides(int rows) {
            this(new int[rows], new boolean[rows], new double[rows]);
        }

        Rides withRows(int rows) {
            return new Rides(Arrays.copyOf(lane, rows), Arrays.copyOf(aside, rows), Arrays.copyOf(measure, rows));
        }
    }

    /** A piece on a conveyor leads its train: how far along the way, how fast, and how much faster each second. */
    record Leads(double[] metres, double[] speed, double[] gain) {
        Leads(int rows) {
            this(new double[rows], new double[rows], new double[rows]);
        }

        Leads withRows(int rows) {
            return new Leads(Arrays.copyOf(metres, rows), Arrays.copyOf(speed, rows), Arrays.copyOf(gain, rows));
        }
    }

    /** What is done at a place, and the way that it waits for. */
    record Dones(int[] place, int[] way) {
        Dones(int rows) {
            this(new int[rows], new int[rows]);
        }

        Dones withRows(int rows) {
            return new Dones(Arrays.copyOf(place, rows), Arrays.copyOf(way, rows));
        }
    }

    /**
     * The motion of a mover.
     *
     * @param frame number of the mover on which the path lies; negative for the floor
     * @param path on which it moves or stands; the same one is kept once
     * @param facing where it looks at its end
     * @param common its pace from that moment on, where many motions have the same; else null
     * @param firstPhase the row of the first phase of a pace of its own
     * @param phases how many there are
     */
    record Travels(int[] mover, int[] frame, @Nullable Path[] path, double[] facing, @Nullable Pace[] common, int[] firstPhase,
            int[] phases) {
        Travels(int rows) {
            this(new int[rows], new int[rows], new Path[rows], new double[rows], new Pace[rows], new int[rows], new int[rows]);
        }

        Travels withRows(int rows) {
            return new Travels(Arrays.copyOf(mover, rows), Arrays.copyOf(frame, rows), Arrays.copyOf(path, rows),
                    Arrays.copyOf(facing, rows), Arrays.copyOf(common, rows), Arrays.copyOf(firstPhase, rows), Arrays.copyOf(phases, rows));
        }
    }

    /** Phases of paces, one after the other. */
    record Phases(long[] nanos, double[] from, double[] speed, double[] gain) {
        Phases(int rows) {
            this(new long[rows], new double[rows], new double[rows], new double[rows]);
        }

        Phases withRows(int rows) {
            return new Phases(Arrays.copyOf(nanos, rows), Arrays.copyOf(from, rows), Arrays.copyOf(speed, rows), Arrays.copyOf(gain, rows));
        }

        Pace pace(int first, int count) {
            List<Pace.Phase> phases = new ArrayList<>(count);
            for (int i = first; i < first + count; i++) {
                phases.add(new Pace.Phase(nanos[i], from[i], speed[i], gain[i]));
            }
            return Pace.of(phases);
        }
    }

    /** What a mover does from now on. */
    record Doings(int[] mover, int[] state) {
        Doings(int rows) {
            this(new int[rows], new int[rows]);
        }

        Doings withRows(int rows) {
            return new Doings(Arrays.copyOf(mover, rows), Arrays.copyOf(state, rows));
        }
    }
}
