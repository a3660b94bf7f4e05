/**
 * Speed, measured as ratios within one run, so that a slow or busy machine changes both sides alike.
 */
@NullMarked
package rhombic.bench;

import org.jspecify.annotations.NullMarked;
