package rhombic.formats.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.study.Study;

class SafeFileTest {
    @TempDir Path folder;

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private List<String> names() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.map(f -> f.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void aFullDiskLeavesTheOldFileWhole() throws Exception {
        Path file = folder.resolve("study");
        SafeFile.write(file, out -> out.write(bytes("old")));
        IOException full = assertThrows(IOException.class, () -> SafeFile.write(file, out -> {
            out.write(bytes("new and lon"));
            throw new IOException("No space left on device");
        }));
        assertEquals("old", Files.readString(file));
        assertEquals(List.of("study"), names());
        assertTrue(FileTrouble.writing(file, full).contains("No space left on device. Nothing was changed"));
    }

    /** A process of its own is killed in the middle of saving. */
    @Test
    void aKilledProcessLeavesTheOldFileWhole() throws Exception {
        Path file = folder.resolve("study");
        SafeFile.write(file, out -> out.write(bytes("old")));
        String java = ProcessHandle.current().info().command().orElseThrow();
        Process process = new ProcessBuilder(java, "-cp", System.getProperty("java.class.path"), Killed.class.getName(), file.toString())
                .inheritIO().start();
        assertEquals(Killed.CODE, process.waitFor());
        assertEquals("old", Files.readString(file));
        SafeFile.write(file, out -> out.write(bytes("new")));
        assertEquals("new", Files.readString(file));
    }

    /** Writes half of a file, and ends as a killed process does: without any clean-up. */
    static final class Killed {
        static final int CODE = 87;

        public static void main(String[] args) throws IOException {
            SafeFile.write(Path.of(args[0]), out -> {
                out.write(bytes("half of the ne"));
                Runtime.getRuntime().halt(CODE);
            });
        }
    }

    @Test
    void whatCannotBeWrittenIsSaid() {
        assertTrue(
                assertThrows(IOException.class, () -> SafeFile.write(folder, out -> out.write(1))).getMessage().contains("it is a folder"));
        Path nowhere = folder.resolve("none/study");
        assertTrue(assertThrows(IOException.class, () -> SafeFile.write(nowhere, out -> out.write(1))).getMessage()
                .contains("does not exist"));
    }

    @Test
    void aLinkIsWrittenThroughNotReplaced() throws Exception {
        Path real = Files.writeString(folder.resolve("real"), "old");
        Path link = Files.createSymbolicLink(folder.resolve("link"), real);
        SafeFile.write(link, out -> out.write(bytes("new")));
        assertTrue(Files.isSymbolicLink(link));
        assertEquals("new", Files.readString(real));
    }

    @Test
    void unsavedWorkIsOfferedOnceItsWindowIsGone() throws Exception {
        Journal crashed = new Journal(folder);
        Study work = Study.empty().named("Unsaved");
        crashed.keep(work, Optional.of(Path.of("/some/where.rhombic.json")));
        Journal next = new Journal(folder);
        assertEquals(List.of(), next.left(), "its window still runs");
        try (Stream<Path> files = Files.list(folder)) {
            Path owner = files.filter(f -> f.toString().endsWith(".owner")).findFirst().orElseThrow();
            Files.writeString(owner, "999999999");
        }
        Journal.Left left = next.left().getFirst();
        assertEquals(work, left.study());
        assertEquals(Optional.of(Path.of("/some/where.rhombic.json")), left.file());
        next.withdraw(left.entry());
        assertEquals(List.of(), names());
    }

    @Test
    void aDamagedJournalEntryHindersNobody() throws Exception {
        Files.writeString(folder.resolve("x.study.json"), "{");
        Files.writeString(folder.resolve("x.home"), "");
        assertEquals(List.of(), new Journal(folder).left());
        assertEquals(List.of("x.home", "x.study.json"), names());
    }

    @Test
    void savedWorkIsWithdrawn() throws Exception {
        Journal journal = new Journal(folder);
        journal.keep(Study.empty(), Optional.empty());
        journal.withdraw();
        assertEquals(List.of(), names());
    }
}
