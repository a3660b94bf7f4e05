package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rhombic.chance.DistributionText;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.TransferPoint;
import rhombic.study.value.PieceType;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** The tables of results, against figures worked out by hand: a piece every 2 min, worked on for 90 s. */
class ResultSheetTest {
    private static final Placement AT = Placement.at(0, 0);
    private final LocalEngine engine = new LocalEngine(1);

    private static Study study(String time, UnaryOperator<Work> change) {
        GoodsIn in = new GoodsIn("In", AT, "Piece",
                Optional.of(new Supply.Spaced(DistributionText.parse("2 min"), 1, Optional.of(Quantity.seconds(0)))), GoodsIn.WhenFull.WAIT,
                OptionalInt.empty());
        Station drill = new Station("Drill", AT, 1, 2, Optional.of(DistributionText.parse(time)));
        Station changed = drill.with(change.apply(drill.work()));
        return new Study("Line", RunPlan.ONE_SHIFT.withLength(Quantity.hours(1)).withReplications(3),
                List.of(PieceType.usual("Piece"), PieceType.usual("Spare")), List.of(in, changed, new GoodsOut("Out", AT)),
                List.of(new Link("In", "Drill"), new Link("Drill", "Out")));
    }

    private Summary summary(Study study) {
        return Summary.of(study, engine, RunListener.NONE, () -> false);
    }

    @AfterEach
    void end() {
        engine.close();
    }

    private static String cell(ResultSheet sheet, String row, String heading) {
        int column = sheet.columns().stream().map(ResultSheet.Column::heading).toList().indexOf(heading);
        assertTrue(column >= 0, () -> heading + " is no column of " + sheet.columns());
        return sheet.rows().stream().filter(r -> r.getFirst().equals(row)).findFirst().orElseThrow().get(column);
    }

    /** @param cells headings and what stands under them, as in {@code In = 31.0} */
    private static void assertRow(ResultSheet sheet, String row, String... cells) {
        for (String expected : cells) {
            String heading = expected.substring(0, expected.indexOf(" ="));
            assertEquals(expected, heading + " = " + cell(sheet, row, heading), row);
        }
    }

    @Test
    void equipmentTellsWhatWentThroughAndHowItsTimeWasSpent() {
        ResultSheet sheet = ResultSheet.of(summary(study("90 s", work -> work)), ResultSheet.Subject.EQUIPMENT);
        // Pieces at 0, 2, ..., 60 min: 31 come, the last at the very end; 30 are done after 90 s each.
        assertRow(sheet, "Drill", "In = 31.0", "Out = 30.0", "Max. = 1.0", "Stay = 90.0 s", "Working = 75.0 %", "Starved = 25.0 %");
        assertEquals("0.0 %", cell(sheet, "Drill", "\u00b1"), "nothing is left to chance");
        assertEquals("", cell(sheet, "Out", "Working"), "a goods out has no states");
    }

    @Test
    void everyStateThatMayOccurHasAColumnAndOnlyThoseThatDoAFigure() {
        ResultSheet sheet = ResultSheet.of(summary(study("60 s",
                work -> work.withPause(DistributionText.parse("30 s")).withService(new Work.Service(10, DistributionText.parse("20 s"))))),
                ResultSheet.Subject.STATES);
        assertEquals(1 + 6 + 1, sheet.columns().size(), "what only people, failures and calendars bring is not there without them");
        // Of each 2 min: 60 s work, 30 s pause; 20 s service after each tenth piece, three times an hour.
        assertRow(sheet, "Drill", "Working = 50.0 %", "Pause = 25.0 %", "Service = 1.7 %", "Changeover = ", "Value = 50.0 %");
        assertEquals("", cell(sheet, "In", "Value"), "no work is done at a goods in");
    }

    @Test
    void pieceTypesTellTheirLeadTimeAndWhatItWasSpentOn() {
        ResultSheet sheet = ResultSheet.of(summary(study("90 s", work -> work)), ResultSheet.Subject.PIECES);
        assertRow(sheet, "Piece", "In = 31.0", "Out = 30.0", "Inside = 1.0", "Lead time = 90.0 s", "Worked on = 90.0 s",
                "Waiting = 0.00 s");
        assertEquals("0.0", cell(sheet, "Spare", "Out"));
        assertEquals("\u2013", cell(sheet, "Spare", "Lead time"), "none has left, so there is no lead time");
    }

    @ParameterizedTest
    @EnumSource(ResultSheet.Subject.class)
    void everyRowIsAsWideAsTheColumns(ResultSheet.Subject subject) {
        ResultSheet sheet = ResultSheet.of(summary(study("exponential(90 s)", work -> work)), subject);
        sheet.rows().forEach(row -> assertEquals(sheet.columns().size(), row.size(), row::toString));
        int wide = sheet.columns().stream().mapToInt(ResultSheet.Column::width).sum();
        assertTrue(wide <= 712, () -> subject + " is " + wide + " px wide and would be cut in a window of 1280");
    }

