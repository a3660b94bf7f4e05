/**
 * The floor: the scene in 3D and in plan, and how hands move in it. Lengths are metres; x east, y north, z up.
 */
@NullMarked
package rhombic.desktop.floor;

import org.jspecify.annotations.NullMarked;
