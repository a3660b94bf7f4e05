package rhombic.desktop.frame;

import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import rhombic.desktop.work.Outlook;
import rhombic.experiment.Interval;
import rhombic.experiment.Response;

/** The always-fresh figures of the plant as it stands, with their margins and the change since the last edit. */
final class OutlookBar extends HBox {
    private final Label title = caption("Outlook");
    private final HBox figures = new HBox(20);
    private final Label limit = new Label();
    private final ProgressBar progress = new ProgressBar(0);
    private final Button cancel = new Button("Stop");

    OutlookBar(Runnable stop) {
        super(18);
        getStyleClass().add("outlook");
        setId("outlook");
        setAlignment(Pos.CENTER_LEFT);
        setPadding(new Insets(0, 16, 0, 16));
        setMinHeight(40);
        figures.setAlignment(Pos.CENTER_LEFT);
        figures.setMinWidth(0);
        limit.getStyleClass().add("limit");
        limit.setId("limit");
        limit.setMinWidth(0);
        progress.setPrefWidth(90);
        progress.setVisible(false);
        cancel.getStyleClass().add("quiet-button");
        cancel.setOnAction(e -> stop.run());
        cancel.setVisible(false);
        cancel.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        title.setMinWidth(Region.USE_PREF_SIZE);
        figures.setMinWidth(Region.USE_PREF_SIZE); // what is said beside them is cut instead
        getChildren().addAll(title, figures, gap, progress, cancel, limit);
    }

    void show(Outlook.State state) {
        boolean running = state instanceof Outlook.State.Running r && r.share() > 0;
        progress.setVisible(running);
        progress.setManaged(running);
        cancel.setVisible(running);
        cancel.setManaged(running);
        switch (state) {
            case Outlook.State.Empty() -> say("Figures appear here as soon as there is something to run.");
            case Outlook.State.Running(double share, var last) -> {
                progress.setProgress(share);
                figures.setOpacity(0.45);
                limit.setOpacity(0.45);
            }
            case Outlook.State.Fresh fresh -> show(fresh);
            case Outlook.State.Failed(String message) -> say(message);
            case Outlook.State.Cancelled() -> say("Stopped. The next edit runs it again.");
        }
    }

    private void say(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("caption");
        label.setId("outlook-message");
        figures.getChildren().setAll(label);
        figures.setOpacity(1);
        limit.setText("");
    }

    /** In which a lead time is told. */
    private enum LeadUnit {
        MINUTES("min", 60), HOURS("h", 3600), DAYS("d", 86_400);

        private static final double MANY_MINUTES = 600 * 60;
        private static final double MANY_HOURS = 48 * 3600;

        private final String word;
        private final double seconds;

        LeadUnit(String word, double seconds) {
            this.word = word;
            this.seconds = seconds;
        }

        static LeadUnit of(double seconds) {
            return seconds >= MANY_HOURS ? DAYS : seconds >= MANY_MINUTES ? HOURS : MINUTES;
        }
    }

    private void show(Outlook.State.Fresh fresh) {
        figures.setOpacity(1);
        limit.setOpacity(1);
        Interval rate = fresh.summary().interval(Response.THROUGHPUT);
        Interval lead = fresh.summary().interval(Response.LEAD_TIME);
        LeadUnit unit = LeadUnit.of(lead.mean());
        Interval inside = fresh.summary().interval(Response.INSIDE);
        figures.getChildren().setAll(
                figure("throughput", number(rate.mean()), "pieces/h", number(rate.halfWidth()), fresh.change(Response.THROUGHPUT), 1, true),
                figure("lead-time", number(lead.mean() / unit.seconds), unit.word + " lead time", number(lead.halfWidth() / unit.seconds),
                        fresh.change(Response.LEAD_TIME), unit.seconds, false),
                figure("inside", number(inside.mean()), "inside", number(inside.halfWidth()), fresh.change(Response.INSIDE), 1, false));
        limit.setText(fresh.limit().map(finding -> "\u25C6  " + finding.text()).orElse(""));
    }

    private static HBox figure(String id, String value, String unit, String margin, Optional<Interval> change, double scale,
            boolean moreIsBetter) {
        Label large = new Label(value);
        large.getStyleClass().add("figure");
        large.setId("outlook-" + id);
        Label small = new Label(unit);
        Label plusMinus = caption(margin.equals("\u2013") ? "" : "\u00b1 " + margin);
        HBox box = new HBox(5, large, small, plusMinus);
        change.filter(c -> !Double.isNaN(c.mean()) && Math.abs(c.mean()) / scale >= 0.005).ifPresent(c -> {
            Label difference = new Label(String.format(Locale.ROOT, "%+.1f", c.mean() / scale).replace('-', '\u2212'));
            difference.setId("change-" + id);
            boolean good = c.mean() > 0 == moreIsBetter;
            difference.getStyleClass().add(!c.isClear() ? "caption" : good ? "better" : "worse");
            box.getChildren().add(difference);
        });
        box.getChildren().forEach(label -> ((Label) label).setMinWidth(Region.USE_PREF_SIZE));
        box.setAlignment(Pos.BASELINE_LEFT);
        return box;
    }

    private static String number(double value) {
        return Double.isNaN(value) ? "\u2013" : String.format(Locale.ROOT, "%.1f", value);
    }

    private static Label caption(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("caption");
        return label;
    }
}
