package rhombic.measure;

import java.io.Serializable;

/**
 * What one failure mode did after the warm-up.
 *
 * @param waitingShare part of the time in which its repair waited for repairers
 * @param repairShare part of the time in which it was repaired
 */
public record ModeFigures(String name, long failures, double waitingShare, double repairShare) implements Serializable {
    public double downShare() {
        return waitingShare + repairShare;
    }
}
