package rhombic.formats.table;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import rhombic.formats.file.SafeFile;

/** Writes tables as spreadsheets: headings in bold, numbers as numbers, the rest as text. */
public final class SheetWriter {
    private SheetWriter() {}

    /** Saves to the file, whole or not at all. */
    public static void save(String sheetName, List<List<String>> lines, Path file) throws IOException {
        try (XSSFWorkbook book = new XSSFWorkbook()) {
            Sheet sheet = book.createSheet(sheetName);
            Font bold = book.createFont();
            bold.setBold(true);
            CellStyle heading = book.createCellStyle();
            heading.setFont(bold);
            for (int i = 0; i < lines.size(); i++) {
                Row row = sheet.createRow(i);
                for (int j = 0; j < lines.get(i).size(); j++) {
                    String text = lines.get(i).get(j);
                    if (i > 0 && text.matches("-?[0-9]{1,12}(\\.[0-9]+)?")) {
                        row.createCell(j).setCellValue(Double.parseDouble(text));
                    } else {
                        row.createCell(j).setCellValue(text);
                    }
                    if (i == 0) {
                        row.getCell(j).setCellStyle(heading);
                    }
                }
            }
            SafeFile.write(file, book::write);
        }
    }
}
