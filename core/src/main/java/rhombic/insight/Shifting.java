package rhombic.insight;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.stream.IntStream;
import rhombic.experiment.Observation;
import rhombic.measure.Diary;

/**
 * Which station or crew limited the plant when. At every moment it is the one whose present active period lasts longest: all others have
 * waited for something since it began. Where the next such period begins before the last has ended, the limit shifts between the two, and
 * both share it (Roser, Nakano and Tanaka 2002, <i>Shifting bottleneck detection</i>, Winter Simulation Conference).
 *
 * @param sole for each equipment, the share of the time in which it alone was the limit
 * @param shifting for each, the share in which the limit shifted to or from it
 * @param meanActiveSeconds for each, the mean of its active periods
 * @param spans when which was the limit, in the first run
 */
public record Shifting(double[] sole, double[] shifting, double[] meanActiveSeconds, List<Span> spans) {
    /** The limit from one moment to another. */
    public record Span(int participant, long fromNanos, long toNanos) {}

    /** Over several runs, what lies after the warm-up. */
    public static Shifting of(List<Observation> observations) {
        int count = observations.getFirst().unfolded().size();
        double[] sole = new double[count];
        double[] shifting = new double[count];
        double[] active = new double[count];
        int[] periods = new int[count];
        double whole = 0;
        List<Span> first = List.of();
        for (Observation observation : observations) {
            long from = observation.study().plan().warmUp().nanos();
            long to = observation.endNanos();
            List<Diary.Period> all = observation.active().stream().filter(p -> p.toNanos() > from).toList();
            for (Diary.Period period : all) {
                active[period.participant()] += period.nanos() / 1e9;
                periods[period.participant()]++;
            }
            List<Diary.Period> limits = limits(all);
            whole += to - from;
            share(limits, from, to, sole, shifting);
            if (observation == observations.getFirst()) {
                first = limits.stream().map(p -> new Span(p.participant(), Math.max(from, p.fromNanos()), p.toNanos())).toList();
            }
        }
        for (int i = 0; i < count; i++) {
            sole[i] /= whole;
            shifting[i] /= whole;
            active[i] = periods[i] == 0 ? 0 : active[i] / periods[i];
        }
        return new Shifting(sole, shifting, active, first);
    }

    /** One after the other: from the longest of those under way to the longest of those under way when it ends. */
    private static List<Diary.Period> limits(List<Diary.Period> periods) {
        List<Diary.Period> begun = new ArrayList<>(periods);
        begun.sort(Comparator.comparingLong(Diary.Period::fromNanos));
        List<Diary.Period> chosen = new ArrayList<>();
        PriorityQueue<Diary.Period> underWay = new PriorityQueue<>(
                Comparator.comparingLong(Diary.Period::nanos).reversed());
        int next = 0;
        long now = Long.MIN_VALUE;
        while (next < begun.size() || !underWay.isEmpty()) {
            while (next < begun.size() && begun.get(next).fromNanos() <= now) {
                underWay.add(begun.get(next++));
            }
            while (!underWay.isEmpty() && underWay.peek().toNanos() <= now) {
                underWay.remove();
            }
            Diary.Period longest = underWay.peek();
            if (longest == null) {
                if (next == begun.size()) {
                    break;
                }
                now = begun.get(next).fromNanos(); // nobody was active
                continue;
            }
            // one that begins later and lasts longer takes over when it begins
            Diary.Period later = null;
            for (int i = next; i < begun.size() && begun.get(i).fromNanos() < longest.toNanos(); i++) {
                if (begun.get(i).nanos() > (later == null ? longest.nanos() : later.nanos())) {
                    later = begun.get(i);
                }
            }
            chosen.add(longest);
            now = later == null ? longest.toNanos() : later.fromNanos();
            if (later != null) {
                underWay.remove(longest);
            }
        }
        return chosen;
    }

    private static void share(List<Diary.Period> limits, long from, long to, double[] sole, double[] shifting) {
        for (int i = 0; i < limits.size(); i++) {
            Diary.Period one = limits.get(i);
            long begin = Math.max(from, one.fromNanos());
            long end = Math.min(to, one.toNanos());
            long before = i == 0 ? begin : Math.clamp(limits.get(i - 1).toNanos(), begin, end);
            long after = i + 1 == limits.size() ? end : Math.clamp(limits.get(i + 1).fromNanos(), begin, end);
            sole[one.participant()] += Math.max(0, after - before);
            shifting[one.participant()] += Math.max(0, end - begin - Math.max(0, after - before));
        }
    }

    /** Share of the time in which it was the limit, alone or while that shifted; the latter counts half. */
    public double limits(int participant) {
        return sole[participant] + shifting[participant] / 2;
    }

    /** Those that were the limit at all, most often first. */
    public List<Integer> ranked() {
        return IntStream.range(0, sole.length).boxed().filter(i -> limits(i) > 0)
                .sorted(Comparator.comparingDouble((Integer i) -> limits(i)).reversed()).toList();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Shifting that && Arrays.equals(sole, that.sole) && Arrays.equals(shifting, that.shifting)
                && spans.equals(that.spans);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(sole);
    }
}
