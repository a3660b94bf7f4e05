package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.script;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.desktop.card.phrases.CalendarSentences;
import rhombic.desktop.card.text.Offers;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Grid;
import rhombic.desktop.card.text.Sentence.Heading;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.desktop.work.Edits;
import rhombic.formats.table.SheetException;
import rhombic.formats.table.TableSheet;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Renaming;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.TargetBand;
import rhombic.study.value.Attribute;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.value.Value;

/** What the card says when nothing is selected: the run, the pieces, the tables and the rules. */
final class StudySentences {
    private static final String NO_TEXT = "\"\"";

    private final Study study;

    private StudySentences(Study study) {
        this.study = study;
    }

    static List<Sentence> of(Study study) {
        StudySentences sentences = new StudySentences(study);
        List<Sentence> all = new ArrayList<>(sentences.plan());
        all.add(new Sentence(new Heading("Pieces")));
        study.pieceTypes().forEach(type -> all.addAll(sentences.pieceType(type)));
        all.add(new Sentence(act("add type", "+ piece type", Edits::withNewType),
                act("add carrier", "+ load carrier", s -> Edits.withNewType(s, "Pallet", PieceType::pallet)),
                act("add truck", "+ truck", s -> Edits.withNewType(s, "Truck", PieceType::truck))));
        if (!study.tables().isEmpty()) {
            all.add(new Sentence(new Heading("Tables")));
        }
        study.tables().forEach(table -> all.add(sentences.table(table)));
        if (!study.rules().isEmpty()) {
            all.add(new Sentence(new Heading("Rules")));
        }
        study.rules().forEach(rule -> all.add(sentences.rule(rule)));
        all.addAll(CalendarSentences.of(study));
        all.add(new Sentence(act("add table", "+ table", Edits::withNewTable), act("add rule", "+ rule", Edits::withNewRule),
                CalendarSentences.adds()));
        return all;
    }

    private List<Sentence> plan() {
        RunPlan plan = study.plan();
        return List.of(
                new Sentence(new Words("Runs from "),
                        typed("start", plan.start().toString().replace('T', ' '), plan.start().toString(),
                                "A date and time such as 2027-01-04T06:00",
                                text -> plan(p -> p.withStart(dateTime(text)))),
                        new Words(" for "),
                        typed("length", plan.length().toString(), plan.length().toString(), "A time such as 8 h",
                                text -> plan(p -> p.withLength(Quantity.parse(text, Dimension.TIME)))),
                        new Words(", to "),
                        typed("end", day(plan.end(), plan.start()), plan.end().toString(), "A date and time such as 2027-01-04T14:00",
                                text -> plan(p -> p.withEnd(dateTime(text)))),
                        new Words(plan.stopAfterPieces() == 0 ? ". " : ", or until "),
                        typed("stop after pieces",
                                plan.stopAfterPieces() == 0
                                        ? "+ end by pieces"
                                        : plan.stopAfterPieces() + (plan.stopAfterPieces() == 1 ? " piece has left" : " pieces have left"),
                                plan.stopAfterPieces() == 0 ? "" : String.valueOf(plan.stopAfterPieces()),
                                "How many pieces, load carriers apart, end the run; empty: none do",
                                text -> plan(p -> p.withStopAfterPieces(
                                        text.isBlank() ? 0 : Typed.whole(text, "The number of pieces after which the run ends")))),
                        new Words(plan.stopAfterPieces() == 0 ? "" : ".")),
                new Sentence(new Words("The first "),
                        typed("warm-up", plan.warmUp().toString(), plan.warmUp().toString(),
                                "A time such as 1 h, or 0 h to measure from the start",
                                text -> plan(p -> p.withWarmUp(Quantity.parse(text, Dimension.TIME)))),
                        new Words(" are warm-up and not measured.")),
                new Sentence(new Words("Is repeated "),
                        typed("replications", plan.replications() + (plan.replications() == 1 ? " time" : " times"),
                                String.valueOf(plan.replications()),
                                "A whole number such as 10; more runs give narrower intervals",
                                text -> plan(p -> p.withReplications(Typed.whole(text, "The number of runs")))),
                        new Words(" with random numbers from seed "),
                        typed("seed", String.valueOf(plan.seed()), String.valueOf(plan.seed()),
                                "A whole number; the same seed gives the same run",
                                text -> plan(p -> p.withSeed(Typed.seed(text)))),
                        new Words(".")),
                new Sentence(new Words("People and stations are meant to be busy "),
                        typed("target", plan.target().min() + " to " + plan.target().max(),
                                plan.target().min() + " to " + plan.target().max(),
                                "From one share to another, such as 70 % to 85 %", text -> plan(p -> p.withTarget(target(text)))),
                        new Words(" of their time.")));
    }

    private static TargetBand target(String text) {
        String[] ends = text.split("\\bto\\b");
        if (ends.length != 2) {
            throw new IllegalArgumentException("Write two shares, such as 70 % to 85 %; got \u201c" + text.strip() + "\u201d");
        }
        return new TargetBand(Quantity.parse(ends[0], Dimension.SHARE), Quantity.parse(ends[1], Dimension.SHARE));
    }

