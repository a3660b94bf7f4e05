package rhombic.scene;

import java.util.Arrays;
import java.util.List;
import rhombic.study.kind.Area;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Dock;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.site.Aisle;
import rhombic.study.site.Structure;
import rhombic.study.value.PieceType;

/**
 * Where the pieces at an equipment stand, seen from the middle of it: at its places, or where pieces wait. An equipment {@linkplain #begin begins}, then each of
 * its pieces is the {@linkplain #next next}.
 */
public final class PiecePlaces {
    /** Stands for parts before an assembly station: how many, how high, how far apart. */
    public static final int STANDS = 3;

    public static final double STAND_METRES = 0.5;
    public static final double STAND_PITCH_METRES = 0.86;
    public static final int MAX_DRAWN_PLACES = 8;

    private static final double TABLE_METRES = Scene.TABLE_METRES;
    private static final double PITCH_METRES = Scene.PITCH_METRES;
    private static final int IN_A_ROW = 10;
    private static final int BASE_STANDS = 4;
    private static final double ROLLERS_METRES = 0.92;

    private final List<PieceType> types;
    private final PieceSizes sizes;
    /** How many have come so far to each place and to each stand of the equipment. */
    private int[] together = {};
    private final double[] towers = new double[STANDS + BASE_STANDS];
    private int waiting;
    private boolean isWaiting;
    private double x;
    private double y;
    private double z;
    private double turn;

    PiecePlaces(List<PieceType> types, PieceSizes sizes) {
        this.types = types;
        this.sizes = sizes;
    }

    /** Middle of the work table of a place, seen from the middle of the station; places beyond the drawn ones share. */
    public static double[] placeOffset(WorkEquipment station, int place) {
        int drawn = Math.clamp(station.work().places(), 1, MAX_DRAWN_PLACES);
        double width = station.footprint().widthMetres() / drawn;
        int row = place % drawn;
        return new double[] {place / drawn * 0.1, (row - (drawn - 1) / 2.0) * width - 0.22 * Math.min(1, width / 1.6)};
    }

    /** The pieces of this equipment follow. */
    void begin(PlantElement element) {
        waiting = 0;
        if (element instanceof WorkEquipment work) {
            int places = work.work().places();
            together = together.length < places ? new int[places] : together;
            Arrays.fill(together, 0, places, 0);
            Arrays.fill(towers, 0);
        }
    }

    /**
     * A piece of the equipment that has begun.
     *
     * @param place where it is worked on; negative: it waits
     * @param piece by which what is scattered lies always in the same way
     */
    void next(PlantElement element, int place, int piece, int type) {
        turn = 0;
        if (place >= 0 && element instanceof WorkEquipment work) {
            isWaiting = false;
            onPlace(work, place, together[place]++, type);
        } else {
            isWaiting = true;
            waits(element, waiting++, piece, type);
        }
    }

    boolean isWaiting() {
        return isWaiting;
    }

    double x() {
        return x;
    }

    double y() {
        return y;
    }

    double z() {
        return z;
    }

    /** How it is turned there, degrees. */
    double turn() {
        return turn;
    }

    private void at(double newX, double newY, double newZ) {
        x = newX;
        y = newY;
        z = newZ;
    }

    /** Several pieces at one place stand in threes on its table, a full load in two rows, then stacked. */
    private void onPlace(WorkEquipment work, int place, int number, int type) {
        double[] middle = placeOffset(work, place);
        if (number == 0 && !isLoaded(work)) {
            at(middle[0], middle[1], TABLE_METRES);
            return;
        }
        int column = number % 3;
        int row = number / 3 % 2;
        at(middle[0] + (column - 1) * 0.62, middle[1] + (row - 0.5) * 0.42, TABLE_METRES + number / 6 * sizes.stack(type));
    }

    private static boolean isLoaded(WorkEquipment work) {
        return work instanceof Station station && station.load().pieces() > 1;
    }

    /** Where the piece of that number among those that wait stands. */
    private void waits(PlantElement element, int index, int piece, int type) {
        switch (element) {
            case Buffer buffer -> inBuffer(buffer, index, piece, type);
            case AssemblyStation assembly -> besides(assembly, type);
            case WorkEquipment work ->
                at(-work.footprint().lengthMetres() / 2 - PITCH_METRES * (index % 6 + 0.5), 0,
                        TABLE_METRES + index / 6 * sizes.stack(type));
            case GoodsIn in -> {
                double along = Math.max(PITCH_METRES, sizes.length(type) + PieceSizes.GAP_METRES);
                double across = Math.max(PITCH_METRES, sizes.width(type) + PieceSizes.GAP_METRES);
                at(-in.footprint().lengthMetres() / 2 - 0.4 - (along - PITCH_METRES) / 2 - along * (index / 5 % 8),
                        (index % 5 - 2) * across,
                        index / 40 * sizes.stack(type));
            }
            case Dock dock -> at(-dock.footprint().lengthMetres() / 2 - 0.1 - sizes.length(type) / 2, 0, 0);
            case GoodsOut out -> at(0, 0, 0);
            case ResourceGroup group -> throw new IllegalStateException("Pieces never wait at a group");
            case Area area -> throw new IllegalStateException("Pieces never wait in an area");
            case Aisle aisle -> throw new IllegalStateException("Pieces never wait in an aisle");
            case Structure structure -> throw new IllegalStateException("Pieces never wait in a wall");
            case Conveyor conveyor -> throw new IllegalStateException("Pieces on a conveyor are posed by train");
            case Rack rack -> throw new IllegalStateException("Pieces in a rack are posed by slot");
        }
    }

