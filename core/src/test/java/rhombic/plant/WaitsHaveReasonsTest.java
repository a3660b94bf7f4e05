package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import rhombic.experiment.LiveRun;
import rhombic.insight.EquipmentStory;
import rhombic.insight.PieceStory;
import rhombic.study.Study;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.testplants.RandomStudies;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

class WaitsHaveReasonsTest {
    private static final Pattern WHY = Pattern.compile(
            "behind \\d+ other|for room at E\\d|until |since nothing|since none|to go back to E\\d|for (its|other) parts|for \\d+ more|for (Frame|Coil|Pallet)");

    /** For every piece in every random plant the program can say what it does, and if it waits, for what. */
    @Property(tries = 60, seed = "20261123")
    void noPieceWaitsWithoutAReasonThatCanBeNamed(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        LiveRun run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        Moment moment = run.trace().at(study.plan().length().nanos() * 3 / 4);
        PieceStory story = new PieceStory(UnfoldedStudy.of(study), run.trace());
        for (PieceStatus spot : moment.pieces().stream().limit(60).toList()) {
            String doing = story.doing(spot, moment);
            assertTrue(doing.contains(study.elements().get(moment.bottom(spot).node()).name()) && doing.endsWith("."), doing);
            boolean moves = spot.activity() == PieceStatus.Activity.MOVES && moment.atEndOfLinkNanos(spot.body()) == 0;
            boolean rolls = spot.activity() == PieceStatus.Activity.RIDES && moment.speedOfLeader(moment.leaderOf(spot.body())) > 0;
            boolean waits = !rolls && spot.activity() != PieceStatus.Activity.IS_WORKED_ON && !spot.isOnAnother() && !moves;
            boolean saysWhy = WHY.matcher(doing).find();
            assertEquals(waits, saysWhy, doing);
            List<String> history = story.history(spot, moment.timeNanos());
            String name = study.elements().get(spot.node()).name();
            assertTrue(
                    history.getLast()
                            .startsWith(
                                    spot.activity() == PieceStatus.Activity.MOVES && !spot.isOnAnother() ? "on the way to " + name : name),
                    history.toString());
        }
    }

    /** The same for all equipment. */
    @Property(tries = 60, seed = "20261123")
    void whatEquipmentDoesIsSaidInOneSentence(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        LiveRun run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        EquipmentStory story = new EquipmentStory(UnfoldedStudy.of(study));
        for (int part = 1; part <= 4; part++) {
            Moment moment = run.trace().at(study.plan().length().nanos() / 4 * part);
            for (int node = 0; node < study.elements().size(); node++) {
                String doing = story.doing(node, moment);
                assertTrue(
                        doing.startsWith("Ha") || doing.startsWith("Is down and has waited for its repair") || doing.startsWith("Home of")
                                || doing.startsWith("People spend") || doing.startsWith("Holds") || doing.startsWith("Carries")
                                || doing.startsWith("Is empty: ")
                                || doing.matches("\\d+ pieces? ha(ve|s) waited here.*"),
                        doing);
                assertTrue(doing.endsWith(".") && !doing.contains("  ") && !doing.contains(" ."), doing);
                EquipmentState state = moment.state(node).orElse(EquipmentState.WORKING);
                assertTrue(state != EquipmentState.BLOCKED || WHY.matcher(doing).find(), doing);
            }
        }
    }

    private static final Set<EquipmentState> INTERRUPTED = EnumSet.of(EquipmentState.DOWN,
            EquipmentState.WAITING_FOR_REPAIR,
            EquipmentState.OFF_SHIFT, EquipmentState.WAITING_FOR_CREW);

    /** The states told by the trace are what the pieces at the equipment say. */
    @Property(tries = 60, seed = "20261123")
    void statesAgreeWithThePieces(@ForAll long seed) {
        Study study = RandomStudies.of(seed);
        LiveRun run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        for (int part = 1; part <= 5; part++) {
            Moment moment = run.trace().at(study.plan().length().nanos() / 5 * part);
            for (int node = 0; node < study.elements().size(); node++) {
                if (study.elements().get(node) instanceof WorkEquipment) {
                    boolean works = moment.at(node).stream().anyMatch(s -> s.activity() == PieceStatus.Activity.IS_WORKED_ON);
                    boolean done = moment.at(node).stream().anyMatch(s -> s.activity() == PieceStatus.Activity.IS_DONE);
                    EquipmentState state = moment.state(node).orElseThrow();
                    String where = study.elements().get(node).name() + " " + state;
                    assertTrue(state != EquipmentState.WORKING || works, where);
                    assertTrue(!works || INTERRUPTED.contains(state) || state == EquipmentState.WORKING, where);
                    assertTrue(state != EquipmentState.BLOCKED || done, where);
                    assertTrue(state != EquipmentState.STARVED || !done, where);
                }
            }
        }
    }
}
