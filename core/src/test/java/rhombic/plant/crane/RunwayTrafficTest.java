package rhombic.plant.crane;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.anyDouble;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Cranes on one runway that keep 5 m apart: who may travel, who waits, and who stands aside, for one instant at a time. */
class RunwayTrafficTest {
    private static final double APART = 5;

    private final RunwayTraffic traffic = new RunwayTraffic(APART);
    private final List<String> log = new ArrayList<>();
    private int cranes;

    /** One that stands, is empty, has nothing to do and reaches everywhere. */
    private final class Crane {
        final Overhead overhead = mock(Overhead.class);
        final int number = cranes++;
        boolean isWaiting;

        Crane(double at) {
            when(overhead.number()).thenReturn(number);
            when(overhead.at()).thenReturn(at);
            when(overhead.goal()).thenReturn(at);
            holds(at, at);
            when(overhead.reaches(anyDouble())).thenReturn(true);
            when(overhead.canStandAside()).thenReturn(true);
            when(overhead.isWaiting()).thenAnswer(call -> isWaiting);
            doAnswer(call -> told("sets out", overhead.goal())).when(overhead).setOut();
            doAnswer(call -> told("stands aside", call.getArgument(0))).when(overhead).standAside(anyDouble());
            traffic.add(overhead);
        }

        private Object told(String what, double to) {
            log.add(number + " " + what + " at " + to);
            isWaiting = false;
            stays().holds(Math.min(overhead.at(), to), Math.max(overhead.at(), to));
            return log;
        }

        Crane holds(double low, double high) {
            when(overhead.low()).thenReturn(low);
            when(overhead.high()).thenReturn(high);
            return this;
        }

        /** It stands where it was, and wants to go there. */
        Crane wants(double goal) {
            isWaiting = true;
            holds(overhead.at(), overhead.at());
            when(overhead.canStandAside()).thenReturn(true);
            when(overhead.goal()).thenReturn(goal);
            return this;
        }

        Crane asked(long nanos) {
            when(overhead.askedNanos()).thenReturn(nanos);
            return this;
        }

        Crane stays() {
            when(overhead.canStandAside()).thenReturn(false);
            return this;
        }
    }

    private void assertTold(String... lines) {
        traffic.serve();
        assertEquals(List.of(lines), log);
        log.clear();
    }

    @Test
    void whoHasRoomSetsOut() {
        new Crane(10).wants(15);
        new Crane(20).wants(40);
        assertTold("0 sets out at 15.0", "1 sets out at 40.0");
        assertTold();
    }

    @Test
    void upToTheLeastDistanceIsRoomAndNoFarther() {
        Crane low = new Crane(10).wants(15);
        Crane high = new Crane(20).stays();
        assertTold("0 sets out at 15.0");
        low.wants(15.1);
        assertTold("0 stands aside at 15.0");
        low.wants(10).isWaiting = false;
        high.wants(14.9);
        assertTold("0 stands aside at 9.9", "1 stands aside at 15.0");
    }

    @Test
    void whoStandsInTheWayGoesAsideAndNoFartherThanNeeded() {
        new Crane(10).wants(30);
        new Crane(20);
        assertTold("1 stands aside at 35.0", "0 stands aside at 15.0");
    }

    @Test
    void theFarthestGoesAsideFirst() {
        new Crane(0).wants(20);
        new Crane(10);
        new Crane(20);
        assertTold("2 stands aside at 30.0", "0 stands aside at 5.0");
    }

    @Test
    void onTheOtherSideToo() {
        new Crane(0);
        new Crane(10);
        Crane high = new Crane(40).wants(5);
        assertTold("0 stands aside at -5.0", "2 stands aside at 15.0");
        high.wants(5);
        assertTold("2 stands aside at 15.0");
        high.wants(12);
        assertTold("1 stands aside at 7.0", "2 stands aside at 15.0");
    }

    @Test
    void whoCannotReachFarEnoughOrWorksStays() {
        Crane low = new Crane(10).wants(30);
        Crane high = new Crane(20);
        when(high.overhead.reaches(35)).thenReturn(false);
        assertTold("0 stands aside at 15.0");
        low.wants(30);
        when(high.overhead.reaches(35)).thenReturn(true);
        high.stays();
        assertTold("0 stands aside at 15.0");
    }

    @Test
    void whoIsKeptComesNearerIfThatIsWorthWhile() {
        Crane low = new Crane(10).wants(30);
        Crane high = new Crane(17).stays();
        assertTold("0 stands aside at 12.0");
        low.wants(30);
        high.holds(16.9, 17);
        assertTold();
    }

