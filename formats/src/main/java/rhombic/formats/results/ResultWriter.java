package rhombic.formats.results;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import java.util.function.ToLongFunction;
import rhombic.experiment.Interval;
import rhombic.experiment.Response;
import rhombic.experiment.Summary;
import rhombic.formats.file.SafeFile;
import rhombic.formats.table.Csv;
import rhombic.measure.AisleFigures;
import rhombic.measure.DeadlockFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.LinkFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.StayFigures;
import rhombic.measure.TypeFigures;
import rhombic.measure.WaitFigures;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kinds;
import rhombic.study.value.EquipmentState;

/** Writes results. A figure that a run has not (a mean of nothing) is null in JSON and empty in CSV. */
public final class ResultWriter {
    private static final ObjectMapper JSON = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private static final int VERSION = 2;

    private ResultWriter() {}

    public static void saveJson(Summary summary, Path file) throws IOException {
        byte[] text = JSON.writeValueAsBytes(json(summary));
        SafeFile.write(file, out -> out.write(text));
    }

    /**
     * Writes {@code responses.csv}, {@code equipment.csv}, {@code piece-types.csv}, {@code links.csv}, {@code aisles.csv}, {@code racks.csv}, {@code rack-contents.csv}, {@code people.csv},
     * {@code failures.csv}, {@code staffing.csv} and {@code replications.csv} into the folder.
     */
    public static void saveCsv(Summary summary, Path folder) throws IOException {
        Files.createDirectories(folder);
        csv(folder.resolve("responses.csv"), out -> responses(summary, out));
        csv(folder.resolve("equipment.csv"), out -> equipment(summary, out));
        csv(folder.resolve("piece-types.csv"), out -> types(summary, out));
        csv(folder.resolve("links.csv"), out -> links(summary, out));
        csv(folder.resolve("aisles.csv"), out -> aisles(summary, out));
        csv(folder.resolve("racks.csv"), out -> RackResults.table(summary, out));
        csv(folder.resolve("rack-contents.csv"), out -> RackResults.contents(summary, out));
        csv(folder.resolve("replications.csv"), out -> runs(summary, out));
        csv(folder.resolve("people.csv"), out -> PeopleResults.people(summary, out));
        csv(folder.resolve("failures.csv"), out -> PeopleResults.failures(summary, out));
        csv(folder.resolve("staffing.csv"), out -> PeopleResults.staffing(summary, out));
        csv(folder.resolve("jobs.csv"), out -> PeopleResults.jobs(summary, out));
    }

    static ObjectNode json(Summary summary) {
        ObjectNode root = JSON.createObjectNode();
        root.put("rhombicResults", VERSION);
        root.put("study", summary.study().name());
        ObjectNode plan = root.putObject("run");
        plan.put("length", summary.study().plan().length().toString());
        plan.put("warmUp", summary.study().plan().warmUp().toString());
        plan.put("seed", summary.study().plan().seed());
        plan.put("replications", summary.runs().size());
        ArrayNode responses = root.putArray("responses");
        for (Response response : Response.all(summary.unfolded())) {
            Interval interval = summary.interval(response);
            ObjectNode node = responses.addObject();
            node.put("element", response.subject());
            node.put("name", response.name());
            node.put("unit", response.unit());
            number(node, "mean", interval.mean());
            number(node, "halfWidth95", interval.halfWidth());
            ArrayNode values = node.putArray("values");
            interval.values().forEach(value -> values.add(value.isNaN() ? null : value));
        }
        ArrayNode runs = root.putArray("replications");
        summary.runs().forEach(run -> runs.add(run(run)));
        return root;
    }

    /** Those that pieces meet. */
    private static List<EquipmentFigures> met(RunFigures run) {
        return run.equipment().stream()
                .filter(e -> Kinds.ofFileWord(e.kind().toLowerCase(Locale.ROOT)).filter(k -> k.family() == Family.PEOPLE).isEmpty())
                .toList();
    }

