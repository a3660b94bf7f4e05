package rhombic.insight;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import rhombic.chance.DistributionException;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.change.Changes;
import rhombic.study.duty.FailureMode;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Operation;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Supply;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.StudyException;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;

/**
 * One element made a little better: a time a tenth shorter, one more person, place or room, half the repair time, a conveyor a tenth faster,
 * pieces that come a tenth more often.
 *
 * @param subject equipment it is about
 * @param text in a few words, such as <i>Leak test: times −10 %</i>
 */
public record Trial(String subject, Kind kind, String text, Changes changes) {
    private static final double SHORTER = 0.9;

    /** What is made better. */
    public enum Kind {
        TIME, PLACE, STAFFED_PLACE, CHANGEOVER, REPAIR, PEOPLE, CAPACITY, SPEED, ARRIVALS
    }

    /** All that can be tried in a study. */
    public static List<Trial> all(Study study) {
        List<Trial> all = new ArrayList<>();
        for (PlantElement element : study.elements()) {
            all.addAll(of(study, element));
        }
        return all;
    }

    /** All that can be tried of one element. */
    public static List<Trial> of(Study study, PlantElement element) {
        List<Trial> all = new ArrayList<>();
        switch (element) {
            case WorkEquipment work -> ofWork(study, work, all);
            case Crew crew -> add(study, all, crew, Kind.PEOPLE, "one more person", e -> ((Crew) e).withPeople(crew.people() + 1));
            case Buffer buffer -> {
                if (buffer.capacity().isPresent()) {
                    add(study, all, buffer, Kind.CAPACITY, "room for one more",
                            e -> ((Buffer) e).withCapacity(OptionalInt.of(buffer.capacity().getAsInt() + 1)));
                }
            }
            case Conveyor conveyor -> add(study, all, conveyor, Kind.SPEED, "a tenth faster",
                    e -> ((Conveyor) e).withSpeed(conveyor.speed().times(1.1)));
            case GoodsIn in -> {
                if (in.supply().orElse(null) instanceof Supply.Spaced spaced) {
                    add(study, all, in, Kind.ARRIVALS, "a tenth more pieces",
                            e -> ((GoodsIn) e).withSupply(spaced.withInterarrival(spaced.interarrival().scaled(1 / 1.1))));
                }
            }
            default -> {}
        }
        for (FailureMode mode : element.basics().duty().failures()) {
            add(study, all, element, Kind.REPAIR, "half the repair time of " + mode.name(), e -> e.with(e.basics()
                    .withDuty(e.basics().duty().withFailures(e.basics().duty().failures().stream()
                            .map(m -> halved(m, mode.name())).toList()))));
        }
        for (Link link : study.linksFrom(element.name())) {
            for (FailureMode mode : link.failures()) {
                made(study, element.name(), Kind.REPAIR, "half the repair time of " + mode.name() + " on the way to " + link.to(),
                        s -> s.withLinks(s.links().stream().map(l -> l.ends().equals(link.ends())
                                ? l.withFailures(l.failures().stream().map(m -> halved(m, mode.name())).toList())
                                : l).toList()))
                        .ifPresent(all::add);
            }
        }
        return all;
    }

    private static FailureMode halved(FailureMode mode, String name) {
        return mode.name().equals(name) ? mode.withDown(mode.down().scaled(0.5)) : mode;
    }

    private static void ofWork(Study study, WorkEquipment work, List<Trial> all) {
        if (work.work().operations().stream().anyMatch(op -> op.time() instanceof TimeSource.FromTable)) {
            tables(study, work).ifPresent(all::add);
        } else {
            add(study, all, work, Kind.TIME, "times \u221210 %", e -> ((WorkEquipment) e).with(((WorkEquipment) e).work()
                    .withOperations(((WorkEquipment) e).work().operations().stream().map(Trial::shorter).toList())));
        }
        add(study, all, work, Kind.PLACE, "one more place",
                e -> ((WorkEquipment) e).with(((WorkEquipment) e).work().withPlaces(work.work().places() + 1)));
        List<Crew> people = study.crews().stream().filter(crew -> work.work().operations().stream().flatMap(op -> op.needs().stream())
                .anyMatch(need -> crew.has(need.skill()))).toList();
        if (!people.isEmpty()) {
            String skills = String.join(" and ", people.stream().map(Crew::name).toList());
            made(study, work.name(), Kind.STAFFED_PLACE, "one more place and one more " + skills, s -> {
                Study more = s.changed(work.name(), e -> ((WorkEquipment) e).with(work.work().withPlaces(work.work().places() + 1)));
                for (Crew crew : people) {
                    more = more.changed(crew.name(), e -> ((Crew) e).withPeople(crew.people() + 1));
                }
                return more;
            }).ifPresent(all::add);
        }
        TimeSource changeover = work.work().changeover();
        if (changeover != null && !(changeover instanceof TimeSource.FromTable)) {
            add(study, all, work, Kind.CHANGEOVER, "half the changeover time", e -> ((WorkEquipment) e)
                    .with(((WorkEquipment) e).work().withChangeover(scaled(changeover, 0.5))));
        }
    }

