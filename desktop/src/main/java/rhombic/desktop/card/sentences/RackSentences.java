package rhombic.desktop.card.sentences;

import java.util.stream.Stream;
import rhombic.desktop.work.Edits;
import rhombic.study.kind.PlantElement;
import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.script;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.phrases.TimeSentences;
import rhombic.desktop.card.text.Offers;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.formula.Formula;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.AisleChoice;
import rhombic.study.rack.FetchChoice;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackRows;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.rack.TransferPoint;
import rhombic.study.value.Names;
import rhombic.study.value.TimeSource;

/** What the card of a rack says. */
final class RackSentences {
    private static final String ANY_WEIGHT = "any weight";
    private static final String ANY_TIME = "as long as it takes";
    private static final double DESK_METRES = 2.5;

    private final Study study;
    private final Rack rack;
    private final RackLayout layout;

    private RackSentences(Study study, Rack rack) {
        this.study = study;
        this.rack = rack;
        layout = rack.layout();
    }

    static List<Sentence> of(Study study, Rack rack) {
        RackSentences sentences = new RackSentences(study, rack);
        List<Sentence> all = new ArrayList<>(List.of(sentences.form(), sentences.measures(), sentences.served()));
        if (sentences.isServed()) {
            all.add(sentences.points());
        }
        all.add(sentences.storing());
        all.addAll(sentences.classes());
        all.add(sentences.fetching());
        all.add(new OrderSentences(study, rack).sentence());
        if (!sentences.isServed()) {
            all.add(new PickingSentences(rack).sentence());
        }
        all.add(sentences.stock());
        return all;
    }

    private List<StackerCrane> cranes() {
        return study.all(StackerCrane.class).stream().filter(crane -> crane.serves(rack)).toList();
    }

    private boolean isServed() {
        return !cranes().isEmpty();
    }

    // ---- what it is

    private Sentence form() {
        String places = layout.places() == 1 ? "1 place" : String.format("%,d places", layout.places());
        return new Sentence(new Words("Is a "),
                picked("form", layout.form().word(), Arrays.stream(RackForm.values()).map(RackForm::word).toList(),
                        text -> layout(l -> l.withForm(Typed.choice(RackForm.values(), RackForm::word, text)))),
                new Words(" of "), whole("aisles", layout.aisles(), "aisle", RackLayout.MAX_AISLES, RackLayout::withAisles),
                new Words(" with slots "),
                picked("rows", layout.rows().word(), Arrays.stream(RackRows.values()).map(RackRows::word).toList(),
                        text -> layout(l -> l.withRows(Typed.choice(RackRows.values(), RackRows::word, text)))),
                new Words(", "), whole("bays", layout.bays(), "bay", RackLayout.MAX_BAYS, RackLayout::withBays), new Words(" long, "),
                typed("levels", layout.levels().text(), layout.levels().text(),
                        "From the lowest up, how many and how high, such as 10 x 1.2 m, 2 x 2 m",
                        text -> layout(l -> l.withLevels(LevelHeights.parse(text)))),
                new Words(" high, "), whole("depth", layout.depth(), "load", RackLayout.MAX_DEPTH, RackLayout::withDepth),
                new Words(" deep: " + places + " in all."));
    }

    private interface WholeSetting {
        RackLayout with(RackLayout layout, int value);
    }

    private Part whole(String id, int now, String word, int max, WholeSetting change) {
        return typed(id, now + " " + word + (now == 1 ? "" : "s"), String.valueOf(now), "A whole number from 1 to " + max,
                text -> layout(l -> change.with(l, Typed.whole(text, "The " + word + "s of a rack"))));
    }

