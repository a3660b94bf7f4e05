/** What formulas, tables and lists say of a piece in a running plant: how long something takes for it, and what is needed for it. */
@NullMarked
package rhombic.plant.formula;

import org.jspecify.annotations.NullMarked;
