/**
 * Small formulas of the user's own, for times, routes, recipes and rules.
 *
 * <p>A text is first held against a short list of allowed signs and names. Then Commons JEXL reads it, with loops,
 * assignments, new objects, methods and literals of collections switched off. What JEXL has read is made into {@link
 * rhombic.formula.Step steps} of our own: only what is named there has any effect, nothing is reached by reflection,
 * and a formula costs some tens of nanoseconds. Without loops its steps are bounded by its length, which is limited.
 */
@NullMarked
package rhombic.formula;

import org.jspecify.annotations.NullMarked;
