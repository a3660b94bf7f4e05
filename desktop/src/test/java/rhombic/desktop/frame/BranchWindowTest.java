package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.desktop.work.Edits;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.place.Placement;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;

/** Conveyors branch off, come together, are laid anew, cut and joined by hand, in the real window. */
class BranchWindowTest extends WindowBase {
    private static final double ON_TOP = 0.75;

    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    /** Goods in and out, and 12 m of conveyor between, from -6 m to 6 m. */
    private void line(FxRobot robot) {
        robot.interact(() -> window.bench().edit("a line", study -> {
            GoodsIn in = GoodsIn.KIND.placed(Set.of(), study.pieceTypes(), Placement.at(-8, 0));
            Study with = Edits.placed(study.withPieceTypes(List.of(PieceType.usual("A"), PieceType.usual("B"), PieceType.usual("C"))),
                    in.withMix(List.of(new MixPart("A", 1), new MixPart("B", 1), new MixPart("C", 1))));
            Conveyor main = Conveyor.KIND.placed(with.names(), with.pieceTypes(), Placement.at(0, 0))
                    .withConveyorPath(ConveyorPath.straight(12));
            with = with.with(main).linked("Goods in", main.name());
            return with.with(new GoodsOut(Basics.of("Out A", Placement.at(8, 0)))).linked(main.name(), "Out A");
        }));
        assertEquals(Set.of("Goods in", "Conveyor 1", "Out A"), study().names());
    }

    private void drawn(FxRobot robot, double[]... corners) {
        robot.clickOn("#family-move").clickOn("#thing-conveyor");
        robot.clickOn("#family-move");
        for (double[] corner : corners) {
            robot.clickOn(onScreen(corner[0], corner[1], 0));
        }
        robot.push(KeyCode.ENTER).push(KeyCode.ESCAPE);
    }

