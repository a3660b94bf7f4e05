package rhombic.formats.results;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import rhombic.experiment.Archive;
import rhombic.experiment.ResponseNames;
import rhombic.experiment.RunRecord;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.file.SafeFile;
import rhombic.study.change.StudyMark;

/**
 * Runs kept in a file beside the study, one JSON object to a line: a first line that says what it is, for each study that was run a line
 * with the names of its responses, and for each run a line with their values. Lines are only added, each at once, so that a program that
 * ends early loses no more than what was under way; a last line that was cut off is passed over, and the next begins after it.
 *
 * <p>A run belongs to a study by its {@link StudyMark}. Whatever could change a figure changes that, and then the run is not found any
 * more; it stays in the file, and counts again when the study is as it was. Runs of version 1 had marks of another kind: they are told
 * once, and made again.
 */
public final class ResultsFile implements Archive, AutoCloseable {
    private static final String FORMAT = "rhombicRuns";
    /** Of a line with names: runs of that study further up do not count. */
    private static final String ANEW = "anew";
    private static final int VERSION = 2;
    private static final ObjectMapper JSON = new ObjectMapper();

    /** Beyond so many bytes, runs of studies that nothing needs any more are dropped. */
    static final long MAX_BYTES = 50_000_000;
    private static final long OWN_LOCK_WAIT_MILLIS = 5;

    private final Path file;
    private final Map<String, ResponseNames> names = new HashMap<>();
    private final Map<String, Map<Integer, RunRecord>> runs = new HashMap<>();
    private final List<String> troubles = new ArrayList<>();
    /** Whether an older program has kept its runs there, which are not found any more. */
    private boolean isOlder;
    /** Studies of which one replication is there twice with other figures. */
    private final Set<String> mixed = new HashSet<>();
    private @Nullable String notKept;
    private @Nullable FileChannel channel;
    private @Nullable Object fileKey;

    private ResultsFile(Path file) {
        this.file = file;
    }

    /** Where the runs of a study are kept. */
    public static Path beside(Path study) {
        String name = String.valueOf(study.getFileName());
        String stem = name.endsWith(".rhombic.json")
                ? name.substring(0, name.length() - ".rhombic.json".length())
                : name.endsWith(".json") ? name.substring(0, name.length() - ".json".length()) : name;
        return study.resolveSibling(stem + ".runs.jsonl");
    }

    /**
     * Opens it, whether it is there or not; it is made with the first run. What can't be read of it is passed over and told in
     * {@link #troubles}.
     *
     * @throws IOException if it is there and can't be read at all, or is no such file
     */
    public static ResultsFile open(Path file) throws IOException {
        ResultsFile opened = new ResultsFile(file);
        if (Files.exists(file)) {
            opened.read();
        }
        return opened;
    }

    /** What was passed over, in words; none if all is well. */
    public synchronized List<String> troubles() {
        return List.copyOf(troubles);
    }

    /** Why runs could not be kept, in words; they are there as long as this program runs. Empty if all were kept. */
    public synchronized Optional<String> notKept() {
        return Optional.ofNullable(notKept);
    }

    public Path file() {
        return file;
    }

