package rhombic.formats.file;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import rhombic.formats.study.StudyFormatException;
import rhombic.formats.study.StudyReader;
import rhombic.formats.study.StudyWriter;
import rhombic.study.Study;

/**
 * Keeps unsaved work in a folder of its own, one entry for each window, so that a crash loses nothing that was
 * journalled. An entry is withdrawn when its work is saved or given up.
 */
public final class Journal {
    private static final String STUDY = ".study.json";
    private static final String HOME = ".home";
    private static final String OWNER = ".owner";

    private final Path folder;
    private final String entry = UUID.randomUUID().toString();

    /**
     * Work that a window left behind.
     *
     * @param file where it was opened from or saved to, if anywhere
     */
    public record Left(String entry, Study study, Optional<Path> file) {}

    public Journal(Path folder) {
        this.folder = folder;
    }

    /** Puts the work in the place of what this window journalled before. */
    public synchronized void keep(Study study, Optional<Path> file) throws IOException {
        Files.createDirectories(folder);
        String home = file.map(path -> path.toAbsolutePath().toString()).orElse("");
        write(OWNER, Long.toString(ProcessHandle.current().pid()));
        write(HOME, home);
        write(STUDY, StudyWriter.write(study));
    }

    /** Called when there is nothing unsaved any more. */
    public synchronized void withdraw() throws IOException {
        withdraw(entry);
    }

    public void withdraw(String entry) throws IOException {
        for (String part : List.of(STUDY, HOME, OWNER)) {
            Files.deleteIfExists(folder.resolve(entry + part));
        }
    }

    /** What windows left behind that are gone; unreadable entries are passed over and stay where they are. */
    public List<Left> left() throws IOException {
        List<Left> found = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return found;
        }
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.filter(f -> f.toString().endsWith(STUDY)).sorted().toList()) {
                String name = file.getFileName().toString();
                String entry = name.substring(0, name.length() - STUDY.length());
                if (!entry.equals(this.entry) && !ownerLives(entry)) {
                    read(entry).ifPresent(found::add);
                }
            }
        }
        return found;
    }

    private Optional<Left> read(String entry) {
        try {
            String home = Files.readString(folder.resolve(entry + HOME));
            Study study = StudyReader.open(folder.resolve(entry + STUDY));
            return Optional.of(new Left(entry, study, home.isEmpty() ? Optional.empty() : Optional.of(Path.of(home))));
        } catch (IOException | StudyFormatException e) {
            return Optional.empty();
        }
    }

    private boolean ownerLives(String entry) {
        try {
            long pid = Long.parseLong(Files.readString(folder.resolve(entry + OWNER)).strip());
            return ProcessHandle.of(pid).map(ProcessHandle::isAlive).orElse(false);
        } catch (IOException | NumberFormatException e) {
            return false;
        }
    }

    private void write(String part, String text) throws IOException {
        SafeFile.write(folder.resolve(entry + part), out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
    }
}
