package rhombic.experiment;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/** Figures as people read them: as many digits as their margin bears. */
public final class FigureText {
    private FigureText() {}

    /** With three significant digits. */
    public static String of(double value) {
        if (!Double.isFinite(value)) {
            return Double.isNaN(value) ? "\u2013" : value > 0 ? "infinite" : "minus infinite";
        }
        if (value == 0) {
            return "0";
        }
        BigDecimal rounded = new BigDecimal(value).round(new MathContext(3, RoundingMode.HALF_UP));
        return rounded.scale() < 0 ? rounded.setScale(0, RoundingMode.UNNECESSARY).toPlainString() : plain(rounded);
    }

    /** A mean and its margin to the same digit, two digits of the margin at most. */
    public static String pair(double mean, double halfWidth) {
        if (!Double.isFinite(mean) || Double.isNaN(halfWidth)) {
            return of(mean);
        }
        if (halfWidth == 0) {
            return of(mean) + " \u00b1 0";
        }
        int digits = Math.clamp(1 - (int) Math.floor(Math.log10(halfWidth)), 0, 9);
        return plain(new BigDecimal(mean).setScale(digits, RoundingMode.HALF_UP)) + " \u00b1 "
                + plain(new BigDecimal(halfWidth).setScale(digits, RoundingMode.HALF_UP));
    }

    /** A count that is only an estimate: to two digits. */
    static String round(int count) {
        return count < 100
                ? Integer.toString(count)
                : new BigDecimal(count).round(new MathContext(2, RoundingMode.HALF_UP)).toBigInteger().toString();
    }

    private static String plain(BigDecimal number) {
        return number.signum() == 0 ? "0" : number.toPlainString();
    }
}
