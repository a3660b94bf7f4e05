/**
 * What a run wrote down. The floor at time t is a pure function of (study, trace, t).
 *
 * <p>Whatever is drawn is a body: a piece, or a mover, which goes by itself, such as a person. Records say where pieces stand, along which
 * link they move and at which pace, on which other piece they lie, and what carries them; on which path each mover is, on the floor or on
 * another mover, as a trolley is on its bridge or a driver on what is driven (one record for each motion, however many phases its pace has; a pace that many motions have is kept once); and what equipment does. What a record says beside stands in a table of its sort. A trace is a list of segments that never change once they are sealed, each
 * with the moment at which it starts. So one thread can write while another reads, any moment is found in the time it takes
 * to apply part of one segment, and for a very long run the oldest segments are dropped. Those moments share what did not
 * change between them, so a piece that stands costs nothing however often a segment is sealed. They are made beside the run: it
 * only appends records, and waits where it is a whole segment ahead. Each record names the one
 * before it about the same body, so the history of a piece is found without reading anything else.
 */
@NullMarked
package rhombic.trace;

import org.jspecify.annotations.NullMarked;