    /** Only the time, where it is of the same day. */
    private static String day(LocalDateTime at, LocalDateTime of) {
        return at.toLocalDate().equals(of.toLocalDate())
                ? at.toLocalTime().truncatedTo(ChronoUnit.SECONDS).toString()
                : at.truncatedTo(ChronoUnit.SECONDS).toString().replace('T', ' ');
    }

    private List<Sentence> pieceType(PieceType type) {
        String name = type.name();
        List<Part> parts = new ArrayList<>(List.of(
                typed(name + " name", name, name, "A name",
                        text -> s -> s.renamed(new Renaming(Renaming.Kind.PIECE_TYPE, name, text.strip()))),
                new Words(" is "),
                picked(name + " carrier", type.loadCarrier() ? "a load carrier" : "a piece", List.of("a piece", "a load carrier"),
                        text -> type(name, t -> t.asLoadCarrier(text.equals("a load carrier")))),
                new Words(" of "),
                typed(name + " size", type.length() + " \u00d7 " + type.width() + " \u00d7 " + type.height(),
                        type.length() + ", " + type.width() + ", " + type.height(),
                        "Length, width and height, such as 0.6 m, 0.4 m, 0.4 m", text -> resized(name, text)),
                new Words(" and "),
                typed(name + " weight", type.weight().toString(), type.weight().toString(), "A weight such as 12 kg",
                        text -> type(name, t -> t.withWeight(Quantity.parse(text, Dimension.MASS)))),
                new Words(", looks "),
                cells(name + " looks",
                        type.looks().size() == 1
                                ? look(type.looks().getFirst())
                                : type.looks().stream().map(Look::name).collect(Collectors.joining(", ")),
                        looks(type)),
                new Words(". ")));
        parts.add(cells(name + " attributes",
                type.attributes().isEmpty()
                        ? "+ attribute"
                        : type.attributes().stream().map(a -> a.name() + " " + a.value()).collect(Collectors.joining(", ")),
                attributes(type.attributes(), list -> type(name, t -> t.withAttributes(list)))));
        if (!type.attributes().isEmpty()) {
            parts.add(new Words("."));
        }
        return List.of(new Sentence(parts));
    }

    private static String look(Look look) {
        return look.colour() + (look.form() == Look.Form.BOX ? "" : ", a " + look.form().word());
    }

    private static Grid looks(PieceType type) {
        return new Grid(List.of("look", "colour", "form"),
                type.looks().stream().map(look -> List.of(look.name(), look.colour(), look.form().word())).toList(),
                "A piece begins with the first; colours as #2E7F9E; forms: box, drum, pallet, truck", false, 2,
                filled -> {
                    List<Look> looks = filled.rows().stream().map(row -> new Look(row.get(0), row.get(1),
                            row.size() < 3 || row.get(2).isBlank() ? Look.Form.BOX : Look.Form.of(row.get(2)))).toList();
                    return type(type.name(), t -> t.withLooks(looks));
                });
    }

    /** Attributes as a grid: name and the value each begins with. */
    static Grid attributes(List<Attribute> attributes, Function<List<Attribute>, UnaryOperator<Study>> change) {
        return new Grid(List.of("attribute", "value"), attributes.stream().map(a -> List.of(a.name(), written(a.value()))).toList(),
                "A name such as joints, and the value it begins with: a number, yes or no, or a text (\"\" for an empty one)", false, 2,
                filled -> change.apply(filled.rows().stream().map(row -> new Attribute(row.get(0), read(row.get(1)))).toList()));
    }

    /** An empty text would look like a cell that is still to be filled. */
    private static String written(Value value) {
        return value.toString().isEmpty() ? NO_TEXT : value.toString();
    }

    private static Value read(String cell) {
        return cell.equals(NO_TEXT) ? new Value.Text("") : Value.parse(cell);
    }

    private Sentence table(Table table) {
        String name = table.name();
        return new Sentence(
                typed(name + " table name", name, name, "A name",
                        text -> s -> s.renamed(new Renaming(Renaming.Kind.TABLE, name, text.strip()))),
                new Words(" gives "),
                cells(name + " rows", table.rows().size() + (table.rows().size() == 1 ? " value" : " values"), grid(table)),
                new Words(" by " + String.join(" and ", table.keys()) + ", otherwise "),
                typed(name + " otherwise", table.otherwise().isEmpty() ? "none" : table.otherwise(), table.otherwise(),
                        "The value for keys that are not in it; empty if there must be none",
                        text -> table(name, t -> t.withOtherwise(text))),
                new Words((table.source().isEmpty() ? "" : ", from " + table.source()) + ". "),
                act(name + " drop", "take out", s -> s.withTables(s.tables().stream().filter(t -> !t.name().equals(name)).toList())));
    }

