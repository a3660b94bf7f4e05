package rhombic.plant.convey;

import rhombic.kernel.Event;
import rhombic.kernel.Simulator;

/**
 * What moves a lane: how far it has moved, how fast it moves, and when it will have moved so much further. It changes its
 * speed at once, or evenly with an acceleration.
 */
final class Drive {
    static final long NEVER = Long.MAX_VALUE;
    private static final double NANOS = 1e9;

    private final Simulator simulator;
    private final double acceleration;
    private final Runnable changed;
    /** What it had moved, and how fast, at a time; how much faster it gets each second since. */
    private double movedBefore;
    private double speedBefore;
    private double gain;
    private long since;
    private double target;
    private long rampEnds = NEVER;

    private final Event reaches = new Event(true) {
        @Override
        protected void occur() {
            jumpTo(target);
        }
    };

    /**
     * @param acceleration metres per second squared; 0: at once
     * @param changed told after its speed or its acceleration has become another
     */
    Drive(Simulator simulator, double speed, double acceleration, Runnable changed) {
        this.simulator = simulator;
        this.acceleration = acceleration;
        this.changed = changed;
        speedBefore = speed;
        target = speed;
    }

    /** Since the beginning of the run, in metres. */
    double moved() {
        double seconds = (simulator.nowNanos() - since) / NANOS;
        return movedBefore + seconds * (speedBefore + gain * seconds / 2);
    }

    double speed() {
        return gain == 0 ? speedBefore : Math.max(0, speedBefore + gain * ((simulator.nowNanos() - since) / NANOS));
    }

    double gain() {
        return gain;
    }

    boolean moves() {
        return speedBefore > 0 || gain > 0;
    }

    /** At once, whatever its acceleration. */
    void jumpTo(double speed) {
        if (speed != speedBefore || gain != 0) {
            set(speed, 0);
        }
        target = speed;
    }

    /** With its acceleration. */
    void goTo(double speed) {
        if (acceleration == 0) {
            jumpTo(speed);
        } else if (speed != target) {
            double now = speed();
            long nanos = Math.round(Math.abs(speed - now) / acceleration * NANOS);
            target = speed;
            if (nanos == 0) {
                set(speed, 0);
            } else {
                rampEnds = simulator.nowNanos() + nanos;
                set(now, (speed - now) / (nanos / NANOS));
                simulator.schedule(reaches, nanos);
            }
        }
    }

    private void set(double speed, double newGain) {
        movedBefore = moved();
        since = simulator.nowNanos();
        speedBefore = speed;
        gain = newGain;
        simulator.cancel(reaches);
        if (newGain == 0) {
            rampEnds = NEVER;
        }
        changed.run();
    }

    /** In how many nanoseconds it will have moved so much further; {@link #NEVER} if not before its speed changes. */
    long nanosFor(double metres) {
        if (!moves()) {
            return NEVER;
        }
        if (metres <= 0) {
            return 0;
        }
        double now = speed();
        if (gain == 0) {
            return Math.round(metres / now * NANOS);
        }
        double square = now * now + 2 * gain * metres;
        if (square < 0) {
            return NEVER;
        }
        long nanos = Math.round(2 * metres / (now + Math.sqrt(square)) * NANOS);
        return simulator.nowNanos() + nanos > rampEnds ? NEVER : nanos;
    }
}
