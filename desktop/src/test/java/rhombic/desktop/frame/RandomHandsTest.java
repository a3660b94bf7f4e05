package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.geometry.VerticalDirection;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.robot.Motion;
import org.testfx.util.WaitForAsyncUtils;
import rhombic.formats.file.ErrorLog;
import rhombic.formats.study.StudyReader;
import rhombic.study.Study;

/**
 * Hands that know nothing work the window for as long as is asked ({@code -Dhands.minutes}), from a fresh seed that is told
 * ({@code -Dhands.seed}): no error of the program may come of it, and the window must still answer.
 */
@Tag("validation")
class RandomHandsTest extends WindowBase {
    private static final List<KeyCode> KEYS = List.of(KeyCode.L, KeyCode.M, KeyCode.P, KeyCode.R, KeyCode.F, KeyCode.DIGIT1, KeyCode.DIGIT2,
            KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.SPACE, KeyCode.DELETE, KeyCode.ESCAPE, KeyCode.ENTER, KeyCode.TAB, KeyCode.UP,
            KeyCode.DOWN, KeyCode.LEFT, KeyCode.RIGHT, KeyCode.HOME, KeyCode.END, KeyCode.PERIOD, KeyCode.SLASH, KeyCode.BACK_SPACE);
    private static final List<KeyCode> WITH_CONTROL = List.of(KeyCode.Z, KeyCode.Y, KeyCode.X, KeyCode.C, KeyCode.V, KeyCode.D, KeyCode.A,
            KeyCode.S, KeyCode.O, KeyCode.N);
    private static final List<String> TEXTS = List.of("", "5", "0 s", "-3 m", "exponential(90 s)", "1,5 min", "station", "sta",
            "2 x 2, 3 m",
            "08:00", "mon-fri 06:00-14:00", "(((", "100 %", "90 s\t3", "Brazer", "\u6D82", "9".repeat(40));
    private static final Path NOTES = Path.of("target", "hands.txt");
    private static final long LONG_NANOS = 3_000_000_000L;
    private static final int ACTIONS_WITH_ONE_STUDY = 150;

