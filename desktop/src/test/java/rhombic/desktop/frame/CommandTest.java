package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.desktop.work.RecentFiles;

class CommandTest {
    private static List<String> found(String letters) {
        return Stream.of("Place a station", "Place a goods in", "Stop", "Go to Build", "Leak test", "Select all")
                .map(name -> new Command(name, "", () -> {}))
                .filter(c -> c.match(letters) >= 0)
                .sorted(Comparator.comparingInt(c -> c.match(letters)))
                .map(Command::name).toList();
    }

    @Test
    void beginningsComeBeforeWordsBeforePartsBeforeScatteredLetters() {
        assertEquals(List.of("Stop", "Place a station", "Leak test", "Select all"), found("st"));
        assertEquals(List.of("Place a goods in"), found("gds in"));
        assertEquals(List.of(), found("zz"));
        assertEquals(6, found("").size());
    }

    @Test
    void recentFilesAreNewestFirstWithoutDoublesAndOnlyThoseThatExist(@TempDir Path folder) throws Exception {
        RecentFiles recent = new RecentFiles(folder.resolve("state"));
        assertEquals(List.of(), recent.list());
        Path one = Files.writeString(folder.resolve("one"), "");
        Path two = Files.writeString(folder.resolve("two"), "");
        recent.used(one);
        recent.used(two);
        recent.used(one);
        assertEquals(List.of(one, two), recent.list());
        Files.delete(two);
        assertEquals(List.of(one), recent.list());
        for (int i = 0; i < 12; i++) {
            recent.used(Files.writeString(folder.resolve("n" + i), ""));
        }
        assertTrue(recent.list().size() <= 8);
    }
}
