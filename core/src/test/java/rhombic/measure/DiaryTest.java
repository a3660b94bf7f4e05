package rhombic.measure;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.study.value.EquipmentState;

/** A diary of a long run stays within its bounds and keeps what matters. */
class DiaryTest {
    private static final EquipmentState IDLE = EquipmentState.STARVED;
    private static final EquipmentState BUSY = EquipmentState.WORKING;

    private final Diary diary = new Diary(new int[] {1, 1}, new int[0]);

    private void active(int equipment, long from, long to) {
        diary.onUnit(equipment, from, IDLE, BUSY);
        diary.onUnit(equipment, to, BUSY, IDLE);
    }

    @Test
    void periodsThatTouchAreOneAsTheyCome() {
        for (int i = 0; i < 100; i++) {
            active(0, 10 * i, 10 * i + 10);
        }
        active(0, 2000, 2005);
        assertEquals(List.of(new Diary.Period(0, 0, 1000), new Diary.Period(0, 2000, 2005)), diary.periods(3000));
    }

    @Test
    void theShorterHalfIsForgottenWhenThereAreTooMany() {
        long now = 0;
        int longOnes = 0;
        for (int i = 0; i < 3 * Diary.MAX_PERIODS; i++) {
            boolean isLong = i % 1000 == 0;
            long length = isLong ? 1_000_000 : 10;
            active(1, now, now + length);
            longOnes += isLong ? 1 : 0;
            now += length + 5;
        }
        List<Diary.Period> kept = diary.periods(now);
        assertTrue(kept.size() <= Diary.MAX_PERIODS, "kept " + kept.size());
        assertEquals(longOnes, kept.stream().filter(period -> period.nanos() == 1_000_000).count(), "no long one is lost");
    }

    @Test
    void theLatestJourneysAreKept() {
        for (int i = 0; i < Diary.MAX_JOURNEYS + 5; i++) {
            diary.onLeft(new Diary.Journey(0, 0, i, i + 7, 0, 0, 0, 0));
        }
        assertEquals(Diary.MAX_JOURNEYS, diary.journeys().size());
        assertEquals(5, diary.journeys().getFirst().createdNanos());
    }
}
