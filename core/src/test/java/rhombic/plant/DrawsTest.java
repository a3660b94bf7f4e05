package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import rhombic.chance.DistributionText;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.LinkFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Person;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.MixPart;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;
import rhombic.testplants.RandomStudies;

/** A draw depends on seed, replication, id and purpose: what else is there, what it is called and in which order it stands is of no account. */
class DrawsTest {
    private static final Placement AT = Placement.at(0, 0);

    private static TimeSource time(String text) {
        return new TimeSource.Drawn(DistributionText.parse(text));
    }

    private static GoodsIn goodsIn(String name, String interarrival) {
        return new GoodsIn(Basics.of(name, AT), List.of(new MixPart("Piece", 1)),
                Optional.of(new Supply.Spaced(DistributionText.parse(interarrival))), GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    private static Study line(Work work) {
        return new Study("Draws", RunPlan.ONE_SHIFT.withSeed(5), List.of(PieceType.usual("Piece")),
                List.of(goodsIn("In", "60 min"), new Station(Basics.of("Saw", AT), work, Work.Load.SINGLE, null),
                        new GoodsOut(Basics.of("Out", AT))),
                List.of(new Link("In", "Saw"), new Link("Saw", "Out")));
    }

    private static EquipmentFigures of(RunFigures run, String name) {
        return run.equipment().stream().filter(e -> e.name().equals(name)).findFirst().orElseThrow();
    }

    private static Map<String, ModeFigures> modes(Study study, String name) {
        Map<String, ModeFigures> modes = new TreeMap<>();
        of(Runs.of(study), name).modes().forEach(mode -> modes.put(mode.name(), mode));
        return modes;
    }

    private static Study withWork(Study study, UnaryOperator<Work> change) {
        return study.changed("Saw", e -> ((Station) e).with(change.apply(((Station) e).work())));
    }

    private static double stay(Study study) {
        return of(Runs.of(study), "Saw").stay().mean();
    }

    @Test
    void operationsKeepTheirDrawsWhenOneIsPutInBetweenRenamedOrMoved() {
        Operation clamp = new Operation("clamp", time("uniform(10 s, 20 s)"), true);
        Operation saw = new Operation("saw", time("exponential(5 min)"), true);
        Study study = line(Work.of(1, 5, time("1 s")).withOperations(List.of(clamp, saw)));
        double before = stay(study);
        UnaryOperator<Work> inBetween = w -> w.withOperations(
                List.of(new Operation("clean", time("100 s"), true), w.operations().get(0), w.operations().get(1)));
        assertEquals(before + 100, stay(withWork(study, inBetween)), 1e-6);
        assertEquals(before, stay(withWork(study, w -> w.withOperations(w.operations().reversed()))), 1e-6);
        assertEquals(before,
                stay(withWork(study, w -> w.withOperations(w.operations().stream().map(o -> o.named("new " + o.name())).toList()))), 0);
        double alone = stay(withWork(study, w -> w.withOperations(w.operations().subList(0, 1))));
        double other = stay(withWork(study, w -> w.withOperations(w.operations().subList(1, 2))));
        assertEquals(before, alone + other, 1e-6, "what is left when one is taken out draws as before");
    }

    private static FailureMode mode(String name, String up) {
        return FailureMode.of(name, new UpTime.After(DistributionText.parse(up), UpTime.Clock.CALENDAR),
                DistributionText.parse("uniform(1 min, 9 min)"));
    }

    private static Study withModes(Study study, UnaryOperator<List<FailureMode>> change) {
        return study.changed("Saw",
                e -> e.with(e.basics().withDuty(e.basics().duty().withFailures(change.apply(e.basics().duty().failures())))));
    }

    @Test
    void failuresKeepTheirDrawsWhenOneIsPutInBetweenRenamedOrMoved() {
        Study study = withModes(line(Work.of(1, 5, time("60 s"))),
                modes -> List.of(mode("Blade", "exponential(40 min)"), mode("Motor", "exponential(90 min)")));
        Map<String, ModeFigures> before = modes(study, "Saw");
        assertTrue(before.get("Blade").failures() > 3);
        Map<String, ModeFigures> more = modes(withModes(study, m -> List.of(mode("Belt", "exponential(30 min)"), m.get(1), m.get(0))),
                "Saw");
        assertEquals(before.get("Blade"), more.get("Blade"));
        assertEquals(before.get("Motor"), more.get("Motor"));
        Map<String, ModeFigures> renamed = modes(
                withModes(study, m -> List.of(m.get(0).named("Teeth"), mode("Blade", "exponential(20 min)"), m.get(1))),
                "Saw");
        assertEquals(before.get("Blade").repairShare(), renamed.get("Teeth").repairShare(), 0, "the id is the one it was made with");
        assertEquals(before.get("Motor"), renamed.get("Motor"));
    }

    @Test
    void twoLinksBetweenTheSameElementsDrawApartAndKeepTheirDrawsInAnyOrder() {
        Travel drawn = new Travel.InTime(DistributionText.parse("uniform(1 s, 99 s)"), 0);
        AssemblyStation packing = new AssemblyStation(Basics.of("Packing", AT), Work.of(1, 5, time("1 s")), AssemblyStation.Method.ASSEMBLE,
                List.of("Piece"), new Recipe.Fixed(List.of(new Recipe.Part("Bolt", 1))), 4, "");
        Link bases = new Link("In", "Packing").withTravel(drawn).withFilter(new LinkFilter.Types(List.of("Piece")));
        Link parts = new Link("In", "Packing").withTravel(drawn).withPorts("", AssemblyStation.PARTS)
                .withFilter(new LinkFilter.Types(List.of("Bolt")));
        GoodsIn in = goodsIn("In", "60 s").withMix(List.of(new MixPart("Piece", 1), new MixPart("Bolt", 1)));
        Study study = new Study("Two", RunPlan.ONE_SHIFT.withSeed(3), List.of(PieceType.usual("Piece"), PieceType.usual("Bolt")),
                List.of(in, packing, new GoodsOut(Basics.of("Out", AT))), List.of(bases, parts, new Link("Packing", "Out")));
        List<LinkFigures> figures = Runs.of(study).links();
        assertNotEquals(figures.get(0).travelMean(), figures.get(1).travelMean());
        Study turned = study.withLinks(List.of(study.links().get(1), study.links().get(2), study.links().get(0)));
        List<LinkFigures> again = Runs.of(turned).links();
        assertEquals(figures.get(1).travelMean(), again.get(0).travelMean(), 0);
        assertEquals(figures.get(0).travelMean(), again.get(1).travelMean(), 0);
        Study without = study.withLinks(study.links().subList(1, 3));
        assertEquals(study.links().get(1).id(), without.links().getFirst().id());
        assertEquals(2, study.links().stream().filter(l -> l.from().equals("In")).map(Link::id).distinct().count());
    }

    private static Map<String, Double> downShares(Study study) {
        Map<String, Double> shares = new TreeMap<>();
        Runs.of(study).crews().forEach(crew -> crew.people().forEach(p -> shares.put(p.name(), p.share(PersonState.DOWN))));
        return shares;
    }

    @Test
    void peopleOfACrewKeepTheirDrawsWhenAnotherComes() {
        Crew crew = Crew.usual(Basics.of("Fitter", AT).withDuty(
                Duty.ALWAYS.withFailures(List.of(mode("Tool", "exponential(30 min)"))))).withPeople(2);
        Study study = line(Work.of(1, 5, time("60 s"))).with(crew);
        Map<String, Double> before = downShares(study);
        assertNotEquals(before.get("Fitter 1"), before.get("Fitter 2"));
        Map<String, Double> three = downShares(study.changed("Fitter", e -> ((Crew) e).withPeople(3)));
        assertEquals(before.get("Fitter 1"), three.get("Fitter 1"));
        assertEquals(before.get("Fitter 2"), three.get("Fitter 2"));
        Study described = study.changed("Fitter",
                e -> ((Crew) e).withPersons(List.of(new Person("Ada", 1, List.of()), new Person("Bo", 1, List.of()))));
        Map<String, Double> named = downShares(described);
        assertEquals(before.get("Fitter 1"), named.get("Ada"), "who is described now is who was there");
        Map<String, Double> third = downShares(described.changed("Fitter", e -> {
            List<Person> now = new ArrayList<>(((Crew) e).persons());
            now.addFirst(new Person("Cy", 1, List.of()));
            return ((Crew) e).withPeople(3).withPersons(now.reversed());
        }));
        assertEquals(named.get("Ada"), third.get("Ada"));
        assertEquals(named.get("Bo"), third.get("Bo"));
    }

    @Test
    void rulesKeepTheirDrawsWhenOneIsPutInBetweenRenamedOrMoved() {
        Rule first = new Rule("Rank", RuleText.when("a piece enters Saw"), "",
                List.of(RuleText.action("set rank of Saw to uniform(0, 1)")));
        Rule second = new Rule("Scrap", RuleText.when("a piece finishes at Saw"), "uniform(0, 1) < 0.5", List.of(RuleText.action("scrap")));
        Study study = line(Work.of(1, 5, time("60 s"))).changed("In", e -> goodsIn("In", "3 min")).withRules(List.of(first, second));
        long before = Runs.of(study).scrapped();
        assertTrue(before > 40 && before < 120, "about half of 160: " + before);
        Rule other = new Rule("Other", RuleText.when("a piece enters Saw"), "",
                List.of(RuleText.action("set luck of Saw to uniform(0, 1)")));
        Rule kept = study.rules().get(1);
        assertEquals(before, Runs.of(study.withRules(List.of(kept.named("Throw away"), other, study.rules().get(0)))).scrapped());
    }

    @Property(tries = 20, seed = "20261129")
    void whatIsAddedElsewhereChangesNoFigure(@ForAll @IntRange(min = 1, max = 3000) int seed) {
        Study random = RandomStudies.of(seed);
        Study study = random.withPlan(random.plan().withStopAfterPieces(0)); // what leaves elsewhere would end the run
        List<PlantElement> more = new ArrayList<>();
        more.add(goodsIn("Elsewhere in", "exponential(40 s)"));
        more.add(new Station(Basics.of("Elsewhere", AT), Work.of(1, 3, time("exponential(30 s)")), Work.Load.SINGLE, null)
                .with(Basics.of("Elsewhere", AT)
                        .withDuty(Duty.ALWAYS.withFailures(List.of(mode("Fault", "exponential(1 h)"))))));
        more.add(new Buffer(Basics.of("Elsewhere buffer", AT), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST));
        more.add(new GoodsOut(Basics.of("Elsewhere out", AT)));
        List<PieceType> types = new ArrayList<>(study.pieceTypes());
        if (study.type("Piece").isEmpty()) {
            types.add(PieceType.usual("Piece"));
        }
        List<Link> links = List.of(new Link("Elsewhere in", "Elsewhere"),
                new Link("Elsewhere", "Elsewhere buffer", Optional.of(Quantity.percent(50))),
                new Link("Elsewhere", "Elsewhere out", Optional.of(Quantity.percent(50))), new Link("Elsewhere buffer", "Elsewhere out"));
        Study larger = study.withPieceTypes(types).with(more, links);
        assertEquals(figures(study, study), figures(larger, study));
    }

    @Property(tries = 20, seed = "20261129")
    void aNewNameChangesNoFigure(@ForAll @IntRange(min = 1, max = 3000) int seed) {
        Study study = RandomStudies.of(seed);
        Study renamed = study;
        for (PlantElement element : study.elements()) {
            renamed = renamed.changed(element.name(), e -> e.named("Renamed " + element.name()));
        }
        List<EquipmentFigures> before = Runs.of(study).equipment();
        List<EquipmentFigures> after = Runs.of(renamed).equipment();
        for (int i = 0; i < before.size(); i++) {
            assertEquals(text(before.get(i)), text(after.get(i)), before.get(i).name());
        }
    }

    private static List<String> figures(Study run, Study of) {
        RunFigures figures = Runs.of(run);
        return of.elements().stream().map(element -> element.name() + " " + text(of(figures, element.name()))).toList();
    }

    private static String text(EquipmentFigures e) {
        return e.in() + " " + e.out() + " " + e.contentMean() + " " + e.stay() + " " + e.waits() + " " + e.shares() + " " + e.modes();
    }
}
