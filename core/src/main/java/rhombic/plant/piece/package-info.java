/**
 * What flows, as a running plant holds it: pieces, the order in which they wait, the places where they may be picked, their types and the
 * tables they are looked up in.
 */
@NullMarked
package rhombic.plant.piece;

import org.jspecify.annotations.NullMarked;
