package rhombic.study.duty;

import java.io.Serializable;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * When equipment works and what breaks it.
 *
 * @param calendar by name; empty: always
 * @param atShiftEnd what becomes of work under way when its shift ends or a break begins
 * @param failures its modes of failure, each with a name of its own
 * @param standOffset where people stand at it; null: at its working side
 */
public record Duty(String calendar, AtShiftEnd atShiftEnd, List<FailureMode> failures,
        @Nullable StandPoint standOffset) implements Serializable {
    public static final Duty ALWAYS = new Duty("", AtShiftEnd.FINISH, List.of(), null);

    public Duty {
        failures = FailureMode.complete(failures);
    }

    public Duty withCalendar(String newCalendar) {
        return new Duty(newCalendar, atShiftEnd, failures, standOffset);
    }

    public Duty withAtShiftEnd(AtShiftEnd newAtShiftEnd) {
        return new Duty(calendar, newAtShiftEnd, failures, standOffset);
    }

    public Duty withFailures(List<FailureMode> newFailures) {
        return new Duty(calendar, atShiftEnd, newFailures, standOffset);
    }

    public Duty withStandOffset(@Nullable StandPoint newStandOffset) {
        return new Duty(calendar, atShiftEnd, failures, newStandOffset);
    }
}
