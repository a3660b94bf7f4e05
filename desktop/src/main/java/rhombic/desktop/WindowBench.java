package rhombic.desktop;

import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.event.EventType;
import javafx.scene.Node;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.frame.FileAsker;
import rhombic.desktop.frame.MainWindow;
import rhombic.desktop.frame.Workspace;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.RecentFiles;
import rhombic.desktop.work.Workbench;
import rhombic.formats.file.Journal;
import rhombic.study.NamedView;
import rhombic.study.Study;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Station;

/**
 * Measures in the real window: from an edit to the new outlook, and what moving pieces cost a frame; with the argument
 * {@code belts} only what pieces on conveyors cost, with {@code edits} only the former, with {@code large} only what the hand does in a study
 * of 5,000 elements.
 */
public final class WindowBench extends Application {
    private static final int EDITS = 15;
    /** The window has come to rest after an edit, as it has when a person makes the next. */
    private static final long SETTLED_MILLIS = 700;
    /** Nobody changes a study before having looked at it. */
    private static final long LOOKED_AT_MILLIS = 4000;
    private static final int ROUNDS = 5;
    private static final int FRAMES = 60;
    private static final int BELT_ROUNDS = 2;

    private @Nullable MainWindow window;

    public static void main(String[] args) {
        launch(args);
    }

    @Override
    public void start(Stage stage) throws Exception {
        RhombicApp.prepare();
        Path state = Files.createTempDirectory("rhombic-bench");
        MainWindow made = new MainWindow(new Workbench(Study.empty()), FileAsker.dialogs(stage), new Journal(state),
                new RecentFiles(state));
        window = RhombicApp.runIn(made);
        stage.setScene(RhombicApp.scene(made.root(), 1280, 800));
        stage.show();
        Thread.ofPlatform().start(() -> {
            int code = 0;
            try {
                List<String> only = getParameters().getRaw();
                if (only.contains("belts")) {
                    belts(made);
                } else if (only.contains("edits")) {
                    edits(made);
                } else if (only.contains("large")) {
                    large(made);
                } else if (only.contains("vehicles")) {
                    vehicles(made);
                } else if (only.contains("cranes")) {
                    cranes(made);
                } else if (only.contains("racks")) {
                    racks(made);
                } else {
                    measure(made);
                }
            } catch (Exception e) {
                System.err.println("The window could not be measured: " + e);
                code = 1;
            }
            System.exit(code);
        });
    }

    private static void edits(MainWindow window) throws Exception {
        onWindow(() -> window.open(Path.of("demo/bench/heat-pump-line.rhombic.json")));
        awaitFresh(window);
        TimeUnit.MILLISECONDS.sleep(LOOKED_AT_MILLIS);
        double[] millis = new double[EDITS];
        for (int i = 0; i < EDITS; i++) {
            int room = 2 + i;
            long begun = System.nanoTime();
            onWindow(() -> {
                window.bench().edit("room", s -> s.changed("Frame buffer", e -> ((Buffer) e).withCapacity(OptionalInt.of(room))));
                return true;
            });
            awaitFresh(window);
            millis[i] = (System.nanoTime() - begun) / 1e6;
            TimeUnit.MILLISECONDS.sleep(SETTLED_MILLIS);
        }
        say("from an edit to the new outlook: median %.0f ms (asked: at most 250 ms); one by one %s", median(millis),
                Arrays.stream(millis).mapToObj(one -> String.format(Locale.ROOT, "%.0f", one)).toList());
    }

    private static void measure(MainWindow window) throws Exception {
        edits(window);
        double idle = millisBetweenFrames(() -> {});
        double still = drawnAtRest(window);
        onWindow(() -> {
            window.player().play();
            return true;
        });
        double playing = millisBetweenFrames(() -> {});
        say("a frame of the demo takes %.0f ms at rest when it is drawn (%.0f ms when nothing is), %.0f ms while it plays, %.1f times "
                + "(asked: at most 2)", still, idle, playing, playing / still);
        vehicles(window);
        racks(window);
        cranes(window);
        frames(window);
        belts(window);
        thousandStations(window);
        large(window);
    }

