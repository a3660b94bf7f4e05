package rhombic.desktop.floor;

import java.util.HashMap;
import java.util.Map;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Rectangle;
import rhombic.chart.Chart;
import rhombic.desktop.parts.ChartView;

/** Charts that stand on the floor: each a picture of its own, drawn anew only when the chart is another one. */
final class FloorCharts extends Pane {
    static final double WIDTH = 230;
    static final double HEIGHT = 140;

    private final Map<String, Picture> pictures = new HashMap<>();

    /** Where a chart stands, in pixels. */
    record Position(double x, double y) {}

    private static final class Picture {
        final Canvas canvas = new Canvas(WIDTH + 1, HEIGHT + 1);
        Chart shown;

        Picture(Chart chart) {
            shown = chart;
            draw();
        }

        void show(Chart chart) {
            if (!chart.equals(shown)) {
                shown = chart;
                draw();
            }
        }

        private void draw() {
            GraphicsContext g = canvas.getGraphicsContext2D();
            g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
            ChartView.paint(shown.drawn(WIDTH, HEIGHT), g, 0, 0);
        }
    }

    FloorCharts() {
        setMouseTransparent(true);
        setId("floor-charts");
        Rectangle floor = new Rectangle(); // what stands at its edge must not reach over what is beside it
        floor.widthProperty().bind(widthProperty());
        floor.heightProperty().bind(heightProperty());
        setClip(floor);
    }

    /** Those of the charts that have a spot stand there. */
    void show(Map<String, Chart> charts, Map<String, Position> spots) {
        pictures.entrySet().removeIf(entry -> {
            boolean isGone = !charts.containsKey(entry.getKey()) || !spots.containsKey(entry.getKey());
            return isGone && getChildren().remove(entry.getValue().canvas);
        });
        spots.forEach((name, spot) -> {
            Chart chart = charts.get(name);
            if (chart == null) {
                return;
            }
            Picture picture = pictures.get(name);
            if (picture == null) {
                picture = new Picture(chart);
                pictures.put(name, picture);
                getChildren().add(picture.canvas);
            }
            picture.show(chart);
            picture.canvas.relocate(Math.round(spot.x), Math.round(spot.y));
        });
    }
}
