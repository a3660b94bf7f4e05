package rhombic.formats.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.experiment.Variant;
import rhombic.measure.EquipmentFigures;
import rhombic.study.Study;
import rhombic.study.check.StudyCheck;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.ConveyorPath;
import rhombic.study.value.EquipmentState;

/** The question of the candle works: how long must the tunnel be so that a stop of two minutes does not reach the pouring? */
class CandleWorksTest {
    private static Study withPasses(double metres) throws Exception {
        Study study = StudyReader.open(Path.of("../demo/candle-works.rhombic.json"));
        Study once = study.withPlan(study.plan().withReplications(1));
        return once.changed("Cooling tunnel", e -> {
            Conveyor tunnel = (Conveyor) e;
            return tunnel.continuing(new ConveyorPath(tunnel.conveyorPath().legs().stream()
                    .map(leg -> leg instanceof ConveyorPath.PathLeg.Straight ? new ConveyorPath.PathLeg.Straight(metres, 0) : leg)
                    .toList()));
        });
    }

    private static EquipmentFigures figures(Study study, String name) {
        try (LocalEngine engine = new LocalEngine(1)) {
            return Summary.of(study, engine, RunListener.NONE, () -> false).runs().getFirst().equipment().stream()
                    .filter(e -> e.name().equals(name)).findFirst().orElseThrow();
        }
    }

    @Test
    void itIsSoundAndTensOfThousandsLieInTheTunnel() throws Exception {
        assertEquals(List.of(), StudyCheck.of(withPasses(27)));
        assertTrue(figures(withPasses(27), "Cooling tunnel").contentMean() > 25_000);
    }

    /**
     * In two minutes 1,200 come, 75 to a lane. They lie 52 mm apart while they move and 50 mm apart when they have closed up, so
     * a lane takes in 75 more where it is 75 / (1/0.050 m − 1/0.052 m) = 97.5 m long.
     */
    @Test
    void thePouringIsReachedBelowTheLengthThatFollowsByHandAndNotAbove() throws Exception {
        Study shorter = withPasses(29);
        Study longer = withPasses(29.6);
        assertEquals(96.4, ((Conveyor) shorter.find("Cooling tunnel").orElseThrow()).conveyorPath().metres(), 0.05);
        assertEquals(98.2, ((Conveyor) longer.find("Cooling tunnel").orElseThrow()).conveyorPath().metres(), 0.05);
        assertTrue(figures(shorter, "Pouring").stay().max() > 1, "waits");
        assertEquals(0, figures(longer, "Pouring").stay().max(), 1e-9);
    }

    @Test
    void theSweepThatIsStoredWithItAsksThatQuestion() throws Exception {
        Study study = StudyReader.open(Path.of("../demo/candle-works.rhombic.json"));
        Study once = study.withPlan(study.plan().withReplications(1));
        List<Variant> points = Variant.sweep(once, once.comparison().sweeps().getFirst());
        assertEquals(List.of("21 m", "24 m", "27 m", "28 m", "29 m", "29.6 m", "31 m"),
                points.stream().map(point -> point.levels().getFirst()).toList());
        for (Variant point : points.subList(4, 6)) {
            assertEquals(List.of(), point.contradictions());
            double blocked = figures(point.study(), "Pouring").share(EquipmentState.BLOCKED);
            assertEquals(point.levels().getFirst().equals("29 m"), blocked > 0, point.levels() + " blocked " + blocked);
        }
    }
}
