package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.phrases.RecipeSentences;
import rhombic.desktop.card.text.OfferException;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Filled;
import rhombic.desktop.card.text.Sentence.Grid;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.formats.table.SheetException;
import rhombic.formats.table.TimetableSheet;
import rhombic.formula.Formula;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.value.Attribute;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.Timetable;
import rhombic.study.work.Supply;

/** What the card of a goods in says. */
final class GoodsInSentences {
    private static final List<String> MODES = List.of("at their times", "on demand", "all at the start", "by timetable");

    private final Study study;
    private final GoodsIn in;

    private GoodsInSentences(Study study, GoodsIn in) {
        this.study = study;
        this.in = in;
    }

    static List<Sentence> of(Study study, GoodsIn in) {
        GoodsInSentences sentences = new GoodsInSentences(study, in);
        List<Sentence> all = new ArrayList<>(sentences.supply());
        all.add(new Sentence(words("Brings at most "),
                typed("max pieces", in.maxPieces().isPresent() ? Typed.pieces(in.maxPieces().getAsInt()) : "any number",
                        in.maxPieces().isPresent() ? String.valueOf(in.maxPieces().getAsInt()) : "",
                        "A whole number such as 500; empty for no limit",
                        text -> sentences.change(g -> g.withMaxPieces(
                                Typed.isNone(text) ? OptionalInt.empty() : OptionalInt.of(Typed.whole(text, "The max. pieces"))))),
                words(".")));
        List<String> carriers = study.pieceTypes().stream().filter(PieceType::loadCarrier).map(PieceType::name).filter(in.types()::contains)
                .toList();
        if (!carriers.isEmpty() || in.brings()) {
            List<Part> load = new ArrayList<>(List.of(words("Each load carrier brings ")));
            load.addAll(new RecipeSentences(study, in.basics().attributes()).of("load", in.load(), "the load carrier", carriers, true,
                    recipe -> sentences.change(g -> g.withLoad(recipe))));
            all.add(new Sentence(load));
        }
        return all;
    }

    private List<Sentence> supply() {
        return switch (in.supply().orElse(null)) {
            case Supply.Spaced spaced -> spaced(spaced);
            case Supply.OnDemand() -> List.of(new Sentence(words("Brings "), mix(), words(". They come "), mode("on demand"),
                    words(", whenever there is room for one.")));
            case Supply.AtStart stock -> List.of(new Sentence(words("Brings "),
                    typed("stock", Typed.pieces(stock.pieces()), String.valueOf(stock.pieces()), "Pieces at the start, such as 20",
                            text -> change(g -> g.withSupply(new Supply.AtStart(Typed.whole(text, "The stock at the start"))))),
                    words(" of "), mix(), words(". They come "), mode("all at the start"), words(".")), whenFull());
            case Supply.ByTimetable table -> timetable(table.timetable());
            case null -> List.of(new Sentence(words("Brings "), mix(), words(", but it is not said when. "), mode("+ set when")));
        };
    }

