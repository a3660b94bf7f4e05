package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.script;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.Offers;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Grid;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.formula.Formula;
import rhombic.quantity.Dimension;
import rhombic.quantity.Unit;
import rhombic.study.Study;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;

/** Says how long something takes, and what that depends on. */
public final class TimeSentences {
    private static final List<String> SOURCES = List.of("the same for all", "by type", "from a table", "by a formula");
    private static final List<String> UNITS = Arrays.stream(Unit.values()).filter(u -> u.dimension() == Dimension.TIME).map(Unit::symbol)
            .toList();

    private final Study study;
    private final List<String> types;
    private final List<String> tables;
    private final List<String> offers;

    /** @param here the attributes of what it is about */
    public TimeSentences(Study study, List<Attribute> here) {
        this.study = study;
        types = study.pieceTypes().stream().map(PieceType::name).toList();
        tables = study.tables().stream().map(Table::name).toList();
        offers = Offers.at(study, here);
    }

    /** Tokens for how long something takes, and for what that depends on. */
    public List<Part> of(String id, TimeSource source, Function<TimeSource, UnaryOperator<Study>> change) {
        Part depends = picked(id + " depends", "+ depends on", SOURCES, text -> change.apply(other(source, text)));
        return switch (source) {
            case TimeSource.Drawn drawn -> List.of(Sentence.Token.time(id, drawn.toString(), drawn.toString(),
                    text -> change.apply(new TimeSource.Drawn(Typed.time(text, change)))), new Words(" "), depends);
            case TimeSource.ByType byType -> List.of(
                    cells(id, byType.times().entrySet().stream().map(e -> e.getKey() + " " + e.getValue()).collect(Collectors.joining(", "))
                            + (byType.otherwise() == null ? "" : ", else " + byType.otherwise()), byType(byType, change)),
                    new Words(" "), depends);
            case TimeSource.FromTable table -> List.of(new Words("as table "),
                    picked(id + " table", table.table(), tables,
                            text -> change.apply(new TimeSource.FromTable(text, keysFor(text, table.keys())))),
                    new Words(" says for "),
                    script(id + " keys", String.join(" and ", table.keys()), String.join(", ", table.keys()),
                            "One formula for each key, such as piece.type; from, to for a changeover", offers,
                            text -> change.apply(new TimeSource.FromTable(table.table(),
                                    Arrays.stream(text.split(",(?![^(]*\\))")).map(TimeSentences::formula).toList()))),
                    new Words(" "), depends);
            case TimeSource.ByFormula formula -> List.of(
                    script(id, formula.formula(), formula.formula(), "A formula such as 45 + 8 * piece.joints", offers,
                            text -> change.apply(new TimeSource.ByFormula(formula(text), formula.unit()))),
                    new Words(" "),
                    picked(id + " unit", formula.unit().symbol(), UNITS,
                            text -> change.apply(new TimeSource.ByFormula(formula.formula(), Unit.ofSymbol(text).orElseThrow()))),
                    new Words(" "), depends);
        };
    }

    private TimeSource other(TimeSource now, String choice) {
        Distribution usual = now instanceof TimeSource.Drawn drawn ? drawn.time() : DistributionText.parse("60 s");
        return switch (choice) {
            case "by type" -> {
                Map<String, Distribution> times = new LinkedHashMap<>();
                types.forEach(type -> times.put(type, usual));
                yield new TimeSource.ByType(times, usual);
            }
            case "from a table" -> {
                if (study.tables().isEmpty()) {
                    throw new IllegalArgumentException("There is no table yet: select nothing and add one on the card of the study");
                }
                yield new TimeSource.FromTable(study.tables().getFirst().name(), keysFor(study.tables().getFirst().name(), List.of()));
            }
            case "by a formula" -> new TimeSource.ByFormula(Formula.plain(usual.meanSeconds()), Unit.SECOND);
            default -> new TimeSource.Drawn(usual);
        };
    }

    private List<String> keysFor(String tableName, List<String> now) {
        int wanted = study.table(tableName).map(t -> t.keys().size()).orElse(1);
        List<String> keys = new ArrayList<>(now.subList(0, Math.min(wanted, now.size())));
        while (keys.size() < wanted) {
            keys.add(keys.isEmpty() ? "piece.type" : "here.name");
        }
        return keys;
    }

    private Grid byType(TimeSource.ByType byType, Function<TimeSource, UnaryOperator<Study>> change) {
        List<List<String>> rows = new ArrayList<>(
                byType.times().entrySet().stream().map(e -> List.of(e.getKey(), e.getValue().toString())).toList());
        Distribution otherwise = byType.otherwise();
        if (otherwise != null) {
            rows.add(List.of("others", otherwise.toString()));
        }
        return new Grid(List.of("type", "time"), rows,
                "A time such as 48 s or triangular(40 s, 48 s, 60 s) for each type; others: for all that are not named", false, 2,
                filled -> {
                    Map<String, Distribution> times = new LinkedHashMap<>();
                    Distribution others = null;
                    for (List<String> row : filled.rows()) {
                        Distribution time = DistributionText.parse(row.get(1));
                        if (row.get(0).equalsIgnoreCase("others")) {
                            others = time;
                        } else {
                            times.put(row.get(0), time);
                        }
                    }
                    return change.apply(new TimeSource.ByType(times, others));
                });
    }

    /** A formula as it was typed, in its usual form. */
    static String formula(String text) {
        return Formula.parse(text.strip()).text().strip();
    }
}
