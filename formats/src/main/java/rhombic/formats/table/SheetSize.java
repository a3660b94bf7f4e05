package rhombic.formats.table;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Iterator;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackageAccess;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.XSSFReader;

/** How many rows the first sheet of a spreadsheet has, counted as they go by: a sheet that is too large is never held in memory. */
final class SheetSize {
    private SheetSize() {}

    /** @throws SheetException at the first row beyond the limit */
    static void check(Path file, int maxRows) throws SheetException, IOException {
        try (OPCPackage open = OPCPackage.open(file.toFile(), PackageAccess.READ)) {
            Iterator<InputStream> sheets = new XSSFReader(open).getSheetsData();
            if (sheets.hasNext()) {
                try (InputStream first = sheets.next()) {
                    count(first, maxRows);
                }
            }
        } catch (OpenXML4JException | XMLStreamException | RuntimeException e) {
            // Damaged: whoever reads it says so.
        }
    }

    static String tooMany(int maxRows) {
        return "The table has more than " + maxRows + " rows; use fewer";
    }

    private static void count(InputStream sheet, int maxRows) throws XMLStreamException, SheetException {
        XMLInputFactory factory = XMLHelper.newXMLInputFactory(); // reads nothing from outside
        XMLStreamReader reader = factory.createXMLStreamReader(sheet);
        int rows = 0;
        while (reader.hasNext()) {
            if (reader.next() == XMLStreamConstants.START_ELEMENT && reader.getLocalName().equals("row") && ++rows > maxRows + 1) {
                throw new SheetException(tooMany(maxRows));
            }
        }
    }
}
