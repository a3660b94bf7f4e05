package rhombic.study.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.change.Part;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;

/** Checks that everything a study names is there and fits, and that everything that is there is used. */
final class NameCheck {
    private static final int MAX_TIMES_SET_OFF = 100_000_000;
    private final Study study;
    private final Uses uses;
    private final List<Problem> problems = new ArrayList<>();

    private NameCheck(Study study) {
        this.study = study;
        uses = new Uses(study);
    }

    static List<Problem> of(Study study) {
        NameCheck check = new NameCheck(study);
        check.namesAreThere();
        check.formulas();
        study.elements().forEach(check::timetable);
        study.rules().forEach(check::rule);
        check.unused();
        return check.problems;
    }

    private void namesAreThere() {
        Set<String> seen = new HashSet<>();
        for (Uses.Named use : uses.types) {
            if (study.type(use.name()).isEmpty() && seen.add(use.subject() + "\u0000" + use.name())) {
                add(Problem.Grade.ERROR, Problem.Kind.UNKNOWN_NAME, use.subject(),
                        "It names the piece type \u201c" + use.name() + "\u201d, which is not there", "Add the type, or choose another",
                        Problem.Fix.adds("Add the type " + use.name(), Part.PIECE_TYPE, study.pieceTypes(),
                                () -> PieceType.usual(use.name())));
            }
        }
        for (Uses.Named use : uses.tables) {
            if (study.table(use.name()).isEmpty() && seen.add(use.subject() + "\u0001" + use.name())) {
                add(Problem.Grade.ERROR, Problem.Kind.UNKNOWN_NAME, use.subject(),
                        "It looks up the table \u201c" + use.name() + "\u201d, which is not there", "Add the table, or choose another",
                        null);
            }
        }
        for (Uses.Named use : uses.equipment) {
            if (study.find(use.name()).isEmpty() && seen.add(use.subject() + "\u0002" + use.name())) {
                add(Problem.Grade.ERROR, Problem.Kind.UNKNOWN_NAME, use.subject(),
                        "It names the equipment \u201c" + use.name() + "\u201d, which is not there", "Choose other equipment", null);
            }
        }
    }

    private void formulas() {
        for (Uses.FormulaUse use : new LinkedHashSet<>(uses.formulas)) {
            Formula formula = uses.read.get(use.text());
            if (formula == null) {
                add(Problem.Grade.ERROR, Problem.Kind.FORMULA, use.subject(),
                        "Its formula \u201c" + use.text() + "\u201d can\u2019t be read. " + uses.unreadable.get(use.text()),
                        "Change the formula", null);
                continue;
            }
            for (Formula.Read read : formula.reads()) {
                readable(use, read);
            }
            for (Formula.ReadAt read : formula.readsAt()) {
                study.find(read.equipment()).ifPresent(element -> attributeOf(use.subject(), element, read.name()));
            }
        }
    }

