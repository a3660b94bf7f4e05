package rhombic.insight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import rhombic.chance.DistributionText;
import rhombic.chart.Chart;
import rhombic.experiment.Archive;
import rhombic.experiment.Experiment;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Observation;
import rhombic.experiment.Preparation;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.experiment.Verdict;
import rhombic.measure.Diary;
import rhombic.quantity.Quantity;
import rhombic.study.BoardChart;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Candidate;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.StudyException;
import rhombic.validation.LimitLines;
import rhombic.validation.Lines;

/** What the figures say, where it can be told by hand. */
class DiagnosisTest {
    private final Study line = new Lines()
            .chain(onDemand("In"), station("A", 1, 0, "40 s"), Lines.buffer("Store", 8), station("B", 1, 0, "60 s"),
                    station("C", 1, 2, "50 s"), goodsOut("Out"))
            .study(20, 1, 3);

    private static Diary.Period period(int participant, long from, long to) {
        return new Diary.Period(participant, from, to);
    }

    @Test
    void theLongestActivePeriodIsTheLimitAndOverlapsAreShared() {
        Study two = new Lines().chain(onDemand("In"), station("A", 1, 0, "40 s"), station("B", 1, 0, "60 s"), goodsOut("Out")).study(1, 0,
                1);
        Observation made = Observation.of(two, 1, () -> false);
        long hour = 3_600_000_000_000L;
        // A from 0 to 0.5 h, B from 0.4 h to 1 h: the limit shifts from A to B between 0.4 h and 0.5 h
        Observation observation = new Observation(UnfoldedStudy.of(two), made.figures(),
                List.of(period(1, 0, hour / 2), period(2, hour * 4 / 10, hour)),
                made.samples(), List.of(), Map.of());
        Shifting shifting = Shifting.of(List.of(observation));
        assertEquals(0.4, shifting.sole()[1], 1e-9);
        assertEquals(0.5, shifting.sole()[2], 1e-9);
        assertEquals(0.1, shifting.shifting()[1], 1e-9);
        assertEquals(0.1, shifting.shifting()[2], 1e-9);
        assertEquals(List.of(2, 1), shifting.ranked());
        assertEquals(1800, shifting.meanActiveSeconds()[1], 1e-6);
    }

    @Test
    void aStationThatNeverWaitsIsOneActivePeriod() {
        Observation observation = Observation.of(line, 1, () -> false);
        List<Diary.Period> ofB = observation.active().stream().filter(p -> p.participant() == 3).toList();
        assertEquals(1, ofB.size(), "its next piece comes in the instant in which it gives the last");
        assertEquals(40_000_000_000L, ofB.getFirst().fromNanos());
        assertEquals(Observation.MAX_STEPS + 1, observation.samples().size());
        assertEquals(observation.figures().equipment().get(3).share(EquipmentState.WORKING), 1, 1e-9);
    }

    @Test
    void aLinkThatLimitsBlamesNeitherOfItsEnds() {
        Study link = new Lines().chain(onDemand("In"), station("A", 1, 0, "20 s")).chain(station("B", 1, 5, "20 s"), goodsOut("Out"))
                .link(new Link("A", "B").withTravel(new Travel.InTime(Lines.time("120 s"), 2))).study(10, 1, 1);
        Diagnosis diagnosis = LimitLines.diagnosis(link);
        Finding limit = diagnosis.limit().orElseThrow();
        assertEquals("Limited by the link from A to B: no more than 2 may be on the way", limit.text());
        assertEquals("", limit.subject());
        assertTrue(limit.trialNote().isEmpty(), "a second place at A brings nothing");
        assertTrue(diagnosis.findings().stream().noneMatch(f -> f.kind() == Finding.Kind.LOSS), "that A is blocked costs nothing");
    }

    @Test
    void leverageGainsWhatTheTimesSay() {
        Leverage leverage = Leverage.of(line, "throughput");
        try (LocalEngine engine = new LocalEngine(2)) {
            List<Leverage.Gain> gains = leverage
                    .gains(new Experiment(leverage.variants(), line.comparison(), engine, Archive.inMemory()).run(2,
                            Experiment.Listener.NONE, () -> false));
            // B with two places: C limits, 72 an hour; B a tenth faster: 66.7 an hour; nothing else is the limit
            assertEquals("B: one more place", gains.get(0).trial().text());
            assertEquals(12, gains.get(0).verdict().difference().mean(), 0.1);
            assertEquals("B: times \u221210 %", gains.get(1).trial().text());
            assertEquals(60 / 0.9 - 60, gains.get(1).verdict().difference().mean(), 0.1);
            assertTrue(gains.subList(2, gains.size()).stream().allMatch(gain -> gain.verdict().kind() == Verdict.Kind.ALIKE),
                    gains::toString);
        }
    }

