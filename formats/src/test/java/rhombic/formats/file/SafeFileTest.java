package rhombic.formats.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.formats.study.StudyWriter;
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

    /** A library that writes spreadsheets wraps what the disk throws, or swallows it. */
    @Test
    void aFullDiskIsToldAsThat() throws Exception {
        for (int room : new int[] {0, 100, 3000}) {
            try (XSSFWorkbook book = new XSSFWorkbook()) {
                book.createSheet("S").createRow(0).createCell(0).setCellValue("x");
                int[] written = new int[1];
                OutputStream disk = new OutputStream() {
                    @Override
                    public void write(int b) throws IOException {
                        if (++written[0] > room) {
                            throw new IOException("No space left on device");
                        }
                    }
                };
                assertEquals("No space left on device",
                        assertThrows(IOException.class, () -> SafeFile.write(book::write, disk)).getMessage());
            }
        }
        assertThrows(IllegalStateException.class, () -> SafeFile.write(out -> {
            throw new IllegalStateException("of its own");
        }, OutputStream.nullOutputStream()));
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
    void permissionsStay() throws Exception {
        Path file = Files.writeString(folder.resolve("file"), "old");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-rw----"));
        SafeFile.write(file, out -> out.write(bytes("new")));
        assertEquals("rw-rw----", PosixFilePermissions.toString(Files.getPosixFilePermissions(file)));
    }

    @Test
    void aLinkToWhatIsNotThereYetIsFollowed() throws Exception {
        Path link = Files.createSymbolicLink(folder.resolve("link"), Path.of("real"));
        SafeFile.write(link, out -> out.write(bytes("new")));
        assertTrue(Files.isSymbolicLink(link));
        assertEquals("new", Files.readString(folder.resolve("real")));
        Path circle = Files.createSymbolicLink(folder.resolve("circle"), Path.of("circle"));
        assertThrows(IOException.class, () -> SafeFile.write(circle, out -> out.write(bytes("x"))));
    }

    @Test
    void aNameAsLongAsTheFileSystemAllowsCanBeSaved() throws Exception {
        Path file = folder.resolve("x".repeat(242) + ".rhombic.json");
        SafeFile.write(file, out -> out.write(bytes("new")));
        assertEquals("new", Files.readString(file));
    }

    @Test
    void unsavedWorkIsOfferedOnceItsWindowIsGone() throws Exception {
        Study work = Study.empty().named("Unsaved");
        Journal.Home home = new Journal.Home(Path.of("/some/where.rhombic.json"),
                Optional.of(FileTime.from(Instant.parse("2026-11-29T10:15:30.123456789Z"))));
        try (Journal crashed = new Journal(folder); Journal next = new Journal(folder)) {
            crashed.keep(work, Optional.of(home));
            assertEquals(List.of(), next.left().work(), "its window still runs");
            crashed.close();
            Journal.Left left = next.left().work().getFirst();
            assertEquals(work, left.study());
            assertEquals(Optional.of(home), left.home(), "and how it was on the disk");
            next.withdraw(left.entry());
            assertEquals(List.of(), names());
        }
    }

    @Test
    void ofSeveralTheNewestComesFirst() throws Exception {
        for (String name : List.of("First", "Second", "Third")) {
            try (Journal journal = new Journal(folder)) {
                journal.keep(Study.empty().named(name), Optional.empty());
            }
            try (Stream<Path> files = Files.list(folder)) {
                for (Path file : files.toList()) {
                    Files.setLastModifiedTime(file, FileTime.from(Files.getLastModifiedTime(file).toInstant().minusSeconds(60)));
                }
            }
        }
        try (Journal next = new Journal(folder)) {
            assertEquals(List.of("Third", "Second", "First"), next.left().work().stream().map(left -> left.study().name()).toList());
        }
    }

    @Test
    void whatCannotBeUnderstoodIsToldAndHindersNobody() throws Exception {
        Files.writeString(folder.resolve("x.study.json"), "{");
        Files.writeString(folder.resolve("x.home"), "");
        Files.writeString(folder.resolve("y.entry.json"), "{\"rhombicJournal\":2,\"file\":\"/a\\u0000b\",\"study\":\"\"}");
        try (Journal journal = new Journal(folder)) {
            Journal.Found found = journal.left();
            assertEquals(List.of(), found.work());
            assertEquals(2, found.notes().size(), found.notes()::toString);
            assertTrue(found.notes().stream().allMatch(note -> note.contains("can't be brought back here")), found.notes()::toString);
        }
        assertEquals(List.of("x.home", "x.study.json", "y.entry.json"), names());
    }

    /** As programs wrote it before: in three files. */
    @Test
    void anEntryOfAnOlderProgramIsOffered() throws Exception {
        Files.writeString(folder.resolve("x.study.json"), StudyWriter.write(Study.empty().named("Old")));
        Files.writeString(folder.resolve("x.home"), "/some/where.rhombic.json");
        Files.writeString(folder.resolve("x.owner"), "999999999");
        try (Journal journal = new Journal(folder)) {
            Journal.Left left = journal.left().work().getFirst();
            assertEquals("Old", left.study().name());
            assertEquals(Path.of("/some/where.rhombic.json"), left.home().orElseThrow().file());
            journal.withdraw(left.entry());
        }
        assertEquals(List.of(), names());
    }

    @Test
    void whatAProgramLeftThatEndedWhileItWroteIsTakenAway() throws Exception {
        Files.writeString(folder.resolve(".rhombic-123.new"), "half");
        Files.writeString(folder.resolve("dead.lock"), "");
        try (Journal journal = new Journal(folder)) {
            journal.keep(Study.empty(), Optional.empty());
            journal.tidy();
            assertEquals(2, names().size(), "its own entry and lock: " + names());
        }
    }

    @Test
    void savedWorkIsWithdrawn() throws Exception {
        try (Journal journal = new Journal(folder)) {
            journal.keep(Study.empty(), Optional.empty());
            journal.withdraw();
        }
        assertEquals(List.of(), names());
    }
}
