package rhombic.desktop.parts;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.image.WritableImage;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.TextAlignment;
import javafx.stage.FileChooser;
import rhombic.chart.Chart;
import rhombic.chart.Drawing;
import rhombic.formats.file.SafeFile;
import rhombic.formats.picture.Svg;
import rhombic.formats.table.Csv;

/** A chart in the window. It fills its room; a click with the right button copies or saves it. */
public final class ChartView extends Region {
    private final Canvas canvas = new Canvas();
    private final Consumer<String> say;
    private Chart chart = Chart.of("", "", "", List.of());

    public ChartView(Consumer<String> say) {
        this.say = say;
        getChildren().add(canvas);
        setMinSize(160, 110);
        getStyleClass().add("chart");
        ContextMenu menu = new ContextMenu(item("Copy the picture", this::copy), item("Copy the numbers", this::copyNumbers),
                item("Save as PNG\u2026", () -> save("png")), item("Save as SVG\u2026", () -> save("svg")),
                item("Save as CSV\u2026", () -> save("csv")));
        setOnContextMenuRequested(e -> menu.show(this, e.getScreenX(), e.getScreenY()));
        setAccessibleText("Chart; the right button copies or saves it");
    }

    private static MenuItem item(String name, Runnable action) {
        MenuItem item = new MenuItem(name);
        item.setOnAction(e -> action.run());
        return item;
    }

    public void show(Chart shown) {
        chart = shown;
        paint();
    }

    public Chart chart() {
        return chart;
    }

    @Override
    protected void layoutChildren() {
        if (canvas.getWidth() != getWidth() || canvas.getHeight() != getHeight()) {
            canvas.setWidth(getWidth());
            canvas.setHeight(getHeight());
            paint();
        }
    }

    private void paint() {
        if (getWidth() > 0 && getHeight() > 0) {
            paint(chart.drawn(getWidth(), getHeight()), canvas.getGraphicsContext2D());
        }
    }

    /** Draws it in the place of what was there. */
    private static void paint(Drawing drawing, GraphicsContext g) {
        g.clearRect(0, 0, drawing.width(), drawing.height());
        marks(drawing, g);
    }

    /** Draws it on a card of its own, with its top left there. */
    public static void paint(Drawing drawing, GraphicsContext g, double x, double y) {
        g.save();
        g.translate(Math.rint(x), Math.rint(y));
        g.setFill(Color.web("#FFFDF8", 0.94));
        g.fillRoundRect(0, 0, drawing.width(), drawing.height(), 6, 6);
        g.setStroke(Color.web("#DAD4C5"));
        g.setLineWidth(1);
        g.strokeRoundRect(0.5, 0.5, drawing.width() - 1, drawing.height() - 1, 6, 6);
        g.setTextBaseline(VPos.BASELINE);
        marks(drawing, g);
        g.restore();
    }

    private static void marks(Drawing drawing, GraphicsContext g) {
        for (Drawing.Mark mark : drawing.marks()) {
            switch (mark) {
                case Drawing.Line l -> {
                    g.setStroke(Color.web(l.colour()));
                    g.setLineWidth(l.width());
                    g.setLineDashes(l.dash() > 0 ? new double[] {l.dash()} : null);
                    g.strokeLine(l.x1(), l.y1(), l.x2(), l.y2());
                    g.setLineDashes((double[]) null);
                }
                case Drawing.Path p -> {
                    g.setStroke(Color.web(p.colour()));
                    g.setLineWidth(p.width());
                    g.strokePolyline(p.xs(), p.ys(), p.xs().length);
                }
                case Drawing.Area a -> {
                    g.setFill(Color.web(a.colour(), a.opacity()));
                    g.fillPolygon(a.xs(), a.ys(), a.xs().length);
                }
                case Drawing.Text t -> text(g, t);
            }
        }
    }

    private static void text(GraphicsContext g, Drawing.Text t) {
        g.setFont(Font.font("IBM Plex Sans", t.strong() ? FontWeight.SEMI_BOLD : FontWeight.NORMAL, t.size()));
        g.setFill(Color.web(t.colour()));
        g.setTextAlign(switch (t.anchor()) {
            case START -> TextAlignment.LEFT;
            case MIDDLE -> TextAlignment.CENTER;
            case END -> TextAlignment.RIGHT;
        });
        if (t.turned()) {
            g.save();
            g.translate(t.x(), t.y());
            g.rotate(-90);
            g.fillText(t.text(), 0, 0);
            g.restore();
        } else {
            g.fillText(t.text(), t.x(), t.y());
        }
    }

    private void copy() {
        ClipboardContent content = new ClipboardContent();
        content.putImage(canvas.snapshot(null, null));
        Clipboard.getSystemClipboard().setContent(content);
        say.accept("The chart was copied as a picture.");
    }

    private void copyNumbers() {
        ClipboardContent content = new ClipboardContent();
        content.putString(rows());
        Clipboard.getSystemClipboard().setContent(content);
        say.accept("The numbers of the chart were copied, to be pasted into a spreadsheet.");
    }

    private String rows() {
        return chart.rows().stream().map(row -> row.stream().map(ChartView::quoted).collect(Collectors.joining("\t")))
                .collect(Collectors.joining("\n", "", "\n"));
    }

    private static String quoted(String cell) {
        String guarded = Csv.guarded(cell);
        return guarded.matches("(?s).*[\t\"\n\r].*") ? "\"" + guarded.replace("\"", "\"\"") + "\"" : guarded;
    }

    private void save(String ending) {
        FileChooser chooser = new FileChooser();
        chooser.setInitialFileName((chart.title().isEmpty() ? "chart" : chart.title().replaceAll("[^\\p{L}\\p{N} _-]", "")) + "." + ending);
        File file = chooser.showSaveDialog(getScene().getWindow());
        if (file != null) {
            write(file.toPath(), ending);
        }
    }

    /** Writes it as its ending says: png, svg or csv. */
    public void write(Path file, String ending) {
        try {
            WritableImage image = canvas.snapshot(null, null);
            SafeFile.write(file, out -> {
                switch (ending) {
                    case "svg" -> out.write(Svg.of(chart.drawn(getWidth(), getHeight())).getBytes(StandardCharsets.UTF_8));
                    case "csv" -> Csv.write(out, csv -> {
                        for (List<String> row : chart.rows()) {
                            csv.printRecord(row);
                        }
                    });
                    default -> Png.write(image, out);
                }
            });
            say.accept("Wrote " + file.getFileName() + ".");
        } catch (IOException e) {
            say.accept("Can't write " + file.getFileName() + ": " + e.getMessage() + ". Choose another place.");
        }
    }
}
