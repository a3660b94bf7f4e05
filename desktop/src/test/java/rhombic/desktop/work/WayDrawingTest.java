package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.Station;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Placement;
import rhombic.study.value.Routing;
import rhombic.study.value.ShutTime;
import rhombic.study.value.StudyException;

/** Drawing a conveyor corner by corner: what is drawn is what it is. */
class WayDrawingTest {
    private static Conveyor conveyor(CornerDrawing.Drawn drawn) {
        return (Conveyor) drawn.element();
    }

    private final PathDrawing drawing = new PathDrawing();
    private final Study empty = Study.empty();

    @Test
    void cornersBecomeStraightsAndArcsOfOneMetre() {
        assertFalse(drawing.canEnd());
        assertTrue(drawing.add(empty, 0.1, 0.2));
        assertTrue(drawing.add(empty, 6.02, 0.3));
        assertFalse(drawing.add(empty, 6.0, 0.0), "the same place is no corner");
        assertTrue(drawing.add(empty, 6.1, 4.96));
        Conveyor conveyor = conveyor(drawing.ended(empty).orElseThrow());
        assertEquals(
                new ConveyorPath(List.of(new ConveyorPath.PathLeg.Straight(5, 0), new ConveyorPath.PathLeg.Arc(1, 90),
                        new ConveyorPath.PathLeg.Straight(4, 0))),
                conveyor.conveyorPath());
        assertEquals(9 + Math.PI / 2, conveyor.path().metres(), 1e-9);
        Pose in = Layout.inlet(conveyor, "");
        Pose out = Layout.outlet(conveyor, "");
        assertEquals(0, Math.hypot(in.x(), in.y()), 1e-9);
        assertEquals(0, Math.hypot(out.x() - 6, out.y() - 5), 1e-3);
        assertEquals(90, out.heading(), 1e-9);
    }

    @Test
    void typedLengthsAndTurnsAreExact() {
        drawing.add(empty, 0, 0);
        "3.27".chars().forEach(c -> drawing.type(String.valueOf((char) c)));
        drawing.add(empty, 9, 0.4);
        "2.5, -90".chars().forEach(c -> drawing.type(String.valueOf((char) c)));
        drawing.add(empty, 0, 0);
        Pose out = Layout.outlet(conveyor(drawing.ended(empty).orElseThrow()), "");
        assertEquals(0, Math.hypot(out.x() - 3.27, out.y() + 2.5), 2e-3);
        drawing.takeBack();
        assertEquals(3.27, conveyor(drawing.ended(empty).orElseThrow()).conveyorPath().metres(), 1e-9);
    }

    @Test
    void itBeginsAtAnOutletAndEndsAtAnInletAndIsLinked() {
        Study study = Edits.placed(Edits.placed(empty, Edits.made(Station.KIND, empty, Placement.at(0, 0))),
                Edits.made(Station.KIND, Edits.placed(empty, Edits.made(Station.KIND, empty, Placement.at(0, 0))), Placement.at(8, 0)));
        drawing.add(study, 1.2, 0.3);
        drawing.add(study, 6.9, -0.2);
        Study drawn = Edits.placed(study, conveyor(drawing.ended(study).orElseThrow()));
        assertEquals(6, ((Conveyor) drawn.find("Conveyor 1").orElseThrow()).conveyorPath().metres(), 1e-9);
        assertEquals(1, drawn.linksFrom("Station 1").size());
        assertEquals("Station 2", drawn.linksFrom("Conveyor 1").getFirst().to());
    }

    @Test
    void mirroringAConveyorMirrorsItsWay() {
        drawing.add(empty, 0, 0);
        drawing.add(empty, 6, 0);
        drawing.add(empty, 6, 5);
        Study study = Edits.placed(empty, conveyor(drawing.ended(empty).orElseThrow()));
        Pose in = Layout.inlet(study.find("Conveyor 1").orElseThrow(), "");
        Pose out = Layout.outlet(study.find("Conveyor 1").orElseThrow(), "");
        Study mirrored = Arranging.mirrored(study, Set.of("Conveyor 1"), true);
        Pose newIn = Layout.inlet(mirrored.find("Conveyor 1").orElseThrow(), "");
        Pose newOut = Layout.outlet(mirrored.find("Conveyor 1").orElseThrow(), "");
        assertEquals(in.y(), newIn.y(), 1e-3);
        assertEquals(out.y(), newOut.y(), 1e-3);
        assertEquals(out.x() - in.x(), newIn.x() - newOut.x(), 2e-3);
        Study back = Arranging.mirrored(mirrored, Set.of("Conveyor 1"), true);
        assertEquals(((Conveyor) study.find("Conveyor 1").orElseThrow()).conveyorPath(),
                ((Conveyor) back.find("Conveyor 1").orElseThrow()).conveyorPath());
    }

