package rhombic.study;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.area.VehiclePlaces;
import rhombic.study.duty.StandPoint;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.place.Bend;
import rhombic.study.place.Footprint;
import rhombic.study.place.Port;

/** Where elements are in space: one truth for what is drawn and for what is simulated. */
public final class Layout {
    /** How round the path of a link goes at its bends, where there is room. */
    private static final double BEND_RADIUS_METRES = 0.5;

    /** How far to the right of the straight line a link is drawn that has another against it. */
    private static final double APART_METRES = 0.3;

    /** How far from its edge people stand. */
    private static final double BESIDE_METRES = 0.4;

    private Layout() {}

    /** A port in space. */
    public static Pose pose(PlantElement element, Port port) {
        return element.placement().pose().of(port.inner());
    }

    public static Pose outlet(PlantElement element, String port) {
        return pose(element, element.port(port, false));
    }

    public static Pose inlet(PlantElement element, String port) {
        return pose(element, element.port(port, true));
    }

    /** Where all of a group wait for work, in their order. */
    public static List<Pose> homes(ResourceGroup group) {
        return IntStream.range(0, group.count()).mapToObj(i -> home(group, i)).toList();
    }

    /** Where one of a group waits for work, by number: in rows. */
    public static Pose home(ResourceGroup group, int number) {
        return group.waitsAt(number).orElseGet(() -> inRows(group, group.count(), number));
    }

    /**
     * Where somebody stands who picks up what comes out at an outlet, facing it.
     *
     * @param reach metres from the middle of who picks up to what it takes
     */
    public static Pose pickUp(Pose outlet, double reach) {
        return outlet.of(Pose.at(reach, 0, -outlet.z(), 180));
    }

    /** Where somebody stands who sets down at an inlet, facing it. */
    public static Pose setDown(Pose inlet, double reach) {
        return inlet.of(Pose.at(-reach, 0, -inlet.z(), 0));
    }

    /** Where somebody stands at a port, facing it, who picks up what comes out there, or else sets down what goes in. */
    public static Pose standing(PlantElement element, Port port, double reach) {
        Pose at = pose(element, port);
        return port.isIn() ? setDown(at, reach) : pickUp(at, reach);
    }

    /** Where vehicles stand that charge or park, each place. */
    public static List<Pose> places(VehiclePlaces area) {
        return IntStream.range(0, area.places()).mapToObj(i -> inRows(area, area.places(), i)).toList();
    }

    private static Pose inRows(PlantElement element, int count, int number) {
        double length = element.footprint().lengthMetres();
        double width = element.footprint().widthMetres();
        int inRow = Math.min(Footprint.IN_ROW, count);
        int rows = (count + inRow - 1) / inRow;
        double x = (number % inRow + 0.5) / inRow * length - length / 2;
        double y = width / 2 - (number / inRow + 0.5) / rows * width;
        return element.placement().pose().of(Pose.at(x, y, 0, 90));
    }

    /**
     * Where people stand to work at a place of equipment, facing it: where the equipment says, or at its working side, which is
     * the one to the right of the flow.
     *
     * @param place counted from 0; of what has only one, 0
     */
    public static Pose stand(PlantElement element, int place) {
        StandPoint spot = element.basics().duty().standOffset();
        int drawn = element instanceof WorkEquipment work ? Math.clamp(work.work().places(), 1, WorkEquipment.MAX_DRAWN_PLACES) : 1;
        double width = element.footprint().widthMetres();
        double middle = drawn == 1 ? 0 : (place % drawn - (drawn - 1) / 2.0) * width / drawn;
        double x = spot == null ? 0 : spot.xMetres();
        double y = spot == null ? middle - width / drawn / 2 - (drawn == 1 ? BESIDE_METRES : 0) : spot.yMetres() + middle;
        double facing = Math.toDegrees(Math.atan2(middle - y, -x));
        return element.placement().pose().of(Pose.at(x, y, 0, facing));
    }

    /** The path of a link, from the outlet of the giver by its bends to the inlet of the taker; its height changes evenly. */
    public static Path path(Link link, PlantElement from, PlantElement to) {
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

    /**
     * The path as it is drawn. Of two links that lead there and back in a straight line and on which pieces take no time, each is drawn a
     * little to the right of the other; where pieces take time, what is drawn is what is simulated.
     */
    public static Path drawn(Study study, Link link) {
        return drawn(link, study.find(link.from()).orElseThrow(), study.find(link.to()).orElseThrow(),
                study.linksFrom(link.to()).stream().anyMatch(back -> back.to().equals(link.from()) && isPlain(back)));
    }

    /**
     * The same between these elements.
     *
     * @param leadsBackToo whether another link that {@link #isPlain is plain} leads back
     */
    public static Path drawn(Link link, PlantElement from, PlantElement to, boolean leadsBackToo) {
        Path straight = path(link, from, to);
        if (!isPlain(link) || !leadsBackToo) {
            return straight;
        }
        Pose start = outlet(from, link.fromPort());
        Pose end = inlet(to, link.toPort());
        double length = Math.hypot(end.x() - start.x(), end.y() - start.y());
        if (length < 4 * APART_METRES) {
            return straight;
        }
        double ahead = APART_METRES / length;
        double dx = (end.x() - start.x()) * ahead;
        double dy = (end.y() - start.y()) * ahead;
        return Path.through(List.of(start, Pose.at(start.x() + dx + dy, start.y() + dy - dx, start.z(), 0),
                Pose.at(end.x() - dx + dy, end.y() - dy - dx, end.z(), 0), end), 0);
    }

    public static boolean isPlain(Link link) {
        return link.travel() instanceof Travel.AtOnce && link.bends().isEmpty();
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
