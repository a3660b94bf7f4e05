package rhombic.insight;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rhombic.chart.Axis;
import rhombic.chart.Chart;
import rhombic.experiment.FigureText;
import rhombic.experiment.Observation;
import rhombic.experiment.Scale;
import rhombic.measure.Diary;
import rhombic.measure.Sample;
import rhombic.quantity.Clock;
import rhombic.study.BoardChart;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;

/**
 * Makes the charts of the board from runs that were analysed: what is a share or a count over all of them, what is over time of the first.
 * Up to a moment they show the first run alone, which is the one that is watched, as far as it has come.
 */
public final class Board {
    private static final int MAX_SERIES = 7;
    private static final int CLASSES = 24;
    /** Of what is still to come. */
    private static final String PALE = "#CFCABC";

    private final Study study;
    private final UnfoldedStudy unfolded;
    private final List<Observation> observations;
    private final Shifting shifting;
    /** Step up to which they show what has been; the last one of all for the whole. */
    private final int until;
    private final boolean isWhole;

    /** @param observations one or more of the same study */
    public Board(List<Observation> observations) {
        this(observations, Shifting.of(observations), observations.getFirst().samples().size() - 1, true);
    }

    private Board(List<Observation> observations, Shifting shifting, int until, boolean isWhole) {
        study = observations.getFirst().study();
        unfolded = observations.getFirst().unfolded();
        this.observations = observations;
        this.shifting = shifting;
        this.until = until;
        this.isWhole = isWhole;
    }

    /** The same as it stood at the last step before that moment; what is still to come is pale, or left out where it can't be told apart. */
    public Board upTo(long nanos) {
        List<Sample> samples = observations.getFirst().samples();
        int step = 0;
        while (step + 1 < samples.size() && samples.get(step + 1).timeNanos() <= nanos) {
            step++;
        }
        return !isWhole && step == until ? this : new Board(List.of(observations.getFirst()), shifting, step, false);
    }

    private Sample last() {
        return observations.getFirst().samples().get(until);
    }

    private String title(BoardChart wanted) {
        return isWhole ? wanted.title() : wanted.title() + ", up to " + Clock.elapsed(last().timeNanos());
    }

    /** Journeys that have ended by then and count. */
    private Stream<Diary.Journey> journeys() {
        long to = last().timeNanos();
        long warmUp = study.plan().warmUp().nanos();
        long from = isWhole || to > warmUp ? warmUp : 0;
        return observations.stream().flatMap(o -> o.journeys().stream())
                .filter(j -> j.leftNanos() > from && (isWhole || j.leftNanos() <= to));
    }

    public Chart of(BoardChart wanted) {
        return switch (wanted.kind()) {
            case STATES -> states(wanted);
            case CONTENT -> overTime(wanted, "pieces");
            case BUSY -> overTime(wanted, "% busy");
            case OUTPUT -> overTime(wanted, "pieces/h");
            case LEAD_TIMES -> leadTimes(wanted);
            case MIX -> mix(wanted);
            case LIMIT -> limit(wanted);
            case FORMULA -> overTime(wanted, "");
        };
    }

    private List<Integer> chosen(BoardChart wanted, boolean stationsOnly) {
        List<PlantElement> elements = unfolded.elements();
        return IntStream.range(0, elements.size()).boxed()
                .filter(i -> wanted.elements().isEmpty()
                        ? stationsOnly ? elements.get(i) instanceof WorkEquipment : elements.get(i) instanceof Equipment
                        : wanted.elements().contains(elements.get(i).name()))
                .filter(i -> !stationsOnly || elements.get(i) instanceof WorkEquipment)
                .toList();
    }

    private String name(int index) {
        return unfolded.element(index).name();
    }

    private static String colour(int at) {
        return Chart.COLOURS.get(at % Chart.COLOURS.size());
    }

    /** Colours of states as on the strips. */
    private static String colour(EquipmentState state) {
        return switch (state) {
            case WORKING -> "#1D6B66";
            case CHANGEOVER -> "#5B9A92";
            case SERVICE -> "#8FBDB5";
            case PAUSE, OFF_SHIFT -> "#DAD4C5";
            case STARVED -> "#EBE6D8";
            case BLOCKED -> "#E0A83C";
            case WAITING_FOR_CREW -> "#4A6FA5";
            case DOWN -> "#A8341F";
            case WAITING_FOR_REPAIR -> "#D98873";
        };
    }

    private Chart states(BoardChart wanted) {
        List<Integer> chosen = chosen(wanted, true);
        List<Chart.Series> series = new ArrayList<>();
        for (EquipmentState state : EquipmentState.values()) {
            double[] shares = chosen.stream().mapToDouble(i -> 100 * share(i, state)).toArray();
            if (Arrays.stream(shares).anyMatch(share -> share >= 0.5)) {
                series.add(new Chart.Bars(state.word(), colour(state), shares));
            }
        }
        return new Chart(title(wanted), "", "% of the time", series, chosen.stream().map(this::name).toList());
    }

