package rhombic.formats.file;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.formats.study.StudyFormatException;
import rhombic.formats.study.StudyReader;
import rhombic.formats.study.StudyWriter;
import rhombic.study.Study;

/**
 * Keeps unsaved work in a folder of its own, one entry for each window, so that a crash loses nothing that was journalled. An entry is one
 * file, which says where its study was opened from: no crash can pair a study with the file of another. It is withdrawn when its work is
 * saved or given up.
 *
 * <p>Whose window is still there holds a lock on a file beside its entry; the system lets go of it when the program ends, however it ends.
 */
public final class Journal implements AutoCloseable {
    private static final String ENTRY = ".entry.json";
    private static final String LOCK = ".lock";
    private static final String FORMAT = "rhombicJournal";
    private static final int VERSION = 2;
    /** Of entries in three files, as programs before version 2 wrote them. */
    private static final String OLD_STUDY = ".study.json";
    private static final String OLD_HOME = ".home";
    private static final String OLD_OWNER = ".owner";
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Path folder;
    private final String entry = UUID.randomUUID().toString();
    private @Nullable FileChannel channel;

    /** Where a study is saved, and how it was on the disk when this program last read or wrote it. */
    public record Home(Path file, Optional<FileTime> time) {}

    /**
     * Work that a window left behind.
     *
     * @param home where it was opened from or saved to, if anywhere
     */
    public record Left(String entry, Study study, Optional<Home> home) {}

    /**
     * What windows have left behind.
     *
     * @param work newest first
     * @param notes what can't be brought back here, and why; it stays where it is
     */
    public record Found(List<Left> work, List<String> notes) {}

    public Journal(Path folder) {
        this.folder = folder;
    }

    /** Puts the work in the place of what this window journalled before. */
    public synchronized void keep(Study study, Optional<Home> home) throws IOException {
        Files.createDirectories(folder);
        own();
        ObjectNode root = JSON.createObjectNode().put(FORMAT, VERSION);
        home.ifPresent(known -> {
            root.put("file", known.file.toAbsolutePath().toString());
            known.time.ifPresent(time -> root.put("fileTime", time.toInstant().toString()));
        });
        root.put("study", StudyWriter.write(study));
        byte[] text = JSON.writeValueAsBytes(root);
        SafeFile.write(folder.resolve(entry + ENTRY), out -> out.write(text));
    }

    /** Again, if another program has just tidied the lock away before it was held. */
    private void own() throws IOException {
        Path lock = folder.resolve(entry + LOCK);
        while (channel == null) {
            FileChannel opened = FileChannel.open(lock, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            opened.lock();
            if (Files.exists(lock)) {
                channel = opened;
            } else {
                opened.close();
            }
        }
    }

    /** Called when there is nothing unsaved any more. */
    public synchronized void withdraw() throws IOException {
        Files.deleteIfExists(folder.resolve(entry + ENTRY));
    }

    /** Takes away what another window left behind. */
    public void withdraw(String entry) throws IOException {
        for (String part : List.of(ENTRY, OLD_STUDY, OLD_HOME, OLD_OWNER, LOCK)) {
            Files.deleteIfExists(folder.resolve(entry + part));
        }
    }

    /** What windows left behind that are gone. */
    public Found left() throws IOException {
        List<Left> work = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return new Found(work, notes);
        }
        for (Path file : newestFirst()) {
            String name = file.getFileName().toString();
            String ending = name.endsWith(ENTRY) ? ENTRY : OLD_STUDY;
            String other = name.substring(0, name.length() - ending.length());
            if (other.equals(entry) || isOwned(other)) {
                continue;
            }
            try {
                work.add(ending.equals(ENTRY) ? read(other, file) : readOld(other, file));
            } catch (IOException | StudyFormatException | InvalidPathException | DateTimeException e) {
                notes.add("Unsaved work in " + file + " can't be brought back here: "
                        + (e instanceof IOException io ? FileTrouble.reason(io) : String.valueOf(e.getMessage())).lines().findFirst()
                                .orElse(""));
            }
        }
        return new Found(List.copyOf(work), List.copyOf(notes));
    }

