package rhombic.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import rhombic.experiment.Interval;
import rhombic.experiment.Response;
import rhombic.experiment.Summary;
import rhombic.insight.Limit;
import rhombic.measure.AisleFigures;
import rhombic.measure.CrewFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.FailureFigures;
import rhombic.measure.LinkFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.PersonFigures;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Clock;
import rhombic.study.RunPlan;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;

/** The figures as a table for reading. */
final class Report {
    private Report() {}

    static void print(Summary summary, PrintWriter out) {
        RunPlan plan = summary.study().plan();
        int n = summary.runs().size();
        out.printf(Locale.ROOT, "%s: %d %s of %s, warm-up %s, seed %d%n%n", summary.study().name(), n, n == 1 ? "run" : "runs",
                plan.length(),
                plan.warmUp(), plan.seed());
        Interval throughput = summary.interval(Response.THROUGHPUT);
        out.printf(Locale.ROOT, "%-22s %s%n", "throughput", withMargin(throughput, "%.2f", "/h"));
        if (first(summary).plannedHours() < first(summary).hours()) {
            out.printf(Locale.ROOT, "%-22s %s%n", "by planned hour",
                    withMargin(summary.interval(Response.PLANNED_THROUGHPUT), "%.2f", "/h"));
        }
        out.printf(Locale.ROOT, "%-22s %s%n", "lead time, mean", span(summary.interval(Response.LEAD_TIME)));
        out.printf(Locale.ROOT, "%-22s %s%n", "lead time, 95 % below", span(summary.interval(Response.LEAD_TIME_P95)));
        out.printf(Locale.ROOT, "%-22s %s%n", "inside, mean", withMargin(summary.interval(Response.INSIDE), "%.2f", ""));
        RunFigures first = summary.runs().getFirst();
        out.printf(Locale.ROOT, "%-22s %d at start + %d in%s%s%s \u2212 %d out = %d inside%s%n", "first run", first.insideAtStart(),
                first.in(),
                some(" + ", first.made(), " made"), some(" \u2212 ", first.joined(), " joined"),
                some(" \u2212 ", first.scrapped(), " scrapped"), first.out(),
                first.inside(), some(", ", first.rejected(), " turned away"));
        if (first.rejected() > 0) {
            double loss = summary.runs().stream().mapToDouble(RunFigures::lossShare).filter(v -> !Double.isNaN(v)).average()
                    .orElse(Double.NaN);
            out.printf(Locale.ROOT, "%-22s %.2f %% of those that came%n", "turned away, mean", 100 * loss);
        }
        if (!first.stoppedBy().isEmpty()) {
            out.printf(Locale.ROOT, "%-22s by %s after %.2f h%n", "stopped", first.stoppedBy(), first.hours());
        }
        Limit.of(summary).ifPresent(limit -> out.printf(Locale.ROOT, "%n%s (%s)%n", limit.text(), limit.evidence()));
        out.println();
        out.println("Means over the runs, for each equipment:");
        equipment(summary, out);
        links(summary, out);
        aisles(summary, out);
        racks(summary, out);
        people(summary, out);
        failures(summary, out);
    }

    private static RunFigures first(Summary summary) {
        return summary.runs().getFirst();
    }

    private static void people(Summary summary, PrintWriter out) {
        List<CrewFigures> crews = summary.runs().getFirst().crews();
        if (crews.isEmpty()) {
            return;
        }
        out.println();
        out.println("People, means over the runs; utilisation is of the time on duty:");
        List<PersonState> states = new ArrayList<>(
                List.of(PersonState.WORKING, PersonState.REPAIR, PersonState.WALKING, PersonState.CARRYING,
                        PersonState.WAITING, PersonState.ON_BREAK, PersonState.OFF_SHIFT));
        // the rest only where there is any of it
        List.of(PersonState.CHANGEOVER, PersonState.SERVICE, PersonState.PICKING_UP, PersonState.SETTING_DOWN, PersonState.STANDING_BY,
                PersonState.FOR_TRAFFIC, PersonState.CHARGING, PersonState.TO_CHARGE, PersonState.DOWN, PersonState.DRIVING,
                PersonState.FOR_DRIVER)
                .stream()
                .filter(state -> summary.runs().stream().flatMap(run -> run.crews().stream()).anyMatch(crew -> crew.share(state) > 0))
                .forEach(states::add);
        String row = "%-24.24s %11s %8s" + " %9.9s".repeat(states.size()) + "%n";
        List<Object> head = new ArrayList<>(List.of("person", "utilisation", "jobs"));
        states.forEach(state -> head.add(state.word()));
        out.printf(row, head.toArray());
        for (int c = 0; c < crews.size(); c++) {
            for (int p = 0; p < crews.get(c).people().size(); p++) {
                int crew = c;
                int person = p;
                ToDoubleFunction<ToDoubleFunction<PersonFigures>> mean = figure -> summary.runs().stream()
                        .mapToDouble(run -> figure.applyAsDouble(run.crews().get(crew).people().get(person))).filter(v -> !Double.isNaN(v))
                        .average().orElse(Double.NaN);
                List<Object> cells = new ArrayList<>(List.of(crews.get(c).people().get(p).name(),
                        percent(mean.applyAsDouble(PersonFigures::utilisation)),
                        String.format(Locale.ROOT, "%.1f", mean.applyAsDouble(PersonFigures::jobs))));
                states.forEach(state -> cells.add(percent(mean.applyAsDouble(f -> f.share(state)))));
                out.printf(row, cells.toArray());
            }
        }
    }

