package rhombic.formats.study;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import rhombic.formats.file.SafeFile;
import rhombic.quantity.Quantity;
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
import rhombic.study.field.FieldType;
import rhombic.study.value.Attribute;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;

/** Writes studies. What is the usual value is written too: a file is read without knowing the program. */
public final class StudyWriter {
    static final ObjectMapper JSON = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private static final char ARROW = '\u2192';

    private StudyWriter() {}

    /** Saves to the file, whole or not at all. */
    public static void save(Study study, Path file) throws IOException {
        byte[] text = write(study).getBytes(StandardCharsets.UTF_8);
        SafeFile.write(file, out -> out.write(text));
    }

    public static String write(Study study) {
        ObjectNode root = JSON.createObjectNode();
        root.put(StudyReader.FORMAT, StudyReader.VERSION);
        root.put("name", study.name());
        root.set("run", plan(study.plan()));
        ArrayNode types = root.putArray("pieceTypes");
        study.pieceTypes().forEach(type -> types.add(type(type)));
        ArrayNode equipment = root.putArray("equipment");
        study.elements().forEach(element -> equipment.add(EquipmentWriter.write(JSON.createObjectNode(), element)));
        ArrayNode links = root.putArray("links");
        links(study, links);
        if (!study.tables().isEmpty()) {
            ArrayNode tables = root.putArray("tables");
            study.tables().forEach(table -> tables.add(table(table)));
        }
        if (!study.rules().isEmpty()) {
            ArrayNode rules = root.putArray("rules");
            study.rules().forEach(rule -> rules.add(rule(rule)));
        }
        if (!study.views().isEmpty()) {
            ArrayNode views = root.putArray("views");
            study.views().forEach(view -> views.add(view(view)));
        }
        if (!study.calendars().isEmpty()) {
            ArrayNode calendars = root.putArray("calendars");
            study.calendars().forEach(calendar -> calendars.add(FieldWriter.object(Calendar.TYPE, calendar)));
        }
        if (!study.comparison().isEmpty()) {
            root.set("comparison", ComparisonFile.write(study.comparison()));
        }
        try {
            return JSON.writeValueAsString(root) + "\n";
        } catch (IOException e) {
            throw new UncheckedIOException("A study could not be put into JSON", e);
        }
    }

    /** The id of the first link between two elements follows from theirs, and is left out where it does. */
    private static void links(Study study, ArrayNode links) {
        Map<String, String> idOf = new HashMap<>();
        study.elements().forEach(element -> idOf.put(element.name(), element.id()));
        Set<String> first = new HashSet<>();
        for (Link link : study.links()) {
            String usual = Link.usualId(idOf.getOrDefault(link.from(), ""), idOf.getOrDefault(link.to(), ""));
            links.add(link(first.add(usual) && link.id().equals(usual) ? link.withId("") : link));
        }
    }

    static ObjectNode plan(RunPlan plan) {
        ObjectNode node = JSON.createObjectNode();
        node.put("start", plan.start().toString());
        node.put("length", plan.length().toString());
        node.put("warmUp", plan.warmUp().toString());
        node.put("seed", plan.seed());
        node.put("replications", plan.replications());
        if (plan.stopAfterPieces() > 0) {
            node.put("stopAfterPieces", plan.stopAfterPieces());
        }
        if (!plan.target().equals(TargetBand.USUAL)) {
            node.putObject("target").put("min", plan.target().min().toString()).put("max", plan.target().max().toString());
        }
        return node;
    }

    static ObjectNode type(PieceType type) {
        ObjectNode node = JSON.createObjectNode();
        node.put("name", type.name());
        node.put("length", type.length().toString());
        node.put("width", type.width().toString());
        node.put("height", type.height().toString());
        node.put("weight", type.weight().toString());
        if (type.looks().equals(List.of(new Look(Look.USUAL, type.colour())))) {
            node.put("colour", type.colour());
        } else {
            ArrayNode looks = node.putArray("looks");
            for (Look look : type.looks()) {
                ObjectNode written = looks.addObject().put("name", look.name()).put("colour", look.colour());
                if (look.form() != Look.Form.BOX) {
                    written.put("form", look.form().word());
                }
            }
        }
        if (type.loadCarrier()) {
            node.put("loadCarrier", true);
        }
        if (!type.attributes().isEmpty()) {
            FieldWriter.write(node, "attributes", Attribute.SEVERAL, type.attributes());
        }
        return node;
    }

    /** The parts of an id of a link stand apart by an arrow in files, unless one of them has an arrow in it. */
    private static String linkId(String id) {
        return id.indexOf(ARROW) < 0 ? id.replace('\u0000', ARROW) : id;
    }

    static String linkIdOf(String text) {
        return text.indexOf('\u0000') < 0 ? text.replace(ARROW, '\u0000') : text;
    }

