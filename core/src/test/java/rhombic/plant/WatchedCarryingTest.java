package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.plant.blueprint.Blueprint;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.testplants.RandomStudies;
import rhombic.trace.Moment;
import rhombic.trace.TraceWriter;

/** What is seen of carrying, in random plants: it changes nothing, and what is carried is where its carrier is. */
class WatchedCarryingTest {
    private static final int MOMENTS = 30;

    /** Twenty plants that carry in the usual tests, hundreds in `./rhombic validate`. */
    private static LongStream nets() {
        return LongStream.iterate(1, seed -> seed + 1).filter(WatchedCarryingTest::carries).limit(Integer.getInteger("rhombic.nets", 20));
    }

    private static boolean carries(long seed) {
        return RandomStudies.of(seed).links().stream().anyMatch(link -> link.travel() instanceof Travel.Carried);
    }

    @ParameterizedTest
    @MethodSource("nets")
    void itIsTheSameRunAndEveryPieceIsInItsCarriersHands(long seed) {
        Study study = RandomStudies.of(seed);
        Blueprint blueprint = Blueprint.of(study);
        long length = study.plan().length().nanos();
        Plant headless = Plant.build(blueprint, 1, null);
        TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size());
        Plant watched = Plant.build(blueprint, 1, writer);
        try {
            headless.advance(length, () -> false);
        } catch (RunTroubleException e) {
            return; // a formula that comes to nothing ends any run
        }
        watched.advance(length, () -> false);
        writer.publish(watched.now());
        assertEquals(headless.figures().events(), watched.figures().events());
        assertEquals(headless.figures().links().toString(), watched.figures().links().toString());
        assertEquals(headless.figures().lead(), watched.figures().lead());

        UnfoldedStudy unfolded = blueprint.unfolded();
        Scene scene = new Scene(unfolded);
        Poses poses = new Poses();
        Random random = new Random(seed);
        for (int i = 0; i < MOMENTS; i++) {
            Moment moment = writer.trace().at((long) (random.nextDouble() * watched.now()));
            scene.pose(moment, 0, poses);
            for (int p = 0; p < poses.count(); p++) {
                if (moment.spot(poses.body(p)).isOnAnother()) {
                    continue; // it is where what it lies on is
                }
                int link = poses.place(p) - moment.nodes();
                int carrier = link < 0 ? -1 : moment.carrierOf(poses.body(p));
                assertEquals(link >= 0 && study.links().get(link).travel() instanceof Travel.Carried, carrier >= 0, "who carries it");
                if (carrier >= 0) {
                    ResourceGroup.Grip grip = ((ResourceGroup) unfolded.element(unfolded.members().get(carrier).group())).grip();
                    double turn = Math.toRadians(scene.people().headingDegrees(carrier));
                    double dx = poses.x(p) - scene.people().x(carrier);
                    double dy = poses.y(p) - scene.people().y(carrier);
                    assertEquals(0, dx * Math.sin(turn) - dy * Math.cos(turn), 1e-9, "straight before its carrier");
                    assertTrue(dx * Math.cos(turn) + dy * Math.sin(turn) >= grip.frontMetres(), "not in its carrier");
                    assertTrue(poses.z(p) >= grip.heightMetres());
                }
            }
        }
    }
}
