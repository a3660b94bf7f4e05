package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Parallels;
import rhombic.study.Study;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.Opening;
import rhombic.study.site.Aisle;
import rhombic.study.site.Barrier;
import rhombic.study.site.Fence;
import rhombic.study.site.Structure;
import rhombic.study.site.Wall;
import rhombic.study.value.Names;
import rhombic.study.way.PortStop;

/** What the cards of walls, fences, columns and aisles say. */
final class SiteSentences {
    private static final double APART_METRES = 0.2;
    private static final String ALL_FLEETS = "all";
    private static final String DOOR = "a door";
    private static final String OPENING = "an opening";

    private SiteSentences() {}

    static List<Sentence> of(Structure structure) {
        List<Sentence> all = new ArrayList<>(List.of(new Sentence(new Words(structure.purpose()))));
        if (structure instanceof Wall wall) {
            all.add(new Sentence(length(wall.line().metres()),
                    measure("height", wall.height(), wall.name(), (e, height) -> ((Wall) e).withHeight(height)), new Words(" high and "),
                    measure("thickness", wall.thickness(), wall.name(), (e, thickness) -> ((Wall) e).withThickness(thickness)),
                    new Words(" thick.")));
            all.addAll(openings(wall, wall.name()));
        } else if (structure instanceof Fence fence) {
            all.add(new Sentence(length(fence.line().metres()),
                    measure("height", fence.height(), fence.name(), (e, height) -> ((Fence) e).withHeight(height)), new Words(" high.")));
            all.addAll(openings(fence, fence.name()));
        }
        return all;
    }

    private static Words length(double metres) {
        return new Words(String.format(Locale.ROOT, "Is %.2f m long, ", metres));
    }

    private interface Measured {
        PlantElement with(PlantElement element, Quantity value);
    }

    private static Part measure(String id, Quantity now, String name, Measured change) {
        return typed(id, now.toString(), now.toString(), "A length such as 2.5 m",
                text -> s -> s.changed(name, e -> change.with(e, Quantity.parse(text, Dimension.LENGTH))));
    }

    private static List<Sentence> openings(Barrier barrier, String name) {
        List<Sentence> all = new ArrayList<>();
        for (int i = 0; i < barrier.openings().size(); i++) {
            Opening one = barrier.openings().get(i);
            int at = i;
            String id = " of opening " + (i + 1);
            all.add(new Sentence(new Words("At "),
                    length("position" + id, one.position(), value -> replaced(name, at, one.withPosition(value))), new Words(" it has "),
                    picked("kind" + id, one.sort() == Opening.Sort.DOOR ? DOOR : OPENING, List.of(DOOR, OPENING),
                            text -> replaced(name, at, one.withSort(text.equals(DOOR) ? Opening.Sort.DOOR : Opening.Sort.OPENING))),
                    new Words(", "), length("width" + id, one.width(), value -> replaced(name, at, one.withWidth(value))),
                    new Words(" wide and "), length("height" + id, one.height(), value -> replaced(name, at, one.withHeight(value))),
                    new Words(" high. "), act("take out" + id, "take it out", changed(name, b -> {
                        List<Opening> fewer = new ArrayList<>(b.openings());
                        fewer.remove(at);
                        return b.withOpenings(fewer);
                    }))));
        }
        all.add(new Sentence(adds("door", Opening.Sort.DOOR, barrier, name), new Words(" "),
                adds("opening", Opening.Sort.OPENING, barrier, name)));
        return all;
    }

    private static Part length(String id, Quantity now, Function<Quantity, UnaryOperator<Study>> change) {
        return typed(id, now.toString(), now.toString(), "A length such as 2.5 m",
                text -> change.apply(Quantity.parse(text, Dimension.LENGTH)));
    }

    private static Part adds(String word, Opening.Sort sort, Barrier barrier, String name) {
        Opening door = Opening.door(Math.round(freePlace(barrier) * 100) / 100.0);
        Opening made = new Opening(sort, door.position(), Quantity.metres(Math.min(3, Math.max(0.3, barrier.line().metres() / 2))),
                door.height());
        return act("add " + word, "+ " + word, changed(name, b -> {
            List<Opening> more = new ArrayList<>(b.openings());
            more.add(made);
            return b.withOpenings(more);
        }));
    }

    /** The middle of the longest part without an opening. */
    private static double freePlace(Barrier barrier) {
        double at = 0;
        double best = barrier.line().metres() / 2;
        double longest = 0;
        List<Barrier.Gap> gaps = new ArrayList<>(barrier.gaps());
        gaps.add(new Barrier.Gap(barrier.line().metres(), barrier.line().metres(), Opening.door(0)));
        for (Barrier.Gap gap : gaps) {
            if (gap.fromMetres() - at > longest) {
                longest = gap.fromMetres() - at;
                best = (gap.fromMetres() + at) / 2;
            }
            at = Math.max(at, gap.toMetres());
        }
        return best;
    }

    private static UnaryOperator<Study> replaced(String name, int at, Opening by) {
        return changed(name, b -> {
            List<Opening> other = new ArrayList<>(b.openings());
            other.set(at, by);
            return b.withOpenings(other);
        });
    }

    private static UnaryOperator<Study> changed(String name, UnaryOperator<Barrier> change) {
        return s -> s.changed(name, e -> e instanceof Barrier barrier ? change.apply(barrier) : e);
    }

