package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.sentences.Sentence.Token.act;
import static rhombic.desktop.card.sentences.Sentence.Token.picked;
import static rhombic.desktop.card.sentences.Sentence.Token.time;
import static rhombic.desktop.card.sentences.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.sentences.Sentence.Part;
import rhombic.desktop.card.sentences.Sentence.Words;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.Crew;
import rhombic.study.duty.Need;
import rhombic.study.kind.Fleet;

/** What the card of a fleet says. */
final class FleetSentences {
    private static final int MAX_NAMED = 5;

    private final Study study;
    private final Fleet fleet;
    private final DispatchingSentences dispatching;

    private FleetSentences(Study study, Fleet fleet) {
        this.study = study;
        this.fleet = fleet;
        dispatching = new DispatchingSentences(fleet);
    }

    static List<Sentence> of(Study study, Fleet fleet) {
        FleetSentences sentences = new FleetSentences(study, fleet);
        List<Sentence> all = new ArrayList<>(
                List.of(sentences.vehicles(), sentences.driving(), sentences.loading(), sentences.dispatching.rules(),
                        sentences.ways(), DutySentences.calendarOf(study, fleet)));
        FailureSentences failures = FailureSentences.of(study, fleet);
        all.addAll(failures.all());
        all.add(new Sentence(failures.add()));
        all.add(sentences.used());
        return all;
    }

    private Sentence vehicles() {
        return new Sentence(
                typed("vehicles", String.valueOf(fleet.vehicles()), String.valueOf(fleet.vehicles()), "A whole number from 1 to 500",
                        text -> fleet(f -> f.withVehicles(Typed.whole(text, "The vehicles of a fleet")))),
                new Words(" "),
                picked("form", fleet.memberWord(fleet.vehicles() > 1),
                        Arrays.stream(Fleet.Form.values()).map(form -> fleet.withForm(form).memberWord(fleet.vehicles() > 1)).toList(),
                        text -> fleet(f -> f.withForm(Arrays.stream(Fleet.Form.values())
                                .filter(form -> f.withForm(form).memberWord(f.vehicles() > 1).equals(text)).findFirst().orElse(f.form())))),
                new Words(fleet.vehicles() == 1 ? " that carries " : " that carry "),
                typed("capacity", Typed.pieces(fleet.capacity()), String.valueOf(fleet.capacity()), "A whole number such as 1",
                        text -> fleet(f -> f.withCapacity(Typed.whole(text, "The pieces that a vehicle carries")))),
                new Words(fleet.vehicles() == 1 ? " at a time." : " at a time each."));
    }

    private Sentence driving() {
        Fleet.Driving driving = fleet.driving();
        return new Sentence(new Words("They drive at "),
                typed("speed", driving.speed().toString(), driving.speed().toString(), "A speed such as 2 m/s",
                        text -> driving(d -> d.withSpeed(Quantity.parse(text, Dimension.SPEED)))),
                new Words(", loaded at "),
                optional("loaded speed", driving.loadedSpeed(), "the same", "A speed such as 1.5 m/s; empty: the same", Dimension.SPEED,
                        Fleet.Driving::withLoadedSpeed),
                new Words(", speed up and brake "),
                optional("acceleration", driving.acceleration(), "at once", "Such as 0.5 m/s\u00b2; empty: at once", Dimension.ACCELERATION,
                        Fleet.Driving::withAcceleration),
                new Words(driving.quarterTurn().isPresent() ? ", and turn on the spot, by 90\u00b0 in " : ", and go round corners "),
                optional("quarter turn", driving.quarterTurn(), "without stopping",
                        "How long a turn by 90\u00b0 on the spot takes, such as 4 s; empty: they go round corners", Dimension.TIME,
                        Fleet.Driving::withQuarterTurn),
                new Words("."));
    }

    private interface Setting {
        Fleet.Driving with(Fleet.Driving driving, Optional<Quantity> value);
    }

    private Part optional(String id, Optional<Quantity> now, String none, String hint, Dimension dimension, Setting change) {
        return typed(id, now.map(Quantity::toString).orElse(none), now.map(Quantity::toString).orElse(""), hint,
                text -> driving(d -> change.with(d,
                        text.isBlank() || text.strip().equals(none) ? Optional.empty() : Optional.of(Quantity.parse(text, dimension)))));
    }

    private UnaryOperator<Study> driving(UnaryOperator<Fleet.Driving> change) {
        return fleet(f -> f.withDriving(change));
    }

    private Sentence loading() {
        return new Sentence(new Words("Picking a piece up takes "),
                duration("pick up", fleet.loading().pickUpTime(), Fleet.Loading::withPickUpTime), new Words(", setting it down "),
                duration("set down", fleet.loading().setDownTime(), Fleet.Loading::withSetDownTime), new Words("."));
    }

    private interface Lasting {
        Fleet.Loading with(Fleet.Loading loading, Distribution time);
    }

    private Part duration(String id, Distribution now, Lasting change) {
        return time(id, now.toString(), now.toString(),
                text -> fleet(f -> f.withLoading(loading -> change.with(loading, DistributionText.parse(text)))));
    }

    private Sentence ways() {
        return new Sentence(new Words("They drive "), dispatching.travel(), new Words(" and wait for orders "), dispatching.idleAt(),
                new Words(". On aisles they keep "),
                optional("safe distance", fleet.driving().safeDistance(), "no distance",
                        "How far they keep from each other, such as 0.5 m; empty: they pass through each other", Dimension.LENGTH,
                        Fleet.Driving::withSafeDistance),
                new Words(" from each other."));
    }

    /** What they carry, so that nobody has to look for it; where they carry nothing yet, the links that they could carry. */
    private Sentence used() {
        List<Link> carried = study.links().stream()
                .filter(link -> link.travel() instanceof Travel.Carried travel && fleet.meets(travel.need())).toList();
        if (!carried.isEmpty()) {
            return new Sentence(new Words("They carry from "
                    + carried.stream().limit(MAX_NAMED).map(link -> link.from() + " to " + link.to()).collect(Collectors.joining(", from "))
                    + (carried.size() > MAX_NAMED ? " and elsewhere." : ".")));
        }
        List<Part> parts = new ArrayList<>(List.of(new Words("They carry nothing yet"
                + (study.links().isEmpty() ? ": link two elements, and say on the link that they carry." : ". "))));
        study.links().stream().filter(link -> link.travel() instanceof Travel.AtOnce).limit(MAX_NAMED).forEach(link -> {
            parts.add(act("carry " + link.from() + " " + link.to(), "+ " + link.from() + " to " + link.to(),
                    s -> s.withLinks(s.links().stream().map(l -> l.ends().equals(link.ends())
                            ? l.withTravel(new Travel.Carried(Need.of(fleet.name()), fleet.capacity()))
                            : l).toList())));
            parts.add(new Words(" "));
        });
        return new Sentence(parts);
    }

    private UnaryOperator<Study> fleet(UnaryOperator<Fleet> change) {
        return s -> s.changed(fleet.name(), e -> change.apply((Fleet) e));
    }
}
