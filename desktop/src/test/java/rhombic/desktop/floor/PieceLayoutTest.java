package rhombic.desktop.floor;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rhombic.experiment.LiveRun;
import rhombic.formats.study.StudyReader;
import rhombic.study.Equipment;
import rhombic.study.Study;
import rhombic.trace.Moment;
import rhombic.trace.PieceSpot;

class PieceLayoutTest {
    private static final long HOUR = 3_600_000_000_000L;

    private Study study;
    private LiveRun run;
    private PieceLayout layout;

    @BeforeEach
    void run() throws Exception {
        study = StudyReader.open(Path.of("../demo/heat-pump-line.rhombic.json"));
        run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        layout = new PieceLayout(study);
    }

    private List<PieceLayout.Drawn> drawn(long nanos, double glide) {
        List<PieceLayout.Drawn> all = new ArrayList<>();
        layout.each(run.trace().at(nanos), glide, all::add);
        return all;
    }

    private Equipment at(PieceLayout.Drawn piece) {
        return study.equipment().get(piece.spot().node());
    }

    @Test
    void everyPieceInsideIsDrawnOnceAndNoTwoInOnePlace() {
        for (int i = 1; i <= 16; i++) {
            Moment moment = run.trace().at(HOUR / 2 * i);
            List<PieceLayout.Drawn> all = drawn(HOUR / 2 * i, 0);
            assertEquals(moment.inside(), all.size());
            Set<String> spots = new HashSet<>();
            all.forEach(d -> assertTrue(spots.add(Math.round(d.x() * 100) + " " + Math.round(d.y() * 100) + " " + Math.round(d.z() * 100)), at(d).name() + " holds two pieces at one spot"));
        }
    }

    @Test
    void nothingFloats() {
        for (PieceLayout.Drawn d : drawn(5 * HOUR, 0)) {
            boolean onTable = Math.abs(d.z() - PieceLayout.TABLE_METRES) < 1e-9;
            boolean onFloorOrStack = at(d).name().contains("housings in") || at(d).name().contains("Housings in");
            assertTrue(onTable || onFloorOrStack, at(d).name() + " at height " + d.z());
        }
    }

    @Test
    void aPieceIsDrawnAtItsEquipmentWhicheverWayThatIsTurned() {
        for (PieceLayout.Drawn d : drawn(4 * HOUR, 0)) {
            double distance = Math.hypot(d.x() - at(d).placement().xMetres(), d.y() - at(d).placement().yMetres());
            assertTrue(distance < at(d).footprint().lengthMetres() / 2 + 13 * PieceLayout.PITCH_METRES, at(d).name() + ": " + distance + " m away");
        }
        PieceLayout.Drawn wrapped = drawn(4 * HOUR, 0).stream().filter(d -> at(d).placement().turnedDegrees() == 180 && at(d) instanceof rhombic.study.Station one && one.places() == 1 && d.spot().place() == 0).findFirst().orElseThrow();
        assertTrue(wrapped.y() > at(wrapped).placement().yMetres(), "the tables of a turned station face north");
    }

    @Test
    void aHandOverIsDrawnAsAMovementAndMovesNothingElse() {
        long moment = 3 * HOUR;
        double glide = 60e9;
        List<PieceLayout.Drawn> still = drawn(moment, 0);
        List<PieceLayout.Drawn> gliding = drawn(moment, glide);
        int moving = 0;
        for (int i = 0; i < still.size(); i++) {
            PieceSpot spot = still.get(i).spot();
            boolean fresh = moment - spot.sinceNanos() < glide && spot.fromNode() >= 0 && spot.doing() != PieceSpot.Doing.IS_DONE;
            boolean apart = Math.hypot(still.get(i).x() - gliding.get(i).x(), still.get(i).y() - gliding.get(i).y()) > 1e-9;
            assertTrue(fresh || !apart, "only what has just been handed on moves");
            moving += apart ? 1 : 0;
        }
        assertTrue(moving > 0);
    }
}
