package rhombic.study.check;

import java.util.Collection;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import rhombic.formula.Formula;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.value.Timetable;
import rhombic.study.work.Supply;

/** Which values a key such as {@code piece.model} can have, as far as the study says it without a run. */
final class KnownValues {
    private static final String OF_PIECE = "piece.";

    private final Study study;

    KnownValues(Study study) {
        this.study = study;
    }

    /**
     * All values of the key for pieces of the types, as a table is asked for them.
     *
     * @return empty if only a run can tell: the key is more than one attribute, or a rule sets the attribute, perhaps before
     *     the piece comes here and perhaps after
     */
    Optional<Set<String>> of(String key, Collection<String> types) {
        String name = key.strip().startsWith(OF_PIECE) ? key.strip().substring(OF_PIECE.length()) : "";
        if (name.equals("type")) {
            return Optional.of(new TreeSet<>(types));
        }
        if (!name.matches("\\w+") || Formula.OF_PIECE.contains(name) || isSetByRule(name)) {
            return Optional.empty();
        }
        Set<String> values = new TreeSet<>();
        for (String type : types) {
            usual(type, name).filter(value -> comesAsUsual(type, name)).ifPresent(values::add);
            rows().filter(row -> row.type().equals(type) && row.attributes().containsKey(name))
                    .forEach(row -> values.add(Formula.plain(row.attributes().get(name).asObject())));
        }
        return Optional.of(values);
    }

    private boolean isSetByRule(String attribute) {
        return study.rules().stream().flatMap(rule -> rule.then().stream())
                .anyMatch(action -> action instanceof Rule.Action.Set set && set.of().isEmpty() && set.attribute().equals(attribute));
    }

    private Optional<String> usual(String type, String attribute) {
        return study.type(type).flatMap(t -> t.attributes().stream().filter(a -> a.name().equals(attribute)).findFirst())
                .map(a -> Formula.plain(a.value().asObject()));
    }

    /** Whether a piece of the type can come into being without a value of its own. */
    private boolean comesAsUsual(String type, String attribute) {
        boolean byRow = rows().anyMatch(row -> row.type().equals(type) && !row.attributes().containsKey(attribute));
        return byRow
                || study.rules().stream().flatMap(rule -> rule.then().stream())
                        .anyMatch(action -> action instanceof Rule.Action.Create create && create.type().equals(type))
                || study.equipment().stream().anyMatch(element -> element.makes(type));
    }

    private Stream<Timetable.Row> rows() {
        return study.elements().stream()
                .flatMap(element -> element instanceof GoodsIn in && in.supply().orElse(null) instanceof Supply.ByTimetable table
                        ? table.timetable().rows().stream()
                        : Stream.empty());
    }
}
