package rhombic.measure;

import java.io.Serializable;
import java.util.Map;
import rhombic.study.value.PersonState;

/**
 * What one person did after the warm-up.
 *
 * @param shares of time by what was done; they add up to 1, or there are none
 * @param jobs that were done to their end
 * @param metresLoaded of the metres, those gone with something in hand
 */
public record PersonFigures(String name, Map<PersonState, Double> shares, long jobs, double metres,
        double metresLoaded) implements Serializable {
    public PersonFigures {
        shares = Map.copyOf(shares);
    }

    public double share(PersonState state) {
        return shares.getOrDefault(state, 0.0);
    }

    /** Part of all time on duty: neither on a break nor off shift, nor kept from everything by an empty battery. */
    public double onDuty() {
        return 1 - share(PersonState.ON_BREAK) - share(PersonState.OFF_SHIFT) - share(PersonState.CHARGING) - share(PersonState.TO_CHARGE);
    }

    /** Busy part of all time. */
    double busy() {
        double busy = 0;
        for (PersonState state : PersonState.values()) {
            busy += state.isBusy() ? share(state) : 0;
        }
        return busy;
    }

    /** Busy part of the time on duty: working, changing over, servicing, repairing, carrying, walking and standing by. */
    public double utilisation() {
        return onDuty() > 1e-12 ? busy() / onDuty() : Double.NaN;
    }
}
