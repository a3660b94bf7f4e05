package rhombic.insight;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import rhombic.experiment.FigureText;
import rhombic.experiment.Interval;
import rhombic.experiment.Observation;
import rhombic.experiment.Preparation;
import rhombic.experiment.Response;
import rhombic.experiment.Scale;
import rhombic.experiment.Summary;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.FailureFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Clock;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.TargetBand;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Candidate;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PieceType;

/**
 * All that the figures of a study have to say, what matters most first.
 *
 * @param findings in the order in which they are told
 * @param shifting which station or crew limited the plant when
 * @param observations the runs that were analysed for it
 */
public record Diagnosis(Summary summary, List<Finding> findings, Shifting shifting, List<Observation> observations) {
    /** Runs that are analysed beside the figures of all. */
    private static final int MAX_OBSERVED = 5;

    private static final double FULL_FROM = 0.2;
    private static final double BLOCKS_FROM = 0.05;
    private static final double GROWS_FROM = 0.05;
    private static final double DISTURBS_FROM = 0.02;
    private static final double SHIFTS_FROM = 0.2;
    private static final int MIN_SAMPLES = 50;
    private static final int MAX_ALIKE = 4;
    private static final int MAX_NAMED = 8;

    public Diagnosis {
        findings = List.copyOf(findings);
        observations = List.copyOf(observations);
    }

    /**
     * Analyses the first few runs besides.
     *
     * @throws java.util.concurrent.CancellationException if cancelled
     */
    public static Diagnosis of(Summary summary, BooleanSupplier cancelled) {
        return of(summary, List.of(), cancelled);
    }

    /**
     * The same, with what charts read off the runs.
     *
     * @param formulas of the charts
     */
    public static Diagnosis of(Summary summary, List<String> formulas, BooleanSupplier cancelled) {
        return of(summary, List.of(), formulas, new Preparation(), cancelled);
    }

    /**
     * The same, where the first runs have been analysed already.
     *
     * @param known the first replications of the same study
     */
    public static Diagnosis of(Summary summary, List<Observation> known, List<String> formulas, Preparation preparation,
            BooleanSupplier cancelled) {
        List<Observation> observations = new ArrayList<>(known);
        for (int r = known.size() + 1; r <= Math.min(MAX_OBSERVED, summary.runs().size()); r++) {
            observations.add(Observation.of(summary.study(), r, formulas, preparation, cancelled));
        }
        return of(summary, observations);
    }

    /** @param observations one or more runs of the same study */
    public static Diagnosis of(Summary summary, List<Observation> observations) {
        Shifting shifting = Shifting.of(observations);
        Reader reader = new Reader(summary, shifting, observations);
        return new Diagnosis(summary, reader.findings(), shifting, observations);
    }

    public Optional<Finding> limit() {
        return findings.stream().filter(f -> f.kind() == Finding.Kind.LIMIT).findFirst();
    }

    /** Reads the figures. */
    private static final class Reader {
        private final Summary summary;
        private final Study study;
        private final UnfoldedStudy unfolded;
        private final Shifting shifting;
        private final List<Observation> observations;
        private final Means means;
        private final List<Finding> found = new ArrayList<>();

        Reader(Summary summary, Shifting shifting, List<Observation> observations) {
            this.summary = summary;
            this.study = summary.study();
            unfolded = summary.unfolded();
            this.shifting = shifting;
            this.observations = observations;
            means = new Means(summary);
        }

        List<Finding> findings() {
            DeadlockFinding.of(summary).ifPresent(f -> found.add(f.as(Finding.Kind.DEADLOCK)));
            growth();
            Optional<Finding> limit = Limit.of(summary);
            limit.ifPresent(f -> found.add(withMethods(f)));
            shifts(limit);
            limit.ifPresent(f -> losses(f.subject()));
            disturbances();
            leadTime();
            buffers();
            targets();
            warmUp();
            found.sort(Comparator.comparing(Finding::kind));
            return found;
        }

        private void add(Finding.Kind kind, String place, String text, String evidence, Optional<Trial> trial) {
            found.add(new Finding(kind, place, text, evidence, trial.orElse(null)));
        }

