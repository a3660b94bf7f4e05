/**
 * Stations: where work is done on pieces, on several together, or that joins and parts them. A station has places
 * ({@link rhombic.plant.work.Place}), each of which goes from step to step, with the people whom each step needs. Where nothing but the work
 * has to be looked at, a {@code StraightStep} does the same in one go.
 */
@NullMarked
package rhombic.plant.work;

import org.jspecify.annotations.NullMarked;