    private Sentence measures() {
        return new Sentence(new Words("Bays are "), length("bay pitch", layout.bayPitch(), RackLayout::withBayPitch),
                new Words(" apart, a place is "), length("slot depth", layout.slotDepth(), RackLayout::withSlotDepth),
                new Words(" deep, aisles are "), length("aisle width", layout.aisleWidth(), RackLayout::withAisleWidth),
                new Words(" wide, and the lowest level is "), length("first level", layout.firstLevel(), RackLayout::withFirstLevel),
                new Words(" above the floor. A load may be of "), weight("max weight", layout.maxWeight(), RackLayout::withMaxWeight),
                new Words(", all that lies in a bay of "), weight("max bay weight", layout.maxBayWeight(), RackLayout::withMaxBayWeight),
                new Words("."));
    }

    private interface WeightSetting {
        RackLayout with(RackLayout layout, Optional<Quantity> value);
    }

    private Part weight(String id, Optional<Quantity> now, WeightSetting change) {
        return typed(id, now.map(weight -> "at most " + weight).orElse(ANY_WEIGHT), now.map(Quantity::toString).orElse(""),
                "Such as 1000 kg; empty: any weight",
                text -> layout(l -> change.with(l, text.isBlank() || text.strip().equals(ANY_WEIGHT)
                        ? Optional.empty()
                        : Optional.of(Quantity.parse(text, Dimension.MASS)))));
    }

    private interface LengthSetting {
        RackLayout with(RackLayout layout, Quantity value);
    }

    private Part length(String id, Quantity now, LengthSetting change) {
        return typed(id, now.toString(), now.toString(), "A length such as 1.4 m",
                text -> layout(l -> change.with(l, Quantity.parse(text, Dimension.LENGTH))));
    }

    /** Who reaches its slots. */
    private Sentence served() {
        List<StackerCrane> cranes = cranes();
        if (!cranes.isEmpty()) {
            return new Sentence(new Words(
                    "It is served by " + cranes.stream().map(StackerCrane::name).collect(Collectors.joining(" and ")) + "."));
        }
        return new Sentence(new Words("Those who bring and fetch reach its slots themselves. "),
                act("add cranes", layout.aisles() == 1 ? "+ stacker crane" : "+ stacker cranes", this::withCranes));
    }

    /** One for each aisle, with their control desk beside the front of the rack. */
    private Study withCranes(Study before) {
        Rack now = before.find(rack.name(), Rack.class).orElse(rack);
        String name = Names.free(now.layout().aisles() == 1 ? "Stacker crane" : "Stacker cranes",
                before.elements().stream().map(element -> element.name()).collect(Collectors.toSet()));
        double x = -now.layout().lengthMetres() / 2 - now.infeed().offsetMetres();
        double y = now.layout().widthMetres() / 2 + DESK_METRES;
        var at = now.placement().pose().of(Pose.at(x, y, 0, 0));
        StackerCrane crane = StackerCrane.KIND.blank(Basics.of(name, Placement.at(at.x(), at.y()))).withRack(rack.name())
                .withCranes(now.layout().aisles());
        return before.with(crane);
    }

    private Sentence points() {
        List<Part> parts = new ArrayList<>();
        parts.add(new Words("Loads come in "));
        parts.addAll(point("infeed", rack.infeed(), Rack::withInfeed));
        parts.addAll(further(true, rack.moreInfeeds(), Rack::withMoreInfeeds));
        parts.add(new Words("; they go out "));
        parts.addAll(point("outfeed", rack.outfeed(), Rack::withOutfeed));
        parts.addAll(further(false, rack.moreOutfeeds(), Rack::withMoreOutfeeds));
        parts.add(new Words("."));
        if (rack.preZone().isThere()) {
            parts.add(new Words(" Between ports and aisles they go through the pre-zone at "));
            parts.add(typed("pre-zone speed", rack.preZoneSpeed().toString(), rack.preZoneSpeed().toString(), "A speed such as 0.5 m/s",
                    text -> rack(r -> r.withPreZoneSpeed(Quantity.parse(text, Dimension.SPEED)))));
            parts.add(new Words("."));
        }
        parts.add(new Words(" "));
        parts.add(act("add infeed", "+ another infeed", rack(r -> r.withMoreInfeeds(oneMore(r.infeeds(), r.moreInfeeds())))));
        parts.add(new Words(" "));
        parts.add(act("add outfeed", "+ another outfeed", rack(r -> r.withMoreOutfeeds(oneMore(r.outfeeds(), r.moreOutfeeds())))));
        return new Sentence(parts);
    }