    private final long seed = Long.getLong("hands.seed", System.nanoTime());
    private final Random random = new Random(seed);
    /** When the action under way began; 0 while there is none. */
    private final AtomicLong watched = new AtomicLong();
    private final List<String> slow = Collections.synchronizedList(new ArrayList<>());

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        window.tellErrors(new ErrorLog(folder));
    }

    @Test
    void whateverHandsDoNothingFails(FxRobot robot) throws Exception {
        System.out.println("random hands, seed " + seed);
        List<Study> studies = new ArrayList<>(List.of(Study.empty()));
        try (Stream<Path> demos = Files.walk(Path.of("../demo"))) {
            for (Path demo : demos.filter(file -> file.toString().endsWith(".rhombic.json")).sorted().toList()) {
                studies.add(StudyReader.open(demo));
            }
        }
        long until = System.nanoTime() + (long) (Double.parseDouble(System.getProperty("hands.minutes", "10")) * 60e9);
        int actions = 0;
        double slowest = 0;
        String slowestAction = "";
        StringBuilder last = new StringBuilder();
        Thread watcher = Thread.ofPlatform().daemon().start(this::noteWhatTakesLong);
        while (System.nanoTime() < until && errors().isEmpty()) {
            if (actions++ % ACTIONS_WITH_ONE_STUDY == 0) {
                Study study = studies.get(random.nextInt(studies.size()));
                robot.interact(() -> window.bench().open(study, Optional.empty(), true));
                robot.interact(() -> window.floor().fit(Set.of()));
                last.setLength(0);
                Files.writeString(NOTES, String.format(Locale.ROOT, "seed %d, not ended; %d MB after %d actions%n", seed, usedMegabytes(),
                        actions));
            }
            long begun = System.nanoTime();
            watched.set(begun);
            String action = act(robot);
            watched.set(0);
            double seconds = (System.nanoTime() - begun) / 1e9;
            last.append(action).append('\n');
            Files.writeString(NOTES, action + '\n', StandardOpenOption.APPEND); // kept also where memory runs out
            if (seconds > slowest) {
                slowest = seconds;
                slowestAction = action;
            }
            WaitForAsyncUtils.clearExceptions();
        }
        watcher.interrupt();
        WaitForAsyncUtils.asyncFx(() -> {}).get(20, TimeUnit.SECONDS); // it still answers
        String told = String.format(Locale.ROOT, "seed %d, %d actions, the slowest %.1f s: %s%n", seed, actions, slowest,
                slowestAction);
        Files.writeString(NOTES, told + (errors().isEmpty() ? "no error\n" : errors() + "\nafter\n" + last)
                + String.join("\n", slow));
        assertEquals("", errors(), told + last);
    }

    private static long usedMegabytes() {
        Runtime runtime = Runtime.getRuntime();
        return (runtime.totalMemory() - runtime.freeMemory()) >> 20;
    }

    /** Where the window's thread is while an action takes long, at most once for each. */
    private void noteWhatTakesLong() {
        long noted = 0;
        try {
            while (true) {
                Thread.sleep(500);
                long begun = watched.get();
                if (begun != 0 && begun != noted && System.nanoTime() - begun > LONG_NANOS) {
                    noted = begun;
                    Thread.getAllStackTraces().forEach((thread, stack) -> {
                        if (thread.getName().equals("JavaFX Application Thread")) {
                            slow.add("\nafter 3 s, " + study().elements().size() + " elements:\n  " + Stream.of(stack).limit(40)
                                    .map(StackTraceElement::toString).collect(Collectors.joining("\n  ")));
                        }
                    });
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** What was written down, here or by what works in the background. */
    private String errors() throws Exception {
        StringBuilder all = new StringBuilder();
        for (Path log : List.of(folder.resolve("rhombic.log"), ErrorLog.usual().file())) {
            all.append(Files.exists(log) ? Files.readString(log) : "");
        }
        return all.toString();
    }

    private String act(FxRobot robot) {
        return switch (random.nextInt(11)) {
            case 0, 1, 2 -> click(robot);
            case 3 -> {
                Point2D at = onFloor();
                MouseButton button = random.nextInt(6) == 0 ? MouseButton.SECONDARY : MouseButton.PRIMARY;
                robot.moveTo(at, Motion.DIRECT).press(button).release(button);
                yield "click floor " + at;
            }
            case 4 -> {
                Point2D from = onFloor();
                Point2D to = onFloor();
                MouseButton button = random.nextInt(4) == 0 ? MouseButton.SECONDARY : MouseButton.PRIMARY;
                robot.moveTo(from, Motion.DIRECT).press(button).moveTo(to, Motion.DIRECT).release(button);
                yield "drag " + from + " to " + to;
            }
            case 5 -> {
                robot.moveTo(onFloor(), Motion.DIRECT).scroll(1 + random.nextInt(3),
                        random.nextBoolean() ? VerticalDirection.UP : VerticalDirection.DOWN);
                yield "scroll";
            }
            case 6, 7 -> {
                KeyCode key = KEYS.get(random.nextInt(KEYS.size()));
                robot.press(key).release(key);
                yield "key " + key;
            }
            case 8 -> {
                KeyCode key = WITH_CONTROL.get(random.nextInt(WITH_CONTROL.size()));
                robot.press(KeyCode.CONTROL, key).release(key, KeyCode.CONTROL);
                yield "control " + key;
            }
            default -> type(robot);
        };
    }

    /** Somewhere on the floor, what lies over it included. */
    private Point2D onFloor() {
        Node over = window.floor().getScene() == window.root().getScene() ? window.floor() : window.root();
        return over.localToScreen(random.nextDouble() * over.getLayoutBounds().getWidth(),
                random.nextDouble() * over.getLayoutBounds().getHeight());
    }

    /** Something that looks as if it could be clicked. */
    private String click(FxRobot robot) {
        List<Node> nodes = new ArrayList<>();
        robot.interact(() -> collect(window.root(), nodes));
        if (nodes.isEmpty()) {
            return "nothing to click";
        }
        Node node = nodes.get(random.nextInt(nodes.size()));
        Bounds[] bounds = new Bounds[1];
        robot.interact(() -> bounds[0] = node.localToScreen(node.getBoundsInLocal()));
        Bounds at = bounds[0];
        if (at == null || at.getWidth() <= 0) {
            return "gone";
        }
        robot.moveTo(new Point2D(at.getCenterX(), at.getCenterY()), Motion.DIRECT).press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
        return "click " + node;
    }

    private static void collect(Node node, List<Node> nodes) {
        if (!node.isVisible()) {
            return;
        }
        if (node instanceof ButtonBase || node instanceof TextInputControl || node.getOnMouseClicked() != null
                || node.getId() != null && node.getId().startsWith("token-")) {
            nodes.add(node);
        }
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, nodes));
        }
    }

    private String type(FxRobot robot) {
        String text = TEXTS.get(random.nextInt(TEXTS.size()));
        boolean enters = random.nextBoolean();
        String[] where = {"no field"};
        robot.interact(() -> {
            if (window.root().getScene().getFocusOwner() instanceof TextInputControl field && field.isEditable()) {
                where[0] = String.valueOf(field.getId());
                if (random.nextBoolean()) {
                    field.setText(text);
                } else {
                    field.replaceSelection(text);
                }
            }
        });
        if (enters) {
            robot.press(KeyCode.ENTER).release(KeyCode.ENTER);
        }
        return "type \u201c" + text + "\u201d in " + where[0] + (enters ? " and enter" : "");
    }
}
