package rhombic.formats.report;

import java.awt.Color;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;
import org.apache.pdfbox.util.Matrix;
import rhombic.chart.Drawing;
import rhombic.formats.file.SafeFile;

/** A report as PDF, A4 upright, with its fonts inside. */
public final class PdfReport {
    private static final float MARGIN = 54;
    private static final float BODY = 10;
    private static final float LEADING = 1.38f;
    private static final Color INK = Color.decode("#1F272B");
    private static final Color SOFT = Color.decode("#5C676C");
    private static final Color HAIR = Color.decode("#DAD4C5");
    private static final Color VERDIGRIS = Color.decode("#1D6B66");

    private final PDDocument pdf;
    private final PdfFonts fonts;
    private final PDFont regular;
    private final PDFont strong;
    private final float width = PDRectangle.A4.getWidth() - 2 * MARGIN;
    private PDPageContentStream page;
    private float y;

    private PdfReport(PDDocument pdf) throws IOException {
        this.pdf = pdf;
        fonts = new PdfFonts(pdf);
        regular = fonts.regular;
        strong = fonts.strong;
        page = newPage();
    }

    public static void save(Document document, Path file) throws IOException {
        try (PDDocument pdf = new PDDocument()) {
            PdfReport report = new PdfReport(pdf);
            pdf.getDocumentInformation().setTitle(document.title());
            report.write(document);
            report.page.close();
            SafeFile.write(file, pdf::save);
        }
    }

    private PDPageContentStream newPage() throws IOException {
        PDPage made = new PDPage(PDRectangle.A4);
        pdf.addPage(made);
        y = PDRectangle.A4.getHeight() - MARGIN;
        return new PDPageContentStream(pdf, made);
    }

    /** Room for so much, on this page or the next. */
    private void ensureHeight(float height) throws IOException {
        if (y - height < MARGIN) {
            page.close();
            page = newPage();
        }
    }

    private void write(Document document) throws IOException {
        text(document.title(), strong, 22, INK, 0, width);
        y -= 8;
        for (Document.Part part : document.parts()) {
            switch (part) {
                case Document.Heading h -> {
                    y -= h.level() == 1 ? 14 : 6;
                    ensureHeight(60);
                    text(h.text(), strong, h.level() == 1 ? 15 : 11, h.level() == 1 ? INK : VERDIGRIS, 0, width);
                    y -= 2;
                }
                case Document.Paragraph p -> {
                    text(p.text(), regular, BODY, INK, 0, width);
                    y -= 2;
                }
                case Document.Bullets b -> {
                    for (String line : b.lines()) {
                        ensureHeight(BODY * LEADING);
                        rhombus(MARGIN + 4, y - BODY * 0.62f);
                        text(line, regular, BODY, INK, 14, width - 14);
                    }
                    y -= 3;
                }
                case Document.Table t -> table(t);
                case Document.Figure f -> figure(f);
                case Document.Picture p -> picture(p);
            }
        }
    }

    private void rhombus(float x, float middle) throws IOException {
        page.setNonStrokingColor(VERDIGRIS);
        page.moveTo(x - 3, middle);
        page.lineTo(x, middle + 3);
        page.lineTo(x + 3, middle);
        page.lineTo(x, middle - 3);
        page.closePath();
        page.fill();
    }

    private void text(String text, PDFont font, float size, Color colour, float indent, float width) throws IOException {
        for (String line : lines(text, font, size, width)) {
            ensureHeight(size * LEADING);
            y -= size * LEADING;
            put(line, font, size, colour, MARGIN + indent, y + size * 0.3f);
        }
    }

    private void put(String text, PDFont font, float size, Color colour, float x, float baseline) throws IOException {
        page.beginText();
        page.setNonStrokingColor(colour);
        page.newLineAtOffset(x, baseline);
        fonts.show(page, text, font, size);
        page.endText();
    }

    private float length(String text, PDFont font, float size) throws IOException {
        return fonts.length(text, font, size);
    }

