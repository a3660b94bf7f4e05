package rhombic.insight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.goodsOut;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.plant.Runs;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** What is told of an aisle, of its slots and of what lies in them. */
class RackSectionTest {
    private static final Study STUDY = study();
    private static final Trace TRACE = Runs.traceOf(STUDY);

    /** Seven pieces at the start, from the first bay on, two deep; one is fetched at 100 s. */
    private static Study study() {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", new Placement(0, 0, 0, 90)))
                .withLayout(l -> l.withBays(3).withDepth(2).withLevels(LevelHeights.of(2, Quantity.parse("1 m", Dimension.LENGTH))))
                .withStoring(s -> s.withSlotRule(SlotChoice.FIRST_FREE)).withStock(List.of(new RackStock("Piece", 7)))
                .withOrders(Optional.of(new OrderPlan(Lines.time("1 h"), List.of(),
                        List.of(new ListedOrder("One", Quantity.seconds(100), "Piece", 1, false)), Optional.empty())));
        return new Lines().chain(rack, goodsOut("Out"))
                .chain(StackerCrane.KIND.blank(Basics.of("Crane", Placement.at(9, 9))).withRack("Rack")).study(1, 0, 1);
    }

    private static RackSection at(double seconds) {
        UnfoldedStudy unfolded = UnfoldedStudy.of(STUDY);
        return RackSection.of(unfolded, (Rack) unfolded.element(0), 0, TRACE.at((long) (seconds * 1e9)), 0);
    }

    @Test
    void eachSlotTellsWhatLiesInFrontAndSinceWhen() {
        RackSection section = at(60);
        assertEquals(Map.of("Piece", 7), section.counts());
        assertEquals("Bay 1, level 1, on the right: Piece 2, for 1 min 0 s, and 1 behind it", section.text(0, 0, 0));
        assertEquals("Bay 3, level 2, on the left: empty", section.text(1, 2, 1));
        assertTrue(section.front(1, 2, 1).isEmpty());
    }

    /** Before anything is asked for it stands at the infeed, 1.5 m before the rack, 0.8 m high. */
    @Test
    void theCraneIsWhereItIs() {
        RackSection.Crane crane = at(60).crane().orElseThrow();
        assertEquals(-1.5, crane.alongMetres(), 1e-9);
        assertEquals(0.8, crane.highMetres(), 1e-9);
        assertTrue(at(104).crane().orElseThrow().alongMetres() > -1.5, "it is on its way");
    }

    /** The older of two in a slot is asked for at 100 s: the younger is moved aside first, then the older goes out. */
    @Test
    void aCraneTellsWhatItDoesAndWhatComesNext() {
        UnfoldedStudy unfolded = UnfoldedStudy.of(STUDY);
        StackerCrane crane = STUDY.find("Crane", StackerCrane.class).orElseThrow();
        List<CraneJobs.OfCrane> before = new CraneJobs(unfolded).of(crane, TRACE, TRACE.at(60_000_000_000L));
        assertEquals(1, before.size());
        assertEquals("Crane", before.getFirst().crane());
        List<String> jobs = before.getFirst().jobs();
        assertEquals(2, jobs.size(), jobs::toString);
        assertTrue(jobs.get(0).matches("in 4.* s Piece 2 from bay 1, level 1, on the right, to bay \\d, .*"),
                jobs::toString);
        assertTrue(jobs.get(1).matches("in 1 min .* Piece 1 from bay 1, level 1, on the right, to the outfeed"),
                jobs::toString);
        boolean isSeen = false;
        for (int second = 100; second < 180; second++) {
            List<String> now = new CraneJobs(unfolded).of(crane, TRACE, TRACE.at(second * 1_000_000_000L)).getFirst().jobs();
            isSeen |= now.size() == 1 && now.getFirst().equals("has Piece 1, to the outfeed");
        }
        assertTrue(isSeen, "the last is on the fork for a while");
        assertEquals(List.of(), new CraneJobs(unfolded).of(crane, TRACE, TRACE.at(1_000_000_000_000L)).getFirst().jobs());
    }

    /** Of four that come one after the other, each gets the number of the one before, which has gone: what still goes out is told of no more. */
    @Test
    void whatGoesOutIsNotToldOfAsFetchedAgain() {
        Rack rack = STUDY.find("Rack", Rack.class).orElseThrow().withStock(List.of()).withLayout(l -> l.withAisles(2))
                .withOrders(Optional.empty());
        Study study = new Lines()
                .chain(Lines.timetable("In", "10 s Piece", "120 s Piece", "240 s Piece", "360 s Piece"), rack, goodsOut("Out"))
                .chain(STUDY.find("Crane", StackerCrane.class).orElseThrow().withCranes(2)).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        StackerCrane crane = study.find("Crane", StackerCrane.class).orElseThrow();
        int told = 0;
        for (int second = 0; second < 600; second++) {
            for (CraneJobs.OfCrane one : new CraneJobs(unfolded).of(crane, trace, trace.at(second * 1_000_000_000L))) {
                told += one.jobs().size();
                assertTrue(one.jobs().stream().noneMatch(job -> job.contains(" from the outfeed")), one.jobs()::toString);
            }
        }
        assertTrue(told > 20, "they are told of: " + told);
    }

    /** A click on a load tells its slot, that a crane moves it, and where it waits to go. */
    @Test
    void aLoadTellsWhereItIs() {
        PieceStory story = new PieceStory(UnfoldedStudy.of(STUDY), TRACE);
        Moment early = TRACE.at(60_000_000_000L);
        String first = story.doing(early.piece(0).orElseThrow(), early);
        assertEquals("Has been in aisle 1, bay 1, level 1, on the right, place 2 from the aisle of Rack for 1 min 0 s.", first);
        boolean isMoved = false;
        for (int second = 100; second < 180; second++) {
            Moment moment = TRACE.at(second * 1_000_000_000L);
            for (int piece = 0; piece < 7; piece++) {
                Optional<PieceStatus> status = moment.piece(piece);
                isMoved |= status.isPresent() && story.doing(status.get(), moment).startsWith("Is moved by Crane in Rack for ");
            }
        }
        assertTrue(isMoved, "what stands in front is moved aside, and then the one behind is fetched");
    }
}
