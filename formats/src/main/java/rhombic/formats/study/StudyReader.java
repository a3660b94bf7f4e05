package rhombic.formats.study;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonLocation;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Buffer;
import rhombic.study.Equipment;
import rhombic.study.GoodsIn;
import rhombic.study.GoodsOut;
import rhombic.study.Link;
import rhombic.study.PieceType;
import rhombic.study.Placement;
import rhombic.study.RunPlan;
import rhombic.study.Station;
import rhombic.study.Study;
import rhombic.study.Supply;

/** Reads studies, strictly: what is not understood is refused with its place, never passed over. */
public final class StudyReader {
    static final String FORMAT = "rhombicStudy";
    static final int VERSION = 1;

    private static final long LARGEST_FILE = 200_000_000;
    private static final ObjectMapper JSON = JsonMapper.builder(JsonFactory.builder()
                    .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                    .streamReadConstraints(StreamReadConstraints.builder().maxNestingDepth(50).maxNumberLength(100).build())
                    .build())
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .build();

    private final List<StudyFormatException.Fault> faults = new ArrayList<>();

    private StudyReader() {}

    /**
     * Reads a study file.
     *
     * @throws IOException if the file can't be read
     * @throws StudyFormatException if what it holds is no study
     */
    public static Study open(Path file) throws IOException, StudyFormatException {
        if (Files.isDirectory(file)) {
            throw new IOException("it is a folder; name the study file in it");
        }
        if (Files.size(file) > LARGEST_FILE) {
            throw new IOException("it is larger than 200 MB, which no study is");
        }
        byte[] bytes = Files.readAllBytes(file);
        try {
            return read(StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString());
        } catch (CharacterCodingException e) {
            throw new StudyFormatException("the file", "is not text in UTF-8: it is damaged, or not a study");
        }
    }

    /** Reads a study from its text. */
    public static Study read(String text) throws StudyFormatException {
        JsonNode root;
        try {
            root = JSON.readTree(text);
        } catch (JsonProcessingException e) {
            JsonLocation at = e.getLocation();
            throw new StudyFormatException(at == null ? "the file" : "line " + at.getLineNr() + ", column " + at.getColumnNr(),
                    "can't be read as JSON: " + e.getOriginalMessage().lines().findFirst().orElse("it is damaged"));
        }
        StudyReader reader = new StudyReader();
        Optional<Study> study = reader.study(root);
        if (study.isEmpty() || !reader.faults.isEmpty()) {
            throw new StudyFormatException(reader.faults);
        }
        return study.get();
    }

    private Optional<Study> study(JsonNode root) {
        Fields fields = new Fields(root, "", faults);
        if (!fields.isObject()) {
            return Optional.empty();
        }
        if (!fields.has(FORMAT)) {
            fields.fault(FORMAT, "is missing: this is not a Rhombic study; a study begins with \"" + FORMAT + "\": " + VERSION);
            return Optional.empty();
        }
        int version = fields.whole(FORMAT, VERSION);
        if (version != VERSION) {
            fields.fault(FORMAT, "is " + version + ", but this program reads version " + VERSION + ": open it with a newer program");
            return Optional.empty();
        }
        String name = fields.text("name", "Study");
        Optional<RunPlan> plan = plan(fields.object("run"));
        List<PieceType> types = fields.list("pieceTypes", this::type);
        List<Equipment> equipment = fields.list("equipment", this::equipment);
        List<Link> links = fields.list("links", this::link);
        fields.refuseUnread();
        if (!faults.isEmpty() || plan.isEmpty()) {
            return Optional.empty(); // what refers to a faulty thing would be reported as missing
        }
        return fields.tried(null, () -> new Study(name, plan.get(), types, equipment, links));
    }

