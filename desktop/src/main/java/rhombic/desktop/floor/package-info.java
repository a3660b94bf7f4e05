/**
 * The floor: the scene in 3D and in plan, with its labels. Lengths are metres; x east, y north, z up. Bodies are in
 * {@link rhombic.desktop.floor.body}, hands in {@link rhombic.desktop.floor.hand}.
 */
@NullMarked
package rhombic.desktop.floor;

import org.jspecify.annotations.NullMarked;
