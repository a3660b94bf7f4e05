package rhombic.study.check;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import rhombic.chance.DistributionException;
import rhombic.chance.DistributionText;
import rhombic.study.Study;
import rhombic.study.change.Part;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;

/** Checks stations: their times, tables of times, recipes and rooms. */
final class WorkCheck {
    private static final int MAX_NAMED = 4;

    private final Study study;
    private final TypeFlow flow;
    private final KnownValues known;
    private final List<Problem> problems = new ArrayList<>();
    /** Why a text of a table is no time; empty if it is one. Many stations may ask for the same. */
    private final Map<String, String> faultOfTime = new HashMap<>();

    private WorkCheck(Study study, TypeFlow flow) {
        this.study = study;
        this.flow = flow;
        known = new KnownValues(study);
    }

    static List<Problem> of(Study study, TypeFlow flow) {
        WorkCheck check = new WorkCheck(study, flow);
        for (PlantElement element : study.elements()) {
            if (element instanceof WorkEquipment station) {
                check.work(station);
            }
        }
        return check.problems;
    }

    private void work(WorkEquipment station) {
        Work work = station.work();
        if (!work.isTimeSet()) {
            error(Problem.Kind.NO_TIME, station.name(), "Its time is not set, so it takes nothing",
                    "Set the time of its work, such as 90 s", null);
        }
        work.operations().forEach(operation -> time(station, operation.time(), false));
        TimeSource changeover = work.changeover();
        if (changeover != null) {
            time(station, changeover, true);
        }
        switch (station) {
            case AssemblyStation assembly -> assembly(assembly);
            case UnpackingStation unpacking -> {}
            case Station single -> {
                String look = single.inspection() == null ? "" : single.inspection().look();
                if (!look.isEmpty() && flow.comingTo(single.name()).stream().noneMatch(type -> hasLook(type, look))
                        && !flow.comingTo(single.name()).isEmpty()) {
                    add(Problem.Grade.WARNING, Problem.Kind.UNKNOWN_NAME, single.name(),
                            "Failed pieces are to look \u201c" + look
                                    + "\u201d, but no type that comes has that look",
                            "Add the look to the piece type", Problem.Fix.of("Add the look", Part.PIECE_TYPE, study.pieceTypes(),
                                    type -> flow.comingTo(single.name()).contains(type.name()) ? withLook(type, look) : type));
                }
            }
        }
    }

    private boolean hasLook(String type, String look) {
        return study.type(type).filter(t -> t.looks().stream().anyMatch(l -> l.name().equals(look))).isPresent();
    }

    private static PieceType withLook(PieceType type, String look) {
        List<Look> looks = new ArrayList<>(type.looks());
        looks.add(new Look(look, "#C8452F", type.looks().getFirst().form()));
        return type.withLooks(looks);
    }

    private void time(WorkEquipment station, TimeSource time, boolean isChangeover) {
        Collection<String> coming = workedOn(station);
        switch (time) {
            case TimeSource.ByType byType -> {
                List<String> missing = byType.otherwise() != null
                        ? List.of()
                        : coming.stream().filter(type -> !byType.times().containsKey(type)).sorted().toList();
                if (!missing.isEmpty()) {
                    add(Problem.Grade.WARNING, Problem.Kind.NO_TIME, station.name(),
                            "It has no " + (isChangeover ? "changeover" : "time") + " for " + named(missing)
                                    + ", which can come; the run would stop there",
                            "Add a time for each type, or one for all others", null);
                }
            }
            case TimeSource.FromTable source -> study.table(source.table()).ifPresent(table -> table(station, source, table, isChangeover));
            case TimeSource.Drawn drawn -> {}
            case TimeSource.ByFormula formula -> {}
        }
    }

    private void table(WorkEquipment station, TimeSource.FromTable source, Table table, boolean isChangeover) {
        if (source.keys().size() != table.keys().size()) {
            error(Problem.Kind.TABLE, station.name(),
                    "It looks up table " + table.name() + " with " + source.keys().size() + " key" + (source.keys().size() == 1 ? "" : "s")
                            + ", but the table has " + table.keys().size(),
                    "Use as many keys as the table has", null);
            return;
        }
        for (int i = 0; i < table.rows().size(); i++) {
            notATime(table.rows().get(i).value(), station, table, "Row " + (i + 1) + " of table " + table.name());
        }
        if (!table.otherwise().isEmpty()) {
            notATime(table.otherwise(), station, table, "The value for all others of table " + table.name());
            return;
        }
        Set<List<String>> asked = isFromTo(source) ? changes(station) : asked(station, source.keys());
        table.rows().forEach(row -> asked.remove(row.keys()));
        List<String> holes = asked.stream().map(keys -> String.join(isFromTo(source) ? " to " : " with ", keys)).toList();
        if (!holes.isEmpty()) {
            add(Problem.Grade.WARNING, Problem.Kind.TABLE, station.name(),
                    "Table " + table.name() + " has no " + (isChangeover ? "changeover" : "time") + " for " + named(holes)
                            + "; the run would stop there",
                    "Add the rows, or give the table a value for all others", null);
        }
    }

