package rhombic.formats.file;

import java.io.IOException;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.MappedByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.ReadableByteChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.channels.WritableByteChannel;
import java.nio.file.AccessMode;
import java.nio.file.CopyOption;
import java.nio.file.DirectoryStream;
import java.nio.file.FileStore;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.nio.file.StandardOpenOption;
import java.nio.file.WatchEvent;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.FileAttributeView;
import java.nio.file.attribute.UserPrincipalLookupService;
import java.nio.file.spi.FileSystemProvider;
import java.util.Iterator;
import java.util.Map;
import java.util.Set;

/**
 * The files of this machine, as a program sees them that is killed at its n-th change of them: half of what it writes then is written, and
 * nothing that it would do afterwards happens.
 */
final class KillableFiles extends FileSystemProvider {
    /** The program is gone. */
    static final class Killed extends Error {}

    private final FileSystem real = Path.of("").getFileSystem();
    private final FileSystem system = new Wrapped();
    private final int killedAt;
    private int changes;

    /** @param killedAt the number of the change, from 1; 0 for never */
    KillableFiles(int killedAt) {
        this.killedAt = killedAt;
    }

    Path path(Path path) {
        return new WrappedPath(path);
    }

    int changes() {
        return changes;
    }

    private boolean isGone() {
        return killedAt > 0 && changes >= killedAt;
    }

    /** @return whether the program is killed amid this change */
    private boolean isKilledNow() {
        if (isGone()) {
            throw new Killed();
        }
        changes++;
        return isGone();
    }

    private void change() {
        if (isKilledNow()) {
            throw new Killed();
        }
    }

    private static Path real(Path path) {
        return path instanceof WrappedPath wrapped ? wrapped.real : path;
    }

    @Override
    public FileChannel newFileChannel(Path path, Set<? extends OpenOption> options, FileAttribute<?>... attributes) throws IOException {
        boolean makes = options.contains(StandardOpenOption.CREATE_NEW)
                || options.contains(StandardOpenOption.CREATE) && !Files.exists(real(path));
        if (makes) {
            change();
        }
        return new Channel(FileChannel.open(real(path), options, attributes));
    }

    @Override
    public SeekableByteChannel newByteChannel(Path path, Set<? extends OpenOption> options, FileAttribute<?>... attributes)
            throws IOException {
        return newFileChannel(path, options, attributes);
    }

    @Override
    public DirectoryStream<Path> newDirectoryStream(Path folder, DirectoryStream.Filter<? super Path> filter) throws IOException {
        DirectoryStream<Path> all = Files.newDirectoryStream(real(folder), entry -> filter.accept(path(entry)));
        return new DirectoryStream<>() {
            @Override
            public Iterator<Path> iterator() {
                Iterator<Path> each = all.iterator();
                return new Iterator<>() {
                    @Override
                    public boolean hasNext() {
                        return each.hasNext();
                    }

                    @Override
                    public Path next() {
                        return path(each.next());
                    }
                };
            }

            @Override
            public void close() throws IOException {
                all.close();
            }
        };
    }

    @Override
    public void createDirectory(Path folder, FileAttribute<?>... attributes) throws IOException {
        change();
        Files.createDirectory(real(folder), attributes);
    }

    @Override
    public void delete(Path path) throws IOException {
        change();
        Files.delete(real(path));
    }

    @Override
    public void copy(Path source, Path target, CopyOption... options) throws IOException {
        change();
        Files.copy(real(source), real(target), options);
    }

    @Override
    public void move(Path source, Path target, CopyOption... options) throws IOException {
        change();
        Files.move(real(source), real(target), options);
    }

    @Override
    public boolean isSameFile(Path one, Path other) throws IOException {
        return Files.isSameFile(real(one), real(other));
    }

    @Override
    public boolean isHidden(Path path) throws IOException {
        return Files.isHidden(real(path));
    }

    @Override
    public FileStore getFileStore(Path path) throws IOException {
        return Files.getFileStore(real(path));
    }

    @Override
    public void checkAccess(Path path, AccessMode... modes) throws IOException {
        real.provider().checkAccess(real(path), modes);
    }

    @Override
    public <V extends FileAttributeView> V getFileAttributeView(Path path, Class<V> type, LinkOption... options) {
        return Files.getFileAttributeView(real(path), type, options);
    }

    @Override
    public <A extends BasicFileAttributes> A readAttributes(Path path, Class<A> type, LinkOption... options) throws IOException {
        return Files.readAttributes(real(path), type, options);
    }

    @Override
    public Map<String, Object> readAttributes(Path path, String names, LinkOption... options) throws IOException {
        return Files.readAttributes(real(path), names, options);
    }

    @Override
    public void setAttribute(Path path, String name, Object value, LinkOption... options) throws IOException {
        change();
        Files.setAttribute(real(path), name, value, options);
    }

    @Override
    public String getScheme() {
        return "killable";
    }

    @Override
    public FileSystem newFileSystem(URI uri, Map<String, ?> settings) {
        throw new UnsupportedOperationException();
    }

    @Override
    public FileSystem getFileSystem(URI uri) {
        return system;
    }

    @Override
    public Path getPath(URI uri) {
        throw new UnsupportedOperationException();
    }

    /** Writes half of what it is killed at. */
    private final class Channel extends FileChannel {
        private final FileChannel of;

        Channel(FileChannel of) {
            this.of = of;
        }