    @Test
    void leverageOfRepairIsWhatTheAvailabilitySays() {
        // up 40 min of work, down 20 min: two thirds of 72 an hour; with half the repair time four fifths of 72; C works 62 s at most 58
        FailureMode mode = FailureMode.of("jam", new UpTime.After(Lines.time("40 min"), UpTime.Clock.WORKING), Lines.time("20 min"));
        Study failing = new Lines().chain(onDemand("In"), station("A", 1, 0, "50 s"), goodsOut("Out")).study(100, 0, 1).changed("A",
                e -> e.with(e.basics().withDuty(e.basics().duty().withFailures(List.of(mode)))));
        Leverage leverage = Leverage.of(failing, "throughput");
        try (LocalEngine engine = new LocalEngine(2)) {
            List<Leverage.Gain> gains = leverage
                    .gains(new Experiment(leverage.variants(), failing.comparison(), engine, Archive.inMemory()).run(2,
                            Experiment.Listener.NONE, () -> false));
            Map<String, Double> byName = new HashMap<>();
            gains.forEach(gain -> byName.put(gain.trial().text(), gain.verdict().difference().mean()));
            assertEquals(72 * (0.8 - 2 / 3.0), byName.get("A: half the repair time of jam"), 0.2);
            assertEquals(72 / 0.9 * 2 / 3.0 - 48, byName.get("A: times \u221210 %"), 0.2);
        }
    }

    @Test
    void growthStandstillsLossesAndBuffersAreTold() {
        Study over = new Lines()
                .chain(Lines.arrivals("In", "30 s", 1), Lines.buffer("Store", -1), station("A", 1, 0, "60 s"), goodsOut("Out"))
                .study(10, 0, 4);
        Diagnosis growing = LimitLines.diagnosis(over);
        assertEquals("A", growing.limit().orElseThrow().subject());
        Finding growth = of(growing, Finding.Kind.GROWTH);
        assertEquals("Store", growth.subject());
        assertTrue(growth.text().contains("50 %") && growth.text().contains("60.1 pieces"), growth.text());

        Study stuck = new Lines().chain(onDemand("In"), station("A", 1, 0, "40 s"), station("B", 1, 0, "60 s")).link("B", "A").study(10, 0,
                4);
        assertTrue(of(LimitLines.diagnosis(stuck), Finding.Kind.DEADLOCK).text().contains("A waits for room at B"));

        Diagnosis full = LimitLines.diagnosis(line.withPlan(line.plan().withReplications(4)));
        Finding buffer = of(full, Finding.Kind.BUFFER);
        assertTrue(buffer.text().startsWith("Store is full 100 % of the time"), buffer.text());
        assertEquals(Candidate.Aspect.CAPACITY, buffer.trialNote().orElseThrow().aspect());
        assertTrue(full.findings().stream().anyMatch(f -> f.text().contains("Store was never empty")), full.findings()::toString);

        FailureMode mode = FailureMode.of("jam", new UpTime.After(Lines.time("45 min"), UpTime.Clock.WORKING), Lines.time("15 min"));
        Study failing = new Lines().chain(onDemand("In"), station("A", 1, 0, "60 s"), goodsOut("Out")).study(100, 0, 4).changed("A",
                e -> e.with(e.basics().withDuty(e.basics().duty().withFailures(List.of(mode)))));
        Finding loss = of(LimitLines.diagnosis(failing), Finding.Kind.LOSS);
        assertTrue(loss.text().startsWith("A does not work 25 % of the time") && loss.text().contains("15 pieces/h"), loss.text());
    }

