package rhombic.formats.file;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.UUID;

/** Writes a file so that at any moment either the old or the new content is there, whole. */
public final class SafeFile {
    /** What fills the file. */
    @FunctionalInterface
    public interface Content {
        void writeTo(OutputStream out) throws IOException;
    }

    private SafeFile() {}

    /**
     * Writes to a new file beside the target, brings it to the disk, and swaps it in.
     *
     * @throws IOException if it could not be written; the target is as it was then
     */
    public static void write(Path target, Content content) throws IOException {
        if (Files.isDirectory(target)) {
            throw new IOException("it is a folder; name a file in it");
        }
        Path real = Files.exists(target) ? target.toRealPath() : target.toAbsolutePath();
        Path folder = real.getParent();
        if (folder == null || !Files.isDirectory(folder)) {
            throw new IOException("the folder " + folder + " does not exist; make it first");
        }
        Path fresh = folder.resolve("." + real.getFileName() + "." + UUID.randomUUID() + ".new");
        try {
            try (FileChannel channel = FileChannel.open(fresh, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                OutputStream out = Channels.newOutputStream(channel);
                content.writeTo(out);
                out.flush();
                channel.force(true);
            }
            Files.move(fresh, real, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(fresh);
        }
    }
}
