package rhombic.chart;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;

/**
 * A scale with its ticks.
 *
 * @param from the smallest value on it
 * @param to the largest
 * @param step between ticks
 */
public record Axis(double from, double to, double step) {
    /** One that holds both values, with about so many ticks. */
    public static Axis over(double min, double max, int ticks) {
        double low = Double.isFinite(min) ? min : 0;
        double high = Double.isFinite(max) ? max : 1;
        if (!(high > low)) {
            double some = low == 0 ? 1 : Math.abs(low) * 0.1;
            low -= some;
            high += some;
        }
        double step = round((high - low) / Math.max(1, ticks));
        return new Axis(Math.floor(low / step + 1e-9) * step, Math.ceil(high / step - 1e-9) * step, step);
    }

    /** One from the least value to the most and no farther, as time has it, with about so many ticks. */
    public static Axis between(double min, double max, int ticks) {
        Axis round = over(min, max, ticks);
        return max > min ? new Axis(min, max, round.step) : round;
    }

    /** The round number 1, 2 or 5 times a power of ten that is nearest. */
    private static double round(double rough) {
        double power = Math.pow(10, Math.floor(Math.log10(rough)));
        double part = rough / power;
        return (part < 1.5 ? 1 : part < 3 ? 2 : part < 7 ? 5 : 10) * power;
    }

    public List<Double> ticks() {
        List<Double> all = new ArrayList<>();
        double first = Math.ceil(from / step - 1e-9) * step;
        int count = (int) Math.floor((to - first) / step + 1e-9);
        for (int i = 0; i <= count; i++) {
            all.add(first + i * step);
        }
        return all;
    }

    /** A tick without needless digits. */
    public String label(double tick) {
        int digits = Math.max(0, (int) -Math.floor(Math.log10(step) + 1e-9));
        BigDecimal number = BigDecimal.valueOf(tick).setScale(Math.min(digits, 9), RoundingMode.HALF_UP);
        return number.signum() == 0 ? "0" : number.toPlainString();
    }

    /** Where a value lies between the ends, 0 to 1. */
    public double share(double value) {
        return (value - from) / (to - from);
    }
}
