package rhombic.plant;

import static rhombic.validation.Lines.time;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.List;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Spell;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.work.Operation;

/** Words for tests of people, failures and shifts. */
final class Peopled {
    private Peopled() {}

    static Station needs(Station station, Need... needs) {
        Operation only = station.work().operations().getFirst();
        return station.with(station.work().withOperations(List.of(only.withNeeds(List.of(needs)))));
    }

    static <E extends PlantElement> E fails(E element, FailureMode... modes) {
        @SuppressWarnings("unchecked") // of the same kind
        E changed = (E) element.with(element.basics().withDuty(element.basics().duty().withFailures(List.of(modes))));
        return changed;
    }

    static <E extends PlantElement> E onDuty(E element, String calendar, AtShiftEnd atShiftEnd) {
        @SuppressWarnings("unchecked") // of the same kind
        E changed = (E) element.with(element.basics().withDuty(element.basics().duty().withCalendar(calendar).withAtShiftEnd(atShiftEnd)));
        return changed;
    }

    static FailureMode mode(String name, String up, UpTime.Clock clock, String down) {
        return FailureMode.of(name, new UpTime.After(time(up), clock), time(down));
    }

    static Calendar calendar(String... spells) {
        return new Calendar("C", Arrays.stream(spells).map(text -> {
            String[] parts = text.split(" ");
            return new Spell(List.of(DayOfWeek.values()), LocalTime.parse(parts[0]), LocalTime.parse(parts[1]), parts.length > 2);
        }).toList(), List.of());
    }

    static PersonFigures person(RunFigures run, String name) {
        return run.crews().stream().flatMap(c -> c.people().stream()).filter(p -> p.name().equals(name)).findFirst().orElseThrow();
    }
}
