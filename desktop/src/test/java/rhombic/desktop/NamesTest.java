package rhombic.desktop;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Names in code, keys in files, options of commands and words of the handbook are the trade's: the private ones are gone for good. */
class NamesTest {
    private static final Path ROOT = Path.of("..");

    /** Words that no name in the code has as a part. */
    private static final Set<String> PARTS = Set.of("most", "whom", "thing", "things", "said", "mended", "upkeep", "porters", "doer",
            "doers",
            "setters", "timeclock", "timeclocks", "errand", "standstill", "heaviest");

    /** Names that nothing in the code has. */
    private static final Set<String> NAMES = Set.of("who", "what", "lie", "seat", "wayOut", "waysOut", "taking", "whenOver", "untilOut",
            "inputRoom",
            "partRoom", "handsOn", "also", "narrow", "smooth", "heard", "areCalled", "isRid", "serveLater", "becomes", "turnedAway", "Doer",
            "Manning",
            "Porters", "Timeclock", "Errand", "PieceEar", "Few", "Spot", "Standing", "WayOut", "Taking", "Seat");

    private static final Pattern NOT_CODE = Pattern.compile(
            "\"\"\".*?\"\"\"|\"(?:\\\\.|[^\"\\\\\\n])*\"|'(?:\\\\.|[^'\\\\])+'|/\\*.*?\\*/|//[^\\n]*",
            Pattern.DOTALL);
    private static final Pattern NAME = Pattern.compile("\\b[A-Za-z_][A-Za-z0-9_]*\\b");

    private static List<Path> files(String folder, String ending) throws IOException {
        try (Stream<Path> files = Files.walk(ROOT.resolve(folder))) {
            return files.filter(file -> file.toString().endsWith(ending)).sorted().toList();
        }
    }

    @Test
    void noNameInTheCodeIsAPrivateWord() throws IOException {
        Set<String> found = new TreeSet<>();
        int names = 0;
        for (String module : List.of("core", "formats", "cli", "desktop", "bench")) {
            for (Path file : files(module + "/src/main/java", ".java")) {
                Matcher name = NAME.matcher(NOT_CODE.matcher(Files.readString(file)).replaceAll(" "));
                while (name.find()) {
                    names++;
                    boolean isPrivate = NAMES.contains(name.group());
                    for (String part : name.group().split("(?<=[a-z0-9])(?=[A-Z])|_")) {
                        isPrivate |= PARTS.contains(part.toLowerCase(Locale.ROOT));
                    }
                    if (isPrivate) {
                        found.add(file.getFileName() + ": " + name.group());
                    }
                }
            }
        }
        assertTrue(names > 100_000, "the code is read at all: " + names);
        assertEquals(Set.of(), found);
    }

    @Test
    void noKeyOfAFileIsAPrivateWord() throws IOException {
        String schema = Files.readString(ROOT.resolve("docs/study.schema.json"));
        Set<String> keys = new TreeSet<>();
        Matcher key = Pattern.compile("\"([A-Za-z]+)\" : [{\\[]").matcher(schema);
        while (key.find()) {
            keys.add(key.group(1));
        }
        assertTrue(keys.contains("inputCapacity") && keys.contains("routing") && keys.size() > 150, keys::toString);
        keys.retainAll(Set.of("most", "mostTimes", "heaviest", "longestWait", "room", "inputRoom", "partRoom", "lie", "turned", "seat",
                "stand", "wayOut",
                "taking", "only", "whenOver", "waits", "who", "which", "whom", "yields", "untilOut", "first", "between", "also", "handsOn",
                "setters",
                "said", "what", "thing", "things", "where", "narrow", "smooth", "carrier"));
        assertEquals(Set.of(), keys);
    }

    @Test
    void helpAndHandbookSayItInTheTradesWords() throws IOException {
        List<Path> pages = new ArrayList<>(files("docs", ".md"));
        pages.addAll(List.of(ROOT.resolve("README.md"), ROOT.resolve("CONTRIBUTING.md"), ROOT.resolve("rhombic")));
        Pattern old = Pattern
                .compile("--matters|--even-so|[Hh]ands on to|of it wait\\b|he can hold|what has waited longest|\\b(Doer|Manning|Porters|"
                        + "Timeclock|Upkeep|PieceEar|inputRoom|partRoom|wayOut|whenOver|untilOut|handsOn|turnedAway|contentMost|carriersOut)\\b");
        Set<String> found = new TreeSet<>();
        for (Path page : pages) {
            Matcher word = old.matcher(Files.readString(page));
            while (word.find()) {
                found.add(page.getFileName() + ": " + word.group());
            }
        }
        assertEquals(Set.of(), found);
    }
}
