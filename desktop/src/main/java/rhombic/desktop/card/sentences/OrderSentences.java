package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Rack;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderLine;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.ShortStock;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Value;

/** What the card of a rack says of the customer orders that it serves. */
final class OrderSentences {
    private static final String YES = "yes";
    private static final String ONE_UNIT = "one unit";
    private static final String NOBODY_TELLS = "nobody tells";

    private final Study study;
    private final Rack rack;

    OrderSentences(Study study, Rack rack) {
        this.study = study;
        this.rack = rack;
    }

    Sentence sentence() {
        if (rack.orders().isEmpty()) {
            return new Sentence(new Words("Whatever somebody takes goes out. "),
                    act("add orders", "+ customer orders", rack(r -> r.withOrders(Optional.of(new OrderPlan(
                            DistributionText.parse("exponential(10 min)"),
                            List.of(new OrderLine(study.pieceTypes().isEmpty() ? "Piece" : study.pieceTypes().getFirst().name(), 1)),
                            List.of(),
                            Optional.empty()))))));
        }
        OrderPlan plan = rack.orders().get();
        List<Part> parts = new ArrayList<>();
        parts.add(new Words("Only what customer orders ask for goes out. One comes every "));
        parts.add(time("order interarrival", plan.interarrival().toString(), plan.interarrival().toString(),
                text -> orders(o -> o.withInterarrival(DistributionText.parse(text)))));
        parts.add(new Words(" and asks for "));
        parts.add(lines(plan));
        parts.add(new Words(plan.list().isEmpty() ? ". Beside these, " : ". Beside these come "));
        parts.add(list(plan));
        parts.add(new Words(". An order is to be done "));
        parts.add(typed("due", plan.due().map(due -> "within " + due).orElse("at any time"), plan.due().map(Quantity::toString).orElse(""),
                "A time such as 2 h; empty: at any time", text -> orders(o -> o.withDue(
                        text.isBlank() || text.strip().equals("at any time")
                                ? Optional.empty()
                                : Optional.of(Quantity.parse(text,
                                        Dimension.TIME))))));
        parts.add(new Words(". What is not in stock when it comes "));
        parts.add(picked("short stock", plan.shortStock().word(), Arrays.stream(ShortStock.values()).map(ShortStock::word).toList(),
                text -> orders(o -> o.withShortStock(Typed.choice(ShortStock.values(), ShortStock::word, text)))));
        parts.add(new Words(". A piece stands for "));
        parts.add(picked("units", plan.units().isEmpty() ? ONE_UNIT : plan.units() + " units", numbers(ONE_UNIT, " units"),
                text -> orders(o -> o.withUnits(text.equals(ONE_UNIT) ? "" : name(text, " units")))));
        if (!plan.units().isEmpty()) {
            parts.add(new Words(", of which orders take some; how many, "));
            parts.add(picked("taken", plan.taken().isEmpty() ? NOBODY_TELLS : plan.taken() + " tells", numbers(NOBODY_TELLS, " tells"),
                    text -> orders(o -> o.withTaken(text.equals(NOBODY_TELLS) ? "" : name(text, " tells")))));
        }
        parts.add(new Words(". "));
        parts.add(act("take out orders", "take them out", rack(r -> r.withOrders(Optional.empty()))));
        return new Sentence(parts);
    }

    private Part lines(OrderPlan plan) {
        String shown = plan.lines().isEmpty()
                ? "nothing"
                : plan.lines().stream()
                        .map(line -> pieces(line) + " " + line.type() + (line.share().inBaseUnit() < 1 ? " (" + line.share() + ")" : ""))
                        .collect(Collectors.joining(", "));
        return cells("order lines", shown, new Sentence.Grid(List.of("type", "pieces", "share of orders"),
                plan.lines().stream().map(line -> List.of(line.type(), pieces(line), line.share().toString())).toList(),
                "A row for each line that an order may have: the type, how many pieces (such as 1 or 1-4), and what share of the orders has it",
                false, 2, filled -> {
                    List<OrderLine> read = filled.rows().stream().map(this::line).toList();
                    return orders(o -> o.withLines(read));
                }));
    }

    private static String pieces(OrderLine line) {
        return line.minPieces() == line.maxPieces() ? String.valueOf(line.minPieces()) : line.minPieces() + "\u2013" + line.maxPieces();
    }

    private OrderLine line(List<String> row) {
        String[] range = row.get(1).strip().split("\\s*[-\u2013]\\s*", 2);
        int min = Typed.whole(range[0], "The pieces of an order line");
        int max = range.length == 1 ? min : Typed.whole(range[1], "The pieces of an order line");
        Quantity share = row.size() < 3 || row.get(2).isBlank() ? Quantity.percent(100) : Quantity.parse(row.get(2), Dimension.SHARE);
        return new OrderLine(type(study, row.get(0)), share, min, max);
    }

    private Part list(OrderPlan plan) {
        long orders = plan.list().stream().map(ListedOrder::order).distinct().count();
        return cells("order list",
                orders == 0 ? "no others come" : orders == 1 ? "1 order of a list" : orders + " orders of a list",
                new Sentence.Grid(List.of("order", "at", "type", "pieces", "urgent"),
                        plan.list().stream().map(one -> List.of(one.order(), one.at().toString(), one.type(), String.valueOf(one.pieces()),
                                one.urgent() ? YES : "")).toList(),
                        "A row for each line: name of the order, when it comes (such as 2 h), type, pieces, and yes if it is urgent; "
                                + "can be pasted from a spreadsheet",
                        true, 4, filled -> {
                            List<ListedOrder> read = filled.rows().stream()
                                    .map(row -> new ListedOrder(row.get(0).strip(), Quantity.parse(row.get(1), Dimension.TIME),
                                            type(study, row.get(2)), Typed.whole(row.get(3), "The pieces of an order line"),
                                            row.size() > 4 && row.get(4).strip().equalsIgnoreCase(YES)))
                                    .toList();
                            return orders(o -> o.withList(read));
                        }));
    }

    /** The attributes that are numbers, each with what follows it, after what else can be chosen. */
    private List<String> numbers(String none, String after) {
        return Stream.concat(Stream.of(none), study.pieceTypes().stream().flatMap(type -> type.attributes().stream())
                .filter(one -> one.value().kind() == Value.Kind.NUMBER).map(Attribute::name).distinct().sorted().map(name -> name + after))
                .toList();
    }

    private static String name(String text, String after) {
        return text.endsWith(after) ? text.substring(0, text.length() - after.length()) : text;
    }

    /** The piece type that somebody means who types a name. */
    static String type(Study study, String name) {
        List<String> types = study.pieceTypes().stream().map(PieceType::name).toList();
        return types.stream().filter(one -> one.equalsIgnoreCase(name.strip())).findFirst().orElseThrow(() -> new IllegalArgumentException(
                "There is no piece type \u201c" + name + "\u201d: use " + String.join(", ", types)));
    }

    private UnaryOperator<Study> orders(UnaryOperator<OrderPlan> change) {
        return rack(r -> r.withOrders(r.orders().map(change)));
    }

    private UnaryOperator<Study> rack(UnaryOperator<Rack> change) {
        return s -> s.changed(rack.name(), e -> change.apply((Rack) e));
    }
}
