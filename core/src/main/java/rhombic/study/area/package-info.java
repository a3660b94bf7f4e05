/**
 * Parts of the floor with a purpose, and how they are declared as kinds: where people spend breaks, where vehicles charge.
 */
@NullMarked
package rhombic.study.area;

import org.jspecify.annotations.NullMarked;
