package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.several;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.phrases.DispatchingSentences;
import rhombic.desktop.card.phrases.DutySentences;
import rhombic.desktop.card.phrases.FailureSentences;
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
import rhombic.study.area.ChargingArea;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Battery;
import rhombic.study.fleet.Driving;
import rhombic.study.fleet.Round;
import rhombic.study.fleet.Trailer;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.PieceType;

/** What the card of a fleet says. */
final class FleetSentences {
    private static final int MAX_NAMED = 5;

    private static final String BESIDE_AISLE = "beside the aisle";
    private static final String FROM_AISLE = "from the aisle";
    private static final String ON_CALL = "on call";
    private static final String WHEN_BACK = "as soon as it is back";
    private static final String WHERE_THEY_PARK = "where they park";
    private static final String CHARGED = "charged";
    private static final String SWAPPED = "swapped for a full one";
    private static final String ONLY_THEN = "only then";
    private static final String WHEN_IDLE = "and whenever there is nothing to do";

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
                List.of(sentences.vehicles(), sentences.driving(), sentences.loading(), sentences.round(),
                        sentences.dispatching.rules(sentences.study), sentences.ways()));
        all.addAll(DeploymentSentences.of(study, fleet));
        all.add(sentences.battery());
        all.add(DutySentences.calendarOf(study, fleet));
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
                        Arrays.stream(VehicleType.values()).map(form -> fleet.withForm(form).memberWord(fleet.vehicles() > 1)).toList(),
                        text -> fleet(f -> f.withForm(Arrays.stream(VehicleType.values())
                                .filter(form -> f.withForm(form).memberWord(f.vehicles() > 1).equals(text)).findFirst().orElse(f.form())))),
                new Words(fleet.vehicles() == 1 ? " that carries " : " that carry "), carried(), new Words(" of "),
                typed("max weight", fleet.capacity().maxWeight().map(weight -> "at most " + weight).orElse("any weight"),
                        fleet.capacity().maxWeight().map(Quantity::toString).orElse(""),
                        "Such as 1500 kg, of all that it carries; empty: any",
                        text -> fleet(f -> f.with(f.capacity().withMaxWeight(text.isBlank() || text.strip().equals("any weight")
                                ? Optional.empty()
                                : Optional.of(Quantity.parse(text, Dimension.MASS)))))),
                new Words(fleet.vehicles() == 1 ? " at a time." : " at a time each."));
    }

    /** By itself, or on trailers. */
    private Part carried() {
        List<Trailer> trailers = fleet.capacity().trailers();
        boolean pulls = fleet.form() == VehicleType.TUGGER || !trailers.isEmpty();
        if (!pulls) {
            return typed("capacity", Typed.pieces(fleet.capacity().pieces()), String.valueOf(fleet.capacity().pieces()),
                    "A whole number such as 1", text -> fleet(f -> f.withCapacity(Typed.whole(text, "The pieces that a vehicle carries"))));
        }
        String shown = trailers.isEmpty()
                ? Typed.pieces(fleet.capacity().pieces()) + " by itself"
                : Typed.pieces(fleet.capacity().pieces()) + " on " + (trailers.size() == 1 ? "a trailer" : trailers.size() + " trailers");
        List<List<String>> rows = trailers.stream()
                .map(trailer -> List.of(String.valueOf(trailer.pieces()), String.join(", ", trailer.types()))).toList();
        return cells("trailers", shown, new Sentence.Grid(List.of("pieces", "types"), rows,
                "A row for each trailer, from the first on: how many pieces, and for which types only, such as Box, Crate; empty: for all",
                false,
                1, filled -> {
                    List<Trailer> read = filled.rows().stream().map(row -> new Trailer(Typed.whole(row.get(0), "The pieces on a trailer"),
                            row.size() < 2 || row.get(1).isBlank()
                                    ? List.of()
                                    : Arrays.stream(row.get(1).split(",")).map(String::strip).map(this::type).toList()))
                            .toList();
                    return fleet(f -> f.with(f.capacity().withTrailers(read)));
                }));
    }

    private String type(String name) {
        List<String> types = study.pieceTypes().stream().map(PieceType::name).toList();
        return types.stream().filter(one -> one.equalsIgnoreCase(name)).findFirst().orElseThrow(() -> new IllegalArgumentException(
                "There is no piece type \u201c" + name + "\u201d: use " + String.join(", ", types)));
    }

    private Sentence driving() {
        Driving driving = fleet.driving();
        List<Part> parts = new ArrayList<>(List.of(new Words("They drive at "),
                typed("speed", driving.speed().toString(), driving.speed().toString(), "A speed such as 2 m/s",
                        text -> driving(d -> d.withSpeed(Quantity.parse(text, Dimension.SPEED)))),
                new Words(", loaded at "),
                optional("loaded speed", driving.loadedSpeed(), "the same", "A speed such as 1.5 m/s; empty: the same", Dimension.SPEED,
                        Driving::withLoadedSpeed),
                new Words(", speed up and brake "),
                optional("acceleration", driving.acceleration(), "at once", "Such as 0.5 m/s\u00b2; empty: at once", Dimension.ACCELERATION,
                        Driving::withAcceleration),
                new Words(driving.quarterTurn().isPresent() ? ", and turn on the spot, by 90\u00b0 in " : ", and go round corners "),
                optional("quarter turn", driving.quarterTurn(), "without stopping",
                        "How long a turn by 90\u00b0 on the spot takes, such as 4 s; empty: they go round corners", Dimension.TIME,
                        Driving::withQuarterTurn)));
        if (driving.quarterTurn().isEmpty() && driving.acceleration().isPresent()) {
            parts.add(new Words(", at "));
            parts.add(optional("corner speed", driving.cornerSpeed(), "full speed",
                    "At most that fast round a corner, such as 0.8 m/s; empty: as fast as elsewhere", Dimension.SPEED,
                    Driving::withCornerSpeed));
        }
        parts.add(new Words("."));
        return new Sentence(parts);
    }

    private interface Setting {
        Driving with(Driving driving, Optional<Quantity> value);
    }

    private Part optional(String id, Optional<Quantity> now, String none, String hint, Dimension dimension, Setting change) {
        return typed(id, now.map(Quantity::toString).orElse(none), now.map(Quantity::toString).orElse(""), hint,
                text -> driving(d -> change.with(d,
                        text.isBlank() || text.strip().equals(none) ? Optional.empty() : Optional.of(Quantity.parse(text, dimension)))));
    }

    private UnaryOperator<Study> driving(UnaryOperator<Driving> change) {
        return fleet(f -> f.withDriving(change));
    }

    private Sentence loading() {
        TimeSentences times = new TimeSentences(study, fleet.basics().attributes());
        Distribution stop = fleet.loading().stopTime();
        List<Part> parts = new ArrayList<>(List.of(new Words("Picking a piece up takes ")));
        parts.addAll(times.of("pick up", fleet.loading().pickUpTime(), time -> fleet(f -> f.withLoading(l -> l.withPickUpTime(time)))));
        parts.add(new Words(", setting it down "));
        parts.addAll(times.of("set down", fleet.loading().setDownTime(), time -> fleet(f -> f.withLoading(l -> l.withSetDownTime(time)))));
        parts.add(new Words(", and each stop "));
        parts.add(time("stop time", stop.isAlwaysZero() ? "no more" : stop + " more", stop.toString(),
                text -> fleet(f -> f.withLoading(l -> l.withStopTime(DistributionText.parse(text))))));
        parts.add(new Words("."));
        return new Sentence(parts);
    }

    private Sentence round() {
        List<String> places = study.all(Equipment.class).stream().map(PlantElement::name).toList();
        if (fleet.round().isEmpty()) {
            List<String> served = carriedLinks().stream().flatMap(link -> Stream.of(link.from(), link.to())).distinct().toList();
            return new Sentence(new Words("They go where they are needed. "),
                    several("add round", "+ round", served, places, chosen -> fleet(f -> f.withRound(chosen.isEmpty()
                            ? Optional.empty()
                            : Optional.of(new Round(chosen, Round.Departure.WHEN_BACK))))));
        }
        Round round = fleet.round().get();
        return new Sentence(new Words("They make a round: "),
                several("stops", String.join(", ", round.stops()), round.stops(), places,
                        chosen -> fleet(f -> f.withRound(chosen.isEmpty() ? Optional.empty() : Optional.of(round.withStops(chosen))))),
                new Words(". One sets out "), departure(round), new Words(". "),
                act("take out round", "take it out", fleet(f -> f.withRound(Optional.empty()))));
    }

    private Part departure(Round round) {
        String now = switch (round.departure()) {
            case Round.Departure.WhenBack back -> WHEN_BACK;
            case Round.Departure.OnCall call -> ON_CALL;
            case Round.Departure.Every every -> "every " + every.interval();
            case Round.Departure.AtTimes at -> "at " + at.times().stream().map(LocalTime::toString).collect(Collectors.joining(", "));
        };
        return typed("departure", now, now, "every 15 min; at 06:00, 09:30; on call; or as soon as it is back",
                text -> fleet(f -> f.withRound(Optional.of(round.withDeparture(departure(text.strip()))))));
    }

    private static Round.Departure departure(String text) {
        String lower = text.toLowerCase(Locale.ROOT);
        if (lower.startsWith("every ")) {
            return new Round.Departure.Every(Quantity.parse(text.substring("every ".length()), Dimension.TIME));
        }
        if (lower.startsWith("at ")) {
            return new Round.Departure.AtTimes(Arrays.stream(text.substring("at ".length()).split(",")).map(String::strip).map(time -> {
                try {
                    return LocalTime.parse(time.length() == "6:00".length() ? "0" + time : time);
                } catch (DateTimeParseException e) {
                    throw new IllegalArgumentException("\u201c" + time + "\u201d is no time of day; write one such as 06:30", e);
                }
            }).toList());
        }
        return switch (lower) {
            case ON_CALL -> new Round.Departure.OnCall();
            case WHEN_BACK -> Round.Departure.WHEN_BACK;
            default -> throw new IllegalArgumentException(
                    "Write every 15 min, at 06:00, 09:30, on call, or as soon as it is back; got \u201c" + text + "\u201d");
        };
    }

    private Sentence ways() {
        return new Sentence(new Words("They drive "), dispatching.travel(), new Words(", pick up and set down "), stops(),
                new Words(". On aisles they keep "),
                optional("safe distance", fleet.driving().safeDistance(), "no distance",
                        "How far they keep from each other, such as 0.5 m; empty: they pass through each other", Dimension.LENGTH,
                        Driving::withSafeDistance),
                new Words(" from each other."));
    }

    /** Tugger trains have no choice. */
    private Part stops() {
        if (fleet.form() == VehicleType.TUGGER) {
            return new Words(FROM_AISLE);
        }
        return picked("stops", fleet.deployment().onAisle() ? FROM_AISLE : BESIDE_AISLE, List.of(BESIDE_AISLE, FROM_AISLE),
                text -> fleet(f -> f.withDeployment(d -> d.withOnAisle(text.equals(FROM_AISLE)))));
    }

    private Sentence battery() {
        if (fleet.battery().isEmpty()) {
            return new Sentence(new Words("They never run down. "),
                    act("add battery", "+ battery", fleet(f -> f.withBattery(Optional.of(Battery.USUAL)))));
        }
        Battery battery = fleet.battery().get();
        List<String> places = new ArrayList<>(List.of(WHERE_THEY_PARK));
        study.all(ChargingArea.class).stream().map(PlantElement::name).forEach(places::add);
        return new Sentence(new Words("A full battery lasts "),
                typed("range", battery.range().toString(), battery.range().toString(), "A length such as 8 km",
                        text -> battery(b -> b.withRange(Quantity.parse(text, Dimension.LENGTH)))),
                new Words(" of driving, "),
                typed("standby", battery.standby().map(time -> time + " of standing").orElse("any time of standing"),
                        battery.standby().map(Quantity::toString).orElse(""), "A time such as 20 h; empty: standing takes nothing",
                        text -> battery(
                                b -> b.withStandby(text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, Dimension.TIME))))),
                new Words(" or "),
                typed("liftings", battery.liftings().isPresent() ? battery.liftings().getAsInt() + " pieces" : "any number of pieces",
                        battery.liftings().isPresent() ? String.valueOf(battery.liftings().getAsInt()) : "",
                        "How many pieces are picked up or set down with a full one, such as 2000; empty: that takes nothing",
                        text -> battery(b -> b.withLiftings(
                                text.isBlank()
                                        ? OptionalInt.empty()
                                        : OptionalInt.of(Typed.whole(text, "The pieces that a battery lasts"))))),
                new Words(" picked up or set down. Below "),
                level("charge below", battery.chargeBelow(), (b, now) -> b.withLevels(now, b.leaveAt())),
                new Words(" it is "),
                picked("swaps", battery.swaps() ? SWAPPED : CHARGED, List.of(CHARGED, SWAPPED),
                        text -> battery(b -> b.withSwaps(text.equals(SWAPPED)))),
                new Words(battery.swaps() ? " in " : ", from empty to full in "),
                typed("charge time", battery.chargeTime().toString(), battery.chargeTime().toString(), "A time such as 1 h",
                        text -> battery(b -> b.withChargeTime(Quantity.parse(text, Dimension.TIME)))),
                new Words(", "),
                picked("charges at", battery.at().isEmpty() ? WHERE_THEY_PARK : "at " + battery.at(),
                        places.stream().map(place -> place.equals(WHERE_THEY_PARK) ? place : "at " + place).toList(),
                        text -> battery(b -> b.withAt(text.equals(WHERE_THEY_PARK) ? "" : text.substring("at ".length())))),
                new Words(", "),
                picked("when idle", battery.whenIdle() ? WHEN_IDLE : ONLY_THEN, List.of(ONLY_THEN, WHEN_IDLE),
                        text -> battery(b -> b.withWhenIdle(text.equals(WHEN_IDLE)))),
                new Words("; from "), level("leave at", battery.leaveAt(), (b, now) -> b.withLevels(b.chargeBelow(), now)),
                new Words(" on they take orders again. "),
                act("take out battery", "take it out", fleet(f -> f.withBattery(Optional.empty()))));
    }

    private interface Level {
        Battery with(Battery battery, Quantity level);
    }

    private Part level(String id, Quantity now, Level change) {
        return typed(id, now.toString(), now.toString(), "A level such as 20 %",
                text -> battery(b -> change.with(b, Quantity.parse(text, Dimension.SHARE))));
    }

    private UnaryOperator<Study> battery(UnaryOperator<Battery> change) {
        return fleet(f -> f.withBattery(f.battery().map(change)));
    }

    private List<Link> carriedLinks() {
        return study.links().stream().filter(link -> link.travel() instanceof Travel.Carried travel && fleet.meets(travel.need())).toList();
    }

    /** What they carry, so that nobody has to look for it; where they carry nothing yet, the links that they could carry. */
    private Sentence used() {
        List<Link> carried = carriedLinks();
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
                            ? l.withTravel(new Travel.Carried(Need.of(fleet.name()), fleet.capacity().pieces()))
                            : l).toList())));
            parts.add(new Words(" "));
        });
        return new Sentence(parts);
    }

    private UnaryOperator<Study> fleet(UnaryOperator<Fleet> change) {
        return s -> s.changed(fleet.name(), e -> change.apply((Fleet) e));
    }
}
