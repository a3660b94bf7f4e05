package rhombic.measure.tally;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import rhombic.measure.BeltFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.WaitFigures;
import rhombic.study.value.EquipmentState;

/** Counts what happens at one equipment. Time-weighted figures are sums over every change, without sampling. */
public final class Tally {
    private static final EquipmentState[] STATES = EquipmentState.values();
    /** About 37 min: even four million pieces keep the sum of their moments below 2^63. */
    private static final long MAX_UNBOOKED = 1L << 41;

    private final int units;
    private final StayTally stays = new StayTally();
    private final double[] timeIn = new double[STATES.length];
    /** Of a single unit, which is the usual case: its state and since when. */
    private int single = EquipmentState.STARVED.ordinal();
    private long singleSince;
    /** Of several units: how many are in each state, and when that last changed. */
    private final int[] unitsIn;
    private final long[] lastChangeOf;
    /** Of places whose states are not told one by one: how long they worked, stood with what could not go on, and were changed over; else they starved. */
    private double worked;

    private double stood;
    private double changedOver;
    private boolean isWorkOfValue;
    private long windowStart;
    private int content;
    private int max;
    private int contentAtStart;
    /** The content over time, up to a moment; since then, the moments of what has left less those of what has come. */
    private double contentTime;

    private long bookedUpTo;
    private long moments;
    /** Soon enough for moments to be summed as whole numbers, however many pieces come and leave. */
    private long toBeBooked = MAX_UNBOOKED;
    private double valueTime;
    private long in;
    private long out;
    private long made;
    private long joined;
    private long scrapped;
    private long rejected;
    /** Of the pieces on which work began: how many, how many of them had waited, and how long in all and at most. */
    private long begun;

    private long waited;
    private double waitTime;
    private long maxWait;
    /** Pieces that fill it; 0 for equipment whose contents are not told. */
    private final int capacity;

    /** Which part of it stands, and which part moves, where pieces move along it. */
    private final ShareOverTime standing = new ShareOverTime();
    private final ShareOverTime running = new ShareOverTime();
    private long gaps;
    private double gapSum;
    private double gapMin;
    private double emptyTime;
    private double fullTime;
    private long lastFill;

    /** @param units places whose states are counted, each by itself, starved at first; 0 for equipment without states */
    public Tally(int units) {
        this(units, 0);
    }

    /** Of equipment that has contents and no states. */
    public static Tally ofContents(int room) {
        return new Tally(0, room);
    }

    private Tally(int units, int room) {
        this.units = units;
        this.capacity = room;
        unitsIn = new int[units > 1 ? STATES.length : 0];
        lastChangeOf = new long[unitsIn.length];
        if (units > 1) {
            unitsIn[EquipmentState.STARVED.ordinal()] = units;
        }
    }

    public void onEnter(long now) {
        in++;
        addContent(now);
    }

    public void onLeave(long now, long stayNanos) {
        out++;
        stays.add(stayNanos);
        removeContent(now);
    }

    /** A piece comes into being here, or comes off its carrier. */
    public void onAppear(long now) {
        made++;
        addContent(now);
    }

    /** A piece becomes part of another here, or goes onto a carrier. */
    public void onJoin(long now) {
        joined++;
        removeContent(now);
    }

    public void onScrap(long now) {
        scrapped++;
        removeContent(now);
    }

    /** A piece comes in, stays for an instant, and leaves. */
    public void onShortStay() {
        in++;
        out++;
        stays.add(0);
        max = Math.max(max, content + 1);
    }

    /** A piece that enters and leaves in one instant, and is never inside. */
    public void onPass() {
        in++;
        out++;
        stays.add(0);
    }

    public void onRejected() {
        rejected++;
    }

    /** Work begins on a piece that has been here for so long. */
    public void onBegin(long waitNanos) {
        begun++;
        if (waitNanos > 0) {
            waited++;
            waitTime += waitNanos;
            maxWait = Math.max(maxWait, waitNanos);
        }
    }

    /** That part of it stands from now on, since what is at its end can't go on. */
    public void setStandingShare(long now, double share) {
        standing.set(now, share);
    }

    /** That part of it moves from now on. */
    public void setRunningShare(long now, double share) {
        running.set(now, share);
    }

    /** A piece has come on so many metres behind the one before it. */
    public void onGap(double metres) {
        gapMin = gaps == 0 ? metres : Math.min(gapMin, metres);
        gaps++;
        gapSum += metres;
    }

    /** Adds to the time in which value was added. */
    public void addValueTime(long nanos) {
        valueTime += nanos;
    }

    /** From now on it is told how long its places work and stand, and not when their states change. */
    public void countTimes(boolean workAddsValue) {
        isWorkOfValue = workAddsValue;
    }

    /** A place has worked for so long. */
    public void addWorked(long nanos) {
        worked += nanos;
    }

    /** What could not go on has stood on a place for so long. */
    public void addStood(long nanos) {
        stood += nanos;
    }

    /** A place has been changed over for so long. */
    public void addChangedOver(long nanos) {
        changedOver += nanos;
    }

