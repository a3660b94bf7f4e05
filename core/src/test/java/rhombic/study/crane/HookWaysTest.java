package rhombic.study.crane;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.site.Wall;

/** How high a bridge crane of 40 m by 20 m, which lifts up to 6 m and keeps half a metre, passes over what stands below. */
class HookWaysTest {
    private static final double NEAR = 1e-9;

    private static Quantity metres(double value) {
        return Quantity.parse(value + " m", Dimension.LENGTH);
    }

    private static BridgeCrane crane() {
        return BridgeCrane.KIND.blank(Basics.of("Crane", Placement.at(0, 0)))
                .withRunway(r -> r.withLength(metres(40)).withSpan(metres(20)).withLiftHeight(metres(6)).withClearance(metres(0.5)));
    }

    private static HookWays ways(PlantElement... elements) {
        Study study = Study.empty();
        for (PlantElement element : elements) {
            study = study.with(element);
        }
        return new HookWays(study.with(crane()), crane());
    }

    private static PlantElement box(String name, double x, double y, double z, double heading, double high) {
        return buffer(name, -1).with(buffer(name, -1).basics().placed(new Placement(x, y, z, heading)).withSize(new Footprint(2, 2, high)));
    }

    private static double height(HookWays ways, double x, double y, double toX, double toY) {
        return ways.heightBetween(Pose.at(x, y, 0, 0), Pose.at(toX, toY, 0, 0));
    }

    @Test
    void theHighestOfAllBelowCounts() {
        HookWays ways = ways(box("A", 0, 0, 0, 0, 2), box("B", 4, 0, 0, 0, 3.5), box("C", -4, 0, 0, 0, 1));
        assertEquals(4, height(ways, -8, 0, 8, 0), NEAR);
        assertEquals(2.5, height(ways, -8, 0, 1, 0), NEAR);
        assertEquals(1.5, height(ways, -8, 0, -4, 0), NEAR);
        assertEquals(0.5, height(ways, -8, 5, 8, 5), NEAR);
    }

    /** The box reaches from 1 m before to 1 m behind its middle, and a load 0.8 m beside the hook. */
    @Test
    void aLoadNeedsRoomBesideTheHook() {
        HookWays ways = ways(box("A", 0, 0, 0, 0, 2));
        assertEquals(2.5, height(ways, -8, 1.79, 8, 1.79), NEAR);
        assertEquals(0.5, height(ways, -8, 1.81, 8, 1.81), NEAR);
        assertEquals(2.5, height(ways, -8, -1.79, 8, -1.79), NEAR);
        assertEquals(0.5, height(ways, -8, -1.81, 8, -1.81), NEAR);
        assertEquals(2.5, height(ways, -8, 0, -1.79, 0), NEAR);
        assertEquals(0.5, height(ways, -8, 0, -1.81, 0), NEAR);
        assertEquals(2.5, height(ways, 1.79, 0, 8, 0), NEAR);
        assertEquals(0.5, height(ways, 1.81, 0, 8, 0), NEAR);
    }

    /** Bridge and trolley move at once, each at its own pace: all of the rectangle between both places counts. */
    @Test
    void allOfTheRectangleBetweenBothPlacesCounts() {
        HookWays ways = ways(box("A", 4, -4, 0, 0, 2));
        assertEquals(2.5, height(ways, -5, -5, 5, 5), NEAR);
        assertEquals(2.5, height(ways, 5, 5, -5, -5), NEAR);
        assertEquals(0.5, height(ways, -5, 0, 2, 5), NEAR);
    }

    /** Turned by 45 degrees its corners reach 1.414 m out, and its sides pass 1 m beside its middle. */
    @Test
    void aTurnedBoxCountsAsItStands() {
        HookWays ways = ways(box("A", 0, 0, 0, 45, 2));
        assertEquals(2.5, height(ways, -8, 2.2, 8, 2.2), NEAR);
        assertEquals(0.5, height(ways, -8, 2.22, 8, 2.22), NEAR);
        // its side is where x + y is 1.414, and the corner of what the load passes over 0.8 m before the hook each way
        assertEquals(0.5, height(ways, 0.8 + 0.71, 0.8 + 0.71, 8, 8), NEAR);
        assertEquals(2.5, height(ways, 0.8 + 0.7, 0.8 + 0.7, 8, 8), NEAR);
        assertEquals(0.5, height(ways, -0.8 - 0.71, 0.8 + 0.71, -8, 8), NEAR);
        assertEquals(2.5, height(ways, -0.8 - 0.7, 0.8 + 0.7, -8, 8), NEAR);
        assertEquals(0.5, height(ways, -8, -8, -0.8 - 0.71, -0.8 - 0.71), NEAR);
        assertEquals(2.5, height(ways, -8, -8, -0.8 - 0.7, -0.8 - 0.7), NEAR);
        assertEquals(0.5, height(ways, 8, -8, 0.8 + 0.71, -0.8 - 0.71), NEAR);
        assertEquals(2.5, height(ways, 8, -8, 0.8 + 0.7, -0.8 - 0.7), NEAR);
    }

    @Test
    void whatStandsHigherIsHigherAndWhatIsAboveTheRailsIsPassedBelow() {
        assertEquals(3.5, height(ways(box("A", 0, 0, 1, 0, 2)), -8, 0, 8, 0), NEAR);
        BridgeCrane crane = crane();
        assertEquals(0.5, height(ways(box("A", 0, 0, crane.railMetres() + 0.1, 0, 2)), -8, 0, 8, 0), NEAR);
    }

    @Test
    void wallsAndConveyorsCountAsFarAsTheyReach() {
        Wall wall = ((Wall) Wall.KIND.blank(Basics.of("W", Placement.at(0, 0))).through(List.of(Pose.at(0, -8, 0, 0), Pose.at(0, 0, 0, 0))))
                .withHeight(metres(3));
        HookWays past = ways(wall);
        assertEquals(3.5, height(past, -5, -4, 5, -4), NEAR);
        assertEquals(0.5, height(past, -5, 4, 5, 4), NEAR);
        Conveyor conveyor = (Conveyor) Conveyor.KIND.blank(Basics.of("C", Placement.at(-5, 0)));
        HookWays over = ways(conveyor);
        double high = height(over, -5, -3, -5, 3);
        assertTrue(high > 0.5 + 0.5, "a conveyor stands there: " + high);
        assertEquals(0.5, height(over, -5, 3, 5, 3), NEAR);
    }

    @Test
    void whatIsTooHighCannotBePassed() {
        Pose from = Pose.at(-8, 0, 0, 0);
        Pose to = Pose.at(8, 0, 0, 0);
        assertTrue(ways(box("A", 0, 0, 0, 0, 5.5)).canPass(from, to));
        assertFalse(ways(box("A", 0, 0, 0, 0, 5.6)).canPass(from, to));
    }
}