    @Test
    void overWhatAnotherTravelsNobodyGoes() {
        new Crane(10).wants(22);
        new Crane(40).stays().holds(25, 40);
        assertTold("0 stands aside at 20.0");
    }

    @Test
    void twoBetweenWhichThereIsAThirdKeepTwiceAsFarApart() {
        new Crane(0).wants(8);
        new Crane(30).stays();
        new Crane(40).stays().holds(17, 40);
        assertTold("0 stands aside at 7.0");
    }

    @Test
    void loadedGoesBeforeEmptyThenAJobBeforeRestThenTheOlderThenTheLower() {
        Crane low = new Crane(0).asked(1);
        Crane high = new Crane(30).asked(2);
        String[] lowFirst = {"0 sets out at 20.0", "1 stands aside at 25.0"};
        String[] highFirst = {"1 sets out at 10.0", "0 stands aside at 5.0"};
        when(high.overhead.isLoaded()).thenReturn(true);
        low.wants(20);
        high.wants(10);
        assertTold(highFirst);
        when(high.overhead.isLoaded()).thenReturn(false);
        when(high.overhead.isOnJob()).thenReturn(true);
        low.wants(20);
        high.wants(10);
        assertTold(highFirst);
        when(high.overhead.isOnJob()).thenReturn(false);
        low.wants(20);
        high.wants(10);
        assertTold(lowFirst);
        low.wants(20).asked(2);
        high.wants(10);
        assertTold(lowFirst);
        low.wants(20).asked(3);
        high.wants(10);
        assertTold(highFirst);
    }

    /** The first is kept by one that travels; the second could go, but to where the first wants to be. */
    @Test
    void whatTheFirstWantsIsGivenToNobodyBehindIt() {
        new Crane(0).wants(20).asked(1);
        Crane second = new Crane(10).wants(7).asked(2);
        new Crane(60).stays().holds(22, 60);
        assertTold("0 stands aside at 5.0");
        assertTrue(second.isWaiting, "there is room for it now, but the first wants to pass");
    }

    @Test
    void whoWaitsGoesAsideForWhoIsBeforeItInOrderOnly() {
        Crane low = new Crane(0).wants(20).asked(1);
        Crane high = new Crane(10).wants(4).asked(2);
        assertTold("1 stands aside at 25.0", "0 stands aside at 5.0");
        low.wants(20).asked(2);
        high.wants(4).asked(1);
        assertTold("0 stands aside at -1.0", "1 stands aside at 5.0");
    }

    @Test
    void whoIsNotInTheWayOfTheFirstSetsOutAllTheSame() {
        new Crane(0).wants(20).asked(1);
        new Crane(12).stays();
        new Crane(60).wants(40).asked(2);
        assertTold("2 sets out at 40.0", "0 stands aside at 7.0");
    }

    /** The first wants to be at 20 m, so that the third of them keeps from where it is less than 30 m. */
    @Test
    void nobodyStandsAsideIntoTheWayOfTheFirst() {
        new Crane(0).wants(20).asked(1);
        new Crane(12).stays();
        new Crane(40);
        new Crane(60).wants(30).asked(2);
        assertTold("0 stands aside at 7.0", "3 stands aside at 45.0");
    }

    @Test
    void besideTheWayOfTheFirstTheyDo() {
        new Crane(0).wants(20).asked(1);
        new Crane(12).stays();
        new Crane(40);
        new Crane(60).wants(36).asked(2);
        assertTold("0 stands aside at 7.0", "2 stands aside at 31.0", "3 stands aside at 45.0");
    }

    @Test
    void whatChangesMeanwhileIsSeenToAfterwards() {
        Crane low = new Crane(0).wants(10);
        Crane high = new Crane(20);
        doAnswer(call -> {
            log.add("0 sets out");
            low.isWaiting = false;
            low.holds(0, 10);
            high.wants(15);
            traffic.serve();
            log.add("and is on its way");
            return log;
        }).when(low.overhead).setOut();
        assertTold("0 sets out", "and is on its way", "1 sets out at 15.0");
    }

    @Test
    void whoFetchesNothingIsAway() {
        new Crane(0);
        Crane high = new Crane(20);
        when(high.overhead.isAway()).thenReturn(true);
        assertFalse(traffic.isAway(0));
        assertTrue(traffic.isAway(1));
    }
}
