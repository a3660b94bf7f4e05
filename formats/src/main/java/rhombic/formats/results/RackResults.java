package rhombic.formats.results;

import static rhombic.formats.results.ResultWriter.cell;
import static rhombic.formats.results.ResultWriter.number;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.List;
import rhombic.experiment.Summary;
import rhombic.formats.table.Csv;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.StoredFigures;

/** What racks did, as files have it. */
final class RackResults {
    private static final double HOUR_SECONDS = 3600;

    private RackResults() {}

    static void write(List<RackFigures> racks, ArrayNode into) {
        for (RackFigures rack : racks) {
            ObjectNode one = into.addObject();
            one.put("name", rack.name());
            one.put("capacity", rack.capacity());
            number(one, "contentMean", rack.contentMean());
            one.put("contentMax", rack.contentMax());
            one.put("stored", rack.stored());
            one.put("fetched", rack.fetched());
            one.put("relocated", rack.relocated());
            one.put("singleCycles", rack.singleCycles());
            one.put("doubleCycles", rack.doubleCycles());
            one.put("aisleChanges", rack.aisleChanges());
            number(one, "cycleMean", rack.perCycle(rack.workHours()));
            number(one, "cycleTravelMean", rack.perCycle(rack.travelHours()));
            number(one, "cycleLiftMean", rack.perCycle(rack.liftHours()));
            number(one, "cycleForkMean", rack.perCycle(rack.forkHours()));
            one.put("stayedTooLong", rack.overdue());
            one.put("ordersDone", rack.orders());
            one.put("orderLinesDone", rack.lines());
            one.put("ordersOnTime", rack.onTime());
            number(one, "orderTimeMean", rack.orderHours() * HOUR_SECONDS);
            number(one, "latenessMean", rack.lateHours() * HOUR_SECONDS);
            one.put("ordersWaiting", rack.waitingOrders());
            one.put("piecesMissing", rack.missingPieces());
            one.put("piecesStruckOff", rack.cutPieces());
            parts(rack.types(), one.putArray("types"));
            parts(rack.classes(), one.putArray("classes"));
        }
    }

    private static void parts(List<StoredFigures> parts, ArrayNode into) {
        for (StoredFigures part : parts) {
            ObjectNode one = into.addObject();
            one.put("name", part.name());
            number(one, "contentMean", part.contentMean());
            number(one, "fillMean", part.fillMean());
            one.put("fetched", part.fetched());
            number(one, "stayMean", part.stayHours() * HOUR_SECONDS);
            number(one, "stayMax", part.maxStayHours() * HOUR_SECONDS);
        }
    }

    /** What lay in racks, by type and by class. */
    static void contents(Summary summary, Csv out) throws IOException {
        out.printRecord("replication", "rack", "part", "name", "places", "content mean", "fill mean", "fetched", "stay mean s",
                "stay max s");
        for (RunFigures run : summary.runs()) {
            for (RackFigures rack : run.racks()) {
                contents(run, rack, "piece type", rack.types(), out);
                contents(run, rack, "class", rack.classes(), out);
            }
        }
    }

    private static void contents(RunFigures run, RackFigures rack, String part, List<StoredFigures> parts, Csv out) throws IOException {
        for (StoredFigures one : parts) {
            out.printRecord(run.replication(), rack.name(), part, one.name(), one.places() == 0 ? "" : one.places(), one.contentMean(),
                    cell(one.fillMean()), one.fetched(), cell(one.stayHours() * HOUR_SECONDS), cell(one.maxStayHours() * HOUR_SECONDS));
        }
    }

    static void table(Summary summary, Csv out) throws IOException {
        out.printRecord("replication", "rack", "places", "content mean", "content max", "stored", "fetched", "relocated", "single cycles",
                "double cycles", "aisle changes", "cycle mean s", "of it travel s", "of it lift s", "of it fork s", "stayed too long",
                "orders done", "order lines done", "orders on time",
                "order time mean s",
                "lateness mean s", "orders waiting", "pieces missing", "pieces struck off");
        for (RunFigures run : summary.runs()) {
            for (RackFigures rack : run.racks()) {
                out.printRecord(run.replication(), rack.name(), rack.capacity(), rack.contentMean(), rack.contentMax(), rack.stored(),
                        rack.fetched(), rack.relocated(), rack.singleCycles(), rack.doubleCycles(), rack.aisleChanges(),
                        cell(rack.perCycle(rack.workHours())), cell(rack.perCycle(rack.travelHours())),
                        cell(rack.perCycle(rack.liftHours())), cell(rack.perCycle(rack.forkHours())), rack.overdue(),
                        rack.orders(),
                        rack.lines(),
                        rack.onTime(), cell(rack.orderHours() * HOUR_SECONDS), cell(rack.lateHours() * HOUR_SECONDS), rack.waitingOrders(),
                        rack.missingPieces(), rack.cutPieces());
            }
        }
    }
}
