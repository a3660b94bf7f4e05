/**
 * A plant built from a study: runs once and is thrown away.
 *
 * <p>Pieces go from one equipment to the next by one protocol, {@link rhombic.plant.Offer}: the giver offers a
 * piece to its ways out; a taker with room takes it at once, and otherwise the offer stands in the line of the
 * taker until it has room. Blocking after work, first-come order among several givers, and supply on demand are
 * all this one protocol.
 *
 * <p>What follows at the same instant is not called but put on the agenda of the plant, so the depth of the
 * stack does not grow with the length of the line, and a circle in which no time passes is found.
 */
@NullMarked
package rhombic.plant;

import org.jspecify.annotations.NullMarked;
