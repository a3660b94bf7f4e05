package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import rhombic.experiment.Summary;
import rhombic.insight.Targets;
import rhombic.measure.CrewFigures;
import rhombic.measure.FailureFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Clock;
import rhombic.study.TargetBand;
import rhombic.study.value.PersonState;

/** Sheets about people, failures, and how many people the hours of the day need. */
final class PeopleSheets {
    private static final String NONE = "\u2013";

    private PeopleSheets() {}

    static ResultSheet people(Summary summary) {
        TargetBand band = summary.study().plan().target();
        List<CrewFigures> crews = summary.runs().isEmpty() ? List.of() : summary.runs().getFirst().crews();
        List<PersonState> shown = Arrays.stream(PersonState.values())
                .filter(state -> summary.runs().stream().flatMap(run -> run.crews().stream()).anyMatch(crew -> crew.share(state) > 0))
                .toList();
        List<ResultSheet.Column> columns = new ArrayList<>(List.of(column("Person", 108), column("Busy", 54), column("Target", 52)));
        int width = shown.isEmpty() ? 60 : Math.min(72, 390 / shown.size());
        shown.forEach(state -> columns.add(column(heading(state), width)));
        columns.addAll(List.of(column("Jobs", 46), column("Way", 58)));
        List<List<String>> rows = new ArrayList<>();
        List<Targets.TargetResult> standings = Targets.of(summary);
        for (int c = 0; c < crews.size(); c++) {
            if (crews.get(c).people().size() > 1) {
                rows.add(all(summary, c, shown));
            }
            for (int p = 0; p < crews.get(c).people().size(); p++) {
                int crew = c;
                int person = p;
                String name = crews.get(c).people().get(p).name();
                String place = crews.get(c).name();
                ToDoubleFunction<ToDoubleFunction<PersonFigures>> mean = figure -> mean(summary,
                        run -> figure.applyAsDouble(run.crews().get(crew).people().get(person)));
                String side = standings.stream().filter(s -> s.subject().equals(place) && s.name().equals(name)).map(s -> s.side())
                        .filter(s -> s == TargetBand.Side.OVER || s == TargetBand.Side.UNDER).map(TargetBand.Side::word).findFirst()
                        .orElse("");
                List<String> cells = new ArrayList<>(List.of(name, percent(mean.applyAsDouble(PersonFigures::utilisation)), side));
                shown.forEach(state -> cells.add(share(mean, state)));
                cells.add(number(mean.applyAsDouble(PersonFigures::jobs)));
                cells.add(String.format(Locale.ROOT, "%.2f km", mean.applyAsDouble(PersonFigures::metres) / 1000));
                rows.add(cells);
            }
        }
        String note = rows.isEmpty()
                ? "There are no people yet. Place a crew from the shelf, under People, and say on a station's card that it needs them."
                : "Busy is of the time on duty, the rest of all time. Target is " + band.min() + " to " + band.max()
                        + ": over or under it, or empty within.";
        return new ResultSheet(note, columns, rows);
    }

    /** Of a crew or fleet as a whole: means over its members, and the sums of their jobs and ways. */
    private static List<String> all(Summary summary, int crew, List<PersonState> shown) {
        ToDoubleFunction<ToDoubleFunction<CrewFigures>> mean = figure -> mean(summary, run -> figure.applyAsDouble(run.crews().get(crew)));
        List<String> cells = new ArrayList<>(List.of("All of " + summary.runs().getFirst().crews().get(crew).name(),
                percent(mean.applyAsDouble(CrewFigures::utilisation)), ""));
        shown.forEach(state -> {
            double share = mean.applyAsDouble(one -> one.share(state));
            cells.add(share == 0 ? "" : percent(share));
        });
        cells.add(number(mean.applyAsDouble(CrewFigures::jobs)));
        cells.add(String.format(Locale.ROOT, "%.2f km", mean.applyAsDouble(CrewFigures::metres) / 1000));
        return cells;
    }

    private static String heading(PersonState state) {
        return switch (state) {
            case WORKING -> "Work";
            case CHANGEOVER -> "Setting";
            case SERVICE -> "Service";
            case REPAIR -> "Repair";
            case CARRYING -> "Carry";
            case WALKING -> "On the way";
            case PICKING_UP -> "Pick up";
            case SETTING_DOWN -> "Set down";
            case STANDING_BY -> "Stand by";
            case WAITING -> "Wait";
            case ON_BREAK -> "Break";
            case OFF_SHIFT -> "Off";
            case DOWN -> "Down";
            case FOR_TRAFFIC -> "Traffic";
            case CHARGING -> "Charge";
            case TO_CHARGE -> "To charge";
            case DRIVING -> "Drive";
            case FOR_DRIVER -> "For driver";
        };
    }