    private static void failures(Summary summary, PrintWriter out) {
        List<FailureFigures> failures = summary.runs().getFirst().failures();
        if (failures.isEmpty()) {
            return;
        }
        out.println();
        out.println("Failures, means over the runs:");
        String row = "%-24.24s %-24.24s %9s %12s %10s%n";
        out.printf(row, "where", "failure", "times", "waits for it", "in repair");
        for (int i = 0; i < failures.size(); i++) {
            int index = i;
            ToDoubleFunction<ToDoubleFunction<ModeFigures>> mean = figure -> summary.runs().stream()
                    .mapToDouble(run -> figure.applyAsDouble(run.failures().get(index).mode())).average().orElse(Double.NaN);
            out.printf(row, failures.get(i).element(), failures.get(i).mode().name(),
                    String.format(Locale.ROOT, "%.1f", mean.applyAsDouble(ModeFigures::failures)),
                    percent(mean.applyAsDouble(ModeFigures::waitingShare)), percent(mean.applyAsDouble(ModeFigures::repairShare)));
        }
    }

    private static String percent(double share) {
        return Double.isNaN(share) ? "\u2013" : String.format(Locale.ROOT, "%.1f %%", 100 * share);
    }

    private static void links(Summary summary, PrintWriter out) {
        List<LinkFigures> links = summary.runs().getFirst().links();
        if (links.isEmpty()) {
            return;
        }
        out.println();
        out.println("On links that take time, means over the runs:");
        String row = "%-50.50s %10s %10s %6s %10s%n";
        out.printf(row, "link", "departed", "on the way", "max.", "travel");
        for (int i = 0; i < links.size(); i++) {
            int index = i;
            out.printf(row, links.get(i).from() + " \u2192 " + links.get(i).to(),
                    String.format(Locale.ROOT, "%.1f", link(summary, index, LinkFigures::departed)),
                    String.format(Locale.ROOT, "%.2f", link(summary, index, LinkFigures::onTheWayMean)),
                    String.format(Locale.ROOT, "%.1f", link(summary, index, LinkFigures::onTheWayMax)),
                    Clock.span(link(summary, index, LinkFigures::travelMean)));
        }
    }

    private static void aisles(Summary summary, PrintWriter out) {
        List<AisleFigures> aisles = summary.runs().getFirst().aisles();
        if (aisles.isEmpty()) {
            return;
        }
        out.println();
        out.println("Aisles, means over the runs:");
        String row = "%-30.30s %10s %10s%n";
        out.printf(row, "aisle", "passes", "metres");
        for (int i = 0; i < aisles.size(); i++) {
            int index = i;
            out.printf(row, aisles.get(i).name(),
                    String.format(Locale.ROOT, "%.1f",
                            summary.runs().stream().mapToDouble(run -> run.aisles().get(index).passes()).average().orElse(0)),
                    String.format(Locale.ROOT, "%.0f",
                            summary.runs().stream().mapToDouble(run -> run.aisles().get(index).metres()).average().orElse(0)));
        }
    }

