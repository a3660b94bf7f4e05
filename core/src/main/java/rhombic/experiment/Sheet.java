package rhombic.experiment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import rhombic.formula.FormulaException;
import rhombic.study.Comparison;
import rhombic.study.OwnResponse;

/** What is known of variants: their runs, and what these say of a response. A value; more runs make a new one. */
public final class Sheet {
    /** Stands where a response does for what a variant costs. */
    public static final String COST = "cost";

    private final List<Variant> variants;
    private final Map<String, List<RunRecord>> runs;
    private final Map<String, OwnFigure> own;
    private final Map<String, String> failures;

    /**
     * @param runs by name of the variant, in the order of replications
     * @param failures why a variant could not be run, by its name
     */
    public Sheet(List<Variant> variants, Map<String, List<RunRecord>> runs, List<OwnResponse> own, Map<String, String> failures) {
        this.variants = List.copyOf(variants);
        this.runs = new HashMap<>(runs);
        this.failures = Map.copyOf(failures);
        this.own = own.stream().flatMap(one -> read(one).stream())
                .collect(Collectors.toMap(figure -> figure.response().name(), Function.identity(), (a, b) -> a, LinkedHashMap::new));
    }

    private static Optional<OwnFigure> read(OwnResponse one) {
        try {
            return Optional.of(new OwnFigure(one));
        } catch (FormulaException e) {
            return Optional.empty(); // told where the response is said; here it has no values
        }
    }

    public List<Variant> variants() {
        return variants;
    }

    public List<RunRecord> runs(Variant variant) {
        return runs.getOrDefault(variant.name(), List.of());
    }

    /** Why it could not be run. */
    public Optional<String> failure(Variant variant) {
        return Optional.ofNullable(failures.get(variant.name()));
    }

    public Optional<Variant> variant(String name) {
        return variants.stream().filter(variant -> variant.name().equals(name)).findFirst();
    }

    /** The responses that are looked at: those that the comparison names, or the usual ones. */
    public static List<String> selected(Comparison comparison) {
        if (!comparison.responses().isEmpty()) {
            return comparison.responses();
        }
        List<String> usual = new ArrayList<>(List.of(Response.THROUGHPUT.key(), Response.LEAD_TIME.key(), Response.INSIDE.key()));
        comparison.own().forEach(one -> usual.add(one.name()));
        return usual;
    }

    /** Names of all responses that any of the variants has, own ones first. */
    public List<String> responses() {
        Map<String, Boolean> names = new LinkedHashMap<>();
        own.keySet().forEach(name -> names.put(name, true));
        for (Variant variant : variants) {
            runs(variant).stream().findFirst().ifPresent(run -> run.names().all().forEach(name -> names.put(name, true)));
        }
        return List.copyOf(names.keySet());
    }

    /** The unit of a response, as {@link Response#unit} has it; that of an own one as it was given. */
    public String unit(String response) {
        OwnFigure figure = own.get(response);
        return figure != null
                ? figure.response().unit()
                : variants.stream().flatMap(variant -> Response.all(variant.study()).stream()).filter(r -> r.key().equals(response))
                        .map(Response::unit).findFirst().orElse("");
    }

    /** One value for each replication from 1 on; NaN where there is none. */
    public double[] values(Variant variant, String response) {
        List<RunRecord> all = runs(variant);
        int max = all.stream().mapToInt(RunRecord::replication).max().orElse(0);
        double[] values = new double[max];
        Arrays.fill(values, Double.NaN);
        OwnFigure figure = own.get(response);
        for (RunRecord run : all) {
            values[run.replication() - 1] = figure == null ? run.value(response) : figure.of(run);
        }
        return values;
    }

    public Interval interval(Variant variant, String response) {
        return Interval.of(values(variant, response));
    }

    /** Of the differences, replication by replication, on common random numbers. */
    public Interval difference(Variant variant, Variant against, String response, double confidence) {
        return Interval.ofDifferences(confidence, interval(variant, response), interval(against, response));
    }

    /**
     * What a comparison of the variant says, one of several: each is made at such a confidence that all of them hold together at 95 %
     * (Bonferroni; Law, section 9.4.1).
     *
     * @param comparisons how many are made
     */
    public Verdict verdict(Variant variant, Variant against, String response, int comparisons) {
        double confidence = 1 - (1 - Interval.CONFIDENCE) / Math.max(1, comparisons);
        return new Verdict(difference(variant, against, response, confidence), confidence, Response.better(response),
                interval(against, response).mean());
    }

    /** Mean of a response, or what the variant costs; NaN where that is not known. The base costs nothing unless it says so. */
    public double value(Variant variant, String responseOrCost) {
        if (!responseOrCost.equals(COST)) {
            return interval(variant, responseOrCost).mean();
        }
        Double cost = variant.cost();
        return cost == null ? variant.isBase() ? 0 : Double.NaN : cost;
    }

    /** Those that no other beats in both responses, or in cost, at once, by their means; in the order of the first. */
    public List<Variant> frontier(String one, String other) {
        List<Variant> all = new ArrayList<>();
        for (Variant variant : variants) {
            double x = goodness(variant, one);
            double y = goodness(variant, other);
            boolean beaten = variants.stream().anyMatch(rival -> goodness(rival, one) >= x && goodness(rival, other) >= y
                    && (goodness(rival, one) > x || goodness(rival, other) > y));
            if (!beaten && Double.isFinite(x) && Double.isFinite(y)) {
                all.add(variant);
            }
        }
        all.sort(Comparator.comparingDouble(variant -> value(variant, one)));
        return all;
    }

    /** More is better, whatever the response is. */
    private double goodness(Variant variant, String response) {
        double value = value(variant, response);
        return response.equals(COST) || Response.better(response) == Response.Better.LESS ? -value : value;
    }

    /** Sum of all runs that are there. */
    public int count() {
        return variants.stream().mapToInt(variant -> runs(variant).size()).sum();
    }
}
