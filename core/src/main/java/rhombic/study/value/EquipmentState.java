package rhombic.study.value;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/** What equipment is doing. The letter stands on the floor and the strips, so that colour is never alone. */
public enum EquipmentState {
    WORKING("working", 'W', true, 7, true), STARVED("starved", 'S', false, 1, true), BLOCKED("blocked", 'B', false, 3, true), CHANGEOVER(
            "changeover", 'C', true, 6, false), SERVICE("service", 'V', true, 5, false), PAUSE("pause", 'P', true, 2,
                    false), WAITING_FOR_CREW("waiting for crew", 'H', false, 4, false), DOWN("down", 'D', true, 9,
                            false), WAITING_FOR_REPAIR("waiting for repair", 'R', true, 8,
                                    false), OFF_SHIFT("off shift", 'O', false, 0, false);

    /** Those that say more of a station with several places come first: if one place works, the station works. */
    public static final List<EquipmentState> BY_WEIGHT = Arrays.stream(values())
            .sorted(Comparator.comparingInt((EquipmentState s) -> s.weight).reversed()).toList();

    private final String word;
    private final char letter;
    private final boolean busy;
    private final int weight;
    private final boolean alwaysShown;

    EquipmentState(String word, char letter, boolean busy, int weight, boolean alwaysShown) {
        this.word = word;
        this.letter = letter;
        this.busy = busy;
        this.weight = weight;
        this.alwaysShown = alwaysShown;
    }

    public String word() {
        return word;
    }

    public char letter() {
        return letter;
    }

    /** Whether it is the equipment's own doing, and not a wait for others (Roser, Nakano and Tanaka 2001: active). */
    public boolean isBusy() {
        return busy;
    }

    /** Whether it is told even where it never was. */
    public boolean isAlwaysShown() {
        return alwaysShown;
    }
}
