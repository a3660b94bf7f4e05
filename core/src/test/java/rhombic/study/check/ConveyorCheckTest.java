package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.value.PieceType;
import rhombic.study.value.Route;
import rhombic.study.value.StudyException;
import rhombic.validation.Lines;

/** What can't lie on a conveyor or go round its arcs is told at its place, with the remedy. */
class ConveyorCheckTest {
    private static Conveyor usual(Route route) {
        return Conveyor.usual(Basics.of("Belt", SOMEWHERE), route);
    }

    private static List<Problem> found(Conveyor conveyor, String length, String width) {
        return StudyCheck.of(study(conveyor, length, width)).stream().filter(p -> p.kind() == Problem.Kind.CONVEYOR).toList();
    }

    private static Study study(Conveyor conveyor, String length, String width) {
        PieceType usual = PieceType.usual("Piece");
        return new Lines().types(usual.sized(metres(length), metres(width), usual.height()))
                .chain(onDemand("In"), conveyor, goodsOut("Out"))
                .study(8, 0, 1);
    }

    private static Quantity metres(String text) {
        return Quantity.parse(text, Dimension.LENGTH);
    }

    private static Route turning(double radius) {
        return new Route(List.of(new Route.Leg.Straight(3, 0), new Route.Leg.Arc(radius, 90)));
    }

    @Test
    void aPieceThatLiesWellIsNoProblem() {
        assertEquals(List.of(), found(usual(turning(1)), "0.6 m", "0.4 m"));
    }

    @Test
    void aPieceLongerThanTheConveyorIsAnError() {
        Problem problem = found(usual(Route.straight(0.5)), "0.6 m", "0.4 m").getFirst();
        assertTrue(problem.isError());
        assertEquals(
                "Belt: Piece is 0.6 m long, longer than the conveyor of 0.5 m. Make the conveyor longer, or let the piece lie the other way.",
                problem.toString());
        assertEquals(List.of(), found(usual(Route.straight(0.5)).withLie(Conveyor.Lie.ACROSS), "0.6 m", "0.4 m"));
    }

    @Test
    void aPieceWiderThanALaneIsToldAndTheLaneWidenedByOneClick() {
        Study study = study(usual(Route.straight(5)), "0.6 m", "1.13 m");
        Problem problem = found(usual(Route.straight(5)), "0.6 m", "1.13 m").getFirst();
        assertEquals("Piece is 1.13 m wide, wider than a lane of 0.8 m", problem.what());
        Study mended = problem.fixes().getFirst().changes().applyTo(study);
        assertEquals(1.2, ((Conveyor) mended.find("Belt").orElseThrow()).width().inBaseUnit(), 1e-9);
        assertTrue(StudyCheck.of(mended).stream().noneMatch(p -> p.kind() == Problem.Kind.CONVEYOR));
    }

    @Test
    void anArcThatIsTooNarrowForTheConveyorOrThePieceIsTold() {
        Problem turnsBack = found(usual(turning(0.3)), "0.2 m", "0.2 m").getFirst();
        assertTrue(turnsBack.isError() && turnsBack.what().contains("its inner side would turn back"), turnsBack.toString());
        Study study = study(usual(turning(0.3)), "0.2 m", "0.2 m");
        Study mended = turnsBack.fixes().getFirst().changes().applyTo(study);
        Conveyor wide = (Conveyor) mended.find("Belt").orElseThrow();
        assertEquals(0.8, wide.route().leastRadius(), 1e-9);
        assertEquals(0, Math.hypot(wide.path().at(0).x() - usual(turning(0.3)).path().at(0).x(),
                wide.path().at(0).y() - usual(turning(0.3)).path().at(0).y()), 1e-9, "it begins where it did");
        assertEquals(Problem.Grade.WARNING, found(usual(turning(0.6)), "0.2 m", "0.2 m").getFirst().grade());
        assertTrue(found(usual(turning(1)), "1.6 m", "0.5 m").getFirst().what().startsWith("Piece is too long for its arc of 1 m"));
    }

    @Test
    void whatNoConveyorCanHaveIsRefusedWithTheRule() {
        String steep = assertThrows(StudyException.class, () -> new Route.Leg.Straight(3, 31)).getMessage();
        assertEquals("A slope must be at most 30 degrees, or pieces slide; got 31.0", steep);
        String still = assertThrows(StudyException.class,
                () -> usual(Route.straight(5)).withSpeed(Quantity.parse("0 m/s", Dimension.SPEED)))
                .getMessage();
        assertTrue(still.contains("must be above 0 m/s") && still.endsWith("Switch it off to stop it"), still);
        assertThrows(StudyException.class, () -> new Route(List.of()));
        assertThrows(StudyException.class, () -> usual(Route.straight(5)).withLanes(0));
        assertThrows(StudyException.class, () -> usual(Route.straight(5)).withGap(Quantity.parse("-1 m", Dimension.LENGTH)));
    }
}
