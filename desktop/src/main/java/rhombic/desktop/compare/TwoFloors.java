package rhombic.desktop.compare;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Comparing;
import rhombic.desktop.work.Player;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.FigureText;
import rhombic.experiment.Preparation;
import rhombic.experiment.Scale;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;
import rhombic.experiment.Verdict;
import rhombic.quantity.Clock;
import rhombic.study.Study;
import rhombic.study.change.ChangeWords;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsOut;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;

/** Two alternatives moving side by side on one clock, seen from the same place, with their figures under them. */
final class TwoFloors extends VBox implements AutoCloseable {
    private static final double GLIDE_SECONDS = 0.4;
    private static final long NANOS_BETWEEN_FIGURES = 250_000_000L;
    private static final int USUAL_SPEED = 5;

    private final Workbench bench;
    private final Side left = new Side("left");
    private final Side right = new Side("right");
    private final Button play = Words.strong("Play", "floors-play", this::toggle);
    private final Slider time = new Slider(0, 1, 0);
    private final Slider speed = new Slider(0, Player.SPEEDS.length - 1.0, USUAL_SPEED);
    private final Label clock = new Label();
    private final Label differences = Words.text("");
    private Comparing.@Nullable State state;
    private boolean shown;
    private boolean playing;
    private boolean setting;
    private double nanos;
    private long figuresShown;

    /** One of the two. */
    private final class Side {
        final FloorView floor = new FloorView();
        final Preparation preparation = new Preparation();
        final Player player = new Player(preparation);
        final ComboBox<String> alternative = new ComboBox<>();
        final Label figures = Words.caption("");
        final VBox box;
        @Nullable Study loaded;
        private boolean fitted;

        Side(String id) {
            floor.setId("floor-" + id);
            alternative.setId("which-" + id);
            alternative.setOnAction(e -> load());
            figures.setId("figures-" + id);
            VBox.setVgrow(floor, Priority.ALWAYS);
            box = new VBox(4, alternative, floor, figures);
            HBox.setHgrow(box, Priority.ALWAYS);
            box.setMinWidth(200);
            box.setPrefWidth(600);
        }

        Optional<Variant> variant() {
            Comparing.State now = state;
            String name = alternative.getValue();
            return now == null || name == null ? Optional.empty() : now.sheet().variant(name);
        }

        void load() {
            if (!shown || setting) {
                return;
            }
            variant().filter(v -> v.study() != loaded).ifPresent(v -> {
                loaded = v.study();
                floor.setStudy(preparation.unfolded(v.study()));
                floor.markDifferent(v.isBase() ? Set.of() : ChangeWords.touched(bench.base(), v.study()));
                player.load(v.study());
                player.awaitStart();
                player.seek((long) nanos);
                notifyWindow();
            });
        }

        /** So that both show the same place of both plants. */
        void fitOnce() {
            if (!fitted && loaded != null && floor.getWidth() > 50) {
                fitted = true;
                floor.fit(Set.of());
            }
        }

        void show(double glide) {
            player.seek((long) nanos);
            player.moment().filter(moment -> moment.nodes() == (loaded == null ? -1 : loaded.elements().size()))
                    .ifPresent(moment -> floor.showMoment(moment, glide));
        }
    }

    TwoFloors(Workbench bench) {
        super(8);
        this.bench = bench;
        left.floor.onlyLooking(() -> right.floor.lookAs(left.floor));
        right.floor.onlyLooking(() -> left.floor.lookAs(right.floor));
        HBox both = new HBox(10, left.box, right.box);
        VBox.setVgrow(both, Priority.ALWAYS);
        time.setId("floors-time");
        HBox.setHgrow(time, Priority.ALWAYS);
        time.valueProperty().addListener((o, was, is) -> {
            if (!setting) {
                nanos = is.doubleValue() * length();
                playing = false;
            }
        });
        speed.setPrefWidth(110);
        clock.setMinWidth(130);
        clock.setId("floors-clock");
        Label faster = Words.caption("speed");
        faster.setMinWidth(Region.USE_PREF_SIZE);
        HBox transport = new HBox(10, play, clock, time, faster, speed);
        transport.setAlignment(Pos.CENTER_LEFT);
        differences.setId("floors-differences");
        getChildren().addAll(both, transport, differences);
    }

