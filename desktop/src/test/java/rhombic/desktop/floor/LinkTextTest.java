package rhombic.desktop.floor;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.LinkFilter;

class LinkTextTest {
    private static final Link PLAIN = new Link("A", "B");

    private static Link share(double percent) {
        return new Link("A", "B", Optional.of(Quantity.percent(percent)));
    }

    @Test
    void aLinkForEverythingSaysNothing() {
        assertEquals("", LinkText.of(PLAIN));
    }

    @Test
    void shareAndFilterAreTold() {
        assertEquals("95 %", LinkText.of(share(95)));
        assertEquals("S, M", LinkText.of(PLAIN.withFilter(new LinkFilter.Types(List.of("S", "M")))));
        assertEquals("5 % of load carriers", LinkText.of(share(5).withFilter(new LinkFilter.LoadCarriers())));
        assertEquals("contents", LinkText.of(PLAIN.withFilter(new LinkFilter.Contents())));
    }

    @Test
    void aLongFormulaIsCutWithASign() {
        String text = LinkText.of(PLAIN.withFilter(new LinkFilter.Condition("piece.joints > 4 and piece.model == 'L'")));
        assertEquals(28, text.length());
        assertEquals("piece.joints > 4 and piece.\u2026", text);
    }
}
