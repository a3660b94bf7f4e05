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
import java.util.Locale;
import rhombic.formats.file.SafeFile;
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

/** Writes studies. What is the usual value is written too: a file is read without knowing the program. */
public final class StudyWriter {
    private static final ObjectMapper JSON = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

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
        study.equipment().forEach(thing -> equipment.add(equipment(thing)));
        ArrayNode links = root.putArray("links");
        study.links().forEach(link -> links.add(link(link)));
        try {
            return JSON.writeValueAsString(root) + "\n";
        } catch (IOException e) {
            throw new UncheckedIOException("A study could not be put into JSON", e);
        }
    }

    private static ObjectNode plan(RunPlan plan) {
        ObjectNode node = JSON.createObjectNode();
        node.put("start", plan.start().toString());
        node.put("length", plan.length().toString());
        node.put("warmUp", plan.warmUp().toString());
        node.put("seed", plan.seed());
        node.put("replications", plan.replications());
        return node;
    }

    private static ObjectNode type(PieceType type) {
        ObjectNode node = JSON.createObjectNode();
        node.put("name", type.name());
        node.put("length", type.length().toString());
        node.put("width", type.width().toString());
        node.put("height", type.height().toString());
        node.put("colour", type.colour());
        return node;
    }

    private static ObjectNode equipment(Equipment thing) {
        ObjectNode node = JSON.createObjectNode();
        node.put("kind", thing.kind().toLowerCase(Locale.ROOT));
        node.put("name", thing.name());
        Placement at = thing.placement();
        ObjectNode place = node.putObject("at");
        place.put("x", Quantity.metres(at.xMetres()).toString());
        place.put("y", Quantity.metres(at.yMetres()).toString());
        place.put("turned", at.turnedDegrees());
        switch (thing) {
            case GoodsIn in -> goodsIn(in, node);
            case Buffer buffer -> {
                buffer.room().ifPresent(room -> node.put("room", room));
                node.put("order", buffer.order() == Buffer.Order.OLDEST_FIRST ? "oldest first" : "newest first");
            }
            case Station station -> {
                node.put("places", station.places());
                node.put("inputRoom", station.inputRoom());
                station.time().ifPresent(time -> node.put("time", time.toString()));
            }
            case GoodsOut out -> { }
        }
        return node;
    }

    private static void goodsIn(GoodsIn in, ObjectNode node) {
        node.put("pieceType", in.pieceType());
        in.supply().ifPresent(supply -> {
            ObjectNode how = node.putObject("supply");
            switch (supply) {
                case Supply.OnDemand() -> how.put("onDemand", true);
                case Supply.Spaced spaced -> {
                    how.put("between", spaced.between().toString());
                    how.put("pieces", spaced.pieces());
                    spaced.first().ifPresent(first -> how.put("first", first.toString()));
                }
            }
        });
        node.put("whenFull", in.whenFull() == GoodsIn.WhenFull.WAIT ? "wait" : "turn away");
        in.most().ifPresent(most -> node.put("most", most));
    }

    private static ObjectNode link(Link link) {
        ObjectNode node = JSON.createObjectNode();
        node.put("from", link.from());
        node.put("to", link.to());
        link.share().ifPresent(share -> node.put("share", share.toString()));
        return node;
    }
}