    private static ObjectNode run(RunFigures run) {
        ObjectNode node = JSON.createObjectNode();
        node.put("replication", run.replication());
        node.put("in", run.in());
        node.put("out", run.out());
        node.put("loadCarriersOut", run.loadCarriersOut());
        node.put("made", run.made());
        node.put("joined", run.joined());
        node.put("scrapped", run.scrapped());
        node.put("insideAtStart", run.insideAtStart());
        node.put("inside", run.inside());
        number(node, "insideMean", run.insideMean());
        node.put("rejected", run.rejected());
        number(node, "lossShare", run.lossShare());
        node.put("events", run.events());
        node.put("stoppedBy", run.stoppedBy());
        node.set("deadlock", deadlock(run.deadlock()));
        ArrayNode equipment = node.putArray("equipment");
        for (EquipmentFigures e : met(run)) {
            ObjectNode one = equipment.addObject();
            one.put("name", e.name());
            one.put("kind", e.kind());
            one.put("in", e.in());
            one.put("out", e.out());
            one.put("made", e.made());
            one.put("joined", e.joined());
            one.put("scrapped", e.scrapped());
            one.put("contentAtStart", e.contentAtStart());
            one.put("contentNow", e.contentNow());
            one.put("contentMean", e.contentMean());
            one.put("contentMax", e.contentMax());
            one.put("rejected", e.rejected());
            one.set("stay", stay(e.stay()));
            if (e.waits().begun() > 0) {
                one.set("wait", wait(e.waits()));
            }
            ObjectNode shares = one.putObject("shares");
            for (EquipmentState state : EquipmentState.values()) {
                if (!e.shares().isEmpty()) {
                    shares.put(state.word(), e.share(state));
                }
            }
            one.put("valueShare", e.valueShare());
            if (!e.modes().isEmpty()) {
                PeopleResults.modes(e.modes(), one.putArray("failures"));
            }
            if (!e.shares().isEmpty() && e.share(EquipmentState.OFF_SHIFT) > 0) {
                number(one, "plannedUtilisation", e.plannedUtilisation());
            }
            if (e.shares().isEmpty()) {
                one.put("emptyShare", e.emptyShare());
                one.put("fullShare", e.fullShare());
                one.put("standingShare", e.standingShare());
                one.put("runningShare", e.belt().runningShare());
                number(one, "entryGapMean", e.belt().gapMean());
                number(one, "entryGapMin", e.belt().gapMin());
            }
        }
        ArrayNode links = node.putArray("links");
        for (LinkFigures l : run.links()) {
            ObjectNode one = links.addObject();
            one.put("from", l.from());
            one.put("to", l.to());
            one.put("departed", l.departed());
            one.put("arrived", l.arrived());
            one.put("onTheWayAtStart", l.onTheWayAtStart());
            one.put("onTheWay", l.onTheWay());
            number(one, "onTheWayMean", l.onTheWayMean());
            one.put("onTheWayMax", l.onTheWayMax());
            number(one, "travelMean", l.travelMean());
            PeopleResults.modes(l.modes(), one.putArray("failures"));
        }
        ArrayNode aisles = node.putArray("aisles");
        for (AisleFigures aisle : run.aisles()) {
            ObjectNode one = aisles.addObject();
            one.put("name", aisle.name());
            one.put("passes", aisle.passes());
            one.put("metres", aisle.metres());
        }
        RackResults.write(run.racks(), node.putArray("racks"));
        ArrayNode types = node.putArray("pieceTypes");
        for (TypeFigures t : run.types()) {
            ObjectNode one = types.addObject();
            one.put("name", t.name());
            one.put("in", t.in());
            one.put("out", t.out());
            one.put("made", t.made());
            one.put("joined", t.joined());
            one.put("scrapped", t.scrapped());
            one.put("insideAtStart", t.insideAtStart());
            one.put("inside", t.inside());
            one.set("leadTime", stay(t.lead()));
            number(one, "workMean", t.workMean());
            number(one, "waitMean", t.waitMean());
            number(one, "blockedMean", t.blockedMean());
            number(one, "moveMean", t.moveMean());
            number(one, "crewMean", t.crewMean());
            number(one, "valueMean", t.valueMean());
        }
        if (!run.crews().isEmpty()) {
            PeopleResults.crews(run, node);
        }
        node.put("plannedHours", run.plannedHours());
        return node;
    }

