package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import rhombic.chance.Purpose;
import rhombic.chance.RandomStreams;
import rhombic.chance.TimeSampler;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.EquipmentState;
import rhombic.validation.Lines;

/**
 * Plants against recursions that give the moment of every hand-over exactly, on the very same draws. What differs by one
 * nanosecond, or by one piece, fails.
 */
class SamplePathTest {
    private static final List<String> TIMES = List.of("20 s", "exponential(30 s)", "uniform(5 s, 60 s)", "triangular(10 s, 20 s, 90 s)",
            "lognormal(30 s, 25 s)", "gamma(0.7, 40 s)", "discrete(10 s: 3, 100 s: 1)");

    private static TimeSampler sampler(Study study, String name, Purpose purpose, String time) {
        return Lines.time(time).sampler(new RandomStreams(study.plan().seed(), 1).stream(name, purpose));
    }

    private static String time(Random random) {
        return TIMES.get(random.nextInt(TIMES.size()));
    }

    /**
     * A saturated line with limited rooms, blocked after service (Dallery and Gershwin 1992): the n-th piece leaves station i at
     * D(i, n) = max(max(D(i - 1, n), D(i, n - 1)) + S(i, n), D(i + 1, n - 1 - room of i + 1)).
     */
    @Property(tries = 60, seed = "20261124")
    void aLineWithLimitedRoomsHandsOnAtTheMomentsOfTheRecursion(@ForAll long seed) {
        Random random = new Random(seed);
        int stations = 2 + random.nextInt(6);
        String[] times = new String[stations];
        int[] room = new int[stations];
        List<PlantElement> elements = new ArrayList<>(List.of(onDemand("In")));
        for (int i = 0; i < stations; i++) {
            times[i] = time(random);
            room[i] = i == 0 ? 0 : random.nextInt(4);
            elements.add(station("S" + i, 1, room[i], times[i]));
        }
        elements.add(goodsOut("Out"));
        Study study = new Lines().chain(elements.toArray(PlantElement[]::new)).study(2, 0, 1);
        study = study.withPlan(study.plan().withSeed(Math.abs(seed % 100_000)));
        long end = study.plan().length().nanos();
        long[][] leaves = new long[stations][];
        List<TimeSampler> samplers = new ArrayList<>();
        for (int i = 0; i < stations; i++) {
            leaves[i] = new long[4000];
            samplers.add(sampler(study, "S" + i, Purpose.WORK, times[i]));
        }
        long[] worked = new long[stations];
        int pieces = 0;
        while (pieces == 0 || leaves[0][pieces - 1] <= end) {
            int n = pieces++;
            for (int i = 0; i < stations; i++) {
                long comes = i == 0 ? 0 : leaves[i - 1][n];
                long starts = Math.max(comes, n == 0 ? 0 : leaves[i][n - 1]);
                long done = starts + samplers.get(i).nextNanos();
                worked[i] += Math.max(0, Math.min(end, done) - Math.min(end, starts));
                int before = i + 1 < stations ? n - 1 - room[i + 1] : -1;
                leaves[i][n] = Math.max(done, before >= 0 ? leaves[i + 1][before] : 0);
            }
        }
        RunFigures run = Runs.of(study);
        for (int i = 0; i < stations; i++) {
            EquipmentFigures figures = Runs.at(run, "S" + i);
            long gone = Arrays.stream(leaves[i], 0, pieces).filter(t -> t <= end).count();
            assertEquals(gone, figures.out(), "left station " + i);
            assertEquals(worked[i] / (double) end, figures.share(EquipmentState.WORKING), 1e-12, "worked at station " + i);
            if (gone > 0) {
                double stay = 0;
                for (int n = 0; n < gone; n++) {
                    stay += leaves[i][n] - (i == 0 ? n == 0 ? 0 : leaves[0][n - 1] : leaves[i - 1][n]);
                }
                assertEquals(stay / gone / 1e9, figures.stay().mean(), 1e-6, "stay at station " + i);
            }
        }
        assertEquals(Arrays.stream(leaves[stations - 1], 0, pieces).filter(t -> t <= end).count(), run.out());
    }