    private void readable(Uses.FormulaUse use, Formula.Read read) {
        switch (read.root()) {
            case "piece" -> {
                if (!use.aboutPiece()) {
                    add(Problem.Grade.ERROR, Problem.Kind.FORMULA, use.subject(),
                            "Its formula \u201c" + use.text() + "\u201d reads piece." + read.name() + ", but there is no piece",
                            "Let a piece set the rule off, or leave it out", null);
                } else
                    if (!Formula.OF_PIECE.contains(read.name())
                            && study.pieceTypes().stream().noneMatch(type -> has(type.attributes(), read.name()))) {
                                add(Problem.Grade.ERROR, Problem.Kind.ATTRIBUTE_NEVER_SET, use.subject(),
                                        "It reads piece." + read.name() + ", which no piece type has",
                                        "Add the attribute " + read.name() + " to the piece types",
                                        Problem.Fix.of("Add " + read.name() + " to all piece types", Part.PIECE_TYPE, study.pieceTypes(),
                                                type -> type.withAttributes(
                                                        with(type.attributes(), new Attribute(read.name(), new Value.Num(0))))));
                            }
            }
            case "here" -> {
                if (!use.atEquipment()) {
                    add(Problem.Grade.ERROR, Problem.Kind.FORMULA, use.subject(),
                            "Its formula \u201c" + use.text() + "\u201d reads here." + read.name() + ", but stands at no equipment",
                            "Write at('Name')." + read.name(), null);
                }
                study.find(use.subject()).ifPresent(element -> attributeOf(use.subject(), element, read.name()));
            }
            case "clock" -> {
                if (!Formula.OF_CLOCK.contains(read.name())) {
                    add(Problem.Grade.ERROR, Problem.Kind.FORMULA, use.subject(),
                            "It reads clock." + read.name() + ", which the clock does not have",
                            "Use clock.seconds, clock.hours, clock.hour or clock.weekday", null);
                }
            }
            case "person" -> {
                if (!Formula.OF_PERSON.contains(read.name())) {
                    add(Problem.Grade.ERROR, Problem.Kind.FORMULA, use.subject(),
                            "It reads person." + read.name() + ", which people do not have", "Use person.name or person.factor", null);
                } else if (study.find(use.subject()).filter(NameCheck::needsSomebody).isEmpty()) {
                    add(Problem.Grade.ERROR, Problem.Kind.FORMULA, use.subject(),
                            "Its formula \u201c" + use.text() + "\u201d reads person." + read.name() + ", but nobody is needed for it",
                            "Say who is needed for the work, or leave it out", null);
                }
            }
            case "member" -> chosen(use, read, Formula.OF_MEMBER, "the formula by which a group says who comes",
                    study.find(use.subject(), ResourceGroup.class).map(group -> group.dispatching().resourceFormula()));
            case "slot" -> chosen(use, read, Formula.OF_SLOT, "the formula by which a rack chooses its slots",
                    study.find(use.subject(), Rack.class).map(rack -> rack.storing().slotFormula()));
            default -> {}
        }
    }

    /**
     * What only one formula of its element can read: that which chooses.
     *
     * @param known what can be read
     * @param which formula that is, in words
     * @param itself that formula; empty: the element has none
     */
    private void chosen(Uses.FormulaUse use, Formula.Read read, Set<String> known, String which, Optional<String> itself) {
        if (itself.filter(use.text()::equals).isEmpty()) {
            add(Problem.Grade.ERROR, Problem.Kind.FORMULA, use.subject(),
                    "Its formula \u201c" + use.text() + "\u201d reads " + read.root() + "." + read.name() + ", but chooses none",
                    "Leave it out; only " + which + " can read it", null);
        } else if (!known.contains(read.name())) {
            add(Problem.Grade.ERROR, Problem.Kind.FORMULA, use.subject(),
                    "It reads " + read.root() + "." + read.name() + ", which is not known",
                    "Use one of " + new TreeSet<>(known).stream().map(name -> read.root() + "." + name).collect(Collectors.joining(", ")),
                    null);
        }
    }

    private static boolean needsSomebody(PlantElement element) {
        return element instanceof WorkEquipment work
                && work.work().operations().stream().anyMatch(operation -> !operation.needs().isEmpty());
    }

    private void attributeOf(String place, PlantElement element, String name) {
        if (!Formula.OF_EQUIPMENT.contains(name) && !element.readable().contains(name) && !has(element.basics().attributes(), name)) {
            add(Problem.Grade.ERROR, Problem.Kind.ATTRIBUTE_NEVER_SET, place,
                    "It reads " + name + " of " + element.name() + ", which does not have it",
                    "Add the attribute " + name + " to " + element.name(),
                    Problem.Fix.of("Add " + name + " to " + element.name(), element,
                            e -> e.with(e.basics().withAttributes(with(e.basics().attributes(), new Attribute(name, new Value.Num(0)))))));
        }
    }

