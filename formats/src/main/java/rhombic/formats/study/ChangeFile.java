package rhombic.formats.study;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.Serializable;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import rhombic.study.Comparison;
import rhombic.study.Link;
import rhombic.study.NamedView;
import rhombic.study.Renaming;
import rhombic.study.Rule;
import rhombic.study.RunPlan;
import rhombic.study.change.Address;
import rhombic.study.change.Change;
import rhombic.study.change.Changes;
import rhombic.study.change.Part;
import rhombic.study.duty.Calendar;
import rhombic.study.field.Field;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;

/** Changes between studies as JSON: what was written reads as the same changes. */
public final class ChangeFile {
    private static final String FORMAT = "rhombicChanges";
    private static final int VERSION = 2;
    private static final List<String> PARTS = Arrays.stream(Part.values()).map(Part::word).toList();

    private ChangeFile() {}

    public static String write(Changes changes) {
        ObjectNode root = StudyWriter.JSON.createObjectNode();
        root.put(FORMAT, VERSION);
        ArrayNode all = root.putArray("changes");
        changes.all().forEach(change -> write(change, all.addObject()));
        try {
            return StudyWriter.JSON.writeValueAsString(root) + "\n";
        } catch (JsonProcessingException e) {
            throw new UncheckedIOException("Changes could not be put into JSON", e);
        }
    }

    static void write(Change change, ObjectNode node) {
        switch (change) {
            case Change.NameStudy name -> node.put("change", "name").put("before", name.before()).put("after", name.after());
            case Change.SetPlan plan -> {
                node.put("change", "plan").set("before", StudyWriter.plan(plan.before()));
                node.set("after", StudyWriter.plan(plan.after()));
            }
            case Change.SetComparison comparison -> {
                node.put("change", "comparison").set("before", ComparisonFile.write(comparison.before()));
                node.set("after", ComparisonFile.write(comparison.after()));
            }
            case Change.Rename rename ->
                node.put("change", "rename").put("kind", StudyWriter.word(rename.renaming().kind())).put("before", rename.renaming().from())
                        .put("after", rename.renaming().to());
            case Change.Set set -> {
                node.put("change", "set");
                StudyWriter.optional(node, "cell", set.at().cell());
                node.put("element", set.at().element()).put("kind", set.kind()).put("field", set.at().field());
                Kind<?> kind = Kinds.ofFileWord(set.kind()).orElseThrow();
                value(kind, set.at().field(), set.valueBefore(), node.putObject("before"));
                value(kind, set.at().field(), set.valueAfter(), node.putObject("after"));
            }
            case Change.Add add ->
                item(node.put("change", "add").put("part", add.part().word()).put("index", add.at()), "item", add.item());
            case Change.TakeOut out ->
                item(node.put("change", "take out").put("part", out.part().word()).put("index", out.at()), "item", out.item());
            case Change.Replace replace -> {
                item(node.put("change", "replace").put("part", replace.part().word()), "before", replace.before());
                item(node, "after", replace.after());
            }
            case Change.Reorder order -> {
                node.put("change", "order").put("part", order.part().word());
                StudyWriter.texts(node.putArray("before"), order.before());
                StudyWriter.texts(node.putArray("after"), order.after());
            }
        }
    }

    private static <E extends PlantElement> void value(Kind<E> kind, String name, Object value, ObjectNode node) {
        kind.field(name).ifPresent(field -> value(field, value, node));
    }

    @SuppressWarnings("unchecked") // the value was taken from the same field
    private static <E extends PlantElement, V> void value(Field<E, V> field, Object value, ObjectNode node) {
        FieldWriter.value(node, field.part(), (V) value);
    }

    private static void item(ObjectNode node, String field, Serializable item) {
        node.set(field, switch (item) {
            case PlantElement element -> EquipmentWriter.write(StudyWriter.JSON.createObjectNode(), element);
            case Link link -> StudyWriter.link(link);
            case PieceType type -> StudyWriter.type(type);
            case Table table -> StudyWriter.table(table);
            case Rule rule -> StudyWriter.rule(rule);
            case NamedView view -> StudyWriter.view(view);
            case Calendar calendar -> FieldWriter.object(Calendar.TYPE, calendar);
            default -> throw new IllegalArgumentException("No part of a study: " + item);
        });
    }

