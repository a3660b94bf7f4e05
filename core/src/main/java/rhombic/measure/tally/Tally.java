package rhombic.measure.tally;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.WaitFigures;

/** Counts what happens at one equipment. Time-weighted figures are sums over every change, without sampling. */
public final class Tally {
    private final StateTally states;
    private final StayTally stays = new StayTally();
    /** Where pieces move along it; null if nothing was ever told of that. */
    private @Nullable BeltTally belt;
    private final int places;
    private boolean isWorkOfValue;
    private long windowStart;
    private long lastChange;
    private int content;
    private int max;
    private int contentAtStart;
    private double contentTime;
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

    private double emptyTime;
    private double fullTime;

    /** @param places whose states are counted, each by itself, starved at first; 0 for equipment without states */
    public Tally(int places) {
        this(places, 0);
    }

    /** Of equipment that has contents and no states. */
    public static Tally ofContents(int room) {
        return new Tally(0, room);
    }

    private Tally(int places, int room) {
        this.places = places;
        states = new StateTally(places);
        capacity = room;
    }

    public StateTally states() {
        return states;
    }

    public BeltTally belt() {
        BeltTally known = belt;
        if (known == null) {
            known = new BeltTally();
            belt = known;
        }
        return known;
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

    /** Adds to the time in which value was added. */
    public void addValueTime(long nanos) {
        valueTime += nanos;
    }

    /** All work that its states tell of adds value, beside what is added to that. */
    public void countWorkAsValue() {
        isWorkOfValue = true;
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
        advance(now);
        windowStart = now;
        contentTime = 0;
        valueTime = 0;
        states.restart(now);
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
        if (belt != null) {
            belt.restart(now);
        }
        emptyTime = 0;
        fullTime = 0;
        max = content;
        contentAtStart = content;
        stays.restart();
    }

    public EquipmentFigures figures(String name, String kind, long now, List<ModeFigures> modes) {
        advance(now);
        double time = now - windowStart;
        double value = places > 0 && time > 0 ? (valueTime + (isWorkOfValue ? states.worked() : 0)) / time / places : 0;
        return new EquipmentFigures(name, kind, in, out, made, joined, scrapped, contentAtStart, content,
                time > 0 ? contentTime / time : content, max,
                rejected, stays.figures(),
                new WaitFigures(begun, waited, begun == 0 ? Double.NaN : waitTime / begun / 1e9, maxWait / 1e9), states.shares(now),
                value,
                capacity > 0 && time > 0 ? emptyTime / time : 0, capacity > 0 && time > 0 ? fullTime / time : 0,
                belt().figures(now, time), modes);
    }

    private void addContent(long now) {
        advance(now);
        if (++content > max) {
            max = content;
        }
    }

    private void removeContent(long now) {
        advance(now);
        content--;
    }

    private void advance(long now) {
        long passed = now - lastChange;
        if (passed != 0) {
            contentTime += (double) passed * content;
            if (capacity > 0) {
                bookFill(passed);
            }
            lastChange = now;
        }
    }

    private void bookFill(long passed) {
        emptyTime += content == 0 ? passed : 0;
        fullTime += content >= capacity ? passed : 0;
    }
}
