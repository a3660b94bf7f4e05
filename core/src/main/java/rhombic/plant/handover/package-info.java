/**
 * What meets pieces, and how these go from one to the next: one protocol, {@link rhombic.plant.handover.Offer}, for every kind of
 * equipment. Pieces come and go at a {@link rhombic.plant.handover.Part}: at equipment as a whole, or at one stretch of a conveyor. Its
 * {@link rhombic.plant.handover.Giver} offers a piece to its ways out; a {@link rhombic.plant.handover.Taker} with room agrees to a {@link rhombic.plant.handover.Claim} on a
 * definite spot, and otherwise the offer stands in the line of the taker until it has room. To ask for a spot changes nothing. The piece
 * departs, and arrives at once or after its time on the link, during which its claim is held. Blocking after work, first-come order among several givers, and supply on demand are all
 * this one protocol. What takes time between two is a {@link rhombic.plant.handover.Passage}: pieces move along it by themselves, or are fetched and carried,
 * which is a matter of {@code rhombic.plant.transport}.
 *
 * <p>A kind of equipment is a {@link rhombic.plant.handover.Node} and stands in a package of its own: work, conveyors, goods. Where its pieces
 * lie is its {@link rhombic.plant.handover.Room}. Where all pieces are alike to a room, its taker counts what is left and asks nobody.
 */
@NullMarked
package rhombic.plant.handover;

import org.jspecify.annotations.NullMarked;
