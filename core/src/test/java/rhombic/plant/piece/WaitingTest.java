package rhombic.plant.piece;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Against a plain list that is searched. */
class WaitingTest {
    private record Entry(Piece piece, long turn) {}

    @Property(tries = 300, seed = "20261125")
    void itKeepsTheOrderAPlainListWould(@ForAll long seed) {
        Random random = new Random(seed);
        Ranking.Kept kept = Ranking.Kept.values()[random.nextInt(3)];
        long[] clock = {0};
        Ranking ranking = kept == Ranking.Kept.AS_THEY_CAME ? Ranking.BY_AGE : new Ranking() {
            @Override
            public Kept kept() {
                return kept;
            }

            @Override
            public double rank(Piece piece) {
                return kept == Kept.WHILE_IT_WAITS ? piece.type : Math.abs(piece.type * 7 - clock[0] % 50);
            }
        };
        Waiting waiting = new Waiting(ranking);
        List<Entry> plain = new ArrayList<>();
        for (int step = 0; step < 200; step++) {
            clock[0]++;
            if (random.nextInt(5) < 3 || plain.isEmpty()) {
                Piece piece = new Piece(random.nextInt(6));
                if (random.nextInt(6) == 0) {
                    piece.onReworkDone().failed = true;
                }
                waiting.add(piece);
                plain.add(new Entry(piece, step));
            } else {
                Piece taken = random.nextBoolean() ? waiting.best() : plain.get(random.nextInt(plain.size())).piece();
                waiting.take(taken);
                plain.removeIf(entry -> entry.piece() == taken);
            }
            if (random.nextInt(10) == 0 && kept == Ranking.Kept.WHILE_IT_WAITS && !plain.isEmpty()) {
                plain.get(random.nextInt(plain.size())).piece().type = random.nextInt(6);
                waiting.updateRanks();
            }
            assertEquals(plain.size(), waiting.size());
            assertEquals(plain.stream().filter(entry -> entry.piece().isFailed()).count(), waiting.urgent());
            if (!plain.isEmpty()) {
                Comparator<Entry> order = Comparator.comparing((Entry e) -> !e.piece().isFailed())
                        .thenComparingDouble(e -> e.piece().isFailed() ? 0 : ranking.rank(e.piece())).thenComparingLong(Entry::turn);
                assertSame(plain.stream().min(order).orElseThrow().piece(), waiting.best());
            }
        }
    }
}