        @Override
        public int write(ByteBuffer bytes) throws IOException {
            if (isKilledNow()) {
                ByteBuffer half = bytes.duplicate();
                half.limit(half.position() + half.remaining() / 2);
                of.write(half);
                throw new Killed();
            }
            return of.write(bytes);
        }

        @Override
        public int write(ByteBuffer bytes, long position) throws IOException {
            change();
            return of.write(bytes, position);
        }

        @Override
        public long write(ByteBuffer[] bytes, int offset, int length) throws IOException {
            change();
            return of.write(bytes, offset, length);
        }

        @Override
        public FileChannel truncate(long size) throws IOException {
            change();
            of.truncate(size);
            return this;
        }

        @Override
        public void force(boolean metaData) throws IOException {
            of.force(metaData);
        }

        @Override
        public int read(ByteBuffer bytes) throws IOException {
            return of.read(bytes);
        }

        @Override
        public long read(ByteBuffer[] bytes, int offset, int length) throws IOException {
            return of.read(bytes, offset, length);
        }

        @Override
        public int read(ByteBuffer bytes, long position) throws IOException {
            return of.read(bytes, position);
        }

        @Override
        public long position() throws IOException {
            return of.position();
        }

        @Override
        public FileChannel position(long position) throws IOException {
            of.position(position);
            return this;
        }

        @Override
        public long size() throws IOException {
            return of.size();
        }

        @Override
        public long transferTo(long position, long count, WritableByteChannel target) throws IOException {
            return of.transferTo(position, count, target);
        }

        @Override
        public long transferFrom(ReadableByteChannel source, long position, long count) throws IOException {
            change();
            return of.transferFrom(source, position, count);
        }

        @Override
        public MappedByteBuffer map(MapMode mode, long position, long size) throws IOException {
            return of.map(mode, position, size);
        }

        @Override
        public FileLock lock(long position, long size, boolean shared) throws IOException {
            return of.lock(position, size, shared);
        }

        @Override
        public FileLock tryLock(long position, long size, boolean shared) throws IOException {
            return of.tryLock(position, size, shared);
        }

        @Override
        protected void implCloseChannel() throws IOException {
            of.close();
        }
    }

    private final class Wrapped extends FileSystem {
        @Override
        public FileSystemProvider provider() {
            return KillableFiles.this;
        }

        @Override
        public void close() {}

        @Override
        public boolean isOpen() {
            return true;
        }

        @Override
        public boolean isReadOnly() {
            return false;
        }

        @Override
        public String getSeparator() {
            return real.getSeparator();
        }

        @Override
        public Iterable<Path> getRootDirectories() {
            return real.getRootDirectories();
        }

        @Override
        public Iterable<FileStore> getFileStores() {
            return real.getFileStores();
        }

        @Override
        public Set<String> supportedFileAttributeViews() {
            return real.supportedFileAttributeViews();
        }

        @Override
        public Path getPath(String first, String... more) {
            return path(real.getPath(first, more));
        }

        @Override
        public PathMatcher getPathMatcher(String pattern) {
            PathMatcher matcher = real.getPathMatcher(pattern);
            return path -> matcher.matches(real(path));
        }

        @Override
        public UserPrincipalLookupService getUserPrincipalLookupService() {
            return real.getUserPrincipalLookupService();
        }

        @Override
        public WatchService newWatchService() throws IOException {
            return real.newWatchService();
        }
    }

    private final class WrappedPath implements Path {
        private final Path real;

        WrappedPath(Path real) {
            this.real = real;
        }

        private Path wrap(Path path) {
            return path == null ? null : path(path);
        }

        @Override
        public FileSystem getFileSystem() {
            return system;
        }

        @Override
        public boolean isAbsolute() {
            return real.isAbsolute();
        }

        @Override
        public Path getRoot() {
            return wrap(real.getRoot());
        }

        @Override
        public Path getFileName() {
            return wrap(real.getFileName());
        }

        @Override
        public Path getParent() {
            return wrap(real.getParent());
        }

        @Override
        public int getNameCount() {
            return real.getNameCount();
        }

        @Override
        public Path getName(int index) {
            return wrap(real.getName(index));
        }

        @Override
        public Path subpath(int begin, int end) {
            return wrap(real.subpath(begin, end));
        }

        @Override
        public boolean startsWith(Path other) {
            return real.startsWith(KillableFiles.real(other));
        }

        @Override
        public boolean endsWith(Path other) {
            return real.endsWith(KillableFiles.real(other));
        }

        @Override
        public Path normalize() {
            return wrap(real.normalize());
        }

        @Override
        public Path resolve(Path other) {
            return wrap(real.resolve(KillableFiles.real(other)));
        }

        @Override
        public Path relativize(Path other) {
            return wrap(real.relativize(KillableFiles.real(other)));
        }

        @Override
        public URI toUri() {
            return real.toUri();
        }

        @Override
        public Path toAbsolutePath() {
            return wrap(real.toAbsolutePath());
        }

        @Override
        public Path toRealPath(LinkOption... options) throws IOException {
            return wrap(real.toRealPath(options));
        }

        @Override
        public WatchKey register(WatchService watcher, WatchEvent.Kind<?>[] events, WatchEvent.Modifier... modifiers) throws IOException {
            return real.register(watcher, events, modifiers);
        }

        @Override
        public int compareTo(Path other) {
            return real.compareTo(KillableFiles.real(other));
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof WrappedPath path && path.real.equals(real);
        }

        @Override
        public int hashCode() {
            return real.hashCode();
        }

        @Override
        public String toString() {
            return real.toString();
        }
    }
}