        private void growth() {
            Interval growth = means.growth();
            if (growth.mean() >= GROWS_FROM && (growth.isClear() || growth.count() == 1)) {
                double perHour = means
                        .of(run -> run.hours() > 0 ? (run.inside() - run.insideAtStart() + run.rejected()) / run.hours() : 0);
                String fullest = fullest(e -> e.contentNow() - e.contentAtStart());
                add(Finding.Kind.GROWTH, fullest, "The plant can't keep up: " + Means.percent(growth.mean())
                        + " of what comes piles up or is turned away, " + FigureText.of(perHour) + " pieces more each hour",
                        "inside at the end " + FigureText.of(means.of(RunFigures::inside)) + ", turned away "
                                + FigureText.of(means.of(RunFigures::rejected))
                                + (fullest.isEmpty() ? "" : "; most of it at " + fullest)
                                + "; means over the run depend on its length while that is so",
                        Optional.empty());
            }
        }

        private String fullest(ToDoubleFunction<EquipmentFigures> figure) {
            int best = -1;
            double max = 0;
            for (int i = 0; i < unfolded.size(); i++) {
                double value = means.of(i, figure);
                if (unfolded.element(i) instanceof Equipment && value > max) {
                    max = value;
                    best = i;
                }
            }
            return best < 0 ? "" : unfolded.element(best).name();
        }

        private String name(int index) {
            return unfolded.element(index).name();
        }

        /** What three methods say, and whether they agree. */
        private Finding withMethods(Finding limit) {
            if (limit.subject().isEmpty()) {
                return limit; // of no equipment: a link, or that nothing leaves
            }
            List<Integer> ranked = shifting.ranked();
            List<String> lines = new ArrayList<>();
            boolean ofAnother = study.find(limit.subject()).filter(GoodsIn.class::isInstance).isPresent(); // whose shares are told by its name
            lines.add("utilisation: " + (ofAnother ? limit.evidence() : limit.subject() + ", " + limit.evidence()));
            Optional<Integer> active = ranked.stream().findFirst();
            active.ifPresent(i -> lines.add("active periods: " + name(i) + " is the limit " + Means.percent(shifting.limits(i))
                    + " of the time, alone " + Means.percent(shifting.sole()[i]) + ", " + Clock.span(shifting.meanActiveSeconds()[i])
                    + " at a stretch"));
            Optional<Integer> turning = TurningPoint.of(summary);
            turning.ifPresent(i -> lines.add("from blocked to starved: the turning point is " + name(i)));
            Optional<PlantElement> place = study.find(limit.subject());
            boolean ofPlant = place.filter(p -> p instanceof WorkEquipment || p instanceof ResourceGroup).isPresent();
            if (ofPlant) {
                Set<String> others = new LinkedHashSet<>();
                active.filter(i -> !alike(limit, name(i))).ifPresent(i -> others.add(name(i)));
                turning.filter(i -> !alike(limit, name(i))).ifPresent(i -> others.add(name(i)));
                if (!others.isEmpty()) {
                    lines.add("the methods disagree: look at " + String.join(" and ", others)
                            + " too, and let the leverage decide what is worth changing");
                }
            }
            return new Finding(Finding.Kind.LIMIT, limit.subject(), limit.text(), String.join("; ", lines),
                    Trial.of(study, limit.subject(), Candidate.Aspect.STAFFED_PLACE, Candidate.Aspect.PLACE, Candidate.Aspect.PEOPLE,
                            Candidate.Aspect.SPEED,
                            Candidate.Aspect.ARRIVALS).orElse(null));
        }

        /** Whether the finding names it, or it stands beside it and shares the work or the people. */
        private boolean alike(Finding limit, String name) {
            if (limit.subject().equals(name) || limit.text().contains(name)) {
                return true;
            }
            Optional<PlantElement> one = study.find(limit.subject());
            Optional<PlantElement> other = study.find(name);
            return one.isPresent() && other.isPresent() && (needs(one.get(), other.get()) || needs(other.get(), one.get())
                    || one.get() instanceof WorkEquipment && other.get() instanceof WorkEquipment && beside(limit.subject(), name));
        }

        private static boolean needs(PlantElement station, PlantElement crew) {
            return station instanceof WorkEquipment work && crew instanceof ResourceGroup people
                    && work.needs().stream().anyMatch(need -> people.meets(need));
        }

        /** Fed from the same place. */
        private boolean beside(String one, String other) {
            Set<String> before = study.links().stream().filter(l -> l.to().equals(one)).map(l -> l.from()).collect(Collectors.toSet());
            return study.links().stream().anyMatch(l -> l.to().equals(other) && before.contains(l.from()));
        }

