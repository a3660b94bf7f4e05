package rhombic.desktop.card;

import static rhombic.desktop.card.Sentence.Token.picked;
import static rhombic.desktop.card.Sentence.Token.typed;

import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.Sentence.Part;
import rhombic.desktop.card.Sentence.Words;
import rhombic.desktop.work.Edits;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Buffer;
import rhombic.study.Equipment;
import rhombic.study.GoodsIn;
import rhombic.study.GoodsOut;
import rhombic.study.Link;
import rhombic.study.Names;
import rhombic.study.PieceType;
import rhombic.study.Placement;
import rhombic.study.RunPlan;
import rhombic.study.Station;
import rhombic.study.Study;
import rhombic.study.Supply;

/** What a job card says, and what each of its tokens changes. */
final class Sentences {
    private static final String TIME_HINT = "A time such as 90 s, or triangular(48 s, 65 s, 95 s)";

    private final Study study;

    private Sentences(Study study) {
        this.study = study;
    }

    static List<Sentence> of(Study study, Equipment thing) {
        Sentences sentences = new Sentences(study);
        List<Sentence> all = new ArrayList<>(switch (thing) {
            case GoodsIn in -> sentences.goodsIn(in);
            case Buffer buffer -> sentences.buffer(buffer);
            case Station station -> sentences.station(station);
            case GoodsOut out -> List.of(new Sentence(words("Lets every piece go that reaches it.")));
        });
        if (thing.givesPieces()) {
            all.addAll(sentences.ways(thing));
        }
        all.add(sentences.place(thing));
        return all;
    }

    /** What the card says when nothing is selected: the run, and the piece types. */
    static List<Sentence> of(Study study) {
        RunPlan plan = study.plan();
        List<Sentence> all = new ArrayList<>();
        all.add(new Sentence(
                words("Runs from "),
                typed("start", plan.start().toString().replace('T', ' '), plan.start().toString(), "A date and time such as 2027-01-04T06:00",
                        text -> s -> s.withPlan(s.plan().withStart(dateTime(text)))),
                words(" for "),
                typed("length", plan.length().toString(), plan.length().toString(), "A time such as 8 h",
                        text -> plan(p -> p.withLength(Quantity.parse(text, Dimension.TIME)))),
                words(".")));
        all.add(new Sentence(
                words("The first "),
                typed("warm-up", plan.warmUp().toString(), plan.warmUp().toString(), "A time such as 1 h, or 0 h to measure from the start",
                        text -> plan(p -> p.withWarmUp(Quantity.parse(text, Dimension.TIME)))),
                words(" are warm-up and not measured.")));
        all.add(new Sentence(
                words("Is repeated "),
                typed("replications", plan.replications() + (plan.replications() == 1 ? " time" : " times"), String.valueOf(plan.replications()),
                        "A whole number such as 10; more runs give narrower intervals",
                        text -> plan(p -> p.withReplications(Typed.whole(text, "The number of runs")))),
                words(" with random numbers from seed "),
                typed("seed", String.valueOf(plan.seed()), String.valueOf(plan.seed()), "A whole number; the same seed gives the same run",
                        text -> plan(p -> p.withSeed(Typed.seed(text)))),
                words(".")));
        for (PieceType type : study.pieceTypes()) {
            all.add(pieceType(type));
        }
        return all;
    }

