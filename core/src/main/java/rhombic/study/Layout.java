package rhombic.study;

import java.util.ArrayList;
import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.kind.Equipment;
import rhombic.study.value.Bend;
import rhombic.study.value.Port;

/** Where things are in space: one truth for what is drawn and for what is simulated. */
public final class Layout {
    /** How round the path of a link goes at its bends, where there is room. */
    private static final double BEND_RADIUS_METRES = 0.5;

    private Layout() {}

    /** A port in space. */
    public static Pose pose(Equipment thing, Port port) {
        return thing.placement().pose().of(port.inner());
    }

    public static Pose outlet(Equipment thing, String port) {
        return pose(thing, thing.port(port, false));
    }

    public static Pose inlet(Equipment thing, String port) {
        return pose(thing, thing.port(port, true));
    }

    /** The path of a link, from the outlet of the giver by its bends to the inlet of the taker; its height changes evenly. */
    public static Path path(Link link, Equipment from, Equipment to) {
        Pose start = outlet(from, link.fromPort());
        Pose end = inlet(to, link.toPort());
        List<Pose> corners = new ArrayList<>(List.of(start));
        double whole = level(link, start, end);
        double gone = 0;
        Pose before = start;
        for (Bend bend : link.bends()) {
            gone += Math.hypot(bend.xMetres() - before.x(), bend.yMetres() - before.y());
            before = Pose.at(bend.xMetres(), bend.yMetres(), start.z() + (end.z() - start.z()) * (whole == 0 ? 0 : gone / whole), 0);
            corners.add(before);
        }
        corners.add(end);
        return Path.through(corners, BEND_RADIUS_METRES);
    }

    private static double level(Link link, Pose start, Pose end) {
        double sum = 0;
        double x = start.x();
        double y = start.y();
        for (Bend bend : link.bends()) {
            sum += Math.hypot(bend.xMetres() - x, bend.yMetres() - y);
            x = bend.xMetres();
            y = bend.yMetres();
        }
        return sum + Math.hypot(end.x() - x, end.y() - y);
    }
}
