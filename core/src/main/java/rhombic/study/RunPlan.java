package rhombic.study;

import java.io.Serializable;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * When a run begins, how long it lasts and how often it is repeated.
 *
 * @param start calendar time of the beginning, in the years 1900 to 9999
 * @param length of the run, warm-up included; above 0, at most {@link #MAX_DAYS} days
 * @param warmUp cut off the front before anything is measured; below the length
 * @param replications 1 to 10000
 * @param stopAfterPieces pieces, carriers apart, after which the run ends before its length, counted from the end of the
 *     warm-up; 0 to 100000000, 0 for no such end
 * @param target for the utilisation of people and stations
 */
public record RunPlan(LocalDateTime start, Quantity length, Quantity warmUp, long seed, int replications,
        int stopAfterPieces, TargetBand target) implements Serializable {
    public static final int FIRST_YEAR = 1900;
    public static final int LAST_YEAR = 9999;

    /** One hundred years. */
    public static final int MAX_DAYS = 36_525;

    /** One shift of eight hours on a Monday morning, ten times. */
    public static final RunPlan ONE_SHIFT = new RunPlan(LocalDateTime.of(2027, 1, 4, 6, 0), Quantity.hours(8), Quantity.minutes(0), 1, 10,
            0);

    /** With the usual target. */
    public RunPlan(LocalDateTime start, Quantity length, Quantity warmUp, long seed, int replications, int stopAfterPieces) {
        this(start, length, warmUp, seed, replications, stopAfterPieces, TargetBand.USUAL);
    }

    public RunPlan {
        if (start.getYear() < FIRST_YEAR || start.getYear() > LAST_YEAR) {
            throw new StudyException("A run begins in the years " + FIRST_YEAR + " to " + LAST_YEAR + "; got " + start);
        }
        time("The length of the run", length);
        time("The warm-up", warmUp);
        if (!(length.inBaseUnit() > 0 && length.inBaseUnit() <= MAX_DAYS * 86_400.0)) {
            throw new StudyException("The length of the run must be above 0 and at most " + MAX_DAYS + " d; got " + length);
        }
        if (!(warmUp.amount() >= 0 && warmUp.inBaseUnit() < length.inBaseUnit())) {
            throw new StudyException("The warm-up must be at least 0 s and shorter than the run of " + length + "; got " + warmUp);
        }
        Count.between(1, 10_000, "The number of replications", replications);
        Count.between(0, 100_000_000, "The number of pieces after which the run ends", stopAfterPieces);
    }

    public RunPlan withLength(Quantity newLength) {
        return new RunPlan(start, newLength, warmUp, seed, replications, stopAfterPieces, target);
    }

    public RunPlan withWarmUp(Quantity newWarmUp) {
        return new RunPlan(start, length, newWarmUp, seed, replications, stopAfterPieces, target);
    }

    public RunPlan withSeed(long newSeed) {
        return new RunPlan(start, length, warmUp, newSeed, replications, stopAfterPieces, target);
    }

    public RunPlan withReplications(int newReplications) {
        return new RunPlan(start, length, warmUp, seed, newReplications, stopAfterPieces, target);
    }

    public RunPlan withStart(LocalDateTime newStart) {
        return new RunPlan(newStart, length, warmUp, seed, replications, stopAfterPieces, target);
    }

    public RunPlan withStopAfterPieces(int pieces) {
        return new RunPlan(start, length, warmUp, seed, replications, pieces, target);
    }

    /** With the length that ends at a moment of the calendar, which must be after the start. */
    public RunPlan withEnd(LocalDateTime end) {
        long seconds = ChronoUnit.SECONDS.between(start, end);
        if (seconds <= 0) {
            throw new StudyException("The run must end after its start at " + start + "; got " + end);
        }
        return withLength(seconds % 3600 == 0
                ? Quantity.hours(seconds / 3600.0)
                : seconds % 60 == 0 ? Quantity.minutes(seconds / 60.0) : Quantity.seconds(seconds));
    }

    public RunPlan withTarget(TargetBand newTarget) {
        return new RunPlan(start, length, warmUp, seed, replications, stopAfterPieces, newTarget);
    }

    /** When the run ends, if nothing ends it before. */
    public LocalDateTime end() {
        return start.plusNanos(length.nanos());
    }

    private static void time(String label, Quantity value) {
        if (value.unit().dimension() != Dimension.TIME) {
            throw new StudyException(label + " must be a time with min, h or d; got " + value);
        }
    }
}
