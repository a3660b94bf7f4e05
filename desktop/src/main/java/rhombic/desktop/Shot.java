package rhombic.desktop;

import java.io.File;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.embed.swing.SwingFXUtils;
import javafx.scene.image.WritableImage;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import rhombic.desktop.frame.MainWindow;
import rhombic.desktop.frame.Workspace;
import rhombic.desktop.work.Player;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Station;

/** Takes a picture of the window as soon as everything in it is fresh, and ends the program. */
final class Shot {
    private static final int SETTLE_FRAMES = 12;
    private static final double GIVE_UP_SECONDS = 300;

    private final Stage stage;
    private final MainWindow window;
    private final Map<String, String> wanted;

    Shot(Stage stage, MainWindow window, Map<String, String> wanted) {
        this.stage = stage;
        this.window = window;
        this.wanted = new HashMap<>(wanted);
    }

    /** Ends with a word about what was asked wrongly. */
    static void refuse(String why) {
        System.err.println("rhombic: " + why + ".");
        System.exit(2);
    }

    void take() {
        try {
            prepare();
        } catch (IllegalArgumentException e) {
            refuse("no picture: " + e.getMessage());
        }
        whenReady();
    }

    private void prepare() {
        if (wanted.containsKey("width")) {
            stage.setWidth(Double.parseDouble(wanted.get("width")));
            stage.setHeight(Double.parseDouble(wanted.getOrDefault("height", "700")));
        }
        String place = wanted.getOrDefault("place", "build");
        window.go(Arrays.stream(Workspace.values()).filter(p -> p.name().equalsIgnoreCase(place)).findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        "there is no place \u201c" + place + "\u201d; use build, watch, diagnose or compare")));
        if (wanted.containsKey("alternative")) {
            window.bench().show(wanted.get("alternative"));
        }
        for (String named : List.of("select", "double", "fit")) {
            for (String name : names(named)) {
                if (window.bench().study().find(name).isEmpty()) {
                    throw new IllegalArgumentException("there is no equipment \u201c" + name + "\u201d in the study");
                }
            }
        }
        if (wanted.containsKey("at")) {
            Quantity.parse(wanted.get("at"), Dimension.TIME);
        }
        if (wanted.containsKey("select")) {
            window.bench().select(names("select"));
        }
        if ("plan".equals(wanted.get("view"))) {
            window.floor().togglePlan();
        }
    }

    /** Several are separated by a bar. */
    private Set<String> names(String option) {
        return Arrays.stream(wanted.getOrDefault(option, "").split("\\|")).filter(name -> !name.isEmpty()).collect(Collectors.toSet());
    }

    private void whenReady() {
        Player player = window.player();
        long begun = System.nanoTime();
        new AnimationTimer() {
            private int frames;
            private boolean runs;

            @Override
            public void handle(long now) {
                boolean empty = window.bench().study().elements().isEmpty();
                boolean fresh = empty || window.outlook().last().filter(f -> f.summary().study().equals(window.bench().study())).isPresent()
                        && player.study().filter(study -> study == window.bench().study()).isPresent()
                        && player.writtenNanos() >= player.playheadNanos();
                double waited = (System.nanoTime() - begun) / 1e9;
                if (waited > GIVE_UP_SECONDS) {
                    stop();
                    System.err.println("The window was not ready for a picture within " + (int) GIVE_UP_SECONDS + " s.");
                    System.exit(1);
                }
                frames = fresh ? frames + 1 : 0;
                if (frames == 3 && wanted.containsKey("double")) {
                    doublePlaces(wanted.remove("double"));
                    frames = 0;
                }
                if (frames == 1 && wanted.containsKey("at")) {
                    player.seek(Quantity.parse(wanted.get("at"), Dimension.TIME).nanos());
                }
                if (frames == 2 && wanted.containsKey("page")) {
                    window.compare().go(wanted.get("page"));
                    window.diagnose().go(wanted.get("page"));
                    if (wanted.containsKey("at")) {
                        window.compare().seek(Quantity.parse(wanted.get("at"), Dimension.TIME).nanos());
                    }
                }
                if (frames == 3 && wanted.containsKey("runs")) {
                    wanted.remove("runs");
                    runs = true;
                    if ("diagnose".equals(wanted.get("place"))) {
                        window.diagnose().leverage().start();
                    } else {
                        window.compare().run();
                    }
                }
                boolean isDiagnose = "diagnose".equals(wanted.get("place"));
                if (runs && !(isDiagnose ? window.diagnose().leverage().isDone() : window.compare().isDone())
                        || isDiagnose && !window.diagnose().isFresh() && frames > 4
                        || "compare".equals(wanted.get("place")) && !window.compare().isRead() && frames > 4) {
                    frames = 4;
                }
                if (frames == 2) {
                    stage.getScene().getRoot().requestFocus();
                    window.say("");
                    window.floor().fit(names("fit"));
                    if (wanted.containsKey("play")) {
                        player.play();
                    }
                }
                if (frames >= SETTLE_FRAMES) {
                    stop();
                    write();
                }
            }
        }.start();
    }

    /** An edit to show the change of: the station gets twice its places, and twice the people who work there. */
    private void doublePlaces(String station) {
        window.bench().edit("double the places of " + station,
                study -> {
                    Study twice = study.changed(station, e -> e instanceof Station s ? s.withPlaces(2 * s.work().places()) : e);
                    for (Crew crew : study.crews()) {
                        boolean works = study.find(station).filter(e -> e instanceof Station s
                                && s.work().operations().stream().flatMap(op -> op.needs().stream())
                                        .anyMatch(need -> crew.meets(need)))
                                .isPresent();
                        twice = works ? twice.changed(crew.name(), e -> ((Crew) e).withPeople(2 * crew.people())) : twice;
                    }
                    return twice;
                });
    }

    private void write() {
        WritableImage image = stage.getScene().snapshot(null);
        File file = new File(Objects.requireNonNull(wanted.get("shot")));
        try {
            if (!ImageIO.write(SwingFXUtils.fromFXImage(image, null), "png", file)) {
                throw new IOException("PNG is not available here");
            }
            System.out.println("Wrote " + file + ", " + (int) image.getWidth() + " x " + (int) image.getHeight() + ".");
        } catch (IOException e) {
            System.err.println("Can't write " + file + ": " + e.getMessage());
            System.exit(1);
        }
        Platform.exit();
    }
}
