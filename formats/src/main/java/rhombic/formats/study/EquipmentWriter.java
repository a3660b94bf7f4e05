package rhombic.formats.study;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Locale;
import rhombic.chance.Distribution;
import rhombic.quantity.Quantity;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Inspection;
import rhombic.study.kind.Operation;
import rhombic.study.kind.Recipe;
import rhombic.study.kind.Station;
import rhombic.study.kind.Supply;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.kind.Work;
import rhombic.study.value.Placement;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Taking;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.value.WayOut;

/** Writes one piece of equipment. */
final class EquipmentWriter {
    private EquipmentWriter() {}

    static ObjectNode write(ObjectNode node, Equipment thing) {
        Basics basics = thing.basics();
        node.put("kind", thing.kind().toLowerCase(Locale.ROOT));
        node.put("name", thing.name());
        Placement at = thing.placement();
        node.putObject("at").put("x", Quantity.metres(at.xMetres()).toString()).put("y", Quantity.metres(at.yMetres()).toString()).put("turned", at.turnedDegrees());
        StudyWriter.attributes(node, basics.attributes());
        if (basics.wayOut().choice() == WayOut.Choice.FORMULA) {
            node.putObject("wayOut").put("formula", basics.wayOut().formula());
        } else if (basics.wayOut().choice() != WayOut.Choice.PREFERENCE) {
            node.put("wayOut", StudyWriter.word(basics.wayOut().choice()));
        }
        if (basics.taking().choice() == Taking.Choice.FORMULA) {
            node.putObject("taking").put("formula", basics.taking().formula());
        } else if (basics.taking().choice() == Taking.Choice.TYPE) {
            StudyWriter.texts(node.putObject("taking").putArray("types"), basics.taking().types());
        }
        if (!basics.shut().isEmpty()) {
            ArrayNode shut = node.putArray("inletShut");
            for (ShutTime time : basics.shut()) {
                ObjectNode written = shut.addObject().put("from", time.from().toString());
                if (time.until() != null) {
                    written.put("until", time.until().toString());
                }
            }
        }
        switch (thing) {
            case GoodsIn in -> goodsIn(in, node);
            case Buffer buffer -> {
                buffer.room().ifPresent(room -> node.put("room", room));
                node.put("order", StudyWriter.word(buffer.order()));
            }
            case Station station -> station(station, node);
            case AssemblyStation assembly -> assembly(assembly, node);
            case UnpackingStation unpacking -> {
                work(unpacking.work(), node);
                if (unpacking.parting() instanceof UnpackingStation.Parting.Split split) {
                    node.putObject("split").put("pieces", split.pieces()).put("type", split.type());
                }
            }
            case GoodsOut out -> { }
        }
        return node;
    }

