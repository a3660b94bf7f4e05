package rhombic.trace;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.IntPredicate;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;

/**
 * What a run wrote down so far, for reading. Written by a {@link TraceWriter} on one thread, read on others.
 */
public final class Trace {
    private static final int MAX_WORDS = 200_000;

    private record Written(List<Segment> segments, long endNanos, long dropped) {}

    private volatile Written written;
    private final Map<String, Integer> numbers = new HashMap<>();
    private final Map<Integer, String> words = new ConcurrentHashMap<>();

    /** A change at one equipment, for strips: to another state, or to another content. */
    public sealed interface Update {
        int node();

        long timeNanos();

        record StateUpdate(int node, long timeNanos, EquipmentState state) implements Update {}

        record ContentUpdate(int node, long timeNanos, int pieces) implements Update {}
    }

    /**
     * One stay of a piece at an equipment, or one way along a link.
     *
     * @param link index of the link; -1 for a stay
     */
    public record Visit(int node, int link, long fromNanos, long toNanos) {}

    Trace(CompletableFuture<Moment> start) {
        written = new Written(List.of(new Segment(start, -1, 0, new Columns(0))), 0, 0);
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
        return play(now, now.segments.get(find(now.segments, timeNanos)).start(), timeNanos);
    }

    /**
     * The moment, made by moving the given one forward where that is less work. The given one must not be used
     * again.
     */
    public Moment at(long timeNanos, Moment from) {
        Written now = written;
        Segment wanted = now.segments.get(find(now.segments, timeNanos));
        boolean near = from.timeNanos() <= timeNanos && from.nextNumber() >= wanted.firstNumber
                && from.nextNumber() >= now.segments.getFirst().firstNumber;
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

    /** Every change of state or content that is kept, oldest first, from segment {@code fromSegment} of all ever written on. */
    public long forEachUpdate(long fromSegment, Consumer<Update> consumer) {
        Written now = written;
        long first = Math.max(fromSegment, now.dropped);
        for (int i = (int) (first - now.dropped); i < now.segments.size() - 1; i++) {
            forEachUpdate(now.segments.get(i), consumer);
        }
        return now.dropped + now.segments.size() - 1;
    }

    /** What one person began to do. */
    public record PersonUpdate(int person, long timeNanos, PersonState state) {}

    /** The same as {@link #forEachUpdate} for people. */
    public long forEachPersonUpdate(long fromSegment, Consumer<PersonUpdate> consumer) {
        Written now = written;
        long first = Math.max(fromSegment, now.dropped);
        for (int i = (int) (first - now.dropped); i < now.segments.size() - 1; i++) {
            forEachPersonUpdate(now.segments.get(i), consumer);
        }
        return now.dropped + now.segments.size() - 1;
    }

    public void forEachRecentPersonUpdate(Consumer<PersonUpdate> consumer) {
        forEachPersonUpdate(written.segments.getLast(), consumer);
    }

    private static void forEachPersonUpdate(Segment segment, Consumer<PersonUpdate> consumer) {
        for (int r = 0; r < segment.size(); r++) {
            if (segment.kinds[r] == Segment.RecordKind.DOES.ordinal()) {
                int row = segment.values[r];
                consumer.accept(new PersonUpdate(segment.doings.mover()[row], segment.times[r],
                        PersonState.values()[segment.doings.state()[row]]));
            }
        }
    }

    /** The changes in the segment that is not counted as complete yet. */
    public void forEachRecentUpdate(Consumer<Update> consumer) {
        forEachUpdate(written.segments.getLast(), consumer);
    }

    private static void forEachUpdate(Segment segment, Consumer<Update> consumer) {
        for (int r = 0; r < segment.size(); r++) {
            if (segment.kinds[r] == Segment.RecordKind.STATE.ordinal()) {
                consumer.accept(new Update.StateUpdate(segment.places[r], segment.times[r], EquipmentState.values()[segment.values[r]]));
            } else if (segment.kinds[r] == Segment.RecordKind.HOLDS.ordinal()) {
                consumer.accept(new Update.ContentUpdate(segment.places[r], segment.times[r], segment.values[r]));
            }
        }
    }

    /** How many segments were dropped; when it changes, what was read from them is gone. */
    public long dropped() {
        return written.dropped;
    }

    /**
     * A piece rides on a mover that belongs to its equipment.
     *
     * @param fromNanos since when
     * @param toPlace where it stands after that; negative: that is not known yet
     */
    public record Lift(int body, int mover, long fromNanos, int toPlace) {
        private Lift to(int place) {
            return new Lift(body, mover, fromNanos, place);
        }
    }

    /**
     * What rides at a moment, and what will in the time after it, as far as that is written down: the first first.
     *
     * @param movers of the equipment that count
     * @param max so many at most
     */
    public List<Lift> lifts(Moment now, int node, IntPredicate movers, int max, long untilNanos) {
        List<Lift> lifts = new ArrayList<>();
        for (int body = now.firstAt(node); body >= 0; body = now.next(body)) {
            if (now.carrierOf(body) >= 0 && movers.test(now.carrierOf(body))) {
                lifts.add(new Lift(body, now.carrierOf(body), now.sinceNanos(body), -1));
            }
        }
        List<Segment> segments = written.segments;
        int open = lifts.size();
        for (int i = find(segments, now.timeNanos()); i < segments.size(); i++) {
            Segment segment = segments.get(i);
            for (int r = firstAfter(segment, now.timeNanos()); r < segment.size(); r++) {
                if (segment.times[r] > untilNanos || open == 0 && lifts.size() == max) {
                    return lifts;
                }
                if (segment.places[r] == node && segment.kind(r) == Segment.RecordKind.LIFTED && movers.test(segment.values[r])
                        && lifts.size() < max) {
                    lifts.add(new Lift(segment.bodies[r], segment.values[r], segment.times[r], -1));
                    open++;
                } else if (segment.places[r] == node && segment.kind(r) == Segment.RecordKind.STANDS) {
                    for (int k = lifts.size() - 1; k >= 0; k--) {
                        if (lifts.get(k).body == segment.bodies[r] && lifts.get(k).toPlace < 0) {
                            lifts.set(k, lifts.get(k).to(segment.values[r]));
                            open--;
                            break;
                        }
                    }
                }
            }
        }
        return lifts;
    }

    // ---- one piece

    private interface About {
        /** Says whether to go on to what was before. */
        boolean record(Segment segment, int record);
    }

    /** Follows what is written about a body backwards, newest first; takes as long as there is to tell. */
    private void backwards(long lastRecord, About about) {
        List<Segment> segments = written.segments;
        long number = lastRecord;
        int at = segments.size() - 1;
        while (number >= segments.getFirst().firstNumber) {
            while (at > 0 && segments.get(at).firstNumber > number) {
                at--;
            }
            Segment segment = segments.get(at);
            int record = (int) (number - segment.firstNumber);
            if (record >= segment.size() || !about.record(segment, record) || segment.backs[record] == 0) {
                return;
            }
            number -= segment.backs[record];
        }
    }

    /** Where the piece has been up to the moment, as far back as is kept; the last visit ends at the moment. */
    public List<Visit> visits(PieceStatus piece, long untilNanos) {
        List<Visit> visits = new ArrayList<>();
        long[] until = {Math.max(untilNanos, piece.sinceNanos())};
        backwards(piece.lastRecord(), (segment, r) -> {
            Segment.RecordKind kind = segment.kind(r);
            boolean comes = switch (kind) {
                case CREATED, WAITS, WORKS, MADE, BROUGHT, OFF, ONTO, MOVES, CARRIED, RIDES -> true;
                case STANDS, SHIFTED, BEGINS, DONE, REJECTED, STATE, HOLDS, JOINED, SCRAPPED, GONE, LOOK, TYPE, SET, INLET_SHUT,
                        INLET_OPENED,
                        OUTLET_SHUT, OUTLET_OPENED, LEADS, FOLLOWS, TRAVELS, DOES, KEPT, LIFTED, CALLED, CALLED_OFF ->
                    false;
            };
            if (comes) {
                int link = switch (kind) {
                    case MOVES -> segment.motions.link()[segment.values[r]];
                    case CARRIED -> segment.carries.link()[segment.values[r]];
                    default -> -1;
                };
                visits.add(new Visit(segment.places[r], link, segment.times[r], until[0]));
                until[0] = segment.times[r];
            }
            return kind != Segment.RecordKind.CREATED && kind != Segment.RecordKind.MADE && kind != Segment.RecordKind.BROUGHT;
        });
        Collections.reverse(visits);
        return visits;
    }

    /** The attributes of the piece that were set up to the moment, with their last values, as far back as is kept. */
    public Map<String, String> settings(PieceStatus piece) {
        LinkedHashMap<String, String> newestFirst = new LinkedHashMap<>();
        backwards(piece.lastRecord(), (segment, r) -> {
            if (segment.kind(r) == Segment.RecordKind.SET) {
                String[] parts = words.getOrDefault(segment.values[r], "").split("\u0000", 2);
                newestFirst.putIfAbsent(parts[0], parts[parts.length - 1]);
            }
            return true;
        });
        Map<String, String> settings = new LinkedHashMap<>();
        newestFirst.sequencedEntrySet().reversed().forEach(entry -> settings.put(entry.getKey(), entry.getValue()));
        return settings;
    }

    /** Number of a text that records refer to; called by the writer only. Of very many, the later ones share a number. */
    int word(String wanted) {
        String text = numbers.size() < MAX_WORDS || numbers.containsKey(wanted)
                ? wanted
                : wanted.substring(0, wanted.indexOf('\u0000') + 1) + "\u2026";
        return numbers.computeIfAbsent(text, key -> {
            words.put(numbers.size(), key);
            return numbers.size();
        });
    }

    private static Moment play(Written written, Moment moment, long timeNanos) {
        long target = Math.min(timeNanos, written.endNanos);
        List<Segment> segments = written.segments;
        for (int i = withNumber(segments, moment.nextNumber()); i < segments.size(); i++) {
            Segment segment = segments.get(i);
            if (!segment.play(moment, (int) (moment.nextNumber() - segment.firstNumber), target)) {
                break;
            }
        }
        moment.setTime(Math.max(moment.timeNanos(), target));
        return moment;
    }

    /** Index of the segment in which that record stands, or is to come. */
    private static int withNumber(List<Segment> segments, long number) {
        int at = segments.size() - 1;
        while (at > 0 && segments.get(at).firstNumber > number) {
            at--;
        }
        return at;
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
