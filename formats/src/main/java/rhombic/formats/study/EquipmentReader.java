package rhombic.formats.study;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Field;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.value.Attribute;
import rhombic.study.value.ConveyorPath;
import rhombic.study.value.Footprint;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceOffset;
import rhombic.study.value.Placement;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Inspection;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** Reads one piece of equipment. */
final class EquipmentReader {
    /** Equipment that says no place stands in rows, in the order of the file. */
    private static final int IN_A_ROW = 20;

    private static final double APART_METRES = 5;
    private static final List<Routing.Choice> CHOICES = Arrays.stream(Routing.Choice.values()).filter(c -> c != Routing.Choice.FORMULA)
            .toList();

    private EquipmentReader() {}

    /** @param number of the equipment in the file, from 0; tells where it stands if it says no place */
    static Optional<PlantElement> read(Fields fields, int number) {
        String word = fields.text("kind", "station");
        String name = fields.text("name", "Equipment");
        String id = fields.has("id") ? fields.text("id", name) : name;
        Optional<Kind<?>> kind = Kinds.ofFileWord(word);
        if (kind.isEmpty()) {
            fields.fault(fields.at("kind"), "must be " + words() + "; got \u201c" + word + "\u201d");
        }
        Placement inRow = Placement.at(number % IN_A_ROW * APART_METRES, -(number / IN_A_ROW) * APART_METRES);
        Optional<Basics> basics = fields.tried("name", () -> Basics.of(name, inRow))
                .flatMap(named -> fields.tried("id", () -> named.withId(id)));
        if (kind.isEmpty()) {
            return Optional.empty();
        }
        Basics usual = basics.orElseGet(() -> Basics.of("Equipment", inRow));
        Optional<PlantElement> read = Optional.of(read(kind.get(), usual, fields));
        return basics.isEmpty() ? Optional.empty() : read;
    }

    private static String words() {
        List<String> words = Kinds.ALL.stream().map(kind -> "\u201c" + kind.fileWord() + "\u201d").toList();
        return String.join(", ", words.subList(0, words.size() - 1)) + " or " + words.getLast();
    }

    private static <E extends PlantElement> E read(Kind<E> kind, Basics basics, Fields fields) {
        E element = kind.blank(basics);
        for (Field<E, ?> field : kind.allFields()) {
            element = read(element, field, fields);
        }
        return element;
    }

    private static <E extends PlantElement, V> E read(E into, Field<E, V> field, Fields fields) {
        E before = into;
        return FieldReader.value(field, fields).flatMap(value -> fields.tried(field.name(), () -> field.with().apply(before, value)))
                .orElse(into);
    }

    static List<Attribute> attributes(Fields fields) {
        List<Attribute> attributes = new ArrayList<>();
        fields.optionalObject("attributes").ifPresent(map -> {
            if (map.isObject()) {
                map.names().forEach(name -> {
                    Value value = map.value(name);
                    map.tried(name, () -> new Attribute(name, value)).ifPresent(attributes::add);
                });
            }
        });
        return attributes;
    }

    static Optional<Routing> routing(Fields fields) {
        if (!fields.has("routing")) {
            return Optional.empty();
        }
        if (fields.holdsText("routing")) {
            return Optional.of(new Routing(fields.word("routing", CHOICES.stream().map(StudyWriter::word).toList(), CHOICES), ""));
        }
        return fields.optionalObject("routing").flatMap(way -> {
            Optional<Routing> read = way.tried("formula", () -> new Routing(Routing.Choice.FORMULA, way.text("formula", "")));
            way.refuseUnread();
            return read;
        });
    }

    static Optional<Selection> selection(Fields fields) {
        return fields.optionalObject("selection").flatMap(selection -> {
            Optional<Selection> read = selection.has("formula")
                    ? selection.tried("formula", () -> Selection.byFormula(selection.text("formula", "")))
                    : selection.tried("types", () -> Selection.byType(selection.texts("types")));
            selection.refuseUnread();
            return read;
        });
    }

    static Optional<ShutTime> shutTime(Fields fields) {
        Quantity from = fields.quantity("from", Dimension.TIME);
        Optional<Quantity> until = fields.optionalQuantity("until", Dimension.TIME);
        return fields.tried(null, () -> new ShutTime(from, until.orElse(null)));
    }

    static Optional<Supply> supply(Fields fields) {
        Optional<Supply> supply;
        if (fields.isTrue("onDemand")) {
            supply = Optional.of(new Supply.OnDemand());
        } else if (fields.has("atStart")) {
            supply = fields.tried("atStart", () -> new Supply.AtStart(fields.whole("atStart", 1)));
        } else if (fields.has("timetable")) {
            supply = timetable(fields.object("timetable")).map(Supply.ByTimetable::new);
        } else {
            var between = fields.optionalDistribution("interarrival");
            int pieces = fields.whole("pieces", 1);
            var first = fields.optionalQuantity("firstArrival", Dimension.TIME);
            if (!fields.has("interarrival")) {
                fields.fault(fields.at("interarrival"), "is missing: add a time such as \"75 s\", or \"onDemand\": true");
            }
            supply = between.flatMap(time -> fields.tried(null, () -> new Supply.Spaced(time, pieces, first)));
        }
        fields.refuseUnread();
        return supply;
    }

    private static Optional<Timetable> timetable(Fields fields) {
        Timetable.Repeat repeat = fields.word("repeat", Arrays.stream(Timetable.Repeat.values()).map(Timetable.Repeat::word).toList(),
                List.of(Timetable.Repeat.values()));
        List<Timetable.Row> rows = fields.listUnless("source", "rows", row -> {
            Optional<Double> at = row.tried("time", () -> Timetable.seconds(repeat, row.text("time", "00:00")));
            String type = row.text("type", "Piece");
            int quantity = row.whole("quantity", 1);
            Map<String, Value> values = new LinkedHashMap<>();
            attributes(row).forEach(a -> values.put(a.name(), a.value()));
            return at.flatMap(time -> row.tried(null, () -> new Timetable.Row(time, type, quantity, values)));
        });
        String source = fields.textOr("source");
        fields.refuseUnread();
        return fields.tried(null, () -> new Timetable(repeat, rows, source));
    }