    private static ObjectNode wait(WaitFigures wait) {
        ObjectNode node = JSON.createObjectNode();
        node.put("begun", wait.begun());
        node.put("waited", wait.waited());
        number(node, "waitedShare", wait.waitedShare());
        number(node, "mean", wait.mean());
        number(node, "max", wait.max());
        return node;
    }

    private static JsonNode deadlock(DeadlockFigures deadlock) {
        if (deadlock.isNone()) {
            return JSON.nullNode();
        }
        ObjectNode node = JSON.createObjectNode();
        node.put("since", deadlock.sinceSeconds());
        deadlock.equipment().forEach(node.putArray("equipment")::add);
        deadlock.reasons().forEach(node.putArray("reasons")::add);
        return node;
    }

    private static ObjectNode stay(StayFigures stay) {
        ObjectNode node = JSON.createObjectNode();
        node.put("count", stay.count());
        for (Percentile p : PERCENTILES) {
            number(node, p.name, p.value.applyAsDouble(stay));
        }
        return node;
    }

    private record Percentile(String name, ToDoubleFunction<StayFigures> value) {}

    private static final List<Percentile> PERCENTILES = List.of(new Percentile("mean", StayFigures::mean),
            new Percentile("min", StayFigures::min),
            new Percentile("p10", StayFigures::p10), new Percentile("median", StayFigures::median), new Percentile("p90", StayFigures::p90),
            new Percentile("p95", StayFigures::p95), new Percentile("p99", StayFigures::p99), new Percentile("max", StayFigures::max),
            new Percentile("atOnceShare", StayFigures::atOnceShare));

    private static void csv(Path file, Csv.Filling table) throws IOException {
        SafeFile.write(file, out -> Csv.write(out, table));
    }

    private static void responses(Summary summary, Csv out) throws IOException {
        out.printRecord("element", "response", "unit", "mean", "half-width 95 %", "replications");
        for (Response response : Response.all(summary.unfolded())) {
            Interval interval = summary.interval(response);
            out.printRecord(response.subject(), response.name(), response.unit(), cell(interval.mean()), cell(interval.halfWidth()),
                    interval.values().size());
        }
    }

    private static void equipment(Summary summary, Csv out) throws IOException {
        for (String heading : List.of("replication", "equipment", "kind", "in", "out", "made", "joined", "scrapped", "content at start",
                "content now",
                "content mean", "content max", "rejected", "wait mean s", "wait max s", "waited", "stay mean s", "stay min s",
                "stay p95 s", "stay max s")) {
            out.print(heading);
        }
        for (EquipmentState state : EquipmentState.values()) {
            out.print(state.word());
        }
        out.print("adding value");
        out.print("empty");
        out.print("full");
        for (String heading : List.of("standing", "running", "entry gap mean m", "entry gap min m")) {
            out.print(heading);
        }
        out.println();
        for (RunFigures run : summary.runs()) {
            for (EquipmentFigures e : met(run)) {
                for (Object cell : List.of(run.replication(), e.name(), e.kind(), e.in(), e.out(), e.made(), e.joined(), e.scrapped(),
                        e.contentAtStart(),
                        e.contentNow(), e.contentMean(), e.contentMax(), e.rejected(), cell(e.waits().mean()),
                        cell(e.waits().begun() == 0 ? Double.NaN : e.waits().max()), cell(e.waits().waitedShare()),
                        cell(e.stay().mean()), cell(e.stay().min()), cell(e.stay().p95()),
                        cell(e.stay().max()))) {
                    out.print(cell);
                }
                for (EquipmentState state : EquipmentState.values()) {
                    out.print(share(e, state));
                }
                out.print(e.shares().isEmpty() ? "" : e.valueShare());
                out.print(e.shares().isEmpty() ? e.emptyShare() : "");
                out.print(e.shares().isEmpty() ? e.fullShare() : "");
                out.print(e.shares().isEmpty() ? e.standingShare() : "");
                out.print(e.shares().isEmpty() ? e.belt().runningShare() : "");
                out.print(cell(e.belt().gapMean()));
                out.print(cell(e.belt().gapMin()));
                out.println();
            }
        }
    }

