package rhombic.plant.activity;

/** Why something is held back. */
public enum Hold {
    /** By hand or by a rule; what came last counts. */
    SHUT, OFF_SHIFT, ON_BREAK,
    /** By a failure; as often as modes of failure are active. */
    DOWN, NO_CREW, NO_CARRIER,
    /** What it drives on runs down. */
    ENERGY
}
