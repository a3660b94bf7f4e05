package rhombic.study.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.LineSegment;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.change.Part;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.place.Opening;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Barrier;
import rhombic.study.way.AisleNet;
import rhombic.study.way.OpenFloor;

/** Whether people get where they are needed: places that no aisle leads to, with the aisle that is missing, and rooms without a door. */
public final class RouteCheck {
    private static final double PARALLEL_SINE = 0.02;
    private static final double ON_IT_METRES = 0.05;
    private static final double MIN_SHARED_METRES = 0.5;
    private static final int MAX_PLACES = 60;

    private final Study study;
    private final List<Aisle> aisles;
    private final List<Problem> problems = new ArrayList<>();

    private RouteCheck(Study study) {
        this.study = study;
        aisles = study.all(Aisle.class);
    }

    /** Warnings and hints, some with a way out. */
    public static List<Problem> of(Study study) {
        RouteCheck check = new RouteCheck(study);
        check.nowhere();
        if (!check.aisles.isEmpty()) {
            for (boolean people : new boolean[] {true, false}) {
                AisleNet net = AisleNet.of(study.elements(), people);
                study.groups().stream().filter(group -> group.goOnAisles())
                        .filter(group -> group.arePeople() == people && !net.isEmpty())
                        .forEach(group -> check.onAisles(group, net.admitting(aisle -> aisle.admits(group))));

            }
            check.tooNarrow();
            check.fleets();
            check.overEachOther();
        }
        check.around();
        study.elements().stream().filter(Barrier.class::isInstance).forEach(check::openings);
        return check.problems;
    }

    // ---- where people go

    /** Their home, and where they are needed, by name. */
    private Map<String, Pose> places(ResourceGroup group) {
        Map<String, Pose> places = new LinkedHashMap<>();
        places.put(group.name(), Layout.home(group, 0));
        for (PlantElement element : study.elements()) {
            boolean isNeeded = element instanceof WorkEquipment work && work.needs().stream().anyMatch(need -> group.meets(need))
                    || element.basics().duty().failures().stream().flatMap(mode -> mode.repairedBy().stream())
                            .anyMatch(need -> group.meets(need));
            if (isNeeded) {
                places.put(element.name(), Layout.stand(element, 0));
            }
        }
        for (CarriedLink carried : CarriedLink.of(study, group)) {
            places.putIfAbsent(carried.from().name(), carried.outlet());
            places.putIfAbsent(carried.to().name(), carried.inlet());
        }
        group.restAreas().stream().flatMap(name -> study.find(name).stream())
                .forEach(area -> places.put(area.name(), area.placement().pose()));
        return places;
    }

    // ---- on aisles

