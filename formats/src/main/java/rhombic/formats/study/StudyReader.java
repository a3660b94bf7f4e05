package rhombic.formats.study;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.core.io.JsonEOFException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
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
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Comparison;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.NamedView;
import rhombic.study.Rule;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.TargetBand;
import rhombic.study.Travel;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Bend;
import rhombic.study.value.Attribute;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;

/** Reads studies, strictly: what is not understood is refused with its place, never passed over. */
public final class StudyReader {
    static final String FORMAT = "rhombicStudy";
    static final int VERSION = 2;

    /** Of a line that can't be read. */
    private static final int MAX_SHOWN = 24;
    private static final long MAX_FILE_BYTES = 200_000_000;
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
        return opened(file).study();
    }

    /**
     * A study as it was read.
     *
     * @param notes what is not as it was when the file was written, in sentences
     */
    public record Opened(Study study, List<String> notes) {
        public Opened {
            notes = List.copyOf(notes);
        }
    }

    /**
     * Reads a study file, and tells what is not as it was when an older program wrote it.
     *
     * @throws IOException if the file can't be read
     * @throws StudyFormatException if what it holds is no study
     */
    public static Opened opened(Path file) throws IOException, StudyFormatException {
        if (Files.isDirectory(file)) {
            throw new IOException("it is a folder; name the study file in it");
        }
        if (Files.size(file) > MAX_FILE_BYTES) {
            throw new IOException("it is larger than 200 MB, which no study is");
        }
        byte[] bytes = Files.readAllBytes(file);
        try {
            return opened(StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString());
        } catch (CharacterCodingException e) {
            throw new StudyFormatException("the file", "is not text in UTF-8: it is damaged, or not a study");
        }
    }

    /** Reads a text as JSON. */
    static JsonNode json(String text) throws StudyFormatException {
        try {
            return JSON.readTree(text);
        } catch (JsonProcessingException e) {
            JsonLocation at = e.getLocation();
            throw new StudyFormatException(at == null ? "the file" : "line " + at.getLineNr() + ", column " + at.getColumnNr(),
                    String.valueOf(e.getOriginalMessage()).startsWith("Duplicate field")
                            ? near(text, at) + " says a field for the second time: keep one"
                            : "can't be read as JSON: " + (e instanceof JsonEOFException
                                    ? "the file ends in the middle; it was cut off"
                                    : near(text, at) + " can't stand there; the file is damaged or no study"));
        }
    }

    /** The line up to where the reader gave up, as far as it can be shown. */
    private static String near(String text, @Nullable JsonLocation at) {
        if (at == null) {
            return "what is there";
        }
        String line = text.lines().skip(at.getLineNr() - 1L).findFirst().orElse("");
        int end = Math.clamp(at.getColumnNr(), 0, line.length());
        String shown = line.substring(Math.max(0, end - MAX_SHOWN), end).strip().replaceAll("\\p{Cntrl}", "\uFFFD");
        return shown.isEmpty() ? "what is there" : "\u201c" + shown + "\u201d";
    }

    /** Reads a study from its text. */
    public static Study read(String text) throws StudyFormatException {
        return opened(text).study();
    }

    private static Opened opened(String text) throws StudyFormatException {
        JsonNode root = json(text);
        StudyReader reader = new StudyReader();
        boolean isOld = root.path(FORMAT).asInt() == 1;
        VersionOne versionOne = new VersionOne();
        Optional<Study> study = reader.study(isOld ? versionOne.study(root) : root);
        if (study.isEmpty() || !reader.faults.isEmpty()) {
            throw new StudyFormatException(reader.faults.stream().map(versionOne::inFile).toList());
        }
        return new Opened(study.get(), isOld ? VersionOne.notes(study.get()) : List.of());
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
        if (version != 1 && version != VERSION) {
            fields.fault(FORMAT, "is " + version + ", but this program reads versions 1 and " + VERSION + ": open it with a newer program");
            return Optional.empty();
        }
        String name = fields.text("name", "Study");
        Optional<RunPlan> plan = plan(fields.object("run"));
        List<PieceType> types = fields.list("pieceTypes", StudyReader::type);
        int[] number = {0};
        List<PlantElement> elements = fields.list("equipment", element -> EquipmentReader.read(element, number[0]++));
        List<Link> links = fields.list("links", StudyReader::link);
        List<Table> tables = fields.optionalList("tables", StudyReader::table);
        List<Rule> rules = fields.optionalList("rules", RuleReader::read);
        List<NamedView> views = fields.optionalList("views", StudyReader::view);
        List<Calendar> calendars = fields.optionalList("calendars", calendar -> FieldReader.object(Calendar.TYPE, calendar));
        Optional<Comparison> comparison = fields.has("comparison")
                ? fields.optionalObject("comparison").flatMap(ComparisonFile::read)
                : Optional.of(Comparison.NONE);
        fields.refuseUnread();
        if (!faults.isEmpty() || plan.isEmpty() || comparison.isEmpty()) {
            return Optional.empty(); // what refers to a faulty element would be reported as missing
        }
        return fields.tried(null,
                () -> new Study(name, plan.get(), types, elements, links, tables, rules, views, calendars, comparison.get()));
    }

    static Optional<RunPlan> plan(Fields fields) {
        String start = fields.text("start", "2027-01-04T06:00");
        Quantity length = fields.quantity("length", Dimension.TIME);
        Quantity warmUp = fields.quantity("warmUp", Dimension.TIME);
        long seed = fields.wholeLong("seed");
        int replications = fields.whole("replications", 1);
        int stopAfterPieces = fields.optionalWhole("stopAfterPieces").orElse(0);
        Optional<TargetBand> target = fields.has("target")
                ? fields.optionalObject("target").flatMap(StudyReader::target)
                : Optional.of(TargetBand.USUAL);
        fields.refuseUnread();
        LocalDateTime at;
        try {
            at = LocalDateTime.parse(start);
        } catch (DateTimeException e) {
            fields.fault(fields.at("start"), "must be a date and time such as 2027-01-04T06:00; got \u201c" + start + "\u201d");
            return Optional.empty();
        }
        return target.flatMap(band -> fields.tried(null, () -> new RunPlan(at, length, warmUp, seed, replications, stopAfterPieces, band)));
    }

    private static Optional<TargetBand> target(Fields fields) {
        Quantity min = fields.quantity("min", Dimension.SHARE);
        Quantity max = fields.quantity("max", Dimension.SHARE);
        fields.refuseUnread();
        return fields.tried(null, () -> new TargetBand(min, max));
    }

    static Optional<PieceType> type(Fields fields) {
        String name = fields.text("name", "Piece");
        PieceType usual = PieceType.usual("Piece");
        Quantity length = fields.optionalQuantity("length", Dimension.LENGTH).orElse(usual.length());
        Quantity width = fields.optionalQuantity("width", Dimension.LENGTH).orElse(usual.width());
        Quantity height = fields.optionalQuantity("height", Dimension.LENGTH).orElse(usual.height());
        Quantity weight = fields.optionalQuantity("weight", Dimension.MASS).orElse(new Quantity(1, Unit.KILOGRAM));
        List<Look> looks = fields.has("looks")
                ? fields.list("looks", StudyReader::look)
                : fields.tried("colour",
                        () -> new Look(Look.USUAL, fields.has("colour") ? fields.text("colour", "#000000") : usual.colour())).map(List::of)
                        .orElse(List.of());
        boolean loadCarrier = fields.isTrue("loadCarrier");
        List<Attribute> attributes = FieldReader.list(Attribute.SEVERAL, "attributes", fields);
        return looks.isEmpty() && !fields.has("looks")
                ? Optional.empty()
                : fields.tried(null, () -> new PieceType(name, length, width, height, weight, looks, loadCarrier, attributes));
    }

    static Optional<Look> look(Fields fields) {
        String name = fields.text("name", Look.USUAL);
        String colour = fields.text("colour", "#000000");
        Optional<Look.Form> form = !fields.has("form")
                ? Optional.of(Look.Form.BOX)
                : fields.tried("form", () -> Look.Form.of(fields.textOr("form")));
        return form.flatMap(known -> fields.tried(null, () -> new Look(name, colour, known)));
    }

    static Optional<Table> table(Fields fields) {
        String name = fields.text("name", "Table");
        List<String> keys = fields.texts("keys");
        List<Table.Row> rows = fields.listUnless("source", "rows", row -> {
            List<String> key = row.texts("keys");
            String value = row.text("value", "");
            return row.tried(null, () -> new Table.Row(key, value));
        });
        String otherwise = fields.textOr("otherwise");
        String source = fields.textOr("source");
        return fields.tried(null, () -> new Table(name, keys, rows, otherwise, source));
    }

    static Optional<NamedView> view(Fields fields) {
        String name = fields.text("name", "View");
        double x = fields.quantity("x", Dimension.LENGTH).inBaseUnit();
        double y = fields.quantity("y", Dimension.LENGTH).inBaseUnit();
        double yaw = fields.number("yaw");
        double pitch = fields.number("pitch");
        double distance = fields.quantity("distance", Dimension.LENGTH).inBaseUnit();
        boolean plan = fields.isTrue("plan");
        return fields.tried(null, () -> new NamedView(name, x, y, yaw, pitch, distance, plan));
    }

    static Optional<Link> link(Fields fields) {
        String id = StudyWriter.linkIdOf(fields.textOr("id"));
        String from = fields.text("from", "a");
        String to = fields.text("to", "b");
        Optional<Quantity> share = fields.optionalQuantity("share", Dimension.SHARE);
        LinkFilter filter = filter(fields);
        Optional<Travel> travel = fields.has("travel")
                ? FieldReader.value(Travel.TYPE, "travel", fields)
                : Optional.of(Travel.AT_ONCE);
        List<Bend> bends = fields.optionalList("bends", StudyReader::bend);
        String fromPort = fields.textOr("fromPort");
        String toPort = fields.textOr("toPort");
        List<FailureMode> failures = FieldReader.list(FailureMode.SEVERAL, "failures", fields);
        return travel
                .flatMap(way -> fields.tried(null, () -> new Link(id, from, to, share, filter, way, bends, fromPort, toPort, failures)));
    }

    private static Optional<Bend> bend(Fields fields) {
        double x = fields.quantity("x", Dimension.LENGTH).inBaseUnit();
        double y = fields.quantity("y", Dimension.LENGTH).inBaseUnit();
        return fields.tried(null, () -> new Bend(x, y));
    }

    private static LinkFilter filter(Fields fields) {
        if (fields.holdsText("filter")) {
            return fields.word("filter", List.of("loadCarriers", "contents"),
                    List.of(new LinkFilter.LoadCarriers(), new LinkFilter.Contents()));
        }
        return fields.optionalObject("filter").flatMap(object -> {
            Optional<LinkFilter> filter = object.has("condition")
                    ? object.tried("condition", () -> new LinkFilter.Condition(object.text("condition", "true")))
                    : object.tried("types", () -> new LinkFilter.Types(object.texts("types")));
            object.refuseUnread();
            return filter;
        }).orElse(LinkFilter.ALL);
    }
}
