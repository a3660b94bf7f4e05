package rhombic.desktop.floor;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;
import rhombic.trace.PieceSpot;

/**
 * Where each piece is drawn at a moment: a pure function of study and moment. A piece that has just been handed on
 * is drawn gliding to its new place for a short while of screen time, which moves nothing in the run. What lies on a
 * carrier is drawn on it in a pattern, layer on layer.
 */
final class PieceLayout {
    static final double TABLE_METRES = 0.75;
    static final double PITCH_METRES = 0.8;
    /** Pieces beyond this at one equipment are not drawn; the number over it counts them all. */
    static final int MOST_DRAWN = 400;

    static final int STANDS = 3;
    static final double STAND_METRES = 0.5;
    static final double STAND_PITCH_METRES = 0.86;

    private static final int IN_A_ROW = 10;
    private static final int MOST_ON_ONE = 60;
    private static final double GAP_METRES = 0.02;

    /** A drawn piece: the middle of its underside, and how it is turned. */
    record Drawn(PieceSpot spot, double x, double y, double z, double turnedDegrees) {}

    /** A place, seen from the middle of the equipment. */
    private record At(double x, double y, double z) {}

    private final Study study;
    private final List<PieceType> types;
    private final int[] firstSwarm;
    private final double[] heights;

    PieceLayout(Study study) {
        this.study = study;
        types = study.pieceTypes();
        heights = types.stream().mapToDouble(t -> t.height().inBaseUnit()).toArray();
        firstSwarm = new int[types.size()];
        for (int i = 1; i < firstSwarm.length; i++) {
            firstSwarm[i] = firstSwarm[i - 1] + types.get(i - 1).looks().size();
        }
    }

    /** Number of the type and look among all types and looks. */
    int swarm(PieceSpot spot) {
        return firstSwarm[spot.type()] + Math.min(spot.look(), types.get(spot.type()).looks().size() - 1);
    }

    /**
     * Gives every drawn piece.
     *
     * @param glideNanos time of the run over which a hand-over is drawn as a movement; 0 for none
     */
    void each(Moment moment, double glideNanos, Consumer<Drawn> consumer) {
        Map<Integer, double[]> ends = new HashMap<>();
        for (int node = 0; node < moment.nodes(); node++) {
            Equipment thing = study.equipment().get(node);
            Map<Integer, Integer> atPlace = new HashMap<>();
            Map<Integer, Double> towers = new HashMap<>();
            int index = 0;
            int highest = Math.min(MOST_DRAWN, moment.content(node));
            for (PieceSpot spot : moment.at(node)) {
                At at;
                if (spot.place() >= 0 && thing instanceof WorkEquipment work) {
                    int together = atPlace.merge(spot.place(), 1, Integer::sum) - 1;
                    at = onPlace(work, spot, together);
                } else if (index++ < highest) {
                    at = waiting(thing, index - 1, towers, spot.type());
                } else {
                    continue;
                }
                Drawn drawn = gliding(world(thing, spot, at), moment, glideNanos, ends);
                consumer.accept(drawn);
                eachOn(drawn, moment, consumer);
            }
        }
    }

    /** What lies on the piece, side by side, then layer on layer. */
    private void eachOn(Drawn carrier, Moment moment, Consumer<Drawn> consumer) {
        PieceType below = types.get(carrier.spot.type());
        double room = below.length().inBaseUnit();
        double depth = below.width().inBaseUnit();
        double left = -room / 2;
        double front = -depth / 2;
        double z = carrier.z + heights[carrier.spot.type()];
        double rowDepth = 0;
        double layer = 0;
        double angle = Math.toRadians(carrier.turnedDegrees);
        int drawn = 0;
        for (PieceSpot spot : moment.on(carrier.spot.piece())) {
            if (drawn++ >= MOST_ON_ONE) {
                return;
            }
            double length = types.get(spot.type()).length().inBaseUnit();
            double width = types.get(spot.type()).width().inBaseUnit();
            if (left + length > room / 2 + 1e-9 && left > -room / 2) {
                left = -room / 2;
                front += rowDepth + GAP_METRES;
                rowDepth = 0;
            }
            if (front + width > depth / 2 + 1e-9 && front > -depth / 2) {
                left = -room / 2;
                front = -depth / 2;
                rowDepth = 0;
                z += layer + GAP_METRES;
                layer = 0;
            }
            double x = Math.min(left + length / 2, Math.max(0, room / 2 - length / 2));
            double y = Math.min(front + width / 2, Math.max(0, depth / 2 - width / 2));
            Drawn on = new Drawn(spot, carrier.x + x * Math.cos(angle) - y * Math.sin(angle), carrier.y + x * Math.sin(angle) + y * Math.cos(angle), z, carrier.turnedDegrees);
            consumer.accept(on);
            eachOn(on, moment, consumer);
            left += length + GAP_METRES;
            rowDepth = Math.max(rowDepth, width);
            layer = Math.max(layer, heights[spot.type()]);
        }
    }

    private Drawn gliding(Drawn to, Moment moment, double glideNanos, Map<Integer, double[]> ends) {
        PieceSpot spot = to.spot;
        double done = glideNanos <= 0 ? 1 : (moment.timeNanos() - spot.sinceNanos()) / glideNanos;
        if (done >= 1 || spot.fromNode() < 0 || spot.doing() == PieceSpot.Doing.IS_DONE) {
            return to;
        }
        double[] from = ends.computeIfAbsent(spot.fromNode(), node -> exit(study.equipment().get(node)));
        double smooth = done * done * (3 - 2 * done);
        return new Drawn(spot, mix(from[0], to.x, smooth), mix(from[1], to.y, smooth), mix(from[2], to.z, smooth), to.turnedDegrees);
    }