    private static String share(ToDoubleFunction<ToDoubleFunction<PersonFigures>> mean, PersonState state) {
        double share = mean.applyAsDouble(person -> person.share(state));
        return share == 0 ? "" : percent(share);
    }

    static ResultSheet failures(Summary summary) {
        List<ResultSheet.Column> columns = List.of(column("Where", 150), column("Failure", 150), column("Times", 70),
                column("Mean down", 90),
                column("Waiting for repair", 110), column("In repair", 80), column("Lost", 60));
        List<List<String>> rows = new ArrayList<>();
        List<FailureFigures> failures = summary.runs().getFirst().failures();
        for (int i = 0; i < failures.size(); i++) {
            int index = i;
            ToDoubleFunction<ToDoubleFunction<ModeFigures>> mean = figure -> mean(summary,
                    run -> figure.applyAsDouble(run.failures().get(index).mode()));
            double hours = mean(summary, RunFigures::hours);
            double times = mean.applyAsDouble(ModeFigures::failures);
            double down = mean.applyAsDouble(ModeFigures::downShare);
            rows.add(List.of(failures.get(i).element(), failures.get(i).mode().name(), number(times),
                    times == 0 ? NONE : Clock.span(down * failures.get(i).elements() * hours * 3600 / times),
                    percent(mean.applyAsDouble(ModeFigures::waitingShare)), percent(mean.applyAsDouble(ModeFigures::repairShare)),
                    percent(down)));
        }
        return new ResultSheet(rows.isEmpty()
                ? "Nothing breaks down yet. Add a failure on the card of a station, a conveyor or another element."
                : "Means of each failure: how often, how long each time with the wait for repairers, and the share of all time that it takes.",
                columns, rows);
    }

    /** How many people of each skill are busy on average in each hour of the day. */
    static ResultSheet staffing(Summary summary) {
        RunFigures first = summary.runs().getFirst();
        List<Integer> hours = new ArrayList<>();
        for (int hour = 0; hour < 24; hour++) {
            int at = hour;
            if (first.skills().stream().anyMatch(skill -> !Double.isNaN(skill.neededByHour()[at]))) {
                hours.add(hour);
            }
        }
        List<ResultSheet.Column> columns = new ArrayList<>(
                List.of(column("Skill", 100), column("Waited for", 66), column("95 % below", 70)));
        int width = hours.isEmpty() ? 40 : Math.clamp(470 / hours.size(), 20, 60);
        hours.forEach(hour -> columns.add(column(String.format(Locale.ROOT, hours.size() > 14 ? "%02d" : "%02d:00", hour), width)));
        List<List<String>> rows = new ArrayList<>();
        for (int i = 0; i < first.skills().size(); i++) {
            int skill = i;
            if (first.skills().get(i).jobs() == 0 && mean(summary, run -> run.skills().get(skill).jobs()) == 0) {
                continue;
            }
            List<String> cells = new ArrayList<>(
                    List.of(first.skills().get(i).name(), Clock.span(mean(summary, run -> run.skills().get(skill).waitMean())),
                            Clock.span(mean(summary, run -> run.skills().get(skill).response().p95()))));
            for (int hour : hours) {
                double needed = mean(summary, run -> run.skills().get(skill).neededByHour()[hour]);
                cells.add(Double.isNaN(needed) ? NONE : String.format(Locale.ROOT, "%.1f", needed));
            }
            rows.add(cells);
            List<String> jobs = new ArrayList<>(List.of(first.skills().get(i).name() + ", jobs", "", ""));
            for (int hour : hours) {
                double begun = mean(summary, run -> run.skills().get(skill).jobsByHour()[hour]);
                jobs.add(Double.isNaN(begun) ? NONE : String.format(Locale.ROOT, "%.0f", begun));
            }
            rows.add(jobs);
        }
        return new ResultSheet(rows.isEmpty()
                ? "Nobody has been asked for yet."
                : "How many people were busy for each skill, on average, in each hour of the day, walking included: so many are needed at least; and the jobs "
                        + "and trips that were begun in it. "
                        + "Waited for: how long what asked for them waited on average, and 95 % of it less than.",
                columns, rows);
    }

    private static ResultSheet.Column column(String heading, int width) {
        return new ResultSheet.Column(heading, width);
    }

    private static double mean(Summary summary, ToDoubleFunction<RunFigures> figure) {
        return summary.runs().stream().mapToDouble(figure).filter(v -> !Double.isNaN(v)).average().orElse(Double.NaN);
    }

    private static String percent(double share) {
        return Double.isNaN(share) ? NONE : String.format(Locale.ROOT, share < 0.9995 ? "%.1f %%" : "%.0f %%", 100 * share);
    }

    private static String number(double value) {
        return Double.isNaN(value) ? NONE : String.format(Locale.ROOT, Math.abs(value) < 99.95 ? "%.1f" : "%.0f", value);
    }
}
