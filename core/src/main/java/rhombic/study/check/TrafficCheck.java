package rhombic.study.check;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.locationtech.jts.geom.Geometry;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.area.VehiclePlaces;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.Port;
import rhombic.study.place.RoadSpace;
import rhombic.study.way.AisleNet;
import rhombic.study.way.Sections;

/** Where vehicles that keep their distance could stand in each other's way for good. */
final class TrafficCheck {
    private static final double MARGIN_METRES = 0.01;

    private final Study study;
    private final List<ResourceGroup> groups;
    private final AisleNet net;
    private final Sections sections;
    private final List<Problem> problems = new ArrayList<>();

    private TrafficCheck(Study study, List<ResourceGroup> groups, AisleNet net, RoadSpace space) {
        this.study = study;
        this.groups = groups;
        this.net = net;
        sections = new Sections(net, space);
    }

    static List<Problem> of(Study study) {
        List<ResourceGroup> groups = study.groups().stream().filter(group -> group.roadSpace().isPresent()).toList();
        AisleNet net = AisleNet.of(study.elements(), false);
        Optional<RoadSpace> space = groups.stream().flatMap(group -> group.roadSpace().stream()).reduce(RoadSpace::and);
        if (space.isEmpty() || net.isEmpty()) {
            return List.of();
        }
        TrafficCheck check = new TrafficCheck(study, groups, net, space.get());
        groups.forEach(check::parking);
        study.elements().stream().filter(VehiclePlaces.class::isInstance).map(VehiclePlaces.class::cast).forEach(check::standing);
        groups.forEach(check::trailers);
        groups.forEach(check::stops);
        check.waysFromStops();
        check.circles();
        return check.problems;
    }

