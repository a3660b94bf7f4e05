package rhombic.chance;

/** What a stream of random numbers is for; each purpose of an element draws from a stream of its own. */
public enum Purpose {
    ARRIVAL, WORK, ROUTING(
            "WAY_OUT"), MIX, CHANGEOVER, SERVICE, PAUSE, INSPECTION, FORMULA, RULE, TRAVEL, FAILURE, REPAIR, PICK_UP, SET_DOWN, STOP;

    private final String key;

    Purpose() {
        key = name();
    }

    Purpose(String key) {
        this.key = key;
    }

    /** What draws depend on. It stays when the purpose is given another name, so that studies keep their figures. */
    String key() {
        return key;
    }
}
