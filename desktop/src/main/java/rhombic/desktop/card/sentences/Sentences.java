package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.script;
import static rhombic.desktop.card.text.Sentence.Token.several;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rhombic.desktop.card.phrases.Changed;
import rhombic.desktop.card.phrases.DutySentences;
import rhombic.desktop.card.phrases.PlacementSentences;
import rhombic.desktop.card.phrases.RoutingSentences;
import rhombic.desktop.card.text.Offers;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.formula.Formula;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.area.BreakArea;
import rhombic.study.area.VehiclePlaces;
import rhombic.study.area.Zone;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Dock;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Structure;
import rhombic.study.value.PieceType;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;

/** What a job card says, and what each of its tokens changes. */
public final class Sentences {
    private final Study study;

    private Sentences(Study study) {
        this.study = study;
    }

    public static List<Sentence> of(Study study, PlantElement element) {
        Sentences sentences = new Sentences(study);
        List<Sentence> all = new ArrayList<>(switch (element) {
            case GoodsIn in -> GoodsInSentences.of(study, in);
            case Buffer buffer -> sentences.buffer(buffer);
            case Conveyor conveyor -> ConveyorSentences.of(study, conveyor);
            case WorkEquipment station -> WorkSentences.of(study, station);
            case Dock dock -> DockSentences.of(study, dock);
            case Crew crew -> CrewSentences.of(study, crew);
            case Fleet fleet -> FleetSentences.of(study, fleet);
            case StackerCrane crane -> CraneSentences.of(study, crane);
            case BridgeCrane crane -> BridgeCraneSentences.of(study, crane);
            case Rack rack -> RackSentences.of(study, rack);
            case BreakArea area -> List.of(new Sentence(words("People of "
                    + (usersOf(study, area).isEmpty() ? "no crew yet" : usersOf(study, area)) + " spend their breaks here.")));
            case VehiclePlaces area -> DeploymentSentences.places(study, area);
            case Zone zone -> DeploymentSentences.zone(study, zone);
            case Aisle aisle -> SiteSentences.of(study, aisle);
            case Structure structure -> SiteSentences.of(structure);
            case GoodsOut out -> List.of(new Sentence(
                    Stream.concat(Stream.of(words("Lets every piece go that reaches it. ")), sentences.inlet(out).stream()).toList()));
        });
        if (element.takesPieces() && !(element instanceof GoodsOut)) {
            all.add(sentences.selection(element));
        }
        if (element.givesPieces()) {
            all.addAll(RoutingSentences.of(study, element, sentences.outlet(element)));
        }
        if (element instanceof Equipment) {
            all.addAll(DutySentences.of(study, element));
        }
        all.add(sentences.place(element));
        all.addAll(PlacementSentences.of(element));
        return all;
    }

    private static String usersOf(Study study, BreakArea area) {
        return study.crews().stream().filter(crew -> crew.breakArea().equals(area.name())).map(Crew::name)
                .collect(Collectors.joining(", "));
    }

    public static List<Sentence> of(Study study, Link link) {
        return RoutingSentences.of(study, link);
    }

    public static List<Sentence> of(Study study) {
        return StudySentences.of(study);
    }

    private List<Sentence> buffer(Buffer buffer) {
        return List.of(new Sentence(words("Has room for "),
                typed("capacity",
                        buffer.capacity().isPresent()
                                ? Typed.pieces(buffer.capacity().getAsInt())
                                : buffer.arrangement().isArea() ? "what fits" : "any number",
                        buffer.capacity().isPresent() ? String.valueOf(buffer.capacity().getAsInt()) : "",
                        "A whole number such as 6; empty for no limit",
                        text -> change(buffer,
                                e -> ((Buffer) e).withCapacity(
                                        Typed.isNone(text) ? OptionalInt.empty() : OptionalInt.of(Typed.whole(text, "The room"))))),
                words(buffer.arrangement().isArea() && buffer.capacity().isEmpty()
                        ? ", as many as fit (" + buffer.capacityFor(study.pieceTypes()) + "), "
                        : ", "),
                picked("arrangement", buffer.arrangement().word(),
                        Arrays.stream(Buffer.Arrangement.values()).map(Buffer.Arrangement::word).toList(),
                        text -> change(buffer,
                                e -> arranged((Buffer) e,
                                        Typed.choice(Buffer.Arrangement.values(), Buffer.Arrangement::word, text)))),
                words(", and passes on "),
                picked("order", buffer.order().word(), Arrays.stream(Buffer.Order.values()).map(Buffer.Order::word).toList(),
                        text -> change(buffer,
                                e -> ((Buffer) e).withOrder(Typed.choice(Buffer.Order.values(), Buffer.Order::word, text)))),
                words(".")));
    }

    /** An area that has no size of its own yet gets one that a few pieces fit on. */
    private static Buffer arranged(Buffer buffer, Buffer.Arrangement arrangement) {
        boolean needsSize = arrangement.isArea() && buffer.basics().size() == null;
        Buffer sized = needsSize
                ? buffer.with(buffer.basics().withSize(new Footprint(Math.max(3, buffer.footprint().lengthMetres()), 3, 0.1)))
                : buffer;
        return sized.withArrangement(arrangement);
    }

