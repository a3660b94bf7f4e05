package rhombic.desktop.work;

import java.util.Arrays;
import rhombic.study.value.EquipmentState;
import rhombic.trace.Moment;
import rhombic.trace.Trace;

/** The changes of state of each equipment, gathered from a trace as it grows, for drawing strips. */
public final class StripLog {
    private final Trace trace;
    private final Column[] columns;
    private long segmentsRead;
    private long dropped;
    private long readUntil = -2;

    /** States by their ordinal, or how many pieces there are. */
    private static final class Column {
        long[] times = new long[8];
        int[] values = new int[8];
        int complete;
        int size;

        void add(long time, int value) {
            if (size == times.length) {
                times = Arrays.copyOf(times, size * 2);
                values = Arrays.copyOf(values, size * 2);
            }
            times[size] = time;
            values[size++] = value;
        }
    }

    private void add(Trace.Change change) {
        columns[change.node()].add(change.timeNanos(), switch (change) {
            case Trace.Change.ToState to -> to.state().ordinal();
            case Trace.Change.ToContent to -> to.pieces();
        });
    }

    public StripLog(Trace trace, int equipment) {
        this.trace = trace;
        columns = new Column[equipment];
        for (int i = 0; i < equipment; i++) {
            columns[i] = new Column();
        }
    }

    public Trace trace() {
        return trace;
    }

    /** Reads what is new; says whether anything is. */
    public boolean update() {
        long end = trace.endNanos();
        if (end == readUntil) {
            return false;
        }
        readUntil = end;
        if (trace.dropped() != dropped) {
            dropped = trace.dropped();
            segmentsRead = 0;
            beginAt(trace.at(trace.startNanos()));
        }
        for (Column column : columns) {
            column.size = column.complete;
        }
        segmentsRead = trace.eachChange(segmentsRead, this::add);
        for (Column column : columns) {
            column.complete = column.size;
        }
        trace.eachRecentChange(this::add);
        return true;
    }

    /** Where the beginning was dropped, the strips begin with the states that lasted then. */
    private void beginAt(Moment start) {
        for (int node = 0; node < columns.length; node++) {
            Column column = columns[node];
            column.size = 0;
            column.add(start.timeNanos(), start.state(node).map(EquipmentState::ordinal).orElse(start.content(node)));
            column.complete = column.size;
        }
    }

    /**
     * The most pieces that equipment with contents holds in each stretch, for as many stretches as asked; -1 where nothing is
     * written down.
     */
    public int[] most(int node, long from, long to, int stretches) {
        int[] result = new int[stretches];
        Arrays.fill(result, -1);
        double width = (double) (to - from) / stretches;
        Column column = columns[node];
        for (int i = 0; i < column.size; i++) {
            double begin = Math.max(from, column.times[i]) - from;
            double end = Math.min(Math.min(to, readUntil), i + 1 < column.size ? column.times[i + 1] : readUntil) - from;
            for (int s = (int) (begin / width); s < stretches && s * width < end; s++) {
                result[s] = Math.max(result[s], column.values[i]);
            }
        }
        return result;
    }

    /**
     * The state that fills most of each stretch, for as many stretches as asked; -1 where nothing is written down.
     *
     * @param from start of the first stretch
     * @param to end of the last one
     */
    public byte[] dominant(int node, long from, long to, int stretches) {
        byte[] result = new byte[stretches];
        Arrays.fill(result, (byte) -1);
        double[] best = new double[stretches];
        double[][] times = new double[EquipmentState.values().length][stretches];
        double width = (double) (to - from) / stretches;
        Column column = columns[node];
        for (int i = 0; i < column.size; i++) {
            double begin = Math.max(from, column.times[i]) - from;
            double end = Math.min(Math.min(to, readUntil), i + 1 < column.size ? column.times[i + 1] : readUntil) - from;
            for (int s = (int) (begin / width); s < stretches && s * width < end; s++) {
                double part = Math.min(end, (s + 1) * width) - Math.max(begin, s * width);
                double sum = times[column.values[i]][s] += part;
                if (part > 0 && sum > best[s]) {
                    best[s] = sum;
                    result[s] = (byte) column.values[i];
                }
            }
        }
        return result;
    }
}
