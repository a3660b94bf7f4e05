package rhombic.chance;

/** What a stream of random numbers is for; each purpose of a thing draws from a stream of its own. */
public enum Purpose {
    ARRIVAL, WORK, WAY_OUT, MIX, CHANGEOVER, SERVICE, PAUSE, INSPECTION, FORMULA, RULE, TRAVEL, FAILURE, REPAIR
}