    private void read() throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        int from = 0;
        int number = 0;
        mixed.clear();
        while (from < bytes.length) {
            int to = from;
            while (to < bytes.length && bytes[to] != '\n') {
                to++;
            }
            number++;
            String line = new String(bytes, from, to - from, StandardCharsets.UTF_8);
            if (to == bytes.length) {
                troubles.add("Line " + number + " was cut off; its run will be made again");
            }
            if (!line.isBlank() && !read(line, number) && to < bytes.length) {
                troubles.add("Line " + number + " can't be read; its run will be made again");
            }
            from = to + 1;
        }
        if (!mixed.isEmpty()) {
            mixed.forEach(runs::remove);
            troubles.add("It holds runs of different studies under one mark, as older programs mixed them; those are made again");
        }
    }

    private boolean read(String line, int number) throws IOException {
        JsonNode node;
        try {
            node = JSON.readTree(line);
        } catch (JsonProcessingException e) {
            node = JSON.nullNode();
        }
        if (number == 1) {
            int version = node.path(FORMAT).asInt(0);
            if (version == 0) {
                throw new IOException("it does not begin as a file of runs does; move it away, or name another");
            }
            if (version > VERSION) {
                throw new IOException("it is of version " + version + " and this program reads up to " + VERSION
                        + ": open it with a newer program, or move it away");
            }
            isOlder = version < VERSION;
            if (isOlder) {
                troubles.add("The runs there were kept by an older program and are made again");
            }
            return true;
        }
        if (isOlder) {
            return true;
        }
        String study = node.path("study").asText("");
        if (study.isEmpty()) {
            return false;
        }
        if (node.has("responses")) {
            List<String> all = new ArrayList<>();
            node.path("responses").forEach(name -> all.add(name.asText()));
            ResponseNames now = new ResponseNames(all);
            if (!now.equals(names.put(study, now)) || node.path(ANEW).asBoolean()) {
                runs.remove(study); // of other figures than are measured now
                mixed.remove(study);
            }
            return true;
        }
        ResponseNames known = names.get(study);
        JsonNode values = node.path("values");
        int replication = node.path("replication").asInt(0);
        if (known == null || replication < 1 || values.size() != known.all().size()) {
            return false;
        }
        double[] read = new double[values.size()];
        for (int i = 0; i < read.length; i++) {
            JsonNode value = values.get(i);
            read[i] = value.isNumber()
                    ? value.doubleValue()
                    : value.isTextual() && value.asText().equals("infinite") ? Double.POSITIVE_INFINITY : Double.NaN;
        }
        RunRecord now = new RunRecord(replication, node.path("seed").asLong(), known, read);
        RunRecord before = runs.computeIfAbsent(study, key -> new HashMap<>()).put(replication, now);
        if (before != null && !isAlike(before, now)) {
            mixed.add(study);
        }
        return true;
    }

    /** Whether they can be the same replication of the same study. */
    private static boolean isAlike(RunRecord one, RunRecord other) {
        return Arrays.equals(one.values(), other.values());
    }

    @Override
    public synchronized Optional<RunRecord> find(String study, int replication) {
        return Optional.ofNullable(runs.getOrDefault(study, Map.of()).get(replication));
    }

    /** Never fails: where runs can't be kept on the disk, they are there as long as the program runs, and {@link #notKept} says why. */
    @Override
    public void keep(String study, RunRecord run) {
        String line = line(study, run); // worked out before others have to wait
        synchronized (this) {
            boolean hasOtherNames = !Objects.equals(run.names(), names.get(study));
            boolean contradicts = !hasOtherNames && find(study, run.replication()).filter(before -> !isAlike(before, run)).isPresent();
            boolean isAnew = mixed.contains(study) || contradicts;
            boolean isNew = isAnew || hasOtherNames;
            if (isNew) {
                runs.remove(study);
            }
            runs.computeIfAbsent(study, key -> new HashMap<>()).put(run.replication(), run);
            try {
                append(isNew ? head(study, run.names(), isAnew) + line : line);
                names.put(study, run.names());
                mixed.remove(study);
            } catch (IOException e) {
                notKept = "Runs can't be kept in " + file + ": " + FileTrouble.reason(e) + ". They are there until the program ends";
            }
        }
    }

    /** Drops the runs of all other studies, if the file has become large. */
    public synchronized void dropAllBut(Set<String> studies) {
        try {
            if (!Files.exists(file) || Files.size(file) <= MAX_BYTES
                    || !names.keySet().stream().anyMatch(study -> !studies.contains(study))) {
                return;
            }
            names.keySet().retainAll(studies);
            runs.keySet().retainAll(studies);
            FileChannel open = opened();
            try (FileLock lock = lock(open)) {
                SafeFile.write(file, out -> {
                    out.write(header().getBytes(StandardCharsets.UTF_8));
                    for (Map.Entry<String, ResponseNames> one : names.entrySet()) {
                        out.write(head(one.getKey(), one.getValue(), false).getBytes(StandardCharsets.UTF_8));
                        for (RunRecord run : runs.getOrDefault(one.getKey(), Map.of()).values()) {
                            out.write(line(one.getKey(), run).getBytes(StandardCharsets.UTF_8));
                        }
                    }
                });
            }
            isOlder = false;
        } catch (IOException e) {
            notKept = "Runs that are not needed any more can't be dropped from " + file + ": " + FileTrouble.reason(e);
        }
    }

    private static String head(String study, ResponseNames names, boolean isAnew) {
        ObjectNode head = JSON.createObjectNode().put("study", study);
        if (isAnew) {
            head.put(ANEW, true);
        }
        ArrayNode all = head.putArray("responses");
        names.all().forEach(all::add);
        return head + "\n";
    }

    /** Written by hand: a run has a thousand figures, and a tree of nodes for them would cost a third of a short run. */
    private static String line(String study, RunRecord run) {
        double[] values = run.values();
        StringBuilder line = new StringBuilder(100 + 12 * values.length);
        line.append("{\"study\":\"").append(study).append("\",\"replication\":").append(run.replication()).append(",\"seed\":")
                .append(run.seed())
                .append(",\"values\":[");
        for (int i = 0; i < values.length; i++) {
            double value = values[i];
            if (i > 0) {
                line.append(',');
            }
            if (Double.isNaN(value)) {
                line.append("null");
            } else if (Double.isInfinite(value)) {
                line.append("\"infinite\"");
            } else if (value == Math.rint(value) && Math.abs(value) < 1e15) {
                line.append((long) value);
            } else {
                line.append(value);
            }
        }
        return line.append("]}\n").toString();
    }

    /** Whole lines, whoever else writes there: the lock is held for no longer than that. */
    private void append(String lines) throws IOException {
        FileChannel open = opened();
        FileLock lock = lock(open);
        try {
            if (!Objects.equals(fileKey, key())) { // another program has dropped what it does not need
                lock.close();
                close();
                open = opened();
                lock = lock(open);
            }
            if (isOlder) {
                open.truncate(0);
                isOlder = false;
            }
            long size = open.size();
            ByteBuffer last = ByteBuffer.allocate(1);
            String before = size == 0 ? header() : open.read(last, size - 1) == 1 && last.get(0) != '\n' ? "\n" : "";
            ByteBuffer bytes = ByteBuffer.wrap((before + lines).getBytes(StandardCharsets.UTF_8));
            open.position(size);
            while (bytes.hasRemaining()) {
                open.write(bytes);
            }
        } finally {
            lock.close();
        }
    }

    private static String header() {
        return "{\"" + FORMAT + "\":" + VERSION + "}\n";
    }

    private FileChannel opened() throws IOException {
        FileChannel open = channel;
        if (open == null) {
            open = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
            channel = open;
            fileKey = key();
        }
        return open;
    }

    private @Nullable Object key() throws IOException {
        return Files.readAttributes(file, BasicFileAttributes.class).fileKey();
    }

    /** Waits for other programs, and for other windows of this one. */
    private static FileLock lock(FileChannel open) throws IOException {
        while (true) {
            try {
                return open.lock();
            } catch (OverlappingFileLockException e) {
                try {
                    Thread.sleep(OWN_LOCK_WAIT_MILLIS);
                } catch (InterruptedException interrupted) {
                    Thread.currentThread().interrupt();
                    throw new IOException("another window is writing there", interrupted);
                }
            }
        }
    }

    @Override
    public synchronized void close() throws IOException {
        FileChannel open = channel;
        if (open != null) {
            open.close();
        }
        channel = null;
    }
}
