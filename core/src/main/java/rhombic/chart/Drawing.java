package rhombic.chart;

import java.util.List;

/** Something drawn on a sheet of that size, in pixels from the top left; what comes later lies on top. */
public record Drawing(double width, double height, List<Mark> marks) {
    public Drawing {
        marks = List.copyOf(marks);
    }

    /** How a text stands to its point. */
    public enum Anchor {
        START, MIDDLE, END
    }

    /** What is drawn; colours are written as #RRGGBB. */
    public sealed interface Mark {}

    /** @param dash length of dashes and of the gaps between them; 0: none */
    public record Line(double x1, double y1, double x2, double y2, String colour, double width, double dash) implements Mark {}

    /** Points joined by straight lines. */
    public record Path(double[] xs, double[] ys, String colour, double width) implements Mark {}

    /** A closed shape. */
    public record Area(double[] xs, double[] ys, String colour, double opacity) implements Mark {}

    /** @param turned whether it runs upwards */
    public record Text(double x, double y, String text, double size, String colour, Anchor anchor, boolean strong, boolean turned)
            implements
                Mark {}
}
