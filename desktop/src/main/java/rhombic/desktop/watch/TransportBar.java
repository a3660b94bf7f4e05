package rhombic.desktop.watch;

import java.time.format.DateTimeFormatter;
import java.util.Locale;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.kordamp.ikonli.feather.Feather;
import org.kordamp.ikonli.javafx.FontIcon;
import rhombic.desktop.work.Player;
import rhombic.quantity.Clock;
import rhombic.study.Study;

/** Play, pause, one event on, start, end, speed, and the clock. */
public final class TransportBar extends HBox {
    private static final DateTimeFormatter DAY_AND_TIME = DateTimeFormatter.ofPattern("EEE HH:mm:ss", Locale.ENGLISH);
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);

    private static final PseudoClass FAILED = PseudoClass.getPseudoClass("failed");

    private final Player player;
    private final Button play = button(Feather.PLAY, "play", "Play or pause (Space)");
    private final Label clock = new Label();
    private final Label elapsed = new Label();
    private final Label speedText = new Label();
    private final Label message = new Label();
    private final Slider speed = new Slider(0, Player.SPEEDS.length - 1, 5);
    private boolean shownPlaying;

    public TransportBar(Player player, Runnable changed) {
        super(8);
        this.player = player;
        getStyleClass().add("transport");
        setAlignment(Pos.CENTER_LEFT);
        setPadding(new Insets(4, 16, 4, 12));
        Button start = button(Feather.SKIP_BACK, "to-start", "Back to the start (Home)");
        Button step = button(Feather.CHEVRON_RIGHT, "step", "One event on (.)");
        Button end = button(Feather.SKIP_FORWARD, "to-end", "To the end (End)");
        play.setOnAction(e -> {
            toggle();
            changed.run();
        });
        start.setOnAction(e -> {
            player.pause();
            player.seek(0);
            changed.run();
        });
        step.setOnAction(e -> {
            player.stepOne();
            changed.run();
        });
        end.setOnAction(e -> {
            player.pause();
            player.seek(player.lengthNanos());
            changed.run();
        });
        clock.getStyleClass().add("clock");
        clock.setId("clock");
        clock.setMinWidth(118);
        elapsed.getStyleClass().add("caption");
        elapsed.setMinWidth(150);
        elapsed.setId("elapsed");
        speed.setPrefWidth(110);
        speed.setId("speed");
        speed.setBlockIncrement(1);
        speed.setMajorTickUnit(1);
        speed.setMinorTickCount(0);
        speed.setSnapToTicks(true);
        speed.valueProperty().addListener((o, was, is) -> {
            player.setSpeedIndex(is.intValue());
            showSpeed();
        });
        speed.setTooltip(new Tooltip("Seconds of the run for each second here"));
        speedText.setMinWidth(92);
        speedText.getStyleClass().add("caption");
        message.getStyleClass().add("run-message");
        message.setId("run-message");
        message.setMinWidth(0);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        getChildren().addAll(start, play, step, end, clock, elapsed, speed, speedText, gap, message);
        showSpeed();
    }

    public void toggle() {
        if (player.isPlaying()) {
            player.pause();
        } else {
            player.play();
        }
    }

    /** Brings the bar in line with the player. */
    public void update(Study study) {
        var at = study.plan().start().plusNanos(player.playheadNanos());
        clock.setText(DAY_AND_TIME.format(at));
        String into = Clock.elapsed(player.playheadNanos()) + " in, " + DATE.format(at);
        elapsed.setText(into);
        boolean behind = player.writtenNanos() < player.playheadNanos();
        message.pseudoClassStateChanged(FAILED, player.failure().isPresent());
        message.setText(player.failure()
                .orElse(behind
                        ? String.format(Locale.ROOT, "computing, %.0f %% there",
                                100.0 * player.writtenNanos() / Math.max(1, player.playheadNanos()))
                        : ""));
        if (player.isPlaying() != shownPlaying) {
            shownPlaying = player.isPlaying();
            play.setGraphic(new FontIcon(shownPlaying ? Feather.PAUSE : Feather.PLAY));
        }
    }

    private void showSpeed() {
        int wanted = Player.SPEEDS[player.speedIndex()];
        speedText.setText(wanted == 0 ? "as fast as it goes" : wanted == 1 ? "real time" : "\u00d7 " + wanted);
    }

    private static Button button(Feather glyph, String id, String tip) {
        Button button = new Button("", new FontIcon(glyph));
        button.setId(id);
        button.getStyleClass().add("glyph-button");
        button.setTooltip(new Tooltip(tip));
        button.setAccessibleText(tip);
        return button;
    }
}
