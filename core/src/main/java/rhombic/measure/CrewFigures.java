package rhombic.measure;

import java.io.Serializable;
import java.util.List;
import rhombic.study.value.PersonState;

/**
 * What one crew or fleet did after the warm-up.
 *
 * @param arePeople else they are vehicles
 */
public record CrewFigures(String name, boolean arePeople, List<PersonFigures> people) implements Serializable {
    public CrewFigures {
        people = List.copyOf(people);
    }

    /** Mean over its people. */
    public double share(PersonState state) {
        double sum = 0;
        for (PersonFigures person : people) {
            sum += person.share(state);
        }
        return people.isEmpty() ? 0 : sum / people.size();
    }

    /** Busy time of all its people as part of their time on duty; NaN if they never are. */
    public double utilisation() {
        double duty = 0;
        double busy = 0;
        for (PersonFigures person : people) {
            duty += person.onDuty();
            busy += person.busy();
        }
        return duty > 1e-12 ? busy / duty : Double.NaN;
    }

    public long jobs() {
        return people.stream().mapToLong(PersonFigures::jobs).sum();
    }

    public double metres() {
        return people.stream().mapToDouble(PersonFigures::metres).sum();
    }

    /** Of those metres, with something in hand. */
    public double metresLoaded() {
        return people.stream().mapToDouble(PersonFigures::metresLoaded).sum();
    }
}
