/**
 * Random times: distributions as values, their text form, and one stream of random numbers for each purpose of
 * each element in the plant.
 *
 * <p>Streams are derived from (seed, replication, id, purpose). Adding a machine leaves the draws of all others
 * alone, so two alternatives of a study are compared on common random numbers (Law, <i>Simulation Modeling and
 * Analysis</i>, 5th ed., section 11.2).
 */
@NullMarked
package rhombic.chance;

import org.jspecify.annotations.NullMarked;