    static ObjectNode link(Link link) {
        ObjectNode node = JSON.createObjectNode();
        optional(node, "id", linkId(link.id()));
        node.put("from", link.from());
        node.put("to", link.to());
        link.share().ifPresent(share -> node.put("share", share.toString()));
        switch (link.filter()) {
            case LinkFilter.All() -> {}
            case LinkFilter.Types types -> texts(node.putObject("filter").putArray("types"), types.types());
            case LinkFilter.Condition condition -> node.putObject("filter").put("condition", condition.formula());
            case LinkFilter.LoadCarriers() -> node.put("filter", "loadCarriers");
            case LinkFilter.Contents() -> node.put("filter", "contents");
        }
        if (!(link.travel() instanceof Travel.AtOnce)) {
            FieldWriter.write(node, "travel", Travel.TYPE, link.travel());
        }
        if (!link.bends().isEmpty()) {
            ArrayNode bends = node.putArray("bends");
            link.bends().forEach(
                    bend -> bends.addObject().put("x", metres(bend.xMetres())).put("y", metres(bend.yMetres())));
        }
        optional(node, "fromPort", link.fromPort());
        optional(node, "toPort", link.toPort());
        if (!link.failures().isEmpty()) {
            FieldWriter.write(node, "failures", FailureMode.SEVERAL, link.failures());
        }
        return node;
    }

    private static void maxPieces(ObjectNode travel, int max) {
        if (max > 0) {
            travel.put("maxPieces", max);
        }
    }

    static ObjectNode table(Table table) {
        ObjectNode node = JSON.createObjectNode();
        node.put("name", table.name());
        texts(node.putArray("keys"), table.keys());
        ArrayNode rows = node.putArray("rows");
        for (Table.Row row : table.rows()) {
            ObjectNode one = rows.addObject();
            texts(one.putArray("keys"), row.keys());
            one.put("value", row.value());
        }
        optional(node, "otherwise", table.otherwise());
        optional(node, "source", table.source());
        return node;
    }

    static ObjectNode view(NamedView view) {
        ObjectNode node = JSON.createObjectNode();
        node.put("name", view.name()).put("x", metres(view.xMetres())).put("y", metres(view.yMetres()));
        node.put("yaw", view.yawDegrees()).put("pitch", view.pitchDegrees()).put("distance", metres(view.distanceMetres()));
        if (view.plan()) {
            node.put("plan", true);
        }
        return node;
    }

    static ObjectNode rule(Rule rule) {
        ObjectNode node = JSON.createObjectNode();
        node.put("name", rule.name());
        optional(node, "id", rule.id());
        ObjectNode when = node.putObject("when");
        switch (rule.when()) {
            case Rule.When.Piece piece -> when.put("piece", RuleReader.EVENTS.get(piece.event().ordinal())).put("element", piece.at());
            case Rule.When.StateChanges change -> when.put("state", change.state()).put("element", change.at());
            case Rule.When.Signal signal -> when.put("signal", signal.name());
            case Rule.When.TimeOfDay time -> when.put("timeOfDay", time.clock());
            case Rule.When.Every every -> when.put("every", every.interval().toString());
        }
        optional(node, "if", rule.condition());
        ArrayNode then = node.putArray("then");
        rule.then().forEach(action -> action(then.addObject(), action));
        return node;
    }

    private static void action(ObjectNode node, Rule.Action action) {
        switch (action) {
            case Rule.Action.Set set -> {
                node.put("set", set.attribute());
                optional(node, "of", set.of());
                node.put("to", set.formula());
            }
            case Rule.Action.ChangeLook look -> node.put("look", look.look());
            case Rule.Action.Shut shut -> node.put("shut", shut.equipment());
            case Rule.Action.Open open -> node.put("open", open.equipment());
            case Rule.Action.ShutOutlet shut -> node.put("shutOutlet", shut.equipment());
            case Rule.Action.Switch drive -> node.put(drive.on() ? "switchOn" : "switchOff", drive.equipment());
            case Rule.Action.OpenOutlet open -> node.put("openOutlet", open.equipment());
            case Rule.Action.Wait wait -> node.put("wait", wait.time().toString());
            case Rule.Action.Signal signal -> node.put("signal", signal.name());
            case Rule.Action.Create create ->
                node.put("create", create.type()).put("goodsIn", create.goodsIn()).put("pieces", create.pieces());
            case Rule.Action.Scrap() -> node.put("scrap", true);
            case Rule.Action.StopRun() -> node.put("stop", true);
        }
    }

    static void texts(ArrayNode array, List<String> texts) {
        texts.forEach(array::add);
    }

    static void optional(ObjectNode node, String field, String text) {
        if (!text.isEmpty()) {
            node.put(field, text);
        }
    }

    /** The word of a choice in a file: its name in lower case. */
    private static String metres(double metres) {
        return Quantity.metres(metres).toString();
    }

    static String word(Enum<?> value) {
        return FieldType.Word.ofConstant(value);
    }
}