    /** One in ten pieces comes to it: what it loses is of its own 60 an hour, not of the 600 of the plant. */
    @Test
    void aLossIsOfWhatThePlaceItselfMakes() {
        FailureMode mode = FailureMode.of("jam", new UpTime.After(Lines.time("45 min"), UpTime.Clock.WORKING), Lines.time("15 min"));
        Study failing = new Lines().chain(onDemand("In")).chain(station("A", 1, 5, "60 s"), goodsOut("Out"))
                .chain(station("B", 1, 5, "1 s"))
                .link("In", "A", 10).link("In", "B", 90).link("B", "Out").study(100, 0, 4)
                .changed("A", e -> e.with(e.basics().withDuty(e.basics().duty().withFailures(List.of(mode)))));
        Finding loss = of(LimitLines.diagnosis(failing), Finding.Kind.LOSS);
        Matcher told = Pattern.compile("A does not work (\\d+) % of the time, which costs up to ([0-9.]+) pieces/h").matcher(loss.text());
        assertTrue(told.matches(), loss.text());
        assertEquals(60 * Double.parseDouble(told.group(1)) / 100, Double.parseDouble(told.group(2)), 1, loss.text());
    }

    private static Finding of(Diagnosis diagnosis, Finding.Kind kind) {
        return diagnosis.findings().stream().filter(f -> f.kind() == kind).findFirst()
                .orElseThrow(() -> new AssertionError("nothing on " + kind + " in " + diagnosis.findings()));
    }

    @Test
    void theWarmUpIsCutWhereTheSeriesHasSettled() {
        Random random = new Random(5);
        double[] series = new double[400];
        for (int i = 0; i < series.length; i++) {
            series[i] = (i < 80 ? i / 80.0 * 50 : 50) + random.nextGaussian();
        }
        int cut = WarmUp.cut(series).orElseThrow();
        assertTrue(cut >= 65 && cut <= 95, () -> "cut " + cut);
        double[] rising = new double[400];
        for (int i = 0; i < rising.length; i++) {
            rising[i] = i * i / 100.0;
        }
        assertEquals(OptionalInt.empty(), WarmUp.cut(rising), "it does not settle");
        double[] flat = new double[400];
        Arrays.fill(flat, 7);
        assertEquals(OptionalInt.of(0), WarmUp.cut(flat));
    }

    @Test
    void aMissingWarmUpIsPointedOut() {
        // 200 places fill up slowly: nothing leaves for the first 2 h
        Study slow = new Lines()
                .chain(Lines.arrivals("In", "exponential(60 s)", 1), station("A", 300, 0, "triangular(110 min, 120 min, 130 min)"),
                        goodsOut("Out"))
                .study(20, 0, 4);
        assertTrue(of(LimitLines.diagnosis(slow), Finding.Kind.WARM_UP).text().contains("too short"));
        Study cut = slow.withPlan(slow.plan().withWarmUp(Quantity.hours(4)));
        assertFalse(LimitLines.diagnosis(cut).findings().stream().anyMatch(f -> f.kind() == Finding.Kind.WARM_UP));
    }

    @Test
    void theBoardDrawsWhatTheRunsShow() {
        List<Observation> observations = List.of(Observation.of(line, 1, () -> false));
        Board board = new Board(observations);
        List<Chart> charts = new ArrayList<>();
        for (BoardChart.Kind kind : BoardChart.Kind.values()) {
            if (kind != BoardChart.Kind.FORMULA) {
                charts.add(board.of(new BoardChart(kind.word(), kind, List.of(), BoardChart.Series.EACH, 1, false)));
            }
        }
        assertTrue(charts.stream().allMatch(chart -> chart.rows().size() > 1 && !chart.drawn(400, 220).marks().isEmpty()));
        Chart store = board
                .of(new BoardChart("Store", BoardChart.Kind.CONTENT, List.of("Store"), BoardChart.Series.EACH, 1, false));
        assertEquals("8.0", store.rows().get(300).get(2), "full from soon on");
        Chart busy = board
                .of(new BoardChart("Busy", BoardChart.Kind.BUSY, List.of("A", "B"), BoardChart.Series.DIFFERENCE, 200, false));
        assertEquals(200 / 3.0 - 100, Double.parseDouble(busy.rows().get(401).get(2)), 1, "A is busy two thirds of the time, B always");
        Chart output = board
                .of(new BoardChart("Out", BoardChart.Kind.OUTPUT, List.of("Out"), BoardChart.Series.EACH, 100, false));
        assertEquals(60, Double.parseDouble(output.rows().get(401).get(2)), 1);
    }

