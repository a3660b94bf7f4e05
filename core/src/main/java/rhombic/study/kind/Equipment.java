package rhombic.study.kind;

import java.io.Serializable;
import rhombic.study.value.Footprint;
import rhombic.study.value.Placement;

/** Anything fixed that pieces meet. Its name is its id. */
public sealed interface Equipment extends Serializable permits GoodsIn, Buffer, WorkEquipment, GoodsOut {
    Basics basics();

    Equipment with(Basics basics);

    Footprint footprint();

    /** The word for this kind of equipment, as WORDS.md has it. */
    String kind();

    default String name() {
        return basics().name();
    }

    default Placement placement() {
        return basics().placement();
    }

    default Equipment named(String name) {
        return with(basics().named(name));
    }

    default Equipment placed(Placement placement) {
        return with(basics().placed(placement));
    }

    default boolean givesPieces() {
        return !(this instanceof GoodsOut);
    }

    default boolean takesPieces() {
        return !(this instanceof GoodsIn);
    }
}
