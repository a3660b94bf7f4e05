package rhombic.plant.transport;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.ToDoubleBiFunction;

/**
 * Puts the stops of a tour into the sequence with the shortest way: each of several links has a stop where pieces are taken up and, later,
 * one where they are set down (the pickup and delivery problem for one carrier: M. W. P. Savelsbergh, M. Sol, The general pickup and delivery
 * problem, Transportation Science 29, 1995). Tours have few stops, so all sequences are tried that can still be shorter than the best one so
 * far.
 *
 * @param <S> a stop
 */
final class TourPlan<S> {
    private static final double SAME_METRES = 1e-9;

    private final List<S> stops;
    /** For each stop, the index of the one that must be before it; -1 if none must. */
    private final int[] after;
    private final double[] fromStart;
    private final double[][] metres;
    private final List<S> best = new ArrayList<>();
    private double min = Double.POSITIVE_INFINITY;

    /** What must be before a stop. */
    interface Precedence<S> {
        boolean mustComeBefore(S one, S other);
    }

    /**
     * Finds the best sequence; of several that are as short the one that keeps to the order given.
     *
     * @param start where the carrier is
     * @param location of a stop
     */
    <L> TourPlan(L start, List<S> stops, Function<S, L> location, Precedence<S> precedence,
            ToDoubleBiFunction<L, L> distance) {
        this.stops = List.copyOf(stops);
        int count = stops.size();
        after = new int[count];
        fromStart = new double[count];
        metres = new double[count][count];
        for (int i = 0; i < count; i++) {
            after[i] = -1;
            fromStart[i] = distance.applyAsDouble(start, location.apply(stops.get(i)));
            for (int k = 0; k < count; k++) {
                metres[i][k] = distance.applyAsDouble(location.apply(stops.get(i)), location.apply(stops.get(k)));
                after[i] = precedence.mustComeBefore(stops.get(k), stops.get(i)) ? k : after[i];
            }
        }
        extend(new int[count], 0, 0, 0);
    }

    private void extend(int[] sequence, int length, long visited, double gone) {
        if (gone >= min - SAME_METRES) {
            return;
        }
        if (length == sequence.length) {
            min = gone;
            best.clear();
            for (int at : sequence) {
                best.add(stops.get(at));
            }
            return;
        }
        for (int i = 0; i < sequence.length; i++) {
            boolean mayBeNext = (visited & 1L << i) == 0 && (after[i] < 0 || (visited & 1L << after[i]) != 0);
            if (mayBeNext) {
                sequence[length] = i;
                extend(sequence, length + 1, visited | 1L << i, gone + (length == 0 ? fromStart[i] : metres[sequence[length - 1]][i]));
            }
        }
    }

    /** The stops, first to last. */
    List<S> sequence() {
        return best;
    }

    /** Length of the way through all of them. */
    double metres() {
        return stops.isEmpty() ? 0 : min;
    }
}
