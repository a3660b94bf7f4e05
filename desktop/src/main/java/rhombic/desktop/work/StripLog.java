package rhombic.desktop.work;

import java.util.Arrays;
import java.util.function.Consumer;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.Trace;

/** The changes of state of each equipment, gathered from a trace as it grows, for drawing strips. */
public final class StripLog {
    private final Trace trace;
    private final Column[] columns;
    /** The same for people. */
    private final Column[] people;
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

    private void add(Trace.Update change) {
        columns[change.node()].add(change.timeNanos(), switch (change) {
            case Trace.Update.StateUpdate to -> to.state().ordinal();
            case Trace.Update.ContentUpdate to -> to.pieces();
        });
    }

    /** @param people how many there are */
    public StripLog(Trace trace, int equipment, int people) {
        this.trace = trace;
        columns = columns(equipment);
        this.people = columns(people);
    }

    private static Column[] columns(int count) {
        Column[] made = new Column[count];
        for (int i = 0; i < count; i++) {
            made[i] = new Column();
        }
        return made;
    }

    private void add(Trace.PersonUpdate change) {
        people[change.person()].add(change.timeNanos(), change.state().ordinal());
    }

    public Trace trace() {
        return trace;
    }

    /** How far it has been read. */
    public long readUntilNanos() {
        return readUntil;
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
        withColumn(column -> column.size = column.complete);
        if (people.length > 0) {
            trace.forEachPersonUpdate(segmentsRead, this::add);
        }
        segmentsRead = trace.forEachUpdate(segmentsRead, this::add);
        withColumn(column -> column.complete = column.size);
        trace.forEachRecentUpdate(this::add);
        if (people.length > 0) {
            trace.forEachRecentPersonUpdate(this::add);
        }
        return true;
    }

    private void withColumn(Consumer<Column> consumer) {
        Arrays.stream(columns).forEach(consumer);
        Arrays.stream(people).forEach(consumer);
    }

    /** Where the beginning was dropped, the strips begin with the states that lasted then. */
    private void beginAt(Moment start) {
        for (int node = 0; node < columns.length; node++) {
            Column column = columns[node];
            column.size = 0;
            column.add(start.timeNanos(), start.state(node).map(EquipmentState::ordinal).orElse(start.content(node)));
            column.complete = column.size;
        }
        for (int person = 0; person < people.length; person++) {
            Column column = people[person];
            column.size = 0;
            column.add(start.timeNanos(), start.movers().state(person).ordinal());
            column.complete = column.size;
        }
    }

    /**
     * The most pieces that equipment with contents holds in each stretch, for as many stretches as asked; -1 where nothing is
     * written down.
     */
    public int[] max(int node, long from, long to, int sections) {
        int[] result = new int[sections];
        Arrays.fill(result, -1);
        double width = (double) (to - from) / sections;
        Column column = columns[node];
        for (int i = 0; i < column.size; i++) {
            double begin = Math.max(from, column.times[i]) - from;
            double end = Math.min(Math.min(to, readUntil), i + 1 < column.size ? column.times[i + 1] : readUntil) - from;
            for (int s = (int) (begin / width); s < sections && s * width < end; s++) {
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
    public byte[] dominant(int node, long from, long to, int sections) {
        return dominant(columns[node], EquipmentState.values().length, from, to, sections);
    }

    /** The same for a person. */
    public byte[] personDominant(int person, long from, long to, int sections) {
        return dominant(people[person], PersonState.values().length, from, to, sections);
    }

    private byte[] dominant(Column column, int states, long from, long to, int sections) {
        byte[] result = new byte[sections];
        Arrays.fill(result, (byte) -1);
        double[] best = new double[sections];
        double[][] times = new double[states][sections];
        double width = (double) (to - from) / sections;
        for (int i = 0; i < column.size; i++) {
            double begin = Math.max(from, column.times[i]) - from;
            double end = Math.min(Math.min(to, readUntil), i + 1 < column.size ? column.times[i + 1] : readUntil) - from;
            for (int s = (int) (begin / width); s < sections && s * width < end; s++) {
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
