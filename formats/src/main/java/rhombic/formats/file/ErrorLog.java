package rhombic.formats.file;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.logging.FileHandler;
import java.util.logging.SimpleFormatter;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Errors of the program itself: the person at the screen gets one sentence, a file gets all the rest. */
public final class ErrorLog {
    private static final String NAME = "rhombic";
    private static final Logger LOG = LoggerFactory.getLogger(NAME);
    private static final int MAX_FILE_BYTES = 1_000_000;
    /** What fails once a frame must not fill the disk. */
    private static final int MAX_ENTRIES = 100;

    private static final ErrorLog USUAL = new ErrorLog(stateFolder());

    private final Path file;
    private final AtomicInteger entries = new AtomicInteger();

    /** @param folder where {@code rhombic.log} is written; it is made if need be */
    public ErrorLog(Path folder) {
        file = folder.resolve("rhombic.log");
    }

    /** Of this user; one for the whole program, so that its limit holds. */
    public static ErrorLog usual() {
        return USUAL;
    }

    /** Where what outlives the program is kept: {@code $XDG_STATE_HOME/rhombic}, usually {@code ~/.local/state/rhombic}. */
    public static Path stateFolder() {
        String state = System.getenv("XDG_STATE_HOME");
        Path base = state != null && !state.isBlank() ? Path.of(state) : Path.of(System.getProperty("user.home"), ".local", "state");
        return base.resolve(NAME);
    }

    public Path file() {
        return file;
    }

    /** What this program throws says what is wrong; anything else is an error of the program, told and written down. */
    public String told(Throwable e) {
        boolean isOwn = e.getClass().getName().startsWith("rhombic.") && e.getMessage() != null;
        return isOwn ? String.valueOf(e.getMessage()) : e instanceof IOException file ? FileTrouble.reason(file) : tell(e);
    }

    /** Writes it down; returns the sentence for the person at the screen. Never fails itself. */
    public String tell(Throwable e) {
        String sentence = switch (e) {
            case OutOfMemoryError memory ->
                "The memory is full: shorten the run, make fewer pieces wait inside, or give the program more memory with -Xmx.";
            case StackOverflowError deep -> "Something calls itself without end: look at rules and formulas that set each other off.";
            default ->
                "Something failed inside the program (" + e.getClass().getSimpleName() + "); your work is safe. Undo the last step if it"
                        + " fails again.";
        };
        if (entries.getAndIncrement() >= MAX_ENTRIES) {
            return sentence;
        }
        try {
            write(e);
            return sentence + " Details: " + file;
        } catch (IOException | RuntimeException unwritten) {
            return sentence;
        }
    }

    private synchronized void write(Throwable e) throws IOException {
        Files.createDirectories(file.toAbsolutePath().getParent());
        java.util.logging.Logger backend = java.util.logging.Logger.getLogger(NAME);
        backend.setUseParentHandlers(false);
        FileHandler handler = new FileHandler(file.toString().replace("%", "%%"), MAX_FILE_BYTES, 1, true);
        try {
            handler.setFormatter(new SimpleFormatter());
            backend.addHandler(handler);
            LOG.error("On thread {}", Thread.currentThread().getName(), e);
        } finally {
            backend.removeHandler(handler);
            handler.close();
        }
    }
}