    private void timetable(PlantElement element) {
        if (!(element instanceof GoodsIn in) || !(in.supply().orElse(null) instanceof Supply.ByTimetable supply)) {
            return;
        }
        List<Timetable.Row> rows = supply.timetable().rows();
        if (rows.isEmpty()) {
            add(Problem.Grade.ERROR, Problem.Kind.NO_SUPPLY, in.name(), "Its timetable is empty, so nothing comes",
                    "Type rows into it, paste them or read a file", null);
        }
        for (int i = 0; i < rows.size(); i++) {
            Timetable.Row row = rows.get(i);
            int number = i + 1;
            row.attributes().forEach((name, value) -> study.type(row.type()).ifPresent(type -> {
                boolean fits = type.attributes().stream().anyMatch(a -> a.name().equals(name) && a.value().kind() == value.kind());
                if (!fits) {
                    add(Problem.Grade.ERROR, Problem.Kind.ATTRIBUTE_NEVER_SET, in.name(),
                            "Row " + number + " of its timetable sets " + name + " to \u201c" + value + "\u201d, but " + row.type()
                                    + (has(type.attributes(), name) ? " has it as " + kindOf(type, name) : " has no such attribute"),
                            "Add the attribute to the type, or change the row",
                            has(type.attributes(), name)
                                    ? null
                                    : Problem.Fix.of("Add " + name + " to " + type.name(), Part.PIECE_TYPE, List.of(type),
                                            t -> t.withAttributes(with(t.attributes(), new Attribute(name, value)))));
                }
            }));
        }
    }

    private void rule(Rule rule) {
        boolean aboutPiece = rule.when() instanceof Rule.When.Piece;
        if (rule.then().isEmpty()) {
            add(Problem.Grade.HINT, Problem.Kind.RULE, rule.name(), "It does nothing", "Add an action, or take the rule out", null);
        }
        if (rule.when() instanceof Rule.When.Every every
                && study.plan().length().inBaseUnit() / every.interval().inBaseUnit() > MAX_TIMES_SET_OFF) {
            error(rule, "It is set off every " + every.interval() + ", more than " + MAX_TIMES_SET_OFF / 1_000_000
                    + " million times in the run, which would not end", "Give it a longer interval");
        }
        if (rule.when() instanceof Rule.When.Signal signal && !uses.signalsSent.contains(signal.name())) {
            add(Problem.Grade.WARNING, Problem.Kind.RULE, rule.name(), "Nothing ever sends the signal \u201c" + signal.name() + "\u201d",
                    "Let another rule send it, or choose another signal", null);
        }
        if (rule.when() instanceof Rule.When.StateChanges change && !change.state().isEmpty()) {
            boolean isBuffer = study.find(change.at())
                    .filter(element -> element instanceof Equipment equipment && equipment.contentCapacity(List.of()).isPresent())
                    .isPresent();
            List<String> words = isBuffer ? Rule.OF_BUFFERS : Rule.STATES;
            boolean isOfItsOwn = study.find(change.at()).map(element -> element.ruleStates().contains(change.state())).orElse(false);
            if (!isOfItsOwn && !words.contains(change.state())) {
                error(rule,
                        (isBuffer
                                ? "A " + study.find(change.at()).orElseThrow().kind().toLowerCase(Locale.ROOT)
                                        + " never becomes \u201c"
                                : "There is no state \u201c") + change.state() + "\u201d",
                        "Use one of " + String.join(", ", isBuffer ? words.subList(0, 2) : words));
            }
        }
        if (rule.when() instanceof Rule.When.Piece piece) {
            study.find(piece.at()).filter(element -> !canHappen(piece.event(), element)).ifPresent(element -> error(rule,
                    "It waits for a piece that " + piece.event().word() + " " + element.name() + ", which never happens at a "
                            + element.kind().toLowerCase(Locale.ROOT),
                    element instanceof GoodsOut
                            ? "Let the rule begin when a piece enters there"
                            : "Let the rule begin when a piece enters or leaves there"));
        }
        for (Rule.Action action : rule.then()) {
            switch (action) {
                case Rule.Action.Set set -> sets(rule, set, aboutPiece);
                case Rule.Action.ChangeLook look -> {
                    if (!aboutPiece || study.pieceTypes().stream()
                            .noneMatch(type -> type.looks().stream().anyMatch(l -> l.name().equals(look.look())))) {
                        error(rule,
                                aboutPiece
                                        ? "It gives the look \u201c" + look.look() + "\u201d, which no piece type has"
                                        : "It gives a look, but there is no piece",
                                "Add the look to the piece type, or choose another");
                    }
                }
                case Rule.Action.Scrap() -> {
                    boolean finishes = rule.when() instanceof Rule.When.Piece piece && piece.event() == Rule.PieceEvent.FINISHES;
                    if (!finishes) {
                        error(rule, "It scraps a piece, which can be done only when a piece finishes at a station",
                                "Let the rule begin when a piece finishes");
                    }
                }
                case Rule.Action.Create create -> {
                    if (study.find(create.goodsIn()).filter(e -> !(e instanceof GoodsIn)).isPresent()) {
                        error(rule, "It creates pieces at " + create.goodsIn() + ", which is no goods in", "Choose a goods in");
                    }
                }
                case Rule.Action.Shut shut -> {}
                case Rule.Action.Open open -> {}
                case Rule.Action.ShutOutlet shut -> {}
                case Rule.Action.OpenOutlet open -> {}
                case Rule.Action.Switch drive -> {
                    if (study.find(drive.equipment()).filter(e -> !(e instanceof Conveyor)).isPresent()) {
                        error(rule, "It switches " + drive.equipment() + ", which has no drive",
                                "Name a conveyor, or shut its inlet instead");
                    }
                }
                case Rule.Action.Signal signal -> {}
                case Rule.Action.Wait wait -> {}
                case Rule.Action.StopRun() -> {}
            }
        }
    }

