package rhombic.insight;

/**
 * Something the figures say.
 *
 * @param place equipment it is about; empty for the whole plant
 * @param what in one sentence
 * @param evidence figures that show it
 */
public record Finding(String place, String what, String evidence) {}
