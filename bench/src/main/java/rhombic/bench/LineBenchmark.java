package rhombic.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.PriorityQueue;
import java.util.concurrent.TimeUnit;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.ZigguratSampler;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import rhombic.chance.DistributionText;
import rhombic.chance.Purpose;
import rhombic.chance.RandomStreams;
import rhombic.plant.Plant;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.study.work.Supply;

/**
 * A saturated line of five stations with two places between: a plant with complete statistics against a loop written
 * by hand for this one line that counts nothing but what leaves.
 */
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@State(Scope.Benchmark)
public class LineBenchmark {
    static final int STATIONS = 5;
    static final int BETWEEN = 2;
    private static final double HOURS = 2000;

    private final Study study = line(HOURS);

    static Study line(double hours) {
        Placement at = Placement.at(0, 0);
        List<PlantElement> elements = new ArrayList<>(
                List.of(new GoodsIn("In", at, "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT, OptionalInt.empty())));
        for (int i = 1; i <= STATIONS; i++) {
            elements.add(new Station("S" + i, at, 1, i == 1 ? 0 : BETWEEN, Optional.of(DistributionText.parse("exponential(1 min)"))));
        }
        elements.add(new GoodsOut("Out", at));
        List<Link> links = new ArrayList<>();
        for (int i = 1; i < elements.size(); i++) {
            links.add(new Link(elements.get(i - 1).name(), elements.get(i).name()));
        }
        return new Study("Line", RunPlan.ONE_SHIFT.withLength(Quantity.hours(hours)), List.of(PieceType.usual("Piece")), elements, links);
    }

    @Benchmark
    public long plant() {
        Plant plant = Plant.build(study, 1, null);
        plant.advance(study.plan().length().nanos(), () -> false);
        return plant.figures().out();
    }

    @Benchmark
    public long byHand() {
        return new ByHand(HOURS * 3600).run();
    }

    /** Only this line, only the throughput. */
    static final class ByHand {
        private record End(double time, int station) implements Comparable<End> {
            @Override
            public int compareTo(End other) {
                return Double.compare(time, other.time);
            }
        }

        private final PriorityQueue<End> ends = new PriorityQueue<>();
        private final ZigguratSampler.Exponential[] times = new ZigguratSampler.Exponential[STATIONS];
        private final int[] waiting = new int[STATIONS];
        private final boolean[] busy = new boolean[STATIONS];
        private final boolean[] blocked = new boolean[STATIONS];
        private final double until;
        private double now;
        private long out;

        ByHand(double untilSeconds) {
            until = untilSeconds;
            for (int i = 0; i < STATIONS; i++) {
                UniformRandomProvider stream = new RandomStreams(1, 1).stream("S" + (i + 1), Purpose.WORK);
                times[i] = ZigguratSampler.Exponential.of(stream, 60);
            }
        }

        long run() {
            start(0);
            while (true) {
                End end = ends.poll();
                if (end == null || end.time > until) {
                    return out;
                }
                now = end.time;
                blocked[end.station] = true;
                busy[end.station] = false;
                release(end.station);
            }
        }

        private void start(int station) {
            busy[station] = true;
            ends.add(new End(now + times[station].sample(), station));
        }

        /** Hands on the done piece of a station if it can, and then those that were waiting for its room. */
        private void release(int first) {
            int station = first;
            while (station >= 0 && blocked[station]) {
                if (station == STATIONS - 1) {
                    out++;
                } else if (!busy[station + 1] && !blocked[station + 1]) {
                    start(station + 1);
                } else if (waiting[station + 1] < BETWEEN) {
                    waiting[station + 1]++;
                } else {
                    return;
                }
                blocked[station] = false;
                if (station == 0) {
                    start(0);
                } else if (waiting[station] > 0) {
                    waiting[station]--;
                    start(station);
                }
                station--;
            }
        }
    }
}