    private Optional<RunPlan> plan(Fields fields) {
        String start = fields.text("start", "2027-01-04T06:00");
        Quantity length = fields.quantity("length", Dimension.TIME);
        Quantity warmUp = fields.quantity("warmUp", Dimension.TIME);
        long seed = fields.wholeLong("seed");
        int replications = fields.whole("replications", 1);
        fields.refuseUnread();
        int before = faults.size();
        LocalDateTime at = LocalDateTime.MIN;
        try {
            at = LocalDateTime.parse(start);
        } catch (DateTimeException e) {
            fields.fault(fields.at("start"), "must be a date and time such as 2027-01-04T06:00; got \u201c" + start + "\u201d");
        }
        LocalDateTime checked = at;
        return faults.size() > before ? Optional.empty() : fields.tried(null, () -> new RunPlan(checked, length, warmUp, seed, replications));
    }

    private Optional<PieceType> type(Fields fields) {
        String name = fields.text("name", "Piece");
        Quantity length = fields.quantity("length", Dimension.LENGTH);
        Quantity width = fields.quantity("width", Dimension.LENGTH);
        Quantity height = fields.quantity("height", Dimension.LENGTH);
        String colour = fields.text("colour", "#000000");
        return fields.tried(null, () -> new PieceType(name, length, width, height, colour));
    }

    private Optional<Equipment> equipment(Fields fields) {
        String kind = fields.text("kind", "station");
        String name = fields.text("name", "Equipment");
        Optional<Placement> placement = placement(fields.object("at"));
        Placement at = placement.orElse(Placement.at(0, 0));
        return switch (kind) {
            case "goods in" -> goodsIn(fields, name, at);
            case "buffer" -> {
                var room = fields.optionalWhole("room");
                var order = fields.word("order", List.of("oldest first", "newest first"), List.of(Buffer.Order.OLDEST_FIRST, Buffer.Order.NEWEST_FIRST));
                yield fields.tried(null, () -> new Buffer(name, at, room, order));
            }
            case "station" -> {
                int places = fields.whole("places", 1);
                int inputRoom = fields.whole("inputRoom", 0);
                var time = fields.optionalDistribution("time");
                yield fields.tried(null, () -> new Station(name, at, places, inputRoom, time));
            }
            case "goods out" -> fields.tried(null, () -> new GoodsOut(name, at));
            default -> {
                fields.fault(fields.at("kind"), "must be \u201cgoods in\u201d, \u201cbuffer\u201d, \u201cstation\u201d or \u201cgoods out\u201d; got \u201c" + kind + "\u201d");
                yield Optional.empty();
            }
        };
    }

    private Optional<Equipment> goodsIn(Fields fields, String name, Placement at) {
        String type = fields.text("pieceType", "Piece");
        Optional<Supply> supply = fields.optionalObject("supply").flatMap(this::supply);
        var whenFull = fields.word("whenFull", List.of("wait", "turn away"), List.of(GoodsIn.WhenFull.WAIT, GoodsIn.WhenFull.TURN_AWAY));
        var most = fields.optionalWhole("most");
        return fields.tried(null, () -> new GoodsIn(name, at, type, supply, whenFull, most));
    }

    private Optional<Supply> supply(Fields fields) {
        Optional<Supply> supply;
        if (fields.isTrue("onDemand")) {
            supply = Optional.of(new Supply.OnDemand());
        } else {
            var between = fields.optionalDistribution("between");
            int pieces = fields.whole("pieces", 1);
            var first = fields.optionalQuantity("first", Dimension.TIME);
            if (!fields.has("between")) {
                fields.fault(fields.at("between"), "is missing: add a time such as \"75 s\", or \"onDemand\": true");
            }
            supply = between.flatMap(time -> fields.tried(null, () -> new Supply.Spaced(time, pieces, first)));
        }
        fields.refuseUnread();
        return supply;
    }

    private Optional<Placement> placement(Fields fields) {
        double x = fields.quantity("x", Dimension.LENGTH).inBaseUnit();
        double y = fields.quantity("y", Dimension.LENGTH).inBaseUnit();
        double turned = fields.number("turned");
        fields.refuseUnread();
        return fields.tried(null, () -> new Placement(x, y, turned));
    }

    private Optional<Link> link(Fields fields) {
        String from = fields.text("from", "a");
        String to = fields.text("to", "b");
        Optional<Quantity> share = fields.optionalQuantity("share", Dimension.SHARE);
        return fields.tried(null, () -> new Link(from, to, share));
    }
}