    private static void links(Summary summary, Csv out) throws IOException {
        out.printRecord("replication", "from", "to", "departed", "arrived", "on the way at start", "on the way", "on the way mean",
                "on the way max", "travel mean s");
        for (RunFigures run : summary.runs()) {
            for (LinkFigures l : run.links()) {
                out.printRecord(run.replication(), l.from(), l.to(), l.departed(), l.arrived(), l.onTheWayAtStart(), l.onTheWay(),
                        cell(l.onTheWayMean()), l.onTheWayMax(),
                        cell(l.travelMean()));
            }
        }
    }

    private static void aisles(Summary summary, Csv out) throws IOException {
        out.printRecord("replication", "aisle", "passes", "m");
        for (RunFigures run : summary.runs()) {
            for (AisleFigures aisle : run.aisles()) {
                out.printRecord(run.replication(), aisle.name(), aisle.passes(), aisle.metres());
            }
        }
    }

    /** What the runs measured as a whole, one row for each. */
    private static void runs(Summary summary, Csv out) throws IOException {
        out.printRecord("replication", "in", "out", "made", "joined", "scrapped", "inside at start", "inside", "inside mean", "rejected",
                "loss share", "throughput 1/h",
                "lead time mean s", "lead time p95 s", "stopped by", "stands still since s");
        for (RunFigures run : summary.runs()) {
            out.printRecord(run.replication(), run.in(), run.out(), run.made(), run.joined(), run.scrapped(), run.insideAtStart(),
                    run.inside(), cell(run.insideMean()), run.rejected(),
                    cell(run.lossShare()), run.throughputPerHour(), cell(run.lead().mean()), cell(run.lead().p95()), run.stoppedBy(),
                    run.deadlock().isNone() ? "" : run.deadlock().sinceSeconds());
        }
    }

    private static void types(Summary summary, Csv out) throws IOException {
        out.printRecord("replication", "piece type", "in", "out", "made", "joined", "scrapped", "inside at start", "inside",
                "lead time mean s", "lead time p95 s", "work mean s",
                "wait mean s", "blocked mean s", "move mean s", "wait for crew mean s", "value-adding work mean s");
        List<ToLongFunction<TypeFigures>> counts = List.of(TypeFigures::in, TypeFigures::out, TypeFigures::made, TypeFigures::joined,
                TypeFigures::scrapped, TypeFigures::insideAtStart, TypeFigures::inside);
        for (RunFigures run : summary.runs()) {
            for (TypeFigures t : run.types()) {
                out.print(run.replication());
                out.print(t.name());
                for (ToLongFunction<TypeFigures> count : counts) {
                    out.print(count.applyAsLong(t));
                }
                for (double value : new double[] {t.lead().mean(), t.lead().p95(), t.workMean(), t.waitMean(), t.blockedMean(),
                        t.moveMean(), t.crewMean(), t.valueMean()}) {
                    out.print(cell(value));
                }
                out.println();
            }
        }
    }

    private static Object share(EquipmentFigures e, EquipmentState state) {
        return e.shares().isEmpty() ? "" : e.share(state);
    }

    static Object cell(double value) {
        return Double.isNaN(value) ? "" : value;
    }

    static void number(ObjectNode node, String field, double value) {
        if (Double.isNaN(value)) {
            node.putNull(field);
        } else {
            node.put(field, value);
        }
    }
}
