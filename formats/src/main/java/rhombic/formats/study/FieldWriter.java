package rhombic.formats.study;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.Distribution;
import rhombic.quantity.Quantity;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.StandPoint;
import rhombic.study.kind.FieldType;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.value.Attribute;
import rhombic.study.value.ConveyorPath;
import rhombic.study.value.Fitting;
import rhombic.study.value.Footprint;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceOffset;
import rhombic.study.value.Placement;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Inspection;
import rhombic.study.work.Operation;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** Writes one field of equipment, whatever it holds. */
final class FieldWriter {
    private FieldWriter() {}

    @SuppressWarnings("unchecked") // a value is what the type of its field holds
    static <V> void write(ObjectNode node, String name, FieldType<V> type, V value) {
        switch ((FieldType<?>) type) {
            case FieldType.Whole whole -> node.put(name, (Integer) value);
            case FieldType.WholeOrNone whole -> ((OptionalInt) value).ifPresent(number -> node.put(name, number));
            case FieldType.Choice<?> choice -> node.put(name, StudyWriter.word((Enum<?>) value));
            case FieldType.TypeName one -> node.put(name, (String) value);
            case FieldType.TypeNames several -> StudyWriter.texts(node.putArray(name), (List<String>) value);
            case FieldType.Time time -> ((Optional<TimeSource>) value).ifPresent(source -> EquipmentWriter.time(node, name, source));
            case FieldType.Drawn drawn -> ((Optional<Distribution>) value).ifPresent(time -> node.put(name, time.toString()));
            case FieldType.Operations operations -> EquipmentWriter.operations((List<Operation>) value, node);
            case FieldType.Serviced service -> ((Optional<Work.Service>) value).ifPresent(s -> DutyWriter.needs(
                    node.putObject(name).put("everyPieces", s.everyPieces()).put("time", s.time().toString()), "needs", s.needs()));
            case FieldType.Loaded load -> load((Work.Load) value, node.putObject(name));
            case FieldType.Inspected inspection -> ((Optional<Inspection>) value).ifPresent(i -> inspection(i, node.putObject(name)));
            case FieldType.Supplied supply -> ((Optional<Supply>) value).ifPresent(s -> EquipmentWriter.supply(s, node.putObject(name)));
            case FieldType.Mixed mix -> EquipmentWriter.mix((List<MixPart>) value, node);
            case FieldType.Recipes recipe -> EquipmentWriter.recipe((Recipe) value, node.putObject(name));
            case FieldType.Parted parting -> {
                if (value instanceof UnpackingStation.Parting.Split split) {
                    node.putObject(name).put("pieces", split.pieces()).put("type", split.type());
                }
            }
            case FieldType.Placed placed -> placement((Placement) value, node.putObject(name));
            case FieldType.Sized sized ->
                ((Optional<Footprint>) value).ifPresent(size -> node.putObject(name).put("length", metres(size.lengthMetres()))
                        .put("width", metres(size.widthMetres())).put("height", metres(size.heightMetres())));
            case FieldType.PieceOffsets seated -> pieceOffset((PieceOffset) value, node.putObject(name));
            case FieldType.Attributes attributes -> StudyWriter.attributes(node, (List<Attribute>) value);
            case FieldType.Routings way -> routing((Routing) value, name, node);
            case FieldType.Selections takings -> {
                Selection selection = (Selection) value;
                if (selection.choice() == Selection.Choice.FORMULA) {
                    node.putObject(name).put("formula", selection.formula());
                } else {
                    StudyWriter.texts(node.putObject(name).putArray("types"), selection.types());
                }
            }
            case FieldType.Measured measured -> node.put(name, value.toString());
            case FieldType.MeasuredOrNone measured ->
                ((Optional<Quantity>) value).ifPresent(quantity -> node.put(name, quantity.toString()));
            case FieldType.Fitted fitted -> {
                ArrayNode all = node.putArray(name);
                ((List<Fitting>) value).forEach(fitting -> fitting(fitting, all.addObject()));
            }
            case FieldType.ConveyorPaths routed -> ((ConveyorPath) value).legs().forEach(leg -> leg(leg, node.withArray(name).addObject()));
            case FieldType.Words words -> StudyWriter.texts(node.putArray(name), (List<String>) value);
            case FieldType.ElementName one -> node.put(name, (String) value);
            case FieldType.CalendarName one -> node.put(name, (String) value);
            case FieldType.Needs needs -> DutyWriter.needs(node, name, (List<Need>) value);
            case FieldType.Failures failures -> {
                ArrayNode all = node.putArray(name);
                ((List<FailureMode>) value).forEach(mode -> DutyWriter.failure(mode, all.addObject()));
            }
            case FieldType.StandPoints stood -> ((Optional<StandPoint>) value)
                    .ifPresent(spot -> node.putObject(name).put("x", metres(spot.xMetres())).put("y", metres(spot.yMetres())));
            case FieldType.Persons persons -> {
                ArrayNode all = node.putArray(name);
                ((List<Person>) value).forEach(person -> DutyWriter.person(person, all.addObject()));
            }
            case FieldType.Shut shut -> shut((List<ShutTime>) value, node.putArray(name));
        }
    }

