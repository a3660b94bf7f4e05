package rhombic.formats.file;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;

/** Writes a file so that at any moment either the old or the new content is there, whole. */
public final class SafeFile {
    /** Of files that are not yet in the place of another: so short that any name a file system allows can be saved. */
    private static final String PREFIX = ".rhombic-";
    private static final String ENDING = ".new";
    private static final int MAX_LINKS = 40;

    /** What fills the file. */
    @FunctionalInterface
    public interface Content {
        void writeTo(OutputStream out) throws IOException;
    }

    private SafeFile() {}

    /**
     * Writes to a new file beside the target, brings it to the disk, and swaps it in. A link is followed; whoever might read and write the old
     * file may read and write the new one.
     *
     * @throws IOException if it could not be written; the target is as it was then
     */
    public static void write(Path target, Content content) throws IOException {
        if (Files.isDirectory(target)) {
            throw new IOException("it is a folder; name a file in it");
        }
        Path real = followed(target.toAbsolutePath());
        Path folder = real.getParent();
        if (folder == null || !Files.isDirectory(folder)) {
            throw new IOException("the folder " + folder + " does not exist; make it first");
        }
        Path fresh = folder.resolve(PREFIX + UUID.randomUUID() + ENDING);
        try {
            try (FileChannel channel = FileChannel.open(fresh, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                write(content, Channels.newOutputStream(channel));
                channel.force(true);
            }
            keepPermissions(real, fresh);
            Files.move(fresh, real, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(fresh);
        }
    }

    /** What the disk could not do is thrown as that, whatever a library that writes has made of it. */
    static void write(Content content, OutputStream disk) throws IOException {
        AtomicReference<IOException> failure = new AtomicReference<>();
        OutputStream out = new FilterOutputStream(disk) {
            @Override
            public void write(int b) throws IOException {
                write(new byte[] {(byte) b}, 0, 1);
            }

            @Override
            public void write(byte[] bytes, int from, int length) throws IOException {
                try {
                    disk.write(bytes, from, length);
                } catch (IOException e) {
                    failure.compareAndSet(null, e);
                    throw e;
                }
            }
        };
        try {
            content.writeTo(out);
            out.flush();
        } catch (RuntimeException e) {
            if (failure.get() == null) {
                throw e;
            }
        }
        IOException failed = failure.get();
        if (failed != null) {
            throw failed;
        }
    }

    /** Takes away what programs that ended while they wrote have left in the folder. */
    public static void removeLeftovers(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return;
        }
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "{" + PREFIX + "*" + ENDING + ",.*.new}")) {
            for (Path file : files) {
                Files.deleteIfExists(file);
            }
        }
    }

    /** Where the links lead, whether anything is there yet or not. */
    private static Path followed(Path target) throws IOException {
        Path real = target;
        for (int i = 0; Files.isSymbolicLink(real); i++) {
            if (i == MAX_LINKS) {
                throw new IOException("its links lead in a circle");
            }
            real = real.resolveSibling(Files.readSymbolicLink(real));
        }
        return Files.exists(real) ? real.toRealPath() : real;
    }

    private static void keepPermissions(Path old, Path fresh) throws IOException {
        PosixFileAttributeView view = Files.getFileAttributeView(fresh, PosixFileAttributeView.class);
        if (view == null || !Files.exists(old, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        PosixFileAttributes before = Files.readAttributes(old, PosixFileAttributes.class);
        view.setPermissions(before.permissions());
        PosixFileAttributes now = view.readAttributes();
        if (!now.group().equals(before.group())) {
            try {
                view.setGroup(before.group());
            } catch (IOException e) {
                view.setPermissions(before.permissions()); // of a group that is not one's own only the permissions can be kept
            }
        }
    }
}