    private interface PointsSetting {
        Rack with(Rack rack, List<TransferPoint> points);
    }

    /** The further infeeds or outfeeds, each with those that are linked to its port. */
    private List<Part> further(boolean isIn, List<TransferPoint> now, PointsSetting change) {
        List<Part> parts = new ArrayList<>();
        for (int i = 0; i < now.size(); i++) {
            int number = i;
            String port = rack.portOf(isIn, i + 1);
            String others = study.links().stream().filter(l -> isIn
                    ? l.to().equals(rack.name()) && l.toPort().equals(port)
                    : l.from().equals(rack.name()) && l.fromPort().equals(port)).map(l -> isIn ? l.from() : l.to())
                    .collect(Collectors.joining(" and "));
            parts.add(new Words(others.isEmpty() ? "; others " : "; those " + (isIn ? "of " : "to ") + others + " "));
            parts.addAll(point(port, now.get(i), (r, point) -> {
                List<TransferPoint> all = new ArrayList<>(now);
                all.set(number, point);
                return change.with(r, all);
            }));
            parts.add(new Words(" ("));
            List<String> names = study.elements().stream()
                    .filter(e -> (isIn ? e.givesPieces() : e.takesPieces()) && !e.name().equals(rack.name())).map(PlantElement::name)
                    .limit(200).toList();
            parts.add(picked("link to " + port, isIn ? "+ link from" : "+ link to", names,
                    text -> s -> isIn ? s.linked(text, "", rack.name(), port) : s.linked(rack.name(), port, text, "")));
            parts.add(new Words(", "));
            parts.add(act("take out " + port, "take it out", s -> Edits.withoutPoint(s, rack, isIn, number + 1)));
            parts.add(new Words(")"));
        }
        return parts;
    }

    /** One more, at the other end than the last. */
    private static List<TransferPoint> oneMore(List<TransferPoint> all, List<TransferPoint> more) {
        TransferPoint last = all.getLast();
        TransferPoint.End other = last.end() == TransferPoint.End.FRONT ? TransferPoint.End.REAR : TransferPoint.End.FRONT;
        return Stream.concat(more.stream(), Stream.of(last.withEnd(other))).toList();
    }

    private interface PointSetting {
        Rack with(Rack rack, TransferPoint point);
    }

    private List<Part> point(String id, TransferPoint now, PointSetting change) {
        return List.of(
                picked(id + " end", now.end().word(), Arrays.stream(TransferPoint.End.values()).map(TransferPoint.End::word).toList(),
                        text -> rack(r -> change.with(r,
                                now.withEnd(Typed.choice(TransferPoint.End.values(), TransferPoint.End::word, text))))),
                new Words(", "),
                metres(id + " height", now.heightMetres(), value -> rack(r -> change.with(r, now.withHeight(value)))), new Words(" high, "),
                metres(id + " offset", now.offsetMetres(), value -> rack(r -> change.with(r, now.withOffset(value)))),
                new Words(" before the rack, with room for "),
                typed(id + " capacity", String.valueOf(now.capacity()), String.valueOf(now.capacity()), "A whole number from 1 to 100",
                        text -> rack(r -> change.with(r, now.withCapacity(Typed.whole(text, "The loads there"))))));
    }

    private interface MetresSetting {
        UnaryOperator<Study> with(double metres);
    }

    private static Part metres(String id, double now, MetresSetting change) {
        String text = new Quantity(now, Unit.METRE).toString();
        return typed(id, text, text, "A length such as 0.8 m",
                typed -> change.with(Quantity.parse(typed, Dimension.LENGTH).inBaseUnit()));
    }

