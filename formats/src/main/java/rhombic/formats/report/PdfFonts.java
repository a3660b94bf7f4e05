package rhombic.formats.report;

import java.io.File;
import java.io.FileInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.fontbox.util.autodetect.FontFileFinder;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.jspecify.annotations.Nullable;

/**
 * The fonts of one PDF. Signs that ours lack are set in a font of this machine that has them and may be embedded; where there is none they are
 * written by their number, such as [U+4E2D], so that two names never look alike.
 */
final class PdfFonts {
    private static final int MAX_FILES = 3_000;

    final PDFont regular;
    final PDFont strong;
    private final PDDocument pdf;
    /** By sign that ours lack; empty where this machine has no font for it. */
    private final Map<Integer, Optional<PDFont>> others = new HashMap<>();
    private final List<PDFont> loaded = new ArrayList<>();
    /** Which signs the fonts of this machine have, each read once, when it is first needed. */
    private final Map<File, Optional<CmapLookup>> signs = new HashMap<>();
    private @Nullable List<File> files;

    /** A stretch of text in one font. */
    private record Span(PDFont font, String text) {}

    PdfFonts(PDDocument pdf) throws IOException {
        this.pdf = pdf;
        regular = own("IBMPlexSans_400Regular.ttf");
        strong = own("IBMPlexSans_600SemiBold.ttf");
    }

    private PDFont own(String name) throws IOException {
        try (InputStream in = Objects.requireNonNull(PdfFonts.class.getResourceAsStream(name), name)) {
            return PDType0Font.load(pdf, in, true);
        }
    }

    float length(String text, PDFont font, float size) throws IOException {
        float length = 0;
        for (Span span : spans(text, font)) {
            length += span.font.getStringWidth(span.text) / 1000 * size;
        }
        return length;
    }

    /** Within a text of the page that has begun. */
    void show(PDPageContentStream page, String text, PDFont font, float size) throws IOException {
        for (Span span : spans(text, font)) {
            page.setFont(span.font, size);
            page.showText(span.text);
        }
    }

    private List<Span> spans(String text, PDFont font) {
        List<Span> spans = new ArrayList<>();
        StringBuilder open = new StringBuilder();
        PDFont of = font;
        for (int sign : text.codePoints().toArray()) {
            PDFont needed = has(font, sign) ? font : other(sign).orElse(font);
            if (needed != of && !open.isEmpty()) {
                spans.add(new Span(of, open.toString()));
                open = new StringBuilder();
            }
            of = needed;
            if (has(needed, sign)) {
                open.appendCodePoint(sign);
            } else {
                open.append(String.format(Locale.ROOT, "[U+%04X]", sign));
            }
        }
        spans.add(new Span(of, open.toString()));
        return spans;
    }

    private static boolean has(PDFont font, int sign) {
        try {
            font.encode(Character.toString(sign));
            return true;
        } catch (IOException | IllegalArgumentException e) {
            return false; // which is how the library says so
        }
    }

    private Optional<PDFont> other(int sign) {
        return others.computeIfAbsent(sign, wanted -> loaded.stream().filter(font -> has(font, wanted)).findFirst().or(() -> {
            Optional<PDFont> found = files().stream()
                    .filter(file -> signs.computeIfAbsent(file, PdfFonts::signs).filter(known -> known.getGlyphId(wanted) != 0).isPresent())
                    .flatMap(file -> load(file, wanted).stream()).findFirst();
            found.ifPresent(loaded::add);
            return found;
        }));
    }

    private List<File> files() {
        if (files == null) {
            files = new FontFileFinder().find().stream().limit(MAX_FILES).map(File::new)
                    .filter(file -> file.getName().toLowerCase(Locale.ROOT).endsWith(".ttf")).toList();
        }
        return files;
    }

    private static Optional<CmapLookup> signs(File file) {
        try (TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBufferedFile(file))) {
            return Optional.of(font.getUnicodeCmapLookup());
        } catch (IOException | RuntimeException e) {
            return Optional.empty(); // a font of this machine that can't be read helps nobody
        }
    }

    /** The font of the file, if it may be embedded and sets that sign. */
    private Optional<PDFont> load(File file, int sign) {
        try (InputStream in = new FileInputStream(file)) {
            PDFont made = PDType0Font.load(pdf, in, true);
            return has(made, sign) ? Optional.of(made) : Optional.empty();
        } catch (IOException | RuntimeException e) {
            return Optional.empty(); // it may not be embedded
        }
    }
}
