package rhombic.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import rhombic.experiment.Experiment;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.RunListener;
import rhombic.experiment.RunTask;
import rhombic.experiment.Variant;
import rhombic.formats.results.ResultsFile;
import rhombic.formats.study.StudyFormatException;
import rhombic.formats.study.StudyReader;
import rhombic.study.Alternative;
import rhombic.study.Comparison;
import rhombic.study.Study;
import rhombic.study.change.Changes;

/** An experiment of 20 alternatives by 30 replications of the demo's shift: on two threads against one, and against the bare runs. */
final class ExperimentRatios {
    private static final int ALTERNATIVES = 20;
    private static final int REPLICATIONS = 30;

    private ExperimentRatios() {}

    static void print(int rounds) throws IOException, StudyFormatException {
        Study demo = StudyReader.open(Path.of("demo/bench/heat-pump-line.rhombic.json")).withComparison(Comparison.NONE);
        Comparison comparison = Comparison.NONE;
        for (int i = 1; i < ALTERNATIVES; i++) {
            // another seed is another study to run, of the same cost
            Study other = demo.withPlan(demo.plan().withSeed(100 + i));
            comparison = comparison.with(new Alternative("Alternative " + i, Changes.between(demo, other), null));
        }
        List<Variant> variants = Variant.alternatives(demo.withComparison(comparison));
        double bare = Double.POSITIVE_INFINITY;
        double one = Double.POSITIVE_INFINITY;
        double two = Double.POSITIVE_INFINITY;
        double loopsOne = Double.POSITIVE_INFINITY;
        double loopsTwo = Double.POSITIVE_INFINITY;
        experiment(variants, comparison, 2); // once for the compiler
        for (int round = 0; round < rounds; round++) {
            bare = Math.min(bare, bare(variants));
            one = Math.min(one, experiment(variants, comparison, 1));
            two = Math.min(two, experiment(variants, comparison, 2));
            loopsOne = Math.min(loopsOne, Ratios.secondsOfLoops(1));
            loopsTwo = Math.min(loopsTwo, Ratios.secondsOfLoops(2));
        }
        System.out.printf(Locale.ROOT,
                "20 alternatives by 30 replications on two threads against one: %.2f times as fast; loops that share nothing, %.2f times "
                        + "(asked: 1.8 where these reach 1.9)%n",
                one / two, loopsOne / loopsTwo);
        System.out.printf(Locale.ROOT,
                "its time on one thread over that of the bare runs: %.1f %% more (asked: at most 10 %%); %.0f ms a run%n",
                100 * (one / bare - 1), 1000 * bare / (ALTERNATIVES * REPLICATIONS));
    }

    private static double bare(List<Variant> variants) {
        List<RunTask> tasks = new ArrayList<>();
        for (Variant variant : variants) {
            for (int r = 1; r <= REPLICATIONS; r++) {
                tasks.add(new RunTask(variant.study(), r));
            }
        }
        try (LocalEngine engine = new LocalEngine(1)) {
            long begun = System.nanoTime();
            engine.run(tasks, RunListener.NONE, () -> false);
            return (System.nanoTime() - begun) / 1e9;
        }
    }

    private static double experiment(List<Variant> variants, Comparison comparison, int threads) throws IOException {
        Path folder = Files.createTempDirectory("rhombic-bench");
        Path file = folder.resolve("runs.jsonl");
        try (LocalEngine engine = new LocalEngine(threads); ResultsFile archive = ResultsFile.open(file)) {
            long begun = System.nanoTime();
            new Experiment(variants, comparison, engine, archive).run(REPLICATIONS, Experiment.Listener.NONE, () -> false);
            return (System.nanoTime() - begun) / 1e9;
        } finally {
            Files.deleteIfExists(file);
            Files.delete(folder);
        }
    }

    /** Only these, for who looks at them. */
    public static void main(String[] args) throws IOException, StudyFormatException {
        print(8);
    }
}