    // ---- where it stores

    private Sentence storing() {
        List<Part> parts = new ArrayList<>(List.of(new Words("It stores "),
                picked("slot rule", rack.storing().slotRule().word(), Arrays.stream(SlotChoice.values()).map(SlotChoice::word).toList(),
                        text -> rack(r -> r.withStoring(s -> {
                            SlotChoice rule = Typed.choice(SlotChoice.values(), SlotChoice::word, text);
                            return s.withSlotRule(rule).withSlotFormula(
                                    rule == SlotChoice.BY_FORMULA && s.slotFormula().isBlank() ? "slot.seconds" : s.slotFormula());
                        })))));
        if (rack.storing().slotRule() == SlotChoice.BY_FORMULA) {
            parts.add(new Words(", in the free slot with the smallest "));
            parts.add(script("slot formula", rack.storing().slotFormula(), rack.storing().slotFormula(),
                    "A formula of the piece and of a slot that gives a number, such as slot.seconds + 10 * slot.level",
                    Offers.inRack(study, rack),
                    text -> rack(r -> r.withStoring(s -> s.withSlotFormula(Formula.parse(text.strip()).text())))));
        }
        if (layout.aisles() > 1) {
            parts.add(new Words(", "));
            parts.add(picked("aisle rule", rack.storing().aisleRule().word(),
                    Arrays.stream(AisleChoice.values()).map(AisleChoice::word).toList(),
                    text -> rack(r -> r.withStoring(s -> s.withAisleRule(Typed.choice(AisleChoice.values(), AisleChoice::word, text))))));
        }
        parts.add(new Words("."));
        return new Sentence(parts);
    }

    private List<Sentence> classes() {
        if (rack.storing().slotRule() != SlotChoice.BY_CLASS) {
            return List.of();
        }
        List<StorageClass> classes = rack.storing().classes();
        String shown = classes.isEmpty()
                ? "+ classes"
                : IntStream.range(0, classes.size()).mapToObj(rack.storing()::nameOfClass).collect(Collectors.joining("; "));
        List<Part> parts = new ArrayList<>(List.of(new Words("Of the slots of each aisle, from the nearest on, "),
                cells("classes", shown, new Sentence.Grid(List.of("share", "types"),
                        classes.stream().map(one -> List.of(one.share().toString(), String.join(", ", one.types()))).toList(),
                        "A row for each class, from the nearest slots on: its share, such as 20 %, and the types in it; empty: all others",
                        false, 1, filled -> {
                            List<StorageClass> read = filled.rows().stream()
                                    .map(row -> new StorageClass(Quantity.parse(row.get(0), Dimension.SHARE), types(row, 1))).toList();
                            return rack(r -> r.withStoring(s -> s.withClasses(read)));
                        }))));
        parts.add(new Words("."));
        if (rack.orders().isPresent()) {
            parts.add(new Words(" "));
            parts.add(act("classes from demand", "+ as the orders suggest",
                    rack(r -> r.withStoring(s -> s.withClasses(r.classesByDemand(study.plan().length()))))));
        }
        return List.of(new Sentence(parts));
    }

    private List<String> types(List<String> row, int at) {
        return row.size() <= at || row.get(at).isBlank()
                ? List.of()
                : Arrays.stream(row.get(at).split(",")).map(String::strip).map(name -> OrderSentences.type(study, name)).toList();
    }

    // ---- what it gives out

