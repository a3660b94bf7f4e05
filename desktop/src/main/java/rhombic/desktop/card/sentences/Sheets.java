package rhombic.desktop.card.sentences;

import java.util.ArrayList;
import java.util.List;
import rhombic.desktop.card.text.Sentence;
import rhombic.formats.table.Sheet;

/** What was filled into a grid, as a sheet that the formats read. */
final class Sheets {
    private Sheets() {}

    static Sheet of(Sentence.Filled filled) {
        List<Sheet.Row> rows = new ArrayList<>();
        for (int i = 0; i < filled.rows().size(); i++) {
            rows.add(new Sheet.Row(i + 1, filled.rows().get(i)));
        }
        return new Sheet(filled.source(), filled.headings(), rows);
    }
}
