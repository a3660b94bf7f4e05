package rhombic.desktop.card;

import java.time.DayOfWeek;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.CalendarText;
import rhombic.study.duty.Spell;
import rhombic.study.value.StudyException;

/** A week that is painted with the mouse, a quarter of an hour in each cell, and typed underneath to the minute. */
final class WeekEditor extends VBox {
    private static final int PER_DAY = 96;
    private static final double DAYS_WIDTH = 28;
    private static final double WIDTH = 234;
    /** Of a cell when the day is widened: a quarter of an hour can be hit. */
    private static final double WIDE_CELL = 9;
    private static final double FIRST_HOUR_SEEN = 5;
    private static final double ROW = 17;
    private static final double AXIS = 13;
    private static final Color WORK = Color.web("#2F8F83");
    private static final Color BREAK = Color.web("#F4F1E8");
    private static final Color OFF = Color.web("#EFEADD");
    private static final Color LINE = Color.web("#8C9396");
    private static final Color SOFT = Color.web("#5C676C");

    private final Canvas days = new Canvas(DAYS_WIDTH, AXIS + 7 * ROW);
    private final Canvas canvas = new Canvas(WIDTH, AXIS + 7 * ROW);
    private final ScrollPane scroll = new ScrollPane(canvas);
    private final ToggleButton wide = new ToggleButton("Wider");
    private final TextField field = new TextField();
    private final Label moment = new Label(" ");
    private final ToggleGroup brush = new ToggleGroup();
    private final Consumer<String> complain;
    private Calendar.Mode[][] cells;
    private int fromDay = -1;
    private int fromCell;
    private int toDay;
    private int toCell;

