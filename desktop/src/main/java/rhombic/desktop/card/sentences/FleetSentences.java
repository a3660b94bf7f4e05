package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.sentences.Sentence.Token.act;
import static rhombic.desktop.card.sentences.Sentence.Token.picked;
import static rhombic.desktop.card.sentences.Sentence.Token.time;
import static rhombic.desktop.card.sentences.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
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
import rhombic.study.duty.JobChoice;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;

/** What the card of a fleet says. */
final class FleetSentences {
    private static final int MAX_NAMED = 5;

    private final Study study;
    private final Fleet fleet;

    private FleetSentences(Study study, Fleet fleet) {
        this.study = study;
        this.fleet = fleet;
    }

    static List<Sentence> of(Study study, Fleet fleet) {
        FleetSentences sentences = new FleetSentences(study, fleet);
        List<Sentence> all = new ArrayList<>(List.of(sentences.vehicles(), sentences.driving(), sentences.handling(), sentences.rules(),
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
        List<Part> parts = new ArrayList<>(List.of(new Words("They drive at "),
                typed("speed", fleet.speed().toString(), fleet.speed().toString(), "A speed such as 2 m/s",
                        text -> fleet(f -> f.withSpeed(Quantity.parse(text, Dimension.SPEED)))),
                new Words(", loaded at "),
                optional("loaded speed", fleet.loadedSpeed(), "the same", "A speed such as 1.5 m/s; empty: the same", Dimension.SPEED,
                        Fleet::withLoadedSpeed),
                new Words(", speed up and brake "),
                optional("acceleration", fleet.acceleration(), "at once", "Such as 0.5 m/s\u00b2; empty: at once", Dimension.ACCELERATION,
                        Fleet::withAcceleration),
                new Words(fleet.quarterTurn().isPresent() ? ", and turn on the spot, by 90\u00b0 in " : ", and go round corners "),
                optional("quarter turn", fleet.quarterTurn(), "without stopping",
                        "How long a turn by 90\u00b0 on the spot takes, such as 4 s; empty: they go round corners", Dimension.TIME,
                        Fleet::withQuarterTurn),
                new Words(".")));
        return new Sentence(parts);
    }

    private interface Setting {
        Fleet with(Fleet fleet, Optional<Quantity> value);
    }

    private Part optional(String id, Optional<Quantity> now, String none, String hint, Dimension dimension, Setting change) {
        return typed(id, now.map(Quantity::toString).orElse(none), now.map(Quantity::toString).orElse(""), hint,
                text -> fleet(f -> change.with(f,
                        text.isBlank() || text.strip().equals(none) ? Optional.empty() : Optional.of(Quantity.parse(text, dimension)))));
    }

    private Sentence handling() {
        return new Sentence(new Words("Picking a piece up takes "), duration("pick up", fleet.pickUpTime(), t -> f -> f.withPickUpTime(t)),
                new Words(", setting it down "), duration("set down", fleet.setDownTime(), t -> f -> f.withSetDownTime(t)), new Words("."));
    }

    private Part duration(String id, Distribution now, Function<Distribution, UnaryOperator<Fleet>> change) {
        return time(id, now.toString(), now.toString(), text -> fleet(change.apply(DistributionText.parse(text))));
    }

    private Sentence rules() {
        return new Sentence(new Words("Of those that are free, "),
                picked("vehicle rule", fleet.vehicleRule().word(),
                        Arrays.stream(ResourceChoice.values()).map(ResourceChoice::word).toList(),
                        text -> fleet(f -> f.withVehicleRule(Typed.choice(ResourceChoice.values(), ResourceChoice::word, text)))),
                new Words(" comes; of what is most urgent they do "),
                picked("job rule", fleet.jobRule().word(), Arrays.stream(JobChoice.values()).map(JobChoice::word).toList(),
                        text -> fleet(f -> f.withJobRule(Typed.choice(JobChoice.values(), JobChoice::word, text)))),
                new Words(" first."));
    }

    private Sentence ways() {
        return new Sentence(new Words("They drive "),
                picked("travel", fleet.travel().word(), Arrays.stream(TravelChoice.values()).map(TravelChoice::word).toList(),
                        text -> fleet(f -> f.withTravel(Typed.choice(TravelChoice.values(), TravelChoice::word, text)))),
                new Words(" and wait for orders "),
                picked("idle at", fleet.idleAt().word(), Arrays.stream(Crew.IdlePlace.values()).map(Crew.IdlePlace::word).toList(),
                        text -> fleet(f -> f.withIdleAt(Typed.choice(Crew.IdlePlace.values(), Crew.IdlePlace::word, text)))),
                new Words("."));
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
                            ? l.withTravel(new Travel.Carried(rhombic.study.duty.Need.of(fleet.name()), fleet.capacity()))
                            : l).toList())));
            parts.add(new Words(" "));
        });
        return new Sentence(parts);
    }

    private UnaryOperator<Study> fleet(UnaryOperator<Fleet> change) {
        return s -> s.changed(fleet.name(), e -> change.apply((Fleet) e));
    }
}
