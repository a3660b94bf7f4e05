package rhombic.plant.crane;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static rhombic.validation.Lines.buffer;

import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Travel;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.HookWays;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.validation.Lines;

/** How high loads pass and are gripped: A stands 1 m, B 2 m and C 3 m above the floor, and the crane carries from A to B. */
class LiftLevelsTest {
    private final PlantElement a = high("A", -12, 1);
    private final PlantElement b = high("B", 0, 2);
    private final PlantElement c = high("C", 12, 3);

    private static PlantElement high(String name, double x, double z) {
        return buffer(name, -1).placed(new Placement(x, 0, z, 0));
    }

    private static Quantity metres(double value) {
        return Quantity.parse(value + " m", Dimension.LENGTH);
    }

    private LiftLevels levels(double liftHeight) {
        BridgeCrane crane = BridgeCrane.KIND.blank(Basics.of("Crane", Placement.at(0, 0))).withRunway(
                r -> r.withLength(metres(40)).withSpan(metres(20)).withLiftHeight(metres(liftHeight)).withClearance(metres(0.5)));
        UnfoldedStudy study = UnfoldedStudy.of(new Lines().chain(a).chain(b, c).chain(crane)
                .link(new Link("A", "B").withTravel(new Travel.Carried(Need.of("Crane"), 1))).study(1, 0, 1));
        return new LiftLevels(study, crane, new HookWays(study.study(), crane));
    }

    private static Pose beside(Pose place, double metres) {
        return Pose.at(place.x() + metres, place.y(), 0, 0);
    }

    @Test
    void aPieceIsGrippedWhereItsLinkBeginsAndReleasedWhereItEnds() {
        LiftLevels levels = levels(6);
        Pose from = Layout.outlet(a, "");
        Pose to = Layout.inlet(b, "");
        assertNotEquals(from.z(), to.z());
        assertEquals(from.z(), levels.levelAt(from), 0);
        assertEquals(to.z(), levels.levelAt(to), 0);
        assertEquals(to.z(), levels.levelAt(beside(to, 0.009)), 0, "a hair beside it");
        assertEquals(Port.TABLE_METRES, levels.levelAt(beside(to, 0.011)), 0, "elsewhere as high as a table");
        assertEquals(Port.TABLE_METRES, levels.levelAt(Layout.inlet(c, "")), 0, "where it brings nothing too");
    }

    @Test
    void nothingIsLiftedHigherThanTheCraneLifts() {
        assertEquals(2, levels(2).levelAt(Layout.inlet(b, "")), 0);
        Pose from = Layout.outlet(a, "");
        Pose to = Layout.inlet(b, "");
        double top = b.placement().zMetres() + b.footprint().heightMetres();
        assertEquals(top + 0.5, levels(6).height(from, to), 1e-9);
        assertEquals(2, levels(2).height(from, to), 0);
    }
}