        private void shifts(Optional<Finding> limit) {
            List<Integer> ranked = shifting.ranked();
            if (ranked.size() < 2 || limit.isEmpty()) {
                return;
            }
            int second = ranked.get(1);
            if (shifting.limits(second) >= SHIFTS_FROM
                    && !(alike(limit.get(), name(second)) && alike(limit.get(), name(ranked.getFirst())))) {
                String all = ranked.stream().filter(i -> shifting.limits(i) >= 0.05).limit(MAX_ALIKE)
                        .map(i -> name(i) + " " + Means.percent(shifting.limits(i))).collect(Collectors.joining(", "));
                add(Finding.Kind.SHIFTING, name(second), "The limit shifts: " + all + " of the time",
                        ranked.stream().limit(MAX_ALIKE).map(i -> name(i) + ": alone " + Means.percent(shifting.sole()[i])
                                + ", while it shifts " + Means.percent(shifting.shifting()[i])).collect(Collectors.joining("; ")),
                        Trial.of(study, name(second), Candidate.Aspect.STAFFED_PLACE, Candidate.Aspect.PLACE, Candidate.Aspect.PEOPLE));
            }
        }

        /** What failures, changeovers, breaks and waits take from the limit: every minute of it is lost for good. */
        private void losses(String place) {
            OptionalInt number = unfolded.find(place);
            if (number.isEmpty() || !(unfolded.element(number.getAsInt()) instanceof WorkEquipment)) {
                return;
            }
            int index = number.getAsInt();
            double working = means.share(index, EquipmentState.WORKING);
            double throughput = means.of(run -> run.equipment().get(index).out() / run.hours()); // its own: it may work on part of all, or often on the same
            List<String> lines = new ArrayList<>();
            double lost = 0;
            for (EquipmentState state : List.of(EquipmentState.DOWN, EquipmentState.WAITING_FOR_REPAIR, EquipmentState.CHANGEOVER,
                    EquipmentState.SERVICE, EquipmentState.WAITING_FOR_CREW, EquipmentState.BLOCKED, EquipmentState.STARVED)) {
                double share = means.share(index, state);
                if (share >= 0.005) {
                    lost += share;
                    lines.add(state.word() + " " + Means.percent(share) + ", about " + FigureText.of(share / working * throughput)
                            + " pieces/h");
                }
            }
            List<ModeFigures> modes = summary.runs().getFirst().equipment().get(index).modes();
            for (int m = 0; m < modes.size(); m++) {
                int mode = m;
                double down = means.of(index, e -> e.modes().get(mode).downShare());
                if (down >= 0.005) {
                    lines.add(modes.get(m).name() + " " + Means.percent(down) + ", waiting for repair "
                            + Means.percent(means.of(index, e -> e.modes().get(mode).waitingShare())));
                }
            }
            if (lost >= 0.02 && working > 0) {
                add(Finding.Kind.LOSS, place, place + " does not work " + Means.percent(lost) + " of the time, which costs up to "
                        + FigureText.of(lost / working * throughput) + " pieces/h",
                        String.join("; ", lines), Trial.of(study, place, Candidate.Aspect.REPAIR, Candidate.Aspect.CHANGEOVER));
            }
        }

        /** What breaks and is no station, so that no state of a station tells it: links, and what people work with. */
        private void disturbances() {
            List<FailureFigures> all = summary.runs().getFirst().failures();
            for (int i = 0; i < all.size(); i++) {
                FailureFigures one = all.get(i);
                Optional<PlantElement> element = study.find(one.element());
                int index = i;
                double down = means.of(run -> run.failures().get(index).mode().downShare());
                if (element.filter(Equipment.class::isInstance).isPresent() || down < DISTURBS_FROM) {
                    continue;
                }
                Optional<Link> link = one.link() == FailureFigures.NO_LINK ? Optional.empty() : Optional.of(unfolded.link(one.link()));
                String place = link.map(Link::from).orElse(one.element());
                String text = link.map(l -> "The way from " + l.from() + " to " + l.to()).orElse("What " + one.element() + " works with");
                add(Finding.Kind.LOSS, place, text + " is down " + Means.percent(down) + " of the time by " + one.mode().name(),
                        FigureText.of(means.of(run -> run.failures().get(index).mode().failures())) + " times a run; waiting for repair "
                                + Means.percent(means.of(run -> run.failures().get(index).mode().waitingShare())),
                        study.find(place).flatMap(at -> Trial.of(study, at).stream()
                                .filter(trial -> trial.text().contains("repair time of " + one.mode().name())).findFirst()));
            }
        }

