/** What all runs of a study have in common, and what a run fails of. */
@NullMarked
package rhombic.plant.blueprint;

import org.jspecify.annotations.NullMarked;
