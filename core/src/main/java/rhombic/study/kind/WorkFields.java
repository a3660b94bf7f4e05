package rhombic.study.kind;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import rhombic.chance.DistributionText;
import rhombic.study.duty.Need;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;

/** The fields of whatever works at places. */
final class WorkFields {
    static final Work NO_WORK = new Work(1, 0, List.of(), null, null, null);
    static final Work ONE_MINUTE = Work.of(1, 0, new TimeSource.Drawn(DistributionText.parse("60 s")));

    private static final List<Field<Work, ?>> ALL = List.of(
            Field.required("places", "Pieces, or loads, that it works on at the same time.", new FieldType.Whole(1, 10_000),
                    Work::places, Work::withPlaces),
            Field.required("inputCapacity", "Pieces that may wait before the work; with 0 they wait where they come from.",
                    new FieldType.Whole(0, FieldType.MANY), Work::inputCapacity, Work::withInputCapacity),
            Field.optional("operations", "Steps in sequence, instead of time.", Operation.SEVERAL, List.of(), Work::operations,
                    Work::withOperations),
            Field.optional("changeover", "Time lost when the type changes; missing: none.", new FieldType.Maybe<>(TimeSource.TYPE),
                    Optional.empty(), w -> Optional.ofNullable(w.changeover()), (w, time) -> w.withChangeover(time.orElse(null))),
            Field.optional("setupCrew", "Who must be there for a changeover.", Need.SEVERAL, List.of(), Work::setupCrew,
                    Work::withSetupCrew),
            Field.optional("service", "What is done after every so many pieces; missing: nothing.",
                    new FieldType.Maybe<>(Work.Service.TYPE),
                    Optional.empty(), w -> Optional.ofNullable(w.service()), (w, service) -> w.withService(service.orElse(null))),
            Field.optional("pause", "Before a place lets the next piece in; missing: none.", new FieldType.Maybe<>(FieldType.DURATION),
                    Optional.empty(), w -> Optional.ofNullable(w.pause()), (w, pause) -> w.withPause(pause.orElse(null))));

    private WorkFields() {}

    /** The fields of work, then the others. */
    static <E extends WorkEquipment> List<Field<E, ?>> and(BiFunction<E, Work, E> withWork, List<Field<E, ?>> others) {
        List<Field<E, ?>> fields = new ArrayList<>();
        ALL.forEach(field -> fields.add(field.within(WorkEquipment::work, withWork)));
        fields.addAll(others);
        return fields;
    }
}