    private static void routing(Routing way, String name, ObjectNode node) {
        if (way.choice() == Routing.Choice.FORMULA) {
            node.putObject(name).put("formula", way.formula());
        } else {
            node.put(name, StudyWriter.word(way.choice()));
        }
    }

    private static void fitting(Fitting fitting, ObjectNode node) {
        StudyWriter.optional(node, "id", fitting.id());
        switch (fitting) {
            case Fitting.Divert divert -> {
                node.put("divert", divert.name()).put("position", divert.position().toString()).put("side",
                        StudyWriter.word(divert.side()));
                if (!new FieldType.Routings().isLeftOut(divert.routing())) {
                    routing(divert.routing(), "routing", node);
                }
            }
            case Fitting.Merge merge -> node.put("merge", merge.name()).put("position", merge.position().toString())
                    .put("side", StudyWriter.word(merge.side())).put("priority", StudyWriter.word(merge.priority()));
            case Fitting.Sensor sensor -> {
                node.put("sensor", sensor.name()).put("position", sensor.position().toString());
                if (sensor.after().amount() > 0) {
                    node.put("after", sensor.after().toString());
                }
            }
        }
    }

    private static void leg(ConveyorPath.PathLeg leg, ObjectNode node) {
        switch (leg) {
            case ConveyorPath.PathLeg.Straight straight -> {
                node.put("straight", metres(straight.metres()));
                if (straight.slopeDegrees() != 0) {
                    node.put("slope", straight.slopeDegrees());
                }
            }
            case ConveyorPath.PathLeg.Arc arc -> node.put("radius", metres(arc.radiusMetres())).put("turn", arc.turnDegrees());
        }
    }

    private static void load(Work.Load load, ObjectNode node) {
        node.put("pieces", load.pieces());
        if (load.maxWait() != null) {
            node.put("maxWait", load.maxWait().toString());
        }
    }

    private static void inspection(Inspection inspection, ObjectNode node) {
        node.put("failShare", inspection.failShare().toString());
        StudyWriter.optional(node, "look", inspection.look());
        node.put("factor", inspection.factor()).put("maxReworks", inspection.maxReworks()).put("capacity", inspection.capacity());
        if (inspection.maker() != Inspection.Maker.ANYBODY) {
            node.put("maker", StudyWriter.word(inspection.maker()));
        }
    }

    private static void placement(Placement at, ObjectNode node) {
        node.put("x", metres(at.xMetres())).put("y", metres(at.yMetres()));
        if (at.zMetres() != 0) {
            node.put("z", metres(at.zMetres()));
        }
        node.put("heading", at.headingDegrees());
    }

    private static void pieceOffset(PieceOffset offset, ObjectNode node) {
        node.put("x", metres(offset.xMetres())).put("y", metres(offset.yMetres())).put("z", metres(offset.zMetres())).put("heading",
                offset.headingDegrees());
    }

    private static void shut(List<ShutTime> times, ArrayNode array) {
        for (ShutTime time : times) {
            ObjectNode written = array.addObject().put("from", time.from().toString());
            if (time.until() != null) {
                written.put("until", time.until().toString());
            }
        }
    }

    static String metres(double metres) {
        return Quantity.metres(metres).toString();
    }
}