    /** Who parks stands on no aisle: others drive through it there. */
    private void parking(ResourceGroup group) {
        under(Layout.homes(group).stream())
                .ifPresent(aisle -> problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, group.name(),
                        "Its " + group.memberWord(true) + " park on " + aisle + ", and the others drive through them",
                        "Move it beside the aisle")));
    }

    private void standing(VehiclePlaces area) {
        under(Layout.places(area).stream())
                .ifPresent(aisle -> problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, area.name(),
                        "It lies on " + aisle + ", and others drive through those that stand there", "Move it beside the aisle")));
    }

    /** What trains pull reaches back onto the aisle where they park or charge near it; one is enough to be told. */
    private void trailers(ResourceGroup group) {
        double trailing = group.roadSpace().map(RoadSpace::trailing).orElse(0.0);
        if (trailing == 0) {
            return;
        }
        Map<String, List<Pose>> places = new LinkedHashMap<>();
        places.put(group.name(), Layout.homes(group));
        for (String name : group.restAreas()) {
            study.find(name, VehiclePlaces.class).ifPresent(area -> places.put(name, Layout.places(area)));
        }
        for (Map.Entry<String, List<Pose>> area : places.entrySet()) {
            Optional<String> aisle = under(area.getValue().stream().flatMap(place -> tail(place, trailing).stream()));
            if (aisle.isPresent()) {
                problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, area.getKey(),
                        "The trailers of " + group.name() + " reach back onto " + aisle.get()
                                + " while they stand here, and all others wait",
                        "Move it " + Math.round(Math.ceil(trailing)) + " m or more away from the aisle"));
                return;
            }
        }
    }

    /** Where the last of what it pulls is, if it has come to the place straight from the aisle. */
    private Optional<Pose> tail(Pose place, double trailing) {
        return net.stop(place).filter(stop -> stop.away() > 0).map(stop -> {
            double part = Math.min(1, trailing / stop.away());
            return Pose.at(place.x() + (stop.x() - place.x()) * part, place.y() + (stop.y() - place.y()) * part, 0,
                    Math.toDegrees(Math.atan2(place.y() - stop.y(), place.x() - stop.x())));
        });
    }

    /** Who picks up or sets down on an aisle keeps all others waiting; one is enough to be told. */
    private void stops(ResourceGroup group) {
        Map<String, Pose> stops = new LinkedHashMap<>();
        for (CarriedLink carried : CarriedLink.of(study, group)) {
            stops.putIfAbsent(carried.from().name(), Layout.pickUp(carried.outlet(), group.reachMetres()));
            stops.putIfAbsent(carried.to().name(), Layout.setDown(carried.inlet(), group.reachMetres()));
        }
        stops.entrySet().stream().filter(stop -> under(Stream.of(stop.getValue())).isPresent()).findFirst()
                .ifPresent(stop -> problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.ROUTE, stop.getKey(),
                        "The " + group.memberWord(true) + " of " + group.name() + " stand on "
                                + under(Stream.of(stop.getValue())).orElseThrow() + " while they pick up or set down here",
                        "Move it away from the aisle, so that others can pass")));
    }

    /** A port that vehicles reach from beside the aisle, where they stand at it, and where they come off the aisle. */
    private record Reached(PlantElement element, Port port, Pose place, AisleNet.Stop stop) {
        Pose onAisle() {
            return Pose.at(stop.x(), stop.y(), 0, 0);
        }
    }

    /** Between a stop that was moved and its port nobody else drives or stands: no vehicle looks out for another there. */
    private void waysFromStops() {
        List<Reached> all = groups.stream().filter(group -> !group.stayOnAisles()).flatMap(group -> CarriedLink.of(study, group).stream()
                .flatMap(carried -> Stream.of(
                        reached(carried.from(), carried.from().port(carried.link().fromPort(), false), group),
                        reached(carried.to(), carried.to().port(carried.link().toPort(), true), group))))
                .toList();
        for (Reached one : all) {
            Optional<String> inTheWay = one.stop.isMoved() ? inTheWay(one, all) : Optional.empty();
            if (inTheWay.isPresent()) {
                problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, one.element.name(),
                        "The way between its stop for \u201c" + one.port.name() + "\u201d and it leads through " + inTheWay.get()
                                + ", so vehicles could drive through each other, or stand for good",
                        "Move the stop to where nothing is in between",
                        Problem.Fix.of("Put the stop back", one.element,
                                e -> e.with(e.basics().withDuty(e.basics().duty().withStop(one.port.name(), null))))));
                return; // one is enough to be told
            }
        }
    }

    private Reached reached(PlantElement element, Port port, ResourceGroup group) {
        Pose place = Layout.standing(element, port, group.reachMetres());
        return new Reached(element, port, place, net.stop(place).orElseThrow());
    }

    private Optional<String> inTheWay(Reached one, List<Reached> all) {
        String aisle = net.aisles().get(net.stretches().get(one.stop.stretch()).aisle()).name();
        Optional<String> crossing = sections.overlapping(sections.place(one.onAisle())).stream()
                .map(section -> sections.sections().get(section)).filter(Sections.Section::isJoint)
                .map(Sections.Section::name).findFirst();
        if (crossing.isPresent()) {
            return crossing;
        }
        double length = one.onAisle().distanceTo(one.place);
        double off = sections.size().reach() + MARGIN_METRES;
        if (length > off) {
            double part = off / length;
            Pose beside = Pose.at(one.stop.x() + (one.place.x() - one.stop.x()) * part,
                    one.stop.y() + (one.place.y() - one.stop.y()) * part,
                    0, 0);
            Optional<String> crossed = sections.overlapping(sections.way(beside, one.place)).stream()
                    .map(section -> sections.sections().get(section).name()).findFirst();
            if (crossed.isPresent()) {
                return crossed;
            }
        }
        Geometry covered = sections.way(one.onAisle(), one.place).union(sections.place(one.place));
        return all.stream().filter(other -> other.place.distanceTo(one.place) > MARGIN_METRES)
                .filter(other -> Sections.overlap(covered, sections.place(other.place))
                        || Sections.overlap(sections.place(one.place), sections.way(other.onAisle(), other.place)))
                .map(other -> "where they stand at " + other.element.name()).findFirst();
    }

    /** On what the first of them stands that stands on an aisle. */
    private Optional<String> under(Stream<Pose> standing) {
        return standing.flatMap(pose -> sections.overlapping(sections.standing(pose)).stream())
                .map(section -> sections.sections().get(section).name()).findFirst();
    }

    /** Each circle of one-way aisles keeps one place to wait free, or nothing moves any more. */
    private void circles() {
        int vehicles = groups.stream().mapToInt(ResourceGroup::count).sum();
        int placesOfOne = groups.stream().flatMap(group -> group.roadSpace().stream())
                .mapToInt(space -> 1 + (int) Math.ceil(space.trailing() / (space.length() + space.distance()))).max().orElse(1);
        IntStream.range(0, net.stretches().size()).filter(stretch -> !net.stretches().get(stretch).isBothWays())
                .mapToObj(this::circleThrough).flatMap(Optional::stream).min(Comparator.comparingInt(Circle::places))
                .filter(smallest -> smallest.places > 0).map(smallest -> new Circle(smallest.stretch, smallest.places / placesOfOne))
                .filter(smallest -> vehicles > smallest.places)
                .ifPresent(smallest -> problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.ROUTE,
                        net.aisles().get(net.stretches().get(smallest.stretch).aisle()).name(),
                        "It is in a circle of one-way aisles in which " + smallest.places
                                + (smallest.places == 1 ? " vehicle" : " vehicles")
                                + " can wait, and there are " + vehicles,
                        "Make the circle longer, open an aisle both ways, or take fewer vehicles: what fills a circle waits outside it")));
    }

    private record Circle(int stretch, int places) {}

    /** The circle through a stretch with the fewest places to wait (Dijkstra's search over points). */
    private Optional<Circle> circleThrough(int stretch) {
        int goal = net.stretches().get(stretch).from();
        int points = net.stretches().stream().mapToInt(one -> Math.max(one.from(), one.to())).max().orElse(0) + 1;
        int[] places = new int[points];
        Arrays.fill(places, Integer.MAX_VALUE);
        PriorityQueue<int[]> open = new PriorityQueue<>(Comparator.comparingInt(one -> one[0]));
        reach(open, places, net.stretches().get(stretch).to(), placesOn(stretch));
        while (!open.isEmpty()) {
            int[] next = open.remove();
            if (next[1] == goal) {
                return Optional.of(new Circle(stretch, next[0]));
            }
            for (int i = 0; i < net.stretches().size(); i++) {
                AisleNet.Stretch on = net.stretches().get(i);
                if (!on.isBothWays() && on.from() == next[1]) {
                    reach(open, places, on.to(), next[0] + placesOn(i));
                }
            }
        }
        return Optional.empty();
    }

    private static void reach(PriorityQueue<int[]> open, int[] places, int point, int count) {
        if (count < places[point]) {
            places[point] = count;
            open.add(new int[] {count, point});
        }
    }

    private int placesOn(int stretch) {
        return (int) sections.cuts(stretch).stream().filter(cut -> sections.sections().get(cut.section()).isPlaceToWait()).count();
    }
}