    /** Parts wait in front, on stands by type, one on the other; what they are built into waits where the flow comes from. */
    private void besides(AssemblyStation assembly, int type) {
        if (assembly.bases().contains(types.get(type).name())) {
            int lowest = STANDS;
            for (int stand = STANDS; stand < STANDS + BASE_STANDS; stand++) {
                lowest = towers[stand] < towers[lowest] ? stand : lowest;
            }
            at(-assembly.footprint().lengthMetres() / 2 - 0.75 - 1.3 * (lowest - STANDS), 0, TABLE_METRES + towers[lowest]);
            towers[lowest] += sizes.stack(type);
            return;
        }
        int stand = standOf(assembly, type);
        at((stand - 1) * STAND_PITCH_METRES, -assembly.footprint().widthMetres() / 2 - 0.55, STAND_METRES + towers[stand]);
        towers[stand] += sizes.stack(type);
    }

    /** Which stand a part waits on: the types that are no bases, in turn. */
    private int standOf(AssemblyStation assembly, int type) {
        int stand = 0;
        for (int i = 0; i < type; i++) {
            stand += assembly.bases().contains(types.get(i).name()) ? 0 : 1;
        }
        return stand % STANDS;
    }

    private void inBuffer(Buffer buffer, int index, int piece, int type) {
        switch (buffer.arrangement()) {
            case ON_ROLLERS -> onRollers(buffer, index, type);
            case IN_ROWS -> onArea(buffer, index, type);
            case SCATTERED -> scattered(buffer, index, piece, type);
        }
    }

    /** One behind the other; in a large buffer small pieces stand close, several to a column, and are stacked. */
    private void onRollers(Buffer buffer, int index, int type) {
        int columns = Math.max(1, (int) Math.round(buffer.footprint().lengthMetres() / PITCH_METRES));
        boolean dense = buffer.capacity().orElse(Integer.MAX_VALUE) > columns;
        double width = Math.min(ROLLERS_METRES, buffer.footprint().widthMetres() - 0.08);
        int along = dense ? Math.max(1, (int) (PITCH_METRES / sizes.length(type))) : 1;
        int across = dense ? Math.max(1, (int) (width / sizes.width(type))) : 1;
        int inLayer = Math.max(1, (dense ? columns : Math.min(columns, IN_A_ROW)) * along * across);
        int inThisLayer = index % inLayer;
        int column = inThisLayer / across;
        double pitch = PITCH_METRES / along;
        double x = buffer.footprint().lengthMetres() / 2 - pitch * (column + 0.5);
        double y = (inThisLayer % across - (across - 1) / 2.0) * (width / across);
        at(buffer.order() == Buffer.Order.NEWEST_FIRST ? -x : x, y, TABLE_METRES + index / inLayer * sizes.stack(type));
    }

    /** Side by side from the way out on; when the floor is full, on top. */
    private void onArea(Buffer buffer, int index, int type) {
        int along = Buffer.fitting(buffer.footprint().lengthMetres(), sizes.length(type));
        int across = Buffer.fitting(buffer.footprint().widthMetres(), sizes.width(type));
        int cell = index % (along * across);
        double pitchX = buffer.footprint().lengthMetres() / along;
        double pitchY = buffer.footprint().widthMetres() / across;
        at(buffer.footprint().lengthMetres() / 2 - (cell / across + 0.5) * pitchX, (cell % across - (across - 1) / 2.0) * pitchY,
                index / (along * across) * sizes.stack(type));
    }

    /** Each in a cell of its own, a little beside its middle and turned a little, always in the same way. */
    private void scattered(Buffer buffer, int index, int piece, int type) {
        onArea(buffer, index, type);
        long mixed = (piece + 1) * 0x9e3779b97f4a7c15L;
        mixed = (mixed ^ mixed >>> 31) * 0xbf58476d1ce4e5b9L;
        double a = (mixed >>> 40 & 1023) / 1023.0 - 0.5;
        double b = (mixed >>> 20 & 1023) / 1023.0 - 0.5;
        double c = (mixed & 1023) / 1023.0 - 0.5;
        double spareX = Math.max(0,
                buffer.footprint().lengthMetres() / Buffer.fitting(buffer.footprint().lengthMetres(), sizes.length(type))
                        - sizes.length(type));
        double spareY = Math.max(0,
                buffer.footprint().widthMetres() / Buffer.fitting(buffer.footprint().widthMetres(), sizes.width(type)) - sizes.width(type));
        at(x + a * spareX, y + b * spareY, z);
        turn = c * 24;
    }
}