    private double length() {
        return Math.max(1, Math.max(left.player.lengthNanos(), right.player.lengthNanos()));
    }

    private void toggle() {
        playing = !playing;
        if (playing && nanos >= length()) {
            nanos = 0;
        }
    }

    /** Runs are made only while somebody looks. */
    void setShown(boolean isShown) {
        shown = isShown;
        if (isShown) {
            left.load();
            right.load();
        } else {
            playing = false;
        }
    }

    void show(Comparing.State now) {
        state = now;
        List<String> names = now.sheet().variants().stream().map(Variant::name).toList();
        setting = true;
        for (Side side : List.of(left, right)) {
            String before = side.alternative.getValue();
            if (!side.alternative.getItems().equals(names)) {
                side.alternative.getItems().setAll(names);
            }
            side.alternative.setValue(
                    before != null && names.contains(before) ? before : names.get(side == left ? 0 : Math.min(1, names.size() - 1)));
        }
        setting = false;
        if (shown) {
            left.load();
            right.load();
        }
        notifyWindow();
    }

    /** Seeks both. */
    void seek(long at) {
        nanos = at;
    }

    void frame(double seconds) {
        if (playing) {
            double target = nanos + seconds * secondsPerSecond() * 1e9;
            double written = Math.min(left.player.writtenNanos(), right.player.writtenNanos());
            nanos = Math.min(length(), Math.min(target, Math.max(nanos, written)));
            playing = nanos < length();
        }
        play.setText(playing ? "Pause" : "Play");
        boolean wasFitted = left.fitted;
        left.fitOnce();
        if (left.fitted && !wasFitted) {
            right.floor.lookAs(left.floor);
        }
        double glide = playing ? GLIDE_SECONDS * secondsPerSecond() * 1e9 : 0;
        left.show(glide);
        right.show(glide);
        setting = true;
        time.setValue(nanos / length());
        setting = false;
        clock.setText(Clock.elapsed((long) nanos));
        if (System.nanoTime() - figuresShown > NANOS_BETWEEN_FIGURES) {
            figuresShown = System.nanoTime();
            notifyWindow();
        }
    }

    private double secondsPerSecond() {
        int wanted = Player.SPEEDS[(int) Math.round(speed.getValue())];
        return wanted > 0 ? wanted : 3600;
    }

    private void notifyWindow() {
        long outLeft = figures(left);
        long outRight = figures(right);
        String soFar = outLeft < 0 || outRight < 0
                ? ""
                : outRight == outLeft
                        ? "As many out on both sides so far. "
                        : "So far " + Math.abs(outRight - outLeft) + (outRight > outLeft ? " more" : " fewer") + " out on the right. ";
        Comparing.State now = state;
        Optional<Variant> one = left.variant();
        Optional<Variant> other = right.variant();
        String overall = "";
        if (now != null && one.isPresent() && other.isPresent() && !now.sheet().runs(one.get()).isEmpty()
                && !now.sheet().runs(other.get()).isEmpty()) {
            String response = Sheet.selected(bench.comparison()).getFirst();
            Verdict verdict = now.sheet().verdict(other.get(), one.get(), response, 1);
            Scale scale = Scale.of(now.sheet().unit(response), verdict.other());
            overall = "Over all runs, " + response + " of the right against the left: " + verdict.text(scale.unit(), scale.factor()) + ".";
        }
        differences.setText(soFar + overall);
    }

    /** Pieces out by now; negative while nothing is there. */
    private long figures(Side side) {
        Optional<Moment> moment = side.player.moment();
        UnfoldedStudy study = side.floor.unfolded();
        if (moment.isEmpty() || side.loaded == null || moment.get().nodes() != study.size()) {
            side.figures.setText(side.player.failure().orElse(""));
            return -1;
        }
        long out = 0;
        long inside = 0;
        for (int i = 0; i < study.size(); i++) {
            out += study.element(i) instanceof GoodsOut ? moment.get().in(i) : 0;
            inside += study.element(i) instanceof Equipment ? moment.get().content(i) : 0;
        }
        double hours = nanos / 3.6e12;
        side.figures.setText("out " + out + (hours > 0.01 ? ", " + FigureText.of(out / hours) + " an hour" : "") + "; inside " + inside);
        return out;
    }

    @Override
    public void close() {
        left.player.close();
        right.player.close();
    }
}
