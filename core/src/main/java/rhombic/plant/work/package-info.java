/**
 * Stations: where work is done on pieces, on several together, or that joins and parts them. A station has places
 * ({@link rhombic.plant.work.Place}), each of which goes from step to step, with the people whom each step needs.
 */
@NullMarked
package rhombic.plant.work;

import org.jspecify.annotations.NullMarked;
