package rhombic.formats.results;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import rhombic.experiment.Summary;
import rhombic.formats.table.Csv;
import rhombic.measure.CrewFigures;
import rhombic.measure.FailureFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.SkillFigures;
import rhombic.study.value.PersonState;

/** Writes what people did, what failed, and how many people each hour of the day needed. */
final class PeopleResults {
    private static final int HOURS = 24;

    private PeopleResults() {}

    static void modes(List<ModeFigures> modes, ArrayNode array) {
        for (ModeFigures mode : modes) {
            array.addObject().put("name", mode.name()).put("failures", mode.failures()).put("waitingShare", mode.waitingShare())
                    .put("repairShare", mode.repairShare());
        }
    }

    static void crews(RunFigures run, ObjectNode node) {
        ArrayNode crews = node.putArray("crews");
        for (CrewFigures crew : run.crews()) {
            ObjectNode one = crews.addObject().put("name", crew.name());
            ResultWriter.number(one, "utilisation", crew.utilisation());
            ArrayNode people = one.putArray("people");
            for (PersonFigures person : crew.people()) {
                ObjectNode written = people.addObject().put("name", person.name());
                ResultWriter.number(written, "utilisation", person.utilisation());
                written.put("jobs", person.jobs()).put("metres", person.metres());
                ObjectNode shares = written.putObject("shares");
                for (PersonState state : PersonState.values()) {
                    shares.put(state.word(crew.arePeople()), person.share(state));
                }
            }
        }
        ArrayNode skills = node.putArray("skills");
        for (SkillFigures skill : run.skills()) {
            ObjectNode one = skills.addObject().put("name", skill.name()).put("jobs", skill.jobs());
            ResultWriter.number(one, "waitMean", skill.waitMean());
            ResultWriter.number(one, "waitMedian", skill.response().median());
            ResultWriter.number(one, "wait95", skill.response().p95());
            byHour(one.putArray("neededByHour"), skill.neededByHour());
            byHour(one.putArray("jobsByHour"), skill.jobsByHour());
        }
    }

    private static void byHour(ArrayNode hours, double[] values) {
        for (double value : values) {
            hours.add(Double.isNaN(value) ? null : value);
        }
    }

    static void people(Summary summary, Csv out) throws IOException {
        List<Object> headings = new ArrayList<>(List.of("replication", "crew", "person", "utilisation", "jobs", "walked m"));
        for (PersonState state : PersonState.values()) {
            headings.add(state.word());
        }
        out.printRecord(headings);
        for (RunFigures run : summary.runs()) {
            for (CrewFigures crew : run.crews()) {
                for (PersonFigures person : crew.people()) {
                    List<Object> cells = new ArrayList<>(List.of(run.replication(), crew.name(), person.name(),
                            ResultWriter.cell(person.utilisation()), person.jobs(), person.metres()));
                    for (PersonState state : PersonState.values()) {
                        cells.add(person.share(state));
                    }
                    out.printRecord(cells);
                }
            }
        }
    }

    static void failures(Summary summary, Csv out) throws IOException {
        out.printRecord("replication", "element", "failure", "times", "waiting for repair", "in repair");
        for (RunFigures run : summary.runs()) {
            for (FailureFigures failure : run.failures()) {
                ModeFigures mode = failure.mode();
                out.printRecord(run.replication(), failure.element(), mode.name(), mode.failures(), mode.waitingShare(),
                        mode.repairShare());
            }
        }
    }

    /** People busy on average in each hour of the day, by skill: so many are needed at least. */
    static void staffing(Summary summary, Csv out) throws IOException {
        byHour(summary, out, SkillFigures::neededByHour);
    }

    /** Jobs and trips begun in each hour of the day, by skill: by fleet, crew and cranes too. */
    static void jobs(Summary summary, Csv out) throws IOException {
        byHour(summary, out, SkillFigures::jobsByHour);
    }

    private static void byHour(Summary summary, Csv out, Function<SkillFigures, double[]> figure) throws IOException {
        List<Object> headings = new ArrayList<>(List.of("replication", "skill", "jobs", "wait mean s", "wait median s", "wait 95 % s"));
        for (int hour = 0; hour < HOURS; hour++) {
            headings.add(String.format(Locale.ROOT, "%02d:00", hour));
        }
        out.printRecord(headings);
        for (RunFigures run : summary.runs()) {
            for (SkillFigures skill : run.skills()) {
                List<Object> cells = new ArrayList<>(
                        List.of(run.replication(), skill.name(), skill.jobs(), ResultWriter.cell(skill.waitMean()),
                                ResultWriter.cell(skill.response().median()), ResultWriter.cell(skill.response().p95())));
                for (double value : figure.apply(skill)) {
                    cells.add(ResultWriter.cell(value));
                }
                out.printRecord(cells);
            }
        }
    }
}
