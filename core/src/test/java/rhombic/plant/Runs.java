package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import rhombic.measure.CrewFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.study.Study;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Value;
import rhombic.trace.Trace;
import rhombic.trace.TraceWriter;

/** One run of a study, and what it measured. */
public final class Runs {
    private Runs() {}

    static RunFigures of(Study study) {
        Plant plant = Plant.build(study, 1, null);
        assertTrue(plant.advance(study.plan().length().nanos(), () -> false));
        return plant.figures();
    }

    /** Numbers of random nets: twenty in the usual tests, hundreds in `./rhombic validate`. */
    static LongStream nets() {
        return LongStream.rangeClosed(1, Integer.getInteger("rhombic.nets", 20));
    }

    /** A run in which nothing is lost, which is the same when watched, and in which the parts of each member's time add up. */
    static RunFigures sound(Study study, long seed) {
        RunFigures run = of(study);
        Plant watched = Plant.build(study, 1, new TraceWriter(study.elements().size(), study.links().size()));
        watched.advance(study.plan().length().nanos(), () -> false);
        assertEquals(run, watched.figures(), "seed " + seed);
        assertEquals(run.insideAtStart() + run.in() + run.made() - run.joined() - run.scrapped() - run.out(), run.inside(), "seed " + seed);
        for (CrewFigures group : run.crews()) {
            for (PersonFigures one : group.people()) {
                assertEquals(1, one.shares().values().stream().mapToDouble(share -> share).sum(), 1e-6, "seed " + seed);
            }
        }
        return run;
    }

    /** What the run wrote down. */
    public static Trace traceOf(Study study) {
        TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size());
        Plant plant = Plant.build(study, 1, writer);
        plant.advance(study.plan().length().nanos(), () -> false);
        writer.publish(plant.now());
        return writer.trace();
    }

    /** What was set of the piece up to the moment, at which it must be inside. */
    static Map<String, String> settings(Trace trace, int piece, long nanos) {
        return trace.settings(trace.at(nanos).piece(piece).orElseThrow());
    }

    static EquipmentFigures at(RunFigures run, String name) {
        return run.equipment().stream().filter(e -> e.name().equals(name)).findFirst().orElseThrow();
    }

    static PieceType type(String name, Object... namesAndValues) {
        List<Attribute> attributes = new ArrayList<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            attributes.add(new Attribute((String) namesAndValues[i], Value.of(namesAndValues[i + 1])));
        }
        return PieceType.usual(name).withAttributes(attributes);
    }
}