    private List<String> lines(String text, PDFont font, float size, float width) throws IOException {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : text.split(" ")) {
            String longer = line.isEmpty() ? word : line + " " + word;
            if (!line.isEmpty() && length(longer, font, size) > width) {
                lines.add(line.toString());
                line = new StringBuilder(word);
            } else {
                line = new StringBuilder(longer);
            }
        }
        lines.add(line.toString());
        return lines;
    }

    private void table(Document.Table table) throws IOException {
        float size = 8.5f;
        int columns = table.head().size();
        float[] widths = new float[columns];
        float whole = 0;
        List<List<String>> all = new ArrayList<>(List.of(table.head()));
        all.addAll(table.rows());
        for (int c = 0; c < columns; c++) {
            for (List<String> row : all) {
                widths[c] = Math.max(widths[c], Math.min(width * 0.45f, length(row.get(c), regular, size) + 10));
            }
            whole += widths[c];
        }
        for (int c = 0; c < columns; c++) {
            widths[c] *= width / whole;
        }
        for (int r = 0; r < all.size(); r++) {
            List<List<String>> cells = new ArrayList<>();
            int max = 1;
            for (int c = 0; c < columns; c++) {
                List<String> lines = lines(all.get(r).get(c), regular, size, widths[c] - 8);
                cells.add(lines);
                max = Math.max(max, lines.size());
            }
            float height = max * size * LEADING + 4;
            ensureHeight(height);
            float x = MARGIN;
            for (int c = 0; c < columns; c++) {
                float baseline = y - size * LEADING + size * 0.3f;
                for (String line : cells.get(c)) {
                    put(line, regular, size, r == 0 ? SOFT : INK, x, baseline);
                    baseline -= size * LEADING;
                }
                x += widths[c];
            }
            y -= height;
            page.setStrokingColor(HAIR);
            page.setLineWidth(0.6f);
            page.moveTo(MARGIN, y + 1);
            page.lineTo(MARGIN + width, y + 1);
            page.stroke();
        }
        y -= 8;
    }

    private void picture(Document.Picture picture) throws IOException {
        PDImageXObject image = PDImageXObject.createFromByteArray(pdf, picture.png(), "picture");
        float height = width * image.getHeight() / image.getWidth();
        ensureHeight(height + 24);
        page.drawImage(image, MARGIN, y - height, width, height);
        y -= height;
        text(picture.caption(), regular, 8.5f, SOFT, 0, width);
        y -= 6;
    }

    private void figure(Document.Figure figure) throws IOException {
        Drawing drawing = figure.drawing();
        float scale = (float) (width / drawing.width());
        float height = (float) drawing.height() * scale;
        ensureHeight(height + 24);
        float top = y;
        for (Drawing.Mark mark : drawing.marks()) {
            switch (mark) {
                case Drawing.Line l -> {
                    page.setStrokingColor(Color.decode(l.colour()));
                    page.setLineWidth((float) l.width() * scale);
                    if (l.dash() > 0) {
                        page.setLineDashPattern(new float[] {(float) l.dash() * scale}, 0);
                    }
                    page.moveTo(x(l.x1(), scale), top - (float) l.y1() * scale);
                    page.lineTo(x(l.x2(), scale), top - (float) l.y2() * scale);
                    page.stroke();
                    page.setLineDashPattern(new float[0], 0);
                }
                case Drawing.Path p -> {
                    page.setStrokingColor(Color.decode(p.colour()));
                    page.setLineWidth((float) p.width() * scale);
                    outline(p.xs(), p.ys(), scale, top);
                    if (p.xs().length > 0) {
                        page.stroke();
                    }
                }
                case Drawing.Area a -> {
                    page.setNonStrokingColor(Color.decode(a.colour()));
                    PDExtendedGraphicsState state = new PDExtendedGraphicsState();
                    state.setNonStrokingAlphaConstant((float) a.opacity());
                    page.saveGraphicsState();
                    page.setGraphicsStateParameters(state);
                    outline(a.xs(), a.ys(), scale, top);
                    page.closePath();
                    page.fill();
                    page.restoreGraphicsState();
                }
                case Drawing.Text t -> sign(t, scale, top);
            }
        }
        y -= height;
        text(figure.caption(), regular, 8.5f, SOFT, 0, width);
        y -= 6;
    }

    private static float x(double value, float scale) {
        return MARGIN + (float) value * scale;
    }

    private void outline(double[] xs, double[] ys, float scale, float top) throws IOException {
        for (int i = 0; i < xs.length; i++) {
            float atX = x(xs[i], scale);
            float atY = top - (float) ys[i] * scale;
            if (i == 0) {
                page.moveTo(atX, atY);
            } else {
                page.lineTo(atX, atY);
            }
        }
    }

    private void sign(Drawing.Text t, float scale, float top) throws IOException {
        PDFont font = t.strong() ? strong : regular;
        float size = (float) t.size() * scale;
        float length = length(t.text(), font, size);
        float shift = switch (t.anchor()) {
            case START -> 0;
            case MIDDLE -> length / 2;
            case END -> length;
        };
        page.beginText();
        page.setNonStrokingColor(Color.decode(t.colour()));
        float atX = x(t.x(), scale);
        float atY = top - (float) t.y() * scale;
        page.setTextMatrix(
                t.turned() ? Matrix.getRotateInstance(Math.PI / 2, atX, atY - shift) : Matrix.getTranslateInstance(atX - shift, atY));
        fonts.show(page, t.text(), font, size);
        page.endText();
    }
}
