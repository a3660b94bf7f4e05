package rhombic.trace;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import rhombic.study.value.EquipmentState;

/**
 * What a run wrote down so far, for reading. Written by a {@link TraceWriter} on one thread, read on others.
 */
public final class Trace {
    private static final int MOST_WORDS = 200_000;

    private record Written(List<Segment> segments, long endNanos, long dropped) {}

    private volatile Written written;
    private final Map<String, Integer> numbers = new HashMap<>();
    private final Map<Integer, String> words = new ConcurrentHashMap<>();

    /** One change of state, for strips. */
    public record StateChange(int node, long timeNanos, EquipmentState state) {}

    /** One stay of a piece at an equipment. */
    public record Visit(int node, long fromNanos, long toNanos) {}

    Trace(Moment start) {
        long[] none = {};
        written = new Written(List.of(new Segment(start, 0, none, new int[0], new int[0], new int[0], new byte[0])), 0, 0);
    }

    void publish(List<Segment> segments, long endNanos, long dropped) {
        written = new Written(segments, endNanos, dropped);
    }

    /** How far the run is written down. */
    public long endNanos() {
        return written.endNanos;
    }

    /** The earliest moment that is kept: 0, unless the run was so long that its beginning was dropped. */
    public long startNanos() {
        return Math.max(0, written.segments.getFirst().startNanos());
    }

    /** The moment, cut to what is kept. */
    public Moment at(long timeNanos) {
        Written now = written;
        return play(now, now.segments.get(find(now.segments, timeNanos)).start.copy(), timeNanos);
    }

    /**
     * The moment, made by moving the given one forward where that is less work. The given one must not be used
     * again.
     */
    public Moment at(long timeNanos, Moment from) {
        Written now = written;
        int wanted = find(now.segments, timeNanos);
        boolean near = from.timeNanos() <= timeNanos && from.timeNanos() >= now.segments.get(wanted).startNanos()
                && from.timeNanos() >= now.segments.getFirst().startNanos();
        return near ? play(now, from, timeNanos) : at(timeNanos);
    }

    /** The time of the first record after the moment, if one is written. */
    public Optional<Long> nextRecordAfter(long timeNanos) {
        List<Segment> segments = written.segments;
        for (int i = find(segments, timeNanos); i < segments.size(); i++) {
            Segment segment = segments.get(i);
            int at = firstAfter(segment, timeNanos);
            if (at < segment.size()) {
                return Optional.of(segment.times[at]);
            }
        }
        return Optional.empty();
    }

    /** Every change of state that is kept, oldest first, from segment {@code fromSegment} of all ever written on. */
    public long eachStateChange(long fromSegment, Consumer<StateChange> consumer) {
        Written now = written;
        long first = Math.max(fromSegment, now.dropped);
        for (int i = (int) (first - now.dropped); i < now.segments.size() - 1; i++) {
            eachStateChange(now.segments.get(i), consumer);
        }
        return now.dropped + now.segments.size() - 1;
    }

    /** The changes of state in the segment that is not counted as complete yet. */
    public void eachRecentStateChange(Consumer<StateChange> consumer) {
        eachStateChange(written.segments.getLast(), consumer);
    }

    private static void eachStateChange(Segment segment, Consumer<StateChange> consumer) {
        for (int r = 0; r < segment.size(); r++) {
            if (segment.whats[r] == Segment.What.STATE.ordinal()) {
                consumer.accept(new StateChange(segment.nodes[r], segment.times[r], EquipmentState.values()[segment.slots[r]]));
            }
        }
    }

    /** How many segments were dropped; when it changes, what was read from them is gone. */
    public long dropped() {
        return written.dropped;
    }

    /** Where the piece has been up to the moment, as far back as is kept; the last visit ends at the moment. */
    public List<Visit> visits(int piece, long untilNanos) {
        List<Visit> visits = new ArrayList<>();
        int node = -1;
        long since = 0;
        for (Segment segment : written.segments) {
            if (segment.startNanos() > untilNanos) {
                break;
            }
            for (int r = 0; r < segment.size() && segment.times[r] <= untilNanos; r++) {
                Segment.What what = Segment.What.ALL[segment.whats[r]];
                boolean comes = switch (what) {
                    case BORN, WAITS, WORKS, GONE, MADE, OFF, ONTO -> segment.pieces[r] == piece;
                    case STANDS, BEGINS, DONE, AWAY, STATE, JOINED, SCRAPPED, LOOK, TYPE, SET, INLET -> false;
                };
                if (comes) {
                    if (node >= 0) {
                        visits.add(new Visit(node, since, segment.times[r]));
                    }
                    node = segment.nodes[r];
                    since = segment.times[r];
                }
            }
        }
        if (node >= 0) {
            visits.add(new Visit(node, since, Math.max(since, untilNanos)));
        }
        return visits;
    }

    /** Number of a text that records refer to; called by the writer only. Of very many, the later ones share a number. */
    int word(String wanted) {
        String text = numbers.size() < MOST_WORDS || numbers.containsKey(wanted) ? wanted : wanted.substring(0, wanted.indexOf('\u0000') + 1) + "\u2026";
        return numbers.computeIfAbsent(text, key -> {
            words.put(numbers.size(), key);
            return numbers.size();
        });
    }

    /** The attributes of the piece that were set up to the moment, with their last values, as far back as is kept. */
    public Map<String, String> settings(int piece, long untilNanos) {
        Map<String, String> settings = new LinkedHashMap<>();
        for (Segment segment : written.segments) {
            for (int r = 0; r < segment.size() && segment.times[r] <= untilNanos; r++) {
                if (segment.pieces[r] == piece && segment.whats[r] == Segment.What.SET.ordinal()) {
                    String[] parts = words.getOrDefault(segment.slots[r], "").split("\u0000", 2);
                    settings.put(parts[0], parts[parts.length - 1]);
                }
            }
        }
        return settings;
    }

    private static Moment play(Written written, Moment moment, long timeNanos) {
        long target = Math.min(timeNanos, written.endNanos);
        List<Segment> segments = written.segments;
        long from = moment.timeNanos();
        for (int i = find(segments, from); i < segments.size(); i++) {
            Segment segment = segments.get(i);
            if (segment.startNanos() > target) {
                break;
            }
            for (int r = firstAfter(segment, from); r < segment.size() && segment.times[r] <= target; r++) {
                moment.apply(segment.times[r], segment.pieces[r], segment.nodes[r], segment.slots[r], Segment.What.ALL[segment.whats[r]]);
            }
        }
        moment.setTime(Math.max(moment.timeNanos(), target));
        return moment;
    }

    /** Index of the last segment whose start is not after the moment, or of the first one. */
    private static int find(List<Segment> segments, long timeNanos) {
        int low = 0;
        int high = segments.size() - 1;
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (segments.get(middle).startNanos() <= timeNanos) {
                low = middle;
            } else {
                high = middle - 1;
            }
        }
        return low;
    }

    private static int firstAfter(Segment segment, long timeNanos) {
        int low = 0;
        int high = segment.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (segment.times[middle] <= timeNanos) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
