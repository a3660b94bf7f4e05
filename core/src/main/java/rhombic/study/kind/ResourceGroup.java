package rhombic.study.kind;

import java.util.List;
import rhombic.study.duty.Person;

/** Whose members work and carry. They are on duty by a calendar, and can fail. */
public sealed interface ResourceGroup extends PlantElement permits Crew {
    /** What formulas can ask of it: how many have something to do, and how many could do something. */
    String BUSY = "busy";
    String FREE = "free";

    @Override
    ResourceGroup with(Basics basics);

    /** How many they are. */
    int count();

    /** All of them, in their order; the id of each is its own in the group. */
    List<Person> members();

    /** What each of them can be asked for by, beside the name of the group. */
    List<String> skills();

    @Override
    default boolean works() {
        return true;
    }

    @Override
    default List<String> readable() {
        return List.of(BUSY, FREE);
    }
}
