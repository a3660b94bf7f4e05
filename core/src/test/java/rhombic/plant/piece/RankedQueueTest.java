package rhombic.plant.piece;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Against a plain list that is searched and sorted. */
class RankedQueueTest {
    private record Plain(Slot slot, long turn) {}

    /** Stands for a piece that may be exchanged for another, as an offer does. */
    private static final class Slot extends QueueEntry {
        private Piece piece;

        Slot(Piece piece) {
            this.piece = piece;
        }

        @Override
        public Piece piece() {
            return piece;
        }
    }

    private static Ranking ranking(Ranking.Kept kept, long[] clock) {
        return kept == Ranking.Kept.AS_THEY_CAME ? Ranking.BY_AGE : new Ranking() {
            @Override
            public Kept kept() {
                return kept;
            }

            @Override
            public double rank(Piece piece) {
                return kept == Kept.WHILE_IT_WAITS ? piece.type : Math.abs(piece.type * 7 - clock[0] % 50);
            }
        };
    }

    private static Piece piece(Random random) {
        Piece piece = new Piece(random.nextInt(6));
        if (random.nextInt(6) == 0) {
            piece.ensureRework().failed = true;
        }
        return piece;
    }

    @Property(tries = 300, seed = "20261125")
    void itKeepsTheOrderAPlainListWould(@ForAll long seed) {
        Random random = new Random(seed);
        Ranking.Kept kept = Ranking.Kept.values()[random.nextInt(3)];
        long[] clock = {0};
        Ranking ranking = ranking(kept, clock);
        RankedQueue<Slot> queue = new RankedQueue<>(ranking);
        List<Plain> plain = new ArrayList<>();
        long turn = 0;
        for (int step = 0; step < 200; step++) {
            clock[0]++;
            if (random.nextInt(5) < 3 || plain.isEmpty()) {
                Slot slot = new Slot(piece(random));
                queue.add(slot);
                plain.add(new Plain(slot, turn++));
            } else {
                Slot taken = random.nextBoolean() ? queue.first() : plain.get(random.nextInt(plain.size())).slot();
                queue.remove(taken);
                plain.removeIf(entry -> entry.slot() == taken);
            }
            if (random.nextInt(10) == 0 && kept == Ranking.Kept.WHILE_IT_WAITS && !plain.isEmpty()) {
                plain.get(random.nextInt(plain.size())).slot().piece().type = random.nextInt(6);
                queue.updateRanks();
            }
            if (random.nextInt(8) == 0 && !plain.isEmpty()) {
                Plain changed = plain.get(random.nextInt(plain.size()));
                Piece before = changed.slot().piece;
                changed.slot().piece = piece(random);
                queue.exchanged(changed.slot());
                boolean staysInPlace = before.isFailed() == changed.slot().piece.isFailed()
                        && (before.isFailed() || kept != Ranking.Kept.WHILE_IT_WAITS || before.type == changed.slot().piece.type);
                if (!staysInPlace) {
                    plain.remove(changed);
                    plain.add(new Plain(changed.slot(), turn++));
                }
            }
            assertEquals(plain.size(), queue.size());
            assertEquals(plain.stream().filter(entry -> entry.slot().piece().isFailed()).count(), queue.urgent());
            Comparator<Plain> order = Comparator.comparing((Plain e) -> !e.slot().piece().isFailed())
                    .thenComparingDouble(e -> e.slot().piece().isFailed() ? 0 : ranking.rank(e.slot().piece()))
                    .thenComparingLong(Plain::turn);
            List<Slot> expected = plain.stream().sorted(order).map(Plain::slot).toList();
            List<Slot> inOrder = new ArrayList<>();
            for (Slot slot = queue.first(); slot != null; slot = queue.next(slot)) {
                inOrder.add(slot);
            }
            assertEquals(expected, inOrder);
        }
    }

    @Property(tries = 100, seed = "20261129")
    void theNewestOfTheBestIsTheLastThatCameOfThoseWithTheLowestRank(@ForAll long seed) {
        Random random = new Random(seed);
        long[] clock = {random.nextInt(50)};
        Ranking ranking = ranking(Ranking.Kept.values()[random.nextInt(3)], clock);
        RankedQueue<Piece> queue = new RankedQueue<>(ranking);
        List<Piece> plain = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(12); i++) {
            plain.add(new Piece(random.nextInt(4)));
            queue.add(plain.getLast());
        }
        double lowest = plain.stream().mapToDouble(ranking::rank).min().orElseThrow();
        assertSame(plain.reversed().stream().filter(piece -> ranking.rank(piece) == lowest).findFirst().orElseThrow(),
                queue.newestOfBest());
    }

    @Test
    void aRankThatChangesIsAskedForOnceForEachThatWaits() {
        int[] times = {0};
        RankedQueue<Piece> queue = new RankedQueue<>(new Ranking() {
            @Override
            public Kept kept() {
                return Kept.NOT_AT_ALL;
            }

            @Override
            public double rank(Piece piece) {
                times[0]++;
                return -piece.type;
            }
        });
        assertNull(queue.first());
        for (int i = 0; i < 5; i++) {
            queue.add(new Piece(i));
        }
        Piece first = queue.first();
        Piece second = queue.next(first);
        assertEquals(2, queue.next(second).type);
        assertEquals(5, times[0], "a formula may draw, so it is worked out once");
    }
}