    private static void racks(Summary summary, PrintWriter out) {
        List<RackFigures> racks = summary.runs().getFirst().racks();
        if (racks.isEmpty()) {
            return;
        }
        out.println();
        out.println("Racks, means over the runs:");
        String row = "%-24.24s %8s %8s %9s %9s %9s %9s %9s %10s%n";
        out.printf(row, "rack", "fill", "max.", "stored", "fetched", "moved", "double", "orders", "on time");
        for (int i = 0; i < racks.size(); i++) {
            int index = i;
            Function<ToDoubleFunction<RackFigures>, Double> mean = figure -> summary.runs().stream()
                    .mapToDouble(run -> figure.applyAsDouble(run.racks().get(index))).filter(v -> !Double.isNaN(v)).average()
                    .orElse(Double.NaN);
            out.printf(row, racks.get(i).name(), percent(mean.apply(RackFigures::fillMean)), percent(mean.apply(RackFigures::fillMax)),
                    String.format(Locale.ROOT, "%.1f", mean.apply(RackFigures::stored)),
                    String.format(Locale.ROOT, "%.1f", mean.apply(RackFigures::fetched)),
                    String.format(Locale.ROOT, "%.1f", mean.apply(RackFigures::relocated)), percent(mean.apply(RackFigures::doubleShare)),
                    String.format(Locale.ROOT, "%.1f", mean.apply(RackFigures::orders)), percent(mean.apply(RackFigures::onTimeShare)));
        }
    }

    private static double link(Summary summary, int index, ToDoubleFunction<LinkFigures> figure) {
        return summary.runs().stream().mapToDouble(run -> figure.applyAsDouble(run.links().get(index))).filter(v -> !Double.isNaN(v))
                .average().orElse(Double.NaN);
    }

    private static void equipment(Summary summary, PrintWriter out) {
        List<PlantElement> elements = summary.unfolded().elements();
        if (elements.isEmpty()) {
            out.println("\nThe floor is empty: there is nothing to run.");
            return;
        }
        int width = Math.clamp(elements.stream().mapToInt(e -> e.name().length()).max().orElse(10), 10, 30);
        String row = "%-" + width + "." + width + "s %8s %8s %8s %8s %6s %10s %16s  %7s %7s %7s %7s%n";
        out.printf(row, "equipment", "in", "out", "now", "content", "max.", "stay", "of which waiting", "working", "starved", "blocked",
                "other");
        for (int i = 0; i < elements.size(); i++) {
            int index = i;
            if (!(elements.get(i) instanceof Equipment)) {
                continue;
            }
            out.printf(row, elements.get(i).name(), mean(summary, index, EquipmentFigures::in),
                    mean(summary, index, EquipmentFigures::out),
                    mean(summary, index, EquipmentFigures::contentNow),
                    String.format(Locale.ROOT, "%.2f", value(summary, index, EquipmentFigures::contentMean)),
                    mean(summary, index, EquipmentFigures::contentMax), Clock.span(value(summary, index, e -> e.stay().mean())),
                    wait(summary, index),
                    share(summary, index, EquipmentState.WORKING), share(summary, index, EquipmentState.STARVED),
                    share(summary, index, EquipmentState.BLOCKED), other(summary, index));
        }
    }

    private static double value(Summary summary, int index, ToDoubleFunction<EquipmentFigures> figure) {
        return summary.runs().stream().mapToDouble(run -> figure.applyAsDouble(run.equipment().get(index))).filter(v -> !Double.isNaN(v))
                .average().orElse(Double.NaN);
    }

    /** Empty where nothing is worked on. */
    private static String wait(Summary summary, int index) {
        double seconds = value(summary, index, e -> e.waits().mean());
        return Double.isNaN(seconds) ? "" : Clock.span(seconds);
    }

    private static String mean(Summary summary, int index, ToDoubleFunction<EquipmentFigures> figure) {
        return String.format(Locale.ROOT, "%.1f", value(summary, index, figure));
    }

    private static String share(Summary summary, int index, EquipmentState state) {
        double share = summary.interval(Response.share(index, "", state)).mean();
        return Double.isNaN(share) ? "" : String.format(Locale.ROOT, "%.1f %%", 100 * share);
    }

    /** Changeover, service and pause together. */
    private static String other(Summary summary, int index) {
        double share = value(summary, index, e -> e.shares().isEmpty()
                ? Double.NaN
                : 1 - e.share(EquipmentState.WORKING) - e.share(EquipmentState.STARVED) - e.share(EquipmentState.BLOCKED));
        return Double.isNaN(share) || share < 5e-4 ? "" : String.format(Locale.ROOT, "%.1f %%", 100 * share);
    }

    private static String some(String before, long count, String noun) {
        return count == 0 ? "" : before + count + noun;
    }

    private static String withMargin(Interval interval, String format, String unit) {
        if (Double.isNaN(interval.mean())) {
            return "\u2013";
        }
        String margin = Double.isNaN(interval.halfWidth()) ? "" : " \u00b1 " + String.format(Locale.ROOT, format, interval.halfWidth());
        return String.format(Locale.ROOT, format, interval.mean()) + unit + margin;
    }

    private static String span(Interval interval) {
        return Clock.span(interval.mean(), interval.halfWidth());
    }
}
