package rhombic.formats.picture;

import java.util.Locale;
import rhombic.chart.Drawing;

/** Drawings as SVG 1.1. */
public final class Svg {
    private Svg() {}

    public static String of(Drawing drawing) {
        StringBuilder svg = new StringBuilder();
        svg.append(String.format(Locale.ROOT,
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%s\" height=\"%s\" viewBox=\"0 0 %s %s\" "
                        + "font-family=\"IBM Plex Sans, sans-serif\">%n",
                number(drawing.width()), number(drawing.height()), number(drawing.width()), number(drawing.height())));
        drawing.marks().forEach(mark -> svg.append(mark(mark)).append('\n'));
        return svg.append("</svg>\n").toString();
    }

    private static String mark(Drawing.Mark mark) {
        return switch (mark) {
            case Drawing.Line l ->
                String.format(Locale.ROOT, "<line x1=\"%s\" y1=\"%s\" x2=\"%s\" y2=\"%s\" stroke=\"%s\" stroke-width=\"%s\"%s/>",
                        number(l.x1()), number(l.y1()), number(l.x2()), number(l.y2()), l.colour(), number(l.width()),
                        l.dash() > 0 ? " stroke-dasharray=\"" + number(l.dash()) + "\"" : "");
            case Drawing.Path p -> String.format(Locale.ROOT, "<polyline points=\"%s\" fill=\"none\" stroke=\"%s\" stroke-width=\"%s\"/>",
                    points(p.xs(), p.ys()), p.colour(), number(p.width()));
            case Drawing.Area a ->
                String.format(Locale.ROOT, "<polygon points=\"%s\" fill=\"%s\" fill-opacity=\"%s\"/>", points(a.xs(), a.ys()),
                        a.colour(), number(a.opacity()));
            case Drawing.Text t ->
                String.format(Locale.ROOT, "<text x=\"%s\" y=\"%s\" font-size=\"%s\" fill=\"%s\" text-anchor=\"%s\"%s%s>%s</text>",
                        number(t.x()), number(t.y()), number(t.size()), t.colour(), t.anchor().name().toLowerCase(Locale.ROOT),
                        t.strong() ? " font-weight=\"600\"" : "",
                        t.turned() ? " transform=\"rotate(-90 " + number(t.x()) + " " + number(t.y()) + ")\"" : "", escaped(t.text()));
        };
    }

    private static String points(double[] xs, double[] ys) {
        StringBuilder points = new StringBuilder();
        for (int i = 0; i < xs.length; i++) {
            points.append(i == 0 ? "" : " ").append(number(xs[i])).append(',').append(number(ys[i]));
        }
        return points.toString();
    }

    private static String number(double value) {
        String text = String.format(Locale.ROOT, "%.2f", value);
        return text.endsWith(".00") ? text.substring(0, text.length() - 3) : text;
    }

    /** A text that means nothing but itself in XML. */
    public static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;").replace("\"", "&quot;");
    }
}
