package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.script;
import static rhombic.desktop.card.text.Sentence.Token.several;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import rhombic.desktop.card.text.Offers;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Grid;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.desktop.work.Edits;
import rhombic.formula.Formula;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.place.Fitting;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;

/** Where pieces go from one outlet of something, and which. */
public final class RoutingSentences {
    private static final int MAX_CHOICES = 200;

    private final Study study;
    private final PlantElement element;
    /** Name of the outlet; empty for the usual one. */
    private final String outlet;
    private final List<Link> links;
    /** Tells tokens of one outlet from those of another. */
    private final String of;

    private RoutingSentences(Study study, PlantElement element, String outlet) {
        this.study = study;
        this.element = element;
        this.outlet = outlet;
        of = outlet.isEmpty() ? "" : " of " + outlet;
        links = study.linksFrom(element.name()).stream()
                .filter(link -> element.port(link.fromPort(), false).equals(element.port(outlet, false))).toList();
    }

    /** @param andMore what is said behind it */
    public static List<Sentence> of(Study study, PlantElement element, List<Part> andMore) {
        return new RoutingSentences(study, element, "").ways(andMore);
    }

    public static List<Sentence> ofDivert(Study study, Conveyor conveyor, Fitting.Divert divert) {
        return new RoutingSentences(study, conveyor, divert.name()).ways(List.of());
    }

    /** All that is said of one link: where it leads, which pieces go there, how they come there, and what breaks it. */
    public static List<Sentence> of(Study study, Link link) {
        PlantElement from = study.find(link.from()).orElseThrow();
        RoutingSentences sentences = new RoutingSentences(study, from, link.fromPort());
        int number = sentences.number(link);
        boolean isForAll = link.filter() instanceof LinkFilter.All;
        List<Part> parts = new ArrayList<>(List.of(words("Leads from "), sentences.end("from " + number, link, true), words(" to "),
                sentences.end("to " + number, link, false), words(isForAll ? ", for all pieces. " : ", for pieces ")));
        parts.addAll(sentences.filter(link));
        parts.addAll(List.of(words(isForAll ? " " : ". "),
                sentences.share(link, link.share().map(share -> share + " of what leaves").orElse("+ share"))));
        parts.addAll(LinkSentences.toAdd(study, link, number));
        List<Sentence> all = new ArrayList<>(List.of(new Sentence(parts)));
        LinkSentences.of(study, link, number).ifPresent(all::add);
        all.addAll(FailureSentences.of(study, link, number).all());
        return all;
    }

    /** One end of the link, which can be put elsewhere. */
    private Part end(String id, Link link, boolean isFrom) {
        List<String> others = study.elements().stream()
                .filter(e -> isFrom ? e.givesPieces() : e.takesPieces()).map(PlantElement::name)
                .filter(name -> !name.equals(isFrom ? link.to() : link.from())).limit(MAX_CHOICES).toList();
        return picked("link " + id, isFrom ? link.from() : link.to(), others, text -> isFrom
                ? link(link, l -> study.withUsualPorts(l.between(text, l.to()).withPorts("", l.toPort())))
                : link(link, l -> study.withUsualPorts(l.between(l.from(), text).withPorts(l.fromPort(), ""))));
    }

