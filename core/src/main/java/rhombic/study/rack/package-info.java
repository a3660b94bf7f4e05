/**
 * What a rack is: its form and measures, where it stores and what it gives out first, the customer orders it is asked for; and how stacker cranes move.
 */
@NullMarked
package rhombic.study.rack;

import org.jspecify.annotations.NullMarked;
