package rhombic.space;

import java.util.ArrayList;
import java.util.List;

/**
 * Place along a path over time, in closed form: stretches of even acceleration one after the other, then rest. Knows no
 * path; its place counts from where the motion begins.
 */
public final class Pace {
    private static final double NANOS = 1e9;
    private static final double SAME_SPEED = 1e-12;
    private static final long FOR_EVER = Long.MAX_VALUE / 4;

    private final List<Phase> phases;
    private final long nanos;

    /**
     * A stretch of even acceleration.
     *
     * @param nanos how long it lasts
     * @param from place at its beginning, metres
     * @param speed at its beginning, metres per second
     * @param gain of speed, metres per second squared
     */
    public record Phase(long nanos, double from, double speed, double gain) {
        double at(double seconds) {
            return from + speed * seconds + gain * seconds * seconds / 2;
        }

        /** Whether it stands. */
        public boolean isRest() {
            return speed == 0 && gain == 0;
        }

        double end() {
            return at(nanos / NANOS);
        }

        /** Solves the quadratic in the form that loses no digits where the gain is small. */
        private double secondsTo(double metres) {
            double way = metres - from;
            double root = Math.sqrt(Math.max(0, speed * speed + 2 * gain * way));
            return speed + root == 0 ? 0 : 2 * way / (speed + root);
        }
    }

    private Pace(List<Phase> phases) {
        this.phases = List.copyOf(phases);
        long sum = 0;
        for (Phase phase : phases) {
            sum += phase.nanos;
        }
        nanos = sum;
    }

    /** Those phases one after the other, each from where the one before it ends. */
    public static Pace of(List<Phase> phases) {
        return new Pace(phases);
    }

    /** Covers the length evenly in that time; the whole length at once if the time is 0. */
    public static Pace over(double metres, long nanos) {
        return new Pace(List.of(nanos == 0 ? new Phase(0, metres, 0, 0) : new Phase(nanos, 0, metres / (nanos / NANOS), 0)));
    }

    /**
     * Covers the length at an even speed.
     *
     * @param speed metres per second, above 0
     */
    public static Pace at(double speed, double metres) {
        positive("A speed", speed);
        return over(metres, Math.round(metres / speed * NANOS));
    }

    /**
     * From one speed to another over a length: faster up to the most, on at that, then slower, or as fast as it gets where
     * the length is short (trapezoidal velocity profile).
     *
     * @param metres length, 0 or more
     * @param first speed at the beginning, 0 to {@code max}
     * @param max speed, above 0
     * @param last speed at the end, 0 to {@code max}
     * @param faster acceleration, above 0
     * @param slower braking, above 0
     * @throws IllegalArgumentException if the length is too short to change from one speed to the other
     */
    public static Pace between(double metres, double first, double max, double last, double faster, double slower) {
        positive("The max. speed", max);
        positive("An acceleration", faster);
        positive("A braking", slower);
        if (!(first >= 0 && first <= max && last >= 0 && last <= max && metres >= 0)) {
            throw new IllegalArgumentException("A motion begins and ends at speeds from 0 to " + max + " over a length of at least 0; got "
                    + first + ", " + last + " and " + metres);
        }
        double peak = Math.min(max,
                Math.sqrt((2 * faster * slower * metres + slower * first * first + faster * last * last) / (faster + slower)));
        double up = (peak * peak - first * first) / (2 * faster);
        double down = (peak * peak - last * last) / (2 * slower);
        if (up < -1e-9 || down < -1e-9) {
            throw new IllegalArgumentException(
                    "Over " + metres + " m the speed can't change from " + first + " to " + last + " m/s: the length is too short");
        }
        List<Phase> phases = new ArrayList<>();
        double place = 0;
        place = add(phases, place, first, faster, Math.max(0, (peak - first) / faster));
        double even = Math.max(0, metres - Math.max(0, up) - Math.max(0, down));
        place = add(phases, place, peak, 0, peak > 0 ? even / peak : 0);
        add(phases, place, peak, -slower, Math.max(0, (peak - last) / slower));
        return new Pace(phases);
    }

    private static double add(List<Phase> phases, double place, double speed, double gain, double seconds) {
        long nanos = Math.round(seconds * NANOS);
        if (nanos == 0) {
            return place;
        }
        Phase phase = new Phase(nanos, place, speed, gain);
        phases.add(phase);
        return phase.end();
    }

    private static void positive(String label, double value) {
        if (!(value > 0)) {
            throw new IllegalArgumentException(label + " must be above 0; got " + value);
        }
    }

    public List<Phase> phases() {
        return phases;
    }

    /** When the motion ends. */
    public long nanos() {
        return nanos;
    }

    /** The number of the phase that it is in after that time; before the beginning the first, after the end the last. */
    public int phaseAt(long nanos) {
        long left = nanos;
        for (int i = 0; i < phases.size() - 1; i++) {
            left -= phases.get(i).nanos;
            if (left < 0) {
                return i;
            }
        }
        return phases.size() - 1;
    }

    /** The part of that phase that has passed after that time, 0 to 1. */
    public double partOf(int phase, long nanos) {
        long begins = 0;
        for (int i = 0; i < phase; i++) {
            begins += phases.get(i).nanos;
        }
        long lasts = phases.get(phase).nanos;
        return lasts == 0 ? 1 : Math.clamp((double) (nanos - begins) / lasts, 0.0, 1.0);
    }