    private Part share(Link link, String shown) {
        return typed("share " + number(link), shown, link.share().map(Quantity::toString).orElse(""),
                "A share such as 95 %; empty for none",
                text -> link(link,
                        l -> l.withShare(text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, Dimension.SHARE)))));
    }

    /** Among all links of the element, from 1. */
    private int number(Link link) {
        return study.linksFrom(element.name()).indexOf(link) + 1;
    }

    private static Words words(String text) {
        return new Words(text);
    }

    private List<Sentence> ways(List<Part> andMore) {
        boolean byShares = links.stream().anyMatch(link -> link.share().isPresent());
        List<Sentence> all = new ArrayList<>();
        if (links.size() > 1) {
            all.add(byShares ? new Sentence(words("Chooses by "), shares("shares"), words(".")) : routing());
        }
        boolean inOrder = chosen().choice() == Routing.Choice.PREFERENCE;
        for (int i = 0; i < links.size(); i++) {
            Link link = links.get(i);
            List<Part> parts = new ArrayList<>(List.of(
                    words(i == 0 ? "Passes to " : byShares || !inOrder ? "and to " : "or, if that is full, to "),
                    picked("way " + number(link), link.to(), List.of("keep this way", "prefer it", "take the link out"),
                            text -> way(link, text))));
            Part token = share(link, link.share().map(Quantity::toString).orElse("+ share"));
            // What is said comes first, what could be added after the stop.
            boolean isForAll = link.filter() instanceof LinkFilter.All;
            link.share().ifPresent(share -> parts.addAll(List.of(words(" "), token)));
            if (!isForAll) {
                parts.add(words(" "));
                parts.addAll(filter(link));
            }
            parts.add(words(i == links.size() - 1 ? ". " : ", "));
            if (link.share().isEmpty()) {
                parts.add(token);
            }
            if (isForAll) {
                parts.add(words(link.share().isEmpty() ? " " : ""));
                parts.addAll(filter(link));
            }
            parts.addAll(LinkSentences.toAdd(study, link, number(link)));
            all.add(new Sentence(parts));
            LinkSentences.of(study, link, number(link)).ifPresent(all::add);
            all.addAll(FailureSentences.of(study, link, number(link)).all());
        }
        List<String> others = study.elements().stream().filter(PlantElement::takesPieces).map(PlantElement::name)
                .filter(name -> !name.equals(element.name()) && links.stream().noneMatch(l -> l.to().equals(name))).limit(MAX_CHOICES)
                .toList();
        List<Part> more = new ArrayList<>();
        if (!others.isEmpty()) {
            more.addAll(List.of(words(!links.isEmpty() ? "" : outlet.isEmpty() ? "Passes to nobody yet. " : "Nothing leaves there yet. "),
                    picked("link" + of, "+ link", others, text -> s -> s.linked(element.name(), outlet, text, "")), words(" ")));
        }
        more.addAll(andMore);
        if (!more.isEmpty()) {
            all.add(new Sentence(more));
        }
        return all;
    }

    /** The shares of all its links in one table; they are seen on the links. */
    private Part shares(String shown) {
        List<List<String>> rows = links.stream().map(link -> List.of(link.to(), link.share().map(Quantity::toString).orElse(""))).toList();
        return cells("shares" + of, shown,
                new Grid(List.of("to", "share"), rows, "Shares such as 95 % and 5 %; all empty: not by chance", false, 1, filled -> {
                    Map<String, Optional<Quantity>> given = new HashMap<>();
                    filled.rows().forEach(row -> given.put(row.get(0),
                            row.get(1).isBlank() ? Optional.empty() : Optional.of(Quantity.parse(row.get(1), Dimension.SHARE))));
                    List<String> strangers = given.keySet().stream().filter(name -> links.stream().noneMatch(l -> l.to().equals(name)))
                            .toList();
                    if (!strangers.isEmpty()) {
                        throw new IllegalArgumentException("No link leads to \u201c" + strangers.getFirst() + "\u201d");
                    }
                    return s -> s.withLinks(s.links().stream()
                            .map(l -> links.contains(l) ? l.withShare(given.getOrDefault(l.to(), Optional.empty())) : l)
                            .toList());
                }));
    }

    private Sentence routing() {
        Routing way = chosen();
        List<Part> parts = new ArrayList<>(List.of(words("Chooses "),
                picked("routing" + of, way.choice().word(), Arrays.stream(Routing.Choice.values()).map(Routing.Choice::word).toList(),
                        text -> {
                            Routing.Choice choice = Typed.choice(Routing.Choice.values(), Routing.Choice::word, text);
                            return choose(new Routing(choice, choice == Routing.Choice.FORMULA ? "'" + links.getFirst().to() + "'" : ""));
                        })));
        if (way.choice() == Routing.Choice.FORMULA) {
            parts.add(words(", "));
            parts.add(script("routing formula" + of, way.formula(), way.formula(),
                    outlet.isEmpty()
                            ? "A formula that gives the name of one of the links, such as table('Routes', piece.type)"
                            : "A formula that gives the name of one of the links, or '" + element.name() + "' for straight on",
                    Offers.at(study, element.basics().attributes()),
                    text -> choose(new Routing(Routing.Choice.FORMULA, Formula.parse(text.strip()).text()))));
        }
        parts.add(words(". "));
        parts.add(shares("+ shares"));
        return new Sentence(parts);
    }

    private Routing chosen() {
        return divert().map(Fitting.Divert::routing).orElse(element.basics().routing());
    }

    private Optional<Fitting.Divert> divert() {
        return element instanceof Conveyor conveyor && !outlet.isEmpty()
                ? conveyor.fittings().stream().filter(f -> f.name().equals(outlet) && f instanceof Fitting.Divert)
                        .map(Fitting.Divert.class::cast)
                        .findFirst()
                : Optional.empty();
    }

    private UnaryOperator<Study> choose(Routing way) {
        return divert().map(d -> (UnaryOperator<Study>) s -> s.changed(element.name(), e -> e instanceof Conveyor now
                ? now.withFitting(outlet, d.withRouting(way))
                : e)).orElseGet(() -> Changed.basics(element, b -> b.withRouting(way)));
    }

    private List<Part> filter(Link link) {
        List<String> types = study.pieceTypes().stream().map(PieceType::name).toList();
        List<String> choices = new ArrayList<>(List.of("all", "certain types", "a condition"));
        if (element instanceof UnpackingStation || !(link.filter() instanceof LinkFilter.All)) {
            choices.addAll(List.of("load carriers", "contents"));
        }
        String id = "only " + number(link);
        Part pick = picked(id, shown(link.filter()), choices, text -> link(link, l -> l.withFilter(switch (text) {
            case "certain types" -> new LinkFilter.Types(types.subList(0, 1));
            case "a condition" -> new LinkFilter.Condition("piece.age > 0");
            case "load carriers" -> new LinkFilter.LoadCarriers();
            case "contents" -> new LinkFilter.Contents();
            default -> LinkFilter.ALL;
        })));
        return switch (link.filter()) {
            case LinkFilter.Types only ->
                List.of(words("only "), pick, words(" "), several(id + " types", String.join(" or ", only.types()), only.types(), types,
                        names -> link(link, l -> l.withFilter(new LinkFilter.Types(names)))));
            case LinkFilter.Condition condition -> List.of(words("only where "),
                    script(id + " where", condition.formula(), condition.formula(),
                            "A formula that gives yes or no, such as piece.joints > 4",
                            Offers.at(study, element.basics().attributes()),
                            text -> link(link, l -> l.withFilter(new LinkFilter.Condition(Formula.parse(text.strip()).text())))),
                    words(" "), pick);
            case LinkFilter.LoadCarriers carriers -> List.of(words("only "), pick);
            case LinkFilter.Contents contents -> List.of(words("only "), pick);
            case LinkFilter.All all -> List.of(pick);
        };
    }

    private static String shown(LinkFilter filter) {
        return switch (filter) {
            case LinkFilter.All all -> "+ only";
            case LinkFilter.Types types -> "types";
            case LinkFilter.Condition condition -> "+ only";
            case LinkFilter.LoadCarriers carriers -> "load carriers";
            case LinkFilter.Contents contents -> "contents";
        };
    }

    private static UnaryOperator<Study> way(Link link, String choice) {
        return switch (choice) {
            case "prefer it" -> s -> Edits.preferred(s, link);
            case "take the link out" -> s -> Edits.unlinked(s, link);
            default -> UnaryOperator.identity();
        };
    }

    static UnaryOperator<Study> link(Link link, UnaryOperator<Link> change) {
        return s -> s.withLinks(
                s.links().stream().map(l -> l.ends().equals(link.ends()) ? change.apply(l) : l).toList());
    }
}
