package rhombic.study.rack;

import java.io.Serializable;
import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * The form and the measures of a rack. Its aisles lie side by side along its length; each has a row of slots on one side or on both. What one piece of
 * handling equipment reaches at one place of an aisle is a <em>lane</em>: a slot, with as many places one behind the other as the rack is deep; of a
 * block store, a row of stacks.
 *
 * @param aisles 1 to 60
 * @param bays along each aisle, 1 to 1000
 * @param bayPitch from one bay to the next
 * @param depth places one behind the other, 1 to 50
 * @param slotDepth of one place
 * @param firstLevel where loads of the lowest level stand, above the floor
 * @param maxWeight of a load; empty: any
 * @param maxBayWeight of all that lies in one bay of one row; empty: any
 */
public record RackLayout(RackForm form, int aisles, RackRows rows, int bays, Quantity bayPitch, LevelHeights levels, int depth,
        Quantity slotDepth, Quantity aisleWidth, Quantity firstLevel, Optional<Quantity> maxWeight,
        Optional<Quantity> maxBayWeight) implements Serializable {
    public static final int MAX_AISLES = 60;
    public static final int MAX_BAYS = 1000;
    public static final int MAX_DEPTH = 50;
    private static final int MAX_PLACES = 2_000_000;

    /** One aisle, rows on both sides, 20 bays of 1.4 m, 6 levels of 1.6 m, single deep. */
    public static final RackLayout USUAL = new RackLayout(RackForm.RACK, 1, RackRows.BOTH_SIDES, 20, metres(1.4),
            LevelHeights.of(6, metres(1.6)), 1, metres(1.3), metres(1.6), metres(0.3), Optional.empty(), Optional.empty());

    public RackLayout {
        Count.between(1, MAX_AISLES, "The aisles of a rack", aisles);
        Count.between(1, MAX_BAYS, "The bays of a rack", bays);
        Count.between(1, MAX_DEPTH, "The depth of a rack", depth);
        length("The pitch of bays", bayPitch, 0.05, 50);
        length("The depth of a slot", slotDepth, 0.05, 50);
        length("The width of an aisle", aisleWidth, 0.1, 20);
        length("The height of the lowest level", firstLevel, 0, 20);
        maxWeight.ifPresent(weight -> weight("What a slot carries", weight));
        maxBayWeight.ifPresent(weight -> weight("What a bay carries", weight));
        long places = (long) aisles * rows.rows() * bays * levels.count() * depth;
        if (places > MAX_PLACES) {
            throw new StudyException("A rack has at most 2,000,000 places; this would have " + places + ": make it shorter, or two of it");
        }
    }

    private static Quantity metres(double metres) {
        return new Quantity(metres, Unit.METRE);
    }

    private static void weight(String label, Quantity value) {
        if (value.unit().dimension() != Dimension.MASS || !(value.inBaseUnit() > 0)) {
            throw new StudyException(label + " must be a weight above 0 kg; got " + value);
        }
    }

    private static void length(String label, Quantity value, double min, double max) {
        if (value.unit().dimension() != Dimension.LENGTH || !(value.inBaseUnit() >= min && value.inBaseUnit() <= max)) {
            throw new StudyException(label + " must be from " + metres(min) + " to " + metres(max) + "; got " + value);
        }
    }

    // ---- lanes and places

    /** Lanes of an aisle above each other. */
    public int lanesHigh() {
        return form == RackForm.BLOCK_STORE ? 1 : levels.count();
    }

    public int lanesInAisle() {
        return rows.rows() * bays * lanesHigh();
    }

    /** Loads that one lane holds. */
    public int laneCapacity() {
        return form == RackForm.BLOCK_STORE ? depth * levels.count() : depth;
    }

    public int placesInAisle() {
        return lanesInAisle() * laneCapacity();
    }

    public int places() {
        return aisles * placesInAisle();
    }

    /** The row of a lane: 0, on the right of who looks along the aisle from its front, or 1. */
    public int row(int lane) {
        return lane / (bays * lanesHigh());
    }

    public int bay(int lane) {
        return lane / lanesHigh() % bays;
    }

    /** The level of a lane; of a block store always the lowest. */
    public int level(int lane) {
        return lane % lanesHigh();
    }

    public int lane(int row, int bay, int level) {
        return (row * bays + bay) * lanesHigh() + level;
    }

    // ---- where they are, seen from the middle of the rack on the floor, along its aisles

    public double lengthMetres() {
        return bays * bayPitch.inBaseUnit();
    }

    public double rowDepthMetres() {
        return depth * slotDepth.inBaseUnit();
    }

    /** From one aisle to the next. */
    public double aislePitchMetres() {
        return aisleWidth.inBaseUnit() + rows.rows() * rowDepthMetres();
    }

    public double widthMetres() {
        return aisles * aislePitchMetres();
    }

    /** Above the floor, to the top of the highest level. */
    public double heightMetres() {
        double high = firstLevel.inBaseUnit();
        for (double level : levels.metres()) {
            high += level;
        }
        return high;
    }

    /** Across the rack, where the middle of the aisle is. */
    public double aisleMetres(int aisle) {
        return -widthMetres() / 2 + aisle * aislePitchMetres() + rowDepthMetres() + aisleWidth.inBaseUnit() / 2;
    }

    /** How far the middle of a bay is from the front of the rack. */
    public double bayMetres(int bay) {
        return (bay + 0.5) * bayPitch.inBaseUnit();
    }

    /** How high loads of a level stand above the floor. */
    public double levelMetres(int level) {
        double high = firstLevel.inBaseUnit();
        int below = 0;
        for (LevelHeights.Group group : levels.groups()) {
            int count = Math.min(group.levels(), level - below);
            if (count <= 0) {
                break;
            }
            high += count * group.height().inBaseUnit();
            below += count;
        }
        return high;
    }

    /** How high a load may be: as the highest level; in a block store, where any load may come to stand anywhere, as the lowest. */
    public double maxLoadMetres() {
        double[] all = levels.metres();
        return form == RackForm.BLOCK_STORE ? Arrays.stream(all).min().orElseThrow() : Arrays.stream(all).max().orElseThrow();
    }

    /** How far from the middle of the aisle the middle of a place is; the nearest has depth 0. */
    public double reachMetres(int placeDepth) {
        return aisleWidth.inBaseUnit() / 2 + (placeDepth + 0.5) * slotDepth.inBaseUnit();
    }

    /**
     * The number of the place in its lane on which a load is.
     *
     * @param number in the order in which the loads came, from 0
     * @param loads that the lane holds
     */
    public int placeInLane(int number, int loads) {
        return form == RackForm.PUSH_BACK ? loads - 1 - number : number;
    }

    /**
     * How deep in its lane a place is: 0 is the nearest to the aisle. Places of a lane are numbered in the order in which they are filled, where loads move
     * along it by themselves from the aisle on.
     */
    public int depthOf(int place) {
        return switch (form) {
            case RACK -> depth - 1 - place;
            case FLOW_RACK, PUSH_BACK -> place;
            case BLOCK_STORE -> depth - 1 - place / levels.count();
        };
    }

    /**
     * The middle of a place at its bottom.
     *
     * @param number of the place in the whole rack: aisle by aisle, lane by lane
     */
    public Pose place(int number) {
        int aisle = number / placesInAisle();
        int lane = number % placesInAisle() / laneCapacity();
        int place = number % laneCapacity();
        int level = form == RackForm.BLOCK_STORE ? place % levels.count() : level(lane);
        double side = row(lane) == 0 ? -1 : 1;
        return Pose.at(bayMetres(bay(lane)) - lengthMetres() / 2, aisleMetres(aisle) + side * reachMetres(depthOf(place)),
                levelMetres(level),
                0);
    }

    /** How far from the middle of the aisle, to the left, an infeed or outfeed is: beside the slots, or, where those are on one side only, before the aisle. */
    public double pointReachMetres(boolean isInfeed) {
        return isInfeed ? -reachMetres(0) : rows == RackRows.BOTH_SIDES ? reachMetres(0) : 0;
    }

    /** Where loads stand at an infeed or outfeed of an aisle: that at which they are handed over first, others behind it, away from the rack. */
    public Pose at(TransferPoint point, int aisle, int number, boolean isInfeed) {
        boolean front = point.end() == TransferPoint.End.FRONT;
        double out = lengthMetres() / 2 + point.offsetMetres() + number * bayPitch.inBaseUnit();
        double aside = pointReachMetres(isInfeed);
        return Pose.at(front ? -out : out, aisleMetres(aisle) + aside, point.heightMetres(), 0);
    }

    // ---- changed

    public RackLayout withForm(RackForm newForm) {
        return new RackLayout(newForm, aisles, rows, bays, bayPitch, levels, depth, slotDepth, aisleWidth, firstLevel, maxWeight,
                maxBayWeight);
    }

    public RackLayout withAisles(int newAisles) {
        return new RackLayout(form, newAisles, rows, bays, bayPitch, levels, depth, slotDepth, aisleWidth, firstLevel, maxWeight,
                maxBayWeight);
    }

    public RackLayout withRows(RackRows newRows) {
        return new RackLayout(form, aisles, newRows, bays, bayPitch, levels, depth, slotDepth, aisleWidth, firstLevel, maxWeight,
                maxBayWeight);
    }

    public RackLayout withBays(int newBays) {
        return new RackLayout(form, aisles, rows, newBays, bayPitch, levels, depth, slotDepth, aisleWidth, firstLevel, maxWeight,
                maxBayWeight);
    }

    public RackLayout withBayPitch(Quantity newPitch) {
        return new RackLayout(form, aisles, rows, bays, newPitch, levels, depth, slotDepth, aisleWidth, firstLevel, maxWeight,
                maxBayWeight);
    }

    public RackLayout withLevels(LevelHeights newLevels) {
        return new RackLayout(form, aisles, rows, bays, bayPitch, newLevels, depth, slotDepth, aisleWidth, firstLevel, maxWeight,
                maxBayWeight);
    }

    public RackLayout withDepth(int newDepth) {
        return new RackLayout(form, aisles, rows, bays, bayPitch, levels, newDepth, slotDepth, aisleWidth, firstLevel, maxWeight,
                maxBayWeight);
    }

    public RackLayout withSlotDepth(Quantity newDepth) {
        return new RackLayout(form, aisles, rows, bays, bayPitch, levels, depth, newDepth, aisleWidth, firstLevel, maxWeight, maxBayWeight);
    }

    public RackLayout withAisleWidth(Quantity newWidth) {
        return new RackLayout(form, aisles, rows, bays, bayPitch, levels, depth, slotDepth, newWidth, firstLevel, maxWeight, maxBayWeight);
    }

    public RackLayout withFirstLevel(Quantity newHeight) {
        return new RackLayout(form, aisles, rows, bays, bayPitch, levels, depth, slotDepth, aisleWidth, newHeight, maxWeight, maxBayWeight);
    }

    public RackLayout withMaxWeight(Optional<Quantity> newWeight) {
        return new RackLayout(form, aisles, rows, bays, bayPitch, levels, depth, slotDepth, aisleWidth, firstLevel, newWeight,
                maxBayWeight);
    }

    public RackLayout withMaxBayWeight(Optional<Quantity> newWeight) {
        return new RackLayout(form, aisles, rows, bays, bayPitch, levels, depth, slotDepth, aisleWidth, firstLevel, maxWeight, newWeight);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(RackForm form, int aisles, RackRows rows, int bays, Quantity bayPitch, LevelHeights levels, int depth,
            Quantity slotDepth, Quantity aisleWidth, Quantity firstLevel, @Nullable Quantity maxWeight, @Nullable Quantity maxBayWeight)
            implements
                Serializable {
        private Object readResolve() {
            return new RackLayout(form, aisles, rows, bays, bayPitch, levels, depth, slotDepth, aisleWidth, firstLevel,
                    Optional.ofNullable(maxWeight), Optional.ofNullable(maxBayWeight));
        }
    }

    private Object writeReplace() {
        return new Stored(form, aisles, rows, bays, bayPitch, levels, depth, slotDepth, aisleWidth, firstLevel, maxWeight.orElse(null),
                maxBayWeight.orElse(null));
    }
}
