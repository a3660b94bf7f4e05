package rhombic.insight;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import rhombic.chance.DistributionException;
import rhombic.chance.DistributionText;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.change.Changes;
import rhombic.study.duty.FailureMode;
import rhombic.study.kind.Candidate;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.value.StudyException;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;

/**
 * One element made a little better: a time a tenth shorter, one more person, place or room, half the repair time, a conveyor a tenth faster,
 * pieces that come a tenth more often, one more aisle of a rack, slots by class.
 *
 * @param subject element it is about
 * @param text in a few words, such as <i>Leak test: times −10 %</i>
 */
public record Trial(String subject, Candidate.Aspect aspect, String text, Changes changes) {
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
        for (Candidate candidate : element.candidates()) {
            made(study, element.name(), candidate.aspect(), candidate.text(), s -> s.changed(element.name(), e -> candidate.better().get()))
                    .ifPresent(all::add);
        }
        if (element instanceof WorkEquipment work) {
            withOthers(study, work, all);
        }
        switch (element) {
            case StackerCrane cranes -> study.find(cranes.rack(), Rack.class)
                    .ifPresent(rack -> withAisles(study, cranes.name(), rack, Optional.of(cranes), all));
            case Rack rack when study.all(StackerCrane.class).stream().noneMatch(cranes -> cranes.serves(rack)) ->
                withAisles(study, rack.name(), rack, Optional.empty(), all);
            default -> {}
        }
        for (FailureMode mode : element.basics().duty().failures()) {
            made(study, element.name(), Candidate.Aspect.REPAIR, "half the repair time of " + mode.name(),
                    s -> s.changed(element.name(), e -> e.with(e.basics().withDuty(e.basics().duty().withFailures(
                            e.basics().duty().failures().stream().map(m -> halved(m, mode.name())).toList())))))
                    .ifPresent(all::add);
        }
        for (Link link : study.linksFrom(element.name())) {
            for (FailureMode mode : link.failures()) {
                made(study, element.name(), Candidate.Aspect.REPAIR,
                        "half the repair time of " + mode.name() + " on the way to " + link.to(),
                        s -> s.withLinks(s.links().stream().map(l -> l.ends().equals(link.ends())
                                ? l.withFailures(l.failures().stream().map(m -> halved(m, mode.name())).toList())
                                : l).toList()))
                        .ifPresent(all::add);
            }
        }
        all.sort(Comparator.comparing(Trial::aspect));
        return all;
    }

    private static FailureMode halved(FailureMode mode, String name) {
        return mode.name().equals(name) ? mode.withDown(mode.down().scaled(0.5)) : mode;
    }

    /** What concerns a table or people as well. */
    private static void withOthers(Study study, WorkEquipment work, List<Trial> all) {
        if (work.work().operations().stream().anyMatch(op -> op.time() instanceof TimeSource.FromTable)) {
            tables(study, work).ifPresent(all::add);
        }
        List<Crew> people = study.crews().stream().filter(crew -> work.work().operations().stream().flatMap(op -> op.needs().stream())
                .anyMatch(need -> crew.meets(need))).toList();
        if (!people.isEmpty()) {
            String skills = String.join(" and ", people.stream().map(Crew::name).toList());
            made(study, work.name(), Candidate.Aspect.STAFFED_PLACE, "one more place and one more " + skills, s -> {
                Study more = s.changed(work.name(), e -> ((WorkEquipment) e).with(work.work().withPlaces(work.work().places() + 1)));
                for (Crew crew : people) {
                    more = more.changed(crew.name(), e -> ((Crew) e).withPeople(crew.people() + 1));
                }
                return more;
            }).ifPresent(all::add);
        }
    }

    /** What concerns a rack and the cranes that serve it, if any do. */
    private static void withAisles(Study study, String place, Rack rack, Optional<StackerCrane> cranes, List<Trial> all) {
        int aisles = rack.layout().aisles();
        boolean change = cranes.isPresent() && cranes.get().changesAisles(aisles);
        if (change) {
            made(study, place, Candidate.Aspect.PEOPLE, "one more crane",
                    s -> s.changed(place, e -> ((StackerCrane) e).withCranes(((StackerCrane) e).cranes() + 1))).ifPresent(all::add);
        }
        boolean isEachServed = cranes.isPresent() && !change;
        made(study, place, Candidate.Aspect.CAPACITY, isEachServed ? "one more aisle with a crane" : "one more aisle", s -> {
            Study more = s.changed(rack.name(), e -> ((Rack) e).withLayout(l -> l.withAisles(aisles + 1)));
            return isEachServed ? more.changed(place, e -> ((StackerCrane) e).withCranes(aisles + 1)) : more;
        }).ifPresent(all::add);
        List<StorageClass> classes = rack.classesByDemand(study.plan().length());
        if (classes.size() > 1 && rack.storing().slotRule() != SlotChoice.BY_CLASS) {
            made(study, place, Candidate.Aspect.TIME, "slots by class, as the orders suggest", s -> s.changed(rack.name(),
                    e -> ((Rack) e).withStoring(storing -> storing.withSlotRule(SlotChoice.BY_CLASS).withClasses(classes))))
                    .ifPresent(all::add);
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
        return made(study, work.name(), Candidate.Aspect.TIME, "times \u221210 %",
                s -> s.withTables(tables).changed(work.name(), e -> ((WorkEquipment) e).with(work.work().withOperations(operations))));
    }

    private static String shorter(String value) {
        try {
            return DistributionText.parse(value).scaled(Candidate.SHORTER).toString();
        } catch (DistributionException e) {
            return value; // no time
        }
    }

    private static Operation shorter(Operation op) {
        return op.withTime(op.time().scaled(Candidate.SHORTER));
    }

    /** Empty where it would break a rule of the study, or change nothing. */
    private static Optional<Trial> made(Study study, String place, Candidate.Aspect aspect, String text, UnaryOperator<Study> better) {
        try {
            Changes changes = Changes.between(study, better.apply(study));
            return changes.isEmpty() ? Optional.empty() : Optional.of(new Trial(place, aspect, place + ": " + text, changes));
        } catch (StudyException e) {
            return Optional.empty();
        }
    }

    /** Of one element, what is made better in the first of those ways that it has. */
    static Optional<Trial> of(Study study, String place, Candidate.Aspect... ways) {
        Optional<PlantElement> element = study.find(place);
        if (element.isEmpty()) {
            return Optional.empty();
        }
        List<Trial> all = of(study, element.get());
        for (Candidate.Aspect aspect : ways) {
            Optional<Trial> found = all.stream().filter(trial -> trial.aspect == aspect).findFirst();
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }
}
