package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertTrue;

import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.study.Study;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Value;
import rhombic.trace.Trace;
import rhombic.trace.TraceWriter;

/** One run of a study, and what it measured. */
final class Runs {
    private Runs() {}

    static RunFigures of(Study study) {
        Plant plant = Plant.build(study, 1, null);
        assertTrue(plant.advance(study.plan().length().nanos(), () -> false));
        return plant.figures();
    }

    static Trace traceOf(Study study) {
        TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size());
        Plant plant = Plant.build(study, 1, writer);
        plant.advance(study.plan().length().nanos(), () -> false);
        writer.publish(plant.now());
        return writer.trace();
    }

    /** What was set of the piece up to the moment, at which it must be inside. */
    static java.util.Map<String, String> settings(Trace trace, int piece, long nanos) {
        return trace.settings(trace.at(nanos).piece(piece).orElseThrow());
    }

    static EquipmentFigures at(RunFigures run, String name) {
        return run.equipment().stream().filter(e -> e.name().equals(name)).findFirst().orElseThrow();
    }

    static PieceType type(String name, Object... namesAndValues) {
        java.util.List<Attribute> attributes = new java.util.ArrayList<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            attributes.add(new Attribute((String) namesAndValues[i], Value.of(namesAndValues[i + 1])));
        }
        return PieceType.usual(name).withAttributes(attributes);
    }
}
