package rhombic.formats;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.DoubleStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rhombic.experiment.LiveRun;
import rhombic.formats.study.StudyReader;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

/** The scene of the demo: a pure function of study, trace and time. */
class SceneTest {
    private static final long HOUR = 3_600_000_000_000L;

    private Study study;
    private LiveRun run;
    private Scene scene;

    private record Drawn(PieceStatus spot, double x, double y, double z, int kind) {}

    @BeforeEach
    void run() throws Exception {
        study = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
        run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        scene = new Scene(UnfoldedStudy.of(study));
    }

    private List<Drawn> drawn(long nanos, double glide) {
        List<Drawn> all = new ArrayList<>();
        Moment moment = run.trace().at(nanos);
        Poses poses = new Poses();
        scene.pose(moment, glide, poses);
        for (int i = 0; i < poses.count(); i++) {
            all.add(new Drawn(moment.spot(poses.body(i)), poses.x(i), poses.y(i), poses.z(i), poses.kind(i)));
        }
        return all;
    }

    private PlantElement at(Drawn piece) {
        return study.elements().get(piece.spot().node());
    }

    @Test
    void everyPieceInsideIsDrawnOnceAndNoTwoInOnePlace() {
        for (int i = 1; i <= 16; i++) {
            Moment moment = run.trace().at(HOUR / 2 * i);
            List<Drawn> all = drawn(HOUR / 2 * i, 0);
            assertEquals(moment.inside(), all.size());
            Set<String> spots = new HashSet<>();
            all.forEach(d -> assertTrue(spots.add(Math.round(d.x() * 100) + " " + Math.round(d.y() * 100) + " " + Math.round(d.z() * 100)),
                    at(d).name() + " holds two pieces at one spot"));
        }
    }

    /** Every piece stands on the floor, a table or a stand, or on another piece. */
    @Test
    void nothingFloats() {
        List<Drawn> all = drawn(5 * HOUR, 0);
        double[] heights = study.pieceTypes().stream().mapToDouble(t -> t.height().inBaseUnit()).toArray();
        for (Drawn d : all) {
            boolean onGround = DoubleStream.of(0, 0.5, Scene.TABLE_METRES).anyMatch(z -> Math.abs(d.z() - z) < 1e-9);
            boolean onAnother = all.stream().anyMatch(below -> at(below) == at(d) && Math.hypot(below.x() - d.x(), below.y() - d.y()) < 0.9
                    && Math.abs(below.z() + heights[below.spot().type()] - d.z()) < 0.12);
            assertTrue(onGround || onAnother, at(d).name() + " at height " + d.z());
        }
    }

    @Test
    void whatLiesOnAPalletIsDrawnWithinItsEdgesLayerOnLayer() {
        Drawn pallet = null;
        for (int minute = 60; minute < 480 && pallet == null; minute++) {
            Moment moment = run.trace().at(HOUR / 60 * minute);
            pallet = drawn(HOUR / 60 * minute, 0).stream().filter(d -> !moment.on(d.spot().body()).isEmpty()).findFirst().orElse(null);
            if (pallet != null) {
                Drawn below = pallet;
                List<Drawn> on = drawn(HOUR / 60 * minute, 0).stream().filter(d -> d.spot().holder() == below.spot().body()).toList();
                assertEquals(moment.on(below.spot().body()).size(), on.size());
                for (Drawn d : on) {
                    assertTrue(Math.hypot(d.x() - below.x(), d.y() - below.y()) < 0.75, "beside its pallet");
                    assertTrue(d.z() > below.z(), "under its pallet");
                }
            }
        }
        assertTrue(pallet != null, "no pallet was ever packed");
    }

    @Test
    void everyLookHasANumberOfItsOwn() {
        Set<Integer> swarms = new HashSet<>();
        for (int type = 0; type < study.pieceTypes().size(); type++) {
            for (int look = 0; look < study.pieceTypes().get(type).looks().size(); look++) {
                swarms.add(scene.kindOf(type, look));
            }
        }
        assertEquals(scene.kinds(), swarms.size());
    }

    @Test
    void aPieceIsDrawnAtItsEquipmentWhicheverWayThatIsTurned() {
        for (Drawn d : drawn(4 * HOUR, 0)) {
            if (d.spot().isOnAnother()) {
                continue; // it is where its pallet is
            }
            double distance = Math.hypot(d.x() - at(d).placement().xMetres(), d.y() - at(d).placement().yMetres());
            assertTrue(distance < at(d).footprint().lengthMetres() / 2 + 13 * Scene.PITCH_METRES,
                    at(d).name() + ": " + distance + " m away");
        }
        Drawn wrapped = LongStream.range(240, 300).boxed().flatMap(minute -> drawn(HOUR / 60 * minute, 0).stream())
                .filter(d -> at(d).placement().headingDegrees() == 180 && at(d) instanceof Station one
                        && one.work().places() == 1 && d.spot().place() == 0)
                .findFirst().orElseThrow();
        assertTrue(wrapped.y() > at(wrapped).placement().yMetres(), "the tables of a turned station face north");
    }

    @Test
    void aHandOverIsDrawnAsAMovementAndMovesNothingElse() {
        long moment = 3 * HOUR;
        double glide = 60e9;
        List<Drawn> still = drawn(moment, 0);
        List<Drawn> gliding = drawn(moment, glide);
        Moment there = run.trace().at(moment);
        int moving = 0;
        for (int i = 0; i < still.size(); i++) {
            PieceStatus spot = there.bottom(still.get(i).spot()); // what lies on a pallet goes with it
            boolean fresh = moment - spot.sinceNanos() < glide && spot.fromNode() >= 0 && spot.activity() != PieceStatus.Activity.IS_DONE;
            boolean apart = Math.hypot(still.get(i).x() - gliding.get(i).x(), still.get(i).y() - gliding.get(i).y()) > 1e-9;
            assertTrue(fresh || !apart, "only what has just been handed on moves");
            moving += apart ? 1 : 0;
        }
        assertTrue(moving > 0);
    }
}