    @Test
    void linksAndToolsThatBreakAreToldWithWhatCouldBeTried() {
        FailureMode jam = FailureMode.of("jam", new UpTime.After(DistributionText.parse("45 min"), UpTime.Clock.CALENDAR),
                DistributionText.parse("15 min"));
        Study failing = line.withLinks(line.links().stream().map(l -> l.from().equals("Store")
                ? l.withTravel(new Travel.InTime(DistributionText.parse("30 s"), 0)).withFailures(List.of(jam))
                : l).toList());
        Finding loss = LimitLines.diagnosis(failing).findings().stream()
                .filter(f -> f.kind() == Finding.Kind.LOSS && f.subject().equals("Store")).findFirst().orElseThrow();
        assertTrue(loss.text().startsWith("The way from Store to ") && loss.text().endsWith(" is down 25 % of the time by jam"),
                loss.text());
        Study better = loss.trialNote().orElseThrow().changes().applyTo(failing);
        assertEquals("7.5 min", better.linksFrom("Store").getFirst().failures().getFirst().down().toString());
        assertTrue(Trial.all(failing).stream().anyMatch(t -> t.text().contains("half the repair time of jam on the way to")));
    }

    @Test
    void anyQuantityIsReadOffTheRunStepByStep() {
        List<String> formulas = List.of("at('Store').content + at('B').waiting + at('B').busy", "here.inside - at('Store').content",
                "at('B').busy == 1 && clock.hours > 1", "at('Nowhere').content");
        Observation observation = Observation.of(line, 1, formulas, new Preparation(), () -> false);
        Board board = new Board(List.of(observation));
        BoardChart chart = new BoardChart("Q", BoardChart.Kind.FORMULA, formulas.subList(0, 3), BoardChart.Series.EACH, 1, false);
        assertTrue(board.has(chart));
        List<List<String>> rows = board.of(chart).rows();
        int steps = observation.samples().size();
        for (int k : new int[] {0, 57, 300, 400}) {
            int store = observation.samples().get(k).contents()[indexOf("Store")];
            int b = observation.samples().get(k).contents()[indexOf("B")];
            double first = Double.parseDouble(rows.get(1 + k).get(2));
            assertTrue(first >= store && first <= store + b, "what waits and is worked on is in the station: " + first);
            assertEquals(observation.samples().get(k).inside() - store, Double.parseDouble(rows.get(1 + steps + k).get(2)), 0);
        }
        assertEquals("1.0", rows.get(1 + 2 * steps + 300).get(2), "yes is 1");
        assertEquals("0.0", rows.get(1 + 2 * steps).get(2), "no is 0");
        BoardChart lost = chart.withElements(List.of("at('Nowhere').content"));
        assertTrue(board.of(lost).title().contains("There is no equipment \u201cNowhere\u201d"), board.of(lost).title());
        assertFalse(board.has(chart.withElements(List.of("here.out"))), "it was not read off");
        Observation without = Observation.of(line, 1, () -> false);
        assertEquals(without.figures().events(), observation.figures().events(), "reading changes nothing of the run");
        assertEquals(without.figures().lead(), observation.figures().lead());
        assertThrows(StudyException.class, () -> chart.withElements(List.of("at('Store').content +")));
    }

    private int indexOf(String name) {
        return line.elements().stream().map(e -> e.name()).toList().indexOf(name);
    }

    @Test
    void journeysAddUpAndTheSlowestComeFirst() {
        Observation observation = Observation.of(line, 1, () -> false);
        assertEquals(observation.figures().out(),
                observation.journeys().stream().filter(j -> j.leftNanos() > line.plan().warmUp().nanos()).count());
        for (Diary.Journey journey : observation.journeys()) {
            assertTrue(journey.waitNanos() >= 0 && journey.workNanos() == 150_000_000_000L, journey::toString);
        }
        List<Diary.Journey> slow = Board.slowest(observation.journeys(), 0.05);
        assertEquals((int) Math.ceil(observation.journeys().size() * 0.05), slow.size());
        assertTrue(slow.getFirst().leadNanos() >= slow.getLast().leadNanos());
    }

    @Test
    void heatIsAgainstTheMostOrAsAShare() {
        try (LocalEngine engine = new LocalEngine(1)) {
            Summary summary = Summary.of(line, engine, RunListener.NONE, () -> false);
            assertEquals(1, Heat.WAITING.of(summary).get("Store"), 1e-9);
            assertEquals(1, Heat.BUSY.of(summary).get("B"), 1e-6);
            assertEquals(2 / 3.0, Heat.BUSY.of(summary).get("A"), 0.01);
            assertTrue(Heat.NONE.of(summary).isEmpty());
        }
    }
}
