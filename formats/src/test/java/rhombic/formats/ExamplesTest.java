package rhombic.formats;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.experiment.Archive;
import rhombic.experiment.Experiment;
import rhombic.experiment.Interval;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Sheet;
import rhombic.experiment.Summary;
import rhombic.experiment.Variant;
import rhombic.formats.study.StudyReader;
import rhombic.insight.Limit;
import rhombic.measure.ModeFigures;
import rhombic.measure.RunFigures;
import rhombic.study.Study;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;

/** The example studies of lines that ship with the program, against what theory says of them. */
class ExamplesTest extends Examples {
    /**
     * Each works all the time, at 5 min times a factor, 7 % sent back at 1.3 times as often as they fail: so each piece takes
     * 1 + 1.3 · 0.07 / 0.93 times as long, and the four together finish the sum of their rates.
     */
    @Test
    void fourAssemblersFinishWhatTheirTimesAndTheReworkAllow() throws Exception {
        Summary summary = run(open("examples/four-assemblers"));
        double again = 1 + 1.3 * 0.07 / 0.93;
        double perHour = (1 / 0.8 + 1 + 1 / 1.2 + 1 / 1.4) * 12 / again;
        agrees(summary, perHour, 0.01, RunFigures::throughputPerHour, "throughput");
        for (int person = 0; person < 4; person++) {
            int at = person;
            summary.runs().forEach(run -> assertEquals(1, run.crews().getFirst().people().get(at).share(PersonState.WORKING), 0.001));
        }
        agrees(summary, 1 / 0.93, 0.01, run -> (double) named(run, "Assembly").out() / run.out(), "works on each piece");
        assertEquals("Assembler", Limit.of(summary).orElseThrow().subject(), "its people limit it");
    }

    /**
     * Orders go to the first area with a free packer, are sent off when all thirty are busy: the areas together are Erlang's loss
     * system, and the first ten, and the first twenty, are loss systems too (what overflows does not come back).
     */
    @Test
    void thirtyPackersFillOneAreaAfterTheOther() throws Exception {
        Summary summary = run(open("examples/thirty-packers"));
        double offered = 180 / 7.5;
        double first = offered * (1 - erlangB(offered, 10));
        double second = offered * (1 - erlangB(offered, 20)) - first;
        agrees(summary, erlangB(offered, 30), 0.06, RunFigures::lossShare, "sent off");
        agrees(summary, first / 10, 0.01, run -> run.crews().get(0).utilisation(), "first area busy");
        agrees(summary, second / 10, 0.01, run -> run.crews().get(1).utilisation(), "second area busy");
    }

    /** Erlang B by its recursion. */
    private static double erlangB(double offered, int servers) {
        double b = 1;
        for (int i = 1; i <= servers; i++) {
            b = offered * b / (i + offered * b);
        }
        return b;
    }

    /** A mode in working time is down for its working time times MTTR / MTBF; one in calendar time for 3 % of its up and down time. */
    @Test
    void fourStationsAreDownAsTheirModesSay() throws Exception {
        Summary summary = run(open("examples/four-stations-that-fail"));
        String[] names = {"Milling", "Drilling", "Washing", "Gauging"};
        for (int i = 0; i < names.length; i++) {
            String name = names[i];
            double mttr = 4 + i;
            double mtbf = 60 + 10 * i;
            agrees(summary, mttr / mtbf, 0.08, run -> mode(run, name, 0).repairShare() / named(run, name).share(EquipmentState.WORKING),
                    name + " tool repair for each hour of work");
            agrees(summary, 0.03 / 0.97, 0.12, run -> mode(run, name, 1).downShare() / (1 - mode(run, name, 1).downShare()),
                    name + " control");
        }
    }

    private static ModeFigures mode(RunFigures run, String name, int mode) {
        return named(run, name).modes().get(mode);
    }

    /** The question of the heat-pump line: brazing limits it; with a third station and brazer the leak test does. */
    @Test
    void theHeatPumpLineIsLimitedByBrazingAndThenByTheLeakTest() throws Exception {
        Study line = open("heat-pump-line");
        line = line.withPlan(line.plan().withReplications(10));
        Summary before = run(line);
        assertTrue(Limit.of(before).orElseThrow().text().startsWith("Limited by Brazing 1"), Limit.of(before).orElseThrow().text());
        Station third = (Station) line.find("Brazing 2").orElseThrow().named("Brazing 3").placed(Placement.at(-5, -1));
        Study relieved = line.with(third.with(third.basics().withId("Brazing 3"))).linked("Frame buffer", "Brazing 3")
                .linked("Brazing 3", "Brazing 2 conveyor").changed("Brazer", e -> ((Crew) e).withPeople(3));
        Summary after = run(relieved);
        assertEquals("Leak test", Limit.of(after).orElseThrow().subject(), Limit.of(after).orElseThrow().text());
        assertTrue(Interval.of(after.runs().stream().mapToDouble(RunFigures::throughputPerHour).toArray()).mean() > 33);
        assertTrue(Interval.of(before.runs().stream().mapToDouble(RunFigures::throughputPerHour).toArray()).mean() < 30);
    }

    @Test
    void pairedDifferencesAreNarrower() throws Exception {
        Study demo = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
        List<Variant> two = Variant.alternatives(demo).stream().filter(v -> v.isBase() || v.name().equals("Frame buffer for twelve"))
                .toList();
        try (LocalEngine engine = new LocalEngine(2)) {
            Sheet sheet = new Experiment(two, demo.comparison(), engine, Archive.inMemory()).run(8, Experiment.Listener.NONE, () -> false);
            Interval base = sheet.interval(two.getFirst(), "throughput");
            Interval other = sheet.interval(two.getLast(), "throughput");
            double paired = Interval.ofDifferences(other, base).halfWidth();
            assertTrue(paired * 5 < Math.hypot(base.halfWidth(), other.halfWidth()), "paired " + paired + ", alone " + base.halfWidth());
        }
    }
}