    /** The hand in a study of 5,000 elements: plan and 3D by turns, pointing, sweeping a box over all, moving all. */
    private static void large(MainWindow window) throws Exception {
        onWindow(() -> {
            window.bench().open(BenchStudies.grid(), Optional.empty(), true);
            window.go(Workspace.BUILD);
            window.floor().fit(Set.of());
            return true;
        });
        awaitFresh(window);
        TimeUnit.MILLISECONDS.sleep(LOOKED_AT_MILLIS);
        double[] switches = new double[2 * ROUNDS];
        for (int i = 0; i < switches.length; i++) {
            switches[i] = millisUntilDrawn(() -> window.floor().togglePlan());
        }
        say("5,000 elements: from plan to 3D and back %.0f ms, the first time %.0f ms (asked: at most 300)", median(switches),
                switches[0]);
        var floor = window.floor();
        double width = floor.getWidth();
        double height = floor.getHeight();
        double[] points = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            double x = width * (i + 1) / (ROUNDS + 1);
            points[i] = millisUntilDrawn(() -> mouse(floor, MouseEvent.MOUSE_MOVED, x, height / 2));
        }
        say("pointing at one of them %.0f ms", median(points));
        double boxed = millisUntilDrawn(() -> {
            mouse(floor, MouseEvent.MOUSE_PRESSED, 2, 2);
            mouse(floor, MouseEvent.MOUSE_DRAGGED, width / 2, height / 2);
            mouse(floor, MouseEvent.MOUSE_DRAGGED, width - 2, height - 2);
            mouse(floor, MouseEvent.MOUSE_RELEASED, width - 2, height - 2);
        });
        int selected = onWindow(() -> window.bench().selection().size());
        say("a box over %d of them %.0f ms", selected, boxed);
        double moved = millisUntilDrawn(() -> window.bench().edit("move all",
                study -> Edits.moved(study, window.bench().selection(), 1, 0)));
        say("moving them %.0f ms", moved);
    }

    private static void mouse(Node node, EventType<MouseEvent> type, double x, double y) {
        boolean isDown = type != MouseEvent.MOUSE_MOVED && type != MouseEvent.MOUSE_RELEASED;
        node.fireEvent(new MouseEvent(type, x, y, x, y, type == MouseEvent.MOUSE_MOVED ? MouseButton.NONE : MouseButton.PRIMARY, 1, false,
                false, false, false, isDown, false, false, false, false, false, null));
    }

    /** Until the second frame after it has begun, so that what it changes has been drawn. */
    private static double millisUntilDrawn(Runnable action) throws Exception {
        CountDownLatch drawn = new CountDownLatch(1);
        long[] took = new long[1];
        Platform.runLater(() -> {
            long begun = System.nanoTime();
            action.run();
            new AnimationTimer() {
                private int frames;

                @Override
                public void handle(long now) {
                    if (++frames == 3) {
                        took[0] = System.nanoTime() - begun;
                        stop();
                        drawn.countDown();
                    }
                }
            }.start();
        });
        if (!drawn.await(60, TimeUnit.SECONDS)) {
            throw new IllegalStateException("No frames for a minute");
        }
        TimeUnit.MILLISECONDS.sleep(SETTLED_MILLIS);
        return took[0] / 1e6;
    }

    /** Forty belts of 500 pieces each: all stand, a tenth moves, all move; against the same floor without pieces. */
    private static void belts(MainWindow window) throws Exception {
        double empty = Double.MAX_VALUE;
        double few = Double.MAX_VALUE;
        double all = Double.MAX_VALUE;
        for (int i = 0; i < BELT_ROUNDS; i++) {
            empty = Math.min(empty, millisForAFrame(window, BenchStudies.belts(false, BenchStudies.BELTS)));
            few = Math.min(few, millisForAFrame(window, BenchStudies.belts(true, BenchStudies.BELTS / 10)));
            all = Math.min(all, millisForAFrame(window, BenchStudies.belts(true, BenchStudies.BELTS)));
        }
        say("a frame with %d pieces on conveyors takes %.0f ms with a tenth of them moving, %.1f times an empty one (asked: at most 3), "
                + "%.0f ms with all moving, %.1f times (asked: at most 6)", BenchStudies.BELTS * BenchStudies.ON_EACH_BELT, few,
                few / empty, all, all / empty);
    }

    /**
     * The longest that the window's thread is busy in one go while a study of 1,000 stations with a formula each is edited and
     * run: a note is sent to it every millisecond, and the processor time that it has used between two of them is measured, so that
     * what else the machine does at that time does not count.
     */
    private static void thousandStations(MainWindow window) throws Exception {
        Study study = BenchStudies.formulas();
        onWindow(() -> {
            window.bench().open(study, Optional.empty(), true);
            window.go(Workspace.BUILD);
            window.floor().fit(Set.of());
            return true;
        });
        awaitFresh(window);
        TimeUnit.MILLISECONDS.sleep(3 * SETTLED_MILLIS);
        double still = longestMillis(() -> TimeUnit.MILLISECONDS.sleep(2000));
        double[] edits = new double[EDITS];
        double editing = longestMillis(() -> {
            for (int i = 0; i < EDITS; i++) {
                int room = 2 + i;
                long begun = System.nanoTime();
                edits[room - 2] = onWindow(() -> {
                    long own = System.nanoTime();
                    window.bench().edit("room",
                            s -> s.changed("S 500", e -> ((Station) e).with(((Station) e).work().withInputCapacity(room))));
                    return (System.nanoTime() - own) / 1e6;
                });
                awaitFresh(window);
                TimeUnit.NANOSECONDS.sleep(Math.max(0, SETTLED_MILLIS * 1_000_000 - (System.nanoTime() - begun)));
            }
        });
        say("1,000 stations with a formula each, edited and run: an edit %.0f ms; the window's thread busy for at most %.0f ms in one go "
                + "(%.0f ms at rest; asked: at most 50)", median(edits), editing, still);
    }

    /** The camera is put where it is, so that the scene is drawn although nothing in it has changed. */
    private static double drawnAtRest(MainWindow window) throws Exception {
        NamedView[] seen = new NamedView[1];
        onWindow(() -> {
            seen[0] = window.floor().seen("still");
            window.floor().look(seen[0]);
            return true;
        });
        return millisBetweenFrames(() -> window.floor().look(seen[0]));
    }

    private interface Doing {
        void run() throws Exception;
    }

    private static double longestMillis(Doing doing) throws Exception {
        boolean[] ended = new boolean[1];
        long[] longest = new long[1];
        Thread watch = Thread.ofPlatform().daemon().start(() -> {
            try {
                long before = onWindow(ManagementFactory.getThreadMXBean()::getCurrentThreadCpuTime);
                while (!ended[0]) {
                    long now = onWindow(ManagementFactory.getThreadMXBean()::getCurrentThreadCpuTime);
                    longest[0] = Math.max(longest[0], now - before);
                    before = now;
                    TimeUnit.MILLISECONDS.sleep(1);
                }
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        });
        doing.run();
        ended[0] = true;
        watch.join();
        return longest[0] / 1e6;
    }

    private static void awaitFresh(MainWindow window) throws Exception {
        while (!onWindow(() -> window.outlook().last().filter(f -> f.summary().study().equals(window.bench().study())).isPresent())) {
            TimeUnit.MILLISECONDS.sleep(1);
        }
    }

    /** Lanes of stations with their pieces handed on all the time, against the same floor without pieces. */
    private static void frames(MainWindow window) throws Exception {
        double[] ratios = new double[ROUNDS];
        double[] with = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            double empty = millisForAFrame(window, BenchStudies.lanes(false));
            with[i] = millisForAFrame(window, BenchStudies.lanes(true));
            ratios[i] = with[i] / empty;
        }
        say("a frame with %d moving pieces takes %.0f ms, %.2f times one with none (asked: at most 1.6)",
                BenchStudies.LANES * BenchStudies.IN_EACH_LANE,
                median(with), median(ratios));
    }

    /** Vehicles that drive all the time but while they pick up and set down, against the same floor with one in each fleet that stands, both seen from the same place. */
    private static void vehicles(MainWindow window) throws Exception {
        millisForAFrame(window, BenchStudies.driven(true));
        NamedView all = onWindow(() -> window.floor().seen("all"));
        double[] ratios = new double[ROUNDS];
        double[] with = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            double empty = millisForAFrame(window, BenchStudies.driven(false), () -> window.floor().look(all));
            with[i] = millisForAFrame(window, BenchStudies.driven(true), () -> window.floor().look(all));
            ratios[i] = with[i] / empty;
        }
        say("a frame with %d moving vehicles takes %.0f ms, %.2f times one with ten that stand (asked: at most 1.5)",
                BenchStudies.FLEETS * BenchStudies.IN_EACH_FLEET,
                median(with), median(ratios));
    }

    /** A rack of 100,000 slots, four fifths of them full, while its cranes move, against the same rack with next to nothing in it. */
    private static void racks(MainWindow window) throws Exception {
        millisForAFrame(window, BenchStudies.rack(true));
        NamedView all = onWindow(() -> window.floor().seen("all"));
        double[] ratios = new double[ROUNDS];
        double[] with = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            double empty = millisForAFrame(window, BenchStudies.rack(false), () -> window.floor().look(all));
            with[i] = millisForAFrame(window, BenchStudies.rack(true), () -> window.floor().look(all));
            ratios[i] = with[i] / empty;
        }
        say("a frame with a rack of 100,000 slots, 80 %% full, takes %.0f ms, %.2f times one of the rack nearly empty (asked: at most 2)",
                median(with),
                median(ratios));
    }

    /** Twenty bridge cranes that lift all the time, against the same floor without them. */
    private static void cranes(MainWindow window) throws Exception {
        millisForAFrame(window, BenchStudies.cranes(true));
        NamedView all = onWindow(() -> window.floor().seen("all"));
        double[] ratios = new double[ROUNDS];
        double[] with = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            double empty = millisForAFrame(window, BenchStudies.cranes(false), () -> window.floor().look(all));
            with[i] = millisForAFrame(window, BenchStudies.cranes(true), () -> window.floor().look(all));
            ratios[i] = with[i] / empty;
        }
        say("a frame with twenty bridge cranes that lift takes %.0f ms, %.2f times one without them (asked: at most 1.3)", median(with),
                median(ratios));
    }

    private static double millisForAFrame(MainWindow window, Study study) throws Exception {
        return millisForAFrame(window, study, () -> {});
    }

    private static double millisForAFrame(MainWindow window, Study study, Runnable afterFit) throws Exception {
        onWindow(() -> {
            window.bench().open(study, Optional.empty(), true);
            window.go(Workspace.BUILD);
            window.floor().options().setNames(false);
            window.floor().fit(Set.of());
            afterFit.run();
            window.player().setSpeedIndex(0);
            window.player().seek(120_000_000_000L);
            return true;
        });
        while (!onWindow(() -> window.player().writtenNanos() > 400_000_000_000L)) {
            TimeUnit.MILLISECONDS.sleep(5);
        }
        onWindow(() -> {
            window.player().play();
            return true;
        });
        TimeUnit.MILLISECONDS.sleep(400);
        return millisBetweenFrames(() -> {});
    }

    private static double millisBetweenFrames(Runnable eachFrame) throws Exception {
        CountDownLatch done = new CountDownLatch(FRAMES);
        long[] first = new long[1];
        long[] last = new long[1];
        Platform.runLater(() -> new AnimationTimer() {
            @Override
            public void handle(long now) {
                first[0] = first[0] == 0 ? now : first[0];
                last[0] = now;
                eachFrame.run();
                done.countDown();
                if (done.getCount() == 0) {
                    stop();
                }
            }
        }.start());
        if (!done.await(60, TimeUnit.SECONDS)) {
            throw new IllegalStateException("No frames for a minute");
        }
        return (last[0] - first[0]) / 1e6 / (FRAMES - 1);
    }

    private static <T> T onWindow(Supplier<T> action) throws Exception {
        CountDownLatch done = new CountDownLatch(1);
        List<T> result = new ArrayList<>();
        Platform.runLater(() -> {
            result.add(action.get());
            done.countDown();
        });
        if (!done.await(60, TimeUnit.SECONDS)) {
            throw new IllegalStateException("The window did not answer for a minute");
        }
        return result.getFirst();
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private static void say(String format, Object... values) {
        System.out.println(String.format(Locale.ROOT, format, values));
    }

    @Override
    public void stop() {
        if (window != null) {
            window.close();
        }
    }
}
