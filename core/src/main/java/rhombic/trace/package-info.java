/**
 * What a run wrote down. The floor at time t is a pure function of (study, trace, t).
 *
 * <p>A trace is a list of segments that never change once they are sealed, each with a summary of the moment at
 * which it starts. So one thread can write while another reads, any moment is found in the time it takes to
 * apply part of one segment, and for a very long run the oldest segments are dropped.
 */
@NullMarked
package rhombic.trace;

import org.jspecify.annotations.NullMarked;
