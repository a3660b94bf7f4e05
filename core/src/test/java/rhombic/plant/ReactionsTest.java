package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jspecify.annotations.Nullable;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.quantity.Quantity;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.WorkEquipment;
import rhombic.testplants.RandomStudies;
import rhombic.trace.TraceWriter;

/** Random plants whose rules create, shut, open, scrap, look and wait at every event of pieces; every assertion of the plant is on. */
class ReactionsTest {
    private static Study reacting(long seed) {
        Study study = RandomStudies.of(seed);
        Random random = new Random(seed ^ 0x5eedL);
        List<Rule> rules = new ArrayList<>();
        List<PlantElement> elements = study.elements();
        List<String> sources = elements.stream().filter(GoodsIn.class::isInstance).map(PlantElement::name).toList();
        List<String> takers = elements.stream().filter(PlantElement::takesPieces).map(PlantElement::name).toList();
        List<String> givers = elements.stream().filter(PlantElement::givesPieces).map(PlantElement::name).toList();
        List<String> workers = elements.stream().filter(WorkEquipment.class::isInstance).map(PlantElement::name).toList();
        String type = study.pieceTypes().getFirst().name();
        if (takers.isEmpty() || givers.isEmpty()) {
            return study;
        }
        for (int i = 0; i < 8; i++) {
            boolean atWork = !workers.isEmpty() && random.nextBoolean();
            Rule.PieceEvent event = atWork
                    ? Rule.PieceEvent.values()[random.nextInt(4)]
                    : random.nextBoolean() ? Rule.PieceEvent.ENTERS : Rule.PieceEvent.LEAVES;
            List<String> where = atWork ? workers : event == Rule.PieceEvent.ENTERS ? takers : givers;
            List<Rule.Action> actions = new ArrayList<>();
            for (int a = 0; a < 1 + random.nextInt(3); a++) {
                actions.add(switch (random.nextInt(7)) {
                    case 0 -> sources.isEmpty()
                            ? new Rule.Action.Signal("more")
                            : new Rule.Action.Create(sources.get(random.nextInt(sources.size())), type, 1);
                    case 1 -> new Rule.Action.Shut(takers.get(random.nextInt(takers.size())));
                    case 2 -> new Rule.Action.Open(takers.get(random.nextInt(takers.size())));
                    case 3 -> event == Rule.PieceEvent.FINISHES ? new Rule.Action.Scrap() : new Rule.Action.ChangeLook("failed");
                    case 4 -> new Rule.Action.Wait(Quantity.seconds(1 + random.nextInt(200)));
                    case 5 -> new Rule.Action.ChangeLook("failed");
                    default -> new Rule.Action.Set("", "joints", "piece.joints + 1");
                });
            }
            // creating must not feed itself for ever: that is told, and is tested elsewhere
            String condition = "uniform(0, 1) < 0.3 && here.content < 50";
            rules.add(new Rule("Reacts " + i, new Rule.When.Piece(event, where.get(random.nextInt(where.size()))), condition, actions));
        }
        return study.withRules(rules);
    }

    /** The figures, or the words in which the run ended. */
    private static Object outcome(Study study, @Nullable TraceWriter trace) {
        try {
            Plant plant = Plant.build(study, 1, trace);
            plant.advance(study.plan().length().nanos(), () -> false);
            return plant.figures();
        } catch (RunTroubleException e) {
            return String.valueOf(e.getMessage());
        }
    }

    @Property(tries = 150, seed = "20261125")
    void aWatchedRunIsTheSameToTheLastFigureAndNothingIsLost(@ForAll long seed) {
        Study study = reacting(seed);
        Object headless = outcome(study, null);
        assertEquals(headless, outcome(study, new TraceWriter(study.elements().size(), study.links().size())));
        if (headless instanceof RunFigures run) {
            assertEquals(run.insideAtStart() + run.in() + run.made() - run.joined() - run.scrapped() - run.out(), run.inside());
            for (EquipmentFigures e : run.equipment()) {
                assertEquals(e.contentAtStart() + e.in() + e.made() - e.joined() - e.scrapped() - e.out(), e.contentNow(), e.name());
            }
            for (TypeFigures t : run.types()) {
                if (t.lead().count() > 0) {
                    double parts = t.workMean() + t.waitMean() + t.blockedMean() + t.moveMean() + t.crewMean();
                    assertEquals(t.lead().mean(), parts, 1e-6 * Math.max(1, t.lead().mean()), t.name() + ": the parts of the lead time");
                    assertTrue(t.workMean() >= 0 && t.waitMean() > -1e-9 && t.blockedMean() >= 0 && t.moveMean() >= 0, t.toString());
                }
            }
        }
    }

    @Property(tries = 60, seed = "20261125")
    void renamingChangesNothingButNames(@ForAll long seed) {
        Study study = reacting(seed);
        Study renamed = study;
        for (PlantElement element : study.elements()) {
            renamed = renamed.changed(element.name(), e -> e.named("New " + e.name()));
        }
        Object before = outcome(study, null);
        Object after = outcome(renamed, null);
        if (before instanceof RunFigures run && after instanceof RunFigures other) {
            assertEquals(run.types(), other.types());
            assertEquals(run.events(), other.events());
            for (int i = 0; i < run.equipment().size(); i++) {
                EquipmentFigures one = run.equipment().get(i);
                EquipmentFigures two = other.equipment().get(i);
                assertEquals("New " + one.name(), two.name());
                assertEquals(List.of(one.in(), one.out(), one.contentMean(), one.stay(), one.waits(), one.shares()),
                        List.of(two.in(), two.out(), two.contentMean(), two.stay(), two.waits(), two.shares()));
            }
        } else {
            assertEquals(before.getClass(), after.getClass());
        }
        assertEquals(Optional.empty(), study.find("New " + study.elements().getFirst().name()));
    }
}