    /** How far it goes. */
    public double metres() {
        return phases.isEmpty() ? 0 : phases.getLast().end();
    }

    /**
     * Several motions, each from where the one before it ends.
     *
     * @param from place at the beginning of the first
     */
    public static Pace oneAfterAnother(double from, List<Pace> paces) {
        List<Phase> all = new ArrayList<>();
        double place = from;
        for (Pace one : paces) {
            for (Phase phase : one.phases) {
                if (phase.nanos > 0) {
                    add(all, new Phase(phase.nanos, place + phase.from, phase.speed, phase.gain));
                }
            }
            place += one.metres();
        }
        return all.isEmpty() ? new Pace(List.of(new Phase(0, place, 0, 0))) : new Pace(all);
    }

    /** What goes on as fast as before is one phase with it. */
    private static void add(List<Phase> all, Phase next) {
        if (!all.isEmpty() && goesOn(all.getLast(), next)) {
            Phase last = all.getLast();
            all.set(all.size() - 1, new Phase(last.nanos + next.nanos, last.from, last.speed, 0));
        } else {
            all.add(next);
        }
    }

    private static boolean goesOn(Phase last, Phase next) {
        return last.gain == 0 && next.gain == 0 && last.speed > 0 && Math.abs(last.speed - next.speed) <= SAME_SPEED * last.speed;
    }

    /** Where it is after that time; before the beginning and after the end it rests. */
    public double metresAt(long nanos) {
        long left = Math.max(0, nanos);
        for (Phase phase : phases) {
            if (left <= phase.nanos) {
                return phase.at(left / NANOS);
            }
            left -= phase.nanos;
        }
        return metres();
    }

    public double speedAt(long nanos) {
        long left = nanos;
        for (Phase phase : phases) {
            if (left >= 0 && left < phase.nanos) {
                return phase.speed + phase.gain * (left / NANOS);
            }
            left -= phase.nanos;
        }
        return 0;
    }

    /**
     * When it is that far along for the first time, to the nearest nanosecond.
     *
     * @throws IllegalArgumentException if it never gets there
     */
    public long nanosAt(double metres) {
        long passed = 0;
        for (Phase phase : phases) {
            if (metres <= phase.from) {
                return passed;
            }
            if (metres <= phase.end()) {
                return passed + Math.min(phase.nanos, Math.round(phase.secondsTo(metres) * NANOS));
            }
            passed += phase.nanos;
        }
        if (metres <= metres() + 1e-9) {
            return passed;
        }
        throw new IllegalArgumentException("A motion of " + metres() + " m never comes to " + metres + " m");
    }

    /**
     * When it has to brake, at the latest, so as to stand at that place: when its way to brake leads there. To the nearest nanosecond; 0 if that is
     * past; the end of the motion if it never comes so near.
     *
     * @param slower braking, above 0; infinite for what stands at once
     */
    public long nanosToBrakeFor(double metres, double slower) {
        long passed = 0;
        for (Phase phase : phases) {
            double perGain = 1 + (slower == Double.POSITIVE_INFINITY ? 0 : phase.gain / slower);
            double square = slower == Double.POSITIVE_INFINITY ? 0 : phase.speed * phase.speed / (2 * slower);
            double way = metres - phase.from - square;
            if (way <= 0) {
                return passed;
            }
            double along = phase.speed * perGain;
            double root = Math.sqrt(Math.max(0, along * along + 2 * phase.gain * perGain * way));
            double seconds = along + root <= 0 ? Double.POSITIVE_INFINITY : 2 * way / (along + root);
            if (seconds * NANOS <= phase.nanos) {
                return passed + Math.round(seconds * NANOS);
            }
            passed += phase.nanos;
        }
        return passed;
    }

    /** The same motion the other way: from that place on, back towards the beginning. */
    public Pace backFrom(double metres) {
        List<Phase> back = new ArrayList<>();
        for (Phase phase : phases) {
            back.add(new Phase(phase.nanos, metres - phase.from, -phase.speed, -phase.gain));
        }
        return new Pace(back);
    }

    /** At rest where it is, for so long. */
    public static Pace restFor(long nanos) {
        return new Pace(List.of(new Phase(nanos, 0, 0, 0)));
    }

    /** At rest at that place, for as long as nothing else is said. */
    public static Pace restAt(double metres) {
        return new Pace(List.of(new Phase(FOR_EVER, metres, 0, 0)));
    }

    /** What is left of the motion after that time, from the place where it is then. */
    public Pace restFrom(long nanos) {
        List<Phase> left = new ArrayList<>();
        long before = Math.max(0, nanos);
        for (Phase phase : phases) {
            long part = Math.min(before, phase.nanos);
            before -= part;
            if (part < phase.nanos) {
                double seconds = part / NANOS;
                left.add(new Phase(phase.nanos - part, phase.at(seconds), phase.speed + phase.gain * seconds, phase.gain));
            }
        }
        return left.isEmpty() ? new Pace(List.of(new Phase(0, metres(), 0, 0))) : new Pace(left);
    }
}
