package rhombic.experiment;

import java.io.Serializable;
import java.util.List;
import rhombic.measure.RunFigures;

/** All responses of one run: what is kept of it. */
public final class RunRecord implements Serializable {
    private final int replication;
    private final long seed;
    private final ResponseNames names;
    private final double[] values;

    /** @param values one for each name; NaN where the run has none */
    public RunRecord(int replication, long seed, ResponseNames names, double[] values) {
        if (values.length != names.all().size()) {
            throw new IllegalArgumentException("A run has " + names.all().size() + " responses; got " + values.length);
        }
        this.replication = replication;
        this.seed = seed;
        this.names = names;
        this.values = values.clone();
    }

    static RunRecord of(RunFigures figures, List<Response> responses, ResponseNames names) {
        double[] values = new double[responses.size()];
        for (int i = 0; i < values.length; i++) {
            values[i] = responses.get(i).value().applyAsDouble(figures);
        }
        return new RunRecord(figures.replication(), figures.seed(), names, values);
    }

    public int replication() {
        return replication;
    }

    public long seed() {
        return seed;
    }

    public ResponseNames names() {
        return names;
    }

    public double[] values() {
        return values.clone();
    }

    /** NaN if it has none of that name. */
    public double value(String response) {
        int at = names.of(response);
        return at < 0 ? Double.NaN : values[at];
    }
}