    /** One of the units changes its state. */
    public void changeUnit(long now, EquipmentState from, EquipmentState to) {
        if (units == 1) {
            timeIn[single] += now - singleSince;
            single = to.ordinal();
            singleSince = now;
        } else if (from != to) {
            change(now, from.ordinal(), -1);
            change(now, to.ordinal(), 1);
        }
    }

    public int unitsIn(EquipmentState state) {
        return units > 1 ? unitsIn[state.ordinal()] : units == 1 && single == state.ordinal() ? 1 : 0;
    }

    public int content() {
        return content;
    }

    /** Pieces that have left since the start of the run or the end of the warm-up. */
    public long out() {
        return out;
    }

    /** Forgets all that was measured before; what is inside stays inside. */
    public void restart(long now) {
        bookContent(now);
        windowStart = now;
        contentTime = 0;
        Arrays.fill(timeIn, 0);
        Arrays.fill(lastChangeOf, now);
        singleSince = now;
        valueTime = 0;
        worked = 0;
        stood = 0;
        changedOver = 0;
        in = 0;
        out = 0;
        made = 0;
        joined = 0;
        scrapped = 0;
        rejected = 0;
        begun = 0;
        waited = 0;
        waitTime = 0;
        maxWait = 0;
        standing.restart(now);
        running.restart(now);
        gaps = 0;
        gapSum = 0;
        emptyTime = 0;
        fullTime = 0;
        max = content;
        contentAtStart = content;
        stays.restart();
    }

    public EquipmentFigures figures(String name, String kind, long now, List<ModeFigures> modes) {
        bookContent(now);
        double time = now - windowStart;
        double value = units > 0 && time > 0 ? (valueTime + (isWorkOfValue ? worked : 0)) / time / units : 0;
        return new EquipmentFigures(name, kind, in, out, made, joined, scrapped, contentAtStart, content,
                time > 0 ? contentTime / time : content, max,
                rejected, stays.figures(),
                new WaitFigures(begun, waited, begun == 0 ? Double.NaN : waitTime / begun / 1e9, maxWait / 1e9), shares(now, time),
                value,
                capacity > 0 && time > 0 ? emptyTime / time : 0, capacity > 0 && time > 0 ? fullTime / time : 0,
                belt(now, time), modes);
    }

    private BeltFigures belt(long now, double time) {
        return new BeltFigures(standing.mean(now, time), running.mean(now, time), gaps == 0 ? Double.NaN : gapSum / gaps,
                gaps == 0 ? Double.NaN : gapMin);
    }

    /** Nanoseconds that its places have spent in each state, by its ordinal, as far as it was told; none if states are not counted. */
    public double[] timesIn(long now) {
        double[] times = new double[units > 0 ? STATES.length : 0];
        for (int i = 0; i < times.length; i++) {
            times[i] = timeIn(STATES[i], now);
        }
        return times;
    }

    private Map<EquipmentState, Double> shares(long now, double time) {
        Map<EquipmentState, Double> shares = new EnumMap<>(EquipmentState.class);
        if (units > 0 && time > 0) {
            for (EquipmentState state : STATES) {
                double share = timeIn(state, now) / time / units;
                if (share > 0 || state.isAlwaysShown()) {
                    shares.put(state, share);
                }
            }
        }
        return shares;
    }

    private double timeIn(EquipmentState state, long now) {
        double told = timeIn[state.ordinal()] + sinceLastChange(now, state.ordinal());
        return switch (state) {
            case WORKING -> told + worked;
            case BLOCKED -> told + stood;
            case CHANGEOVER -> told + changedOver;
            case STARVED -> Math.max(0, told - worked - stood - changedOver);
            default -> told;
        };
    }

    private double sinceLastChange(long now, int state) {
        if (units == 1) {
            return state == single ? now - singleSince : 0;
        }
        return (double) (now - lastChangeOf[state]) * unitsIn[state];
    }

    private void change(long now, int state, int by) {
        timeIn[state] += (double) (now - lastChangeOf[state]) * unitsIn[state];
        lastChangeOf[state] = now;
        unitsIn[state] += by;
    }

    private void addContent(long now) {
        bookWhenDue(now);
        moments -= now - bookedUpTo;
        if (++content > max) {
            max = content;
        }
    }

    private void removeContent(long now) {
        bookWhenDue(now);
        moments += now - bookedUpTo;
        content--;
    }

    private void bookWhenDue(long now) {
        if (now > toBeBooked) {
            bookContent(now);
        }
        if (capacity > 0) {
            bookFill(now);
        }
    }

    private void bookContent(long now) {
        contentTime += moments + (double) (now - bookedUpTo) * content;
        moments = 0;
        bookedUpTo = now;
        toBeBooked = now + MAX_UNBOOKED;
        bookFill(now);
    }

    private void bookFill(long now) {
        long passed = now - lastFill;
        emptyTime += content == 0 ? passed : 0;
        fullTime += content >= capacity ? passed : 0;
        lastFill = now;
    }
}
