package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.testplants.RandomStudies;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;
import rhombic.trace.TraceWriter;

class PlantPropertiesTest {
    private static RunFigures run(Study study, TraceWriter trace) {
        Plant plant = Plant.build(study, 1, trace);
        plant.advance(study.plan().length().nanos(), () -> false);
        if (trace != null) {
            trace.publish(plant.now());
        }
        return plant.figures();
    }

    @Property(tries = 250, seed = "20261123")
    void nothingIsLostOrDoubledAndSharesAddUp(@ForAll long seed) {
        RunFigures run = run(RandomStudies.of(seed), null);
        assertEquals(run.insideAtStart() + run.in() + run.made() - run.joined() - run.scrapped() - run.out(), run.inside());
        long inside = 0;
        for (EquipmentFigures e : run.equipment()) {
            assertEquals(e.contentAtStart() + e.in() + e.made() - e.joined() - e.scrapped() - e.out(), e.contentNow(), e.name());
            assertTrue(e.contentNow() >= 0 && e.contentMax() >= e.contentNow(), e.name());
            inside += e.contentNow();
            if (!e.shares().isEmpty()) {
                assertEquals(1, e.shares().values().stream().mapToDouble(Double::doubleValue).sum(), 1e-9, e.name());
            }
        }
        assertEquals(run.inside(), run.types().stream().mapToLong(TypeFigures::inside).sum());
        assertTrue(run.inside() >= inside, "every piece is at one equipment, or on another");
        for (TypeFigures type : run.types()) {
            assertEquals(type.insideAtStart() + type.in() + type.made() - type.joined() - type.scrapped() - type.out(), type.inside(),
                    type.name());
        }
        assertEquals(run.out(), run.types().stream().mapToLong(TypeFigures::out).sum());
        assertEquals(run.scrapped(), run.types().stream().mapToLong(TypeFigures::scrapped).sum());
    }

    @Property(tries = 60, seed = "20261123")
    void theSameSeedGivesTheSameFiguresWithTraceOrWithout(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        RunFigures plain = run(study, null);
        assertEquals(plain, run(study, null));
        assertEquals(plain, run(study, new TraceWriter(study.elements().size(), study.links().size())));
    }

    @Property(tries = 25, seed = "20261123")
    void theNumberOfThreadsChangesNothing(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        try (LocalEngine one = new LocalEngine(1); LocalEngine three = new LocalEngine(3)) {
            List<RunFigures> alone = Summary.of(study, one, RunListener.NONE, () -> false).runs();
            assertEquals(alone, Summary.of(study, three, RunListener.NONE, () -> false).runs());
        }
    }

    /** The floor at the end, told by the trace, is what the plant has counted. */
    @Property(tries = 80, seed = "20261123")
    void theTraceTellsWhatThePlantCounted(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        study = study.withPlan(study.plan().withWarmUp(Quantity.minutes(0)));
        TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size());
        RunFigures run = run(study, writer);
        Moment end = writer.trace().at(study.plan().length().nanos());
        assertEquals(run.inside(), end.inside());
        assertEquals(run.in() + run.made(), end.entered());
        assertEquals(run.inside(), end.pieces().size());
        long below = IntStream.range(0, study.elements().size()).mapToLong(end::content).sum();
        long onLinks = IntStream.range(0, study.links().size()).mapToLong(end::contentOfLink).sum();
        assertEquals(run.inside(), below + onLinks + end.pieces().stream().filter(PieceStatus::isOnAnother).count(),
                "every piece is at exactly one equipment, on one link, or on another");
        run.links().forEach(link -> assertEquals(link.onTheWay(), end.contentOfLink(link.link()), link.toString()));
        for (int i = 0; i < run.equipment().size(); i++) {
            EquipmentFigures e = run.equipment().get(i);
            assertEquals(e.contentNow(), end.content(i), e.name());
            assertEquals(e.in(), end.in(i), e.name());
            assertEquals(e.out(), end.out(i), e.name());
            assertEquals(e.rejected(), end.rejected(i), e.name());
        }
    }

    /** Any moment is the same whether it is reached forwards, backwards or at once. */
    @Property(tries = 60, seed = "20261123")
    void momentsDoNotDependOnTheWayToThem(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size());
        run(study, writer);
        Trace trace = writer.trace();
        long end = study.plan().length().nanos();
        Moment forward = trace.at(0);
        for (int i = 1; i <= 8; i++) {
            forward = trace.at(end / 8 * i, forward);
        }
        Moment back = trace.at(end / 3, forward);
        Moment direct = trace.at(end / 3);
        assertEquals(direct.entered(), back.entered());
        for (int node = 0; node < study.elements().size(); node++) {
            assertEquals(List.copyOf(direct.at(node)), List.copyOf(back.at(node)));
            assertEquals(direct.state(node), back.state(node));
            assertEquals(direct.stateSinceNanos(node), back.stateSinceNanos(node));
        }
    }
}
