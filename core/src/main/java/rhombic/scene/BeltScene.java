package rhombic.scene;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Travel;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Fitting;
import rhombic.study.place.PieceOffset;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;

/**
 * Where pieces on conveyors are: the place of each follows from that of the head of its train. What is not wholly on a conveyor
 * yet is still on the one before it, which ends or diverts there.
 */
final class BeltScene {
    /** So near is a conveyor that begins or ends at another. */
    private static final double NEAR_METRES = 0.3;

    private final List<PlantElement> elements;
    private final UnfoldedStudy study;
    private final PieceSizes sizes;
    /** By the number of the equipment, made when first asked for. */
    private final @Nullable Belt[] belts;
    private double[] headMetres = {};
    private double[] headMeasure = {};
    /** How far the next of each lane can be: its gap behind the one before it, which it keeps by itself but for the first of a lane. */
    private double[] limits = {};

    /** Takes the poses one by one. */
    interface Poser {
        void pose(int body, Pose pose);
    }

    /**
     * One conveyor.
     *
     * @param begins where its parts begin: it, and those behind its diverts and merges
     * @param takers conveyors that begin where it ends, by number
     * @param approaches how pieces come onto a part, by the equipment they come from
     */
    private record Belt(Path path, double[] begins, int[] takers, Map<List<Integer>, Approach> approaches) {}

    /**
     * How pieces come onto a conveyor.
     *
     * @param at where they are on it, looking as they come
     * @param straightMetres so far they come straight
     * @param before the way they are on before that; null: straight
     * @param beforeMetres how far along that way they leave it
     */
    private record Approach(Pose at, double straightMetres, @Nullable Path before, double beforeMetres) {}

    BeltScene(UnfoldedStudy study, PieceSizes sizes) {
        elements = study.elements();
        this.study = study;
        this.sizes = sizes;
        belts = new Belt[elements.size()];
    }

    private Belt belt(int node, Conveyor conveyor) {
        Belt belt = belts[node];
        if (belt == null) {
            List<Fitting> branches = conveyor.branches();
            double[] begins = new double[branches.size() + 1];
            for (int i = 0; i < branches.size(); i++) {
                begins[i + 1] = conveyor.metresOf(branches.get(i));
            }
            belt = new Belt(conveyor.path(), begins, takers(node, conveyor), new HashMap<>());
            belts[node] = belt;
        }
        return belt;
    }

    /** Gives every piece that rides on the conveyor; within each lane they come in their order. */
    void pose(Conveyor conveyor, int node, int first, Moment moment, Poser into) {
        Belt belt = belt(node, conveyor);
        int lanes = conveyor.lanes();
        int rows = lanes * belt.begins.length;
        if (headMetres.length < rows) {
            headMetres = new double[rows];
            headMeasure = new double[rows];
            limits = new double[rows];
        }
        Arrays.fill(headMetres, 0, rows, 0);
        Arrays.fill(limits, 0, rows, Double.POSITIVE_INFINITY);
        if (lanes == 1) {
            limits[rows - 1] = beforeWhatHasLeft(belt, conveyor, node, moment);
        }
        PieceOffset offset = conveyor.basics().pieceOffset();
        boolean isAcross = conveyor.orientation() == Conveyor.Orientation.ACROSS;
        double gap = conveyor.gapMetres();
        double headingDegrees = offset.headingDegrees() + (isAcross ? 90 : 0);
        for (int body = first; body >= 0; body = moment.next(body)) {
            if (!moment.isRiding(body)) {
                continue; // it waits to come on, where the link has brought it
            }
            int lane = moment.laneOf(body);
            if (moment.isLeader(body)) {
                headMetres[lane] = moment.metresOfLeader(body);
                headMeasure[lane] = moment.measureOf(body);
            }
            int type = moment.typeOf(body);
            double length = isAcross ? sizes.width(type) : sizes.length(type);
            double front = Math.min(limits[lane], headMetres[lane] - (moment.measureOf(body) - headMeasure[lane]));
            limits[lane] = front - length - gap;
            double middle = front - length / 2;
            int part = lane / lanes;
            boolean comesIn = middle < belt.begins[part] && (part == 0 || moment.cameAside(body));
            Pose on = comesIn ? comingIn(belt, conveyor, part, belt.begins[part] - middle, moment.fromNodeOf(body)) : belt.path.at(middle);
            double heading = Math.toRadians(on.heading());
            double aside = conveyor.laneOffset(lane % lanes) + offset.yMetres();
            into.pose(body, Pose.at(on.x() - aside * Math.sin(heading), on.y() + aside * Math.cos(heading), on.z() + offset.zMetres(),
                    on.heading() + headingDegrees));
        }
    }