    private List<Sentence> goodsIn(GoodsIn in) {
        List<Sentence> all = new ArrayList<>();
        Part type = picked("piece type", in.pieceType(), study.pieceTypes().stream().map(PieceType::name).toList(),
                text -> change(in, e -> ((GoodsIn) e).withPieceType(text)));
        Optional<Supply> supply = in.supply();
        if (supply.isPresent() && supply.get() instanceof Supply.Spaced spaced) {
            all.add(new Sentence(words("Brings "),
                    typed("pieces", Typed.pieces(spaced.pieces()), String.valueOf(spaced.pieces()), "Pieces that come together, such as 1",
                            text -> spaced(in, s -> s.withPieces(Typed.whole(text, "The pieces of an arrival")))),
                    words(" of "), type, words(" every "),
                    typed("between", spaced.between().toString(), spaced.between().toString(), TIME_HINT,
                            text -> spaced(in, s -> s.withBetween(DistributionText.parse(text)))),
                    words(".")));
            all.add(new Sentence(words("The first come "),
                    typed("first", spaced.first().map(f -> "at " + f).orElse("after one such time"), spaced.first().map(Quantity::toString).orElse(""),
                            "A time such as 0 s; empty for one drawn time after the start",
                            text -> spaced(in, s -> s.withFirst(text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, Dimension.TIME))))),
                    words(". They come "),
                    mode(in, "at their times"),
                    words(".")));
            all.add(new Sentence(words("While there is no room for them they "),
                    picked("when full", in.whenFull() == GoodsIn.WhenFull.WAIT ? "wait here" : "are turned away", List.of("wait here", "are turned away"),
                            text -> change(in, e -> ((GoodsIn) e).withWhenFull(text.equals("wait here") ? GoodsIn.WhenFull.WAIT : GoodsIn.WhenFull.TURN_AWAY))),
                    words(".")));
        } else if (supply.isPresent()) {
            all.add(new Sentence(words("Brings "), type, words(". They come "), mode(in, "on demand"), words(", whenever there is room for one.")));
        } else {
            all.add(new Sentence(words("Brings "), type, words(", but it is not said when. + "), mode(in, "set when")));
        }
        all.add(new Sentence(words("Brings at most "),
                typed("most", in.most().isPresent() ? Typed.pieces(in.most().getAsInt()) : "any number", in.most().isPresent() ? String.valueOf(in.most().getAsInt()) : "",
                        "A whole number such as 500; empty for no limit",
                        text -> change(in, e -> ((GoodsIn) e).withMost(Typed.isNone(text) ? OptionalInt.empty() : OptionalInt.of(Typed.whole(text, "The most pieces"))))),
                words(".")));
        return all;
    }

    private Part mode(GoodsIn in, String shown) {
        return picked("supply", shown, List.of("at their times", "on demand"), text -> change(in,
                e -> ((GoodsIn) e).withSupply(text.equals("on demand") ? new Supply.OnDemand() : new Supply.Spaced(DistributionText.parse("exponential(90 s)")))));
    }

    private List<Sentence> buffer(Buffer buffer) {
        return List.of(new Sentence(words("Has room for "),
                typed("room", buffer.room().isPresent() ? Typed.pieces(buffer.room().getAsInt()) : "any number", buffer.room().isPresent() ? String.valueOf(buffer.room().getAsInt()) : "",
                        "A whole number such as 6; empty for no limit",
                        text -> change(buffer, e -> ((Buffer) e).withRoom(Typed.isNone(text) ? OptionalInt.empty() : OptionalInt.of(Typed.whole(text, "The room"))))),
                words(" and hands on the "),
                picked("order", buffer.order() == Buffer.Order.OLDEST_FIRST ? "oldest first" : "newest first", List.of("oldest first", "newest first"),
                        text -> change(buffer, e -> ((Buffer) e).withOrder(text.equals("oldest first") ? Buffer.Order.OLDEST_FIRST : Buffer.Order.NEWEST_FIRST))),
                words(".")));
    }

    private List<Sentence> station(Station station) {
        return List.of(
                new Sentence(words("Takes "),
                        typed("places", Typed.pieces(station.places()), String.valueOf(station.places()), "Pieces worked on at the same time, such as 1",
                                text -> change(station, e -> ((Station) e).withPlaces(Typed.whole(text, "The places")))),
                        words(" at a time, with room for "),
                        typed("input room", String.valueOf(station.inputRoom()), String.valueOf(station.inputRoom()),
                                "Pieces that may wait before it, such as 3; with 0 they wait where they come from",
                                text -> change(station, e -> ((Station) e).withInputRoom(Typed.whole(text, "The room before it")))),
                        words(" before it.")),
                new Sentence(words("Works "),
                        typed("time", station.time().map(Object::toString).orElse("+ set the time"), station.time().map(Object::toString).orElse(""), TIME_HINT,
                                text -> change(station, e -> ((Station) e).withTime(DistributionText.parse(text)))),
                        words(" on each.")));
    }

    private List<Sentence> ways(Equipment thing) {
        List<Link> links = study.linksFrom(thing.name());
        boolean byShares = links.stream().anyMatch(link -> link.share().isPresent());
        List<Sentence> all = new ArrayList<>();
        for (int i = 0; i < links.size(); i++) {
            Link link = links.get(i);
            all.add(new Sentence(
                    words(i == 0 ? "Hands on to " : byShares ? "and to " : "or, if that is full, to "),
                    picked("way " + (i + 1), link.to(), List.of("keep this way", "prefer it", "take the link out"), text -> way(link, text)),
                    words(link.share().isPresent() ? ", " : "  "),
                    typed("share " + (i + 1), link.share().map(Quantity::toString).orElse("+ share"), link.share().map(Quantity::toString).orElse(""),
                            "A share such as 95 %; empty to go by preference",
                            text -> share(link, text)),
                    words(i == links.size() - 1 ? "." : "")));
        }
        List<String> others = study.equipment().stream().filter(Equipment::takesPieces).map(Equipment::name)
                .filter(name -> !name.equals(thing.name()) && links.stream().noneMatch(l -> l.to().equals(name))).limit(200).toList();
        if (!others.isEmpty()) {
            all.add(new Sentence(words(links.isEmpty() ? "Hands on to nobody yet. " : ""),
                    picked("link", "+ link", others, text -> s -> s.linked(thing.name(), text))));
        }
        return all;
    }

    private static UnaryOperator<Study> way(Link link, String choice) {
        return switch (choice) {
            case "prefer it" -> s -> Edits.preferred(s, link.from(), link.to());
            case "take the link out" -> s -> Edits.unlinked(s, link.from(), link.to());
            default -> UnaryOperator.identity();
        };
    }

    private static UnaryOperator<Study> share(Link link, String text) {
        Optional<Quantity> share = text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, Dimension.SHARE));
        Link changed = link.withShare(share);
        return s -> s.withLinks(s.links().stream().map(l -> l.from().equals(link.from()) && l.to().equals(link.to()) ? changed : l).toList());
    }

    private Sentence place(Equipment thing) {
        Placement at = thing.placement();
        Quantity x = Quantity.metres(Math.round(at.xMetres() * 1000) / 1000.0);
        Quantity y = Quantity.metres(Math.round(at.yMetres() * 1000) / 1000.0);
        return new Sentence(words("Stands at "),
                typed("x", x.toString(), x.toString(), "East of the middle, such as 4.5 m",
                        text -> change(thing, e -> e.placed(new Placement(metres(text), e.placement().yMetres(), e.placement().turnedDegrees())))),
                words(" east, "),
                typed("y", y.toString(), y.toString(), "North of the middle, such as -2 m",
                        text -> change(thing, e -> e.placed(new Placement(e.placement().xMetres(), metres(text), e.placement().turnedDegrees())))),
                words(" north, turned "),
                typed("turned", Typed.degreesText(at.turnedDegrees()), Typed.degreesText(at.turnedDegrees()), "Anticlockwise, such as 90\u00b0",
                        text -> change(thing, e -> e.placed(new Placement(e.placement().xMetres(), e.placement().yMetres(), Typed.degrees(text))))),
                words("."));
    }

    private static Sentence pieceType(PieceType type) {
        String name = type.name();
        return new Sentence(
                typed(name + " name", name, name, "A name", text -> s -> renamedType(s, name, text.strip())),
                words(" measures "),
                typed(name + " size", type.length() + " \u00d7 " + type.width() + " \u00d7 " + type.height(), type.length() + ", " + type.width() + ", " + type.height(),
                        "Length, width and height, such as 0.6 m, 0.4 m, 0.4 m", text -> resized(name, text)),
                words(" and is "),
                typed(name + " colour", type.colour(), type.colour(), "A colour such as #2E7F9E",
                        text -> s -> withType(s, name, new PieceType(name, type.length(), type.width(), type.height(), text.strip()))),
                words("."));
    }

    private static UnaryOperator<Study> resized(String name, String text) {
        String[] parts = text.split("[,\u00d7]");
        if (parts.length != 3) {
            throw new IllegalArgumentException("Write length, width and height, such as 0.6 m, 0.4 m, 0.4 m");
        }
        Quantity length = Quantity.parse(parts[0], Dimension.LENGTH);
        Quantity width = Quantity.parse(parts[1], Dimension.LENGTH);
        Quantity height = Quantity.parse(parts[2], Dimension.LENGTH);
        return s -> withType(s, name, new PieceType(name, length, width, height,
                s.pieceTypes().stream().filter(t -> t.name().equals(name)).findFirst().orElseThrow().colour()));
    }

    private static Study withType(Study study, String name, PieceType changed) {
        return study.withPieceTypes(study.pieceTypes().stream().map(t -> t.name().equals(name) ? changed : t).toList());
    }

    private static Study renamedType(Study study, String from, String to) {
        List<PieceType> types = study.pieceTypes().stream().map(t -> t.name().equals(from) ? t.named(Names.checked(to)) : t).toList();
        List<Equipment> things = study.equipment().stream()
                .map(e -> e instanceof GoodsIn in && in.pieceType().equals(from) ? in.withPieceType(to) : e)
                .toList();
        return new Study(study.name(), study.plan(), types, things, study.links());
    }

    private static UnaryOperator<Study> plan(UnaryOperator<RunPlan> change) {
        return s -> s.withPlan(change.apply(s.plan()));
    }

    private static UnaryOperator<Study> spaced(GoodsIn in, UnaryOperator<Supply.Spaced> change) {
        return change(in, e -> ((GoodsIn) e).withSupply(change.apply((Supply.Spaced) ((GoodsIn) e).supply().orElseThrow())));
    }

    private static UnaryOperator<Study> change(Equipment thing, UnaryOperator<Equipment> change) {
        return s -> s.changed(thing.name(), change);
    }

    private static double metres(String text) {
        return Quantity.parse(text, Dimension.LENGTH).inBaseUnit();
    }

    private static LocalDateTime dateTime(String text) {
        try {
            return LocalDateTime.parse(text.strip().replace(' ', 'T'));
        } catch (DateTimeException e) {
            throw new IllegalArgumentException("The start must be a date and time such as 2027-01-04T06:00; got \u201c" + text.strip() + "\u201d", e);
        }
    }

    private static Words words(String text) {
        return new Words(text);
    }
}
