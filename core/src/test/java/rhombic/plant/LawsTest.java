package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import rhombic.experiment.Interval;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Response;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.Blueprint;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.EquipmentState;
import rhombic.testplants.RandomStudies;
import rhombic.validation.Lines;

/** Laws that hold for every run of a line, or for every plant, whatever was drawn. */
class LawsTest {
    private static final List<String> MEANS = List.of("20 s", "35 s", "50 s", "80 s");

    /** A line of one to five stations in a row, for a plan of eight hours. */
    private record Tandem(List<String> times, List<Integer> rooms, List<Integer> places) {
        static Tandem of(long seed) {
            Random random = new Random(seed);
            int stations = 1 + random.nextInt(5);
            List<String> times = new ArrayList<>();
            List<Integer> rooms = new ArrayList<>();
            List<Integer> places = new ArrayList<>();
            for (int i = 0; i < stations; i++) {
                times.add("exponential(" + MEANS.get(random.nextInt(MEANS.size())) + ")");
                rooms.add(random.nextInt(4));
                places.add(1 + random.nextInt(2));
            }
            return new Tandem(times, rooms, places);
        }

        Study fed(PlantElement source) {
            List<PlantElement> elements = new ArrayList<>(List.of(source));
            for (int i = 0; i < times.size(); i++) {
                elements.add(station("S" + i, places.get(i), rooms.get(i), times.get(i)));
            }
            elements.add(goodsOut("Out"));
            return new Lines().chain(elements.toArray(PlantElement[]::new)).study(8, 0, 1);
        }

        Tandem with(int at, int room) {
            List<Integer> changed = new ArrayList<>(rooms);
            changed.set(at, room);
            return new Tandem(times, changed, places);
        }

        Tandem singlePlaces() {
            return new Tandem(times, rooms, Collections.nCopies(times.size(), 1));
        }
    }

    /** Little (1961), on the path: where all that came has gone, content × time is exactly the sum of the stays. */
    @Property(tries = 60, seed = "20261123")
    void contentTimesTimeIsTheSumOfAllStays(@ForAll long seed, @ForAll @IntRange(min = 1, max = 60) int pieces) {
        RunFigures run = Runs.of(Tandem.of(seed).fed(stock("In", "Piece", pieces)));
        assertEquals(pieces, run.out(), "eight hours are enough for all");
        for (EquipmentFigures e : run.equipment()) {
            assertEquals(e.contentMean() * run.hours() * 3600, e.out() * e.stay().mean(), 1e-6, e.name());
        }
        assertEquals(run.insideMean() * run.hours() * 3600, pieces * run.lead().mean(), 1e-6);
    }

    /** Utilisation law: the time spent working is the work there was. */
    @Property(tries = 60, seed = "20261123")
    void timeSpentWorkingIsTheWorkThatThereWas(@ForAll long seed, @ForAll @IntRange(min = 1, max = 60) int pieces) {
        RunFigures run = Runs.of(Tandem.of(seed).fed(stock("In", "Piece", pieces)));
        double worked = 0;
        for (PlantElement element : Tandem.of(seed).fed(stock("In", "Piece", pieces)).elements()) {
            if (element instanceof Station station) {
                worked += at(run, station.name()).share(EquipmentState.WORKING) * station.work().places() * run.hours() * 3600;
            }
        }
        assertEquals(pieces * run.types().getFirst().workMean(), worked, 1e-6);
        var type = run.types().getFirst();
        assertEquals(type.lead().mean(), type.workMean() + type.waitMean() + type.blockedMean(), 1e-9);
    }

    /** Tsoucas and Walrand (1989): with the same draws, more room in a line never lowers what it makes. */
    @Property(tries = 60, seed = "20261123")
    void moreRoomNeverLowersWhatALineMakes(@ForAll long seed, @ForAll @IntRange(min = 0, max = 4) int where) {
        Tandem tandem = Tandem.of(seed).singlePlaces();
        int at = where % tandem.rooms.size();
        long before = Runs.of(tandem.fed(onDemand("In"))).out();
        long after = Runs.of(tandem.with(at, tandem.rooms.get(at) + 1).fed(onDemand("In"))).out();
        assertTrue(after >= before, () -> "with more room " + after + ", with less " + before);
    }

    /** All times twice as long in twice the time: the same run, at half the rate. */
    @Property(tries = 40, seed = "20261123")
    void aPlantHasNoClockOfItsOwn(@ForAll long seed) {
        Tandem slow = Tandem.of(seed);
        List<String> doubled = slow.times.stream().map(time -> "exponential(" + 2 * Integer.parseInt(time.replaceAll("\\D", "")) + " s)")
                .toList();
        Study study = slow.fed(onDemand("In"));
        Study twice = new Tandem(doubled, slow.rooms, slow.places).fed(onDemand("In"));
        RunFigures once = Runs.of(study);
        RunFigures slower = Runs.of(twice.withPlan(twice.plan().withLength(Quantity.hours(16))));
        assertEquals(once.out(), slower.out());
        for (int i = 0; i < once.equipment().size(); i++) {
            EquipmentFigures a = once.equipment().get(i);
            EquipmentFigures b = slower.equipment().get(i);
            assertEquals(a.in(), b.in(), a.name());
            assertEquals(a.contentMean(), b.contentMean(), 1e-6, a.name());
            assertEquals(2 * a.stay().mean(), b.stay().mean(), 1e-6, a.name());
            assertEquals(a.share(EquipmentState.BLOCKED), b.share(EquipmentState.BLOCKED), 1e-6, a.name());
        }
    }

