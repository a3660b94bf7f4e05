package rhombic.plant.crane;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;
import static rhombic.validation.Lines.time;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.tally.SkillTally;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Group;
import rhombic.plant.route.Mover;
import rhombic.plant.route.StraightRouter;
import rhombic.plant.run.Run;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneSharing;
import rhombic.study.crane.CraneTool;
import rhombic.study.crane.HookWays;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Dispatching;
import rhombic.study.kind.Basics;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;

/** Which of four bridge cranes on 40 m, 5 m apart, serves what, and with which tool. */
class HallCraneTest {
    private static final BridgeCrane FOUR = BridgeCrane.KIND.blank(Basics.of("Cranes", Placement.at(0, 0))).withCranes(4)
            .withRunway(r -> r.withLength(metres(40)).withSpan(metres(20)).withLiftHeight(metres(6)).withClearance(metres(0.5))
                    .withSafeDistance(metres(5)));
    /** In the second of the four parts, which the last crane just reaches. */
    private static final Pose OUTLET = Pose.at(-5, 0, 0, 0);
    private static final Pose INLET = Pose.at(-5, 8, 0, 0);

    private final RunwayTraffic runway = mock(RunwayTraffic.class);

    private static Quantity metres(double value) {
        return Quantity.parse(value + " m", Dimension.LENGTH);
    }

    private List<HallCrane> cranes(BridgeCrane element) {
        Study study = Study.empty().withPieceTypes(List.of(PieceType.usual("A"), PieceType.usual("B"), PieceType.usual("C"))).with(element);
        Run run = new CranesOnly(study);
        Group group = new Allocation(run.simulator, List.of(new SkillTally(0))).group("Cranes",
                new Group.Ways(Mover.even(1), Mover.even(1), new StraightRouter(), null, 0),
                new Group.Rules(Dispatching.USUAL, piece -> 0, null, AtShiftEnd.FINISH, null));
        return IntStream.range(0, element.count()).mapToObj(i -> new HallCrane(i, "Crane " + i, group, new boolean[] {true},
                Pose.at(-20 + 5 * i, 0, 0, 0), element, new HookWays(study, element), runway, run, null)).toList();
    }

    private static List<Integer> serving(List<HallCrane> cranes, Pose outlet, Pose inlet) {
        return cranes.stream().filter(crane -> crane.serves(outlet, inlet)).map(crane -> crane.number).toList();
    }

    /** Its own part each serves; where its crane is away, the nearest to it does, of two as near the one of the lower number. */
    @ParameterizedTest
    @CsvSource({"'', 1", "1, 0", "'0,1', 2", "'0,1,2', 3", "0, 1", "2, 1"})
    void whoIsNearestToThePartOfOneThatIsAwayServesThere(String away, int serves) {
        Arrays.stream(away.split(",")).filter(one -> !one.isEmpty())
                .forEach(one -> when(runway.isAway(Integer.parseInt(one))).thenReturn(true));
        List<HallCrane> cranes = cranes(FOUR);
        List<Integer> there = serving(cranes, OUTLET, INLET).stream().filter(number -> !runway.isAway(number)).toList();
        assertEquals(List.of(serves), there);
    }

    @Test
    void whereAllServeEverywhereEachThatReachesBothEndsDoes() {
        List<HallCrane> cranes = cranes(FOUR.withUse(use -> use.withSharing(CraneSharing.EVERYWHERE)));
        assertEquals(List.of(0, 1, 2, 3), serving(cranes, OUTLET, INLET));
        assertEquals(List.of(0), serving(cranes, Pose.at(-18, 0, 0, 0), INLET), "the others keep room for it");
        assertEquals(List.of(3), serving(cranes, OUTLET, Pose.at(18, 0, 0, 0)));
        assertEquals(List.of(), serving(cranes, OUTLET, Pose.at(-5, 11, 0, 0)), "beyond the span");
    }

    @Test
    void oneHoldsOnePiece() {
        HallCrane crane = cranes(FOUR).getFirst();
        BitSet taken = new BitSet();
        assertEquals(0, crane.freeSlot(new Piece(0), taken));
        taken.set(0);
        assertEquals(-1, crane.freeSlot(new Piece(0), taken));
    }

    @Test
    void anotherToolIsPutOnForWhatNeedsIt() {
        CraneTool claw = new CraneTool("Claw", List.of("A"), Optional.empty(), Optional.empty());
        CraneTool magnet = new CraneTool("Magnet", List.of("B"), Optional.empty(), Optional.empty());
        HallCrane crane = cranes(FOUR.withUse(use -> use.withTools(List.of(claw, magnet)).withToolChange(time("2 min")))).getFirst();
        Piece a = new Piece(0);
        Piece b = new Piece(1);
        Piece c = new Piece(2);
        assertEquals(0, crane.preparesFor(a), "it begins with the first");
        assertEquals(0, crane.preparesFor(c), "gripped with whichever is on");
        assertEquals(120_000_000_000L, crane.preparesFor(b));
        assertEquals(0, crane.preparesFor(b));
        assertEquals(120_000_000_000L, crane.preparesFor(a));
        assertSame(crane.handling(), crane.handling(c));
        assertNotSame(crane.handling(), crane.handling(a));
        assertNotSame(crane.handling(a), crane.handling(b));
    }
}