    private Sentence selection(PlantElement element) {
        Selection selection = element.basics().selection();
        List<String> types = study.pieceTypes().stream().map(PieceType::name).toList();
        List<Part> parts = new ArrayList<>(List.of(words("Of those that wait it takes "),
                picked("selection", selection.choice().word(),
                        Arrays.stream(Selection.Choice.values()).map(Selection.Choice::word).toList(),
                        text -> Changed.basics(element, b -> b.withSelection(
                                text.equals(Selection.Choice.OLDEST.word())
                                        ? Selection.OLDEST
                                        : text.equals(Selection.Choice.TYPE.word())
                                                ? Selection.byType(types)
                                                : Selection.byFormula("piece.age"))))));
        switch (selection.choice()) {
            case OLDEST -> {}
            case TYPE -> {
                parts.add(words(", first "));
                parts.add(several("selection types", selection.types().isEmpty() ? "+ types" : String.join(", then ", selection.types()),
                        selection.types(), types, names -> Changed.basics(element, b -> b.withSelection(Selection.byType(names)))));
            }
            case FORMULA -> {
                parts.add(words(", "));
                parts.add(script("selection formula", selection.formula(), selection.formula(),
                        "A formula that gives a number; the highest comes first", Offers.at(study, element.basics().attributes()),
                        text -> Changed.basics(element, b -> b.withSelection(Selection.byFormula(Formula.parse(text.strip()).text())))));
            }
        }
        parts.add(words(". "));
        parts.addAll(inlet(element));
        return new Sentence(parts);
    }

    private List<Part> inlet(PlantElement element) {
        String times = ShutTime.text(element.basics().inletShut());
        Part token = typed("inlet shut", times.isEmpty() ? "+ shut the inlet" : ShutTime.shown(element.basics().inletShut()), times,
                "Elapsed times such as 1 h to 2 h, 5 h on; empty: always open",
                text -> Changed.basics(element, b -> b.withInletShut(ShutTime.parse(text))));
        return times.isEmpty() ? List.of(token) : List.of(words("Its inlet is shut "), token, words("."));
    }

    private List<Part> outlet(PlantElement element) {
        String times = ShutTime.text(element.basics().outletShut());
        Part token = typed("outlet shut", times.isEmpty() ? "+ shut the outlet" : ShutTime.shown(element.basics().outletShut()), times,
                "Elapsed times such as 1 h to 2 h, 5 h on; empty: always open",
                text -> Changed.basics(element, b -> b.withOutletShut(ShutTime.parse(text))));
        return times.isEmpty() ? List.of(token) : List.of(words("Its outlet is shut "), token, words("."));
    }

    /** Shuts or opens an outlet from a moment of the run on; what was to come after that is dropped. */
    public static UnaryOperator<Study> switchedOutlet(PlantElement element, boolean shut, Quantity from) {
        List<ShutTime> before = element.basics().outletShut();
        return Changed.basics(element, b -> b.withOutletShut(shut ? ShutTime.shutFrom(before, from) : ShutTime.openFrom(before, from)));
    }

    /** Shuts or opens an inlet from a moment of the run on; what was to come after that is dropped. */
    public static UnaryOperator<Study> switchedInlet(PlantElement element, boolean shut, Quantity from) {
        List<ShutTime> before = element.basics().inletShut();
        return Changed.basics(element, b -> b.withInletShut(shut ? ShutTime.shutFrom(before, from) : ShutTime.openFrom(before, from)));
    }

    private Sentence place(PlantElement element) {
        Placement at = element.placement();
        Quantity x = Quantity.metres(Math.round(at.xMetres() * 1000) / 1000.0);
        Quantity y = Quantity.metres(Math.round(at.yMetres() * 1000) / 1000.0);
        String attributes = element.basics().attributes().stream().map(a -> a.name() + " " + a.value()).collect(Collectors.joining(", "));
        return new Sentence(words("Stands at "),
                typed("x", x.toString(), x.toString(), "East of the middle, such as 4.5 m",
                        text -> change(element, e -> e.placed(e.placement().movedTo(metres(text), e.placement().yMetres())))),
                words(" east, "),
                typed("y", y.toString(), y.toString(), "North of the middle, such as -2 m",
                        text -> change(element, e -> e.placed(e.placement().movedTo(e.placement().xMetres(), metres(text))))),
                words(" north, turned "),
                typed("heading", Typed.degreesText(at.headingDegrees()), Typed.degreesText(at.headingDegrees()),
                        "Anticlockwise, such as 90\u00b0",
                        text -> change(element, e -> e.placed(e.placement().headedTo(Typed.degrees(text))))),
                words(". "),
                cells("attributes", attributes.isEmpty() ? "+ attribute" : attributes,
                        StudySentences.attributes(element.basics().attributes(),
                                list -> Changed.basics(element, b -> b.withAttributes(list)))),
                words(attributes.isEmpty() ? "" : "."));
    }

    private static UnaryOperator<Study> change(PlantElement element, UnaryOperator<PlantElement> change) {
        return s -> s.changed(element.name(), change);
    }

    private static double metres(String text) {
        return Quantity.parse(text, Dimension.LENGTH).inBaseUnit();
    }

    private static Words words(String text) {
        return new Words(text);
    }
}