    private static double[] exit(Equipment thing) {
        double[] end = rhombic.desktop.work.Edits.endOf(thing, 1);
        return new double[] {end[0], end[1], TABLE_METRES};
    }

    /** Several pieces at one place stand in threes on its table, a full load in two rows, then stacked. */
    private At onPlace(WorkEquipment work, PieceSpot spot, int together) {
        double[] place = placeOffset(work, spot.place());
        if (together == 0 && !isLoaded(work)) {
            return new At(place[0], place[1], TABLE_METRES);
        }
        int column = together % 3;
        int row = together / 3 % 2;
        return new At(place[0] + (column - 1) * 0.62, place[1] + (row - 0.5) * 0.42, TABLE_METRES + together / 6 * stack(spot.type()));
    }

    private static boolean isLoaded(WorkEquipment work) {
        return work instanceof rhombic.study.kind.Station station && station.load().pieces() > 1;
    }

    private At waiting(Equipment thing, int index, Map<Integer, Double> towers, int type) {
        return switch (thing) {
            case Buffer buffer -> inRows(buffer, index, type);
            case AssemblyStation assembly -> besides(assembly, towers, type);
            case WorkEquipment work -> new At(-work.footprint().lengthMetres() / 2 - PITCH_METRES * (index % 6 + 0.5), 0, TABLE_METRES + index / 6 * stack(type));
            case GoodsIn in -> new At(-1.4 - PITCH_METRES * (index / 5 % 8), (index % 5 - 2) * PITCH_METRES, index / 40 * stack(type));
            case GoodsOut out -> new At(0, 0, 0);
        };
    }

    /**
     * Parts wait in front, on stands by type, one on the other; what they are built into waits where the flow comes from.
     *
     * @param towers how high each stand is filled; those of bases have negative numbers
     */
    private At besides(AssemblyStation assembly, Map<Integer, Double> towers, int type) {
        boolean base = assembly.bases().contains(types.get(type).name());
        int stand = base ? -1 - (int) Math.round(towers.merge(Integer.MIN_VALUE, 1.0, Double::sum) - 1) % 4 : standOf(assembly, type);
        double z = towers.getOrDefault(stand, base ? TABLE_METRES : STAND_METRES);
        towers.put(stand, z + stack(type));
        return base ? new At(-assembly.footprint().lengthMetres() / 2 + 0.55 + 1.3 * stand, 0, z) : new At((stand - 1) * STAND_PITCH_METRES, -assembly.footprint().widthMetres() / 2 - 0.55, z);
    }

    /** Which stand a part waits on: the types that are no bases, in turn. */
    private int standOf(AssemblyStation assembly, int type) {
        int stand = 0;
        for (int i = 0; i < type; i++) {
            stand += assembly.bases().contains(types.get(i).name()) ? 0 : 1;
        }
        return stand % STANDS;
    }

    /** One behind the other; in a large buffer small pieces stand close, several to a column, and are stacked. */
    private At inRows(Buffer buffer, int index, int type) {
        int columns = (int) Math.round(buffer.footprint().lengthMetres() / PITCH_METRES);
        boolean dense = buffer.room().orElse(Integer.MAX_VALUE) > IN_A_ROW;
        int along = dense ? Math.max(1, (int) (PITCH_METRES / types.get(type).length().inBaseUnit())) : 1;
        int across = dense ? Math.max(1, (int) (0.92 / types.get(type).width().inBaseUnit())) : 1;
        int inLayer = Math.min(columns, IN_A_ROW) * along * across;
        int inThisLayer = index % inLayer;
        int column = inThisLayer / across;
        double pitch = PITCH_METRES / along;
        double x = buffer.footprint().lengthMetres() / 2 - pitch * (column + 0.5);
        double y = (inThisLayer % across - (across - 1) / 2.0) * (0.92 / across);
        return new At(buffer.order() == Buffer.Order.NEWEST_FIRST ? -x : x, y, TABLE_METRES + index / inLayer * stack(type));
    }

    private double stack(int type) {
        return heights[type] + 0.02;
    }

    private static Drawn world(Equipment thing, PieceSpot spot, At at) {
        double angle = Math.toRadians(thing.placement().turnedDegrees());
        return new Drawn(spot, thing.placement().xMetres() + at.x * Math.cos(angle) - at.y * Math.sin(angle),
                thing.placement().yMetres() + at.x * Math.sin(angle) + at.y * Math.cos(angle), at.z, thing.placement().turnedDegrees());
    }

    /** Middle of the work table of a place, seen from the middle of the station; places beyond the drawn ones share. */
    static double[] placeOffset(WorkEquipment station, int place) {
        int drawn = Math.clamp(station.work().places(), 1, 8);
        double width = station.footprint().widthMetres() / drawn;
        int row = place % drawn;
        return new double[] {place / drawn * 0.1, (row - (drawn - 1) / 2.0) * width - 0.22};
    }

    private static double mix(double a, double b, double part) {
        return a + (b - a) * part;
    }
}
