package rhombic.experiment;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import rhombic.measure.RunFigures;
import rhombic.study.Comparison;
import rhombic.study.Study;
import rhombic.study.change.StudyMark;

/**
 * Runs variants, replication by replication, on common random numbers: the n-th replication of all variants draws the same numbers
 * wherever they are alike. What the archive has is not run again. Every run is kept as it comes.
 */
public final class Experiment {
    /** Hears how it gets on; called from the threads that run. */
    public interface Listener {
        Listener NONE = new Listener() {};

        /** @param done runs that are there, of those asked for so far */
        default void onProgress(Variant variant, int done, int asked) {}
    }

    /** Replications beyond which no interval is pursued. */
    private static final int MAX_REPLICATIONS = 2000;
    /** By how much at least the number of replications grows when an interval is still too wide. */
    private static final int MIN_MORE = 2;

    private final List<Variant> variants;
    private final Comparison comparison;
    private final RunEngine engine;
    private final Archive archive;
    private final Map<String, VariantRuns> variantRuns = new HashMap<>();
    private final Gate gate = new Gate();

    /** How far one variant is. */
    private static final class VariantRuns {
        final Variant variant;
        final String mark;
        final List<Response> responses;
        final ResponseNames names;
        final Map<Integer, RunRecord> runs = new ConcurrentHashMap<>();
        volatile int asked;
        volatile String failure = "";

        VariantRuns(Variant variant, String mark) {
            this.variant = variant;
            this.mark = mark;
            responses = Response.all(variant.study());
            names = new ResponseNames(responses.stream().map(Response::key).toList());
        }
    }

    /** Holds runs back while it is shut. */
    private static final class Gate {
        private boolean shut;

        synchronized void set(boolean isShut) {
            shut = isShut;
            notifyAll();
        }

        synchronized boolean isShut() {
            return shut;
        }

        synchronized void pass() throws InterruptedException {
            while (shut) {
                wait();
            }
        }
    }

    public Experiment(List<Variant> variants, Comparison comparison, RunEngine engine, Archive archive) {
        this.variants = List.copyOf(variants);
        this.comparison = comparison;
        this.engine = engine;
        this.archive = archive;
        for (Variant variant : variants) {
            variantRuns.put(variant.name(), new VariantRuns(variant, StudyMark.of(variant.study())));
        }
    }

    /** Under which marks its runs are kept. */
    public Set<String> marks() {
        return variantRuns.values().stream().map(runs -> runs.mark).collect(Collectors.toSet());
    }

    /** How many replications of each are asked for to begin with. */
    public static int replications(Study study) {
        int asked = study.comparison().replications();
        return asked > 0 ? asked : study.plan().replications();
    }

    /**
     * Makes all runs that are not there yet, and more if the comparison asks for narrow intervals.
     *
     * @throws java.util.concurrent.CancellationException if cancelled; what was made is kept
     */
    public Sheet run(int replications, Listener listener, BooleanSupplier cancelled) {
        variantRuns.values().forEach(runs -> runs.asked = replications);
        do {
            fetch();
            make(listener, cancelled);
        } while (widen());
        return sheet();
    }

    /** Makes the runs of some variants only, up to so many replications each. */
    Sheet run(Collection<Variant> some, int replications, Listener listener, BooleanSupplier cancelled) {
        some.forEach(variant -> variantRuns(variant).asked = Math.max(variantRuns(variant).asked, replications));
        fetch();
        make(listener, cancelled);
        return sheet();
    }

    /** What is there by now. */
    public Sheet sheet() {
        Map<String, List<RunRecord>> runs = new HashMap<>();
        Map<String, String> failures = new HashMap<>();
        variantRuns.forEach((name, one) -> {
            runs.put(name, one.runs.values().stream().sorted(Comparator.comparingInt(RunRecord::replication)).toList());
            if (!one.failure.isEmpty()) {
                failures.put(name, one.failure);
            }
        });
        return new Sheet(variants, runs, comparison.own(), failures);
    }

    /** Takes what the archive has, without running anything. */
    public Sheet known(int replications) {
        variantRuns.values().forEach(runs -> runs.asked = replications);
        fetch();
        return sheet();
    }

    /** Runs under way go on to their end; none is begun until {@link #goOn}. */
    public void pause() {
        gate.set(true);
    }

    public void goOn() {
        gate.set(false);
    }

    public boolean isPaused() {
        return gate.isShut();
    }

    private void fetch() {
        for (VariantRuns runs : variantRuns.values()) {
            for (int replication = 1; replication <= runs.asked; replication++) {
                if (!runs.runs.containsKey(replication)) {
                    Optional<RunRecord> kept = archive.find(runs.mark, replication);
                    if (kept.isPresent() && kept.get().names().equals(runs.names)) { // else other figures were measured then
                        runs.runs.put(replication, kept.get());
                    }
                }
            }
        }
    }

