/**
 * Numbers that carry their unit, as text and as value, so that minutes can never be taken for seconds.
 */
@NullMarked
package rhombic.quantity;

import org.jspecify.annotations.NullMarked;
