package rhombic.formats.study;

import java.util.List;
import java.util.Optional;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.Fitting;
import rhombic.study.value.Routing;

/** Reads what a conveyor has along its way. */
final class FittingReader {
    private static final List<String> KINDS = List.of("divert", "merge", "sensor");

    private FittingReader() {}

    static Optional<Fitting> fitting(Fields fields) {
        Optional<String> kind = KINDS.stream().filter(fields::has).findFirst();
        if (kind.isEmpty()) {
            fields.fault(fields.at("divert"), "is missing: name a divert, a merge or a sensor, as in \"merge\": \"From line 2\"");
            return Optional.empty();
        }
        String id = fields.textOr("id");
        String name = fields.text(kind.get(), "");
        Quantity at = fields.quantity("position", Dimension.LENGTH);
        return switch (kind.get()) {
            case "divert" -> {
                Fitting.Side side = side(fields);
                Routing way = EquipmentReader.routing(fields).orElse(Routing.PREFERENCE);
                yield fields.tried(null, () -> new Fitting.Divert(id, name, at, side, way));
            }
            case "merge" -> {
                Fitting.Side side = side(fields);
                Fitting.Priority first = fields.has("priority")
                        ? fields.word("priority", words(Fitting.Priority.values()), List.of(Fitting.Priority.values()))
                        : Fitting.Priority.MAIN;
                yield fields.tried(null, () -> new Fitting.Merge(id, name, at, side, first));
            }
            default -> {
                Quantity after = fields.optionalQuantity("after", Dimension.TIME).orElse(Quantity.seconds(0));
                yield fields.tried(null, () -> new Fitting.Sensor(id, name, at, after));
            }
        };
    }

    private static Fitting.Side side(Fields fields) {
        return fields.has("side") ? fields.word("side", words(Fitting.Side.values()), List.of(Fitting.Side.values())) : Fitting.Side.LEFT;
    }

    private static List<String> words(Enum<?>[] values) {
        return List.of(values).stream().map(StudyWriter::word).toList();
    }
}
