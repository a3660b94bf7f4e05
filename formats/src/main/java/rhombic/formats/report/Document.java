package rhombic.formats.report;

import java.util.List;
import rhombic.chart.Drawing;

/** What a report says, from top to bottom. */
public record Document(String title, List<Part> parts) {
    public Document {
        parts = List.copyOf(parts);
    }

    /** One part of it. */
    public sealed interface Part {}

    /** @param level 1 or 2 */
    public record Heading(int level, String text) implements Part {}

    public record Paragraph(String text) implements Part {}

    public record Bullets(List<String> lines) implements Part {}

    /** @param rows each as wide as the head */
    public record Table(List<String> head, List<List<String>> rows) implements Part {}

    public record Figure(Drawing drawing, String caption) implements Part {}

    /** A picture as PNG. */
    public record Picture(byte[] png, String caption) implements Part {}
}