    /** Randomness belongs to its place: what stands beside the line changes nothing in it. */
    @Property(tries = 40, seed = "20261123")
    void whatIsAddedBesideALineLeavesItAlone(@ForAll long seed) {
        Study study = Tandem.of(seed).fed(onDemand("In"));
        Study more = study.with(stock("Other in", "Piece", 500)).with(station("Other", 3, 9, "exponential(40 s)"))
                .with(goodsOut("Other out"))
                .linked("Other in", "Other").linked("Other", "Other out");
        List<EquipmentFigures> with = Runs.of(more).equipment();
        assertEquals(Runs.of(study).equipment(), with.subList(0, study.elements().size()));
        assertTrue(with.getLast().in() > 0);
    }

    /** In which order the study lists elements is of no account. */
    @Property(tries = 40, seed = "20261123")
    void theOrderOfTheListDoesNotMatter(@ForAll long seed) {
        Study study = Tandem.of(seed).fed(onDemand("In"));
        List<PlantElement> elements = new ArrayList<>(study.elements());
        List<Link> links = new ArrayList<>(study.links());
        Collections.shuffle(elements, new Random(seed));
        Collections.shuffle(links, new Random(seed));
        Study shuffled = new Study(study.name(), study.plan(), study.pieceTypes(), elements, links);
        RunFigures a = Runs.of(study);
        RunFigures b = Runs.of(shuffled);
        study.elements().forEach(element -> assertEquals(at(a, element.name()), at(b, element.name())));
    }

    /** Stopping on the way and going on is the same as going through. */
    @Property(tries = 60, seed = "20261123")
    void aRunInSlicesIsTheRun(@ForAll long seed, @ForAll @IntRange(min = 2, max = 40) int slices) {
        Study study = RandomStudies.of(seed);
        long end = study.plan().length().nanos();
        Plant whole = Plant.build(study, 1, null);
        whole.advance(end, () -> false);
        Plant sliced = Plant.build(study, 1, null);
        for (int i = 1; i <= slices; i++) {
            sliced.advance(i == slices ? end : end / slices * i, () -> false);
        }
        assertEquals(whole.figures(), sliced.figures());
    }

    /** Every replication is another run, and the same one each time it is made. */
    @Property(tries = 30, seed = "20261123")
    void replicationsDifferAndRepeat(@ForAll long seed) {
        Study study = Tandem.of(seed).fed(onDemand("In"));
        Blueprint blueprint = Blueprint.of(study);
        List<Double> leads = new ArrayList<>();
        for (int replication = 1; replication <= 4; replication++) {
            Plant plant = Plant.build(blueprint, replication, null);
            plant.advance(study.plan().length().nanos(), () -> false);
            leads.add(plant.figures().lead().mean());
        }
        assertEquals(4, leads.stream().distinct().count(), leads::toString);
    }

    /** Muth (1979): a line makes as much as the same line run backwards. */
    @Property(tries = 4, seed = "20261123")
    void aLineMakesAsMuchAsItsMirrorImage(@ForAll long seed) {
        Random random = new Random(seed);
        List<String> times = new ArrayList<>(List.of("exponential(40 s)", "exponential(50 s)", "exponential(60 s)", "exponential(55 s)"));
        Collections.shuffle(times, random);
        List<Integer> rooms = List.of(0, random.nextInt(3), random.nextInt(3), random.nextInt(3));
        Tandem line = new Tandem(times, rooms, List.of(1, 1, 1, 1));
        // Room i lies before station i: in the mirror image the rooms between are turned round too.
        Tandem mirrored = new Tandem(times.reversed(), List.of(0, rooms.get(3), rooms.get(2), rooms.get(1)), List.of(1, 1, 1, 1));
        try (LocalEngine engine = new LocalEngine(2)) {
            Interval there = rate(line, engine, 1);
            Interval back = rate(mirrored, engine, 2);
            double noise = Math.hypot(there.halfWidth(), back.halfWidth());
            assertTrue(noise < 0.01 * there.mean(), () -> "the interval is too wide to tell: " + noise);
            assertEquals(there.mean(), back.mean(), 1.7 * noise,
                    "half again as wide as a 95 % interval: one right model in a thousand misses it");
        }
    }

    private static Interval rate(Tandem tandem, LocalEngine engine, long seed) {
        Study study = tandem.fed(onDemand("In"));
        Study longer = study
                .withPlan(study.plan().withLength(Quantity.hours(500)).withWarmUp(Quantity.hours(5)).withReplications(20).withSeed(seed));
        return Summary.of(longer, engine, RunListener.NONE, () -> false).interval(Response.THROUGHPUT);
    }
}
