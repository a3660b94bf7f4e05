package rhombic.study;

import java.io.Serializable;

/** Anything fixed that pieces meet. Its name is its id. */
public sealed interface Equipment extends Serializable permits GoodsIn, Buffer, Station, GoodsOut {
    String name();

    Placement placement();

    Footprint footprint();

    Equipment named(String name);

    Equipment placed(Placement placement);

    /** The word for this kind of equipment, as WORDS.md has it. */
    String kind();

    default boolean givesPieces() {
        return !(this instanceof GoodsOut);
    }

    default boolean takesPieces() {
        return !(this instanceof GoodsIn);
    }
}
