/**
 * What a run measured: counts, contents, stays and shares of time, exact and complete, cut at the warm-up.
 */
@NullMarked
package rhombic.measure;

import org.jspecify.annotations.NullMarked;
