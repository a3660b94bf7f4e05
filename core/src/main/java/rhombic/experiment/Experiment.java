package rhombic.experiment;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BooleanSupplier;
import rhombic.measure.RunFigures;
import rhombic.study.Comparison;
import rhombic.study.Study;

/**
 * Runs variants, replication by replication, on common random numbers: the n-th replication of all variants draws the same numbers
 * wherever they are alike. What the archive has is not run again. Every run is kept as it comes.
 */
public final class Experiment {
    /** Hears how it gets on; called from the threads that run. */
    public interface Listener {
        Listener NONE = new Listener() {};

        /** @param done runs that are there, of those asked for so far */
        default void progressed(Variant variant, int done, int asked) {}
    }

    /** Replications beyond which no interval is pursued. */
    private static final int MOST_REPLICATIONS = 2000;
    /** By how much at least the number of replications grows when an interval is still too wide. */
    private static final int LEAST_MORE = 2;

    private final List<Variant> variants;
    private final Comparison comparison;
    private final RunEngine engine;
    private final Archive archive;
    private final Map<String, Course> courses = new HashMap<>();
    private final Gate gate = new Gate();

    /** How far one variant is. */
    private static final class Course {
        final Variant variant;
        final String mark;
        final List<Response> responses;
        final ResponseNames names;
        final Map<Integer, RunRecord> runs = new ConcurrentHashMap<>();
        volatile int asked;
        volatile String failure = "";

        Course(Variant variant, String mark) {
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
            courses.put(variant.name(), new Course(variant, archive.markOf(variant.study())));
        }
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
        courses.values().forEach(course -> course.asked = replications);
        do {
            fetch();
            make(listener, cancelled);
        } while (widen());
        return sheet();
    }

    /** Makes the runs of some variants only, up to so many replications each. */
    Sheet run(Collection<Variant> some, int replications, Listener listener, BooleanSupplier cancelled) {
        some.forEach(variant -> course(variant).asked = Math.max(course(variant).asked, replications));
        fetch();
        make(listener, cancelled);
        return sheet();
    }

    /** What is there by now. */
    public Sheet sheet() {
        Map<String, List<RunRecord>> runs = new HashMap<>();
        Map<String, String> failures = new HashMap<>();
        courses.forEach((name, course) -> {
            runs.put(name, course.runs.values().stream().sorted(java.util.Comparator.comparingInt(RunRecord::replication)).toList());
            if (!course.failure.isEmpty()) {
                failures.put(name, course.failure);
            }
        });
        return new Sheet(variants, runs, comparison.own(), failures);
    }

    /** Takes what the archive has, without running anything. */
    public Sheet known(int replications) {
        courses.values().forEach(course -> course.asked = replications);
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
        for (Course course : courses.values()) {
            for (int replication = 1; replication <= course.asked; replication++) {
                if (!course.runs.containsKey(replication)) {
                    Optional<RunRecord> kept = archive.find(course.mark, replication);
                    if (kept.isPresent()) {
                        course.runs.put(replication, kept.get());
                    }
                }
            }
        }
    }

    private void make(Listener listener, BooleanSupplier cancelled) {
        Map<Study, Course> byStudy = new java.util.IdentityHashMap<>();
        Map<String, Course> first = new HashMap<>();
        List<RunTask> tasks = new ArrayList<>();
        int most = courses.values().stream().mapToInt(course -> course.asked).max().orElse(0);
        for (int replication = 1; replication <= most; replication++) {
            for (Variant variant : variants) {
                Course course = course(variant);
                // two variants that are the same study need be run but once
                boolean isFirst = first.computeIfAbsent(course.mark, mark -> course) == course;
                if (isFirst && replication <= course.asked && !course.runs.containsKey(replication) && course.failure.isEmpty()) {
                    byStudy.put(variant.study(), course);
                    tasks.add(new RunTask(variant.study(), replication));
                }
            }
        }
        variants.forEach(variant -> listener.progressed(variant, course(variant).runs.size(), course(variant).asked));
        if (!tasks.isEmpty()) {
            engine.run(source(tasks, byStudy, cancelled), new Keeper(byStudy, listener), cancelled);
        }
        if (cancelled.getAsBoolean()) {
            throw new CancellationException("The runs were cancelled");
        }
        for (Variant variant : variants) {
            Course course = course(variant);
            Course twin = first.getOrDefault(course.mark, course);
            if (twin != course) {
                course.runs.putAll(twin.runs);
                course.failure = twin.failure;
                listener.progressed(variant, course.runs.size(), course.asked);
            }
        }
    }

    private Course course(Variant variant) {
        Course course = courses.get(variant.name());
        if (course == null) {
            throw new IllegalArgumentException("Two variants are called " + variant.name());
        }
        return course;
    }

    private TaskSource source(List<RunTask> tasks, Map<Study, Course> courses, BooleanSupplier cancelled) {
        java.util.concurrent.atomic.AtomicInteger next = new java.util.concurrent.atomic.AtomicInteger();
        return () -> {
            while (true) {
                gate.pass();
                int at = next.getAndIncrement();
                if (at >= tasks.size() || cancelled.getAsBoolean()) {
                    return Optional.empty();
                }
                Course course = courses.get(tasks.get(at).study());
                if (course != null && course.failure.isEmpty()) {
                    return Optional.of(tasks.get(at));
                }
            }
        };
    }

    /** Keeps each run as it comes. */
    private final class Keeper implements RunListener {
        private final Map<Study, Course> byStudy;
        private final Listener listener;

        Keeper(Map<Study, Course> byStudy, Listener listener) {
            this.byStudy = byStudy;
            this.listener = listener;
        }

        @Override
        public void finished(RunTask task, RunFigures figures) {
            Course course = java.util.Objects.requireNonNull(byStudy.get(task.study()));
            RunRecord run = RunRecord.of(figures, course.responses, course.names);
            archive.keep(course.mark, run);
            course.runs.put(task.replication(), run);
            listener.progressed(course.variant, course.runs.size(), course.asked);
        }

        @Override
        public boolean failed(RunTask task, RuntimeException why) {
            Course course = java.util.Objects.requireNonNull(byStudy.get(task.study()));
            course.failure = String.valueOf(why.getMessage());
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
            Course course = course(variant);
            Interval interval = sheet.interval(variant, response);
            double wanted = wish * Math.abs(interval.mean());
            if (interval.count() >= 2 && interval.halfWidth() > wanted && course.asked < MOST_REPLICATIONS && course.failure.isEmpty()) {
                double ratio = wanted > 0 ? interval.halfWidth() / wanted : Double.POSITIVE_INFINITY;
                int estimate = (int) Math.min(MOST_REPLICATIONS, Math.ceil(interval.count() * ratio * ratio));
                course.asked = Math.min(MOST_REPLICATIONS, Math.clamp(estimate, course.asked + LEAST_MORE, 3 * course.asked));
                more = true;
            }
        }
        return more;
    }
}
