/** Where pieces come into the plant, wait, and go out of it. */
@NullMarked
package rhombic.plant.goods;

import org.jspecify.annotations.NullMarked;
