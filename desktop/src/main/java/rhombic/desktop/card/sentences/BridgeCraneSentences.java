package rhombic.desktop.card.sentences;

import java.util.stream.Collectors;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Unit;
import rhombic.study.crane.CraneTool;
import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.several;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import rhombic.desktop.card.phrases.AxisWords;
import rhombic.desktop.card.phrases.DispatchingSentences;
import rhombic.desktop.card.phrases.DutySentences;
import rhombic.desktop.card.phrases.FailureSentences;
import rhombic.desktop.card.phrases.NeedSentences;
import rhombic.desktop.card.phrases.TimeSentences;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.Zone;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneForm;
import rhombic.study.crane.CraneSharing;
import rhombic.study.crane.HallCraneDriving;
import rhombic.study.crane.Runway;
import rhombic.study.kind.PlantElement;

/** The card of bridge cranes, as sentences. */
final class BridgeCraneSentences {
    private static final String ANY_WEIGHT = "of any weight";
    private static final String EVERYWHERE = "everywhere below them";

    private final Study study;
    private final BridgeCrane crane;

    private BridgeCraneSentences(Study study, BridgeCrane crane) {
        this.study = study;
        this.crane = crane;
    }

    static List<Sentence> of(Study study, BridgeCrane crane) {
        BridgeCraneSentences sentences = new BridgeCraneSentences(study, crane);
        DispatchingSentences rules = new DispatchingSentences(crane);
        List<Sentence> all = new ArrayList<>(List.of(sentences.runway(), sentences.lifting(), sentences.moving(), sentences.gripping(),
                sentences.carrying(), rules.rules(study), sentences.waiting(rules)));
        all.add(DutySentences.calendarOf(study, crane));
        FailureSentences failures = FailureSentences.of(study, crane);
        all.addAll(failures.all());
        all.add(new Sentence(failures.add()));
        return all;
    }

    private Sentence runway() {
        if (crane.form() == CraneForm.JIB) {
            Quantity reach = new Quantity(crane.jibMetres(), Unit.METRE);
            return new Sentence(new Words("A "), form(),
                    new Words(", whose jib turns about its pillar by half a turn to either side and reaches "),
                    typed("jib", reach.toString(), reach.toString(), "A length such as 6 m",
                            text -> crane(c -> c.withJib(Quantity.parse(text, Dimension.LENGTH)))),
                    new Words("."));
        }
        Runway runway = crane.runway();
        List<Part> parts = new ArrayList<>(List.of(
                typed("cranes", String.valueOf(crane.cranes()), String.valueOf(crane.cranes()),
                        "A whole number from 1 to " + BridgeCrane.MAX_CRANES,
                        text -> crane(c -> c.withCranes(Typed.whole(text, "The cranes on a runway")))),
                new Words(" "),
                form(),
                new Words(crane.cranes() == 1 ? " runs on a runway of " : " run on a runway of "),
                length("runway length", runway.length(), Runway::withLength), new Words(" with a span of "),
                length("span", runway.span(), Runway::withSpan)));
        if (crane.cranes() > 1) {
            parts.add(new Words("; the middles of two bridges stay "));
            parts.add(length("safe distance", runway.safeDistance(), Runway::withSafeDistance));
            parts.add(new Words(" apart, and each fetches "));
            parts.add(picked("sharing", crane.use().sharing().word(), Arrays.stream(CraneSharing.values()).map(CraneSharing::word).toList(),
                    text -> crane(c -> c.withUse(u -> u.withSharing(Typed.choice(CraneSharing.values(), CraneSharing::word, text))))));
        }
        parts.add(new Words("."));
        return new Sentence(parts);
    }

    private Part form() {
        return picked("form", crane.form().word() + (crane.count() == 1 ? "" : "s"),
                Arrays.stream(CraneForm.values()).map(CraneForm::word).toList(),
                text -> crane(c -> c.withForm(Typed.choice(CraneForm.values(), CraneForm::word, text))));
    }

    private Sentence lifting() {
        return new Sentence(new Words("Loads "),
                typed("max weight", crane.maxWeight().map(weight -> "of at most " + weight).orElse(ANY_WEIGHT),
                        crane.maxWeight().map(Quantity::toString).orElse(""), "Such as 5 t; empty: any weight",
                        text -> crane(c -> c.withMaxWeight(text.isBlank() || text.strip().equals(ANY_WEIGHT)
                                ? Optional.empty()
                                : Optional.of(Quantity.parse(text, Dimension.MASS))))),
                new Words(" are lifted up to "), length("lift height", crane.runway().liftHeight(), Runway::withLiftHeight),
                new Words(", and pass "), length("clearance", crane.runway().clearance(), Runway::withClearance),
                new Words(" above whatever stands below."));
    }

    private interface RunwaySetting {
        Runway with(Runway runway, Quantity value);
    }

    private Part length(String id, Quantity now, RunwaySetting change) {
        return typed(id, now.toString(), now.toString(), "A length such as 12 m",
                text -> crane(c -> c.withRunway(r -> change.with(r, Quantity.parse(text, Dimension.LENGTH)))));
    }

