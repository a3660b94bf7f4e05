package rhombic.trace;

import java.util.Arrays;
import java.util.function.IntConsumer;

/** Numbers for bodies, each used again once its body is no more. What lies on a body ends with it, so that is known here. */
final class BodyNumbers {
    private static final int NONE = -1;
    private static final int[] NOBODY = {};

    private final IntConsumer whenEnded;
    private int count;
    private int[] free = new int[64];
    private int freeCount;
    // Of each body what it lies on, its neighbours there, and the first on it; empty as long as nothing lies on anything.
    private int[] holder = NOBODY;
    private int[] before = NOBODY;
    private int[] behind = NOBODY;
    private int[] firstOn = NOBODY;

    /** @param whenEnded hears which bodies are no more */
    BodyNumbers(IntConsumer whenEnded) {
        this.whenEnded = whenEnded;
    }

    /** All numbers ever used are below this. */
    int count() {
        return count;
    }

    int take() {
        return freeCount > 0 ? free[--freeCount] : count++;
    }

    void onto(int body, int newHolder) {
        if (count > holder.length) {
            makeRoom();
        }
        off(body);
        int next = firstOn[newHolder];
        holder[body] = newHolder;
        before[body] = NONE;
        behind[body] = next;
        if (next >= 0) {
            before[next] = body;
        }
        firstOn[newHolder] = body;
    }

    /** Takes it off what it lies on, if it does. */
    void off(int body) {
        if (body >= holder.length || holder[body] < 0) {
            return;
        }
        if (before[body] < 0) {
            firstOn[holder[body]] = behind[body];
        } else {
            behind[before[body]] = behind[body];
        }
        if (behind[body] >= 0) {
            before[behind[body]] = before[body];
        }
        holder[body] = NONE;
    }

    /** The body is no more, nor is what lies on it. */
    void end(int body) {
        if (body < holder.length) {
            off(body);
            while (firstOn[body] >= 0) {
                end(firstOn[body]);
            }
        }
        whenEnded.accept(body);
        if (freeCount == free.length) {
            free = Arrays.copyOf(free, freeCount * 2);
        }
        free[freeCount++] = body;
    }

    private void makeRoom() {
        int room = Math.max(count, 2 * holder.length);
        holder = widened(holder, room);
        before = widened(before, room);
        behind = widened(behind, room);
        firstOn = widened(firstOn, room);
    }

    private static int[] widened(int[] column, int room) {
        int[] wider = Arrays.copyOf(column, room);
        Arrays.fill(wider, column.length, room, NONE);
        return wider;
    }
}
