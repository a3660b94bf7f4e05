package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.site.Wall;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.validation.Lines;

/** What is told of hall cranes, with a remedy that mends it. */
class HallCraneCheckTest {
    private static final Study STUDY = new Lines().types(PieceType.usual("Piece").withWeight(kilograms(800)))
            .chain(onDemand("In").placed(Placement.at(-40, 0)), box(buffer("Store", 3), -8)).chain(box(goodsOut("Out"), 8))
            .chain(box(buffer("Between", 3), 0))
            .chain(BridgeCrane.KIND.blank(Basics.of("Crane", Placement.at(0, 0))))
            .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("Crane"), 1))).study(1, 0, 1);

    private static Quantity kilograms(double value) {
        return Quantity.parse(value + " kg", Dimension.MASS);
    }

    private static Quantity metres(double value) {
        return Quantity.parse(value + " m", Dimension.LENGTH);
    }

    private static PlantElement box(PlantElement element, double x) {
        return element.with(element.basics().placed(Placement.at(x, 0)).withSize(new Footprint(2, 2, 1)));
    }

    private static Study crane(UnaryOperator<BridgeCrane> change) {
        return STUDY.changed("Crane", e -> change.apply((BridgeCrane) e));
    }

    private static List<Problem> problems(Study study) {
        return HallCraneCheck.of(study, new TypeFlow(study));
    }

    /** It is told in these words, and its remedy mends it. */
    private static void isTold(Study study, String words) {
        Problem problem = problems(study).stream().filter(one -> one.message().contains(words)).findFirst()
                .orElseThrow(() -> new AssertionError(words + " is not among " + problems(study)));
        Study mended = problem.fixes().getFirst().changes().applyTo(study);
        assertTrue(problems(mended).stream().noneMatch(one -> one.message().contains(words)), words + ": " + problems(mended));
    }

    @Test
    void allIsWellWhereItReaches() {
        assertEquals(List.of(), problems(STUDY));
    }

    @Test
    void whatItDoesNotReach() {
        isTold(crane(c -> c.withRunway(r -> r.withLength(metres(12)))), "It does not reach Store, so nothing is lifted from Store to Out");
        isTold(crane(c -> c.with(c.basics().placed(Placement.at(0, 9)))), "It does not reach Store");
        isTold(crane(c -> c.withCranes(6)), "None of its cranes reaches both ends from Store to Out");
    }

    @Test
    void whatAHookCantPass() {
        Study high = STUDY.changed("Between", e -> e.with(e.basics().withSize(new Footprint(2, 2, 4.7))));
        isTold(high, "Loads can\u2019t pass from Store to Out: what stands between needs them 5.2 m high, and they are lifted to 5 m");
    }

    @Test
    void whatIsTooHeavy() {
        isTold(crane(c -> c.withMaxWeight(Optional.of(kilograms(500)))), "It can\u2019t lift pieces of type Piece from Store to Out");
    }

    @Test
    void cranesWithoutRoom() {
        isTold(crane(c -> c.withCranes(2).withRunway(r -> r.withSafeDistance(metres(16)))), "Its 2 cranes have no room to stand aside");
    }

    @Test
    void zonesThatAreGone() {
        isTold(crane(c -> c.withUse(u -> u.withZones(List.of("Nowhere")))), "Its zone \u201cNowhere\u201d is not there");
    }

    @Test
    void aBridgeThroughTheRoof() {
        Wall wall = (Wall) Wall.KIND.blank(Basics.of("Wall", Placement.at(0, 60)))
                .through(List.of(Pose.at(-30, 60, 0, 0), Pose.at(30, 60, 0, 0)));
        Study hall = STUDY.with(wall.withHeight(metres(6)));
        assertTrue(problems(hall).getFirst().message().contains("goes through the roof"));
        assertEquals(List.of(), problems(STUDY.with(wall.withHeight(metres(9)))));
    }

    @Test
    void measuresThatCantBe() {
        assertThrows(StudyException.class, () -> crane(c -> c.withRunway(r -> r.withLiftHeight(metres(0.2)))));
        assertThrows(StudyException.class, () -> crane(c -> c.withCranes(9)));
        assertThrows(StudyException.class,
                () -> crane(c -> c.withDriving(d -> d.withHoist(d.hoist().with(Quantity.parse("0 m/s", Dimension.SPEED))))));
    }
}
