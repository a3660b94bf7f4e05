package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.plant.Runs.type;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.RunFigures;
import rhombic.quantity.Unit;
import rhombic.study.kind.Basics;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Station;
import rhombic.study.value.MixPart;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

class SupplyTest {
    private static GoodsIn in(Supply supply, MixPart... mix) {
        return new GoodsIn(Basics.of("In", SOMEWHERE), List.of(mix), Optional.of(supply), GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    private static Supply daily(String... rows) {
        return timetable(Timetable.Repeat.DAILY, rows);
    }

    private static Supply timetable(Timetable.Repeat repeat, String... times) {
        List<Timetable.Row> rows = new ArrayList<>();
        for (String at : times) {
            rows.add(new Timetable.Row(Timetable.seconds(repeat, at), "S", 2, Map.of()));
        }
        return new Supply.ByTimetable(new Timetable(repeat, rows, ""));
    }

    /** Hours since the start, Monday 06:00, at which something came. */
    private static List<Double> arrivals(Supply supply, double hours) {
        Trace trace = Runs.traceOf(new Lines().types(type("S")).chain(in(supply), buffer("B", -1)).study(hours, 0, 1));
        List<Double> times = new ArrayList<>();
        long before = 0;
        for (Optional<Long> time = trace.nextRecordAfter(-1); time.isPresent(); time = trace.nextRecordAfter(time.get())) {
            if (trace.at(time.get()).entered() > before) {
                before = trace.at(time.get()).entered();
                times.add(time.get() / 3.6e12);
            }
        }
        return times;
    }

    @Test
    void aMixIsMetInItsFrequencies() {
        RunFigures run = Runs.of(new Lines().types(type("S"), type("M"), type("L"))
                .chain(in(new Supply.Spaced(time("1 s")), new MixPart("S", 5), new MixPart("M", 3), new MixPart("L", 0)), goodsOut("Out"))
                .study(10, 0, 1));
        double share = (double) run.types().getFirst().out() / run.out();
        assertEquals(5 / 8.0, share, 4 * Math.sqrt(5 / 8.0 * 3 / 8.0 / run.out()));
        assertEquals(0, run.types().get(2).out());
    }

    @Test
    void aStockAtTheStartIsExactlyInProportion() {
        RunFigures run = Runs.of(new Lines().types(type("S"), type("M"), type("L"))
                .chain(in(new Supply.AtStart(11), new MixPart("S", 2), new MixPart("M", 1), new MixPart("L", 0)), buffer("B", -1))
                .study(10, 0, 1));
        assertEquals(List.of(7L, 4L, 0L), run.types().stream().map(t -> t.inside()).toList());
        assertEquals(11, run.in());
    }

    @Test
    void aTimetableOfTheDayBeginsWhereTheRunDoesAndRepeats() {
        // The run begins at 06:00: 05:00 comes first on the next day.
        assertEquals(List.of(0.0, 2.5, 23.0, 24.0, 26.5), arrivals(daily("06:00", "08:30", "05:00"), 27));
    }

    @Test
    void aTimetableOfTheWeekKnowsItsDays() {
        assertEquals(List.of(1.0, 24 + 2.0, 6 * 24 + 1.0, 7 * 24 + 1.0),
                arrivals(timetable(Timetable.Repeat.WEEKLY, "Mon 07:00", "Tue 08:00", "Sun 07:00", "Mon 05:00"), 7 * 24 + 2).stream()
                        .filter(h -> h != 7 * 24 - 1.0).toList());
    }

    @Test
    void aTimetableOnceCountsFromTheStart() {
        assertEquals(List.of(0.0, 1.5), arrivals(timetable(Timetable.Repeat.ONCE, "01:30", "0 s"), 100));
    }

    @Test
    void attributesOfATimetableReachThePieces() {
        Supply supply = new Supply.ByTimetable(new Timetable(Timetable.Repeat.ONCE,
                List.of(new Timetable.Row(0, "S", 1, Map.of("joints", new Value.Num(9))), new Timetable.Row(0, "S", 1, Map.of())), ""));
        Trace trace = Runs.traceOf(new Lines().types(type("S", "joints", 4))
                .chain(in(supply), new Station(Basics.of("W", SOMEWHERE),
                        Work.of(2, 0,
                                new TimeSource.ByFormula("piece.joints", Unit.SECOND)),
                        Work.Load.SINGLE, null), goodsOut("Out"))
                .study(1, 0, 1));
        assertEquals(Map.of("joints", "9"), Runs.settings(trace, 0, 1));
        assertEquals(Map.of(), Runs.settings(trace, 1, 1));
        assertEquals(1, trace.at(4_000_000_000L).left());
        assertEquals(2, trace.at(9_000_000_000L).left());
    }

    @Test
    void theLimitHoldsForEverySupply() {
        for (Supply supply : List.of(new Supply.OnDemand(), new Supply.AtStart(20), new Supply.Spaced(time("1 s")),
                daily("06:00", "07:00", "08:00"))) {
            RunFigures run = Runs.of(new Lines().types(type("S"))
                    .chain(in(supply, new MixPart("S", 1)).withMaxPieces(OptionalInt.of(5)), station("W", 1, 0, "1 s"), goodsOut("Out"))
                    .study(10, 0, 1));
            assertEquals(5, run.in(), supply.toString());
        }
    }

    @Test
    void whatCameWhileThePlantWasFullIsCounted() {
        GoodsIn away = in(daily("06:00", "07:00"), new MixPart("S", 1)).withWhenFull(GoodsIn.WhenFull.REJECT);
        RunFigures run = Runs.of(new Lines().types(type("S")).chain(away, buffer("B", 3)).study(10, 0, 1));
        assertEquals(1, run.rejected());
        assertEquals(1, at(run, "In").rejected());
        assertEquals(3, run.in());
    }

    /** A stock of five before a station with room for three: the others are turned away, and the three are worked on from the start. */
    @Test
    void aStockThatIsTurnedAwayFillsWhatIsThereAtTheStart() {
        GoodsIn stock = Lines.stock("In", "Piece", 5).withWhenFull(GoodsIn.WhenFull.REJECT);
        RunFigures run = Runs.of(new Lines().chain(stock, station("S", 1, 2, "10 s"), goodsOut("Out")).study(35 / 3600.0, 0, 1));
        assertEquals(2, run.rejected());
        assertEquals(3, run.out());
        assertEquals(30, run.lead().max(), 1e-9);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"DAILY | 25:00 | no time of day", "DAILY | Mon 08:00 | names a day",
            "WEEKLY | 08:00 | lacks its day", "WEEKLY | Foo 08:00 | lacks its day", "DAILY | soon | no time",
            "ONCE | soon | no time since the start",
            "ONCE | 90 | no time since the start", "DAILY | 08:61 | no time of day"})
    void aTimeThatIsNoneIsRefusedWithAnExample(Timetable.Repeat repeat, String text, String why) {
        assertTrue(assertThrows(StudyException.class, () -> Timetable.seconds(repeat, text)).getMessage().contains(why));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"DAILY | 08:30", "WEEKLY | Sun 23:59:59", "ONCE | 30:15", "ONCE | 12.5 s"})
    void timesReadAsTheyAreWritten(Timetable.Repeat repeat, String text) {
        assertEquals(text, Timetable.text(repeat, Timetable.seconds(repeat, text)));
    }
}
