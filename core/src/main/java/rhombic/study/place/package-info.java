/**
 * Values that say where things are and what room they take: places and sizes, ports, the ways of conveyors with what stands along them, lines on the floor with
 * the openings in them.
 */
@NullMarked
package rhombic.study.place;

import org.jspecify.annotations.NullMarked;