    static Optional<Work.Load> load(Fields one) {
        int pieces = one.whole("pieces", 1);
        Optional<Quantity> wait = one.optionalQuantity("maxWait", Dimension.TIME);
        one.refuseUnread();
        return one.tried(null, () -> new Work.Load(pieces, wait.orElse(null)));
    }

    static Optional<Inspection> inspection(Fields one) {
        Quantity fails = one.quantity("failShare", Dimension.SHARE);
        String look = one.textOr("look");
        double factor = one.number("factor");
        int maxReworks = one.whole("maxReworks", 1);
        int room = one.whole("capacity", 1);
        Inspection.Maker maker = one.has("maker")
                ? one.word("maker", Arrays.stream(Inspection.Maker.values()).map(StudyWriter::word).toList(),
                        List.of(Inspection.Maker.values()))
                : Inspection.Maker.ANYBODY;
        one.refuseUnread();
        return one.tried(null, () -> new Inspection(fails, look, factor, maxReworks, room, maker));
    }

    static List<MixPart> mix(Fields fields) {
        List<MixPart> mix = new ArrayList<>();
        if (fields.has("mix")) {
            mix.addAll(fields.list("mix", part -> {
                String type = part.text("type", "Piece");
                double weight = part.number("weight");
                return part.tried(null, () -> new MixPart(type, weight));
            }));
        } else if (fields.has("pieceType")) {
            fields.tried("pieceType", () -> new MixPart(fields.text("pieceType", "Piece"), 1)).ifPresent(mix::add);
        } else if (!fields.holdsObject("supply")) {
            fields.fault(fields.at("pieceType"), "is missing: add \"pieceType\" or \"mix\"");
        }
        return mix;
    }

    static Optional<Recipe> recipe(Fields fields) {
        Optional<Recipe> recipe;
        if (fields.has("table")) {
            recipe = fields.tried(null, () -> new Recipe.FromTable(fields.text("table", "Table"), fields.text("key", "piece.type")));
        } else if (fields.has("key")) {
            Map<String, List<Recipe.Part>> parts = new LinkedHashMap<>();
            Fields map = fields.object("parts");
            map.names().forEach(value -> parts.put(value, map.list(value, EquipmentReader::part)));
            recipe = fields.tried("key", () -> new Recipe.ByKey(fields.text("key", "piece.type"), parts));
        } else {
            List<Recipe.Part> parts = fields.list("parts", EquipmentReader::part);
            recipe = Optional.of(new Recipe.Fixed(parts));
        }
        fields.refuseUnread();
        return recipe;
    }

    private static Optional<Recipe.Part> part(Fields fields) {
        String type = fields.text("type", "Piece");
        int count = fields.whole("count", 1);
        return fields.tried(null, () -> new Recipe.Part(type, count));
    }

    static Optional<UnpackingStation.Parting> split(Fields fields) {
        int pieces = fields.whole("pieces", 1);
        String type = fields.text("type", "Piece");
        fields.refuseUnread();
        return fields.tried(null, () -> new UnpackingStation.Parting.Split(pieces, type));
    }

    static Optional<Placement> placement(Fields fields) {
        double x = metres(fields, "x", 0);
        double y = metres(fields, "y", 0);
        double z = metres(fields, "z", 0);
        double headingDegrees = fields.has("heading") ? fields.number("heading") : 0;
        fields.refuseUnread();
        return fields.tried(null, () -> new Placement(x, y, z, headingDegrees));
    }

    static Optional<Footprint> size(Fields fields) {
        double length = fields.quantity("length", Dimension.LENGTH).inBaseUnit();
        double width = fields.quantity("width", Dimension.LENGTH).inBaseUnit();
        double height = fields.quantity("height", Dimension.LENGTH).inBaseUnit();
        fields.refuseUnread();
        return fields.tried(null, () -> new Footprint(length, width, height));
    }

    static Optional<PieceOffset> pieceOffset(Fields fields) {
        double x = metres(fields, "x", 0);
        double y = metres(fields, "y", 0);
        double z = metres(fields, "z", 0);
        double headingDegrees = fields.has("heading") ? fields.number("heading") : 0;
        fields.refuseUnread();
        return fields.tried(null, () -> new PieceOffset(x, y, z, headingDegrees));
    }

    static Optional<ConveyorPath> conveyorPath(Fields fields, String name) {
        List<ConveyorPath.PathLeg> legs = fields.list(name, EquipmentReader::leg);
        return fields.tried(name, () -> new ConveyorPath(legs));
    }

    private static Optional<ConveyorPath.PathLeg> leg(Fields fields) {
        if (fields.has("straight") || !fields.has("radius")) {
            double length = fields.quantity("straight", Dimension.LENGTH).inBaseUnit();
            double slope = fields.has("slope") ? fields.number("slope") : 0;
            return fields.tried(null, () -> new ConveyorPath.PathLeg.Straight(length, slope));
        }
        double radius = fields.quantity("radius", Dimension.LENGTH).inBaseUnit();
        double turn = fields.number("turn");
        return fields.tried(null, () -> new ConveyorPath.PathLeg.Arc(radius, turn));
    }

    private static double metres(Fields fields, String field, double usual) {
        return fields.has(field) ? fields.quantity(field, Dimension.LENGTH).inBaseUnit() : usual;
    }
}
