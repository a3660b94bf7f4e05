package rhombic.study.kind;

/** Whose members work and carry. They are on duty by a calendar, and can fail. */
public sealed interface ResourceGroup extends PlantElement permits Crew {
    @Override
    ResourceGroup with(Basics basics);

    @Override
    default boolean works() {
        return true;
    }
}