    private static Grid grid(Table table) {
        List<List<String>> lines = TableSheet.write(table);
        return new Grid(lines.getFirst(), lines.subList(1, lines.size()),
                "One or two keys, then the value: a number, a time such as 48 s, a name", true, 0, filled -> {
                    try {
                        Table read = TableSheet.read(Sheets.of(filled), table.name(), table.otherwise());
                        return table(table.name(), t -> t.withRows(read.keys(), read.rows(), filled.source()));
                    } catch (SheetException e) {
                        throw new IllegalArgumentException(e.getMessage(), e);
                    }
                });
    }

    private Sentence rule(Rule rule) {
        String name = rule.name();
        Set<String> offers = new LinkedHashSet<>(Offers.at(study, List.of()));
        List<Part> parts = new ArrayList<>(List.of(
                typed(name + " rule name", name, name, "A name",
                        text -> rule(name, r -> r.named(text.strip()))),
                new Words(": when "),
                script(name + " when", RuleText.of(rule.when()), RuleText.of(rule.when()), "What sets it off", whens(),
                        text -> rule(name, r -> r.withWhen(RuleText.when(text)))),
                new Words(rule.condition().isEmpty() ? " " : ", if "),
                script(name + " if", rule.condition().isEmpty() ? "+ if" : rule.condition(), rule.condition(),
                        "A formula that gives yes or no, such as piece.joints > 4; empty: always", List.copyOf(offers),
                        text -> rule(name, r -> r.withCondition(text.strip()))),
                new Words(", then ")));
        for (int i = 0; i < rule.then().size(); i++) {
            int at = i;
            String text = RuleText.of(rule.then().get(i));
            parts.add(script(name + " then " + (i + 1), text, text, "What it does; empty takes it out", actions(),
                    typed -> rule(name, r -> withAction(r, at, typed))));
            parts.add(new Words(i + 1 < rule.then().size() ? ", " : " "));
        }
        parts.add(script(name + " add action", "+ action", "", "What it does", actions(),
                typed -> rule(name, r -> withAction(r, r.then().size(), typed))));
        parts.add(new Words(". "));
        parts.add(act(name + " drop", "take out", s -> s.withRules(s.rules().stream().filter(r -> !r.name().equals(name)).toList())));
        return new Sentence(parts);
    }

    private List<String> whens() {
        List<String> all = new ArrayList<>();
        study.elements().forEach(element -> RuleText.WHEN_FORMS.stream().filter(form -> form.contains("Oven"))
                .forEach(form -> all.add(form.replace("Oven", element.name()))));
        study.elements().forEach(element -> element.ruleStates().forEach(word -> all.add(element.name() + " becomes " + word)));
        RuleText.WHEN_FORMS.stream().filter(form -> !form.contains("Oven")).forEach(all::add);
        return all;
    }

    private List<String> actions() {
        List<String> all = new ArrayList<>(
                RuleText.ACTION_FORMS.stream().filter(form -> !form.contains("Oven") && !form.startsWith("create")).toList());
        study.elements().forEach(element -> {
            all.addAll(List.of("shut " + element.name(), "open " + element.name()));
            element.settable().forEach(name -> all.add("set " + name + " of " + element.name() + " to 1"));
        });
        return all;
    }

    private static Rule withAction(Rule rule, int at, String text) {
        List<Rule.Action> then = new ArrayList<>(rule.then());
        if (text.isBlank() && at < then.size()) {
            then.remove(at);
        } else if (at < then.size()) {
            then.set(at, RuleText.action(text));
        } else {
            then.add(RuleText.action(text));
        }
        return rule.withThen(then);
    }

    private static UnaryOperator<Study> rule(String name, UnaryOperator<Rule> change) {
        return s -> s.withRules(s.rules().stream().map(r -> r.name().equals(name) ? change.apply(r) : r).toList());
    }

    private static UnaryOperator<Study> table(String name, UnaryOperator<Table> change) {
        return s -> s.withTables(s.tables().stream().map(t -> t.name().equals(name) ? change.apply(t) : t).toList());
    }

    private static UnaryOperator<Study> type(String name, UnaryOperator<PieceType> change) {
        return s -> s.withPieceTypes(s.pieceTypes().stream().map(t -> t.name().equals(name) ? change.apply(t) : t).toList());
    }

    private static UnaryOperator<Study> resized(String name, String text) {
        String[] parts = text.split("[,\u00d7]");
        if (parts.length != 3) {
            throw new IllegalArgumentException("Write length, width and height, such as 0.6 m, 0.4 m, 0.4 m");
        }
        Quantity length = Quantity.parse(parts[0], Dimension.LENGTH);
        Quantity width = Quantity.parse(parts[1], Dimension.LENGTH);
        Quantity height = Quantity.parse(parts[2], Dimension.LENGTH);
        return type(name, t -> t.sized(length, width, height));
    }

    private static UnaryOperator<Study> plan(UnaryOperator<RunPlan> change) {
        return s -> s.withPlan(change.apply(s.plan()));
    }

    private static LocalDateTime dateTime(String text) {
        try {
            return LocalDateTime.parse(text.strip().replace(' ', 'T'));
        } catch (DateTimeException e) {
            throw new IllegalArgumentException(
                    "The start must be a date and time such as 2027-01-04T06:00; got \u201c" + text.strip() + "\u201d", e);
        }
    }
}