    private double share(int index, EquipmentState state) {
        if (isWhole) {
            return observations.stream().mapToDouble(o -> o.figures().equipment().get(index).share(state)).average().orElse(0);
        }
        double[] times = last().timeIn()[index];
        double all = Arrays.stream(times).sum();
        return all > 0 ? times[state.ordinal()] / all : 0;
    }

    private Chart overTime(BoardChart wanted, String unit) {
        List<Sample> samples = observations.getFirst().samples();
        double[] hours = samples.stream().mapToDouble(s -> s.timeNanos() / 3.6e12).toArray();
        List<double[]> values = new ArrayList<>();
        List<String> names = new ArrayList<>();
        String problem = "";
        if (wanted.kind() == BoardChart.Kind.FORMULA) {
            for (BoardChart.Quantity quantity : wanted.quantities()) {
                Observation.Readings read = observations.getFirst().readings().get(quantity.formula());
                problem = read != null && problem.isEmpty() ? read.problem() : problem;
                if (read != null && Arrays.stream(read.values()).anyMatch(Double::isFinite)) {
                    values.add(smoothed(read.values(), wanted.movingMean()));
                    names.add(quantity.label());
                }
            }
        }
        for (int i : wanted.kind() == BoardChart.Kind.FORMULA
                ? List.<Integer>of()
                : chosen(wanted, wanted.kind() == BoardChart.Kind.BUSY)) {
            values.add(smoothed(switch (wanted.kind()) {
                case OUTPUT -> rates(samples, i, hours);
                case BUSY -> busy(samples, i);
                default -> samples.stream().mapToDouble(s -> s.contents()[i]).toArray();
            }, wanted.movingMean()));
            names.add(name(i));
        }
        if (values.isEmpty()) {
            return new Chart(problem.isEmpty() ? wanted.title() : wanted.title() + ": " + problem, "hours", unit, List.of(), List.of());
        }
        List<Chart.Series> series = new ArrayList<>();
        if (wanted.series() == BoardChart.Series.EACH) {
            for (int i = 0; i < Math.min(MAX_SERIES, values.size()); i++) {
                addCourse(series, names.get(i), colour(i), hours, values.get(i), wanted.movingMean() == 1);
            }
        } else {
            double sign = wanted.series() == BoardChart.Series.SUM ? 1 : -1;
            double[] together = values.getFirst().clone();
            for (double[] other : values.subList(1, values.size())) {
                for (int k = 0; k < together.length; k++) {
                    together[k] += sign * other[k];
                }
            }
            addCourse(series, "", colour(0), hours, together, wanted.movingMean() == 1);
        }
        warmUp(series);
        return Chart.of(problem.isEmpty() ? wanted.title() : wanted.title() + ": " + problem, "hours", unit, series);
    }

    /** What has been in its colour, over what is still to come. */
    private void addCourse(List<Chart.Series> series, String name, String colour, double[] hours, double[] values, boolean stairs) {
        if (!isWhole && until + 1 < hours.length) {
            series.addFirst(new Chart.Curve("", PALE, Arrays.copyOfRange(hours, until, hours.length),
                    Arrays.copyOfRange(values, until, values.length), stairs));
        }
        int there = isWhole ? hours.length : Math.min(hours.length, until + 1);
        series.add(new Chart.Curve(name, colour, Arrays.copyOf(hours, there), Arrays.copyOf(values, there), stairs));
    }

    /** Whether all is there that the chart needs. */
    public boolean has(BoardChart wanted) {
        return observations.getFirst().readings().keySet()
                .containsAll(wanted.quantities().stream().map(BoardChart.Quantity::formula).toList());
    }

    private void warmUp(List<Chart.Series> series) {
        double hours = study.plan().warmUp().inBaseUnit() / 3600;
        if (hours > 0) {
            series.add(new Chart.Mark("warm-up", "#5C676C", hours, true));
        }
    }

    /** Pieces an hour within each step; counts begin anew when the warm-up is over. */
    private static double[] rates(List<Sample> samples, int index, double[] hours) {
        double[] rates = new double[hours.length];
        for (int k = 1; k < rates.length; k++) {
            long now = samples.get(k).done()[index];
            long before = samples.get(k - 1).done()[index];
            double pieces = now >= before ? now - before : now;
            rates[k] = hours[k] > hours[k - 1] ? pieces / (hours[k] - hours[k - 1]) : 0;
        }
        return rates;
    }

    /** Per cent of the places that were busy within each step. */
    private static double[] busy(List<Sample> samples, int index) {
        double[] shares = new double[samples.size()];
        for (int k = 1; k < shares.length; k++) {
            double[] now = samples.get(k).timeIn()[index];
            double[] before = samples.get(k - 1).timeIn()[index];
            double all = 0;
            double active = 0;
            for (EquipmentState state : EquipmentState.values()) {
                double time = now[state.ordinal()] - before[state.ordinal()];
                // counts begin anew when the warm-up is over
                double passed = time >= 0 ? time : now[state.ordinal()];
                all += passed;
                active += state.isBusy() ? passed : 0;
            }
            shares[k] = all > 0 ? 100 * active / all : 0;
        }
        return shares;
    }

