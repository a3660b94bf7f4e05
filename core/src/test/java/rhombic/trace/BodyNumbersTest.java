package rhombic.trace;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

class BodyNumbersTest {
    private final List<Integer> ended = new ArrayList<>();
    private final BodyNumbers numbers = new BodyNumbers(ended::add);

    @Test
    void aNumberIsUsedAgainOnceItsBodyIsNoMore() {
        int first = numbers.take();
        int second = numbers.take();
        numbers.end(first);
        assertEquals(first, numbers.take());
        assertEquals(2, numbers.count());
        assertEquals(List.of(first), ended);
        numbers.end(second);
    }

    @Test
    void whatLiesOnABodyEndsWithItAndWhatWasTakenOffDoesNot() {
        int pallet = numbers.take();
        int box = numbers.take();
        int tin = numbers.take();
        int other = numbers.take();
        numbers.onto(tin, box);
        numbers.onto(box, pallet);
        numbers.onto(other, pallet);
        numbers.off(other);
        numbers.end(pallet);
        assertEquals(Set.of(pallet, box, tin), Set.copyOf(ended));
        assertEquals(3, ended.size());
    }

    /** Against sets: who is there, and what lies on what. */
    @Test
    void randomComingsAndGoingsLeaveThoseWhoAreThere() {
        Random random = new Random(20261126);
        Map<Integer, Integer> holderOf = new TreeMap<>();
        Set<Integer> there = new TreeSet<>();
        for (int step = 0; step < 20_000; step++) {
            List<Integer> all = List.copyOf(there);
            int kind = random.nextInt(4);
            if (all.size() < 2 || kind == 0 && all.size() < 60) {
                int taken = numbers.take();
                assertEquals(true, there.add(taken), "a number is given out that is in use");
                continue;
            }
            int one = all.get(random.nextInt(all.size()));
            int two = all.get(random.nextInt(all.size()));
            if (kind == 1 && !isOn(two, one, holderOf)) {
                numbers.onto(one, two);
                holderOf.put(one, two);
            } else if (kind == 2) {
                numbers.off(one);
                holderOf.remove(one);
            } else if (kind == 3) {
                Set<Integer> gone = new TreeSet<>(all.stream().filter(body -> isOn(body, one, holderOf)).toList());
                ended.clear();
                numbers.end(one);
                assertEquals(gone, new TreeSet<>(ended));
                assertEquals(gone.size(), ended.size());
                there.removeAll(gone);
                holderOf.keySet().removeAll(gone);
            }
        }
    }

    private static boolean isOn(int body, int holder, Map<Integer, Integer> holderOf) {
        Integer at = body;
        while (at != null && at != holder) {
            at = holderOf.get(at);
        }
        return at != null;
    }
}
