/**
 * Who does what: jobs, those who can do them, and the two rules that bring them together.
 *
 * <p>A {@link rhombic.plant.doers.Job} says what has to be done, where, by whom it could be done, how urgent it is and since
 * when it is asked for. A {@link rhombic.plant.doers.Doer} has a place, a pace and skills. An
 * {@link rhombic.plant.doers.Allocation} gives each job the doers it needs, all of them at once, as soon as they are free: by
 * one rule for which doer a job gets, and one for which job a doer gets. It knows neither stations nor vehicles.
 */
@NullMarked
package rhombic.plant.doers;

import org.jspecify.annotations.NullMarked;
