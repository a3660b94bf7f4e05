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

    private static final class Column {
        long[] times = new long[8];
        byte[] states = new byte[8];
        int complete;
        int size;

        void add(long time, EquipmentState state) {
            if (size == times.length) {
                times = Arrays.copyOf(times, size * 2);
                states = Arrays.copyOf(states, size * 2);
            }
            times[size] = time;
            states[size++] = (byte) state.ordinal();
        }
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
        segmentsRead = trace.eachStateChange(segmentsRead, change -> columns[change.node()].add(change.timeNanos(), change.state()));
        for (Column column : columns) {
            column.complete = column.size;
        }
        trace.eachRecentStateChange(change -> columns[change.node()].add(change.timeNanos(), change.state()));
        return true;
    }

    /** Where the beginning was dropped, the strips begin with the states that lasted then. */
    private void beginAt(Moment start) {
        for (int node = 0; node < columns.length; node++) {
            Column column = columns[node];
            column.size = 0;
            start.state(node).ifPresent(state -> column.add(start.timeNanos(), state));
            column.complete = column.size;
        }
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
                double sum = times[column.states[i]][s] += part;
                if (part > 0 && sum > best[s]) {
                    best[s] = sum;
                    result[s] = column.states[i];
                }
            }
        }
        return result;
    }
}
