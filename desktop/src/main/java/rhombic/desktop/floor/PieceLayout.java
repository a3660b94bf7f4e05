package rhombic.desktop.floor;

import java.util.Map;
import java.util.HashMap;
import java.util.function.Consumer;
import rhombic.study.Buffer;
import rhombic.study.Equipment;
import rhombic.study.GoodsIn;
import rhombic.study.GoodsOut;
import rhombic.study.Station;
import rhombic.study.Study;
import rhombic.trace.Moment;
import rhombic.trace.PieceSpot;

/**
 * Where each piece is drawn at a moment: a pure function of study and moment. A piece that has just been handed on
 * is drawn gliding to its new place for a short while of screen time, which moves nothing in the run.
 */
final class PieceLayout {
    static final double TABLE_METRES = 0.75;
    static final double PITCH_METRES = 0.8;
    /** Pieces beyond this at one equipment are not drawn; the number over it counts them all. */
    static final int MOST_DRAWN = 400;

    private static final int IN_A_ROW = 10;

    /** A drawn piece: the middle of its underside, and how it is turned. */
    record Drawn(PieceSpot spot, double x, double y, double z, double turnedDegrees) {}

    private final Study study;
    private final double[] heights;

    PieceLayout(Study study) {
        this.study = study;
        heights = study.pieceTypes().stream().mapToDouble(t -> t.height().inBaseUnit()).toArray();
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
            int index = 0;
            int highest = Math.min(MOST_DRAWN, moment.content(node));
            for (PieceSpot spot : moment.at(node)) {
                boolean onPlace = spot.place() >= 0;
                if (!onPlace && index >= highest) {
                    continue;
                }
                double[] at = onPlace ? new double[] {0, 0, TABLE_METRES} : waiting(thing, index, spot.type());
                if (!onPlace) {
                    index++;
                }
                Drawn drawn = world(thing, spot, at);
                consumer.accept(gliding(drawn, moment, glideNanos, ends));
            }
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

    private double[] waiting(Equipment thing, int index, int type) {
        return switch (thing) {
            case Buffer buffer -> inRows(buffer, index, type);
            case Station station -> new double[] {-station.footprint().lengthMetres() / 2 - PITCH_METRES * (index % 6 + 0.5), 0,
                    TABLE_METRES + index / 6 * stack(type)};
            case GoodsIn in -> new double[] {-1.4 - PITCH_METRES * (index / 5 % 8), (index % 5 - 2) * PITCH_METRES, index / 40 * stack(type)};
            case GoodsOut out -> new double[] {0, 0, 0};
        };
    }

    private double[] inRows(Buffer buffer, int index, int type) {
        int columns = (int) Math.round(buffer.footprint().lengthMetres() / PITCH_METRES);
        boolean newestFirst = buffer.order() == Buffer.Order.NEWEST_FIRST;
        int column = index % Math.min(columns, IN_A_ROW);
        double x = buffer.footprint().lengthMetres() / 2 - PITCH_METRES * (column + 0.5);
        return new double[] {newestFirst ? -x : x, 0, TABLE_METRES + index / Math.min(columns, IN_A_ROW) * stack(type)};
    }

    private double stack(int type) {
        return heights[type] + 0.02;
    }

    private Drawn world(Equipment thing, PieceSpot spot, double[] at) {
        double x = at[0];
        double y = at[1];
        if (spot.place() >= 0 && thing instanceof Station station) {
            double[] place = placeOffset(station, spot.place());
            x = place[0];
            y = place[1];
        }
        double angle = Math.toRadians(thing.placement().turnedDegrees());
        return new Drawn(spot, thing.placement().xMetres() + x * Math.cos(angle) - y * Math.sin(angle),
                thing.placement().yMetres() + x * Math.sin(angle) + y * Math.cos(angle), at[2], thing.placement().turnedDegrees());
    }

    /** Middle of the work table of a place, seen from the middle of the station; places beyond the drawn ones share. */
    static double[] placeOffset(Station station, int place) {
        int drawn = Math.clamp(station.places(), 1, 8);
        double width = station.footprint().widthMetres() / drawn;
        int row = place % drawn;
        return new double[] {place / drawn * 0.1, (row - (drawn - 1) / 2.0) * width - 0.22};
    }

    private static double mix(double a, double b, double part) {
        return a + (b - a) * part;
    }
}