    private static boolean isFromTo(TimeSource.FromTable source) {
        return source.keys().equals(List.of("from", "to"));
    }

    /** Every change from one type to another that can come. */
    private Set<List<String>> changes(WorkEquipment station) {
        Set<List<String>> changes = new LinkedHashSet<>();
        Set<String> types = new TreeSet<>(workedOn(station));
        types.forEach(from -> types.stream().filter(to -> !to.equals(from)).forEach(to -> changes.add(List.of(from, to))));
        return changes;
    }

    /** Every combination of keys that the table is asked for, as far as it is known without a run. */
    private Set<List<String>> asked(WorkEquipment station, List<String> keys) {
        Set<List<String>> asked = new LinkedHashSet<>();
        for (String type : new TreeSet<>(workedOn(station))) {
            List<Set<String>> values = keys.stream().map(key -> known.of(key, Set.of(type)).orElse(Set.of())).toList();
            boolean mayNotMeet = values.stream().filter(of -> of.size() > 1).count() > 1;
            if (values.size() == 1) {
                values.getFirst().forEach(value -> asked.add(List.of(value)));
            } else if (!mayNotMeet) {
                values.getFirst().forEach(first -> values.get(1).forEach(second -> asked.add(List.of(first, second))));
            }
        }
        return asked;
    }

    /** Types whose pieces the work is about: what is built on, where parts are joined to it. */
    private Collection<String> workedOn(WorkEquipment station) {
        return station instanceof AssemblyStation assembly && assembly.method() != AssemblyStation.Method.BATCH
                ? assembly.bases()
                : flow.comingTo(station.name());
    }

    private void notATime(String text, WorkEquipment station, Table table, String place) {
        String fault = faultOfTime.computeIfAbsent(text, WorkCheck::faultOfTime);
        if (!fault.isEmpty()) {
            error(Problem.Kind.TABLE, station.name(), place + " can\u2019t be used as a time. " + fault,
                    "Write a time with its unit there, such as 90 s", null);
        }
    }

    private static String faultOfTime(String text) {
        try {
            DistributionText.parse(text);
            return "";
        } catch (DistributionException e) {
            return String.valueOf(e.getMessage());
        }
    }

    private void assembly(AssemblyStation assembly) {
        boolean batch = assembly.method() == AssemblyStation.Method.BATCH;
        String place = assembly.name();
        if (!batch && assembly.bases().isEmpty()) {
            error(Problem.Kind.RECIPE, place,
                    assembly.method() == AssemblyStation.Method.PACK
                            ? "It is not said which load carrier it packs"
                            : "It is not said which part the others are built into",
                    "Name the type of the " + (assembly.method() == AssemblyStation.Method.PACK ? "load carrier" : "base part"), null);
        }
        if (batch && assembly.result().isEmpty()) {
            error(Problem.Kind.RECIPE, place, "It is not said what a batch is", "Name the type of the batch", null);
        }
        for (String base : assembly.method() == AssemblyStation.Method.PACK ? assembly.bases() : List.<String>of()) {
            study.type(base).filter(type -> !type.loadCarrier()).ifPresent(type -> add(Problem.Grade.WARNING, Problem.Kind.RECIPE, place,
                    "It packs onto " + base + ", which is no load carrier, so unpacking would end it",
                    "Make it a load carrier",
                    Problem.Fix.of("Make " + base + " a load carrier", Part.PIECE_TYPE, List.of(type), t -> t.asLoadCarrier(true))));
        }
        switch (assembly.recipe()) {
            case Recipe.Fixed fixed -> {
                if (fixed.parts().isEmpty()) {
                    error(Problem.Kind.RECIPE, place, "Its recipe is empty", "Say which parts it needs, and how many", null);
                }
                parts(assembly, fixed.parts(), "");
            }
            case Recipe.ByKey byKey -> {
                byKey.parts().forEach((value, parts) -> parts(assembly, parts, " for " + value));
                List<String> missing = known.of(byKey.key(), assembly.bases()).orElse(Set.of()).stream()
                        .filter(value -> !byKey.parts().containsKey(value)).toList();
                if (!missing.isEmpty()) {
                    add(Problem.Grade.WARNING, Problem.Kind.RECIPE, place,
                            "Its recipe says nothing for " + named(missing) + "; the run would stop there", "Add the parts for it", null);
                }
            }
            case Recipe.FromTable from -> study.table(from.table()).ifPresent(table -> fromTable(assembly, table));
        }
    }

