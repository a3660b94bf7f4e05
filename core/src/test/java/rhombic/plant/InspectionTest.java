package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Station;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Inspection;
import rhombic.study.work.Work;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

class InspectionTest {
    private static final PieceType PIECE = PieceType.usual("Piece")
            .withLooks(List.of(new Look("usual", "#2E7F9E"), new Look("failed", "#C8452F")));

    private static Station check(double percent, double factor, int maxReworks, int room) {
        return new Station(Basics.of("Check", SOMEWHERE), Work.of(1, 9, new TimeSource.Drawn(time("10 s"))), Work.Load.SINGLE,
                new Inspection(Quantity.percent(percent), "failed", factor, maxReworks, room));
    }

    @Test
    void whatFailsGoesBackBeforeNewWorkWithoutInterruptingItAndTakesItsFactor() {
        // Everything fails once and is scrapped at the second failure. Making takes 100 s, remaking 150 s.
        Lines lines = new Lines().types(PIECE).chain(stock("In", "Piece", 3), station("Make", 1, 9, "100 s"), check(100, 1.5, 1, 1),
                goodsOut("Out"));
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        // 100 s: the first is made, checked till 110 s, and waits while the second is worked on till 200 s.
        PieceStatus back = trace.at(111_000_000_000L).piece(0).orElseThrow();
        assertEquals(1, back.node());
        assertEquals(PieceStatus.Activity.WAITS, back.activity());
        assertEquals(1, back.look(), "it shows that it failed");
        // It is then taken before the third, which has waited since the start, and is done at 350 s.
        assertEquals(PieceStatus.Activity.IS_WORKED_ON, trace.at(201_000_000_000L).piece(0).orElseThrow().activity());
        assertEquals(PieceStatus.Activity.WAITS, trace.at(201_000_000_000L).piece(2).orElseThrow().activity());
        assertEquals(1, trace.at(349_000_000_000L).piece(0).orElseThrow().node());
        assertEquals(2, trace.at(351_000_000_000L).piece(0).orElseThrow().node());
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(3, run.scrapped());
        assertEquals(0, run.out());
        assertEquals(3 * (100 + 150) / 3600.0, at(run, "Make").share(EquipmentState.WORKING), 1e-12);
    }

    @Test
    void withTheRoomForReworkFullTheFailedPieceBlocksTheCheck() {
        Lines lines = new Lines().types(PIECE).chain(stock("In", "Piece", 9), station("Make", 3, 9, "100 s"), check(100, 1, 1, 1),
                goodsOut("Out"));
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        // Three are made at 100 s and the next three begun; the first fails at 110 s and waits, the second at 120 s has no room.
        assertEquals(EquipmentState.BLOCKED, trace.at(125_000_000_000L).state(2).orElseThrow());
        assertEquals(1, trace.at(125_000_000_000L).piece(1).orElseThrow().backTo());
    }

    @Test
    void scrapIsWhatFailsOnceMoreThanItMayBeReworked() {
        Lines lines = new Lines().types(PIECE).chain(onDemand("In"), station("Make", 1, 0, "20 s"), check(30, 1, 2, 4), goodsOut("Out"));
        RunFigures run = Runs.of(lines.study(4000, 0, 1));
        double finished = run.out() + run.scrapped();
        double scrapped = Math.pow(0.3, 3);
        assertEquals(scrapped, run.scrapped() / finished, 4 * Math.sqrt(scrapped * (1 - scrapped) / finished));
        assertTrue(run.types().getFirst().scrapped() == run.scrapped());
    }

    @Test
    void whatPassesLooksAsUsualAgain() {
        Lines lines = new Lines().types(PIECE).chain(arrivals("In", "30 s", 1), station("Make", 1, 9, "20 s"), check(40, 1, 50, 9),
                buffer("Shelf", -1));
        Trace trace = Runs.traceOf(lines.study(20, 0, 1));
        assertTrue(trace.at(72_000_000_000_000L).at(3).stream().allMatch(s -> s.look() == 0));
        assertTrue(trace.at(72_000_000_000_000L).content(3) > 500);
    }

    @Test
    void aStationThatChecksWhatNobodyMadeRepeatsItItself() {
        Lines lines = new Lines().types(PIECE).chain(stock("In", "Piece", 2), check(100, 2, 1, 1), goodsOut("Out"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(2, run.scrapped());
        assertEquals(2 * (10 + 20) / 3600.0, at(run, "Check").share(EquipmentState.WORKING), 1e-12);
    }
}
