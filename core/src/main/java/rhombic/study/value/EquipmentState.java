package rhombic.study.value;

/** What equipment is doing. The letter stands on the floor and the strips, so that colour is never alone. */
public enum EquipmentState {
    WORKING("working", 'W'),
    STARVED("starved", 'S'),
    BLOCKED("blocked", 'B'),
    CHANGEOVER("changeover", 'C'),
    SERVICE("service", 'V'),
    PAUSE("pause", 'P');

    private final String word;
    private final char letter;

    EquipmentState(String word, char letter) {
        this.word = word;
        this.letter = letter;
    }

    public String word() {
        return word;
    }

    public char letter() {
        return letter;
    }
}
