package rhombic.measure.tally;

import java.util.Arrays;
import rhombic.measure.ModeFigures;

/** Counts the failures of one mode and their time. */
public final class ModeTally {
    /** How it stands. */
    public enum Stage {
        UP, WAITING, REPAIR
    }

    private final double[] timeIn = new double[Stage.values().length];
    private Stage stage = Stage.UP;
    private long since;
    private long windowStart;
    private long failures;

    public Stage stage() {
        return stage;
    }

    public void setStage(long now, Stage next) {
        failures += stage == Stage.UP && next != Stage.UP ? 1 : 0;
        timeIn[stage.ordinal()] += now - since;
        stage = next;
        since = now;
    }

    public void restart(long now) {
        Arrays.fill(timeIn, 0);
        since = now;
        windowStart = now;
        failures = 0;
    }

    public ModeFigures figures(String name, long now) {
        setStage(now, stage);
        double time = Math.max(1, now - windowStart);
        return new ModeFigures(name, failures, timeIn[Stage.WAITING.ordinal()] / time, timeIn[Stage.REPAIR.ordinal()] / time);
    }
}
