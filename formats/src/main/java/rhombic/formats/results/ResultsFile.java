package rhombic.formats.results;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.experiment.Archive;
import rhombic.experiment.ResponseNames;
import rhombic.experiment.RunRecord;
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
    private static final int VERSION = 2;
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Path file;
    private final Map<String, ResponseNames> names = new HashMap<>();
    private final Map<String, Map<Integer, RunRecord>> runs = new HashMap<>();
    private final List<String> troubles = new ArrayList<>();
    /** Whether an older program has kept its runs there, which are not found any more. */
    private boolean isOlder;
    private @Nullable FileChannel channel;
    private @Nullable FileLock lock;

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

    public Path file() {
        return file;
    }

    private void read() throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        int from = 0;
        int number = 0;
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
            names.put(study, new ResponseNames(all));
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
        runs.computeIfAbsent(study, key -> new HashMap<>()).put(replication,
                new RunRecord(replication, node.path("seed").asLong(), known, read));
        return true;
    }

    @Override
    public synchronized Optional<RunRecord> find(String study, int replication) {
        return Optional.ofNullable(runs.getOrDefault(study, Map.of()).get(replication));
    }

    @Override
    public void keep(String study, RunRecord run) {
        String line = line(study, run); // worked out before others have to wait
        synchronized (this) {
            runs.computeIfAbsent(study, key -> new HashMap<>()).put(run.replication(), run);
            boolean isFirst = names.putIfAbsent(study, run.names()) == null;
            try {
                append(isFirst ? head(study, run.names()) + line : line);
            } catch (IOException e) {
                throw new UncheckedIOException("The run could not be kept in " + file + ": " + e.getMessage(), e);
            }
        }
    }

    private static String head(String study, ResponseNames names) {
        ObjectNode head = JSON.createObjectNode().put("study", study);
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

    private void append(String lines) throws IOException {
        FileChannel open = channel;
        if (open == null) {
            open = begin();
            channel = open;
        }
        ByteBuffer bytes = ByteBuffer.wrap(lines.getBytes(StandardCharsets.UTF_8));
        while (bytes.hasRemaining()) {
            open.write(bytes);
        }
    }

    private FileChannel begin() throws IOException {
        FileChannel open = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
        try {
            lock = open.tryLock();
        } catch (OverlappingFileLockException e) {
            lock = null;
        }
        if (lock == null) {
            open.close();
            throw new IOException("another window is comparing the same study; end it there first");
        }
        if (isOlder) {
            open.truncate(0);
            isOlder = false;
        }
        long size = open.size();
        open.position(size);
        ByteBuffer last = ByteBuffer.allocate(1);
        if (size == 0) {
            open.write(ByteBuffer.wrap(("{\"" + FORMAT + "\":" + VERSION + "}\n").getBytes(StandardCharsets.UTF_8)));
        } else if (open.read(last, size - 1) == 1 && last.get(0) != '\n') {
            open.write(ByteBuffer.wrap(new byte[] {'\n'}));
        }
        return open;
    }

    @Override
    public synchronized void close() throws IOException {
        FileChannel open = channel;
        if (open != null) {
            open.close();
        }
        channel = null;
        lock = null;
    }
}
