package rhombic.insight;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import rhombic.quantity.Clock;
import rhombic.study.kind.Dock;
import rhombic.study.kind.GoodsIn;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

/** Tells how many trucks have come, have left and are inside, and of each that is inside where it stands and why. */
public final class TruckStory {
    private final UnfoldedStudy study;
    private final EquipmentStory equipment;
    private final Waits waits;
    /** Which types are trucks: load carriers that come in from outside, in a plant that has docks. */
    private final Set<String> trucks = new HashSet<>();
    private final Set<Integer> concerned = new HashSet<>();

    public TruckStory(UnfoldedStudy study) {
        this.study = study;
        equipment = new EquipmentStory(study);
        waits = new Waits(study);
        if (study.elements().stream().anyMatch(Dock.class::isInstance)) {
            Set<String> come = new HashSet<>();
            study.elements().forEach(element -> come.addAll(element instanceof GoodsIn in ? in.types() : Set.of()));
            study.study().pieceTypes().stream().filter(PieceType::loadCarrier).map(PieceType::name)
                    .filter(type -> come.contains(type) && goesToDocks(type)).forEach(trucks::add);
        }
    }

    /** Whether it comes to docks where trucks do, by way of whatever lies in between. */
    private boolean goesToDocks(String type) {
        Set<Integer> seen = new HashSet<>();
        boolean any = false;
        List<Integer> open = new ArrayList<>();
        for (int node = 0; node < study.elements().size(); node++) {
            if (study.element(node) instanceof GoodsIn in && in.types().contains(type)) {
                open.add(node);
            }
        }
        while (!open.isEmpty()) {
            int node = open.removeLast();
            if (study.element(node) instanceof Dock) {
                any = true;
                concerned.add(node);
                continue;
            }
            for (int link : seen.add(node) ? study.linksFrom(node) : new int[0]) {
                if (!study.link(link).toPort().equals(Dock.LOADING)) {
                    open.add(study.to(link));
                }
            }
        }
        if (any) {
            concerned.addAll(seen);
        }
        return any;
    }

    /** Whether trucks come to that element: a goods in that brings them, a yard, a dock. */
    public boolean concerns(int node) {
        return concerned.contains(node);
    }

    /** All of them first, then a line for each that is inside, the one that came first in front. */
    public List<String> at(Moment moment) {
        List<PieceStatus> inside = moment.pieces().stream().filter(status -> trucks.contains(waits.type(status).name())).toList();
        long came = 0;
        for (int node = 0; node < study.elements().size(); node++) {
            boolean bringsTrucks = study.element(node) instanceof GoodsIn in && trucks.containsAll(in.types());
            came += bringsTrucks ? moment.in(node) : 0;
        }
        List<String> lines = new ArrayList<>();
        lines.add((came == 1 ? "1 truck has come, " : came + " trucks have come, ") + Math.max(0, came - inside.size()) + " have left, "
                + inside.size() + (inside.size() == 1 ? " is inside." : " are inside."));
        inside.forEach(status -> lines.add(line(status, moment)));
        return lines;
    }

    private String line(PieceStatus status, Moment moment) {
        String since = Clock.elapsed(moment.timeNanos() - status.sinceNanos());
        if (status.link() < 0 && study.element(status.node()) instanceof Dock) {
            return study.element(status.node()).name() + ": " + equipment.doing(status.node(), moment);
        }
        String name = waits.type(status).name() + " " + (status.piece() + 1);
        return status.link() >= 0
                ? name + " is on its way to " + study.link(status.link()).to() + "."
                : name + " has waited in " + study.element(status.node()).name() + " for " + since + " "
                        + waits.forRoom(status, "", moment) + ".";
    }
}