    /** Its times stand in a table: the table of its own is made, so that others that use it keep theirs. */
    private static Optional<Trial> tables(Study study, WorkEquipment work) {
        List<Table> tables = new ArrayList<>(study.tables());
        List<Operation> operations = new ArrayList<>();
        for (Operation op : work.work().operations()) {
            if (op.time() instanceof TimeSource.FromTable from && study.table(from.table()).isPresent()) {
                Table table = study.table(from.table()).get();
                String name = table.name() + ", shorter";
                if (tables.stream().noneMatch(t -> t.name().equals(name))) {
                    tables.add(table.named(name)
                            .withRows(table.keys(),
                                    table.rows().stream().map(row -> new Table.Row(row.keys(), shorter(row.value()))).toList(), "")
                            .withOtherwise(table.otherwise().isEmpty() ? "" : shorter(table.otherwise())));
                }
                operations.add(op.withTime(new TimeSource.FromTable(name, from.keys())));
            } else {
                operations.add(shorter(op));
            }
        }
        return made(study, work.name(), Kind.TIME, "times \u221210 %",
                s -> s.withTables(tables).changed(work.name(), e -> ((WorkEquipment) e).with(work.work().withOperations(operations))));
    }

    private static String shorter(String value) {
        try {
            return DistributionText.parse(value).scaled(SHORTER).toString();
        } catch (DistributionException e) {
            return value; // no time
        }
    }

    private static Operation shorter(Operation op) {
        return op.withTime(scaled(op.time(), SHORTER));
    }

    private static TimeSource scaled(TimeSource time, double factor) {
        return switch (time) {
            case TimeSource.Drawn drawn -> new TimeSource.Drawn(drawn.time().scaled(factor));
            case TimeSource.ByType by -> {
                java.util.Map<String, rhombic.chance.Distribution> times = new java.util.LinkedHashMap<>();
                by.times().forEach((type, d) -> times.put(type, d.scaled(factor)));
                rhombic.chance.Distribution otherwise = by.otherwise();
                yield new TimeSource.ByType(times, otherwise == null ? null : otherwise.scaled(factor));
            }
            case TimeSource.ByFormula by -> new TimeSource.ByFormula(Quantity.plain(factor) + " * (" + by.formula() + ")", by.unit());
            case TimeSource.FromTable table -> table;
        };
    }

    private static void add(Study study, List<Trial> all, PlantElement element, Kind kind, String text,
            UnaryOperator<PlantElement> better) {
        made(study, element.name(), kind, text, s -> s.changed(element.name(), better)).ifPresent(all::add);
    }

    /** Empty where it would break a rule of the study, or change nothing. */
    private static Optional<Trial> made(Study study, String place, Kind kind, String text, UnaryOperator<Study> better) {
        try {
            Changes changes = Changes.between(study, better.apply(study));
            return changes.isEmpty() ? Optional.empty() : Optional.of(new Trial(place, kind, place + ": " + text, changes));
        } catch (StudyException e) {
            return Optional.empty();
        }
    }

    /** Of one element, what is made better in the first of those ways that it has. */
    static Optional<Trial> of(Study study, String place, Kind... ways) {
        Optional<PlantElement> element = study.find(place);
        if (element.isEmpty()) {
            return Optional.empty();
        }
        List<Trial> all = of(study, element.get());
        for (Kind kind : ways) {
            Optional<Trial> found = all.stream().filter(trial -> trial.kind == kind).findFirst();
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }
}
