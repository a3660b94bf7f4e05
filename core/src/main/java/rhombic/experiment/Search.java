package rhombic.experiment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;

/**
 * A search for the best of many variants that spends runs only on those that may still be it: the fully sequential procedure of Kim and
 * Nelson (2001, <i>ACM Transactions on Modeling and Computer Simulation</i> 11, 251–273), on common random numbers.
 *
 * <p>All variants get {@code first} replications, from which the variances of their paired differences are taken. Then replications are
 * added one at a time to those that are left; a variant is dropped when it lies behind another by more than a margin that shrinks as
 * replications grow. If the responses are normal and the best is better than all others by the indifference at least, the procedure ends
 * with it with the confidence asked for. If the budget is spent before, there is no such promise, and that is said.
 *
 * @param variants 2 or more
 * @param indifference a difference that matters, in the unit of the response; above 0
 * @param budget of runs in all
 */
public record Search(List<Variant> variants, String response, double indifference, double confidence, int first, int budget) {
    private static final int STEP = 4;

    /**
     * What is known of one variant.
     *
     * @param droppedAt replications after which it was dropped; 0 while it is in
     */
    public record Candidate(Variant variant, Interval value, int droppedAt) {}

    /**
     * How far the search is.
     *
     * @param candidates best first
     * @param runs made or taken from the archive
     * @param isDone whether one is left, or as good as one
     */
    public record State(List<Candidate> candidates, int runs, boolean isDone, boolean budgetSpent) {
        public Optional<Candidate> best() {
            return candidates.stream().filter(s -> s.droppedAt == 0).findFirst();
        }

        /** In words, with what is promised. */
        public String text(Search search) {
            String left = left() == 1 ? best().map(best -> best.variant().name()).orElse("one") + " is left" : left() + " are left";
            return isDone
                    ? left + "; if the best is better than all others by at least " + FigureText.of(search.indifference)
                            + ", this is it with "
                            + FigureText.of(100 * search.confidence) + " % confidence (Kim and Nelson 2001)"
                    : budgetSpent
                            ? left + " when the budget was spent: no promise; give it more runs, or let a larger difference matter"
                            : left;
        }

        public long left() {
            return candidates.stream().filter(s -> s.droppedAt == 0).count();
        }
    }

    /** Hears what it has learned, after each step. */
    @FunctionalInterface
    public interface Listener {
        void onState(State state);
    }

    public Search {
        variants = List.copyOf(variants);
        if (variants.size() < 2) {
            throw new IllegalArgumentException("A search needs at least 2 variants; got " + variants.size());
        }
        if (!(indifference > 0)) {
            throw new IllegalArgumentException("The difference that matters must be above 0; got " + indifference);
        }
        if (!(confidence > 0.5 && confidence < 1)) {
            throw new IllegalArgumentException("The confidence must be from above 50 % to below 100 %; got " + confidence);
        }
        if (first < 2) {
            throw new IllegalArgumentException("At least 2 replications are needed to begin with; got " + first);
        }
    }

    /** Runs until it is decided or the budget is spent. What the experiment's archive has is not run again, so it can go on later. */
    public State run(Experiment experiment, Listener listener, BooleanSupplier cancelled) {
        return new SearchRun(experiment).run(listener, cancelled);
    }

    private double sign() {
        return Response.better(response) == Response.Better.LESS ? -1 : 1;
    }

    /** One search under way. */
    private final class SearchRun {
        private final Experiment experiment;
        /** Replications after which each was dropped; 0 while it is in. */
        private final int[] droppedAt = new int[variants.size()];
        private final double h2;
        private Sheet sheet;

        SearchRun(Experiment experiment) {
            this.experiment = experiment;
            sheet = experiment.sheet();
            double eta = (Math.pow(2 * (1 - confidence) / (variants.size() - 1), -2.0 / (first - 1)) - 1) / 2;
            h2 = 2 * eta * (first - 1);
        }

        State run(Listener listener, BooleanSupplier cancelled) {
            sheet = experiment.run(variants, first, Experiment.Listener.NONE, cancelled);
            for (int i = 0; i < droppedAt.length; i++) {
                droppedAt[i] = sheet.runs(variants.get(i)).size() < first ? first : 0; // could not be run
            }
            double[][] variance = variances();
            int replications = first;
            screen(replications, variance);
            while (left().size() > 1 && replications < needed(variance)) {
                if (spent() + left().size() * STEP > budget) {
                    return told(listener, state(false, true));
                }
                listener.onState(state(false, false));
                sheet = experiment.run(left().stream().map(variants::get).toList(), replications + STEP, Experiment.Listener.NONE,
                        cancelled);
                for (int r = replications + 1; r <= replications + STEP; r++) {
                    screen(r, variance);
                }
                replications += STEP;
            }
            return told(listener, state(true, false));
        }

        private static State told(Listener listener, State state) {
            listener.onState(state);
            return state;
        }

        private List<Integer> left() {
            return IntStream.range(0, droppedAt.length).filter(i -> droppedAt[i] == 0).boxed().toList();
        }

        private int spent() {
            return variants.stream().mapToInt(variant -> sheet.runs(variant).size()).sum();
        }

        /** Of the paired differences of each two, from the first replications. */
        private double[][] variances() {
            double[][] all = new double[variants.size()][variants.size()];
            for (int i : left()) {
                for (int k : left()) {
                    double[] one = values(i, first);
                    double[] other = values(k, first);
                    double s = Interval.of(IntStream.range(0, first).mapToDouble(r -> one[r] - other[r]).toArray()).deviation();
                    all[i][k] = Double.isNaN(s) ? 0 : s * s;
                }
            }
            return all;
        }

        private double[] values(int variant, int replications) {
            return Arrays.stream(Arrays.copyOf(sheet.values(variants.get(variant), response), replications)).map(v -> sign() * v).toArray();
        }

        /** Replications after which nothing remains to be told apart. */
        private int needed(double[][] variance) {
            double max = 0;
            for (int i : left()) {
                for (int k : left()) {
                    max = Math.max(max, h2 * variance[i][k] / (indifference * indifference));
                }
            }
            return (int) Math.min(Integer.MAX_VALUE - 1, Math.floor(max) + 1);
        }

        /** Drops all that lie behind another by more than the margin after so many replications. */
        private void screen(int replications, double[][] variance) {
            List<Integer> left = left();
            double[] means = new double[droppedAt.length];
            left.forEach(i -> means[i] = Interval.of(values(i, replications)).mean());
            for (int i : left) {
                for (int k : left) {
                    double margin = Math.max(0, indifference / 2 * (h2 * variance[i][k] / (indifference * indifference) - replications))
                            / replications;
                    if (means[i] < means[k] - margin) {
                        droppedAt[i] = replications;
                    }
                }
            }
        }

        private State state(boolean isDone, boolean budgetSpent) {
            List<Candidate> all = new ArrayList<>();
            for (int i = 0; i < droppedAt.length; i++) {
                all.add(new Candidate(variants.get(i), sheet.interval(variants.get(i), response), droppedAt[i]));
            }
            all.sort(Comparator.comparingInt((Candidate s) -> s.droppedAt == 0 ? 0 : 1).thenComparing(s -> -sign() * s.value.mean()));
            return new State(List.copyOf(all), spent(), isDone, budgetSpent);
        }
    }
}
