package rhombic.study.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.area.ChargingArea;
import rhombic.study.fleet.Battery;
import rhombic.study.kind.Fleet;
import rhombic.study.way.AisleNet;

/** Whether vehicles come to where they charge before they have run down. */
final class BatteryCheck {
    private final Study study;
    private final List<Problem> problems = new ArrayList<>();

    private BatteryCheck(Study study) {
        this.study = study;
    }

    static List<Problem> of(Study study) {
        BatteryCheck check = new BatteryCheck(study);
        study.groups().stream().filter(Fleet.class::isInstance).map(Fleet.class::cast)
                .forEach(fleet -> fleet.battery().ifPresent(battery -> check.fleet(fleet, battery)));
        return check.problems;
    }

    private void fleet(Fleet fleet, Battery battery) {
        Optional<ChargingArea> area = study.find(battery.at(), ChargingArea.class);
        if (!battery.at().isEmpty() && area.isEmpty()) {
            problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.CREW, fleet.name(),
                    "Its charging area \u201c" + battery.at() + "\u201d is not there, so its " + fleet.memberWord(true)
                            + " charge where they park",
                    "Place a charging area, or choose another",
                    Problem.Fix.of("Charge where they park", fleet, e -> ((Fleet) e).withBattery(Optional.of(battery.withAt(""))))));
        }
        Pose charger = area.map(one -> Layout.places(one).getFirst()).orElseGet(() -> Layout.home(fleet, 0));
        AisleNet net = AisleNet.of(study.elements(), false).admitting(aisle -> aisle.admits(fleet));
        for (CarriedLink carried : CarriedLink.of(study, fleet)) {
            double metres = metres(fleet, net, charger, carried.outlet()) + metres(fleet, net, carried.outlet(), carried.inlet())
                    + metres(fleet, net, carried.inlet(), charger);
            if (battery.taken(metres, metres / fleet.driving().speed().inBaseUnit(), 2) > 1) {
                problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.CREW, fleet.name(), String.format(Locale.ROOT,
                        "A full battery does not last from where it charges to %s, on to %s and back: %.0f m, so nobody carries there",
                        carried.from().name(), carried.to().name(), metres), "Charge nearer by, or give it a battery that lasts longer"));
                return; // one is enough to be told
            }
        }
    }

    private static double metres(Fleet fleet, AisleNet net, Pose from, Pose to) {
        double straight = Math.hypot(to.x() - from.x(), to.y() - from.y());
        if (!fleet.travel().isOnAisles() || net.isEmpty()) {
            return straight;
        }
        AisleNet.Stop begins = net.stop(from).orElseThrow();
        AisleNet.Stop ends = net.stop(to).orElseThrow();
        return net.course(begins, ends, 1, 0)
                .map(course -> begins.away() + ends.away() + course.parts().stream().mapToDouble(AisleNet.Part::metres).sum())
                .orElse(straight);
    }
}