    /**
     * @param text of the week, see {@link CalendarText}
     * @param apply is given the text of the week once it is to be used
     * @param complain shows a message, or, if it is empty, none
     * @param draft keeps what is painted or typed until it is used
     */
    WeekEditor(String text, Consumer<String> apply, Consumer<String> complain, Drafts.Slot draft) {
        super(5);
        this.complain = complain;
        cells = CalendarText.cells(new Calendar("C", CalendarText.week(text), List.of()), PER_DAY);
        field.setText(text);
        field.setId("editor-field");
        field.setOnAction(e -> apply.accept(field.getText()));
        field.textProperty().addListener((o, was, is) -> {
            read(is);
            if (is.equals(text)) {
                draft.drop();
            } else {
                draft.keep(is);
            }
        });
        canvas.setId("editor-week");
        canvas.setOnMousePressed(this::press);
        canvas.setOnMouseDragged(this::drag);
        canvas.setOnMouseReleased(this::release);
        canvas.setOnMouseMoved(e -> moment.setText(text(day(e.getY()), cell(e.getX()))));
        Button use = new Button("Use");
        use.setId("editor-use");
        use.getStyleClass().add("quiet-button");
        use.setOnAction(e -> apply.accept(field.getText()));
        HBox brushes = new HBox(5);
        for (Calendar.Mode mode : Calendar.Mode.values()) {
            ToggleButton one = new ToggleButton(switch (mode) {
                case ON -> "Work";
                case BREAK -> "Break";
                case OFF -> "Free";
            });
            one.setId("paint-" + mode.name().toLowerCase(Locale.ROOT));
            one.getStyleClass().add("quiet-button");
            one.setUserData(mode);
            one.setToggleGroup(brush);
            one.setSelected(mode == Calendar.Mode.ON);
            brushes.getChildren().add(one);
        }
        wide.setId("week-wide");
        wide.getStyleClass().add("quiet-button");
        wide.setOnAction(e -> widen());
        brushes.getChildren().addAll(wide, use);
        scroll.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.AS_NEEDED);
        scroll.setPannable(false);
        scroll.setPrefViewportWidth(WIDTH);
        scroll.setMinViewportHeight(canvas.getHeight());
        moment.getStyleClass().add("caption");
        Label hint = new Label(
                "Choose what to paint and drag over the week, or type: Mon\u2013Fri 06:00 to 14:00; break Mon\u2013Fri 09:00 to 09:15");
        hint.getStyleClass().add("caption");
        hint.setWrapText(true);
        getChildren().addAll(brushes, new HBox(days, scroll), moment, field, hint);
        draw();
        draft.text().ifPresent(field::setText);
    }

    private void read(String text) {
        if (fromDay >= 0) {
            return; // it says what is being painted
        }
        try {
            Calendar typed = new Calendar("C", CalendarText.week(text), List.of());
            cells = CalendarText.cells(typed, PER_DAY);
            complain.accept("");
        } catch (StudyException e) {
            complain.accept(String.valueOf(e.getMessage()));
        }
        draw();
    }

    private int day(double y) {
        return (int) Math.clamp((y - AXIS) / ROW, 0, 6);
    }

    private int cell(double x) {
        return (int) Math.clamp(x / canvas.getWidth() * PER_DAY, 0, PER_DAY - 1);
    }

    /** Whole days side by side, or so wide that each quarter of an hour can be hit. */
    private void widen() {
        canvas.setWidth(wide.isSelected() ? PER_DAY * WIDE_CELL : WIDTH);
        scroll.setHvalue(wide.isSelected() ? FIRST_HOUR_SEEN / 24 * canvas.getWidth() / (canvas.getWidth() - WIDTH) : 0);
        draw();
    }

    private static String text(int day, int cell) {
        return Spell.word(DayOfWeek.of(day + 1)) + String.format(Locale.ROOT, " %02d:%02d", cell / 4, cell % 4 * 15);
    }

    private void press(MouseEvent e) {
        fromDay = day(e.getY());
        fromCell = cell(e.getX());
        drag(e);
    }

    private void drag(MouseEvent e) {
        toDay = day(e.getY());
        toCell = cell(e.getX());
        moment.setText(text(Math.min(fromDay, toDay), Math.min(fromCell, toCell)) + " to "
                + text(Math.max(fromDay, toDay), Math.max(fromCell, toCell) + 1));
        draw();
    }

    private void release(MouseEvent e) {
        drag(e); // to where it is now
        Calendar.Mode mode = (Calendar.Mode) brush.getSelectedToggle().getUserData();
        for (int day = Math.min(fromDay, toDay); day <= Math.max(fromDay, toDay); day++) {
            for (int cell = Math.min(fromCell, toCell); cell <= Math.max(fromCell, toCell); cell++) {
                cells[day][cell] = mode;
            }
        }
        field.setText(CalendarText.of(CalendarText.painted(cells)));
        fromDay = -1;
        complain.accept("");
        draw();
    }

    private void draw() {
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        g.setFont(Font.font("IBM Plex Sans", 10));
        g.setTextBaseline(VPos.CENTER);
        double width = canvas.getWidth() / PER_DAY;
        GraphicsContext names = days.getGraphicsContext2D();
        names.clearRect(0, 0, days.getWidth(), days.getHeight());
        names.setFont(g.getFont());
        names.setTextBaseline(VPos.CENTER);
        names.setFill(SOFT);
        for (int day = 0; day < 7; day++) {
            double y = AXIS + day * ROW;
            names.fillText(Spell.word(DayOfWeek.of(day + 1)), 0, y + ROW / 2);
            for (int cell = 0; cell < PER_DAY; cell++) {
                Calendar.Mode mode = isPainted(day, cell) ? (Calendar.Mode) brush.getSelectedToggle().getUserData() : cells[day][cell];
                g.setFill(mode == Calendar.Mode.ON ? WORK : mode == Calendar.Mode.BREAK ? BREAK : OFF);
                double x = cell * width;
                g.fillRect(x, y + 1, width + 0.3, ROW - 2);
                if (mode == Calendar.Mode.BREAK) {
                    g.setFill(LINE);
                    g.fillRect(x, y + 1, width + 0.3, 1);
                    g.fillRect(x, y + ROW - 2, width + 0.3, 1);
                }
            }
        }
        g.setTextAlign(TextAlignment.CENTER);
        for (int hour = 0; hour <= 24; hour += wide.isSelected() ? 1 : 6) {
            double x = hour * canvas.getWidth() / 24;
            g.setStroke(Color.web("#DAD4C5"));
            g.strokeLine(x, AXIS, x, canvas.getHeight());
            g.setFill(SOFT);
            g.fillText(String.format(Locale.ROOT, "%02d", hour), Math.clamp(x, 6, canvas.getWidth() - 7), 6);
        }
    }

    private boolean isPainted(int day, int cell) {
        return fromDay >= 0 && day >= Math.min(fromDay, toDay) && day <= Math.max(fromDay, toDay) && cell >= Math.min(fromCell, toCell)
                && cell <= Math.max(fromCell, toCell);
    }
}
