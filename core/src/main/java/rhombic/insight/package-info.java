/**
 * What the figures mean: what limits the plant, with the evidence.
 */
@NullMarked
package rhombic.insight;

import org.jspecify.annotations.NullMarked;