    private static boolean canHappen(Rule.PieceEvent event, PlantElement element) {
        return switch (event) {
            case ENTERS -> true;
            case STARTS, FINISHES -> element instanceof WorkEquipment;
            case LEAVES -> element.givesPieces();
        };
    }

    private void sets(Rule rule, Rule.Action.Set set, boolean aboutPiece) {
        if (!set.of().isEmpty()) {
            study.find(set.of())
                    .filter(element -> !has(element.basics().attributes(), set.attribute())
                            && !element.settable().contains(set.attribute()))
                    .ifPresent(element -> error(rule, "It sets " + set.attribute() + " of " + element.name() + ", which does not have it",
                            "Add the attribute to " + element.name()));
        } else if (!aboutPiece) {
            error(rule, "It sets " + set.attribute() + " of a piece, but there is no piece",
                    "Let a piece set the rule off, or name the equipment");
        } else if (study.pieceTypes().stream().noneMatch(type -> has(type.attributes(), set.attribute()))) {
            error(rule, "It sets piece." + set.attribute() + ", which no piece type has", "Add the attribute to the piece types");
        }
    }

    private void unused() {
        Set<String> usedTypes = new HashSet<>(uses.types.stream().map(Uses.Named::name).toList());
        List<PieceType> types = study.elements().isEmpty() ? List.of() : study.pieceTypes();
        for (int i = 0; i < types.size(); i++) {
            PieceType type = types.get(i);
            if (!usedTypes.contains(type.name())) {
                add(Problem.Grade.HINT, Problem.Kind.UNUSED_TYPE, "",
                        "No goods in brings the piece type \u201c" + type.name() + "\u201d, and nothing makes it",
                        "Choose it at a goods in, or take it out",
                        Problem.Fix.takesOut("Take " + type.name() + " out", Part.PIECE_TYPE, i, type));
            }
        }
        Set<String> usedTables = new HashSet<>(uses.tables.stream().map(Uses.Named::name).toList());
        for (int i = 0; i < study.tables().size(); i++) {
            Table table = study.tables().get(i);
            if (!usedTables.contains(table.name())) {
                add(Problem.Grade.HINT, Problem.Kind.UNUSED_TABLE, "", "Nothing looks up the table \u201c" + table.name() + "\u201d",
                        "Use it in a time, a recipe or a formula, or take it out",
                        Problem.Fix.takesOut("Take " + table.name() + " out", Part.TABLE, i, table));
            }
        }
        attributesNeverRead();
        alike(types);
    }

