package rhombic.formats.report;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Base64;
import rhombic.formats.file.SafeFile;
import rhombic.formats.picture.Svg;

/** A report as one HTML file that needs no other. */
public final class HtmlReport {
    private static final String STYLE = """
            body { font-family: "IBM Plex Sans", "Segoe UI", sans-serif; color: #1F272B; background: #FFFDF8; max-width: 720px;
                   margin: 40px auto; padding: 0 24px; line-height: 1.45; font-size: 15px; }
            h1 { font-size: 30px; font-weight: 600; margin: 0 0 16px; } h2 { font-size: 21px; font-weight: 600; margin: 34px 0 8px; }
            h3 { font-size: 15px; font-weight: 600; margin: 18px 0 4px; color: #1D6B66; } p { margin: 6px 0; }
            table { border-collapse: collapse; margin: 12px 0; font-size: 13px; width: 100%; }
            th, td { text-align: left; padding: 4px 10px 4px 0; border-bottom: 1px solid #DAD4C5; vertical-align: top; }
            th { color: #5C676C; font-weight: 400; } ul { padding-left: 18px; margin: 6px 0; }
            li::marker { content: "\u25C6  "; color: #1D6B66; font-size: 9px; }
            figure { margin: 14px 0; } figcaption { color: #5C676C; font-size: 12px; } svg, img { max-width: 100%; height: auto; }
            """;

    private HtmlReport() {}

    public static void save(Document document, Path file) throws IOException {
        byte[] text = of(document).getBytes(StandardCharsets.UTF_8);
        SafeFile.write(file, out -> out.write(text));
    }

    public static String of(Document document) {
        StringBuilder html = new StringBuilder("<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n<title>");
        html.append(Svg.escaped(document.title())).append("</title>\n<style>\n").append(STYLE).append("</style>\n</head>\n<body>\n<h1>");
        html.append(Svg.escaped(document.title())).append("</h1>\n");
        for (Document.Part part : document.parts()) {
            html.append(part(part)).append('\n');
        }
        return html.append("</body>\n</html>\n").toString();
    }

    private static String part(Document.Part part) {
        return switch (part) {
            case Document.Heading h -> "<h" + (h.level() + 1) + ">" + Svg.escaped(h.text()) + "</h" + (h.level() + 1) + ">";
            case Document.Paragraph p -> "<p>" + Svg.escaped(p.text()) + "</p>";
            case Document.Bullets b -> {
                StringBuilder list = new StringBuilder("<ul>");
                b.lines().forEach(line -> list.append("<li>").append(Svg.escaped(line)).append("</li>"));
                yield list.append("</ul>").toString();
            }
            case Document.Table t -> {
                StringBuilder table = new StringBuilder("<table><tr>");
                t.head().forEach(cell -> table.append("<th>").append(Svg.escaped(cell)).append("</th>"));
                table.append("</tr>");
                t.rows().forEach(row -> {
                    table.append("<tr>");
                    row.forEach(cell -> table.append("<td>").append(Svg.escaped(cell)).append("</td>"));
                    table.append("</tr>");
                });
                yield table.append("</table>").toString();
            }
            case Document.Figure f ->
                "<figure>" + Svg.of(f.drawing()) + "<figcaption>" + Svg.escaped(f.caption()) + "</figcaption></figure>";
            case Document.Picture p -> "<figure><img alt=\"" + Svg.escaped(p.caption()) + "\" src=\"data:image/png;base64,"
                    + Base64.getEncoder().encodeToString(p.png()) + "\"><figcaption>" + Svg.escaped(p.caption()) + "</figcaption></figure>";
        };
    }
}
