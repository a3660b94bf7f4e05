package rhombic.desktop.frame;

import java.util.List;
import javafx.animation.AnimationTimer;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.card.JobCardView;
import rhombic.desktop.diagnose.DiagnosePage;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.watch.StripsView;
import rhombic.desktop.watch.TransportBar;
import rhombic.desktop.work.Player;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Preparation;
import rhombic.trace.Trace;

/** Shows the moment that the player is at, frame by frame, wherever it is shown: on the floor, the card, the strips and the bar below. */
final class ShownMoment {
    /** A hand-over is drawn as a movement over this much screen time. */
    private static final double GLIDE_SECONDS = 0.4;
    private static final double TRAVEL_SECONDS = 2.5;
    /** Figures on the card change a few times a second while it plays: oftener can't be read. */
    private static final long NANOS_BETWEEN_FIGURES = 200_000_000L;

    private final Workbench bench;
    private final Preparation preparation;
    private final Player player;
    private final FloorView floor;
    private final JobCardView card;
    private final ChosenPiece chosen;
    private final StripsView strips;
    private final TransportBar transport;
    private final DiagnosePage diagnose;
    private final AnimationTimer timer;
    private final List<Clock> clocks;
    private long lastFrame;
    private double travel;
    private long figuresShown;
    private long shownNanos = -1;
    private @Nullable Trace stripTrace;

    /** Goes by the time on the screen. */
    interface Clock {
        void pass(double seconds);
    }

    /** Where the moment is shown. */
    record On(FloorView floor, JobCardView card, ChosenPiece chosen, StripsView strips, TransportBar transport, DiagnosePage diagnose) {}

    /** @param clocks pass with each frame, before the moment is shown */
    ShownMoment(Workbench bench, Preparation preparation, Player player, On on, List<Clock> clocks) {
        this.bench = bench;
        this.preparation = preparation;
        this.player = player;
        floor = on.floor;
        card = on.card;
        chosen = on.chosen;
        strips = on.strips;
        transport = on.transport;
        diagnose = on.diagnose;
        this.clocks = clocks;
        timer = new AnimationTimer() {
            @Override
            public void handle(long now) {
                frame(now);
            }
        };
    }

    void start() {
        timer.start();
    }

    void stop() {
        timer.stop();
    }

    /** The same moment says something else now. */
    void forget() {
        shownNanos = -1;
    }

    private void frame(long now) {
        double seconds = lastFrame == 0 ? 0 : Math.min(0.5, (now - lastFrame) / 1e9);
        lastFrame = now;
        clocks.forEach(clock -> clock.pass(seconds));
        refresh();
        if (player.isPlaying()) {
            travel += seconds / TRAVEL_SECONDS;
            floor.showTravel(travel);
        } else {
            floor.hideTravel();
        }
    }

    void refresh() {
        double glide = player.isPlaying() ? GLIDE_SECONDS * player.secondsPerSecond() * 1e9 : 0;
        boolean isOfThisStudy = player.study().filter(study -> study == bench.study()).isPresent();
        player.moment().filter(moment -> isOfThisStudy).ifPresent(moment -> {
            boolean moved = moment.timeNanos() != shownNanos;
            floor.showMoment(moment, glide);
            chosen.keepInSight();
            long time = System.nanoTime();
            boolean due = !player.isPlaying() || time - figuresShown > NANOS_BETWEEN_FIGURES;
            if (moved && due) {
                figuresShown = time;
                shownNanos = moment.timeNanos();
                card.showMoment(bench.study(), moment);
                diagnose.showPlayhead(moment.timeNanos(), player.isPlaying());
                if (chosen.isThere()) {
                    chosen.show();
                }
            }
        });
        player.trace().filter(trace -> isOfThisStudy && trace != stripTrace).ifPresent(trace -> {
            stripTrace = trace;
            strips.setStudy(preparation.unfolded(bench.study()), trace);
        });
        strips.update(player.playheadNanos());
        transport.update(bench.study());
    }
}
