/**
 * Docks: a truck comes to a {@link rhombic.plant.dock.DockNode}, which is one part of the plant for trucks and what they are loaded with, and another
 * ({@link rhombic.plant.dock.Unloaded}) for what they bring. Nothing here knows who fetches or brings pieces: they are offers and claims, as everywhere.
 *
 * <p>Promises: one truck at a time; nothing is unloaded before it has docked and nothing is loaded before all is unloaded; what is on the way to a truck
 * gets onto it, and it never leaves before.
 */
@NullMarked
package rhombic.plant.dock;

import org.jspecify.annotations.NullMarked;
