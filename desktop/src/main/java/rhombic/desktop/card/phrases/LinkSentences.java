package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.several;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.place.Bend;

/** How pieces come along a link: at once, in a time, or at a speed along its path. */
final class LinkSentences {
    private static final String AT_ONCE = "at once";
    private static final String IN_TIME = "in a time";
    private static final String AT_SPEED = "at a speed";
    private static final String CARRIED = "carried";

    private final Study study;
    private final Link link;
    private final int number;

    private LinkSentences(Study study, Link link, int number) {
        this.study = study;
        this.link = link;
        this.number = number;
    }

    /** What can be added to the sentence of a link on which pieces take no time. */
    static List<Part> toAdd(Study study, Link link, int number) {
        if (!(link.travel() instanceof Travel.AtOnce)) {
            return List.of();
        }
        LinkSentences sentences = new LinkSentences(study, link, number);
        List<Part> parts = new ArrayList<>(List.of(new Words(" "), sentences.mode("+ time on the way")));
        if (!link.bends().isEmpty()) {
            parts.addAll(List.of(new Words(" "), sentences.bends()));
        }
        return parts;
    }

    /** What is said of a link on which pieces take time. */
    static Optional<Sentence> of(Study study, Link link, int number) {
        LinkSentences sentences = new LinkSentences(study, link, number);
        return switch (link.travel()) {
            case Travel.AtOnce once -> Optional.empty();
            case Travel.InTime in -> Optional.of(new Sentence(new Words("They come there "), sentences.mode(IN_TIME), new Words(", "),
                    time("travel time " + number, in.time().toString(), in.time().toString(),
                            text -> sentences.travels(new Travel.InTime(DistributionText.parse(text), in.maxPieces()))),
                    new Words(" over " + sentences.length() + ", with "), sentences.maxPieces(), new Words(" on the way at a time. "),
                    sentences.bends(), new Words(" "), sentences.failure()));
            case Travel.Carried carried -> Optional.of(new Sentence(new Words("They are "), sentences.mode(CARRIED), new Words(", by "),
                    several("carried by " + number, carried.need().inWords(), carried.need().inOrder(), NeedSentences.choices(study),
                            chosen -> sentences.travels(carried.by(
                                    chosen.isEmpty() ? carried.need() : carried.need().withSkills(chosen)))),
                    new Words(", who takes "), sentences.maxPieces(), new Words(" at a time and comes "), sentences.fullLoad(carried),
                    new Words(", with priority "),
                    typed("carried priority " + number, String.valueOf(carried.need().priority()),
                            String.valueOf(carried.need().priority()),
                            "A whole number; higher goes first",
                            text -> sentences.travels(carried.by(carried.need().withPriority(Typed.whole(text, "The priority"))))),
                    new Words(". "), sentences.failure()));
            case Travel.AtSpeed at -> Optional.of(new Sentence(new Words("They come there "), sentences.mode(AT_SPEED), new Words(", "),
                    typed("travel speed " + number, at.speed().toString(), at.speed().toString(), "A speed such as 0.5 m/s",
                            text -> sentences.travels(new Travel.AtSpeed(Quantity.parse(text, Dimension.SPEED), at.maxPieces()))),
                    new Words(" over " + sentences.length() + ", with "), sentences.maxPieces(), new Words(" on the way at a time. "),
                    sentences.bends(), new Words(" "), sentences.failure()));
        };
    }

    private Part failure() {
        return FailureSentences.of(study, link, number).add();
    }

    private String length() {
        return study.find(link.from()).flatMap(from -> study.find(link.to())
                .map(to -> PlacementSentences.metres(Math.round(Layout.path(link, from, to).metres() * 100) / 100.0))).orElse("\u2013");
    }

    private String somebody() {
        List<String> choices = NeedSentences.choices(study);
        if (choices.isEmpty()) {
            throw new IllegalArgumentException(
                    "There is nobody who could carry yet: place a fleet from the shelf, under Move, or a crew, under People");
        }
        return choices.getFirst();
    }

    private Part mode(String shown) {
        int max = link.travel().maxPieces();
        return picked("travel " + number, shown, List.of(AT_ONCE, IN_TIME, AT_SPEED, CARRIED), text -> travels(switch (text) {
            case CARRIED -> new Travel.Carried(Need.of(somebody()), Math.max(1, max));
            case IN_TIME -> new Travel.InTime(DistributionText.parse("20 s"), max);
            case AT_SPEED -> new Travel.AtSpeed(Quantity.parse("0.5 m/s", Dimension.SPEED), max);
            default -> Travel.AT_ONCE;
        }));
    }

    private Part maxPieces() {
        int max = link.travel().maxPieces();
        return typed("travel max pieces " + number, max == 0 ? "any number" : Typed.pieces(max), max == 0 ? "" : String.valueOf(max),
                "Max. pieces on the way at a time, such as 4; empty for no limit", text -> {
                    int wanted = Typed.isNone(text) || text.strip().equals("any number")
                            ? 0
                            : Typed.whole(text, "The max. pieces on the way");
                    return travels(switch (link.travel()) {
                        case Travel.AtOnce once -> once;
                        case Travel.InTime in -> new Travel.InTime(in.time(), wanted);
                        case Travel.AtSpeed at -> new Travel.AtSpeed(at.speed(), wanted);
                        case Travel.Carried carried -> carried.withMaxPieces(Math.max(1, wanted));
                    });
                });
    }

    private Part fullLoad(Travel.Carried carried) {
        return typed("full load " + number, carried.fullLoadWithin().map(time -> "for a full load, or after " + time).orElse("at once"),
                carried.fullLoadWithin().map(Quantity::toString).orElse(""),
                "How long what waits is left for a full load, such as 10 min; empty: somebody comes at once",
                text -> travels(carried.withFullLoadWithin(text.isBlank() || text.strip().equals("at once")
                        ? Optional.empty()
                        : Optional.of(Quantity.parse(text, Dimension.TIME)))));
    }

    private Part bends() {
        String typed = link.bends().stream().map(b -> PlacementSentences.metres(b.xMetres()) + " " + PlacementSentences.metres(b.yMetres()))
                .collect(Collectors.joining("; "));
        int count = link.bends().size();
        return typed("bends " + number, count == 0 ? "+ bends" : count == 1 ? "1 bend" : count + " bends", typed,
                "East and north of each bend: 3 m 4 m; 6 m 4 m. Or drag the link on the floor",
                text -> {
                    List<Bend> typedBends = parse(text);
                    return change(l -> l.withBends(typedBends));
                });
    }

    private UnaryOperator<Study> travels(Travel travel) {
        return change(l -> l.withTravel(travel));
    }

    static List<Bend> parse(String text) {
        List<Bend> bends = new ArrayList<>();
        for (String one : text.split(";")) {
            if (one.isBlank()) {
                continue;
            }
            String[] words = one.strip().split("\\s*,\\s*|(?<=[A-Za-z])\\s+");
            if (words.length != 2) {
                throw new IllegalArgumentException(
                        "A bend is two lengths, east and north, such as 3 m 4 m; got \u201c" + one.strip() + "\u201d");
            }
            bends.add(new Bend(Quantity.parse(words[0], Dimension.LENGTH).inBaseUnit(),
                    Quantity.parse(words[1], Dimension.LENGTH).inBaseUnit()));
        }
        return bends;
    }

    private UnaryOperator<Study> change(UnaryOperator<Link> change) {
        return RoutingSentences.link(link, change);
    }
}