    private static void goodsIn(GoodsIn in, ObjectNode node) {
        if (in.mix().size() == 1 && in.mix().getFirst().weight() == 1) {
            node.put("pieceType", in.mix().getFirst().type());
        } else {
            ArrayNode mix = node.putArray("mix");
            in.mix().forEach(part -> mix.addObject().put("type", part.type()).put("weight", part.weight()));
        }
        in.supply().ifPresent(supply -> {
            ObjectNode how = node.putObject("supply");
            switch (supply) {
                case Supply.OnDemand() -> how.put("onDemand", true);
                case Supply.AtStart stock -> how.put("atStart", stock.pieces());
                case Supply.ByTimetable table -> timetable(table.timetable(), how.putObject("timetable"));
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

    private static void timetable(Timetable table, ObjectNode node) {
        node.put("repeat", table.repeat().word());
        ArrayNode rows = node.putArray("rows");
        for (Timetable.Row row : table.rows()) {
            ObjectNode one = rows.addObject();
            one.put("at", Timetable.text(table.repeat(), row.atSeconds())).put("type", row.type()).put("quantity", row.quantity());
            if (!row.attributes().isEmpty()) {
                ObjectNode map = one.putObject("attributes");
                row.attributes().forEach((name, value) -> StudyWriter.value(map, name, value));
            }
        }
        StudyWriter.optional(node, "source", table.source());
    }

    private static void station(Station station, ObjectNode node) {
        work(station.work(), node);
        Work.Load load = station.load();
        if (!load.equals(Work.Load.SINGLE)) {
            ObjectNode one = node.putObject("load").put("pieces", load.pieces());
            if (load.longestWait() != null) {
                one.put("longestWait", load.longestWait().toString());
            }
        }
        Inspection inspection = station.inspection();
        if (inspection != null) {
            ObjectNode one = node.putObject("inspection").put("fails", inspection.fails().toString());
            StudyWriter.optional(one, "look", inspection.look());
            one.put("factor", inspection.factor()).put("mostTimes", inspection.mostTimes()).put("room", inspection.room());
        }
    }

    private static void work(Work work, ObjectNode node) {
        node.put("places", work.places());
        node.put("inputRoom", work.inputRoom());
        List<Operation> operations = work.operations();
        if (operations.size() == 1 && operations.getFirst().name().equals(Operation.WORK) && operations.getFirst().addsValue()) {
            time(node, "time", operations.getFirst().time());
        } else if (!operations.isEmpty()) {
            ArrayNode list = node.putArray("operations");
            for (Operation operation : operations) {
                ObjectNode one = list.addObject().put("name", operation.name());
                time(one, "time", operation.time());
                one.put("addsValue", operation.addsValue());
            }
        }
        TimeSource changeover = work.changeover();
        if (changeover != null) {
            time(node, "changeover", changeover);
        }
        Work.Service service = work.service();
        if (service != null) {
            node.putObject("service").put("everyPieces", service.everyPieces()).put("time", service.time().toString());
        }
        Distribution pause = work.pause();
        if (pause != null) {
            node.put("pause", pause.toString());
        }
    }

    private static void time(ObjectNode node, String field, TimeSource time) {
        switch (time) {
            case TimeSource.Drawn drawn -> node.put(field, drawn.time().toString());
            case TimeSource.ByType byType -> {
                ObjectNode one = node.putObject(field);
                ObjectNode map = one.putObject("byType");
                byType.times().forEach((type, value) -> map.put(type, value.toString()));
                Distribution otherwise = byType.otherwise();
                if (otherwise != null) {
                    one.put("otherwise", otherwise.toString());
                }
            }
            case TimeSource.FromTable table -> StudyWriter.texts(node.putObject(field).put("table", table.table()).putArray("keys"), table.keys());
            case TimeSource.ByFormula formula -> node.putObject(field).put("formula", formula.formula()).put("unit", formula.unit().symbol());
        }
    }

    private static void assembly(AssemblyStation assembly, ObjectNode node) {
        work(assembly.work(), node);
        node.put("way", StudyWriter.word(assembly.way()));
        if (!assembly.bases().isEmpty()) {
            StudyWriter.texts(node.putArray("bases"), assembly.bases());
        }
        ObjectNode recipe = node.putObject("recipe");
        switch (assembly.recipe()) {
            case Recipe.Fixed fixed -> parts(recipe.putArray("parts"), fixed.parts());
            case Recipe.ByKey byKey -> {
                recipe.put("key", byKey.key());
                ObjectNode map = recipe.putObject("parts");
                byKey.parts().forEach((value, parts) -> parts(map.putArray(value), parts));
            }
            case Recipe.FromTable table -> recipe.put("table", table.table()).put("key", table.key());
        }
        node.put("partRoom", assembly.partRoom());
        StudyWriter.optional(node, "result", assembly.result());
    }

    private static void parts(ArrayNode array, List<Recipe.Part> parts) {
        parts.forEach(part -> array.addObject().put("type", part.type()).put("count", part.count()));
    }
}