    /** The mean of so many values up to each, of those that are there. */
    private static double[] smoothed(double[] values, int over) {
        double[] means = new double[values.length];
        double sum = 0;
        int there = 0;
        for (int i = 0; i < values.length; i++) {
            if (Double.isFinite(values[i])) {
                sum += values[i];
                there++;
            }
            if (i >= over && Double.isFinite(values[i - over])) {
                sum -= values[i - over];
                there--;
            }
            means[i] = there == 0 ? Double.NaN : sum / there;
        }
        return means;
    }

    private Chart leadTimes(BoardChart wanted) {
        double[] seconds = journeys()
                .filter(j -> wanted.elements().isEmpty() || wanted.elements().contains(study.pieceTypes().get(j.type()).name()))
                .mapToDouble(j -> j.leadNanos() / 1e9).sorted().toArray();
        if (seconds.length == 0) {
            return Chart.of(title(wanted), "lead time", "pieces", List.of());
        }
        Scale scale = Scale.of("s", seconds[seconds.length / 2]);
        double[] values = Arrays.stream(seconds).map(v -> v * scale.factor()).toArray();
        Axis axis = Axis.over(values[0], values[values.length - 1], CLASSES);
        int count = (int) Math.max(1, Math.round((axis.to() - axis.from()) / axis.step()));
        double[] edges = new double[count + 1];
        double[] counts = new double[count];
        for (int i = 0; i <= count; i++) {
            edges[i] = axis.from() + i * axis.step();
        }
        for (double value : values) {
            counts[Math.clamp((int) ((value - axis.from()) / axis.step()), 0, count - 1)]++;
        }
        List<Chart.Series> series = new ArrayList<>(List.of(new Chart.Histogram("", colour(0), edges, counts)));
        for (int percent : new int[] {50, 95}) {
            double at = values[Math.min(values.length - 1, (int) (percent / 100.0 * values.length))];
            series.add(new Chart.Mark((percent == 50 ? "half below " : percent + " % below ") + FigureText.of(at), "#A8341F", at, true));
        }
        return Chart.of(title(wanted), "lead time, " + scale.unit(), "pieces", series);
    }

    private Chart mix(BoardChart wanted) {
        double[] counts = new double[study.pieceTypes().size()];
        journeys().forEach(j -> counts[j.type()]++);
        double all = Arrays.stream(counts).sum();
        List<Integer> there = IntStream.range(0, counts.length).boxed().filter(t -> counts[t] > 0).toList();
        return new Chart(title(wanted), "", "% of what leaves",
                List.of(new Chart.Bars("", colour(0), there.stream().mapToDouble(t -> 100 * counts[t] / all).toArray())),
                there.stream().map(t -> study.pieceTypes().get(t).name()).toList());
    }

    /** Which station or crew was the limit when: a line at its place, as long as it was. */
    private Chart limit(BoardChart wanted) {
        List<Integer> participants = shifting.ranked().stream().limit(MAX_SERIES).toList();
        List<Chart.Series> series = new ArrayList<>();
        for (int k = 0; k < participants.size(); k++) {
            List<Double> xs = new ArrayList<>();
            List<Double> ys = new ArrayList<>();
            List<Double> lateXs = new ArrayList<>();
            List<Double> lateYs = new ArrayList<>();
            double now = isWhole ? Double.POSITIVE_INFINITY : last().timeNanos() / 3.6e12;
            for (Shifting.Span span : shifting.spans()) {
                double place = span.participant() == participants.get(k) ? participants.size() - k : Double.NaN;
                double from = span.fromNanos() / 3.6e12;
                double to = span.toNanos() / 3.6e12;
                xs.addAll(List.of(Math.min(from, now), Math.min(to, now)));
                ys.addAll(List.of(from < now ? place : Double.NaN, place));
                lateXs.addAll(List.of(Math.max(from, now), Math.max(to, now)));
                lateYs.addAll(List.of(to > now ? place : Double.NaN, place));
            }
            if (!isWhole) {
                series.addFirst(new Chart.Spans("", PALE, array(lateXs), array(lateYs)));
            }
            series.add(new Chart.Spans(name(participants.get(k)), colour(k), array(xs), array(ys)));
        }
        return Chart.of(wanted.title(), "hours", "", series);
    }

    private static double[] array(List<Double> values) {
        return values.stream().mapToDouble(d -> d).toArray();
    }

    /** The part of journeys that took longest, longest first. */
    public static List<Diary.Journey> slowest(List<Diary.Journey> journeys, double part) {
        return journeys.stream().sorted(Comparator.comparingLong(Diary.Journey::leadNanos).reversed())
                .limit((long) Math.ceil(part * journeys.size())).toList();
    }
}
