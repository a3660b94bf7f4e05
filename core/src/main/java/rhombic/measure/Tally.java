package rhombic.measure;

import java.util.EnumMap;
import java.util.Map;
import rhombic.trace.EquipmentState;

/** Counts what happens at one equipment. Time-weighted figures are sums over every change, without sampling. */
public final class Tally {
    private final int units;
    private final StayTally stays = new StayTally();
    private long windowStart;
    private long lastChange;
    private int content;
    private int most;
    private int contentAtStart;
    private int working;
    private int blocked;
    private double contentTime;
    private double workingTime;
    private double blockedTime;
    private long in;
    private long out;
    private long turnedAway;

    /** @param units places whose states are counted, each by itself; 0 for equipment without states */
    public Tally(int units) {
        this.units = units;
    }

    public void enters(long now) {
        advance(now);
        in++;
        if (++content > most) {
            most = content;
        }
    }

    public void leaves(long now, long stayNanos) {
        advance(now);
        out++;
        content--;
        stays.add(stayNanos);
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

    /** How many of the units work and how many are blocked from now on; the rest is starved. */
    public void units(long now, int nowWorking, int nowBlocked) {
        advance(now);
        working = nowWorking;
        blocked = nowBlocked;
    }

    /** Forgets all that was measured before; what is inside stays inside. */
    public void restart(long now) {
        advance(now);
        windowStart = now;
        contentTime = 0;
        workingTime = 0;
        blockedTime = 0;
        in = 0;
        out = 0;
        turnedAway = 0;
        most = content;
        contentAtStart = content;
        stays.restart();
    }

    public EquipmentFigures figures(String name, String kind, long now) {
        advance(now);
        double time = now - windowStart;
        return new EquipmentFigures(name, kind, in, out, contentAtStart, content, time > 0 ? contentTime / time : content, most, turnedAway, stays.figures(), shares(time));
    }

    private Map<EquipmentState, Double> shares(double time) {
        Map<EquipmentState, Double> shares = new EnumMap<>(EquipmentState.class);
        if (units > 0 && time > 0) {
            double works = workingTime / time / units;
            double blocks = blockedTime / time / units;
            shares.put(EquipmentState.WORKING, works);
            shares.put(EquipmentState.STARVED, Math.max(0, 1 - works - blocks));
            shares.put(EquipmentState.BLOCKED, blocks);
        }
        return shares;
    }

    private void advance(long now) {
        long passed = now - lastChange;
        if (passed != 0) {
            contentTime += (double) passed * content;
            workingTime += (double) passed * working;
            blockedTime += (double) passed * blocked;
            lastChange = now;
        }
    }
}