    @Test
    void aBufferBecomesAConveyorWithItsPlaceAndLinks() {
        Study study = Edits.placed(empty, Edits.made(Buffer.KIND, empty, Placement.at(3, 4)));
        Conveyor conveyor = Kinds.changedTo(Conveyor.KIND, study.find("Buffer 1").orElseThrow());
        assertEquals(Placement.at(3, 4), conveyor.placement());
        assertEquals("Buffer 1", conveyor.name());
    }

    @Test
    void whateverTheCornersTheWayEndsAtTheLastOne() {
        Random random = new Random(20261125);
        for (int round = 0; round < 500; round++) {
            PathDrawing wild = new PathDrawing();
            double x = 0;
            double y = 0;
            for (int i = 0; i < 2 + random.nextInt(6); i++) {
                wild.add(empty, x, y);
                x += random.nextInt(9) - 4;
                y += random.nextInt(9) - 4;
            }
            wild.ended(empty).map(WayDrawingTest::conveyor).ifPresent(conveyor -> {
                Pose out = Layout.outlet(conveyor, "");
                Pose end = conveyor.path().at(conveyor.path().metres());
                assertEquals(0, Math.hypot(out.x() - end.x(), out.y() - end.y()), 1e-6, conveyor.toString());
                Pose in = Layout.inlet(conveyor, "");
                assertEquals(0, Math.hypot(in.x() - conveyor.path().at(0).x(), in.y() - conveyor.path().at(0).y()), 1e-6);
            });
        }
    }

    @Test
    void aCornerThatIsTakenBackLeavesNoMergeBehind() {
        Study study = empty
                .with(Conveyor.KIND.placed(Set.of(), empty.pieceTypes(), Placement.at(0, 0))
                        .withConveyorPath(ConveyorPath.straight(12)));
        drawing.add(study, -3, 6);
        drawing.add(study, -3, 3);
        drawing.add(study, 2, 0);
        assertEquals(1, drawing.ended(study).orElseThrow().changed().size());
        drawing.takeBack();
        CornerDrawing.Drawn drawn = drawing.ended(study).orElseThrow();
        assertEquals(List.of(), drawn.changed());
        assertEquals(3, conveyor(drawn).conveyorPath().metres(), 1e-9);
    }

    @Test
    void cuttingAndJoiningLeaveToEachEndWhatIsItsOwn() {
        Conveyor belt = Conveyor.KIND.placed(Set.of(), empty.pieceTypes(), Placement.at(0, 0))
                .withConveyorPath(ConveyorPath.straight(12));
        belt = belt.with(belt.basics().withInletShut(ShutTime.parse("1 h to 2 h"))
                .withOutletShut(ShutTime.parse("3 h to 4 h"))
                .withRouting(new Routing(Routing.Choice.IN_TURN, "")));
        Study study = empty.with(belt);
        Study cut = Belts.split(study, belt, 5);
        Conveyor first = (Conveyor) cut.find("Conveyor 1").orElseThrow();
        Conveyor second = (Conveyor) cut.find("Conveyor 2").orElseThrow();
        assertEquals(belt.basics().inletShut(), first.basics().inletShut());
        assertEquals(List.of(), first.basics().outletShut());
        assertEquals(List.of(), second.basics().inletShut());
        assertEquals(belt.basics().outletShut(), second.basics().outletShut());
        assertEquals(belt.basics().routing(), second.basics().routing());
        assertEquals(second, Belts.next(cut, first).orElseThrow());
        assertEquals(study, Belts.joined(cut, first, second));
    }

    /** Found by random hands: what can't be laid is refused, and drawing goes on. */
    @Test
    void aLegThatIsTooLongIsRefusedAndNotSet() {
        PathDrawing drawing = new PathDrawing();
        Study study = Study.empty();
        assertTrue(drawing.add(study, 0, 0));
        String message = assertThrows(StudyException.class, () -> drawing.add(study, 2781, 0)).getMessage();
        assertTrue(message.contains("from 0.05 m to 1000 m"), message);
        assertTrue(drawing.add(study, 10, 0));
        assertEquals(10, conveyor(drawing.ended(study).orElseThrow()).conveyorPath().metres(), 1e-9);
    }
}
