package rhombic.measure;

import java.io.Serializable;
import java.util.List;
import rhombic.study.value.PersonState;

/** What one crew did after the warm-up. */
public record CrewFigures(String name, List<PersonFigures> people) implements Serializable {
    public CrewFigures {
        people = List.copyOf(people);
    }

    /** Mean over its people. */
    public double share(PersonState state) {
        return people.stream().mapToDouble(person -> person.share(state)).average().orElse(0);
    }

    /** Busy time of all its people as part of their time on duty; NaN if they never are. */
    public double utilisation() {
        double duty = people.stream().mapToDouble(PersonFigures::onDuty).sum();
        double busy = people.stream()
                .mapToDouble(p -> p.shares().entrySet().stream().filter(e -> e.getKey().isBusy()).mapToDouble(e -> e.getValue()).sum())
                .sum();
        return duty > 1e-12 ? busy / duty : Double.NaN;
    }

    public long jobs() {
        return people.stream().mapToLong(PersonFigures::jobs).sum();
    }

    public double metres() {
        return people.stream().mapToDouble(PersonFigures::metres).sum();
    }
}
