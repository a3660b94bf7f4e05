package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import rhombic.experiment.LiveRun;
import rhombic.insight.PieceStory;
import rhombic.study.Study;
import rhombic.testplants.RandomStudies;
import rhombic.trace.EquipmentState;
import rhombic.trace.Moment;
import rhombic.trace.PieceSpot;

class WaitsHaveReasonsTest {
    /** For every piece in every random plant the program can say what it does, and if it waits, for what. */
    @Property(tries = 60, seed = "20261123")
    void noPieceWaitsWithoutAReasonThatCanBeNamed(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        LiveRun run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        Moment moment = run.trace().at(study.plan().length().nanos() * 3 / 4);
        PieceStory story = new PieceStory(study, run.trace());
        for (PieceSpot spot : moment.pieces().stream().limit(60).toList()) {
            String doing = story.doing(spot, moment);
            assertTrue(doing.contains(study.equipment().get(spot.node()).name()) && doing.endsWith("."), doing);
            boolean waits = spot.doing() != PieceSpot.Doing.IS_WORKED_ON;
            assertEquals(waits, doing.contains("behind") || doing.contains("for room at") || doing.contains("until") || doing.contains("since nothing"), doing);
            List<String> history = story.history(spot, moment.timeNanos());
            assertTrue(history.getLast().startsWith(study.equipment().get(spot.node()).name()), history.toString());
        }
    }

    /** The states told by the trace are what the pieces at the equipment say. */
    @Property(tries = 60, seed = "20261123")
    void statesAgreeWithThePieces(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        LiveRun run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        for (int part = 1; part <= 5; part++) {
            Moment moment = run.trace().at(study.plan().length().nanos() / 5 * part);
            for (int node = 0; node < study.equipment().size(); node++) {
                if (study.equipment().get(node) instanceof rhombic.study.Station) {
                    boolean works = moment.at(node).stream().anyMatch(s -> s.doing() == PieceSpot.Doing.IS_WORKED_ON);
                    boolean done = moment.at(node).stream().anyMatch(s -> s.doing() == PieceSpot.Doing.IS_DONE);
                    EquipmentState expected = works ? EquipmentState.WORKING : done ? EquipmentState.BLOCKED : EquipmentState.STARVED;
                    assertEquals(expected, moment.state(node).orElseThrow(), study.equipment().get(node).name());
                }
            }
        }
    }
}
