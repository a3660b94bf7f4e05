package rhombic.scene;

import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.function.IntUnaryOperator;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.trace.Moment;

/**
 * What is seen from outside of a rack that is far away: which kind of load is in each cell of its long sides, its ends and its top, instead of each load by
 * itself. From above, the highest load of each column is seen.
 */
public final class RackFaces {
    /** An empty cell. */
    public static final int NONE = -1;

    /** The faces: a grid of cells each. */
    public enum Face {
        /** The long side on the right of who looks along the aisles, bay by level. */
        RIGHT,
        /** The other long side. */
        LEFT,
        /** Where aisles begin, row by level. */
        FRONT,
        /** The other end. */
        REAR,
        /** Bay by row. */
        TOP
    }

    private final RackLayout layout;
    private final int rows;
    private final int levels;
    private final int[][] cells = new int[Face.values().length][];
    /** The kind in each place. */
    private final int[] kinds;
    /** Where each body is that is in a slot, by body; {@link #NONE} if it is in none. */
    private int[] placeOf = new int[0];
    /** Bodies at the rack that are in no slot, in the order in which they came there. */
    private final Set<Integer> outside = new LinkedHashSet<>();
    private long known = -1;

    RackFaces(RackLayout layout) {
        this.layout = layout;
        rows = layout.aisles() * layout.rows().rows();
        levels = layout.levels().count();
        for (Face face : Face.values()) {
            cells[face.ordinal()] = new int[across(face) * up(face)];
        }
        kinds = new int[layout.places()];
        clear();
    }

    /** Cells beside each other. */
    public int across(Face face) {
        return face == Face.FRONT || face == Face.REAR ? rows : layout.bays();
    }

    /** Cells above each other; of the top, behind each other. */
    public int up(Face face) {
        return face == Face.TOP ? rows : levels;
    }

    /** The kind of load that is seen there, as {@link Scene#kindOf}; {@link #NONE} if none is. */
    public int kind(Face face, int across, int up) {
        return cells[face.ordinal()][up * across(face) + across];
    }

    private void clear() {
        for (int[] one : cells) {
            Arrays.fill(one, NONE);
        }
        Arrays.fill(kinds, NONE);
        Arrays.fill(placeOf, NONE);
        outside.clear();
    }

    /**
     * Takes what is in the rack at a moment: only what has changed since the one before, if that is known.
     *
     * @param kind of a body
     */
    void follow(int node, Moment moment, IntUnaryOperator kind) {
        if (known >= 0 && moment.knowsChangesFrom(known)) {
            for (long change = known; change < moment.changes(); change++) {
                look(moment.changedBody(change), node, moment, kind);
            }
        } else {
            clear();
            for (int body = moment.firstAt(node); body >= 0; body = moment.next(body)) {
                look(body, node, moment, kind);
            }
        }
        known = moment.changes();
    }

    Set<Integer> outside() {
        return outside;
    }

    private void look(int body, int node, Moment moment, IntUnaryOperator kind) {
        if (body >= placeOf.length) {
            int before = placeOf.length;
            placeOf = Arrays.copyOf(placeOf, Math.max(body + 1, 2 * before));
            Arrays.fill(placeOf, before, placeOf.length, NONE);
        }
        boolean isHere = moment.isAt(body, node);
        int place = isHere && moment.carrierOf(body) < 0 ? moment.placeOf(body) : NONE;
        int slot = place >= 0 && place < kinds.length ? place : NONE;
        if (placeOf[body] != NONE && placeOf[body] != slot) {
            put(placeOf[body], NONE);
        }
        placeOf[body] = slot;
        if (slot != NONE) {
            put(slot, kind.applyAsInt(body));
        }
        if (isHere && slot == NONE) {
            outside.add(body);
        } else {
            outside.remove(body);
        }
    }

    /** A load of that kind is in that place, or none. */
    private void put(int place, int kind) {
        kinds[place] = kind;
        int aisle = place / layout.placesInAisle();
        int lane = place % layout.placesInAisle() / layout.laneCapacity();
        int inLane = place % layout.laneCapacity();
        int bay = layout.bay(lane);
        int level = layout.form() == RackForm.BLOCK_STORE ? inLane % levels : layout.level(lane);
        int row = aisle * layout.rows().rows() + layout.row(lane);
        int seen = deepest(place - inLane, level);
        if (row == 0) {
            set(Face.RIGHT, bay, level, seen);
        }
        if (row == rows - 1) {
            set(Face.LEFT, bay, level, seen);
        }
        if (bay == 0) {
            set(Face.FRONT, row, level, seen);
        }
        if (bay == layout.bays() - 1) {
            set(Face.REAR, row, level, seen);
        }
        set(Face.TOP, bay, row, highest(aisle, layout.row(lane), bay));
    }

    /** The kind of the load of a level of a lane that is farthest from the aisle. */
    private int deepest(int lane, int level) {
        int step = layout.form() == RackForm.BLOCK_STORE ? levels : 1;
        for (int place = step == 1 ? 0 : level; place < layout.laneCapacity(); place += step) {
            if (kinds[lane + place] != NONE) {
                return kinds[lane + place];
            }
        }
        return NONE;
    }

    /** The kind of the highest load of a column. */
    private int highest(int aisle, int row, int bay) {
        int first = aisle * layout.placesInAisle();
        for (int level = layout.lanesHigh() - 1; level >= 0; level--) {
            int lane = first + layout.lane(row, bay, level) * layout.laneCapacity();
            for (int place = layout.laneCapacity() - 1; place >= 0; place--) {
                if (kinds[lane + place] != NONE) {
                    return kinds[lane + place];
                }
            }
        }
        return NONE;
    }

    private void set(Face face, int across, int up, int kind) {
        cells[face.ordinal()][up * across(face) + across] = kind;
    }
}
