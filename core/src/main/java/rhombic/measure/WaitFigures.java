package rhombic.measure;

import java.io.Serializable;

/**
 * How long pieces waited at a station before work on them began, apart from the work.
 *
 * @param begun pieces on which work began
 * @param waited of them, those that had to wait
 * @param mean seconds, zero waits included; NaN if there were none
 * @param max seconds
 */
public record WaitFigures(long begun, long waited, double mean, double max) implements Serializable {
    /** Part of the pieces that had to wait, 0 to 1; NaN if there were none. */
    public double waitedShare() {
        return begun == 0 ? Double.NaN : (double) waited / begun;
    }
}