    /** Types that nobody can tell apart on the floor. */
    private void alike(List<PieceType> types) {
        Map<Object, List<PieceType>> byLook = new LinkedHashMap<>();
        for (PieceType type : types) {
            byLook.computeIfAbsent(type.appearance(), key -> new ArrayList<>()).add(type);
        }
        for (List<PieceType> same : byLook.values()) {
            if (same.size() > 1) {
                String names = String.join(" and ", same.stream().limit(3).map(PieceType::name).toList())
                        + (same.size() > 3 ? " and " + (same.size() - 3) + " more" : "");
                List<PieceType> known = new ArrayList<>(types);
                add(Problem.Grade.HINT, Problem.Kind.TYPES_ALIKE, "", "The piece types " + names + " look alike",
                        "Give them colours of their own, so that they can be told apart",
                        Problem.Fix.of("Give them colours", Part.PIECE_TYPE, same.subList(1, same.size()), type -> {
                            PieceType apart = type.apartFrom(known);
                            known.add(apart);
                            return apart;
                        }));
            }
        }
    }

    private void attributesNeverRead() {
        Set<String> readOfPieces = new HashSet<>();
        Set<String> readOfEquipment = new HashSet<>();
        for (Uses.FormulaUse use : uses.formulas) {
            Formula formula = uses.read.get(use.text());
            if (formula != null) {
                formula.reads().forEach(read -> (read.root().equals("piece") ? readOfPieces : readOfEquipment)
                        .add(read.root().equals("piece") ? read.name() : use.subject() + "\u0000" + read.name()));
                formula.readsAt().forEach(read -> readOfEquipment.add(read.equipment() + "\u0000" + read.name()));
            }
        }
        study.all(Rack.class).forEach(rack -> rack.orders().ifPresent(plan -> readOfPieces.addAll(List.of(plan.units(), plan.taken()))));
        Set<String> told = new HashSet<>();
        for (PieceType type : study.pieceTypes()) {
            for (Attribute attribute : type.attributes()) {
                if (!readOfPieces.contains(attribute.name()) && told.add(attribute.name())) {
                    add(Problem.Grade.HINT, Problem.Kind.ATTRIBUTE_NEVER_READ, "",
                            "The attribute " + attribute.name() + " of pieces is set but never read",
                            "Use it in a time, a way out, a recipe or a rule, or take it out",
                            Problem.Fix.of("Take " + attribute.name() + " out", Part.PIECE_TYPE, study.pieceTypes(),
                                    t -> t.withAttributes(without(t.attributes(), attribute.name()))));
                }
            }
        }
        for (PlantElement element : study.elements()) {
            for (Attribute attribute : element.basics().attributes()) {
                if (!readOfEquipment.contains(element.name() + "\u0000" + attribute.name())) {
                    add(Problem.Grade.HINT, Problem.Kind.ATTRIBUTE_NEVER_READ, element.name(),
                            "Its attribute " + attribute.name() + " is set but never read",
                            "Use it in a formula as here." + attribute.name() + ", or take it out",
                            Problem.Fix.of("Take " + attribute.name() + " out", element,
                                    e -> e.with(e.basics().withAttributes(without(e.basics().attributes(), attribute.name())))));
                }
            }
        }
    }

    private void error(Rule rule, String message, String remedy) {
        add(Problem.Grade.ERROR, Problem.Kind.RULE, rule.name(), message, remedy, null);
    }

    private void add(Problem.Grade grade, Problem.Kind kind, String place, String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(grade, kind, place, message, remedy, fix));
    }

    private static List<Attribute> without(List<Attribute> attributes, String name) {
        return attributes.stream().filter(a -> !a.name().equals(name)).toList();
    }

    private static boolean has(List<Attribute> attributes, String name) {
        return attributes.stream().anyMatch(a -> a.name().equals(name));
    }

    private static String kindOf(PieceType type, String name) {
        return type.attributes().stream().filter(a -> a.name().equals(name)).findFirst().orElseThrow().value().kind().word();
    }

    private static <T> List<T> with(List<T> list, T more) {
        List<T> all = new ArrayList<>(list);
        if (!(more instanceof Attribute attribute)
                || list.stream().noneMatch(a -> a instanceof Attribute other && other.name().equals(attribute.name()))) {
            all.add(more);
        }
        return all;
    }
}
