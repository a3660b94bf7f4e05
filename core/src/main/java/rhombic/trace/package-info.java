/**
 * What a run wrote down. The floor at time t is a pure function of (study, trace, t).
 *
 * <p>Whatever is drawn is a body. Records say where bodies stand, along which link they move and at which pace, on which
 * other body they lie, and what equipment does. A trace is a list of segments that never change once they are sealed, each
 * with the moment at which it starts. So one thread can write while another reads, any moment is found in the time it takes
 * to apply part of one segment, and for a very long run the oldest segments are dropped. Those moments share what did not
 * change between them, so a piece that stands costs nothing however often a segment is sealed. They are made beside the run: it
 * only appends records, and waits where it is a whole segment ahead. Each record names the one
 * before it about the same body, so the history of a piece is found without reading anything else.
 */
@NullMarked
package rhombic.trace;

import org.jspecify.annotations.NullMarked;
