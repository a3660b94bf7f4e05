/**
 * How pieces move on a conveyor, exact to the event.
 *
 * <p>A lane is one row of pieces that move with one drive. It knows when its first piece comes to the end, when pieces close
 * up behind one that stands, and when there is room for another at the beginning; it keeps one pending event for each of
 * these three, and one for each sensor, however many pieces there are.
 *
 * <p><b>Algorithm.</b> Pieces are numbered along a measure that grows, from one piece to the next, by its length and the
 * least gap (accumulating lanes), or by what the drive has moved between their comings (rigid lanes). Pieces that move or
 * stand together without a gap to spare are one <em>train</em>; the place of each follows from that of its head and the
 * difference of their measures. A train knows where its head stood when the drive had moved so far; while it moves, nothing
 * about it changes. A train that closes up to one that stands becomes part of it; once the first piece leaves, the rest
 * of the train moves on, as one. So trains merge, stop and start without a look at their pieces.
 *
 * <p>The drive changes its speed at once or evenly; since what moves is where the drive has brought it, no train is touched by that.
 * A sensor keeps the next piece to come and the one that covers it, with their trains, and one pending event. A conveyor with
 * diverts and merges is several lanes one after the other, which hand on to each other; where it is rigid, one of them that
 * stops halts the others.
 *
 * <p><b>Invariants.</b> Only the first train may stand. Along a lane, from the end to the beginning, each piece is at least
 * its own gap behind the one before it. All pieces are wholly on the lane when they have closed up (accumulating).
 *
 * <p><b>Cost.</b> Coming, closing up and leaving take constant time for a piece; a stop and a start of any number of pieces
 * too.
 *
 * <p>Built on the kernel; knows nothing of stations, links and rules.
 */
@org.jspecify.annotations.NullMarked
package rhombic.plant.convey;
