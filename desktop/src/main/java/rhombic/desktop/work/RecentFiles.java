package rhombic.desktop.work;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import rhombic.formats.file.SafeFile;

/** The study files used last, newest first, kept in a small file of the person's. */
public final class RecentFiles {
    private static final int MAX = 8;

    private final Path store;

    public RecentFiles(Path folder) {
        store = folder.resolve("recent.txt");
    }

    /** Those that still exist; none if the list can't be read, since nothing depends on it. */
    public List<Path> list() {
        try {
            return Files.exists(store)
                    ? Files.readAllLines(store).stream().filter(line -> !line.isBlank()).map(Path::of).filter(Files::exists).toList()
                    : List.of();
        } catch (IOException | InvalidPathException e) {
            return List.of();
        }
    }

    public void used(Path file) throws IOException {
        List<Path> files = new ArrayList<>(list());
        Path whole = file.toAbsolutePath();
        files.remove(whole);
        files.addFirst(whole);
        Files.createDirectories(store.getParent());
        String text = String.join("\n", files.stream().limit(MAX).map(Path::toString).toList()) + "\n";
        SafeFile.write(store, out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
    }
}
