package rhombic.insight;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import rhombic.chart.Drawing;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.LineElement;

/** The plant in plan, drawn without a toolkit: outlines to scale, links, names. */
public final class PlanDrawing {
    private static final double MARGIN = 14;
    private static final int STEPS = 40;

    private final Study study;
    private final List<Drawing.Mark> marks = new ArrayList<>();
    private double min = Double.POSITIVE_INFINITY;
    private double max = Double.NEGATIVE_INFINITY;
    private double south = Double.POSITIVE_INFINITY;
    private double north = Double.NEGATIVE_INFINITY;
    private double scale;

    private PlanDrawing(Study study) {
        this.study = study;
    }

    public static Drawing of(Study study, double width, double maxHeight) {
        PlanDrawing plan = new PlanDrawing(study);
        return plan.drawn(width, maxHeight);
    }

    private Drawing drawn(double width, double maxHeight) {
        for (PlantElement element : study.elements()) {
            for (double[] corner : outline(element)) {
                min = Math.min(min, corner[0]);
                max = Math.max(max, corner[0]);
                south = Math.min(south, corner[1]);
                north = Math.max(north, corner[1]);
            }
        }
        if (!(max > min)) {
            return new Drawing(width, 40,
                    List.of(new Drawing.Text(width / 2, 24, "The floor is empty", 11, "#5C676C", Drawing.Anchor.MIDDLE, false, false)));
        }
        scale = Math.min((width - 2 * MARGIN) / (max - min), (maxHeight - 2 * MARGIN) / Math.max(1, north - south));
        for (Link link : study.links()) {
            Optional<PlantElement> from = study.find(link.from());
            Optional<PlantElement> to = study.find(link.to());
            if (from.isPresent() && to.isPresent()) {
                path(Layout.drawn(study, link), "#9AA3A6", 1);
            }
        }
        for (PlantElement element : study.elements()) {
            if (element instanceof Conveyor conveyor) {
                path(conveyor.path(), "#C9C2B1",
                        Math.max(2, conveyor.width().inBaseUnit() * conveyor.lanes() * scale));
            } else if (element instanceof LineElement line) {
                path(line.along().orElseThrow().path(), element.outlines().isEmpty() ? "#E8E2D3" : "#5C676C",
                        Math.max(1, line.widthMetres() * scale));
            } else {
                List<double[]> corners = outline(element);
                double[] xs = corners.stream().mapToDouble(c -> x(c[0])).toArray();
                double[] ys = corners.stream().mapToDouble(c -> y(c[1])).toArray();
                marks.add(new Drawing.Area(xs, ys, element instanceof Equipment ? "#D8D1C0" : "#E4DFD2", 1));
                double[] closedX = Arrays.copyOf(xs, xs.length + 1);
                double[] closedY = Arrays.copyOf(ys, ys.length + 1);
                closedX[xs.length] = xs[0];
                closedY[ys.length] = ys[0];
                marks.add(new Drawing.Path(closedX, closedY, "#5C676C", 0.8));
            }
        }
        for (PlantElement element : study.elements()) {
            if (!(element instanceof Conveyor)) {
                marks.add(new Drawing.Text(x(element.placement().xMetres()), y(element.placement().yMetres()) + 3, element.name(), 8,
                        "#1F272B",
                        Drawing.Anchor.MIDDLE, false, false));
            }
        }
        return new Drawing(width, (north - south) * scale + 2 * MARGIN, marks);
    }

    private void path(Path path, String colour, double thick) {
        double[] xs = new double[STEPS + 1];
        double[] ys = new double[STEPS + 1];
        for (int i = 0; i <= STEPS; i++) {
            Pose at = path.at(path.metres() * i / STEPS);
            xs[i] = x(at.x());
            ys[i] = y(at.y());
        }
        marks.add(new Drawing.Path(xs, ys, colour, thick));
    }

    private double x(double metres) {
        return MARGIN + (metres - min) * scale;
    }

    private double y(double metres) {
        return MARGIN + (north - metres) * scale;
    }

    private static List<double[]> outline(PlantElement element) {
        double angle = Math.toRadians(element.placement().headingDegrees());
        double l = element.footprint().lengthMetres() / 2;
        double w = element.footprint().widthMetres() / 2;
        List<double[]> corners = new ArrayList<>();
        for (double[] c : new double[][] {{-l, -w}, {l, -w}, {l, w}, {-l, w}}) {
            corners.add(new double[] {element.placement().xMetres() + c[0] * Math.cos(angle) - c[1] * Math.sin(angle),
                    element.placement().yMetres() + c[0] * Math.sin(angle) + c[1] * Math.cos(angle)});
        }
        return corners;
    }
}
