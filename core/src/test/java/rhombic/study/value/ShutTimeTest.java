package rhombic.study.value;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.quantity.Quantity;
import rhombic.study.kind.Basics;
import rhombic.study.place.Placement;

class ShutTimeTest {
    private static final long MINUTE = 60_000_000_000L;

    private static Basics basics(List<ShutTime> times) {
        return Basics.of("Oven", Placement.at(0, 0)).withInletShut(times);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "0 s on", "1 h to 2 h", "1 h to 2 h, 5 h on", "90 s to 2 min, 2 min to 3 min, 1 d to 2 d"})
    void timesAreReadAsTheyAreWritten(String text) {
        List<ShutTime> times = ShutTime.parse(text);
        assertEquals(text, ShutTime.text(times));
        assertEquals(times, basics(times).inletShut());
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"1 h; got “1 h”", "1 h to; got “1 h to”", "2 h to 1 h; opens later", "1 h to 1 h; opens later",
            "-1 h on; at least 0 s", "1 to 2 h; h", "1 m to 2 m; time", "soon on; soon",
            "1 h to 2 h 5 h on; on"})
    void whatIsNoTimeIsRefusedWithTheReason(String text, String hint) {
        String message = String.valueOf(assertThrows(IllegalArgumentException.class, () -> ShutTime.parse(text)).getMessage());
        assertTrue(message.contains(hint), message);
    }

    @ParameterizedTest
    @ValueSource(strings = {"5 h on, 6 h to 7 h", "2 h to 3 h, 1 h to 2 h", "1 h to 3 h, 2 h to 4 h", "1 h on, 1 h on"})
    void timesThatReachIntoEachOtherAreRefusedAtTheirPlace(String text) {
        String message = String.valueOf(assertThrows(StudyException.class, () -> basics(ShutTime.parse(text))).getMessage());
        assertTrue(message.contains("Oven") && message.contains("in order"), message);
    }

    @Test
    void itIsShutFromItsBeginUpToItsEnd() {
        List<ShutTime> times = ShutTime.parse("10 min to 20 min, 40 min on");
        long[] open = {0, 10 * MINUTE - 1, 20 * MINUTE, 40 * MINUTE - 1};
        long[] shut = {10 * MINUTE, 20 * MINUTE - 1, 40 * MINUTE, 9000 * MINUTE};
        for (long at : open) {
            assertFalse(ShutTime.isShut(times, at), "at " + at);
        }
        for (long at : shut) {
            assertTrue(ShutTime.isShut(times, at), "at " + at);
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"''; 30 min; 30 min on", "10 min to 20 min; 30 min; 10 min to 20 min, 30 min on",
            "10 min on; 30 min; 10 min to 30 min, 30 min on",
            "10 min to 20 min, 40 min to 50 min; 15 min; 10 min to 15 min, 15 min on", "10 min to 20 min; 10 min; 10 min on"})
    void shuttingFromAMomentDropsWhatWasToComeAfterIt(String before, String moment, String after) {
        assertEquals(after, ShutTime.text(basics(ShutTime.shutFrom(ShutTime.parse(before), minutes(moment))).inletShut()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"10 min on; 30 min; 10 min to 30 min",
            "10 min to 20 min, 40 min on; 45 min; 10 min to 20 min, 40 min to 45 min", "10 min to 50 min; 20 min; 10 min to 20 min",
            "10 min on; 10 min; ''", "10 min to 20 min; 20 min; 10 min to 20 min"})
    void openingFromAMomentEndsTheTimeThatIsOn(String before, String moment, String after) {
        assertEquals(after, ShutTime.text(basics(ShutTime.openFrom(ShutTime.parse(before), minutes(moment))).inletShut()));
    }

    private static Quantity minutes(String text) {
        return Quantity.minutes(Double.parseDouble(text.replace(" min", "")));
    }

    /** However often it is switched, before the last switch nothing changes and after it all is as switched. */
    @Property(tries = 300, seed = "20261124")
    void switchingKeepsThePastAndRulesTheFuture(@ForAll long seed) {
        Random random = new Random(seed);
        List<ShutTime> times = List.of();
        long now = 0;
        for (int i = 0; i < 12; i++) {
            now += random.nextInt(20);
            Quantity moment = Quantity.seconds(now);
            boolean shut = random.nextBoolean();
            List<ShutTime> after = basics(shut ? ShutTime.shutFrom(times, moment) : ShutTime.openFrom(times, moment)).inletShut();
            for (long second = 0; second < now + 30; second++) {
                boolean expected = second < now ? ShutTime.isShut(times, second * 1_000_000_000L) : shut;
                assertEquals(expected, ShutTime.isShut(after, second * 1_000_000_000L), "second " + second + " after a switch at " + now);
            }
            times = after;
        }
    }

    @Test
    void forReadingTheTimesAreToldToTheSecond() {
        assertEquals("4 h 2 min 32 s on", ShutTime.shown(ShutTime.parse("14552 s on")));
        assertEquals("0 s to 1 d 1 s", ShutTime.shown(ShutTime.parse("0 s to 86401 s")));
    }
}