    /** Reads what {@link #write} has written. */
    public static Changes read(String text) throws StudyFormatException {
        List<StudyFormatException.Fault> faults = new ArrayList<>();
        JsonNode json = StudyReader.json(text);
        VersionOne versionOne = new VersionOne();
        Fields root = new Fields(json.path(FORMAT).asInt() == 1 ? versionOne.changes(json) : json, "", faults);
        List<Change> all = new ArrayList<>();
        if (root.isObject()) {
            int version = root.whole(FORMAT, VERSION);
            if (version < 1 || version > VERSION) {
                root.fault(FORMAT, "must be from 1 to " + VERSION + ": open it with a newer program");
            }
            all.addAll(root.list("changes", ChangeFile::change));
            root.refuseUnread();
        }
        if (!faults.isEmpty()) {
            throw new StudyFormatException(faults.stream().map(versionOne::inFile).toList());
        }
        return new Changes(all);
    }

    static Optional<Change> change(Fields fields) {
        String word = fields.text("change", "");
        return switch (word) {
            case "name" -> Optional.of(new Change.NameStudy(fields.text("before", ""), fields.text("after", "")));
            case "plan" -> both(fields, StudyReader::plan, (RunPlan before, RunPlan after) -> new Change.SetPlan(before, after));
            case "comparison" ->
                both(fields, ComparisonFile::read, (Comparison before, Comparison after) -> new Change.SetComparison(before, after));
            case "rename" -> {
                Renaming.Kind kind = fields.word("kind", Arrays.stream(Renaming.Kind.values()).map(StudyWriter::word).toList(),
                        List.of(Renaming.Kind.values()));
                yield fields.tried("after",
                        () -> new Change.Rename(new Renaming(kind, fields.text("before", ""), fields.text("after", ""))));
            }
            case "set" -> set(fields);
            case "add" -> item(fields, "item").map(item -> new Change.Add(part(fields), fields.whole("index", 0), item));
            case "take out" -> item(fields, "item").map(item -> new Change.TakeOut(part(fields), fields.whole("index", 0), item));
            case "replace" -> {
                Part part = part(fields);
                yield item(fields, "before").flatMap(before -> item(fields, "after").map(after -> new Change.Replace(part, before, after)));
            }
            case "order" -> Optional.of(new Change.Reorder(part(fields), fields.texts("before"), fields.texts("after")));
            default -> {
                fields.fault(fields.at("change"),
                        "must be one of name, plan, comparison, rename, set, add, take out, replace and order; got \u201c" + word
                                + "\u201d");
                yield Optional.empty();
            }
        };
    }

    private interface Made<T> {
        Change of(T before, T after);
    }

    private static <T> Optional<Change> both(Fields fields, Function<Fields, Optional<T>> reader, Made<T> made) {
        Optional<T> before = reader.apply(fields.object("before"));
        Optional<T> after = reader.apply(fields.object("after"));
        return before.flatMap(b -> after.map(a -> made.of(b, a)));
    }

    private static Part part(Fields fields) {
        return fields.word("part", PARTS, List.of(Part.values()));
    }

    private static Optional<? extends Serializable> read(Part part, Fields item) {
        return switch (part) {
            case EQUIPMENT -> EquipmentReader.read(item, 0);
            case LINK -> StudyReader.link(item);
            case PIECE_TYPE -> StudyReader.type(item);
            case TABLE -> StudyReader.table(item);
            case RULE -> RuleReader.read(item);
            case VIEW -> StudyReader.view(item);
            case CALENDAR -> FieldReader.object(Calendar.TYPE, item);
        };
    }

    private static Optional<Serializable> item(Fields fields, String field) {
        Fields item = fields.object(field);
        Optional<Serializable> read = read(part(fields), item).map(Serializable.class::cast);
        item.refuseUnread();
        return read;
    }

    private static Optional<Change> set(Fields fields) {
        Address at = new Address(fields.textOr("cell"), fields.text("element", ""), fields.text("field", ""));
        String word = fields.text("kind", "station");
        Optional<Kind<?>> kind = Kinds.ofFileWord(word);
        if (kind.isEmpty()) {
            fields.fault(fields.at("kind"), "is no kind of equipment; got \u201c" + word + "\u201d");
            return Optional.empty();
        }
        return set(kind.get(), at, fields);
    }

    private static <E extends PlantElement> Optional<Change> set(Kind<E> kind, Address at, Fields fields) {
        Optional<Field<E, ?>> field = kind.field(at.field());
        if (field.isEmpty()) {
            fields.fault(fields.at("field"), "is no field of a " + kind.fileWord() + "; got \u201c" + at.field() + "\u201d");
            return Optional.empty();
        }
        E blank = kind.blank(Basics.of("Somebody", Placement.at(0, 0)));
        Object before = value(field.get(), blank, fields.object("before"));
        Object after = value(field.get(), blank, fields.object("after"));
        return Optional.of(Change.Set.of(at, kind.fileWord(), before, after));
    }

    private static <E extends PlantElement, V> Object value(Field<E, V> field, E blank, Fields fields) {
        return FieldReader.part(field.part(), fields).orElseGet(() -> field.of(blank));
    }
}
