package rhombic.study.kind;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.Placement;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Inspection;
import rhombic.study.work.Work;

/**
 * Work is done here.
 *
 * @param load pieces worked on together at each place
 * @param inspection at the end of the work; null: none
 */
public record Station(Basics basics, Work work, Work.Load load, @Nullable Inspection inspection) implements WorkEquipment {
    public static final Kind<Station> KIND = new Kind<>("Station", Family.WORK, Station.class, WorkFields.and(Station::with, List.of(
            Field.optional("load", "How many pieces are worked on together; missing: each alone.", Work.Load.TYPE, Work.Load.SINGLE,
                    Station::load, Station::withLoad),
            Field.optional("inspection", "What part of the pieces fails, and what becomes of it; missing: none fails.",
                    new FieldType.Maybe<>(Inspection.TYPE), Optional.empty(), s -> Optional.ofNullable(s.inspection),
                    (s, inspection) -> s.withInspection(inspection.orElse(null))))),
            basics -> new Station(basics, WorkFields.NO_WORK, Work.Load.SINGLE, null),
            (basics, types) -> new Station(basics, WorkFields.ONE_MINUTE, Work.Load.SINGLE, null));

    /** A station with one operation and nothing else. */
    public Station(String name, Placement placement, int places, int inputCapacity, Optional<Distribution> time) {
        this(Basics.of(name, placement), time.map(t -> Work.of(places, inputCapacity, new TimeSource.Drawn(t)))
                .orElseGet(() -> new Work(places, inputCapacity, List.of(), null, null, null)), Work.Load.SINGLE, null);
    }

    public Station withLoad(Work.Load newLoad) {
        return new Station(basics, work, newLoad, inspection);
    }

    public Station withInspection(@Nullable Inspection newInspection) {
        return new Station(basics, work, load, newInspection);
    }

    /** Sets the time of its only, or its first, operation. */
    public Station withTime(Distribution time) {
        return with(work.withTime(new TimeSource.Drawn(time)));
    }

    public Station withPlaces(int places) {
        return with(work.withPlaces(places));
    }

    @Override
    public Kind<Station> declaration() {
        return KIND;
    }

    @Override
    public Station with(Basics newBasics) {
        return new Station(newBasics, work, load, inspection);
    }

    @Override
    public Station with(Work newWork) {
        return new Station(basics, newWork, load, inspection);
    }

    @Override
    public boolean passesOnWhatComes() {
        return inspection == null;
    }
}