    private void fromTable(AssemblyStation assembly, Table table) {
        if (table.keys().size() != 2) {
            error(Problem.Kind.TABLE, assembly.name(),
                    "Table " + table.name() + " has one key, but a recipe needs two: what the base is, and the part",
                    "Give the table two keys", null);
            return;
        }
        List<Recipe.Part> parts = new ArrayList<>();
        for (int i = 0; i < table.rows().size(); i++) {
            Table.Row row = table.rows().get(i);
            if (!row.value().matches("[0-9]{1,4}")) {
                error(Problem.Kind.TABLE, assembly.name(), "Row " + (i + 1) + " of table " + table.name()
                        + " must give a whole number of parts; it gives \u201c" + row.value() + "\u201d", "Change the value", null);
            } else if (study.type(row.keys().get(1)).isEmpty()) {
                error(Problem.Kind.UNKNOWN_NAME, assembly.name(), "Row " + (i + 1) + " of table " + table.name() + " names the part \u201c"
                        + row.keys().get(1) + "\u201d, which is no piece type", "Add the type, or change the row", null);
            } else if (!row.value().matches("0+")) {
                parts.add(new Recipe.Part(row.keys().get(1), Integer.parseInt(row.value())));
            }
        }
        parts(assembly, parts, "");
    }

    private void parts(AssemblyStation assembly, List<Recipe.Part> parts, String forWhat) {
        Set<String> coming = flow.comingTo(assembly.name());
        Set<String> told = new HashSet<>();
        for (Recipe.Part part : parts) {
            if (assembly.bases().contains(part.type())
                    || (assembly.method() == AssemblyStation.Method.BATCH && part.type().equals(assembly.result()))) {
                error(Problem.Kind.RECIPE, assembly.name(),
                        "Its recipe" + forWhat + " needs " + part.type() + ", which is what it "
                                + (assembly.method() == AssemblyStation.Method.BATCH ? "makes" : "builds on") + ": it needs itself",
                        "Take " + part.type() + " out of the recipe", null);
            } else if (!part.type().equals(Recipe.ANY_TYPE) && !coming.contains(part.type()) && told.add(part.type())) {
                add(Problem.Grade.WARNING, Problem.Kind.RECIPE, assembly.name(),
                        "Its recipe" + forWhat + " can never be filled: no " + part.type() + " comes to it",
                        "Bring " + part.type() + " by a link, or take it out of the recipe", null);
            }
            if (part.count() > assembly.partCapacity()) {
                error(Problem.Kind.ROOM_TOO_SMALL, assembly.name(),
                        "Its recipe" + forWhat + " needs " + part.count() + " " + part.type() + ", but only " + assembly.partCapacity()
                                + " can wait, so it never begins",
                        "Give parts more room",
                        Problem.Fix.of("Make room for " + part.count(), assembly, e -> assembly.withPartCapacity(part.count())));
            }
        }
        for (String base : assembly.bases()) {
            if (!coming.contains(base) && told.add(base)) {
                add(Problem.Grade.WARNING, Problem.Kind.RECIPE, assembly.name(), "No " + base + " comes to it, so it never begins with one",
                        "Bring " + base + " by a link", null);
            }
        }
        boolean any = parts.stream().anyMatch(part -> part.type().equals(Recipe.ANY_TYPE)) || assembly.recipe() instanceof Recipe.ByKey;
        Set<String> needed = parts.stream().map(Recipe.Part::type).collect(Collectors.toSet());
        List<String> strangers = coming.stream().filter(type -> !any && !needed.contains(type) && !assembly.bases().contains(type)).sorted()
                .toList();
        if (!strangers.isEmpty()) {
            add(Problem.Grade.WARNING, Problem.Kind.RECIPE, assembly.name(),
                    named(strangers) + " can come to it but " + (strangers.size() == 1 ? "is" : "are")
                            + " in no recipe, so it takes none and they wait where they are",
                    "Lead them elsewhere, or put them into the recipe", null);
        }
    }

    private static String named(List<String> names) {
        return String.join(", ", names.subList(0, Math.min(MAX_NAMED, names.size())))
                + (names.size() > MAX_NAMED ? " and " + (names.size() - MAX_NAMED) + " more" : "");
    }

    private void error(Problem.Kind kind, String place, String message, String remedy, Problem.@Nullable Fix fix) {
        add(Problem.Grade.ERROR, kind, place, message, remedy, fix);
    }

    private void add(Problem.Grade grade, Problem.Kind kind, String place, String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(grade, kind, place, message, remedy, fix));
    }
}
