package rhombic.formats.file;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Locale;

/** What went wrong with a file, in words for the person at the screen. */
public final class FileTrouble {
    private FileTrouble() {}

    public static String reading(Path file, IOException e) {
        return "Can't read " + file + ": " + reason(e) + ".";
    }

    public static String writing(Path file, IOException e) {
        return "Can't write " + file + ": " + reason(e) + ". Nothing was changed; choose another place.";
    }

    /** Why, without a stop at its end. */
    public static String reason(IOException e) {
        return switch (e) {
            case NoSuchFileException missing -> "there is no such file";
            case AccessDeniedException denied -> "it may not be accessed by you";
            case FileSystemException other when other.getReason() != null -> other.getReason().toLowerCase(Locale.ROOT);
            default -> e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
        };
    }
}
