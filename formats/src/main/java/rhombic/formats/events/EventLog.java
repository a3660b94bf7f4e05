package rhombic.formats.events;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import rhombic.experiment.EventRun;
import rhombic.formats.file.SafeFile;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.PieceListener;

/**
 * What happened to every piece in one run, as an object-centric event log: OCEL 2.0 in JSON (Berti and others 2024, <i>OCEL 2.0
 * specification</i>). Objects are pieces, of their type, and equipment, of its kind; each event names the piece and the place, and the
 * carrier where there is one. Times are those of the run's calendar, taken as UTC.
 */
public final class EventLog {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss.SSSSSS'Z'");

    private static final int NO_PIECE = -1;
    private static final int FIRST_ROOM = 1024;

    private final Study study;
    private final UnfoldedStudy unfolded;
    private final JsonGenerator json;
    private int events;
    /** By number of the piece; all that is kept of one that has left. */
    private int[] typeOf = new int[FIRST_ROOM];
    private int pieces;
    /** By body, the number of the piece that has it now. */
    private final Map<Integer, Integer> pieceOf = new HashMap<>();
    private final Map<Integer, List<Integer>> load = new HashMap<>();
    private final Map<Integer, Integer> holderOf = new HashMap<>();

    private EventLog(Study study, JsonGenerator json) {
        this.study = study;
        unfolded = UnfoldedStudy.of(study);
        this.json = json;
    }

    /**
     * Runs the first replication and writes what happens as it happens: memory holds what is inside, and four bytes for each piece.
     *
     * @return how many events
     */
    public static int save(Study study, Path file) throws IOException {
        int[] events = new int[1];
        SafeFile.write(file, out -> {
            try (JsonGenerator json = new JsonFactory().createGenerator(out)) {
                json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
                EventLog log = new EventLog(study, json);
                log.write();
                events[0] = log.events;
            }
        });
        return events[0];
    }

    private void happened(long timeNanos, PieceListener.Event event, int body, int node, int other) {
        try {
            hear(timeNanos, event, body, node, other);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void hear(long timeNanos, PieceListener.Event event, int body, int node, int other) throws IOException {
        if (event == PieceListener.Event.ENTERS || event == PieceListener.Event.MADE) {
            pieceOf.put(body, pieces);
            if (pieces == typeOf.length) {
                typeOf = Arrays.copyOf(typeOf, 2 * pieces);
            }
            typeOf[pieces++] = other;
        }
        Integer piece = pieceOf.get(body);
        if (piece == null) {
            return;
        }
        if (event == PieceListener.Event.GOES_ONTO) {
            load.computeIfAbsent(other, key -> new ArrayList<>()).add(body);
            holderOf.put(body, other);
        }
        Integer holder = holderOf.get(body);
        event(timeNanos, event, piece, node, holder == null ? NO_PIECE : pieceOf.getOrDefault(holder, NO_PIECE));
        switch (event) {
            case COMES_OFF -> unload(body);
            case LEAVES, SCRAPPED -> {
                // what lies on it goes with it
                for (int on : List.copyOf(load.getOrDefault(body, List.of()))) {
                    hear(timeNanos, event, on, node, 0);
                }
                end(body);
            }
            case JOINED -> end(body);
            case ENTERS, MADE, WAITS, WORK_BEGINS, WORK_ENDS, SETS_OUT, GOES_ONTO -> {}
        }
    }

    private void unload(int body) {
        Integer holder = holderOf.remove(body);
        if (holder != null) {
            load.getOrDefault(holder, new ArrayList<>()).remove((Integer) body);
        }
    }

    private void end(int body) {
        unload(body);
        load.remove(body);
        pieceOf.remove(body);
    }

    private void write() throws IOException {
        json.writeStartObject();
        json.writeArrayFieldStart("objectTypes");
        for (var type : study.pieceTypes()) {
            type(type.name());
        }
        for (String kind : kinds()) {
            type(kind);
        }
        json.writeEndArray();
        json.writeArrayFieldStart("eventTypes");
        for (PieceListener.Event event : PieceListener.Event.values()) {
            type(event.word());
        }
        json.writeEndArray();
        json.writeArrayFieldStart("events");
        try {
            EventRun.of(unfolded, 1, this::happened, () -> false);
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
        json.writeEndArray();
        json.writeArrayFieldStart("objects");
        for (PlantElement element : unfolded.elements()) {
            if (element instanceof Equipment) {
                object("equipment " + element.name(), element.kind());
            }
        }
        for (int i = 0; i < pieces; i++) {
            object("piece " + (i + 1), study.pieceTypes().get(typeOf[i]).name());
        }
        json.writeEndArray();
        json.writeEndObject();
    }

    /** Kinds of equipment, apart from names that piece types have. */
    private List<String> kinds() {
        return study.equipment().stream().map(Equipment::kind).distinct()
                .filter(kind -> study.type(kind).isEmpty()).toList();
    }

    private void type(String name) throws IOException {
        json.writeStartObject();
        json.writeStringField("name", name);
        json.writeArrayFieldStart("attributes");
        json.writeEndArray();
        json.writeEndObject();
    }

    private void object(String id, String type) throws IOException {
        json.writeStartObject();
        json.writeStringField("id", id);
        json.writeStringField("type", type);
        json.writeEndObject();
    }

    /** @param holder the load carrier; {@link #NO_PIECE} if there is none */
    private void event(long timeNanos, PieceListener.Event event, int piece, int node, int holder) throws IOException {
        LocalDateTime at = study.plan().start().plusNanos(timeNanos);
        json.writeStartObject();
        json.writeStringField("id", "event " + ++events);
        json.writeStringField("type", event.word());
        json.writeStringField("time", at.atOffset(ZoneOffset.UTC).format(TIME));
        json.writeArrayFieldStart("relationships");
        relationship("piece " + (piece + 1), "piece");
        relationship("equipment " + unfolded.element(node).name(), "place");
        if (holder != NO_PIECE) {
            relationship("piece " + (holder + 1), "carrier");
        }
        json.writeEndArray();
        json.writeEndObject();
    }

    private void relationship(String object, String qualifier) throws IOException {
        json.writeStartObject();
        json.writeStringField("objectId", object);
        json.writeStringField("qualifier", qualifier);
        json.writeEndObject();
    }
}
