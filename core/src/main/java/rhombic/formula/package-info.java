/**
 * Small formulas of the user's own, for times, routes, recipes and rules.
 *
 * <p>The language is the grammar {@code Formulas.g4}, from which ANTLR makes the parser. What it has read is made into
 * {@link rhombic.formula.Step steps}: only what is named there has any effect, nothing is reached by reflection, and a
 * formula costs some tens of nanoseconds. Without loops its steps are bounded by its length, which is limited.
 */
@NullMarked
package rhombic.formula;

import org.jspecify.annotations.NullMarked;