    private List<Path> newestFirst() throws IOException {
        List<Path> entries;
        try (Stream<Path> files = Files.list(folder)) {
            entries = new ArrayList<>(files.filter(f -> f.toString().endsWith(ENTRY) || f.toString().endsWith(OLD_STUDY)).toList());
        }
        entries.sort(Comparator.comparing(Journal::modified).reversed().thenComparing(Comparator.naturalOrder()));
        return entries;
    }

    private static FileTime modified(Path file) {
        try {
            return Files.getLastModifiedTime(file);
        } catch (IOException e) {
            return FileTime.fromMillis(0); // gone, or not for us: the oldest
        }
    }

    private static Left read(String entry, Path file) throws IOException, StudyFormatException {
        JsonNode root = JSON.readTree(Files.readString(file));
        if (root.path(FORMAT).asInt() != VERSION) {
            throw new IOException("it is of another version of the program");
        }
        String time = root.path("fileTime").asText();
        Optional<Home> home = root.has("file")
                ? Optional.of(new Home(Path.of(root.path("file").asText()),
                        time.isEmpty() ? Optional.empty() : Optional.of(FileTime.from(Instant.parse(time)))))
                : Optional.empty();
        return new Left(entry, StudyReader.read(root.path("study").asText()), home);
    }

    private Left readOld(String entry, Path file) throws IOException, StudyFormatException {
        String home = Files.readString(folder.resolve(entry + OLD_HOME), StandardCharsets.UTF_8);
        return new Left(entry, StudyReader.open(file),
                home.isEmpty() ? Optional.empty() : Optional.of(new Home(Path.of(home), Optional.empty())));
    }

    /** Whether its window is still there. */
    private boolean isOwned(String other) {
        Path lock = folder.resolve(other + LOCK);
        if (!Files.exists(lock)) {
            return isOldOwnerAlive(other);
        }
        try (FileChannel opened = FileChannel.open(lock, StandardOpenOption.WRITE); FileLock taken = opened.tryLock()) {
            return taken == null;
        } catch (OverlappingFileLockException e) {
            return true; // another window of this very program
        } catch (IOException e) {
            return false;
        }
    }

    private boolean isOldOwnerAlive(String other) {
        try {
            long pid = Long.parseLong(Files.readString(folder.resolve(other + OLD_OWNER)).strip());
            return ProcessHandle.of(pid).map(ProcessHandle::isAlive).orElse(false);
        } catch (IOException | NumberFormatException e) {
            return false;
        }
    }

    /** Takes away what programs that ended while they wrote have left. */
    public void tidy() throws IOException {
        SafeFile.removeLeftovers(folder);
        if (Files.isDirectory(folder)) {
            try (Stream<Path> files = Files.list(folder)) {
                for (Path lock : files.filter(f -> f.toString().endsWith(LOCK)).toList()) {
                    String name = lock.getFileName().toString();
                    String other = name.substring(0, name.length() - LOCK.length());
                    if (!other.equals(entry) && !Files.exists(folder.resolve(other + ENTRY))) {
                        removeUnheld(lock);
                    }
                }
            }
        }
    }

    /** While it is held here: whose it is to be notices then that it is gone. */
    private static void removeUnheld(Path lock) throws IOException {
        try (FileChannel opened = FileChannel.open(lock, StandardOpenOption.WRITE); FileLock taken = opened.tryLock()) {
            if (taken != null) {
                Files.deleteIfExists(lock);
            }
        } catch (OverlappingFileLockException | NoSuchFileException e) {
            // Another window of this program holds it, or it is gone already: nothing to tidy.
        }
    }

    /** The window ends: its entry, if there is one, is for the next to bring back. */
    @Override
    public synchronized void close() throws IOException {
        FileChannel open = channel;
        channel = null;
        if (open != null) {
            open.close();
            if (!Files.exists(folder.resolve(entry + ENTRY))) {
                Files.deleteIfExists(folder.resolve(entry + LOCK));
            }
        }
    }
}