    private void make(Listener listener, BooleanSupplier cancelled) {
        Map<Study, VariantRuns> byStudy = new IdentityHashMap<>();
        Map<String, VariantRuns> first = new HashMap<>();
        List<RunTask> tasks = new ArrayList<>();
        int max = variantRuns.values().stream().mapToInt(runs -> runs.asked).max().orElse(0);
        for (int replication = 1; replication <= max; replication++) {
            for (Variant variant : variants) {
                VariantRuns runs = variantRuns(variant);
                // two variants that are the same study need be run but once
                boolean isFirst = first.computeIfAbsent(runs.mark, mark -> runs) == runs;
                if (isFirst && replication <= runs.asked && !runs.runs.containsKey(replication) && runs.failure.isEmpty()) {
                    byStudy.put(variant.study(), runs);
                    tasks.add(new RunTask(variant.study(), replication));
                }
            }
        }
        variants.forEach(variant -> listener.onProgress(variant, variantRuns(variant).runs.size(), variantRuns(variant).asked));
        if (!tasks.isEmpty()) {
            engine.run(source(tasks, byStudy, cancelled), new Keeper(byStudy, listener), cancelled);
        }
        if (cancelled.getAsBoolean()) {
            throw new CancellationException("The runs were cancelled");
        }
        for (Variant variant : variants) {
            VariantRuns runs = variantRuns(variant);
            VariantRuns twin = first.getOrDefault(runs.mark, runs);
            if (twin != runs) {
                runs.runs.putAll(twin.runs);
                runs.failure = twin.failure;
                listener.onProgress(variant, runs.runs.size(), runs.asked);
            }
        }
    }

    private VariantRuns variantRuns(Variant variant) {
        VariantRuns runs = variantRuns.get(variant.name());
        if (runs == null) {
            throw new IllegalArgumentException("Two variants are called " + variant.name());
        }
        return runs;
    }

    private TaskSource source(List<RunTask> tasks, Map<Study, VariantRuns> all, BooleanSupplier cancelled) {
        AtomicInteger next = new AtomicInteger();
        return () -> {
            while (true) {
                gate.pass();
                int at = next.getAndIncrement();
                if (at >= tasks.size() || cancelled.getAsBoolean()) {
                    return Optional.empty();
                }
                VariantRuns runs = all.get(tasks.get(at).study());
                if (runs != null && runs.failure.isEmpty()) {
                    return Optional.of(tasks.get(at));
                }
            }
        };
    }

    /** Keeps each run as it comes. */
    private final class Keeper implements RunListener {
        private final Map<Study, VariantRuns> byStudy;
        private final Listener listener;

        Keeper(Map<Study, VariantRuns> byStudy, Listener listener) {
            this.byStudy = byStudy;
            this.listener = listener;
        }

        @Override
        public void onFinished(RunTask task, RunFigures figures) {
            VariantRuns runs = Objects.requireNonNull(byStudy.get(task.study()));
            RunRecord run = RunRecord.of(figures, runs.responses, runs.names);
            archive.keep(runs.mark, run);
            runs.runs.put(task.replication(), run);
            listener.onProgress(runs.variant, runs.runs.size(), runs.asked);
        }

        @Override
        public boolean onFailed(RunTask task, RuntimeException why) {
            VariantRuns runs = Objects.requireNonNull(byStudy.get(task.study()));
            runs.failure = String.valueOf(why.getMessage());
            return true;
        }
    }

    /** Asks for more replications where an interval is wider than wished; says whether it did. */
    private boolean widen() {
        double wish = comparison.targetHalfWidth();
        if (!(wish > 0)) {
            return false;
        }
        String response = comparison.responses().isEmpty() ? Response.THROUGHPUT.key() : comparison.responses().getFirst();
        Sheet sheet = sheet();
        boolean more = false;
        for (Variant variant : variants) {
            VariantRuns runs = variantRuns(variant);
            Interval interval = sheet.interval(variant, response);
            double wanted = wish * Math.abs(interval.mean());
            if (interval.count() >= 2 && interval.halfWidth() > wanted && runs.asked < MAX_REPLICATIONS && runs.failure.isEmpty()) {
                double ratio = wanted > 0 ? interval.halfWidth() / wanted : Double.POSITIVE_INFINITY;
                int estimate = (int) Math.min(MAX_REPLICATIONS, Math.ceil(interval.count() * ratio * ratio));
                runs.asked = Math.min(MAX_REPLICATIONS, Math.clamp(estimate, runs.asked + MIN_MORE, 3 * runs.asked));
                more = true;
            }
        }
        return more;
    }
}
