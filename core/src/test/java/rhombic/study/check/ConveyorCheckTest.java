package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsOut;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.StudyException;
import rhombic.validation.Lines;

/** What can't lie on a conveyor or go round its arcs is told at its place, with the remedy. */
class ConveyorCheckTest {
    private static Conveyor usual(ConveyorPath route) {
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

    private static ConveyorPath turning(double radius) {
        return new ConveyorPath(List.of(new ConveyorPath.PathLeg.Straight(3, 0), new ConveyorPath.PathLeg.Arc(radius, 90)));
    }

    @Test
    void aPieceThatLiesWellIsNoProblem() {
        assertEquals(List.of(), found(usual(turning(1)), "0.6 m", "0.4 m"));
    }

    @Test
    void aPieceLongerThanTheConveyorIsAnError() {
        Problem problem = found(usual(ConveyorPath.straight(0.5)), "0.6 m", "0.4 m").getFirst();
        assertTrue(problem.isError());
        assertEquals(
                "Belt: Piece is 0.6 m long, longer than the conveyor of 0.5 m. Make the conveyor longer, or let the piece lie the other way.",
                problem.toString());
        assertEquals(List.of(), found(usual(ConveyorPath.straight(0.5)).withOrientation(Conveyor.Orientation.ACROSS), "0.6 m", "0.4 m"));
    }

    /** No conveyor may be so wide: it is told all the same, without a button. */
    @Test
    void whereNoRemedyCanBeMadeTheProblemIsToldWithoutOne() {
        Problem problem = found(usual(ConveyorPath.straight(500)), "25 m", "45 m").getFirst();
        assertTrue(problem.message().contains("45 m wide"), problem::toString);
        assertEquals(List.of(), problem.fixes());
        String name = "n".repeat(81);
        Study study = study(usual(ConveyorPath.straight(5)), "0.6 m", "0.4 m");
        Study naming = study.withLinks(study.links().stream()
                .map(link -> link.withFilter(
                        new LinkFilter.Condition("piece.type == '" + name + "' and piece." + name + " > 0 and here." + name + " > 0")))
                .toList());
        assertTrue(StudyCheck.of(naming).stream().anyMatch(one -> one.message().contains(name)), () -> StudyCheck.of(naming).toString());
    }

    @Test
    void aPieceWiderThanALaneIsToldAndTheLaneWidenedByOneClick() {
        Study study = study(usual(ConveyorPath.straight(5)), "0.6 m", "1.13 m");
        Problem problem = found(usual(ConveyorPath.straight(5)), "0.6 m", "1.13 m").getFirst();
        assertEquals("Piece is 1.13 m wide, wider than a lane of 0.8 m", problem.message());
        Study repaired = problem.fixes().getFirst().changes().applyTo(study);
        assertEquals(1.2, ((Conveyor) repaired.find("Belt").orElseThrow()).width().inBaseUnit(), 1e-9);
        assertTrue(StudyCheck.of(repaired).stream().noneMatch(p -> p.kind() == Problem.Kind.CONVEYOR));
    }

    @Test
    void anArcThatIsTooNarrowForTheConveyorOrThePieceIsTold() {
        Problem turnsBack = found(usual(turning(0.3)), "0.2 m", "0.2 m").getFirst();
        assertTrue(turnsBack.isError() && turnsBack.message().contains("its inner side would turn back"), turnsBack.toString());
        Study study = study(usual(turning(0.3)), "0.2 m", "0.2 m");
        Study repaired = turnsBack.fixes().getFirst().changes().applyTo(study);
        Conveyor wide = (Conveyor) repaired.find("Belt").orElseThrow();
        assertEquals(0.8, wide.conveyorPath().minRadius(), 1e-9);
        assertEquals(0, Math.hypot(wide.path().at(0).x() - usual(turning(0.3)).path().at(0).x(),
                wide.path().at(0).y() - usual(turning(0.3)).path().at(0).y()), 1e-9, "it begins where it did");
        assertEquals(Problem.Grade.WARNING, found(usual(turning(0.6)), "0.2 m", "0.2 m").getFirst().grade());
        assertTrue(found(usual(turning(1)), "1.6 m", "0.5 m").getFirst().message().startsWith("Piece is too long for its arc of 1 m"));
    }

    @Test
    void whatNoConveyorCanHaveIsRefusedWithTheRule() {
        String steep = assertThrows(StudyException.class, () -> new ConveyorPath.PathLeg.Straight(3, 31)).getMessage();
        assertEquals("A slope must be at most 30 degrees, or pieces slide; got 31.0", steep);
        String still = assertThrows(StudyException.class,
                () -> usual(ConveyorPath.straight(5)).withSpeed(Quantity.parse("0 m/s", Dimension.SPEED)))
                .getMessage();
        assertTrue(still.contains("must be above 0 m/s") && still.endsWith("Switch it off to stop it"), still);
        assertThrows(StudyException.class, () -> new ConveyorPath(List.of()));
        assertThrows(StudyException.class, () -> usual(ConveyorPath.straight(5)).withLanes(0));
        assertThrows(StudyException.class, () -> usual(ConveyorPath.straight(5)).withGap(Quantity.parse("-1 m", Dimension.LENGTH)));
    }

    private static Conveyor fitted(double metres, Fitting... fittings) {
        return usual(ConveyorPath.straight(metres)).withFittings(List.of(fittings));
    }

    private static Fitting.Divert divert(String name, String at) {
        return new Fitting.Divert(name, metres(at), Fitting.Side.LEFT, Routing.PREFERENCE);
    }

    private static Fitting.Merge merge(String name, String at) {
        return new Fitting.Merge(name, metres(at), Fitting.Side.LEFT, Fitting.Priority.MAIN);
    }

    private static List<String> all(Study study) {
        return StudyCheck.of(study).stream().map(Problem::toString).toList();
    }

    @Test
    void aDivertBehindTheEndIsAnErrorThatOneClickMends() {
        Conveyor belt = fitted(3, divert("Aside", "4 m"));
        Problem problem = found(belt, "0.6 m", "0.4 m").getFirst();
        assertTrue(problem.isError());
        assertEquals("Aside is at 4 m, but the conveyor is only 3 m long", problem.message());
        Study repaired = problem.fixes().getFirst().changes().applyTo(study(belt, "0.6 m", "0.4 m"));
        assertEquals("2.9 m", ((Conveyor) repaired.find("Belt").orElseThrow()).fittings().getFirst().position().toString());
    }

    @Test
    void divertsAndMergesThatLeadNowhereOrStandTooCloseAreTold() {
        List<String> told = all(study(fitted(5, divert("Aside", "2 m"), merge("Into", "2.3 m")), "0.6 m", "0.4 m"));
        assertTrue(told.contains(
                "Belt: Nothing leaves it at Aside, so all goes straight on. Link Aside to what takes those pieces, or take it out."),
                told.toString());
        assertTrue(told.contains("Belt: Nothing comes in at Into. Link what comes from the side to it, or take it out."), told.toString());
        assertTrue(told.stream().anyMatch(text -> text.startsWith("Belt: From Aside to Into it is 0.3 m, less than a piece takes (0.6 m)")),
                told.toString());
    }

    @Test
    void onARigidConveyorNothingAtAMergeGoesBeforeWhatComesAlong() {
        Conveyor rigid = fitted(5, merge("Into", "2.3 m")).withMode(Conveyor.Mode.RIGID);
        Fitting.Merge turns = new Fitting.Merge("Into", rigid.fittings().getFirst().position(), Fitting.Side.LEFT, Fitting.Priority.TURN);
        Study study = study(rigid.withFitting("Into", turns), "0.6 m", "0.4 m");
        Problem told = StudyCheck.of(study).stream().filter(p -> p.message().contains("goes first all the same")).findFirst().orElseThrow();
        assertTrue(told.message().startsWith("First at Into is \u201cin turn\u201d, but the conveyor is rigid"), told.message());
        Study repaired = told.fixes().getFirst().changes().applyTo(study);
        assertTrue(all(repaired).stream().noneMatch(text -> text.contains("rigid")), all(repaired)::toString);
        assertTrue(all(study(fitted(5, turns), "0.6 m", "0.4 m")).stream().noneMatch(text -> text.contains("rigid")), "else it may");
    }

    @Test
    void linksToPortsThatAreNotThereAndIntoItselfAreErrors() {
        Study study = study(fitted(5, merge("Into", "2 m")), "0.6 m", "0.4 m");
        List<String> told = all(study.withLinks(List.of(new Link("In", "Belt").withPorts("", "Onto"), new Link("Belt", "Out"),
                new Link("Belt", "Belt").withPorts("", "Into"))));
        assertTrue(told.contains("Belt: The link from In ends at \u201cOnto\u201d, which it does not have. "
                + "Let the link end at its usual inlet, or add one of that name."), told.toString());
        assertTrue(told.contains("Belt: It leads into itself. Let another conveyor, or a buffer, lie between."), told.toString());
    }

    @Test
    void sharesAtADivertLeaveTheRestToGoStraightOnAndMayNotBeMoreThanAll() {
        Study study = study(fitted(5, divert("Aside", "2 m")), "0.6 m", "0.4 m");
        Study sixty = study.withLinks(List.of(new Link("In", "Belt"), new Link("Belt", "Out"),
                new Link("Belt", "Out").withPorts("Aside", "").withShare(Optional.of(Quantity.percent(60)))));
        assertEquals(List.of(), all(sixty));
        Study more = sixty.with(new GoodsOut("Out 2", SOMEWHERE))
                .with(List.of(), List.of(new Link("Belt", "Out 2").withPorts("Aside", "").withShare(Optional.of(Quantity.percent(50)))));
        assertEquals(List.of(
                "Belt: The shares that leave it at Aside add up to 110 %, so nothing goes straight on. Make them add up to 100 % at most."),
                all(more));
    }

    @Test
    void positionsThatDoNotMakeUpTheWayAreToldWithBothRemedies() {
        Conveyor belt = usual(ConveyorPath.straight(12))
                .withIndexing(new Conveyor.Indexing(Optional.of(metres("0.6 m")), OptionalInt.of(18)));
        Problem problem = found(belt, "0.6 m", "0.4 m").getFirst();
        assertEquals("18 positions of 0.6 m are 10.8 m, but it is drawn 12 m long", problem.message());
        assertEquals(List.of("Let it have 20 positions", "Let a position be 0.6667 m long"),
                problem.fixes().stream().map(Problem.Fix::name).toList());
        for (Problem.Fix fix : problem.fixes()) {
            assertTrue(StudyCheck.of(fix.changes().applyTo(study(belt, "0.6 m", "0.4 m"))).stream()
                    .noneMatch(p -> p.kind() == Problem.Kind.CONVEYOR), fix.name());
        }
        Problem tooLong = found(belt.withIndexing(new Conveyor.Indexing(Optional.of(metres("0.5 m")), OptionalInt.empty())), "0.6 m",
                "0.4 m")
                .getFirst();
        assertEquals("Piece is 0.6 m long, longer than its position of 0.5 m", tooLong.message());
    }

    @Test
    void aPieceHeavierThanAllThatMayLieOnItIsAnError() {
        Conveyor belt = usual(ConveyorPath.straight(5)).withMaxWeight(Optional.of(Quantity.parse("500 g", Dimension.MASS)));
        assertEquals("Piece weighs 1 kg, more than the 500 g it may carry", found(belt, "0.6 m", "0.4 m").getFirst().message());
    }

    @Test
    void namesOfFittingsAreTheirOwnAndSensorsCanBeSaidInFormulas() {
        assertTrue(assertThrows(StudyException.class, () -> fitted(5, divert("A", "1 m"), merge("A", "3 m"))).getMessage()
                .contains("Two places along a conveyor are called \u201cA\u201d"));
        assertTrue(assertThrows(StudyException.class, () -> divert("out", "1 m")).getMessage().contains("give it another name than out"));
        assertTrue(assertThrows(StudyException.class, () -> new Fitting.Sensor("too long", metres("1 m"), Quantity.seconds(0))).getMessage()
                .contains("must be one word"));
        assertThrows(StudyException.class, () -> divert("A", "0 m"));
    }
}