        private void leadTime() {
            List<PieceType> types = study.pieceTypes();
            int max = -1;
            double out = 0;
            for (int t = 0; t < types.size(); t++) {
                int type = t;
                double count = types.get(t).loadCarrier() ? 0 : means.of(run -> run.types().get(type).out());
                if (count > out) {
                    out = count;
                    max = t;
                }
            }
            if (max < 0) {
                return;
            }
            int type = max;
            record Part(String word, double seconds) {}
            List<Part> parts = new ArrayList<>(List.of(
                    new Part("work", means.of(run -> run.types().get(type).workMean())),
                    new Part("waiting", means.of(run -> run.types().get(type).waitMean())),
                    new Part("blocked", means.of(run -> run.types().get(type).blockedMean())),
                    new Part("moving", means.of(run -> run.types().get(type).moveMean())),
                    new Part("waiting for people", means.of(run -> run.types().get(type).crewMean()))));
            double whole = parts.stream().mapToDouble(Part::seconds).sum();
            if (!(whole > 0)) {
                return;
            }
            parts.sort(Comparator.comparingDouble(Part::seconds).reversed());
            Part first = parts.getFirst();
            String place = longestStay();
            String lines = parts.stream().filter(p -> p.seconds > 0)
                    .map(p -> p.word + " " + Clock.span(p.seconds) + ", " + Means.percent(p.seconds / whole))
                    .collect(Collectors.joining("; "));
            add(Finding.Kind.LEAD_TIME, place, types.get(type).name() + " spends " + Means.percent(first.seconds / whole) + " of its "
                    + Clock.span(whole) + " " + (first.word.equals("work") ? "being worked on" : first.word)
                    + (place.isEmpty() ? "" : "; most of what is inside is at " + place),
                    lines + "; adding value " + Clock.span(means.of(run -> run.types().get(type).valueMean())) + stays(), Optional.empty());
        }

        private String longestStay() {
            return fullest(e -> e.kind().equalsIgnoreCase("goods out") ? 0 : e.contentMean());
        }

        /** By Little's law a place takes that part of the lead time which its content is of all that is inside. */
        private String stays() {
            double inside = means.of(RunFigures::insideMean);
            List<Integer> order = IntStream.range(0, unfolded.size()).boxed()
                    .filter(i -> unfolded.element(i) instanceof Equipment)
                    .sorted(Comparator.comparingDouble((Integer i) -> -means.of(i, EquipmentFigures::contentMean))).limit(3).toList();
            return order.stream().map(i -> "; at " + name(i) + " " + FigureText.of(means.of(i, EquipmentFigures::contentMean)) + " pieces, "
                    + Means.percent(means.of(i, EquipmentFigures::contentMean) / inside) + " of all inside")
                    .collect(Collectors.joining());
        }

        private void buffers() {
            List<Integer> never = new ArrayList<>();
            for (int i = 0; i < unfolded.size(); i++) {
                if (!(unfolded.element(i) instanceof Buffer buffer) || means.of(i, EquipmentFigures::in) == 0) {
                    continue;
                }
                double full = means.of(i, EquipmentFigures::fullShare);
                double blocked = blockedBefore(buffer.name());
                int index = i;
                double max = summary.runs().stream().mapToDouble(run -> run.equipment().get(index).contentMax()).max().orElse(0);
                OptionalInt room = buffer.capacity();
                if (room.isPresent() && full >= FULL_FROM && blocked >= BLOCKS_FROM) {
                    add(Finding.Kind.BUFFER, buffer.name(),
                            buffer.name() + " is full " + Means.percent(full) + " of the time and blocks what is before it",
                            "room " + room.getAsInt() + ", content " + FigureText.of(means.of(i, EquipmentFigures::contentMean))
                                    + "; blocked before it up to " + Means.percent(blocked)
                                    + "; more room helps only if what comes after is at times starved",
                            Trial.of(study, buffer.name(), Candidate.Aspect.CAPACITY));
                } else if (room.isPresent() && room.getAsInt() >= 4 && max <= room.getAsInt() / 2.0) {
                    add(Finding.Kind.BUFFER, buffer.name(),
                            buffer.name() + " never held more than " + (int) max + " of its " + room.getAsInt(),
                            "in all " + summary.runs().size() + " runs; content "
                                    + FigureText.of(means.of(i, EquipmentFigures::contentMean))
                                    + " on average",
                            Optional.empty());
                }
                if (neverEmpty(i)) {
                    never.add(i);
                }
            }
            if (!never.isEmpty()) {
                add(Finding.Kind.BUFFER, name(never.getFirst()),
                        never.stream().map(this::name).collect(Collectors.joining(", ")) + (never.size() == 1 ? " was" : " were")
                                + " never empty: what lies at the bottom only adds to the lead time",
                        never.stream().map(i -> name(i) + ": least " + minContent(i) + ", mean "
                                + FigureText.of(means.of(i, EquipmentFigures::contentMean))).collect(Collectors.joining("; ")),
                        Optional.empty());
            }
        }

