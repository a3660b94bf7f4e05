package rhombic.measure;

import java.util.EnumMap;
import java.util.Map;
import rhombic.trace.EquipmentState;

/** Counts what happens at one equipment. Time-weighted figures are sums over every change, without sampling. */
public final class Tally {
    private static final EquipmentState[] STATES = EquipmentState.values();

    private final int units;
    private final StayTally stays = new StayTally();
    private final int[] unitsIn = new int[STATES.length];
    private final long[] lastChangeOf = new long[STATES.length];
    private final double[] timeIn = new double[STATES.length];
    private long windowStart;
    private long lastChange;
    private int content;
    private int most;
    private int contentAtStart;
    private double contentTime;
    private double valueTime;
    private long in;
    private long out;
    private long made;
    private long joined;
    private long scrapped;
    private long turnedAway;

    /** @param units places whose states are counted, each by itself, starved at first; 0 for equipment without states */
    public Tally(int units) {
        this.units = units;
        unitsIn[EquipmentState.STARVED.ordinal()] = units;
    }

    public void enters(long now) {
        in++;
        comes(now);
    }

    public void leaves(long now, long stayNanos) {
        out++;
        stays.add(stayNanos);
        goes(now);
    }

    /** A piece comes into being here, or comes off its carrier. */
    public void appears(long now) {
        made++;
        comes(now);
    }

    /** A piece becomes part of another here, or goes onto a carrier. */
    public void joins(long now) {
        joined++;
        goes(now);
    }

    public void scraps(long now) {
        scrapped++;
        goes(now);
    }

    /** A piece that enters and leaves in one instant. */
    public void passes() {
        in++;
        out++;
        stays.add(0);
    }

    public void turnsAway() {
        turnedAway++;
    }

    /** Adds to the time in which value was added. */
    public void addsValue(long nanos) {
        valueTime += nanos;
    }

    /** One of the units changes its state. */
    public void unit(long now, EquipmentState from, EquipmentState to) {
        int i = from.ordinal();
        int j = to.ordinal();
        if (units == 1) {
            // The usual case: all the time since the last change was spent in one state.
            timeIn[i] += now - lastChangeOf[i];
            lastChangeOf[j] = now;
            unitsIn[i] = 0;
            unitsIn[j] = 1;
        } else if (i != j) {
            change(now, i, -1);
            change(now, j, 1);
        }
    }

    public int unitsIn(EquipmentState state) {
        return unitsIn[state.ordinal()];
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
        for (int i = 0; i < STATES.length; i++) {
            timeIn[i] = 0;
            lastChangeOf[i] = now;
        }
        valueTime = 0;
        in = 0;
        out = 0;
        made = 0;
        joined = 0;
        scrapped = 0;
        turnedAway = 0;
        most = content;
        contentAtStart = content;
        stays.restart();
    }

    public EquipmentFigures figures(String name, String kind, long now) {
        advance(now);
        double time = now - windowStart;
        double value = units > 0 && time > 0 ? valueTime / time / units : 0;
        return new EquipmentFigures(name, kind, in, out, made, joined, scrapped, contentAtStart, content, time > 0 ? contentTime / time : content, most,
                turnedAway, stays.figures(), shares(now, time), value);
    }

    private Map<EquipmentState, Double> shares(long now, double time) {
        Map<EquipmentState, Double> shares = new EnumMap<>(EquipmentState.class);
        if (units > 0 && time > 0) {
            for (EquipmentState state : STATES) {
                int i = state.ordinal();
                double share = (timeIn[i] + (double) (now - lastChangeOf[i]) * unitsIn[i]) / time / units;
                if (share > 0 || i <= EquipmentState.BLOCKED.ordinal()) {
                    shares.put(state, share);
                }
            }
        }
        return shares;
    }

    private void change(long now, int state, int by) {
        timeIn[state] += (double) (now - lastChangeOf[state]) * unitsIn[state];
        lastChangeOf[state] = now;
        unitsIn[state] += by;
    }

    private void comes(long now) {
        advance(now);
        if (++content > most) {
            most = content;
        }
    }

    private void goes(long now) {
        advance(now);
        content--;
    }

    private void advance(long now) {
        long passed = now - lastChange;
        if (passed != 0) {
            contentTime += (double) passed * content;
            lastChange = now;
        }
    }
}