    @Test
    void threeTypesAreSortedByDivertsDrawnFromTheSideOfAConveyor(FxRobot robot) {
        line(robot);
        drawn(robot, new double[] {-2, 0}, new double[] {-2, 4});
        drawn(robot, new double[] {2, 0}, new double[] {2, -4});
        assertEquals(List.of("Divert 1", "Divert 2"), conveyor("Conveyor 1").fittings().stream().map(Fitting::name).toList());
        assertEquals(Fitting.Side.LEFT, ((Fitting.Divert) conveyor("Conveyor 1").fittings().getFirst()).side());
        assertEquals(Fitting.Side.RIGHT, ((Fitting.Divert) conveyor("Conveyor 1").fittings().getLast()).side());
        assertEquals(4, conveyor("Conveyor 1").fittings().getFirst().position().inBaseUnit(), 0.11);
        assertTrue(study().links().stream().anyMatch(link -> link.fromPort().equals("Divert 2") && link.to().equals("Conveyor 3")));
        robot.interact(() -> window.bench().edit("outs", study -> study.with(new GoodsOut(Basics.of("Out B", Placement.at(-2, 6))))
                .with(new GoodsOut(Basics.of("Out C", Placement.at(2, -6)))).linked("Conveyor 2", "Out B").linked("Conveyor 3", "Out C")));
        robot.interact(() -> window.bench().select("Conveyor 1"));
        for (String[] one : new String[][] {{"2", "B"}, {"3", "C"}}) {
            press(robot, "#token-only-" + one[0]);
            pick(robot, "certain types");
            press(robot, "#token-only-" + one[0] + "-types");
            press(robot, "#tick-A");
            press(robot, "#tick-" + one[1]);
            press(robot, "#editor-use");
        }
        List<LinkFilter> filters = study().linksFrom("Conveyor 1").stream().map(Link::filter).toList();
        assertEquals(List.of(LinkFilter.ALL, new LinkFilter.Types(List.of("B")), new LinkFilter.Types(List.of("C"))), filters);
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(2 * 3_600_000_000_000L));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == 2 * 3_600_000_000_000L).isPresent());
        var moment = window.player().moment().orElseThrow();
        for (String out : List.of("Out A", "Out B", "Out C")) {
            int node = study().elements().stream().map(element -> element.name()).toList().indexOf(out);
            assertTrue(moment.in(node) > 10, out + " got " + moment.in(node));
        }
    }

    @Test
    void aConveyorThatIsDrawnToTheSideOfAnotherMergesThere(FxRobot robot) {
        line(robot);
        drawn(robot, new double[] {1, 4}, new double[] {1, 0});
        Fitting.Merge merge = (Fitting.Merge) conveyor("Conveyor 1").fittings().getFirst();
        assertEquals(Fitting.Side.LEFT, merge.side());
        assertEquals(7, merge.position().inBaseUnit(), 0.11);
        assertEquals(new Link("Conveyor 2", "Conveyor 1").withPorts("", "Merge 1").ends(),
                study().linksFrom("Conveyor 2").getFirst().ends());
        assertEquals(3.6, conveyor("Conveyor 2").conveyorPath().metres(), 0.06, "it ends at the side, 0.4 m before the middle");
    }

    @Test
    void cornersAreDraggedAndTakenOutAndAConveyorIsCutAndJoinedAgain(FxRobot robot) {
        line(robot);
        robot.interact(() -> window.bench().select("Conveyor 1"));
        Conveyor before = conveyor("Conveyor 1");
        robot.drag(onScreen(0, 0, ON_TOP)).dropTo(onScreen(0, 3, ON_TOP));
        Conveyor bent = conveyor("Conveyor 1");
        assertEquals(3, bent.conveyorPath().legs().size(), bent.conveyorPath().toString());
        assertEquals(0, Math.hypot(bent.path().at(0).x() + 6, bent.path().at(0).y()), 1e-3, "it begins where it did");
        assertEquals(0, Math.hypot(bent.path().at(1e6).x() - 6, bent.path().at(1e6).y()), 2e-3, "and ends there");
        ConveyorPath.Corner corner = bent.corners().orElseThrow().all().get(1);
        click(robot, onScreen(corner.x(), corner.y(), ON_TOP), 2);
        assertEquals(12, conveyor("Conveyor 1").conveyorPath().metres(), 1e-6);
        robot.push(KeyCode.CONTROL, KeyCode.Z).push(KeyCode.CONTROL, KeyCode.Z);
        assertEquals(before, conveyor("Conveyor 1"));
        press(robot, "#token-cut");
        type(robot, "20 m");
        assertTrue(text(robot, "editor-message").contains("It can be cut from 0.05 m to 11.95 m"), text(robot, "editor-message"));
        robot.push(KeyCode.ESCAPE);
        press(robot, "#token-cut");
        type(robot, "4.5 m");
        assertEquals(4.5, conveyor("Conveyor 1").conveyorPath().metres(), 1e-9);
        assertEquals("Conveyor 2", study().linksFrom("Conveyor 1").getFirst().to());
        assertEquals("Out A", study().linksFrom("Conveyor 2").getFirst().to());
        assertEquals(List.of("Conveyor 1"), study().linksFrom("Goods in").stream().map(Link::to).toList());
        press(robot, "#token-join");
        assertEquals(12, conveyor("Conveyor 1").conveyorPath().metres(), 1e-9);
        assertEquals(Set.of("Goods in", "Conveyor 1", "Out A"), study().names());
        assertEquals("Out A", study().linksFrom("Conveyor 1").getFirst().to());
    }

    @Test
    void aRampIsDraggedInItsHeight(FxRobot robot) {
        line(robot);
        robot.interact(() -> window.bench().edit("slope",
                study -> study.changed("Conveyor 1",
                        e -> ((Conveyor) e).withConveyorPath(new ConveyorPath(List.of(new ConveyorPath.PathLeg.Straight(4, 0),
                                new ConveyorPath.PathLeg.Straight(4, 12), new ConveyorPath.PathLeg.Straight(4, 0)))))));
        robot.interact(() -> window.bench().select("Conveyor 1"));
        Conveyor ramp = conveyor("Conveyor 1");
        ConveyorPath.Corner top = ramp.corners().orElseThrow().all().get(2);
        robot.drag(onScreen(top.x(), top.y(), ON_TOP + top.height())).dropTo(onScreen(top.x() - 1, top.y(), ON_TOP + top.height()));
        Conveyor steeper = conveyor("Conveyor 1");
        ConveyorPath.Corner dragged = steeper.corners().orElseThrow().all().get(2);
        assertEquals(top.x() - 1, dragged.x(), 0.13, "on a grid of a quarter metre");
        assertEquals(top.height(), dragged.height(), 2e-3);
        assertEquals(ramp.path().at(1e6).x(), steeper.path().at(1e6).x(), 3e-3, "it ends where it did");
        assertTrue(((ConveyorPath.PathLeg.Straight) steeper.conveyorPath().legs().get(1)).slopeDegrees() > 14,
                steeper.conveyorPath().toString());
    }

    @Test
    void divertsMergesAndSensorsAreChangedOnTheCard(FxRobot robot) {
        line(robot);
        robot.interact(() -> window.bench().select("Conveyor 1"));
        press(robot, "#token-add-sensor");
        press(robot, "#token-add-merge");
        press(robot, "#token-place-of-S1");
        type(robot, "9 m");
        press(robot, "#token-delay-of-S1");
        type(robot, "5 s");
        press(robot, "#token-first-at-Merge-1");
        pick(robot, "in turn");
        assertEquals(List.of("Merge 1", "S1"), conveyor("Conveyor 1").fittings().stream().map(Fitting::name).toList());
        assertEquals(Fitting.Priority.TURN, ((Fitting.Merge) conveyor("Conveyor 1").fittings().getFirst()).priority());
        assertEquals("5 s", ((Fitting.Sensor) conveyor("Conveyor 1").fittings().getLast()).after().toString());
        press(robot, "#token-take-Merge-1-out");
        assertEquals(1, conveyor("Conveyor 1").fittings().size());
    }
}