        private boolean neverEmpty(int index) {
            return minContent(index) > 0 && means.of(index, EquipmentFigures::emptyShare) == 0;
        }

        private int minContent(int index) {
            long from = study.plan().warmUp().nanos();
            return observations.stream().flatMap(o -> o.samples().stream()).filter(s -> s.timeNanos() >= from && s.timeNanos() > 0)
                    .mapToInt(s -> s.contents()[index]).min().orElse(0);
        }

        private double blockedBefore(String name) {
            double max = 0;
            for (int link : unfolded.linksTo(unfolded.number(name))) {
                max = Math.max(max, means.share(unfolded.from(link), EquipmentState.BLOCKED));
            }
            return max;
        }

        private void targets() {
            TargetBand band = study.plan().target();
            for (TargetBand.Side side : List.of(TargetBand.Side.OVER, TargetBand.Side.UNDER)) {
                List<Targets.TargetResult> out = Targets.of(summary).stream().filter(s -> s.side() == side && isPerson(s)).toList();
                if (out.isEmpty()) {
                    continue;
                }
                String names = out.stream().limit(MAX_ALIKE).map(Targets.TargetResult::name).collect(Collectors.joining(", "))
                        + (out.size() > MAX_ALIKE ? " and " + (out.size() - MAX_ALIKE) + " more" : "");
                add(Finding.Kind.TARGET, out.getFirst().subject(),
                        names + (out.size() == 1 ? " is " : " are ") + side.word() + " the target of " + band.min() + " to "
                                + band.max(),
                        out.stream().limit(MAX_NAMED).map(s -> s.name() + " " + Means.percent(s.utilisation()))
                                .collect(Collectors.joining("; ")),
                        side == TargetBand.Side.OVER
                                ? Trial.of(study, out.getFirst().subject(), Candidate.Aspect.PEOPLE)
                                : Optional.empty());
            }
        }

        private boolean isPerson(Targets.TargetResult one) {
            return study.find(one.subject()).filter(ResourceGroup.class::isInstance).isPresent();
        }

        /** From what is inside at equal steps of time, the mean over the runs that were analysed. */
        private void warmUp() {
            int count = observations.stream().mapToInt(o -> o.samples().size()).min().orElse(0);
            if (count < MIN_SAMPLES) {
                return;
            }
            double[] inside = new double[count - 1];
            for (Observation observation : observations) {
                for (int i = 0; i < inside.length; i++) {
                    inside[i] += (double) observation.samples().get(i + 1).inside() / observations.size();
                }
            }
            OptionalInt cut = WarmUp.cut(inside);
            double step = study.plan().length().inBaseUnit() / Observation.steps(unfolded);
            double planned = study.plan().warmUp().inBaseUnit();
            if (cut.isEmpty()) {
                if (found.stream().noneMatch(f -> f.kind() == Finding.Kind.GROWTH)) {
                    add(Finding.Kind.WARM_UP, "", "What is inside has not settled by the end of the run: figures depend on its length",
                            String.format(Locale.ROOT, "MSER-5 would cut more than half of %s; make the run longer",
                                    study.plan().length()),
                            Optional.empty());
                }
                return;
            }
            double wanted = cut.getAsInt() * step;
            if (wanted > planned + step * 5) {
                add(Finding.Kind.WARM_UP, "", "The warm-up of " + study.plan().warmUp() + " is too short: the plant has settled only after "
                        + Clock.span(wanted),
                        "MSER-5 on what is inside; over " + observations.size() + (observations.size() == 1 ? " run" : " runs")
                                + "; lead time and content are told too low before",
                        Optional.empty());
            }
        }
    }

    /** The throughput and its margin, for a heading. */
    public String throughput() {
        Interval interval = summary.interval(Response.THROUGHPUT);
        return Scale.of("1/h", interval.mean()).text(interval);
    }
}