    private List<Sentence> spaced(Supply.Spaced spaced) {
        return List.of(
                new Sentence(words("Brings "),
                        typed("pieces", Typed.pieces(spaced.pieces()), String.valueOf(spaced.pieces()),
                                "Pieces that come together, such as 1",
                                text -> spaced(s -> s.withPieces(Typed.whole(text, "The pieces of an arrival")))),
                        words(" of "), mix(), words(" every "),
                        time("interarrival", spaced.interarrival().toString(), spaced.interarrival().toString(),
                                text -> spaced(s -> s.withInterarrival(DistributionText.parse(text)))),
                        words(".")),
                new Sentence(words("The first come "),
                        typed("first arrival", spaced.firstArrival().map(f -> "at " + f).orElse("after one such time"),
                                spaced.firstArrival().map(Quantity::toString).orElse(""),
                                "A time such as 0 s; empty for one drawn time after the start",
                                text -> spaced(s -> s
                                        .withFirstArrival(
                                                text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, Dimension.TIME))))),
                        words(". They come "), mode("at their times"), words(".")),
                whenFull());
    }

    private List<Sentence> timetable(Timetable table) {
        int pieces = table.rows().stream().mapToInt(Timetable.Row::quantity).sum();
        return List.of(
                new Sentence(words("Brings what its "),
                        cells("timetable", "timetable of " + table.rows().size() + (table.rows().size() == 1 ? " row" : " rows"),
                                grid(table)),
                        words(" says, " + Typed.pieces(pieces) + ", "),
                        picked("repeat", table.repeat().word(),
                                Arrays.stream(Timetable.Repeat.values()).map(Timetable.Repeat::word).toList(),
                                text -> timetable(t -> new Timetable(repeat(text),
                                        repeat(text) == t.repeat() ? t.rows() : moved(t, repeat(text)), t.source()))),
                        words((table.source().isEmpty() ? "" : ", read from " + table.source()) + ". They come "), mode("by timetable"),
                        words(".")),
                whenFull());
    }

    /** Times of another kind of timetable are kept as far as they fit the period. */
    private static List<Timetable.Row> moved(Timetable table, Timetable.Repeat repeat) {
        return table.rows().stream()
                .map(row -> new Timetable.Row(row.atSeconds() % repeat.periodSeconds(), row.type(), row.quantity(), row.attributes()))
                .toList();
    }

    private Grid grid(Timetable table) {
        List<List<String>> lines = TimetableSheet.write(table);
        String time = switch (table.repeat()) {
            case ONCE -> "1.5 h or 01:30 since the start";
            case DAILY -> "08:30";
            case WEEKLY -> "Tue 08:30";
        };
        return new Grid(lines.getFirst(), lines.subList(1, lines.size()),
                "Time such as " + time + ", type, quantity; further columns are attributes", true, 0, filled -> {
                    try {
                        Timetable read = TimetableSheet.read(Sheets.of(filled), table.repeat(), study.pieceTypes());
                        return timetable(t -> read);
                    } catch (SheetException e) {
                        offerAttributes(filled, table);
                        throw new IllegalArgumentException(e.getMessage(), e);
                    }
                });
    }

    /** Where a pasted column is no attribute yet, it is offered to be made one; what was pasted is kept. */
    private void offerAttributes(Filled filled, Timetable table) {
        List<Attribute> missing = TimetableSheet.missingAttributes(Sheets.of(filled), study.pieceTypes());
        if (missing.isEmpty()) {
            return;
        }
        List<PieceType> more;
        Timetable read;
        try {
            more = study.pieceTypes().stream()
                    .map(type -> isNamed(type, filled) ? type.withAttributes(added(type.attributes(), missing)) : type)
                    .toList();
            read = TimetableSheet.read(Sheets.of(filled), table.repeat(), more);
        } catch (SheetException | StudyException other) {
            return; // there is more wrong with it than that: the first is told
        }
        String names = String.join(" and ", missing.stream().map(Attribute::name).toList());
        String quoted = String.join(" or ", missing.stream().map(attribute -> "\u201c" + attribute.name() + "\u201d").toList());
        throw new OfferException("No piece type has an attribute " + quoted, "Add " + names + " to the piece types",
                s -> timetable(t -> read).apply(s.withPieceTypes(more)));
    }

    private boolean isNamed(PieceType type, Filled filled) {
        return study.pieceTypes().size() == 1
                || filled.rows().stream().flatMap(List::stream).anyMatch(cell -> cell.strip().equalsIgnoreCase(type.name()));
    }

    private static List<Attribute> added(List<Attribute> there, List<Attribute> missing) {
        List<Attribute> all = new ArrayList<>(there);
        all.addAll(missing);
        return all;
    }

    private Part mix() {
        List<String> types = study.pieceTypes().stream().map(PieceType::name).toList();
        double sum = in.mix().stream().mapToDouble(MixPart::weight).sum();
        String shown = in.mix().size() == 1
                ? in.mix().getFirst().type()
                : in.mix().stream().map(part -> part.type() + " " + Math.round(100 * part.weight() / Math.max(sum, 1e-9)) + " %")
                        .collect(Collectors.joining(", "));
        return cells("piece type", shown.isEmpty() ? "+ type" : shown,
                new Grid(List.of("type", "weight"),
                        in.mix().stream().map(part -> List.of(part.type(), Formula.plain(part.weight()))).toList(),
                        "Types and how frequent each is, such as 3 and 1; there are " + String.join(", ", types), false, 1, filled -> {
                            List<MixPart> mix = filled.rows().stream().map(
                                    row -> new MixPart(known(row.get(0)), row.get(1).isEmpty() ? 1 : Typed.number(row.get(1), "A weight")))
                                    .toList();
                            if (mix.isEmpty()) {
                                throw new IllegalArgumentException("Name at least one piece type");
                            }
                            return change(g -> g.withMix(mix));
                        }));
    }

    private String known(String type) {
        return study.pieceTypes().stream().map(PieceType::name).filter(name -> name.equalsIgnoreCase(type)).findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no piece type \u201c" + type + "\u201d: use "
                        + study.pieceTypes().stream().map(PieceType::name).collect(Collectors.joining(", "))));
    }

    private Sentence whenFull() {
        return new Sentence(words("While there is no room for them they "),
                picked("when full", in.whenFull() == GoodsIn.WhenFull.WAIT ? "wait here" : "are turned away",
                        List.of("wait here", "are turned away"),
                        text -> change(g -> g.withWhenFull(text.equals("wait here") ? GoodsIn.WhenFull.WAIT : GoodsIn.WhenFull.REJECT))),
                words("."));
    }

    private Part mode(String shown) {
        return picked("supply", shown, MODES, text -> change(g -> g.withSupply(switch (text) {
            case "on demand" -> new Supply.OnDemand();
            case "all at the start" -> new Supply.AtStart(10);
            case "by timetable" -> new Supply.ByTimetable(new Timetable(Timetable.Repeat.DAILY,
                    List.of(new Timetable.Row(8 * 3600, g.mix().isEmpty() ? "Piece" : g.mix().getFirst().type(), 10, Map.of())),
                    ""));
            default -> new Supply.Spaced(DistributionText.parse("exponential(90 s)"));
        })));
    }

    private static Timetable.Repeat repeat(String word) {
        return Arrays.stream(Timetable.Repeat.values()).filter(r -> r.word().equals(word)).findFirst().orElseThrow();
    }

    private UnaryOperator<Study> timetable(UnaryOperator<Timetable> change) {
        return change(g -> g.withSupply(new Supply.ByTimetable(change.apply(((Supply.ByTimetable) g.supply().orElseThrow()).timetable()))));
    }

    private UnaryOperator<Study> spaced(UnaryOperator<Supply.Spaced> change) {
        return change(g -> g.withSupply(change.apply((Supply.Spaced) g.supply().orElseThrow())));
    }

    private UnaryOperator<Study> change(UnaryOperator<GoodsIn> change) {
        return s -> s.changed(in.name(), e -> change.apply((GoodsIn) e));
    }

    private static Words words(String text) {
        return new Words(text);
    }
}