    /** Several places served in the order of coming (Kiefer and Wolfowitz 1955): each piece takes the place that is free first. */
    @Property(tries = 60, seed = "20261124")
    void severalPlacesServeAtTheMomentsOfTheRecursion(@ForAll long seed) {
        Random random = new Random(seed);
        int places = 1 + random.nextInt(5);
        String between = time(random);
        String work = time(random);
        Study built = new Lines().chain(arrivals("In", between, 1), station("S", places, 1_000_000, work), goodsOut("Out")).study(3, 0, 1);
        Study study = built.withPlan(built.plan().withSeed(Math.abs(seed % 100_000)));
        long end = study.plan().length().nanos();
        TimeSampler gaps = sampler(study, "In", Purpose.ARRIVAL, between);
        TimeSampler times = sampler(study, "S", Purpose.WORK, work);
        PriorityQueue<Long> free = new PriorityQueue<>();
        for (int i = 0; i < places; i++) {
            free.add(0L);
        }
        long out = 0;
        double stay = 0;
        double worked = 0;
        long in = 0;
        for (long comes = gaps.nextNanos(); comes <= end; comes += gaps.nextNanos()) {
            in++;
            long starts = Math.max(comes, free.remove());
            if (starts > end) {
                break; // and so are all that come after it
            }
            long done = starts + times.nextNanos();
            free.add(done);
            worked += Math.min(end, done) - starts;
            if (done <= end) {
                out++;
                stay += done - comes;
            }
        }
        EquipmentFigures figures = Runs.at(Runs.of(study), "S");
        assertTrue(figures.in() >= in, "those are in, and the ones that come later and wait to the end");
        assertEquals(out, figures.out());
        assertEquals(worked / end / places, figures.share(EquipmentState.WORKING), 1e-12);
        if (out > 0) {
            assertEquals(stay / out / 1e9, figures.stay().mean(), 1e-6);
        }
    }

    /** A closed loop of pallets: the recursion of a line, where piece n at the first station is piece n less the pallets at the last. */
    @Property(tries = 40, seed = "20261124")
    void palletsThatGoRoundKeepTheMomentsOfTheRecursion(@ForAll long seed) {
        Random random = new Random(seed);
        int stations = 2 + random.nextInt(3);
        int pallets = 1 + random.nextInt(6);
        String[] times = new String[stations];
        Lines lines = new Lines();
        PlantElement[] chain = new PlantElement[stations + 1];
        chain[0] = Lines.stock("Stock", "Piece", pallets);
        for (int i = 0; i < stations; i++) {
            times[i] = time(random);
            chain[i + 1] = new Station("S" + i, Lines.SOMEWHERE, 1, 100, Optional.of(Lines.time(times[i])));
        }
        Study built = lines.chain(chain).link("S" + (stations - 1), "S0").study(2, 0, 1);
        Study study = built.withPlan(built.plan().withSeed(Math.abs(seed % 100_000)));
        long end = study.plan().length().nanos();
        long[][] leaves = new long[stations][6000];
        List<TimeSampler> samplers = new ArrayList<>();
        for (int i = 0; i < stations; i++) {
            samplers.add(sampler(study, "S" + i, Purpose.WORK, times[i]));
        }
        int pieces = 0;
        while (pieces == 0 || leaves[0][pieces - 1] <= end) {
            int n = pieces++;
            for (int i = 0; i < stations; i++) {
                long comes = i > 0 ? leaves[i - 1][n] : n < pallets ? 0 : leaves[stations - 1][n - pallets];
                leaves[i][n] = Math.max(comes, n == 0 ? 0 : leaves[i][n - 1]) + samplers.get(i).nextNanos();
            }
        }
        RunFigures run = Runs.of(study);
        for (int i = 0; i < stations; i++) {
            assertEquals(Arrays.stream(leaves[i], 0, pieces).filter(t -> t <= end).count(), Runs.at(run, "S" + i).out(),
                    "left station " + i);
        }
        assertEquals(pallets, run.inside());
    }
}
