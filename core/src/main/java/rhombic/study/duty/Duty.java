package rhombic.study.duty;

import java.io.Serializable;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * When equipment works and what breaks it.
 *
 * @param calendar by name; empty: always
 * @param atShiftEnd what becomes of work under way when its shift ends or a break begins
 * @param failures its modes of failure, each with a name of its own
 * @param standOffset where people stand at it; null: at its working side
 * @param stops ports that are reached from elsewhere than where an aisle is nearest, at most one for each
 */
public record Duty(String calendar, AtShiftEnd atShiftEnd, List<FailureMode> failures,
        @Nullable StandPoint standOffset, List<StopPoint> stops) implements Serializable {
    public static final Duty ALWAYS = new Duty("", AtShiftEnd.FINISH, List.of(), null, List.of());

    public Duty {
        failures = FailureMode.complete(failures);
        stops = StopPoint.checked(stops);
    }

    public Duty withCalendar(String newCalendar) {
        return new Duty(newCalendar, atShiftEnd, failures, standOffset, stops);
    }

    public Duty withAtShiftEnd(AtShiftEnd newAtShiftEnd) {
        return new Duty(calendar, newAtShiftEnd, failures, standOffset, stops);
    }

    public Duty withFailures(List<FailureMode> newFailures) {
        return new Duty(calendar, atShiftEnd, newFailures, standOffset, stops);
    }

    public Duty withStandOffset(@Nullable StandPoint newStandOffset) {
        return new Duty(calendar, atShiftEnd, failures, newStandOffset, stops);
    }

    public Duty withStops(List<StopPoint> newStops) {
        return new Duty(calendar, atShiftEnd, failures, standOffset, newStops);
    }

    /** From where a port is reached; null: from where an aisle is nearest. */
    public @Nullable StopPoint stop(String port) {
        return stops.stream().filter(stop -> stop.port().equals(port)).findFirst().orElse(null);
    }

    /**
     * With one port reached from elsewhere.
     *
     * @param stop null: from where an aisle is nearest
     */
    public Duty withStop(String port, @Nullable StopPoint stop) {
        return withStops(Stream.concat(stops.stream().filter(other -> !other.port().equals(port)), Stream.ofNullable(stop)).toList());
    }
}