    @Test
    void aStateThatNeverOccursIsNoZeroButOfTheUsualThreeItIs() {
        ResultSheet sheet = ResultSheet.of(summary(study("90 s", work -> work)), ResultSheet.Subject.STATES);
        assertEquals("0.0 %", cell(sheet, "Drill", "Blocked"));
        assertEquals("", cell(sheet, "Drill", "Service"));
    }

    @Test
    void theBalanceNamesOnlyWhatThereWas() {
        assertEquals("Mean of 3 runs after the warm-up: 0.0 inside at the start + 31.0 in \u2212 30.0 out = 1.0 inside at the end.",
                ResultSheet.balance(summary(study("90 s", work -> work))));
        Study full = study("10 min", work -> work).changed("In", e -> ((GoodsIn) e).withWhenFull(GoodsIn.WhenFull.REJECT));
        String balance = ResultSheet.balance(summary(full.withPlan(full.plan().withReplications(1))));
        assertTrue(balance.startsWith("Mean of 1 run after"), balance);
        // One on the drill and two before it; each 10 min one goes on: room for 3 + 6 of 31.
        assertTrue(balance.endsWith("; 22.0 turned away."), balance);
    }

    @Test
    void aBufferSpendsNoTimeOnWork() {
        Study line = study("90 s", work -> work);
        Study with = new Study("Line", line.plan(), line.pieceTypes(),
                List.of(line.elements().get(0), new Buffer("Shelf", AT, OptionalInt.empty(), Buffer.Order.OLDEST_FIRST)),
                List.of(new Link("In", "Shelf")));
        ResultSheet sheet = ResultSheet.of(summary(with), ResultSheet.Subject.EQUIPMENT);
        assertEquals("", cell(sheet, "Shelf", "Working"), "a buffer has no states");
        assertEquals("31.0", cell(sheet, "Shelf", "In"));
        assertEquals("\u2013", cell(sheet, "Shelf", "Stay"));
    }

    /** Two forklifts share what there is to carry: the row of the fleet has their sums and means. */
    @Test
    void aFleetHasARowBeforeItsVehicles() {
        Fleet fleet = Fleet.KIND.blank(Basics.of("F", Placement.at(0, -9))).withVehicles(2);
        Study carried = study("90 s", work -> work).with(fleet);
        carried = carried.withLinks(List.of(carried.links().getFirst(),
                carried.links().getLast().withTravel(new Travel.Carried(Need.of("F"), 1))));
        ResultSheet sheet = ResultSheet.of(summary(carried), ResultSheet.Subject.PEOPLE);
        double jobs = Double.parseDouble(cell(sheet, "F 1", "Jobs")) + Double.parseDouble(cell(sheet, "F 2", "Jobs"));
        assertEquals(jobs, Double.parseDouble(cell(sheet, "All of F", "Jobs")), 0.11);
        assertEquals("All of F", sheet.rows().getFirst().getFirst());
        Study alone = carried.changed("F", e -> ((Fleet) e).withVehicles(1));
        assertEquals(List.of("F"), ResultSheet.of(summary(alone), ResultSheet.Subject.PEOPLE).rows().stream().map(List::getFirst).toList());
    }

    /** A load is fetched 2 m along at 2 m/s, 4 s for the fork each time; cranes bring columns of their own, those that change aisles one more. */
    @Test
    void racksTellWhatACycleTakes() {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", AT)).withLayout(l -> l.withBays(1).withBayPitch(Quantity.metres(2)))
                .withInfeed(TransferPoint.USUAL.withOffset(1).withHeight(0.3))
                .withOutfeed(TransferPoint.USUAL.withOffset(1).withHeight(0.3))
                .withStock(List.of(new RackStock("Piece", 1)));
        Study without = new Study("Store", RunPlan.ONE_SHIFT.withLength(Quantity.hours(1)).withReplications(1),
                List.of(PieceType.usual("Piece")),
                List.of(rack, new GoodsOut("Out", AT)), List.of(new Link("Rack", "Out")));
        StackerCrane crane = StackerCrane.KIND.blank(Basics.of("Crane", AT)).withRack("Rack")
                .withDriving(d -> d.withTravel(axis -> axis.with(Optional.empty()).with(Quantity.parse("2 m/s", Dimension.SPEED))))
                .withCycles(c -> c.withForkTime(DistributionText.parse("4 s")));
        ResultSheet sheet = ResultSheet.of(summary(without.with(crane)), ResultSheet.Subject.RACKS);
        assertRow(sheet, "Rack", "Fetched = 1.0", "Double = 0.0 %", "Cycle = 10.0 s", "Travel = 2.00 s", "Lift = 0.00 s", "Fork = 8.00 s");
        ResultSheet plain = ResultSheet.of(summary(without), ResultSheet.Subject.RACKS);
        assertTrue(plain.columns().stream().noneMatch(column -> column.heading().equals("Cycle")), plain.columns()::toString);
        assertEquals(sheet.columns().size(), sheet.rows().getFirst().size());
    }
}
