package rhombic.insight;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Clock;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackPlaces;
import rhombic.study.rack.RackStock;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;

/** One aisle of a rack at one moment, as somebody sees it who stands in the aisle: what lies in front in each slot, and where the crane is. */
public final class RackSection {
    /** So near the middle of an aisle a crane is in it. */
    private static final double IN_AISLE_METRES = 0.01;

    private final UnfoldedStudy study;
    private final RackLayout layout;
    private final int aisle;
    private final @Nullable Load[] front;
    private final int[] filled;
    private final Map<String, Integer> counts = new TreeMap<>();
    private final @Nullable Crane crane;

    /**
     * A load.
     *
     * @param body in the trace
     * @param type its number
     * @param piece its number, from 0
     * @param nanos how long it has been there
     */
    public record Load(int body, int type, int piece, long nanos) {}

    /** Where the crane is: metres from the front of the rack, and of its carriage above the floor. */
    public record Crane(double alongMetres, double highMetres) {}

    private RackSection(UnfoldedStudy study, Rack rack, int node, Moment moment, int aisle) {
        this.study = study;
        this.aisle = aisle;
        layout = rack.layout();
        front = new Load[layout.rows().rows() * layout.bays() * layout.levels().count()];
        filled = new int[front.length];
        int[] places = new int[front.length];
        for (int body = moment.firstAt(node); body >= 0; body = moment.next(body)) {
            if (RackPlaces.slotOf(moment.placeOf(body)) != moment.placeOf(body)) {
                continue; // it is picked from a load that stays
            }
            counts.merge(study.study().pieceTypes().get(moment.typeOf(body)).name(), 1, Integer::sum);
            int place = moment.placeOf(body);
            if (moment.carrierOf(body) < 0 && place >= aisle * layout.placesInAisle() && place < (aisle + 1) * layout.placesInAisle()) {
                int lane = place % layout.placesInAisle() / layout.laneCapacity();
                int inLane = place % layout.laneCapacity();
                int level = layout.form() == RackForm.BLOCK_STORE ? inLane % layout.levels().count() : layout.level(lane);
                int cell = cell(layout.row(lane), layout.bay(lane), level);
                long nanos = moment.timeNanos() - moment.sinceNanos(body);
                boolean isInFront = front[cell] == null
                        || (layout.form().isInclined() ? inLane < places[cell] : inLane > places[cell]);
                if (isInFront) {
                    front[cell] = new Load(body, moment.typeOf(body), moment.pieceOf(body), nanos);
                    places[cell] = inLane;
                }
                filled[cell]++;
            }
        }
        crane = crane(rack, moment);
    }

    private @Nullable Crane crane(Rack rack, Moment moment) {
        for (CraneParts<StackerCrane> one : CraneParts.stackers(study)) {
            if (one.group().serves(rack) && one.inner() < moment.movers().count()) {
                Pose mast = moment.movers().pose(one.member(), moment.timeNanos());
                double turn = Math.toRadians(rack.placement().headingDegrees());
                double dx = mast.x() - rack.placement().xMetres();
                double dy = mast.y() - rack.placement().yMetres();
                double across = dy * Math.cos(turn) - dx * Math.sin(turn);
                if (Math.abs(across - layout.aisleMetres(aisle)) > IN_AISLE_METRES) {
                    continue; // it is in another aisle, or on its way to one
                }
                return new Crane(dx * Math.cos(turn) + dy * Math.sin(turn) + layout.lengthMetres() / 2,
                        moment.movers().pose(one.inner(), moment.timeNanos()).z());
            }
        }
        return null;
    }

    /** @param aisle from 0 */
    public static RackSection of(UnfoldedStudy study, Rack rack, int node, Moment moment, int aisle) {
        return new RackSection(study, rack, node, moment, aisle);
    }

    private int cell(int row, int bay, int level) {
        return (row * layout.bays() + bay) * layout.levels().count() + level;
    }

    /** What lies in front in a slot; empty if nothing does. */
    public Optional<Load> front(int row, int bay, int level) {
        return Optional.ofNullable(front[cell(row, bay, level)]);
    }

    /** How many loads of each type the whole rack holds, by name. */
    public Map<String, Integer> counts() {
        return Map.copyOf(counts);
    }

    /** What the whole rack holds, as what lies in it when a run begins. */
    public List<RackStock> stock() {
        return counts.entrySet().stream().map(one -> new RackStock(one.getKey(), one.getValue())).toList();
    }

    public Optional<Crane> crane() {
        return Optional.ofNullable(crane);
    }

    /** A slot in words: where it is, what lies in it and since when. */
    public String text(int row, int bay, int level) {
        String where = "Bay " + (bay + 1) + ", level " + (level + 1)
                + (layout.rows().rows() == 1 ? "" : row == 0 ? ", on the right" : ", on the left");
        int cell = cell(row, bay, level);
        Load load = front[cell];
        if (load == null) {
            return where + ": empty";
        }
        return where + ": " + study.study().pieceTypes().get(load.type).name() + " " + (load.piece + 1) + ", for "
                + Clock.elapsed(load.nanos)
                + (filled[cell] > 1 ? ", and " + (filled[cell] - 1) + " behind it" : "");
    }
}
