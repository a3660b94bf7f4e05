/**
 * Space without toolkit and without clock: where elements are, the paths between them, and how fast those are travelled.
 *
 * <p>Lengths are metres, angles degrees anticlockwise seen from above with 0 to the east, times whole nanoseconds. What is
 * drawn is what is simulated: both ask the same {@link rhombic.space.Path} for its length and the same
 * {@link rhombic.space.Pace} for the place.
 */
@NullMarked
package rhombic.space;

import org.jspecify.annotations.NullMarked;
