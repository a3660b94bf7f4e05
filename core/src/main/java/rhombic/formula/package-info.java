/**
 * Small formulas of the user's own, for times, routes, recipes and rules.
 *
 * <p>Read and evaluated by Commons JEXL with everything closed that a formula does not need: a text is first held
 * against a short list of allowed signs and names, then read with loops, assignments, new objects, methods and
 * literals of collections switched off, and evaluated where reflection may reach nothing but {@link
 * rhombic.formula.FormulaFunctions}. Without loops a formula's steps are bounded by its length, which is limited.
 */
@NullMarked
package rhombic.formula;

import org.jspecify.annotations.NullMarked;
