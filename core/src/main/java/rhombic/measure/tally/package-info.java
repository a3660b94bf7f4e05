/**
 * Counters that a run keeps up to date while it goes on; each tells at any time the figures of what it counted since the warm-up ended.
 */
@NullMarked
package rhombic.measure.tally;

import org.jspecify.annotations.NullMarked;
