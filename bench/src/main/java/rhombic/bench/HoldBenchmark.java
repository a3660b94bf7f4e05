package rhombic.bench;

import java.util.PriorityQueue;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;

/**
 * The hold model (Jones 1986): take the next event, schedule it anew a random time later, with a fixed number
 * pending. Ours against the priority queue of the JDK.
 */
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
public class HoldBenchmark {

    /** Our calendar, through the simulator as plants use it. */
    @State(Scope.Thread)
    public static class Ours {
        @Param({"1000", "100000"}) int pending;

        Simulator simulator = new Simulator();

        @Setup(Level.Iteration)
        public void fill() {
            simulator = new Simulator();
            SplittableRandom random = new SplittableRandom(1);
            for (int i = 0; i < pending; i++) {
                simulator.schedule(new Again(simulator, random), random.nextLong(1_000_000));
            }
        }

        private static final class Again extends Event {
            private final Simulator simulator;
            private final SplittableRandom random;

            Again(Simulator simulator, SplittableRandom random) {
                this.simulator = simulator;
                this.random = random;
            }

            @Override
            protected void occur() {
                simulator.schedule(this, random.nextLong(1_000_000));
            }
        }
    }

    /** A plain loop over a {@link PriorityQueue}, ordered by time and then by age as ours is. */
    @State(Scope.Thread)
    public static class Queue {
        @Param({"1000", "100000"}) int pending;

        PriorityQueue<Entry> queue = new PriorityQueue<>();
        SplittableRandom random = new SplittableRandom(1);
        long made;

        @Setup(Level.Iteration)
        public void fill() {
            queue = new PriorityQueue<>(pending + 1);
            random = new SplittableRandom(1);
            for (int i = 0; i < pending; i++) {
                queue.add(new Entry(random.nextLong(1_000_000), made++));
            }
        }

        record Entry(long time, long age) implements Comparable<Entry> {
            @Override
            public int compareTo(Entry other) {
                return time != other.time ? Long.compare(time, other.time) : Long.compare(age, other.age);
            }
        }
    }

    @Benchmark
    public boolean ours(Ours state) {
        return state.simulator.step(Long.MAX_VALUE - 1);
    }

    @Benchmark
    public long queue(Queue state) {
        Queue.Entry next = state.queue.poll();
        state.queue.add(new Queue.Entry(next.time() + state.random.nextLong(1_000_000), state.made++));
        return next.time();
    }
}