    private Sentence moving() {
        HallCraneDriving now = crane.driving();
        AxisWords bridge = new AxisWords(now.bridge(), axis -> crane(c -> c.with(c.driving().withBridge(axis))));
        AxisWords trolley = new AxisWords(now.trolley(), axis -> crane(c -> c.with(c.driving().withTrolley(axis))));
        AxisWords hoist = new AxisWords(now.hoist(), axis -> crane(c -> c.with(c.driving().withHoist(axis))));
        return new Sentence(new Words(crane.form() == CraneForm.JIB ? "The tip of the jib turns at " : "The bridge travels at "),
                bridge.speed("speed"), new Words(", reached "),
                bridge.acceleration("acceleration"), new Words(", the trolley at "), trolley.speed("trolley speed"),
                new Words(", reached "),
                trolley.acceleration("trolley acceleration"), new Words(", both at once; the hoist lifts at "), hoist.speed("hoist speed"),
                new Words(", reached "), hoist.acceleration("hoist acceleration"), new Words("."));
    }

    private Sentence gripping() {
        TimeSentences times = new TimeSentences(study, crane.basics().attributes());
        List<Part> parts = new ArrayList<>(List.of(new Words("Gripping a piece takes ")));
        parts.addAll(times.of("pick up", crane.loading().pickUpTime(), time -> crane(c -> c.with(c.loading().withPickUpTime(time)))));
        parts.add(new Words(", releasing it "));
        parts.addAll(times.of("set down", crane.loading().setDownTime(), time -> crane(c -> c.with(c.loading().withSetDownTime(time)))));
        parts.add(new Words(". "));
        parts.add(tools());
        if (crane.use().tools().size() > 1) {
            parts.add(new Words(" are its tools, the first on it to begin with; another is put on in "));
            parts.add(time("tool change", crane.use().toolChange().toString(), crane.use().toolChange().toString(),
                    text -> crane(c -> c.withUse(u -> u.withToolChange(DistributionText.parse(text))))));
            parts.add(new Words("."));
        }
        return new Sentence(parts);
    }

    private Part tools() {
        List<CraneTool> now = crane.use().tools();
        String shown = now.isEmpty()
                ? "+ tools"
                : now.stream().map(one -> one.name() + " (" + String.join(", ", one.types()) + ")").collect(Collectors.joining(", "));
        return cells("tools", shown, new Sentence.Grid(List.of("tool", "types", "gripping", "releasing"),
                now.stream().map(one -> List.of(one.name(), String.join(", ", one.types()),
                        one.pickUpTime().map(Object::toString).orElse(""), one.setDownTime().map(Object::toString).orElse(""))).toList(),
                "A row for each tool: its name, the piece types that are gripped with it, and how long gripping and releasing take with it; "
                        + "empty: as above",
                false, 2, filled -> {
                    List<CraneTool> read = filled.rows().stream().map(this::tool).toList();
                    return crane(c -> c.withUse(u -> u.withTools(read)));
                }));
    }

    private CraneTool tool(List<String> row) {
        List<String> types = Arrays.stream(row.get(1).split(",")).map(String::strip).filter(name -> !name.isEmpty())
                .map(name -> OrderSentences.type(study, name)).toList();
        return new CraneTool(row.get(0).strip(), types, duration(row, 2), duration(row, 3));
    }

    private static Optional<Distribution> duration(List<String> row, int at) {
        return row.size() <= at || row.get(at).isBlank() ? Optional.empty() : Optional.of(DistributionText.parse(row.get(at)));
    }

    private Sentence carrying() {
        List<Link> carried = study.links().stream()
                .filter(link -> link.travel() instanceof Travel.Carried travel && travel.need().inOrder().contains(crane.name())).toList();
        List<Part> parts = new ArrayList<>();
        parts.add(new Words(carried.isEmpty()
                ? "Nothing is lifted yet: click a link, and say on its card who carries."
                : "They lift from " + String.join(", ", carried.stream().map(link -> link.from() + " to " + link.to()).limit(4).toList())
                        + (carried.size() > 4 ? " and on " + (carried.size() - 4) + " more links" : "") + "."));
        List<String> zones = study.all(Zone.class).stream().map(PlantElement::name).toList();
        if (!zones.isEmpty() || !crane.use().zones().isEmpty()) {
            parts.add(new Words(" They fetch from "));
            parts.add(several("zones", crane.use().zones().isEmpty() ? EVERYWHERE : String.join(", ", crane.use().zones()),
                    crane.use().zones(), zones,
                    chosen -> crane(c -> c.withUse(u -> u.withZones(chosen)))));
            parts.add(new Words("."));
        }
        return new Sentence(parts);
    }

    private Sentence waiting(DispatchingSentences rules) {
        List<Part> parts = new ArrayList<>(List.of(new Words("With nothing to do they wait "), rules.idleAt(), new Words(".")));
        NeedSentences.driver(study, "operator", crane.driver(), "needs no operator", "needs one of ",
                operator -> crane(c -> c.withUse(u -> u.withOperator(operator)))).ifPresent(
                        token -> parts.addAll(
                                List.of(new Words(" Each "), token,
                                        new Words(crane.driver().isEmpty() ? "." : " who walks along below."))));
        return new Sentence(parts);
    }

    private UnaryOperator<Study> crane(UnaryOperator<BridgeCrane> change) {
        return s -> s.changed(crane.name(), e -> change.apply((BridgeCrane) e));
    }
}