    /** Those who go only on aisles, and have none. */
    private void nowhere() {
        for (ResourceGroup group : study.groups()) {
            if (group.travel() == TravelChoice.ONLY_ON_AISLES && !group.areThereAtOnce()
                    && aisles.stream().noneMatch(aisle -> aisle.admits(group))) {
                problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, group.name(),
                        "It goes only on aisles, and there are none for it, so its " + group.memberWord(true) + " go nowhere",
                        "Draw aisles, or let them go around what stands there"));
            }
        }
    }

    private void onAisles(ResourceGroup group, AisleNet net) {
        if (net.isEmpty()) {
            return; // they go straight, as where there are none
        }
        Map<String, Pose> places = places(group);
        Pose home = Layout.home(group, 0);
        AisleNet.Stop begins = net.stop(home).orElseThrow();
        places.entrySet().stream().filter(place -> !place.getKey().equals(group.name())).limit(MAX_PLACES)
                .filter(place -> !isReached(group, net, begins, place)).findFirst(); // one is enough to be told
    }

    /** Whether one gets there and back; what is in the way is told if not. */
    private boolean isReached(ResourceGroup group, AisleNet net, AisleNet.Stop begins, Map.Entry<String, Pose> place) {
        AisleNet.Stop ends = net.stop(place.getValue()).orElseThrow();
        double straight = Math.hypot(ends.x() - begins.x(), ends.y() - begins.y());
        if (straight <= begins.away() + ends.away()) {
            return true;
        }
        if (!net.hangTogether(begins, ends)) {
            problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, group.name(),
                    "No aisle leads to " + place.getKey() + ", so its " + group.memberWord(true)
                            + (group.travel() == TravelChoice.ONLY_ON_AISLES
                                    ? " never go there"
                                    : " go straight there, whatever stands in between"),
                    "Draw an aisle in between, or let them go around what stands there", missing(net, begins, ends)));
            return false;
        }
        boolean there = net.course(begins, ends, 1, 0).isPresent();
        if (!there || net.course(ends, begins, 1, 0).isEmpty()) {
            problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, group.name(),
                    "One-way aisles lead "
                            + (there ? "to " + place.getKey() + " and not back" : "from " + place.getKey() + " and not there")
                            + ", so its " + group.memberWord(true)
                            + (group.travel() == TravelChoice.ONLY_ON_AISLES ? " never go there" : " go straight"),
                    "Open one of the aisles both ways, or draw one that leads " + (there ? "back" : "there")));
            return false;
        }
        return true;
    }

    /** The shortest aisle that joins the part of the net with the one stop to the part with the other. */
    private Problem.@Nullable Fix missing(AisleNet net, AisleNet.Stop begins, AisleNet.Stop ends) {
        int one = net.partOf(begins.stretch());
        int other = net.partOf(ends.stretch());
        Pose[] best = new Pose[2];
        double min = Double.MAX_VALUE;
        for (int i = 0; i < net.stretches().size(); i++) {
            for (int k = 0; k < net.stretches().size(); k++) {
                if (net.partOf(i) == one && net.partOf(k) == other) {
                    Coordinate[] nearest = line(net, i).closestPoints(line(net, k));
                    double metres = nearest[0].distance(nearest[1]);
                    if (metres < min) {
                        min = metres;
                        best[0] = Pose.at(nearest[0].x, nearest[0].y, 0, 0);
                        best[1] = Pose.at(nearest[1].x, nearest[1].y, 0, 0);
                    }
                }
            }
        }
        double width = aisles.stream().mapToDouble(Aisle::widthMetres).min().orElse(2);
        return Problem.Fix.adds("Draw it", Part.EQUIPMENT, study.elements(), () -> {
            Aisle usual = Aisle.KIND.placed(study.names(), List.of(), Placement.at(0, 0))
                    .withWidth(Quantity.metres(width));
            return (Aisle) usual.through(List.of(best));
        });
    }

    private static LineSegment line(AisleNet net, int stretch) {
        Pose from = net.point(net.stretches().get(stretch).from());
        Pose to = net.point(net.stretches().get(stretch).to());
        return new LineSegment(from.x(), from.y(), to.x(), to.y());
    }

    /** Aisles that are for fleets which are not there. */
    private void fleets() {
        aisles.forEach(aisle -> aisle.fleets().stream().filter(name -> study.find(name).filter(Fleet.class::isInstance).isEmpty())
                .findFirst()
                .ifPresent(name -> problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, aisle.name(),
                        "It is for the fleet \u201c" + name + "\u201d, which is not there", "Open it to all fleets, or name another",
                        Problem.Fix.of("Open it to all", aisle, e -> ((Aisle) e).withFleets(List.of()))))));
    }

    /** Aisles that a vehicle which uses them does not fit on. */
    private void tooNarrow() {
        study.groups().stream().filter(Fleet.class::isInstance).map(Fleet.class::cast)
                .filter(fleet -> fleet.travel().isOnAisles()).forEach(fleet -> aisles.stream()
                        .filter(aisle -> aisle.admits(fleet) && aisle.widthMetres() < fleet.form().widthMetres()).findFirst()
                        .ifPresent(aisle -> problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, aisle.name(),
                                "It is narrower than the " + fleet.memberWord(true) + " of " + fleet.name() + ", which are "
                                        + fleet.form().widthMetres() + " m wide",
                                "Make it wider, or keep it for people",
                                Problem.Fix.of("Make it wider", aisle, e -> ((Aisle) e)
                                        .withWidth(Quantity.metres(fleet.form().widthMetres() + 0.4)))))));
    }

    // ---- aisles drawn over each other

    private void overEachOther() {
        Set<String> told = new HashSet<>();
        for (int i = 0; i < aisles.size(); i++) {
            for (int k = 0; k < i; k++) {
                Aisle later = aisles.get(i);
                if (sharedMetres(aisles.get(k), later) > MIN_SHARED_METRES && told.add(later.name())) {
                    problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.ROUTE, later.name(), "It lies over " + aisles.get(k).name(),
                            "Take it out, or lay it elsewhere",
                            Problem.Fix.takesOut("Take it out", Part.EQUIPMENT, study.elements().indexOf(later), later)));
                }
            }
        }
    }

    private static double sharedMetres(Aisle one, Aisle other) {
        double sum = 0;
        for (LineSegment a : segments(one)) {
            for (LineSegment b : segments(other)) {
                double sine = Math.abs(Math.sin(a.angle() - b.angle()));
                if (sine < PARALLEL_SINE && a.distancePerpendicular(b.midPoint()) < ON_IT_METRES) {
                    double from = Math.max(0, Math.min(a.projectionFactor(b.p0), a.projectionFactor(b.p1)));
                    double to = Math.min(1, Math.max(a.projectionFactor(b.p0), a.projectionFactor(b.p1)));
                    sum += Math.max(0, to - from) * a.getLength();
                }
            }
        }
        return sum;
    }

    private static List<LineSegment> segments(Aisle aisle) {
        List<Pose> corners = aisle.cornersOnFloor();
        List<LineSegment> segments = new ArrayList<>();
        for (int i = 0; i + 1 < corners.size(); i++) {
            segments.add(new LineSegment(corners.get(i).x(), corners.get(i).y(), corners.get(i + 1).x(), corners.get(i + 1).y()));
        }
        return segments;
    }

    // ---- around what stands there

    private void around() {
        List<ResourceGroup> groups = study.groups().stream()
                .filter(group -> group.travel() == TravelChoice.AROUND && !group.areThereAtOnce())
                .toList();
        if (groups.isEmpty()) {
            return;
        }
        Map<Double, OpenFloor> floors = new LinkedHashMap<>();
        for (ResourceGroup group : groups) {
            OpenFloor floor = floors.computeIfAbsent(group.clearanceMetres(),
                    clearance -> new OpenFloor(study.elements(), clearance));
            Map<String, Pose> places = places(group);
            Pose home = Layout.home(group, 0);
            places.entrySet().stream().limit(MAX_PLACES)
                    .filter(place -> floor.way(home.x(), home.y(), place.getValue().x(), place.getValue().y()).isEmpty())
                    .min(Comparator.comparing(Map.Entry::getKey))
                    .ifPresent(place -> problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.ROUTE, group.name(),
                            "There is no way to " + place.getKey() + " between what stands there, so its " + group.memberWord(true)
                                    + " go straight through",
                            "Put a door into the wall in between, or move what is in the way")));
        }
    }

    // ---- doors

    private void openings(PlantElement element) {
        Barrier barrier = (Barrier) element;
        double end = barrier.line().metres();
        for (Opening one : barrier.openings()) {
            if (one.fromMetres() < -1e-9 || one.toMetres() > end + 1e-9) {
                String at = one.position().toString();
                problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.ROUTE, element.name(),
                        "Its " + one.sort().word() + " at " + at + " reaches beyond its " + (one.fromMetres() < 0 ? "beginning" : "end"),
                        "Move it along, or make it narrower"));
            }
        }
    }
}