    static List<Sentence> of(Study study, Aisle aisle) {
        String users = study.groups().stream().filter(group -> group.goOnAisles())
                .filter(aisle::admits).map(ResourceGroup::name).collect(Collectors.joining(", "));
        List<Sentence> all = new ArrayList<>(List.of(
                new Sentence(new Words("Is for "),
                        picked("users", aisle.users().word(), Arrays.stream(Aisle.Users.values()).map(Aisle.Users::word).toList(),
                                text -> aisle(aisle, a -> a.withUsers(Typed.choice(Aisle.Users.values(), Aisle.Users::word, text)))),
                        new Words(", "),
                        typed("width", aisle.width().toString(), aisle.width().toString(), "A length such as 2.5 m",
                                text -> aisle(aisle, a -> a.withWidth(Quantity.parse(text, Dimension.LENGTH)))),
                        new Words(String.format(Locale.ROOT, " wide and %.2f m long. ", aisle.line().metres()))),
                new Sentence(new Words("One goes along it "),
                        picked("direction", aisle.direction().word(),
                                Arrays.stream(Aisle.Direction.values()).map(Aisle.Direction::word).toList(),
                                text -> aisle(aisle,
                                        a -> a.withDirection(Typed.choice(Aisle.Direction.values(), Aisle.Direction::word, text)))),
                        new Words(aisle.direction() == Aisle.Direction.BOTH_WAYS ? ", at " : ", as its arrows show, at "),
                        typed("max speed", aisle.maxSpeed().map(speed -> "up to " + speed).orElse("any speed"),
                                aisle.maxSpeed().map(Quantity::toString).orElse(""), "A speed such as 1.5 m/s; empty: any",
                                text -> aisle(aisle, a -> a.withMaxSpeed(
                                        text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, Dimension.SPEED))))),
                        new Words("."))));
        if (aisle.users().admits(false) && study.groups().stream().anyMatch(Fleet.class::isInstance)) {
            all.add(new Sentence(new Words("Of fleets, "),
                    typed("fleets", aisle.fleets().isEmpty() ? ALL_FLEETS : "only " + String.join(", ", aisle.fleets()),
                            String.join(", ", aisle.fleets()), "Names separated by commas; empty: all",
                            text -> aisle(aisle, a -> a.withFleets(
                                    Arrays.stream(text.split(",")).map(String::strip).filter(name -> !name.isEmpty()).toList()))),
                    new Words(aisle.fleets().size() == 1 ? " uses it, with vehicles " : " use it, with vehicles "),
                    typed("max height", aisle.limits().maxHeight().map(height -> "up to " + height + " high").orElse("of any height"),
                            aisle.limits().maxHeight().map(Quantity::toString).orElse(""), "A length such as 2.5 m; empty: any",
                            text -> aisle(aisle, a -> a.with(a.limits().withMaxHeight(limit(text, Dimension.LENGTH))))),
                    new Words(" that can carry "),
                    typed("max load", aisle.limits().maxLoad().map(load -> "at most " + load).orElse("any load"),
                            aisle.limits().maxLoad().map(Quantity::toString).orElse(""), "A weight such as 1500 kg; empty: any",
                            text -> aisle(aisle, a -> a.with(a.limits().withMaxLoad(limit(text, Dimension.MASS))))),
                    new Words(".")));
        }
        if (study.groups().stream().anyMatch(group -> group.roadSpace().isPresent())) {
            all.add(new Sentence(new Words("Of vehicles that keep their distance, "),
                    picked("traffic", aisle.traffic().word(), Arrays.stream(Aisle.Traffic.values()).map(Aisle.Traffic::word).toList(),
                            text -> aisle(aisle, a -> a.withTraffic(Typed.choice(Aisle.Traffic.values(), Aisle.Traffic::word, text)))),
                    new Words(" are on a stretch of it at a time.")));
        }
        all.add(new Sentence(new Words(users.isEmpty() ? "Nobody uses it yet. " : "It is used by " + users + ". "),
                act("parallel", "+ one beside it", s -> beside(s, aisle)), new Words(stops(study, aisle))));
        return all;
    }

    /** How many ports are reached from it. */
    private static String stops(Study study, Aisle aisle) {
        long count = PortStop.of(study, element -> element.name().equals(aisle.name())).stream()
                .filter(stop -> stop.aisle().name().equals(aisle.name())).count();
        return count == 0
                ? ""
                : count == 1 ? " One stop lies on it: it can be dragged." : " " + count + " stops lie on it: they can be dragged.";
    }

    private static Optional<Quantity> limit(String text, Dimension dimension) {
        return text.isBlank() ? Optional.empty() : Optional.of(Quantity.parse(text, dimension));
    }

    private static UnaryOperator<Study> aisle(Aisle aisle, UnaryOperator<Aisle> change) {
        return s -> s.changed(aisle.name(), e -> change.apply((Aisle) e));
    }

    /** A copy to its left, each leg parallel to its own, the other way round if it is one-way. */
    static Study beside(Study study, Aisle aisle) {
        double apart = aisle.widthMetres() + APART_METRES;
        Aisle copy = (Aisle) aisle.through(Parallels.left(aisle.cornersOnFloor(), apart));
        Aisle turned = aisle.direction() == Aisle.Direction.BOTH_WAYS ? copy : copy.turned();
        Aisle other = aisle.direction() == Aisle.Direction.BACKWARD ? copy.withDirection(Aisle.Direction.FORWARD) : turned;
        String name = Names.free(aisle.name(), study.names());
        return study.with(other.with(other.basics().named(name).withId(name)));
    }
}
