package rhombic.study.duty;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** How much of a stretch of time is planned: at least one of several calendars is on, breaks apart. */
public final class PlannedTime {
    private PlannedTime() {}

    /** In seconds; all of it if there are no calendars. */
    public static double seconds(List<Calendar> calendars, LocalDateTime from, LocalDateTime to) {
        if (calendars.isEmpty()) {
            return Duration.between(from, to).toNanos() / 1e9;
        }
        double sum = 0;
        LocalDateTime at = from;
        while (at.isBefore(to)) {
            LocalDateTime now = at;
            LocalDateTime next = Stream.concat(Stream.of(to), calendars.stream().map(c -> c.after(now)).flatMap(Optional::stream)
                    .map(Calendar.Transition::at)).min(LocalDateTime::compareTo).filter(t -> t.isBefore(to)).orElse(to);
            if (calendars.stream().anyMatch(c -> c.at(now) == Calendar.Mode.ON)) {
                sum += Duration.between(now, next).toNanos() / 1e9;
            }
            at = next;
        }
        return sum;
    }
}
