/** The rules of a study at work: when something happens, if a condition holds, then a list of actions. */
@NullMarked
package rhombic.plant.rules;

import org.jspecify.annotations.NullMarked;
