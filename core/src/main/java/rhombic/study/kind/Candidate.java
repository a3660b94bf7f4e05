package rhombic.study.kind;

import java.util.function.Supplier;

/**
 * An element made a little better, which is tried where it could be what limits the plant.
 *
 * @param text in a few words, such as <i>one more place</i>
 * @param better makes it; fails with a {@link rhombic.study.value.StudyException} where that would break a rule
 */
public record Candidate(Aspect aspect, String text, Supplier<PlantElement> better) {
    /** What is made better, in the order in which it is told. */
    public enum Aspect {
        TIME, PLACE, STAFFED_PLACE, CHANGEOVER, PEOPLE, CAPACITY, SPEED, ARRIVALS, REPAIR
    }

    /** A time that is made shorter, to be a candidate, becomes so much of what it was. */
    public static final double SHORTER = 0.9;
    /** A rate that is made higher becomes so much of what it was. */
    public static final double FASTER = 1.1;
}
