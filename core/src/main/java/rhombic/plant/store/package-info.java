/**
 * Racks, and what the stacker cranes that serve them have to do. What is stored is a {@link rhombic.plant.store.Load} in a lane of a {@link rhombic.plant.store.StoreAisle};
 * {@link rhombic.plant.store.Slots} knows which lanes have room and chooses among them, {@link rhombic.plant.store.Stock} which loads can be fetched
 * and which of them is first, {@link rhombic.plant.store.OrderDesk} which customer orders ask for them. An {@link rhombic.plant.crane.AisleCrane} asks the
 * {@link rhombic.plant.store.CraneDuty} of its aisle for one stop after the other, so that what it does follows from how things stand then; where cranes are few, a
 * {@link rhombic.plant.store.Transfer} takes them from aisle to aisle. {@link rhombic.plant.store.SeenLoads} tells
 * the trace where each load is.
 *
 * <p>Promised: loads and claims never exceed a lane; no load is picked up before there is a place for it; of an aisle with a crane so many places stay
 * free that each load can be dug out.
 */
@NullMarked
package rhombic.plant.store;

import org.jspecify.annotations.NullMarked;
