/**
 * Time and order, nothing else: a clock in whole nanoseconds and the calendar of what happens next.
 *
 * <p>Events at one instant occur by priority, then in the order in which they were made. Both make a run a
 * pure function of what was scheduled, whatever the machine.
 */
@NullMarked
package rhombic.kernel;

import org.jspecify.annotations.NullMarked;
