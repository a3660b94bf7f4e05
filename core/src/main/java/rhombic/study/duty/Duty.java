package rhombic.study.duty;

import java.io.Serializable;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * When equipment works and what breaks it.
 *
 * @param calendar by name; empty: always
 * @param whenOver what becomes of work under way when its shift ends or a break begins
 * @param failures its modes of failure, each with a name of its own
 * @param stand where people stand at it; null: at its working side
 */
public record Duty(String calendar, WhenOver whenOver, List<FailureMode> failures, @Nullable Spot stand) implements Serializable {
    public static final Duty ALWAYS = new Duty("", WhenOver.FINISH, List.of(), null);

    public Duty {
        failures = List.copyOf(failures);
        FailureMode.refuseTwins(failures);
    }

    public Duty withCalendar(String newCalendar) {
        return new Duty(newCalendar, whenOver, failures, stand);
    }

    public Duty withWhenOver(WhenOver newWhenOver) {
        return new Duty(calendar, newWhenOver, failures, stand);
    }

    public Duty withFailures(List<FailureMode> newFailures) {
        return new Duty(calendar, whenOver, newFailures, stand);
    }

    public Duty withStand(@Nullable Spot newStand) {
        return new Duty(calendar, whenOver, failures, newStand);
    }
}