    /**
     * How far the first piece can be without touching the one before it, which is on the next conveyor already but not wholly: where
     * that is slower, the first piece comes no nearer to the end than there is room behind the other. Times are not touched, for it is
     * at the end when the next conveyor can take it.
     */
    private double beforeWhatHasLeft(Belt belt, Conveyor conveyor, int node, Moment moment) {
        double end = belt.path.metres();
        for (int taker : belt.takers) {
            int body = moment.lastAt(taker);
            if (body < 0 || !moment.isRiding(body) || moment.fromNodeOf(body) != node || !(elements.get(taker) instanceof Conveyor next)) {
                continue;
            }
            int leader = moment.leaderOf(body);
            double front = moment.metresOfLeader(leader) - (moment.measureOf(body) - moment.measureOf(leader));
            int type = moment.typeOf(body);
            double needed = (next.orientation() == Conveyor.Orientation.ACROSS ? sizes.width(type) : sizes.length(type))
                    + Math.min(conveyor.gapMetres(), next.gapMetres());
            if (front < needed) {
                return end - needed + front;
            }
        }
        return Double.POSITIVE_INFINITY;
    }

    /** Conveyors that begin where this one ends. */
    private int[] takers(int node, Conveyor conveyor) {
        Pose end = Layout.outlet(conveyor, "");
        return Arrays.stream(study.linksFrom(node)).filter(number -> {
            Link link = study.link(number);
            return link.fromPort().isEmpty() && link.toPort().isEmpty() && link.travel() instanceof Travel.AtOnce;
        }).map(study::to).filter(to -> elements.get(to) instanceof Conveyor next && next.lanes() == 1
                && end.distanceTo(Layout.inlet(next, "")) < NEAR_METRES).toArray();
    }

    private Pose comingIn(Belt belt, Conveyor conveyor, int part, double backMetres, int from) {
        Approach approach = belt.approaches.computeIfAbsent(List.of(part, from), key -> approach(belt, conveyor, part, from));
        double beyond = backMetres - approach.straightMetres;
        Path before = approach.before;
        if (beyond > 0 && before != null) {
            return before.at(approach.beforeMetres - beyond);
        }
        Pose at = approach.at;
        double heading = Math.toRadians(at.heading());
        return Pose.at(at.x() - backMetres * Math.cos(heading), at.y() - backMetres * Math.sin(heading), at.z(), at.heading());
    }

    private Approach approach(Belt belt, Conveyor conveyor, int part, int from) {
        Pose at = belt.path.at(belt.begins[part]);
        double straight = 0;
        if (part > 0) {
            Pose port = Layout.inlet(conveyor, conveyor.branches().get(part - 1).name());
            straight = conveyor.totalWidthMetres() / 2;
            at = Pose.at(at.x(), at.y(), at.z(), port.heading());
        }
        if (from < 0 || !(elements.get(from) instanceof Conveyor giver)) {
            return new Approach(at, straight, null, 0);
        }
        for (int number : study.linksFrom(from)) {
            Link link = study.link(number);
            boolean isIt = link.travel() instanceof Travel.AtOnce && link.to().equals(conveyor.name());
            if (isIt && Layout.outlet(giver, link.fromPort()).distanceTo(Layout.inlet(conveyor, link.toPort())) < NEAR_METRES) {
                Optional<Fitting> leaves = giver.branches().stream().filter(branch -> branch.name().equals(link.fromPort())).findFirst();
                double toSide = leaves.isPresent() ? giver.totalWidthMetres() / 2 : 0;
                return new Approach(at, straight + toSide, belt(from, giver).path,
                        leaves.map(giver::metresOf).orElse(giver.conveyorPath().metres()));
            }
        }
        return new Approach(at, straight, null, 0);
    }
}