    private Sentence fetching() {
        List<Part> parts = new ArrayList<>(List.of(new Words("It gives out "),
                picked("fetch rule", rack.fetching().rule().word(), Arrays.stream(FetchChoice.values()).map(FetchChoice::word).toList(),
                        text -> rack(r -> r.withFetching(f -> {
                            FetchChoice rule = Typed.choice(FetchChoice.values(), FetchChoice::word, text);
                            return f.withRule(rule)
                                    .withFormula(rule == FetchChoice.BY_FORMULA && f.formula().isBlank() ? "piece.age" : f.formula());
                        })))));
        if (rack.fetching().rule() == FetchChoice.BY_FORMULA) {
            parts.add(new Words(", the smallest of "));
            parts.add(script("fetch formula", rack.fetching().formula(), rack.fetching().formula(),
                    "A formula that gives a number, as it is when the load is stored; the smallest goes first",
                    Offers.at(study, rack.basics().attributes()),
                    text -> rack(r -> r.withFetching(f -> f.withFormula(Formula.parse(text.strip()).text())))));
        }
        if (rack.fetching().minStay().isEmpty()) {
            parts.add(new Words(". A load may go at once ("));
            parts.add(act("add min stay", "+ stays at least",
                    minStay(Optional.of(new TimeSource.Drawn(DistributionText.parse("12 h"))))));
            parts.add(new Words(")"));
        } else {
            parts.add(new Words(". A load stays at least "));
            parts.addAll(new TimeSentences(study, rack.basics().attributes()).of("min stay", rack.fetching().minStay().get(),
                    time -> minStay(Optional.of(time))));
            parts.add(new Words(" ("));
            parts.add(act("take out min stay", "take it out", minStay(Optional.empty())));
            parts.add(new Words(")"));
        }
        parts.add(new Words(", and should stay "));
        parts.add(stay("max stay", rack.fetching().maxStay(), rack.fetching().maxStay().map(time -> time + " at most"), ANY_TIME,
                (r, value) -> r.withFetching(f -> f.withMaxStay(value))));
        parts.add(new Words("."));
        return new Sentence(parts);
    }

    private UnaryOperator<Study> minStay(Optional<TimeSource> stay) {
        return rack(r -> r.withFetching(f -> f.withMinStay(stay)));
    }

    private interface StaySetting {
        Rack with(Rack rack, Optional<Quantity> value);
    }

    private Part stay(String id, Optional<Quantity> now, Optional<String> shown, String none, StaySetting change) {
        return typed(id, shown.orElse(none), now.map(Quantity::toString).orElse(""), "A time such as 30 d; empty: " + none,
                text -> rack(r -> change.with(r,
                        text.isBlank() || text.strip().equals(none)
                                ? Optional.empty()
                                : Optional.of(Quantity.parse(text, Dimension.TIME)))));
    }

    private Sentence stock() {
        String shown = rack.stock().isEmpty()
                ? "it is empty"
                : rack.stock().stream().map(one -> one.amount() + " " + one.type()).collect(Collectors.joining(", "));
        return new Sentence(new Words("At the start "),
                cells("stock", shown, new Sentence.Grid(List.of("type", "pieces"),
                        rack.stock().stream().map(one -> List.of(one.type(), one.amount())).toList(),
                        "A row for each type that lies in it at the start: the type and how many, or what share of the places, such as 40 %; can be pasted from a spreadsheet",
                        true,
                        2,
                        filled -> {
                            List<RackStock> read = filled.rows().stream()
                                    .map(row -> stock(OrderSentences.type(study, row.get(0)), row.get(1)))
                                    .toList();
                            return rack(r -> r.withStock(read));
                        })),
                new Words(rack.stock().isEmpty() ? "." : " are in it."));
    }

    private static RackStock stock(String type, String amount) {
        return amount.strip().endsWith("%")
                ? RackStock.ofShare(type, Quantity.parse(amount, Dimension.SHARE))
                : new RackStock(type, Typed.whole(amount, "The pieces in a rack"));
    }

    // ---- changes

    private UnaryOperator<Study> layout(UnaryOperator<RackLayout> change) {
        return rack(r -> r.withLayout(change));
    }

    private UnaryOperator<Study> rack(UnaryOperator<Rack> change) {
        return s -> s.changed(rack.name(), e -> change.apply((Rack) e));
    }
}
