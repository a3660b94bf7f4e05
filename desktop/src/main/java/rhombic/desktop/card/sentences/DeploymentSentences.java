package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.several;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rhombic.desktop.card.phrases.DispatchingSentences;
import rhombic.desktop.card.phrases.NeedSentences;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.study.Study;
import rhombic.study.area.ChargingArea;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.VehiclePlaces;
import rhombic.study.area.Zone;
import rhombic.study.fleet.Battery;
import rhombic.study.fleet.Deployment;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;

/** What cards say of for whom vehicles work, where they fetch and where they wait. */
final class DeploymentSentences {
    private static final String NO_OTHER = "no other fleet";

    private final Study study;
    private final Fleet fleet;
    private final Deployment now;

    private DeploymentSentences(Study study, Fleet fleet) {
        this.study = study;
        this.fleet = fleet;
        now = fleet.deployment();
    }

    /** Each is said only where there is something to choose. */
    static List<Sentence> of(Study study, Fleet fleet) {
        DeploymentSentences sentences = new DeploymentSentences(study, fleet);
        return Stream.of(sentences.driven(), sentences.waiting(), sentences.fetching(), sentences.belonging()).flatMap(List::stream)
                .toList();
    }

    /** People and skills are offered where there are any. */
    private List<Sentence> driven() {
        return NeedSentences
                .driver(study, "driver", now.driver(), "needs no driver", "is driven by one of ",
                        driver -> changed(d -> d.withDriver(driver)))
                .map(token -> new Sentence(new Words("Each "), token, new Words(now.driver().isEmpty()
                        ? "."
                        : ", who comes when there is something to do, stays until it is parked, and sets down first when a break comes.")))
                .stream().toList();
    }

    private List<Sentence> waiting() {
        List<String> areas = names(ParkingArea.class);
        Part idleAt = new DispatchingSentences(fleet).idleAt();
        List<Part> parts = new ArrayList<>();
        if (now.parking().isEmpty()) {
            parts.add(new Words("They wait for orders "));
            parts.add(idleAt);
            parts.add(new Words(". "));
            if (!areas.isEmpty()) {
                parts.add(several("parking", "+ parking area", List.of(), areas, chosen -> changed(d -> d.withParking(chosen))));
            }
        } else {
            parts.add(new Words("They wait for orders at the nearest free place of "));
            parts.add(several("parking", String.join(", ", now.parking()), now.parking(), areas,
                    chosen -> changed(d -> d.withParking(chosen))));
            parts.add(new Words("."));
        }
        return List.of(new Sentence(parts));
    }

    private List<Sentence> fetching() {
        List<String> zones = names(Zone.class);
        if (zones.isEmpty() && now.zones().isEmpty()) {
            return List.of();
        }
        return List.of(new Sentence(new Words("They fetch "),
                several("zones", now.zones().isEmpty() ? "from everywhere" : "only from " + String.join(", ", now.zones()), now.zones(),
                        zones,
                        chosen -> changed(d -> d.withZones(chosen))),
                new Words(".")));
    }

    private List<Sentence> belonging() {
        List<String> others = new ArrayList<>(List.of(NO_OTHER));
        study.groups().stream().filter(group -> group instanceof Fleet && !group.name().equals(fleet.name()) && group.partOf().isEmpty())
                .map(PlantElement::name).forEach(others::add);
        String parts = study.groups().stream().filter(group -> group.partOf().equals(fleet.name())).map(PlantElement::name)
                .collect(Collectors.joining(" and "));
        if (!parts.isEmpty() && now.partOf().isEmpty()) {
            return List.of(new Sentence(new Words("Who calls them calls " + parts + " too: these are of the same fleet.")));
        }
        if (others.size() == 1 && now.partOf().isEmpty()) {
            return List.of();
        }
        return List.of(new Sentence(new Words("They are part of "),
                picked("part of", now.partOf().isEmpty() ? NO_OTHER : now.partOf(), others,
                        text -> changed(d -> d.withPartOf(text.equals(NO_OTHER) ? "" : text))),
                new Words(now.partOf().isEmpty() ? "." : ": who calls that one calls them too, and its rule says which of all comes.")));
    }

    private List<String> names(Class<? extends PlantElement> type) {
        return study.elements().stream().filter(type::isInstance).map(PlantElement::name).toList();
    }

    private UnaryOperator<Study> changed(UnaryOperator<Deployment> change) {
        return s -> s.changed(fleet.name(), e -> ((Fleet) e).withDeployment(change));
    }

    // ---- areas

    /** What the card of an area for vehicles says. */
    static List<Sentence> places(Study study, VehiclePlaces area) {
        String users = switch (area) {
            case ChargingArea charging -> users(study, fleet -> fleet.battery().map(Battery::at).filter(area.name()::equals).isPresent());
            case ParkingArea parking -> users(study, fleet -> fleet.deployment().parking().contains(area.name()));
        };
        String none = switch (area) {
            case ChargingArea charging -> "No fleet charges here yet: say so on its card, at its battery.";
            case ParkingArea parking -> "No fleet waits here yet: say so on its card, where it waits for orders.";
        };
        return List.of(new Sentence(
                typed("places", area.places() == 1 ? "1 vehicle" : area.places() + " vehicles", String.valueOf(area.places()),
                        "A whole number from 1 to 100",
                        text -> s -> s.changed(area.name(), e -> ((VehiclePlaces) e).withPlaces(Typed.whole(text, "The places")))),
                new Words(" at a time. " + (users.isEmpty() ? none : "For " + users + "."))));
    }

    /** What the card of a zone says. */
    static List<Sentence> zone(Study study, Zone zone) {
        String users = users(study, fleet -> fleet.deployment().zones().contains(zone.name()));
        return List.of(new Sentence(new Words(users.isEmpty()
                ? "No fleet goes by it yet: say on its card that it fetches only from here."
                : "Vehicles of " + users + " fetch what comes out here.")));
    }

    private static String users(Study study, Predicate<Fleet> of) {
        return study.groups().stream().filter(Fleet.class::isInstance).map(Fleet.class::cast).filter(of).map(Fleet::name)
                .collect(Collectors.joining(" and "));
    }
}
