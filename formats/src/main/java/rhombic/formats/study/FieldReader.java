package rhombic.formats.study;

import java.util.List;
import java.util.Optional;
import rhombic.study.kind.Field;
import rhombic.study.kind.FieldType;
import rhombic.study.kind.UnpackingStation;

/** Reads one field of equipment, whatever it holds. */
final class FieldReader {
    private FieldReader() {}

    /** The value of the field; empty if the file says nothing, or something that can't be read, which is noted then. */
    @SuppressWarnings("unchecked") // each case reads what its type holds
    static <V> Optional<V> value(Field<?, V> field, Fields fields) {
        Optional<V> value = (Optional<V>) read(field.type(), field.name(), fields);
        return value.flatMap(read -> fields.tried(field.name(), () -> field.type().withIds(read)));
    }

    private static Optional<?> read(FieldType<?> type, String name, Fields fields) {
        return switch (type) {
            case FieldType.Whole whole -> Optional.of(fields.whole(name, Math.max(1, whole.min())));
            case FieldType.WholeOrNone whole -> Optional.of(fields.optionalWhole(name));
            case FieldType.Choice<?> choice -> choice(choice, name, fields);
            case FieldType.TypeName one -> Optional.of(fields.textOr(name));
            case FieldType.TypeNames several -> fields.has(name) ? Optional.of(fields.texts(name)) : Optional.empty();
            case FieldType.Time time -> WorkReader.time(fields, name).map(Optional::of);
            case FieldType.Drawn drawn -> fields.optionalDistribution(name).map(Optional::of);
            case FieldType.Operations operations -> Optional.of(WorkReader.operations(fields));
            case FieldType.Serviced service -> fields.optionalObject(name).flatMap(WorkReader::service).map(Optional::of);
            case FieldType.Loaded load -> fields.optionalObject(name).flatMap(EquipmentReader::load);
            case FieldType.Inspected inspection -> fields.optionalObject(name).flatMap(EquipmentReader::inspection).map(Optional::of);
            case FieldType.Supplied supply -> fields.optionalObject(name).flatMap(EquipmentReader::supply).map(Optional::of);
            case FieldType.Mixed mix -> Optional.of(EquipmentReader.mix(fields));
            case FieldType.Recipes recipe -> fields.optionalObject(name).flatMap(EquipmentReader::recipe);
            case FieldType.Parted parting ->
                fields.optionalObject(name).flatMap(EquipmentReader::split).map(split -> (UnpackingStation.Parting) split);
            case FieldType.Placed placed -> fields.optionalObject(name).flatMap(EquipmentReader::placement);
            case FieldType.Sized sized -> fields.optionalObject(name).flatMap(EquipmentReader::size).map(Optional::of);
            case FieldType.PieceOffsets seated -> fields.optionalObject(name).flatMap(EquipmentReader::pieceOffset);
            case FieldType.Attributes attributes -> Optional.of(EquipmentReader.attributes(fields));
            case FieldType.Routings way -> EquipmentReader.routing(fields);
            case FieldType.Selections selection -> EquipmentReader.selection(fields);
            case FieldType.Measured measured -> fields.optionalQuantity(name, measured.dimension());
            case FieldType.MeasuredOrNone measured -> fields.optionalQuantity(name, measured.dimension()).map(Optional::of);
            case FieldType.Fitted fitted -> fields.has(name) ? Optional.of(fields.list(name, FittingReader::fitting)) : Optional.empty();
            case FieldType.ConveyorPaths routed -> fields.has(name) ? EquipmentReader.conveyorPath(fields, name) : Optional.empty();
            case FieldType.Words words -> fields.has(name) ? Optional.of(fields.texts(name)) : Optional.empty();
            case FieldType.ElementName one -> Optional.of(fields.textOr(name));
            case FieldType.CalendarName one -> Optional.of(fields.textOr(name));
            case FieldType.Needs needs -> fields.has(name) ? Optional.of(DutyReader.needs(fields, name)) : Optional.empty();
            case FieldType.Failures failures -> fields.has(name) ? Optional.of(fields.list(name, DutyReader::failure)) : Optional.empty();
            case FieldType.StandPoints stood -> fields.optionalObject(name).flatMap(DutyReader::standPoint).map(Optional::of);
            case FieldType.Persons persons -> fields.has(name) ? Optional.of(fields.list(name, DutyReader::person)) : Optional.empty();
            case FieldType.Shut shut -> fields.has(name) ? Optional.of(fields.list(name, EquipmentReader::shutTime)) : Optional.empty();
        };
    }

    private static <T extends Enum<T>> Optional<T> choice(FieldType.Choice<T> choice, String name, Fields fields) {
        List<String> words = choice.values().stream().map(StudyWriter::word).toList();
        return choice.leftOut() != null && !fields.has(name) ? Optional.empty() : Optional.of(fields.word(name, words, choice.values()));
    }
}
