package rhombic.study.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.Zone;
import rhombic.study.fleet.Deployment;
import rhombic.study.kind.Fleet;

/** Whether what a fleet is part of, fetches from and parks at is there, and whether somebody fetches from everywhere. */
final class DeploymentCheck {
    private final Study study;
    private final List<Fleet> fleets;
    private final List<Problem> problems = new ArrayList<>();

    private DeploymentCheck(Study study) {
        this.study = study;
        fleets = study.groups().stream().filter(Fleet.class::isInstance).map(Fleet.class::cast).toList();
    }

    static List<Problem> of(Study study) {
        DeploymentCheck check = new DeploymentCheck(study);
        for (Fleet fleet : check.fleets) {
            check.partOf(fleet);
            check.areas(fleet);
        }
        check.fetched();
        check.parked();
        return check.problems;
    }

    private void warn(Problem.Grade grade, String element, String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(grade, Problem.Kind.CREW, element, message, remedy, fix));
    }

    private static Problem.@Nullable Fix changed(String label, Fleet fleet, Deployment to) {
        return Problem.Fix.of(label, fleet, e -> ((Fleet) e).with(to));
    }

    private void partOf(Fleet fleet) {
        Deployment now = fleet.deployment();
        if (now.partOf().isEmpty()) {
            return;
        }
        Problem.Fix fix = changed("Let it be a fleet by itself", fleet, now.withPartOf(""));
        Optional<Fleet> whole = study.find(now.partOf(), Fleet.class);
        if (whole.isEmpty()) {
            warn(Problem.Grade.WARNING, fleet.name(), "It is part of \u201c" + now.partOf() + "\u201d, which is no fleet that is there",
                    "Choose another fleet, or none", fix);
        } else if (whole.get().name().equals(fleet.name())) {
            warn(Problem.Grade.WARNING, fleet.name(), "It is part of itself", "Choose another fleet, or none", fix);
        } else if (!whole.get().partOf().isEmpty()) {
            warn(Problem.Grade.WARNING, fleet.name(), "It is part of " + now.partOf() + ", which is part of " + whole.get().partOf()
                    + ": that one does not call it", "Let it be part of " + whole.get().partOf(),
                    changed("Let it be part of that one", fleet, now.withPartOf(whole.get().partOf())));
        } else if (fleet.round().isPresent() || whole.get().round().isPresent()) {
            warn(Problem.Grade.WARNING, fleet.name(), "It is part of " + now.partOf() + ", but who makes rounds is called by nobody",
                    "Let it be a fleet by itself, or take the round out", fix);
        }
    }

    private void areas(Fleet fleet) {
        Deployment now = fleet.deployment();
        for (String zone : now.zones()) {
            if (study.find(zone, Zone.class).isEmpty()) {
                warn(Problem.Grade.WARNING, fleet.name(), "Its zone \u201c" + zone + "\u201d is not there",
                        "Place a zone, or choose another",
                        changed("Take it out", fleet, now.withZones(now.zones().stream().filter(one -> !one.equals(zone)).toList())));
            }
        }
        if (!now.zones().isEmpty() && fleet.round().isPresent()) {
            warn(Problem.Grade.HINT, fleet.name(), "It makes a round, so its zones count for nothing", "Take the zones out",
                    changed("Take them out", fleet, now.withZones(List.of())));
        }
        for (String area : now.parking()) {
            if (study.find(area, ParkingArea.class).isEmpty()) {
                warn(Problem.Grade.WARNING, fleet.name(), "Its parking area \u201c" + area + "\u201d is not there",
                        "Place a parking area, or choose another",
                        changed("Take it out", fleet, now.withParking(now.parking().stream().filter(one -> !one.equals(area)).toList())));
            }
        }
    }

    /** Links from which none of those who could carry fetches, since all fetch only from zones elsewhere. */
    private void fetched() {
        study.links().stream().filter(link -> link.travel() instanceof Travel.Carried).forEach(link -> {
            Travel.Carried by = (Travel.Carried) link.travel();
            boolean isByZones = study.groups().stream().filter(group -> group.meets(by.need()))
                    .allMatch(group -> group instanceof Fleet fleet && !fleet.deployment().zones().isEmpty() && fleet.round().isEmpty());
            List<Fleet> callable = fleets.stream().filter(fleet -> fleet.meets(by.need())).toList();
            if (isByZones && !callable.isEmpty()) {
                study.find(link.from()).filter(from -> callable.stream().noneMatch(fleet -> fleet.deployment().zones().stream()
                        .flatMap(zone -> study.find(zone, Zone.class).stream())
                        .anyMatch(zone -> zone.contains(Layout.outlet(from, link.fromPort())))))
                        .ifPresent(from -> warn(Problem.Grade.WARNING, link.from(),
                                "It lies in none of the zones of those who are to carry from here to " + link.to()
                                        + ", so nobody fetches it",
                                "Draw a zone over it, or let a fleet fetch from everywhere",
                                changed("Let " + callable.getFirst().name() + " fetch from everywhere", callable.getFirst(),
                                        callable.getFirst().deployment().withZones(List.of()))));
            }
        });
    }

    /** Parking areas with fewer places than vehicles that are to wait there. */
    private void parked() {
        study.all(ParkingArea.class).forEach(area -> {
            List<Fleet> users = fleets.stream().filter(fleet -> fleet.deployment().parking().equals(List.of(area.name()))).toList();
            int vehicles = users.stream().mapToInt(Fleet::count).sum();
            if (vehicles > area.places()) {
                warn(Problem.Grade.HINT, area.name(), vehicles + " vehicles are to wait here, and there "
                        + (area.places() == 1 ? "is 1 place" : "are " + area.places() + " places")
                        + ": the others wait where they are based",
                        "Give it more places, or another parking area besides",
                        vehicles > ParkingArea.MAX_PLACES
                                ? null
                                : Problem.Fix.of("Give it " + vehicles, area, e -> ((ParkingArea) e).withPlaces(vehicles)));
            }
        });
    }
}
