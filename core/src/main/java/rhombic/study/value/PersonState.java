package rhombic.study.value;

/** What a person is doing. The letter stands on strips, so that colour is never alone. */
public enum PersonState {
    WORKING("working", 'W', true), CHANGEOVER("changing over", 'C', true), SERVICE("servicing", 'V', true), REPAIR("repairing", 'R',
            true), CARRYING("carrying", 'Y', true), WALKING("walking", 'K', true), STANDING_BY("standing by", 'T',
                    true), WAITING("waiting", 'S', false), ON_BREAK("on break", 'P', false), OFF_SHIFT("off shift", 'O', false),
    /** What it works with is broken. */
    DOWN("down", 'D', false),
    /** It takes up what it is to carry. */
    PICKING_UP("picking up", 'L', true),
    /** It sets down what it has carried. */
    SETTING_DOWN("setting down", 'U', true),
    /** It stands because others are in its way. */
    FOR_TRAFFIC("waiting for traffic", 'F', true),
    /** Its battery is charged or swapped. */
    CHARGING("charging", 'B', false),
    /** It has to charge before it does something again, and all chargers are taken. */
    TO_CHARGE("waiting to charge", 'E', false),
    /** It drives a vehicle. */
    DRIVING("driving", 'G', true),
    /** It has somewhere to go, and nobody drives it yet. */
    FOR_DRIVER("waiting for driver", 'N', true);

    private final String word;
    private final char letter;
    private final boolean busy;

    PersonState(String word, char letter, boolean busy) {
        this.word = word;
        this.letter = letter;
        this.busy = busy;
    }

    public String word() {
        return word;
    }

    /** The same, said of people or else of vehicles. */
    public String word(boolean ofPeople) {
        return ofPeople
                ? word
                : switch (this) {
                    case WALKING -> "driving empty";
                    case CARRYING -> "driving loaded";
                    default -> word;
                };
    }

    public char letter() {
        return letter;
    }

    /** Whether the person has something to do. */
    public boolean isBusy() {
        return busy;
    }

    /** Whether the person works with what it has in hand. */
    public boolean usesTool() {
        return switch (this) {
            case WORKING, CHANGEOVER, SERVICE, REPAIR, CARRYING, PICKING_UP, SETTING_DOWN, DRIVING -> true;
            case WALKING, STANDING_BY, WAITING, ON_BREAK, OFF_SHIFT, DOWN, FOR_TRAFFIC, CHARGING, TO_CHARGE, FOR_DRIVER -> false;
        };
    }

    /** Whether the person is on duty, and not kept from everything by an empty battery. */
    public boolean isOnDuty() {
        return this != ON_BREAK && this != OFF_SHIFT && this != CHARGING && this != TO_CHARGE;
    }
}
