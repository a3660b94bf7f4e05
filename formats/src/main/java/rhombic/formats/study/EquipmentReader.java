package rhombic.formats.study;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Inspection;
import rhombic.study.kind.Recipe;
import rhombic.study.kind.Station;
import rhombic.study.kind.Supply;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.kind.Work;
import rhombic.study.value.Attribute;
import rhombic.study.value.MixPart;
import rhombic.study.value.Placement;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Taking;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.value.WayOut;

/** Reads one piece of equipment. */
final class EquipmentReader {
    private static final List<WayOut.Choice> CHOICES = Arrays.stream(WayOut.Choice.values()).filter(c -> c != WayOut.Choice.FORMULA).toList();

    private EquipmentReader() {}

    static Optional<Equipment> read(Fields fields) {
        String kind = fields.text("kind", "station");
        String name = fields.text("name", "Equipment");
        Placement at = placement(fields.object("at")).orElse(Placement.at(0, 0));
        List<Attribute> attributes = attributes(fields);
        Optional<WayOut> wayOut = wayOut(fields);
        Optional<Taking> taking = taking(fields);
        List<ShutTime> shut = kind.equals("goods in") || !fields.has("inletShut") ? List.of() : fields.list("inletShut", EquipmentReader::shutTime);
        Optional<Basics> basics = fields.tried(null, () -> new Basics(name, name, at, null, rhombic.study.value.Seat.USUAL, attributes, wayOut.orElse(WayOut.PREFERENCE), taking.orElse(Taking.OLDEST), shut, List.of()));
        Basics usual = basics.orElseGet(() -> Basics.of("Equipment", at));
        Optional<Equipment> read = switch (kind) {
            case "goods in" -> goodsIn(fields, usual);
            case "buffer" -> {
                OptionalInt room = fields.optionalWhole("room");
                Buffer.Order order = fields.word("order", StudyWriter.ORDERS, List.of(Buffer.Order.values()));
                yield fields.tried(null, () -> new Buffer(usual, room, order));
            }
            case "station" -> station(fields, usual);
            case "assembly station" -> assembly(fields, usual);
            case "unpacking station" -> {
                Optional<Work> work = WorkReader.read(fields);
                UnpackingStation.Parting parting = fields.optionalObject("split").flatMap(EquipmentReader::split).orElse(new UnpackingStation.Parting.TakeOff());
                yield work.map(w -> new UnpackingStation(usual, w, parting));
            }
            case "goods out" -> Optional.of(new GoodsOut(usual));
            default -> {
                fields.fault(fields.at("kind"), "must be \u201cgoods in\u201d, \u201cbuffer\u201d, \u201cstation\u201d, \u201cassembly station\u201d, \u201cunpacking station\u201d or \u201cgoods out\u201d; got \u201c" + kind + "\u201d");
                yield Optional.empty();
            }
        };
        return basics.isEmpty() ? Optional.empty() : read;
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

    private static Optional<WayOut> wayOut(Fields fields) {
        if (!fields.has("wayOut")) {
            return Optional.empty();
        }
        if (fields.holdsText("wayOut")) {
            return Optional.of(new WayOut(fields.word("wayOut", CHOICES.stream().map(StudyWriter::word).toList(), CHOICES), ""));
        }
        return fields.optionalObject("wayOut").flatMap(way -> {
            Optional<WayOut> read = way.tried("formula", () -> new WayOut(WayOut.Choice.FORMULA, way.text("formula", "")));
            way.refuseUnread();
            return read;
        });
    }

    private static Optional<Taking> taking(Fields fields) {
        return fields.optionalObject("taking").flatMap(taking -> {
            Optional<Taking> read = taking.has("formula")
                    ? taking.tried("formula", () -> Taking.byFormula(taking.text("formula", "")))
                    : taking.tried("types", () -> Taking.byType(taking.texts("types")));
            taking.refuseUnread();
            return read;
        });
    }

    private static Optional<ShutTime> shutTime(Fields fields) {
        Quantity from = fields.quantity("from", Dimension.TIME);
        Optional<Quantity> until = fields.optionalQuantity("until", Dimension.TIME);
        return fields.tried(null, () -> new ShutTime(from, until.orElse(null)));
    }

    private static Optional<Equipment> goodsIn(Fields fields, Basics basics) {
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
        Optional<Supply> supply = fields.optionalObject("supply").flatMap(EquipmentReader::supply);
        var whenFull = fields.word("whenFull", List.of("wait", "turn away"), List.of(GoodsIn.WhenFull.WAIT, GoodsIn.WhenFull.TURN_AWAY));
        OptionalInt most = fields.optionalWhole("most");
        return fields.tried(null, () -> new GoodsIn(basics, mix, supply, whenFull, most));
    }

    private static Optional<Supply> supply(Fields fields) {
        Optional<Supply> supply;
        if (fields.isTrue("onDemand")) {
            supply = Optional.of(new Supply.OnDemand());
        } else if (fields.has("atStart")) {
            supply = fields.tried("atStart", () -> new Supply.AtStart(fields.whole("atStart", 1)));
        } else if (fields.has("timetable")) {
            supply = timetable(fields.object("timetable")).map(Supply.ByTimetable::new);
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

    private static Optional<Timetable> timetable(Fields fields) {
        Timetable.Repeat repeat = fields.word("repeat", Arrays.stream(Timetable.Repeat.values()).map(Timetable.Repeat::word).toList(), List.of(Timetable.Repeat.values()));
        List<Timetable.Row> rows = fields.list("rows", row -> {
            Optional<Double> at = row.tried("at", () -> Timetable.seconds(repeat, row.text("at", "00:00")));
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

    private static Optional<Equipment> station(Fields fields, Basics basics) {
        Optional<Work> work = WorkReader.read(fields);
        Work.Load load = fields.optionalObject("load").flatMap(one -> {
            int pieces = one.whole("pieces", 1);
            Optional<Quantity> wait = one.optionalQuantity("longestWait", Dimension.TIME);
            one.refuseUnread();
            return one.tried(null, () -> new Work.Load(pieces, wait.orElse(null)));
        }).orElse(Work.Load.SINGLE);
        Optional<Inspection> inspection = fields.optionalObject("inspection").flatMap(one -> {
            Quantity fails = one.quantity("fails", Dimension.SHARE);
            String look = one.textOr("look");
            double factor = one.number("factor");
            int mostTimes = one.whole("mostTimes", 1);
            int room = one.whole("room", 1);
            one.refuseUnread();
            return one.tried(null, () -> new Inspection(fails, look, factor, mostTimes, room));
        });
        return work.map(w -> new Station(basics, w, load, inspection.orElse(null)));
    }

    private static Optional<Equipment> assembly(Fields fields, Basics basics) {
        Optional<Work> work = WorkReader.read(fields);
        AssemblyStation.Way way = fields.word("way", StudyWriter.WAYS, List.of(AssemblyStation.Way.values()));
        List<String> bases = fields.has("bases") ? fields.texts("bases") : List.of();
        Recipe recipe = fields.optionalObject("recipe").flatMap(EquipmentReader::recipe).orElse(new Recipe.Fixed(List.of()));
        int partRoom = fields.whole("partRoom", 1);
        String result = fields.textOr("result");
        return work.flatMap(w -> fields.tried(null, () -> new AssemblyStation(basics, w, way, bases, recipe, partRoom, result)));
    }

    private static Optional<Recipe> recipe(Fields fields) {
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

    private static Optional<UnpackingStation.Parting> split(Fields fields) {
        int pieces = fields.whole("pieces", 1);
        String type = fields.text("type", "Piece");
        fields.refuseUnread();
        return fields.tried(null, () -> new UnpackingStation.Parting.Split(pieces, type));
    }

    private static Optional<Placement> placement(Fields fields) {
        double x = fields.quantity("x", Dimension.LENGTH).inBaseUnit();
        double y = fields.quantity("y", Dimension.LENGTH).inBaseUnit();
        double turned = fields.number("turned");
        fields.refuseUnread();
        return fields.tried(null, () -> new Placement(x, y, turned));
    }
}
