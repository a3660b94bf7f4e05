package rhombic.formats.events;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import rhombic.experiment.EventRun;
import rhombic.formats.file.SafeFile;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.trace.PieceListener;

/**
 * What happened to every piece in one run, as an object-centric event log: OCEL 2.0 in JSON (Berti and others 2024, <i>OCEL 2.0
 * specification</i>). Objects are pieces, of their type, and equipment, of its kind; each event names the piece and the place, and the
 * carrier where there is one. Times are those of the run's calendar, taken as UTC.
 */
public final class EventLog {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss.SSSSSS'Z'");

    private final Study study;
    private final List<Happened> events = new ArrayList<>();
    private final List<Integer> typeOf = new ArrayList<>();
    /** By body, the number of the piece that has it now. */
    private final Map<Integer, Integer> pieceOf = new HashMap<>();
    private final Map<Integer, List<Integer>> load = new HashMap<>();
    private final Map<Integer, Integer> holderOf = new HashMap<>();

    /** @param holder the carrier; -1 if there is none */
    private record Happened(long timeNanos, PieceListener.Event event, int piece, int node, int holder) {}

    private EventLog(Study study) {
        this.study = study;
    }

    /**
     * Runs the first replication and writes what happened.
     *
     * @return how many events
     */
    public static int save(Study study, Path file) throws IOException {
        EventLog log = new EventLog(study);
        EventRun.of(study, 1, log::happened, () -> false);
        SafeFile.write(file, out -> {
            try (JsonGenerator json = new JsonFactory().createGenerator(out)) {
                json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
                log.write(json);
            }
        });
        return log.events.size();
    }

    private void happened(long timeNanos, PieceListener.Event event, int body, int node, int other) {
        if (event == PieceListener.Event.ENTERS || event == PieceListener.Event.MADE) {
            pieceOf.put(body, typeOf.size());
            typeOf.add(other);
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
        events.add(new Happened(timeNanos, event, piece, node, holder == null ? -1 : pieceOf.getOrDefault(holder, -1)));
        switch (event) {
            case COMES_OFF -> unload(body);
            case LEAVES, SCRAPPED -> {
                // what lies on it goes with it
                List.copyOf(load.getOrDefault(body, List.of())).forEach(on -> happened(timeNanos, event, on, node, 0));
                end(body);
            }
            case JOINED -> end(body);
            default -> {}
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

    private void write(JsonGenerator json) throws IOException {
        json.writeStartObject();
        json.writeArrayFieldStart("objectTypes");
        for (var type : study.pieceTypes()) {
            type(json, type.name());
        }
        for (String kind : kinds()) {
            type(json, kind);
        }
        json.writeEndArray();
        json.writeArrayFieldStart("eventTypes");
        for (PieceListener.Event event : PieceListener.Event.values()) {
            type(json, event.word());
        }
        json.writeEndArray();
        json.writeArrayFieldStart("objects");
        for (Equipment element : study.equipment()) {
            if (element.meetsPieces()) {
                object(json, "equipment " + element.name(), element.kind());
            }
        }
        for (int i = 0; i < typeOf.size(); i++) {
            object(json, "piece " + (i + 1), study.pieceTypes().get(typeOf.get(i)).name());
        }
        json.writeEndArray();
        json.writeArrayFieldStart("events");
        for (int i = 0; i < events.size(); i++) {
            event(json, i, events.get(i));
        }
        json.writeEndArray();
        json.writeEndObject();
    }

    /** Kinds of equipment, apart from names that piece types have. */
    private List<String> kinds() {
        return study.equipment().stream().filter(Equipment::meetsPieces).map(Equipment::kind).distinct()
                .filter(kind -> study.type(kind).isEmpty()).toList();
    }

    private static void type(JsonGenerator json, String name) throws IOException {
        json.writeStartObject();
        json.writeStringField("name", name);
        json.writeArrayFieldStart("attributes");
        json.writeEndArray();
        json.writeEndObject();
    }

    private static void object(JsonGenerator json, String id, String type) throws IOException {
        json.writeStartObject();
        json.writeStringField("id", id);
        json.writeStringField("type", type);
        json.writeEndObject();
    }

    private void event(JsonGenerator json, int number, Happened event) throws IOException {
        LocalDateTime at = study.plan().start().plusNanos(event.timeNanos);
        json.writeStartObject();
        json.writeStringField("id", "event " + (number + 1));
        json.writeStringField("type", event.event.word());
        json.writeStringField("time", at.atOffset(ZoneOffset.UTC).format(TIME));
        json.writeArrayFieldStart("relationships");
        relationship(json, "piece " + (event.piece + 1), "piece");
        relationship(json, "equipment " + study.equipment().get(event.node).name(), "place");
        if (event.holder >= 0) {
            relationship(json, "piece " + (event.holder + 1), "carrier");
        }
        json.writeEndArray();
        json.writeEndObject();
    }

    private static void relationship(JsonGenerator json, String object, String qualifier) throws IOException {
        json.writeStartObject();
        json.writeStringField("objectId", object);
        json.writeStringField("qualifier", qualifier);
        json.writeEndObject();
    }
}
